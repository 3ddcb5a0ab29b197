<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

use Kanpai\Core\Looks\Colour\Adaptation;
use Kanpai\Core\Looks\Colour\Chromaticity;
use Kanpai\Core\Looks\Colour\Srgb;
use Kanpai\Core\Looks\Colour\WhitePoint;

/** A place of a picture that is grey or white in truth, such as a grey card: it says in which light it was. */
final class NeutralSpot
{
    /** Encoded values from which a channel is clipped, and up to which there is nothing but noise. */
    private const CLIPPED = 0.985;

    private const BLACK = 0.03;

    /**
     * @param  array{float, float, float}  $encoded  as the file has it, 0 to 1
     * @return array{kelvin: float, beside: float} the white that makes it neutral
     *
     * @throws UnusableSpot
     */
    public static function white(array $encoded, ColourSource $source): array
    {
        self::check($encoded);
        $light = array_map(Srgb::light(...), $encoded);
        $seen = Srgb::toXyz()->after($source->toSrgb)->applied($light);
        [$x, $y, $z] = Adaptation::between(WhitePoint::of(WhitePoint::D65), $source->asShot)->applied($seen);
        $sum = $x + $y + $z;
        if ($x <= 0.0 || $y <= 0.0 || $z <= 0.0) {
            throw UnusableSpot::colourful();
        }
        $white = WhitePoint::nearest(Chromaticity::of($x / $sum, $y / $sum));

        return abs($white['beside']) > Look::MOST_BESIDE
            ? throw UnusableSpot::colourful()
            : $white;
    }

    /** @param  array{float, float, float}  $encoded */
    private static function check(array $encoded): void
    {
        if (max($encoded) > self::CLIPPED) {
            throw UnusableSpot::clipped();
        }
        if (max($encoded) < self::BLACK || min($encoded) <= 0.0) {
            throw UnusableSpot::black();
        }
    }
}
