<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

use Kanpai\Core\Looks\Colour\Matrix;
use Kanpai\Core\Looks\Colour\Oklab;
use Kanpai\Core\Looks\Colour\Srgb;

/**
 * All that a look does to a colour by itself, in this order: the white of the light, exposure, the shoulder of what is
 * brighter than white, the curve of tone, hues and colourfulness, black and white, tints. Formulas are ours where no
 * source is named. `resources/js/looks/colour-chain.js` is the same, step by step: both give the same table.
 */
final readonly class ColourChain
{
    /** Steps of the tables of what comes out for a light, even in the root of the light: fine where it is dark. */
    private const STEPS = 4096;

    /** Colourfulness from which a hue is changed in full, so that nothing is torn where there is hardly a colour. */
    private const NEUTRAL = 0.04;

    /** Colourfulness of what is not muted any more. */
    private const COLOURFUL = 0.25;

    /** Colourfulness of a full tint. */
    private const TINT = 0.15;

    /** By how much of its lightness a hue is lighter or darker in black and white at most. */
    private const GREY = 0.35;

    private Matrix $light;

    /** Light that the table of tone knows at most: all channels at full light, times the exposure. */
    private float $most;

    /** @var list<float> light after shoulder and curve; encoded already where nothing is done to colours */
    private array $tone;

    /** @var list<float> encoded values */
    private array $encoded;

    /** Whether anything is done to colours beyond white and tone. */
    private bool $isColoured;

    /** @var array<string, array{float, float}> range => what is added to a and b at its full weight */
    private array $tints;

    public function __construct(private Look $look, ?ColourSource $source = null)
    {
        $source ??= ColourSource::srgb();
        $this->light = $source->balancedFor($look->white)->times(2 ** $look->stops);
        $this->most = max(1.0, ...array_map(
            fn (array $row): float => max(0.0, $row[0]) + max(0.0, $row[1]) + max(0.0, $row[2]),
            $this->light->rows,
        ));
        $this->tints = self::tints($look);
        $this->isColoured = $look->isColoured();
        $this->tone = $this->toned($source);
        $this->encoded = array_map(
            fn (int $i): float => Srgb::encoded(($i / self::STEPS) ** 2),
            range(0, self::STEPS),
        );
    }

    /** @return array<string, array{float, float}> */
    private static function tints(Look $look): array
    {
        return array_map(
            fn (array $tint): array => [
                $tint['amount'] * self::TINT * cos($tint['degrees'] * M_PI / 180),
                $tint['amount'] * self::TINT * sin($tint['degrees'] * M_PI / 180),
            ],
            array_filter($look->tints, fn (array $tint): bool => $tint['amount'] > 0.0),
        );
    }

    /** @return list<float> */
    private function toned(ColourSource $source): array
    {
        $gain = max(array_map(fn (array $row): float => $row[0] + $row[1] + $row[2], $this->light->rows));
        $shoulder = Shoulder::from(
            Srgb::encoded($gain / $source->headroom),
            Srgb::encoded($gain),
            $this->look->lowered(),
        );
        $tone = [];
        for ($i = 0; $i <= self::STEPS; $i++) {
            $light = ($i / self::STEPS) ** 2;
            $encoded = $this->look->tone->at($shoulder->at(Srgb::encoded($this->most * $light)));
            $tone[] = $this->isColoured ? Srgb::light($encoded) : $encoded;
        }

        return $tone;
    }

    /**
     * @param  array{float, float, float}  $light  linear, as the source has it, 0 to 1
     * @return array{float, float, float} encoded sRGB, 0 to 1
     */
    public function at(array $light): array
    {
        [$r, $g, $b] = $light;
        [$x, $y, $z] = $this->light->rows;
        $tone = $this->tone;
        $red = self::of($tone, ($x[0] * $r + $x[1] * $g + $x[2] * $b) / $this->most);
        $green = self::of($tone, ($y[0] * $r + $y[1] * $g + $y[2] * $b) / $this->most);
        $blue = self::of($tone, ($z[0] * $r + $z[1] * $g + $z[2] * $b) / $this->most);
        if (! $this->isColoured) {
            return [$red, $green, $blue];
        }
        [$lightness, $a, $b] = $this->coloured(...Oklab::of($red, $green, $blue));
        if ($this->tints !== []) {
            [$a, $b] = $this->tinted($lightness, $a, $b);
        }
        [$red, $green, $blue] = Oklab::light($lightness, $a, $b);
        $encoded = $this->encoded;

        return [self::of($encoded, $red), self::of($encoded, $green), self::of($encoded, $blue)];
    }

    /**
     * @param  list<float>  $table  even in the root of the light
     * @param  float  $light  what is outside of 0 to 1 is the nearest
     */
    private static function of(array $table, float $light): float
    {
        if ($light <= 0.0) {
            return $table[0];
        }
        if ($light >= 1.0) {
            return $table[self::STEPS];
        }
        $place = sqrt($light) * self::STEPS;
        $i = (int) $place;
        $value = $table[$i];

        return $value + ($place - $i) * (($table[$i + 1] ?? $value) - $value);
    }

    /** @return array{float, float, float} lightness, a and b with hues turned, made more or less colourful, or grey */
    private function coloured(float $lightness, float $a, float $b): array
    {
        $colour = sqrt($a * $a + $b * $b);
        $angle = atan2($b, $a);
        $place = ($angle / (2 * M_PI) + 1) * 8;
        $i = (int) $place;
        $share = $place - $i;
        $share = $share * $share * (3 - 2 * $share);
        [$one, $two] = [$i % 8, ($i + 1) % 8];
        $weight = min(1.0, $colour / self::NEUTRAL);
        if ($this->look->greys !== null) {
            $grey = $this->look->greys[$one] * (1 - $share) + $this->look->greys[$two] * $share;

            return [$lightness * (1 + $weight * self::GREY * $grey), 0.0, 0.0];
        }
        [$from, $to] = [$this->look->hues[$one], $this->look->hues[$two]];
        $gain = 1 + $this->look->saturation;
        $gain *= 1 + $this->look->muted * max(0.0, 1 - $colour / self::COLOURFUL);
        $gain *= 1 + $weight * ($from->colour + ($to->colour - $from->colour) * $share - 1);
        $angle += $weight * ($from->turn + ($to->turn - $from->turn) * $share);
        $colour *= max(0.0, $gain);

        return [
            $lightness * (1 + $weight * ($from->light + ($to->light - $from->light) * $share - 1)),
            $colour * cos($angle),
            $colour * sin($angle),
        ];
    }

    /** @return array{float, float} */
    private function tinted(float $lightness, float $a, float $b): array
    {
        $dark = (1 - $lightness) * (1 - $lightness);
        $bright = $lightness * $lightness;
        $weights = ['shadows' => $dark, 'middle' => 1 - $dark - $bright, 'lights' => $bright];
        foreach ($this->tints as $range => [$x, $y]) {
            $a += $weights[$range] * $x;
            $b += $weights[$range] * $y;
        }

        return [$a, $b];
    }
}
