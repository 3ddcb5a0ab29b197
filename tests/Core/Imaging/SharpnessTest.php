<?php

declare(strict_types=1);

namespace Tests\Core\Imaging;

use Kanpai\Core\Imaging\Blur;
use Kanpai\Core\Imaging\Patch;
use Kanpai\Core\Imaging\Sharpness;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Series blurred by known widths, as focus measures are compared in Pertuz, Puig and Garcia, “Analysis of focus measure
 * operators for shape-from-focus” (2013): a measure must fall from the sharpest to the most blurred, with noise too.
 * Beside it the energy of gradients (Tenengrad) of Krotkov, “Focusing” (1987), which ours is built on.
 */
final class SharpnessTest extends TestCase
{
    private const SIGMAS = [0.0, 0.5, 0.8, 1.2, 1.6, 2.2, 3.0, 4.0];

    /** Standard deviation of the noise of ISO 6400 in a preview, in levels: common practice, no source. */
    private const ISO_6400 = 5.0;

    /** @return iterable<string, array{float}> */
    public static function noises(): iterable
    {
        yield 'without noise' => [0.0];
        yield 'at ISO 800' => [2.0];
        yield 'at ISO 6400' => [self::ISO_6400];
    }

    #[DataProvider('noises')]
    public function test_a_series_stays_in_the_order_of_its_blur(float $noise): void
    {
        $values = array_map(fn (float $sigma): float => self::sharpness($sigma, 1, $noise)->value ?? -1.0, self::SIGMAS);
        $sorted = $values;
        rsort($sorted);
        self::assertSame($sorted, $values, implode(' ', array_map(fn (float $v): string => sprintf('%.3f', $v), $values)));
        self::assertGreaterThan(0.8, $values[0]);
        self::assertLessThan(0.25, end($values));
    }

    public function test_without_noise_the_width_of_the_blur_is_found(): void
    {
        foreach ([0.8, 1.2, 1.6, 2.2, 3.0] as $sigma) {
            self::assertEqualsWithDelta($sigma, self::sharpness($sigma)->sigma, 0.25 * $sigma, "σ of {$sigma}");
        }
    }

    /** Tenengrad falls with contrast; the ratio of two sizes does not. */
    public function test_contrast_does_not_matter(): void
    {
        foreach ([0.5, 1.6, 3.0] as $sigma) {
            $of = fn (float $contrast): float => self::sharpness($sigma, 1, 0.0, $contrast)->value ?? -1.0;
            self::assertEqualsWithDelta($of(150.0), $of(60.0), 0.03);
            $tenengrad = fn (float $contrast): float => array_sum(Blurred::patch($sigma, contrast: $contrast)->energies());
            self::assertLessThan(0.3 * $tenengrad(150.0), $tenengrad(60.0));
        }
    }

    public function test_a_movement_is_told_from_a_lack_of_focus(): void
    {
        foreach ([6, 9, 12] as $length) {
            $moved = self::sharpness(0.4, $length, 1.0);
            self::assertSame(Blur::Motion, $moved->blur, "moved by {$length} pixels");
            self::assertSame(0.0, $moved->angle);
        }
        foreach ([2.0, 3.0, 4.0] as $sigma) {
            self::assertSame(Blur::Defocus, self::sharpness($sigma, 1, 1.0)->blur, "out of focus by {$sigma}");
        }
        self::assertSame(Blur::None, self::sharpness(0.5, 1, 1.0)->blur);
    }

    public function test_a_frame_that_shows_nothing_has_no_sharpness(): void
    {
        $black = Patch::of(str_repeat("\0", 1600), 40);
        $nothing = Sharpness::of([$black, $black], [$black]);
        self::assertNull($nothing->value);
        self::assertSame(Blur::None, $nothing->blur);
        self::assertNull(Sharpness::of([], [])->value);
    }

    private static function sharpness(
        float $sigma,
        int $length = 1,
        float $noise = 0.0,
        float $contrast = 150.0,
    ): Sharpness {
        $patches = array_map(
            fn (int $seed): Patch => Blurred::patch($sigma, $length, $noise, $seed, $contrast),
            range(1, 4),
        );

        return Sharpness::of($patches, Blurred::quiet($noise));
    }
}
