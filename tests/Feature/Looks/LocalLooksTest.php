<?php

declare(strict_types=1);

namespace Tests\Feature\Looks;

use App\Imaging\NoiseReduction;
use App\Imaging\Picture;
use App\Imaging\Vips;
use App\Looks\Finisher;
use Kanpai\Core\Looks\Lens\LensCorrection;
use Kanpai\Core\Looks\Lens\Polynomial;
use Kanpai\Core\Looks\Lens\SensorSize;
use Kanpai\Core\Looks\Look;
use Kanpai\Core\Looks\Noise;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What is done to a part of a picture, on its pixels. */
final class LocalLooksTest extends TestCase
{
    private const SIDE = 240;

    /** @param  callable(int $x, int $y, int $channel): float  $of */
    private static function picture(callable $of, bool $isDeep = false): Picture
    {
        $samples = '';
        for ($i = 0; $i < 3 * self::SIDE ** 2; $i++) {
            $level = max(0, min(255, $of(intdiv($i, 3) % self::SIDE, intdiv($i, 3 * self::SIDE), $i % 3)));
            $samples .= $isDeep ? pack('v', (int) round(257 * $level)) : chr((int) round($level));
        }
        $image = Vips::library()
            ->vips_image_new_from_memory_copy($samples, strlen($samples), self::SIDE, self::SIDE, 3, $isDeep ? 2 : 0);

        return Picture::of(Vips::given($image, 'make a picture'));
    }

    /** @return array{int, int, int} */
    private static function at(Picture $picture, int $x, int $y): array
    {
        return array_values(unpack('C3', substr($picture->samples(), 3 * ($y * $picture->width() + $x), 3)) ?: []);
    }

    public function test_a_place_has_a_look_of_its_own_and_the_rest_is_untouched(): void
    {
        $grey = self::picture(fn (): float => 110);
        $ring = ['kind' => 'ring', 'middle' => [0.25, 0.5], 'radii' => [0.15, 0.15], 'feather' => 0.3];
        $looks = [
            ['places' => [[...$ring, 'stops' => 1]]],
            ['places' => [[...$ring, 'stops' => 1, 'inverse' => true]]],
        ];
        $brighter = self::at((new Finisher())->finish($grey, Look::of(['stops' => 1])), 0, 0);
        foreach ($looks as $i => $values) {
            $finished = (new Finisher())->finish($grey, Look::of($values));
            [$inside, $outside] = [self::at($finished, 60, 120), self::at($finished, 200, 40)];
            self::assertSame([110, 110, 110], $i === 0 ? $outside : $inside);
            self::assertSame($brighter, $i === 0 ? $inside : $outside);
        }
        // Half way through the edge, between both.
        $edge = self::at((new Finisher())->finish($grey, Look::of($looks[0])), (int) (60 + 36 * 0.85), 120)[1];
        self::assertEqualsWithDelta((110 + $brighter[1]) / 2, $edge, 6);
        // A frame of another crop has the place where it was set.
        $cropped = ['crop' => ['left' => 0.0, 'top' => 0.25, 'width' => 0.5, 'height' => 0.5]];
        $finished = (new Finisher())->finish($grey, Look::of($looks[0] + $cropped));
        self::assertSame([120, 120], [$finished->width(), $finished->height()]);
        self::assertSame($brighter, self::at($finished, 60, 60));
        self::assertSame([110, 110, 110], self::at($finished, 115, 5));
    }

    public function test_one_finisher_makes_frame_after_frame(): void
    {
        $grey = self::picture(fn (): float => 110);
        $finisher = new Finisher();
        foreach ([[1.0, 0.5], [1.0, -0.5], [0.0, 0.5], [1.0, 0.5]] as [$stops, $own]) {
            $look = ['stops' => $stops, 'places' => [['kind' => 'line', 'from' => [0.5, 0.4], 'to' => [0.5, 0.6], 'stops' => $own]]];
            $once = (new Finisher())->finish($grey, Look::of($look));
            self::assertSame($once->samples(), $finisher->finish($grey, Look::of($look))->samples());
            self::assertSame(
                self::at((new Finisher())->finish($grey, Look::of(['stops' => $stops + $own])), 5, 5),
                self::at($once, 5, 5),
            );
        }
    }

