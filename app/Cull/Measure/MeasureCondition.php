<?php

declare(strict_types=1);

namespace App\Cull\Measure;

use App\Frames\Comparison;
use App\Frames\FrameCondition;
use App\Studio\Shoot;
use Kanpai\Core\Frames\Filter\Subject;
use Kanpai\Core\Frames\Filter\Test;

/** Frames by what was measured of them. */
final class MeasureCondition implements FrameCondition
{
    private const CLOSE = 'EXISTS (SELECT 1 FROM frame_measures AS m WHERE m.frame_id = frames.id AND ';

    public function sql(Test $test, Shoot $shoot): array
    {
        [$sql, $values] = match ($test->subject) {
            Subject::Faces => Comparison::of('m.faces', $test),
            Subject::Sharp => Comparison::of('m.sharp', $test),
            Subject::Clipped => Comparison::of('100 * m.lights', $test),
            Subject::Tilt => Comparison::of('ABS(m.tilt)', $test),
            Subject::Blur => ['m.blur = ?', [$test->value]],
            Subject::Looks => [$test->value === 'away' ? 'm.away > 0' : 'm.faces > 0 AND m.away = 0', []],
            default => [self::eyes($test->value), []],
        };

        return [self::CLOSE.$sql.')', $values];
    }

    private static function eyes(string $state): string
    {
        return match ($state) {
            'closed' => 'm.closed > 0',
            'unsure' => 'm.unsure > 0',
            default => 'm.faces > 0 AND m.closed = 0 AND m.unsure = 0',
        };
    }
}
