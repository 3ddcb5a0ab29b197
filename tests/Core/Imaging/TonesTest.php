<?php

declare(strict_types=1);

namespace Tests\Core\Imaging;

use Kanpai\Core\Imaging\Tones;
use PHPUnit\Framework\TestCase;

final class TonesTest extends TestCase
{
    /** A grey of 18 % is 118 in sRGB (IEC 61966-2-1: 255 × (1.055 × 0.18^(1/2.4) − 0.055) = 117.6). */
    public function test_a_middle_grey_is_no_stop_away_and_twice_the_light_one_stop(): void
    {
        self::assertEqualsWithDelta(0.0, Tones::of(self::all(118))->ev, 0.02);
        // 36 % is 162.
        self::assertEqualsWithDelta(1.0, Tones::of(self::all(162))->ev, 0.02);
        self::assertEqualsWithDelta(-1.0, Tones::of(self::all(84))->ev, 0.03);
    }

    public function test_clipped_shares_are_those_of_the_channel_that_loses_most(): void
    {
        $red = array_replace(array_fill(0, 256, 0), [255 => 30, 120 => 70]);
        $others = array_replace(array_fill(0, 256, 0), [0 => 10, 120 => 90]);
        $tones = Tones::of([$red, $others, $others]);
        self::assertEqualsWithDelta(0.3, $tones->lights, 1e-9);
        // Black is what has no light in any channel: red has some everywhere.
        self::assertEqualsWithDelta(0.0, $tones->darks, 1e-9);
        self::assertEqualsWithDelta(0.1, Tones::of([$others])->darks, 1e-9);
    }

    public function test_a_black_frame_is_dark_and_no_error(): void
    {
        $black = Tones::of(self::all(0));
        self::assertLessThan(-8.0, $black->ev);
        self::assertSame(1.0, $black->darks);
        self::assertSame(0.0, Tones::of([array_fill(0, 256, 0)])->lights);
    }

    /** @return non-empty-list<list<int>> */
    private static function all(int $level): array
    {
        $histogram = array_fill(0, 256, 0);
        $histogram[$level] = 1000;

        return [$histogram, $histogram, $histogram];
    }
}