    /** @return iterable<string, array{bool}> */
    public static function depths(): iterable
    {
        yield 'eight bits' => [false];
        yield 'sixteen bits' => [true];
    }

    /** Noise of a known strength on even ground goes; an edge stays where it is. */
    #[DataProvider('depths')]
    public function test_noise_goes_and_edges_stay(bool $isDeep): void
    {
        mt_srand(11);
        $normal = fn (): float => sqrt(-2 * log((mt_rand() + 1) / (mt_getrandmax() + 2)))
            * cos(2 * M_PI * mt_rand() / mt_getrandmax());
        $noisy = self::picture(fn (int $x): float => ($x < 120 ? 80 : 180) + 8 * $normal(), $isDeep);
        [$light, $colour] = self::noise($noisy, $isDeep);
        self::assertEqualsWithDelta(8, $light, 0.5);
        // Red and blue each differ from green by the noise of two channels.
        self::assertEqualsWithDelta(8 * M_SQRT2, $colour, 0.7);
        $quiet = NoiseReduction::ofColours($noisy, Noise::colourVariance(0.6), Noise::COLOUR_RADIUS);
        self::assertLessThan(2.0, self::noise($quiet, $isDeep)[1]);
        $quiet = NoiseReduction::ofLight($quiet, Noise::lightVariance(1.0), Noise::LIGHT_RADIUS);
        self::assertLessThan(3.2, self::noise($quiet, $isDeep)[0]);
        // The step from one pixel to the next is still most of a hundred levels.
        $levels = self::row($quiet, $isDeep);
        self::assertGreaterThan(70, $levels[121] - $levels[118]);
        $none = NoiseReduction::ofLight($noisy, Noise::lightVariance(0.0), Noise::LIGHT_RADIUS);
        self::assertEqualsWithDelta(self::row($noisy, $isDeep), self::row($none, $isDeep), 1);
    }

    /** @return list<float> mean green of each column, in levels of 255 */
    private static function row(Picture $picture, bool $isDeep): array
    {
        return array_map(
            fn (int $x): float => array_sum(array_map(
                fn (int $y): float => self::level($picture, $isDeep, $x, $y, 1),
                range(40, 60),
            )) / 21,
            range(0, self::SIDE - 1),
        );
    }

    private static function level(Picture $picture, bool $isDeep, int $x, int $y, int $channel): float
    {
        static $kept = [];
        $key = spl_object_id($picture);
        if (($kept['key'] ?? null) !== $key) {
            $kept = ['key' => $key, 'samples' => $picture->samples(), 'picture' => $picture];
        }
        $at = 3 * ($y * self::SIDE + $x) + $channel;

        return $isDeep
            ? (unpack('v', $kept['samples'], 2 * $at)[1] ?? 0) / 257
            : ord($kept['samples'][$at]);
    }

    /** @return array{float, float} standard deviations of lightness, and of red less green, on even ground */
    private static function noise(Picture $picture, bool $isDeep): array
    {
        [$light, $colour] = [[], []];
        for ($y = 20; $y < 220; $y += 2) {
            for ($x = 15; $x < 105; $x += 2) {
                $light[] = self::level($picture, $isDeep, $x, $y, 1);
                $colour[] = self::level($picture, $isDeep, $x, $y, 0) - self::level($picture, $isDeep, $x, $y, 1);
            }
        }

        return [self::deviation($light), self::deviation($colour)];
    }

