<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Lens;

/**
 * What was measured of a lens, as the database of lensfun has it (version 1 of its XML): distortion and colour fringes
 * at some focal lengths, darkening at some apertures and distances too.
 *
 * @phpstan-type Distortion array{focal: float, model: string, terms: list<float>}
 * @phpstan-type Fringes array{focal: float, model: string, red: list<float>, blue: list<float>}
 * @phpstan-type Darkening array{focal: float, aperture: float, distance: float,
 *     terms: array{float, float, float}}
 * @phpstan-type LensSaid array{name: string, crop: float, aspect: float, distortions: list<Distortion>,
 *     fringes: list<Fringes>, darkenings: list<Darkening>}
 */
final readonly class LensCalibration
{
    /** How far beyond what was measured a focal length may be: what is written into files is rounded. */
    private const BEYOND = 0.06;

    /** Metres at which most frames are taken: beyond some metres darkening hardly changes. */
    private const DISTANCE = 10.0;

    /**
     * @param  string  $name  as the database writes it
     * @param  float  $crop  by how much the sensor it was measured on is smaller than 24 × 36 mm
     * @param  float  $aspect  of that sensor, long side by short side
     * @param  list<Distortion>  $distortions
     * @param  list<Fringes>  $fringes
     * @param  list<Darkening>  $darkenings
     */
    private function __construct(
        public string $name,
        public float $crop,
        public float $aspect,
        private array $distortions,
        private array $fringes,
        private array $darkenings,
    ) {
    }

    /** @param  LensSaid  $said */
    public static function of(array $said): self
    {
        return new self(
            $said['name'],
            $said['crop'],
            $said['aspect'],
            self::sorted($said['distortions']),
            self::sorted($said['fringes']),
            self::sorted($said['darkenings']),
        );
    }

    /**
     * @template T of array{focal: float}
     *
     * @param  list<T>  $all
     * @return list<T> by focal length
     */
    private static function sorted(array $all): array
    {
        usort($all, fn (array $one, array $other): int => $one['focal'] <=> $other['focal']);

        return $all;
    }

    /**
     * How a picture that the lens made is put right.
     *
     * @param  float  $focal  millimetres, as the file says
     * @param  float|null  $aperture  f-number
     * @param  float|null  $crop  of the camera; null for that of the sensor the lens was measured on
     * @param  int  $width  of the picture in pixels, as it is upright; the height likewise
     *
     * @throws UnusableLens when the lens was never measured at this focal length
     */
    public function at(float $focal, ?float $aperture, ?float $crop, int $width, int $height): LensCorrection
    {
        $this->check($focal);
        $size = SensorSize::of($this->crop, $this->aspect, $crop ?? $this->crop, $width, $height);
        $fringes = $this->fringesAt($focal);

        return LensCorrection::of(
            $size,
            $this->distortionAt($focal),
            $fringes['red'],
            $fringes['blue'],
            $aperture === null ? [] : $this->darkeningAt($focal, $aperture),
        );
    }

    /** @throws UnusableLens */
    private function check(float $focal): void
    {
        $all = array_column([...$this->distortions, ...$this->fringes, ...$this->darkenings], 'focal');
        if ($all === []) {
            throw UnusableLens::neverMeasured($this->name);
        }
        if ($focal < min($all) * (1 - self::BEYOND) || $focal > max($all) * (1 + self::BEYOND)) {
            throw UnusableLens::beyond($this->name, $focal, min($all), max($all));
        }
    }

    /** @return list<float> factors of 1, r, r², r³ and r⁴ */
    private function distortionAt(float $focal): array
    {
        if ($this->distortions === []) {
            return [];
        }
        $model = $this->distortions[0]['model'];
        $same = array_values(array_filter($this->distortions, fn (array $own): bool => $own['model'] === $model));

        return Polynomial::distortion($model, FocalSpline::ofAngles(
            array_column($same, 'focal'),
            array_column($same, 'terms'),
            $focal,
        ));
    }

    /** @return array{red: list<float>, blue: list<float>} factors of 1, r and r² */
    private function fringesAt(float $focal): array
    {
        if ($this->fringes === []) {
            return ['red' => [], 'blue' => []];
        }
        $model = $this->fringes[0]['model'];
        $same = array_values(array_filter($this->fringes, fn (array $own): bool => $own['model'] === $model));
        $focals = array_column($same, 'focal');

        return [
            'red' => FocalSpline::at($focals, array_column($same, 'red'), $focal),
            'blue' => FocalSpline::at($focals, array_column($same, 'blue'), $focal),
        ];
    }

    /**
     * Weighted by how near what was measured is, in focal length, in the reciprocals of aperture and distance (as
     * lensfun does it).
     *
     * @return list<float> factors of r², r⁴ and r⁶
     */
    private function darkeningAt(float $focal, float $aperture): array
    {
        [$first, $second, $third, $weights] = [0.0, 0.0, 0.0, 0.0];
        $range = $this->range();
        foreach ($this->darkenings as $own) {
            $squares = (($own['focal'] - $focal) / $range) ** 2
                + (4 / $own['aperture'] - 4 / $aperture) ** 2
                + (0.1 / $own['distance'] - 0.1 / self::DISTANCE) ** 2;
            if ($squares < 1e-8) {
                return $own['terms'];
            }
            $weight = 1 / $squares ** (3.5 / 2);
            $weights += $weight;
            $first += $weight * $own['terms'][0];
            $second += $weight * $own['terms'][1];
            $third += $weight * $own['terms'][2];
        }

        return $weights === 0.0 ? [] : [$first / $weights, $second / $weights, $third / $weights];
    }

    private function range(): float
    {
        $focals = array_column($this->darkenings, 'focal');

        return $focals === [] ? 1.0 : max(1.0, max($focals) - min($focals));
    }
}
