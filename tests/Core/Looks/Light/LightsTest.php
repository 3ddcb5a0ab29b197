<?php

declare(strict_types=1);

namespace Tests\Core\Looks\Light;

use Kanpai\Core\Frames\Exposure;
use Kanpai\Core\Frames\Moment\HandEdit;
use Kanpai\Core\Looks\Light\InLine;
use Kanpai\Core\Looks\Light\Lights;
use Kanpai\Core\Looks\Light\LightSample;
use Kanpai\Core\Looks\Light\LineSample;
use PHPUnit\Framework\TestCase;

/** Frames parted by light, and a light brought into line. */
final class LightsTest extends TestCase
{
    /**
     * @param  list<array{float, float, float}>  $frames  minutes, exposure value, b*
     * @return list<LightSample>
     */
    private static function samples(array $frames): array
    {
        return array_map(
            fn (array $frame): LightSample => new LightSample(
                (int) (60_000 * $frame[0]),
                (int) ($frame[0] / 2),
                $frame[1],
                [0.0, $frame[2]],
            ),
            $frames,
        );
    }

    public function test_a_light_ends_where_the_place_changes(): void
    {
        // Outside, then indoors under lamps at once, then outside again.
        $frames = [];
        foreach ([[0, 13.8, -4], [10, 6.0, 22], [20, 13.9, -3]] as [$from, $ev, $b]) {
            for ($i = 0; $i < 8; $i++) {
                $frames[] = [$from + $i, $ev + 0.2 * ($i % 2), $b];
            }
        }
        $borders = Lights::borders(self::samples($frames));
        self::assertSame([8, 8, 8], array_values(array_count_values(Lights::of($borders, 50))));
        self::assertCount(1, array_unique(Lights::of($borders, 0)));
        self::assertCount(24, array_unique(Lights::of($borders, 100)));
        self::assertSame([8, 16], array_values(array_count_values(Lights::of($borders, 50, [16 => HandEdit::Join]))));
        self::assertSame([4, 4, 8, 8], array_values(array_count_values(Lights::of($borders, 50, [4 => HandEdit::Split]))));
    }

    public function test_one_frame_that_was_exposed_otherwise_parts_nothing(): void
    {
        $frames = array_map(fn (int $i): array => [0.1 * $i, $i === 6 ? 9.0 : 13.0, 0.0], range(0, 11));
        self::assertCount(1, array_unique(Lights::of(Lights::borders(self::samples($frames)), 50)));
        self::assertSame([], Lights::of(Lights::borders([]), 50));
        $unknown = [new LightSample(0, 0, null, null), new LightSample(1000, 0, null, null)];
        self::assertSame([0, 0], Lights::of(Lights::borders($unknown), 50));
    }

    /** Exif 2.32, annex C: f/8 at 1/125 s is EV 13; ISO 400 takes two stops off. */
    public function test_exposure_values(): void
    {
        self::assertEqualsWithDelta(12.97, Exposure::of(null, 1 / 125, 8.0, 100)->ev100(), 0.01);
        self::assertEqualsWithDelta(10.97, Exposure::of(null, 1 / 125, 8.0, 400)->ev100(), 0.01);
        self::assertEqualsWithDelta(0.0, Exposure::of(null, 1.0, 1.0, 100)->ev100(), 1e-12);
        foreach ([[null, 8.0, 100], [0.01, null, 100], [0.01, 8.0, null], [0.0, 8.0, 100], [0.01, 8.0, 0]] as [$t, $n, $s]) {
            self::assertNull(Exposure::of(null, $t, $n, $s)->ev100());
        }
    }

    public function test_each_frame_becomes_as_bright_as_the_adjusted_one(): void
    {
        $adjusted = new LineSample(1, 1, 12.0, -0.4, 0.3);
        $lines = InLine::of($adjusted, [
            new LineSample(2, 1, 12.5, -0.9),
            new LineSample(3, 1, 11.7, -0.1),
            new LineSample(4, 1, 12.0, -0.4, 2.0),
            new LineSample(5, 1, null, -0.9),
        ]);
        self::assertEqualsWithDelta([0.8, 0.0, 0.3, 0.8], array_column($lines, 'stops'), 1e-9);
    }

    /** The second body renders a third of a stop darker with the same settings, whatever is in its pictures. */
    public function test_a_body_that_meters_darker_ends_alike(): void
    {
        $adjusted = new LineSample(1, 1, 12.0, -0.4);
        $others = [];
        foreach (range(0, 5) as $i) {
            $content = [0.2, -0.3, 0.0, 0.1, -0.1, 0.05][$i];
            $others[] = new LineSample(10 + $i, 1, 12.0, -0.4 + $content);
            $others[] = new LineSample(20 + $i, 2, 12.0, -0.4 - 1 / 3 + $content);
        }
        $lines = InLine::of($adjusted, $others);
        foreach (range(0, 5) as $i) {
            self::assertEqualsWithDelta(0.0, $lines[10 + $i]['stops'], 0.1);
            self::assertEqualsWithDelta(1 / 3, $lines[20 + $i]['stops'], 0.1);
        }
    }

    public function test_what_was_meant_dark_is_asked_about(): void
    {
        $frames = [new LineSample(9, 1, 14.2, -2.5), new LineSample(8, 1, 12.1, -0.4), new LineSample(7, 1, 10.4, 1.2)];
        $others = [...$frames, new LineSample(6, 1, 12.0, -0.5), new LineSample(5, 1, 11.9, -0.4)];
        $lines = InLine::of(new LineSample(1, 1, 12.0, -0.4), $others);
        self::assertStringContainsString('darker', $lines[9]['reason']);
        self::assertStringContainsString('brighter', $lines[7]['reason']);
        self::assertSame(['', '', ''], [$lines[8]['reason'], $lines[6]['reason'], $lines[5]['reason']]);
    }
}