    /** @param  non-empty-list<float>  $values */
    private static function deviation(array $values): float
    {
        $mean = array_sum($values) / count($values);

        return sqrt(array_sum(array_map(fn (float $value): float => ($value - $mean) ** 2, $values)) / count($values));
    }

    public function test_a_spot_is_healed_before_anything_is_turned_or_coloured(): void
    {
        $speck = fn (int $x, int $y): float => hypot($x - 150, $y - 60) < 4 ? 60 : 120;
        $look = Look::of([
            'spots' => [['middle' => [150 / self::SIDE, 60 / self::SIDE], 'radius' => 7 / self::SIDE]],
            'turns' => 1,
        ]);
        foreach ([false, true] as $isDeep) {
            $finished = (new Finisher())->finish(self::picture($speck, $isDeep), $look);
            // Turned clockwise: what was at the left is at the top.
            self::assertSame([120, 120, 120], self::at($finished, self::SIDE - 1 - 60, 150));
            $unhealed = (new Finisher())->finish(self::picture($speck, $isDeep), Look::of(['turns' => 1]));
            self::assertSame([60, 60, 60], self::at($unhealed, self::SIDE - 1 - 60, 150));
        }
    }

    /** A grid of lines as a lens bends it, darkens and fringes it, is straight, even and grey again. */
    public function test_what_a_lens_did_is_undone(): void
    {
        $side = self::SIDE;
        $bent = Polynomial::distortion('poly3', [-0.06]);
        $lens = LensCorrection::of(SensorSize::of(1.0, 1.0, 1.0, $side, $side), $bent, [1.004], [0.996], [-0.5, 0.0, 0.0]);
        // A light line at a third of the straight picture, drawn where the lens puts it.
        $page = $lens->toArray();
        $drawn = self::picture(function (int $x, int $y, int $channel) use ($lens, $page, $side): float {
            [$u, $v] = self::straight($lens, ($x + 0.5) / $side, ($y + 0.5) / $side, $channel);
            $squared = ((($x + 0.5) / $side - 0.5) ** 2 + (($y + 0.5) / $side - 0.5) ** 2) / $page['diagonal'] ** 2;
            $level = 60 + 120 * max(0.0, 1 - abs($u - 1 / 3) * $side / 3);

            return $level * max(0.02, 1 - 0.5 * $squared) ** (1 / 2.4);
        });
        $asked = Look::of(['lens' => ['distortion' => true, 'darkening' => true, 'fringes' => true]]);
        $right = (new Finisher())->finish($drawn, $asked, null, $lens);
        self::assertSame($drawn->samples(), (new Finisher())->finish($drawn, Look::plain(), null, $lens)->samples());
        self::assertNotSame($right->samples(), (new Finisher())->finish($drawn, $asked)->samples());
        foreach ([12, 60, 120, 180, 227] as $y) {
            foreach ([0, 1, 2] as $channel) {
                // Where the middle of the line lies in each row.
                [$sum, $weight] = [0.0, 0.0];
                for ($x = 66; $x <= 94; $x++) {
                    $own = max(0.0, self::at($right, $x, $y)[$channel] - 75.0);
                    $sum += $own * ($x + 0.5);
                    $weight += $own;
                }
                self::assertEqualsWithDelta($side / 3, $sum / $weight, 0.25, "row {$y}, channel {$channel}");
            }
            self::assertEqualsWithDelta(60, self::at($right, 12, $y)[1], 3);
            self::assertEqualsWithDelta(60, self::at($right, 227, $y)[1], 3);
        }
    }

    /** @return array{float, float} where a place of what the lens made is when it is straight, by trying */
    private static function straight(LensCorrection $lens, float $x, float $y, int $channel): array
    {
        [$u, $v] = [$x, $y];
        for ($i = 0; $i < 12; $i++) {
            [$p, $q] = $lens->source($u, $v, $channel);
            [$u, $v] = [$u + $x - $p, $v + $y - $q];
        }

        return [$u, $v];
    }
}
