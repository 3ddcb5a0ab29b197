<?php

declare(strict_types=1);

namespace Tests\Core\Cull\Measure;

use Kanpai\Core\Cull\Measure\Reach;
use PHPUnit\Framework\TestCase;

final class ReachTest extends TestCase
{
    public function test_a_soft_lens_is_held_against_itself(): void
    {
        $soft = Reach::of([0.30, 0.31, 0.29, 0.32, 0.30, 0.15, 0.31, 0.30, 0.29, 0.31, 0.30]);
        self::assertEqualsWithDelta(1.0, $soft->share(0.31), 0.04);
        self::assertEqualsWithDelta(0.5, $soft->share(0.155), 0.03);
    }

    public function test_one_lucky_frame_does_not_set_the_mark(): void
    {
        self::assertEqualsWithDelta(0.4, Reach::of([...array_fill(0, 19, 0.4), 0.95])->value, 1e-9);
    }

    public function test_a_group_of_one_or_none_has_a_mark_too(): void
    {
        self::assertSame(1.0, Reach::of([0.2])->share(0.2));
        self::assertSame(0.5, Reach::of([])->share(0.5));
        // Frames that are all out of focus are not perfect for it.
        self::assertLessThan(0.5, Reach::of([0.01, 0.02])->share(0.02));
    }
}
