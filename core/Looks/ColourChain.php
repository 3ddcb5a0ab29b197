<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

use Kanpai\Core\Looks\Colour\Matrix;
use Kanpai\Core\Looks\Colour\Oklab;
use Kanpai\Core\Looks\Colour\Srgb;

/**
 * All that a look does to a colour by itself, in this order: the white of the light, exposure, the shoulder of what is
 * brighter than white, the curve of tone, hues and colourfulness, black and white, tints. Formulas are ours where no
 * source is named.
 */
final readonly class ColourChain
{
    /** Encoded values beyond which brightness rolls off towards white, and how far below white it does. */
    private const SHOULDER = 0.9;

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

    /** @var list<float> light after shoulder and curve */
    private array $tone;

    /** @var list<float> encoded values */
    private array $encoded;

    public function __construct(private Look $look)
    {
        $this->light = Srgb::balance($look->white)->times(2 ** $look->stops);
        $this->most = max(1.0, ...array_map(
            fn (array $row): float => array_sum(array_map(fn (float $value): float => max(0.0, $value), $row)),
            $this->light->rows,
        ));
        $tone = $encoded = [];
        for ($i = 0; $i <= self::STEPS; $i++) {
            $light = ($i / self::STEPS) ** 2;
            $tone[] = Srgb::light($look->tone->at(self::rolledOff(Srgb::encoded($this->most * $light))));
            $encoded[] = Srgb::encoded($light);
        }
        $this->tone = $tone;
        $this->encoded = $encoded;
    }

    /** Reaches white where what came in was white, and what was brighter stays there. */
    private static function rolledOff(float $encoded): float
    {
        $room = 1 - self::SHOULDER;

        return $encoded <= self::SHOULDER
            ? $encoded
            : min(1.0, self::SHOULDER + $room * (1 - exp(-($encoded - self::SHOULDER) / $room)) / (1 - M_E ** -1));
    }

    /**
     * @param  array{float, float, float}  $light  linear sRGB, 0 to 1
     * @return array{float, float, float} encoded sRGB, 0 to 1
     */
    public function at(array $light): array
    {
        [$red, $green, $blue] = $this->light->applied($light);
        [$lightness, $a, $b] = Oklab::of(
            self::of($this->tone, $red / $this->most),
            self::of($this->tone, $green / $this->most),
            self::of($this->tone, $blue / $this->most),
        );
        [$lightness, $a, $b] = $this->tinted(...$this->coloured($lightness, $a, $b));
        [$red, $green, $blue] = Oklab::light($lightness, $a, $b);

        return [self::of($this->encoded, $red), self::of($this->encoded, $green), self::of($this->encoded, $blue)];
    }

    /**
     * @param  list<float>  $table  even in the root of the light
     * @param  float  $light  what is outside of 0 to 1 is the nearest
     */
    private static function of(array $table, float $light): float
    {
        $place = $light <= 0.0 ? 0.0 : ($light >= 1.0 ? 1.0 : sqrt($light)) * self::STEPS;
        $i = (int) $place;
        $value = $table[$i];

        return $i === self::STEPS ? $value : $value + ($place - $i) * ($table[$i + 1] - $value);
    }

    /** @return array{float, float, float} lightness, a and b with hues turned, made more or less colourful, or grey */
    private function coloured(float $lightness, float $a, float $b): array
    {
        $colour = hypot($a, $b);
        $angle = atan2($b, $a);
        $place = ($angle / (2 * M_PI) + 1) * count($this->look->hues);
        $i = (int) $place;
        $share = ($place - $i) ** 2 * (3 - 2 * ($place - $i));
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

    /** @return array{float, float, float} */
    private function tinted(float $lightness, float $a, float $b): array
    {
        $weights = ['shadows' => (1 - $lightness) ** 2, 'lights' => $lightness ** 2];
        $weights['middle'] = 1 - $weights['shadows'] - $weights['lights'];
        foreach ($this->look->tints as $range => ['degrees' => $degrees, 'amount' => $amount]) {
            if ($amount > 0.0) {
                $a += $weights[$range] * $amount * self::TINT * cos(deg2rad($degrees));
                $b += $weights[$range] * $amount * self::TINT * sin(deg2rad($degrees));
            }
        }

        return [$lightness, $a, $b];
    }
}
