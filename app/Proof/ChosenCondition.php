<?php

declare(strict_types=1);

namespace App\Proof;

use App\Frames\Comparison;
use App\Frames\FrameCondition;
use App\Studio\Shoot;
use Kanpai\Core\Frames\Filter\Test;

/** Frames that so many guests have chosen, or a guest or list of some name. */
final class ChosenCondition implements FrameCondition
{
    private const BY_NAME = <<<'SQL'
    EXISTS (
        SELECT 1 FROM gallery_frames
        JOIN choices ON choices.gallery_frame_id = gallery_frames.id
        JOIN guests ON guests.id = choices.guest_id
        WHERE gallery_frames.frame_id = frames.id AND (choices.list LIKE ? OR guests.name LIKE ?)
    )
    SQL;

    public function sql(Test $test, Shoot $shoot): array
    {
        if ($test->number !== null) {
            return Comparison::of('frames.chosen', $test);
        }
        if (strtolower($test->value) === 'any') {
            return ['frames.chosen > 0', []];
        }
        $like = '%'.addcslashes($test->value, '%_\\').'%';

        return [self::BY_NAME, [$like, $like]];
    }
}
