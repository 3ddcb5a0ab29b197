<?php

declare(strict_types=1);

namespace Tests\Core\Looks;

use Kanpai\Core\Looks\ToneCurve;
use PHPUnit\Framework\TestCase;

/** A curve through five zones that never falls. */
final class ToneCurveTest extends TestCase
{
    public function test_nothing_set_changes_nothing(): void
    {
        $curve = ToneCurve::of([], 0.0);
        for ($value = 0.0; $value <= 1.0; $value += 1 / 1024) {
            self::assertEqualsWithDelta($value, $curve->at($value), 1e-12);
        }
    }

    public function test_it_goes_through_the_zones_and_keeps_black_and_white(): void
    {
        $curve = ToneCurve::of(['dark' => 0.5, 'light' => -0.5], 0.0);
        self::assertEqualsWithDelta(0.3 + 0.06, $curve->at(0.3), 1e-12);
        self::assertEqualsWithDelta(0.7 - 0.06, $curve->at(0.7), 1e-12);
        self::assertEqualsWithDelta(0.5, $curve->at(0.5), 1e-12);
        self::assertSame([0.0, 1.0], [$curve->at(0.0), $curve->at(1.0)]);
        self::assertSame([0.0, 1.0], [$curve->at(-3.0), $curve->at(7.0)]);
    }

    public function test_contrast_darkens_what_is_dark_and_brightens_what_is_bright(): void
    {
        $curve = ToneCurve::of([], 1.0);
        self::assertLessThan(0.3, $curve->at(0.3));
        self::assertGreaterThan(0.7, $curve->at(0.7));
        // 0.5 + (0.7 − 0.5) × (1 + 0.45 × (1 − 0.4²)), worked by hand.
        self::assertEqualsWithDelta(0.7756, $curve->at(0.7), 1e-9);
        self::assertGreaterThan(0.3, ToneCurve::of([], -1.0)->at(0.3));
    }

    /** Fritsch and Carlson: data that does not fall gives a curve that does not fall, whatever the zones say. */
    public function test_it_never_falls(): void
    {
        $settings = [-1.0, -0.4, 0.0, 0.7, 1.0];
        foreach ($settings as $deep) {
            foreach ($settings as $dark) {
                foreach ($settings as $light) {
                    foreach ([-1.0, 0.0, 1.0] as $contrast) {
                        $curve = ToneCurve::of(
                            ['deep' => $deep, 'dark' => $dark, 'middle' => -$deep, 'light' => $light, 'bright' => -$light],
                            $contrast,
                        );
                        $before = 0.0;
                        for ($value = 0.0; $value <= 1.0; $value += 1 / 200) {
                            $now = $curve->at($value);
                            self::assertGreaterThanOrEqual($before - 1e-12, $now);
                            $before = $now;
                        }
                        self::assertLessThanOrEqual(1.0, $before);
                    }
                }
            }
        }
    }
}
