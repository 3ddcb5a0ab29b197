<?php

declare(strict_types=1);

namespace Tests\Core\Looks\Suggest;

use Kanpai\Core\Looks\Suggest\CropByFaces;
use Kanpai\Core\Looks\Suggest\Ends;
use Kanpai\Core\Looks\ToneCurve;
use PHPUnit\Framework\TestCase;

/** What is suggested of a frame. */
final class SuggestTest extends TestCase
{
    /** @return array{left: float, top: float, width: float, height: float} */
    private static function face(float $left, float $top, float $height): array
    {
        // As wide as three quarters of its height, in a frame of 3:2.
        return ['left' => $left, 'top' => $top, 'width' => 0.75 * $height / 1.5, 'height' => $height];
    }

    public function test_a_crop_holds_all_faces_and_has_the_shape_that_is_asked(): void
    {
        $faces = [self::face(0.39, 0.35, 0.11), self::face(0.52, 0.38, 0.10)];
        foreach ([null, 1.0, 0.8] as $ratio) {
            $crops = CropByFaces::of($faces, 6000, 4000, $ratio);
            foreach ($crops as $name => $crop) {
                self::assertNotNull($crop, $name);
                $pixels = $crop['width'] * 6000 / ($crop['height'] * 4000);
                self::assertEqualsWithDelta($ratio ?? 1.5, $pixels, 1e-3);
                foreach ($faces as $face) {
                    self::assertGreaterThanOrEqual($crop['left'], $face['left']);
                    self::assertGreaterThanOrEqual($crop['top'], $face['top']);
                    self::assertLessThanOrEqual($crop['left'] + $crop['width'], $face['left'] + $face['width']);
                    self::assertLessThanOrEqual($crop['top'] + $crop['height'], $face['top'] + $face['height']);
                }
                self::assertGreaterThanOrEqual(0.0, min($crop['left'], $crop['top']));
                self::assertLessThanOrEqual(1.0, max($crop['left'] + $crop['width'], $crop['top'] + $crop['height']));
            }
            self::assertGreaterThan($crops['tight']['width'], $crops['loose']['width']);
        }
    }

    public function test_nothing_is_suggested_where_nothing_is_gained(): void
    {
        $none = ['tight' => null, 'loose' => null];
        self::assertSame($none, CropByFaces::of([], 6000, 4000));
        // People from edge to edge, and one who is far too small to be cut out.
        self::assertSame($none, CropByFaces::of([self::face(0.02, 0.2, 0.3), self::face(0.8, 0.2, 0.3)], 6000, 4000));
        self::assertSame($none, CropByFaces::of([self::face(0.5, 0.5, 0.02)], 6000, 4000));
        // Somebody small behind them changes nothing.
        $one = [self::face(0.4, 0.3, 0.14)];
        self::assertSame(
            CropByFaces::of($one, 6000, 4000),
            CropByFaces::of([...$one, self::face(0.05, 0.1, 0.03)], 6000, 4000),
        );
    }

    public function test_a_flat_picture_gets_its_ends_and_one_that_has_them_stays(): void
    {
        $flat = array_merge(array_fill(0, 8, 0), array_fill(0, 48, 10), array_fill(0, 8, 0));
        $ends = Ends::of($flat, [], 0.0);
        self::assertNotNull($ends);
        $curve = ToneCurve::of($ends, 0.0);
        self::assertEqualsWithDelta(0.03, $curve->at(8 / 64), 0.01);
        self::assertEqualsWithDelta(0.97, $curve->at(56 / 64), 0.01);
        // Suggested once, it is not suggested again.
        self::assertNull(Ends::of($flat, $ends, 0.0));
        self::assertNull(Ends::of(array_fill(0, 64, 10), [], 0.0));
        // As far as the zones go, where that is not enough.
        $narrow = array_merge(array_fill(0, 30, 0), array_fill(0, 4, 10), array_fill(0, 30, 0));
        self::assertEqualsWithDelta(['deep' => -1.0, 'bright' => 1.0], Ends::of($narrow, [], 0.0), 0.011);
        // A few pixels in the dark are no end: a night stays a night.
        self::assertNotNull(Ends::of([1, ...array_fill(0, 9, 0), ...array_fill(0, 54, 50)], [], 0.0));
        self::assertNull(Ends::of(array_fill(0, 64, 0), ['deep' => -1.0, 'bright' => 1.0], 0.0));
    }
}
