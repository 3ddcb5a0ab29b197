<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Lens;

/**
 * How a picture is put right that a lens has bent, fringed and darkened. `resources/js/looks/lens.js` is the same.
 *
 * @phpstan-type LensForPage array{half: float, diagonal: float, sides: array{float, float}, distortion: list<float>,
 *     red: list<float>, blue: list<float>, darkening: list<float>, scale: float}
 */
final readonly class LensCorrection
{
    /** Places on each edge that are looked at for how much is to be cut off. */
    private const PLACES = 24;

    private const LEAST_SCALE = 0.85;

    private const MOST_SCALE = 1.35;

    private const HALVINGS = 24;

    /** Encoded values are about this power of light. */
    private const ENCODED = 1 / 2.4;

    private const MOST_GAIN = 4.0;

    /**
     * @param  list<float>  $distortion  factors of 1, r, r² …; none where nothing is bent
     * @param  list<float>  $red  the same for red against green, and for blue
     * @param  list<float>  $blue
     * @param  list<float>  $darkening  of r², r⁴ and r⁶
     * @param  float  $scale  by which the picture is enlarged, so that no edge is empty
     */
    private function __construct(
        private SensorSize $size,
        private array $distortion,
        private array $red,
        private array $blue,
        private array $darkening,
        private float $scale,
    ) {
    }

    /**
     * @param  list<float>  $distortion
     * @param  list<float>  $red
     * @param  list<float>  $blue
     * @param  list<float>  $darkening
     */
    public static function of(SensorSize $size, array $distortion, array $red, array $blue, array $darkening): self
    {
        $bent = new self($size, $distortion, [], [], [], 1.0);

        return new self($size, $distortion, $red, $blue, $darkening, $distortion === [] ? 1.0 : $bent->fitting());
    }

    /** What of it a look asks for. */
    public function only(bool $distortion, bool $darkening, bool $fringes): self
    {
        return new self(
            $this->size,
            $distortion ? $this->distortion : [],
            $fringes ? $this->red : [],
            $fringes ? $this->blue : [],
            $darkening ? $this->darkening : [],
            $distortion ? $this->scale : 1.0,
        );
    }

    /** Whether pixels stay where they are. */
    public function isStraight(): bool
    {
        return $this->distortion === [] && ! $this->hasFringes();
    }

    public function hasFringes(): bool
    {
        return $this->red !== [] || $this->blue !== [];
    }

    public function hasDarkening(): bool
    {
        return $this->darkening !== [];
    }

    /** @return LensForPage */
    public function toArray(): array
    {
        return [
            'half' => $this->size->half,
            'diagonal' => $this->size->diagonal,
            'sides' => [$this->size->across, $this->size->down],
            'distortion' => $this->distortion,
            'red' => $this->red,
            'blue' => $this->blue,
            'darkening' => $this->darkening,
            'scale' => $this->scale,
        ];
    }

    /**
     * Where in the picture that the lens made a place of the straight one is.
     *
     * @param  float  $x  share of the width; `y` of the height
     * @param  0|1|2  $channel  red, green, blue
     * @return array{float, float}
     */
    public function source(float $x, float $y, int $channel = 1): array
    {
        [$across, $down] = [$this->size->across, $this->size->down];
        $p = ($x - 0.5) * $across / $this->size->half / $this->scale;
        $q = ($y - 0.5) * $down / $this->size->half / $this->scale;
        $factor = $this->distortion === [] ? 1.0 : Polynomial::at($this->distortion, hypot($p, $q));
        $fringes = [$this->red, [], $this->blue][$channel];
        if ($fringes !== []) {
            $factor *= Polynomial::at($fringes, hypot($p, $q) * abs($factor));
        }

        return [
            0.5 + $p * $factor * $this->size->half / $across,
            0.5 + $q * $factor * $this->size->half / $down,
        ];
    }

    /** By what an encoded value at a place of the straight picture is multiplied to be as light as in the middle. */
    public function gain(float $x, float $y): float
    {
        [$u, $v] = $this->source($x, $y);
        $squared = ((($u - 0.5) * $this->size->across) ** 2 + (($v - 0.5) * $this->size->down) ** 2)
            / $this->size->diagonal ** 2;
        [$k1, $k2, $k3] = [...$this->darkening, 0.0, 0.0, 0.0];
        $light = 1 + $squared * ($k1 + $squared * ($k2 + $squared * $k3));

        return max(1e-3, min(self::MOST_GAIN, 1 / max(0.02, $light))) ** self::ENCODED;
    }

    /** The least by which the picture has to be enlarged so that every place of its edge is in the one that there is. */
    private function fitting(): float
    {
        [$least, $most] = [self::LEAST_SCALE, self::MOST_SCALE];
        for ($i = 0; $i < self::HALVINGS; $i++) {
            $middle = ($least + $most) / 2;
            $own = new self($this->size, $this->distortion, [], [], [], $middle);
            [$least, $most] = $own->isFilled() ? [$least, $middle] : [$middle, $most];
        }

        return $most;
    }

    private function isFilled(): bool
    {
        for ($i = 0; $i <= self::PLACES; $i++) {
            $at = $i / self::PLACES;
            foreach ([[$at, 0.0], [$at, 1.0], [0.0, $at], [1.0, $at]] as [$x, $y]) {
                [$u, $v] = $this->source($x, $y);
                if (min($u, $v) < 0.0 || max($u, $v) > 1.0) {
                    return false;
                }
            }
        }

        return true;
    }
}
