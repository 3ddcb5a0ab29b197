<?php

declare(strict_types=1);

namespace Tests\Reference;

use App\Looks\Lenses;
use FFI;
use FFI\CData;
use Illuminate\Cache\ArrayStore;
use Illuminate\Cache\Repository;
use Illuminate\Support\Facades\Cache;
use Kanpai\Core\Looks\Lens\LensCorrection;
use Kanpai\Core\Looks\Lens\Polynomial;
use Kanpai\Core\Looks\Lens\UnusableLens;
use PHPUnit\Framework\TestCase;

/**
 * Lenses put right as lensfun itself does it (package `liblensfun1`, 0.3.3, with the data of `liblensfun-data-v1`): the
 * same lenses of its database by its library and by our polynomials. The library counts in single precision, pixel
 * after pixel, and is itself some hundredths of a pixel off.
 */
final class LensTest extends TestCase
{
    private const DATA = '/usr/share/lensfun/version_1';

    private const HEADER = <<<'C'
        typedef struct lfDatabase lfDatabase; typedef struct lfModifier lfModifier;
        typedef struct { char *Maker; char *Model; float MinFocal; float MaxFocal; float MinAperture; float MaxAperture;
            char **Mounts; float CenterX; float CenterY; float CropFactor; float AspectRatio; int Type; } lfLens;
        lfDatabase *lf_db_new(void);
        int lf_db_load_file(lfDatabase *db, const char *file);
        const lfLens **lf_db_get_lenses(const lfDatabase *db);
        lfModifier *lf_modifier_new(const lfLens *lens, float crop, int width, int height);
        void lf_modifier_destroy(lfModifier *m);
        int lf_modifier_initialize(lfModifier *m, const lfLens *lens, int format, float focal, float aperture,
            float distance, float scale, int geometry, int flags, int reverse);
        int lf_modifier_apply_subpixel_geometry_distortion(
            lfModifier *m, float x, float y, int w, int h, float *places);
        int lf_modifier_apply_color_modification(
            lfModifier *m, void *pixels, float x, float y, int w, int h, int role, int stride);
        C;

    private const FLOATS = 3;

    private const EVERYTHING = 1 | 2 | 8;

    private const RGB = 0x654;

    private const SIDES = [600, 400];

    private const CROPS = [1.0, 1.6];

    protected function setUp(): void
    {
        Cache::swap(new Repository(new ArrayStore()));
    }

    protected function tearDown(): void
    {
        Cache::clearResolvedInstances();
    }

    /** Places and light of some hundred lenses, at focal lengths that were measured and between them. */
    public function test_places_and_light_are_those_of_the_library(): void
    {
        $library = FFI::cdef(self::HEADER, 'liblensfun.so.1');
        $lenses = new Lenses([self::DATA]);
        [$near, $all, $zooms] = [0, 0, 0];
        foreach (['mil-samyang', 'slr-tamron', 'mil-zeiss', 'slr-tokina'] as $file) {
            foreach ($this->lenses($library, $file) as $lens) {
                foreach ($this->focals($file, $lens, $zooms) as $focal) {
                    $worst = $this->apart($library, $lenses, $lens, $focal);
                    if ($worst !== null) {
                        $all++;
                        $near += $worst < 0.15 ? 1 : 0;
                        self::assertLessThan(0.6, $worst, FFI::string($lens->Model)." at {$focal} mm");
                    }
                }
            }
        }
        self::assertGreaterThan(100, $all);
        self::assertGreaterThan(20, $zooms);
        // A pixel of six hundred is a fortieth of a per cent of the picture: seven in eight are within 0.15 of one.
        self::assertGreaterThan(0.87 * $all, $near);
    }

    /** @return iterable<CData> those of one file whose names no other has */
    private function lenses(FFI $library, string $file): iterable
    {
        $database = $library->lf_db_new();
        $library->lf_db_load_file($database, self::DATA."/{$file}.xml");
        $all = $library->lf_db_get_lenses($database);
        $names = [];
        for ($i = 0; $all[$i] !== null && ! FFI::isNull($all[$i]); $i++) {
            $names[] = FFI::string($all[$i]->Model);
        }
        $counts = array_count_values($names);
        foreach ($names as $n => $name) {
            // Rectilinear ones alone: the library would stretch the others as well.
            if ($counts[$name] === 1 && $all[$n]->Type === 1) {
                yield $all[$n];
            }
        }
    }

    /** @return list<float> one that was measured, and one between two, where the lens has one distortion for each */
    private function focals(string $file, CData $lens, int &$zooms): array
    {
        $name = FFI::string($lens->Model);
        foreach (simplexml_load_file(self::DATA."/{$file}.xml")->lens ?? [] as $own) {
            $measured = [];
            foreach ($own->calibration->distortion ?? [] as $distortion) {
                $measured[(string) $distortion['model']][] = (float) $distortion['focal'];
            }
            $focals = array_values($measured)[0] ?? [];
            if ((string) $own->model !== $name || count($measured) !== 1 || $focals !== array_unique($focals)) {
                continue;
            }
            sort($focals);
            $zooms += count($focals) > 2 ? 1 : 0;

            return count($focals) > 2 ? [$focals[1], ($focals[1] + 2 * $focals[2]) / 3] : [$focals[0]];
        }

        return [];
    }

    /** @return float|null pixels by which places are apart at most; null where we do not know the lens */
    private function apart(FFI $library, Lenses $lenses, CData $lens, float $focal): ?float
    {
        [$width, $height] = self::SIDES;
        $ours = $lenses->named(FFI::string($lens->Model));
        if ($ours === null || abs($ours->crop - $lens->CropFactor) > 0.01) {
            return null;
        }
        $worst = 0.0;
        foreach (self::CROPS as $times) {
            $crop = $times * $lens->CropFactor;
            $modifier = $library->lf_modifier_new($lens, $crop, $width, $height);
            $library->lf_modifier_initialize(
                $modifier, $lens, self::FLOATS, $focal, 5.6, 10.0, 1.0, $lens->Type, self::EVERYTHING, 0,
            );
            $correction = $ours->at($focal, 5.6, $crop, $width, $height);
            $worst = max($worst, $this->places($library, $modifier, $correction));
            $this->compareLight($library, $modifier, $correction, FFI::string($lens->Model));
            $library->lf_modifier_destroy($modifier);
        }

        return $worst;
    }

    private function places(FFI $library, CData $modifier, LensCorrection $correction): float
    {
        [$width, $height] = self::SIDES;
        $there = $library->new('float['.(6 * $width * $height).']');
        if ($library->lf_modifier_apply_subpixel_geometry_distortion($modifier, 0, 0, $width, $height, $there) === 0) {
            return 0.0;
        }
        $page = $correction->toArray();
        $worst = 0.0;
        for ($y = 0; $y < $height; $y += 57) {
            for ($x = 0; $x < $width; $x += 66) {
                foreach (['red', 'green', 'blue'] as $channel => $name) {
                    [$u, $v] = self::unscaled($page, $name, $x / ($width - 1), $y / ($height - 1));
                    $at = 6 * ($y * $width + $x) + 2 * $channel;
                    $worst = max($worst, abs($u * ($width - 1) - $there[$at]), abs($v * ($height - 1) - $there[$at + 1]));
                }
            }
        }

        return $worst;
    }

    /**
     * Without the enlargement by which we fill the edges: the library leaves that to whoever asks.
     *
     * @param  array<string, mixed>  $page
     * @return array{float, float}
     */
    private static function unscaled(array $page, string $channel, float $x, float $y): array
    {
        [$p, $q] = [($x - 0.5) * $page['sides'][0] / $page['half'], ($y - 0.5) * $page['sides'][1] / $page['half']];
        $factor = $page['distortion'] === [] ? 1.0 : Polynomial::at($page['distortion'], hypot($p, $q));
        $fringes = $page[$channel] ?? [];
        $factor *= $fringes === [] ? 1.0 : Polynomial::at($fringes, hypot($p, $q) * $factor);

        return [
            0.5 + $p * $factor * $page['half'] / $page['sides'][0],
            0.5 + $q * $factor * $page['half'] / $page['sides'][1],
        ];
    }

    private function compareLight(FFI $library, CData $modifier, LensCorrection $correction, string $name): void
    {
        [$width, $height] = self::SIDES;
        $pixels = $library->new('float['.(3 * $width * $height).']');
        for ($i = 0; $i < 3 * $width * $height; $i++) {
            $pixels[$i] = 0.1;
        }
        $library->lf_modifier_apply_color_modification($modifier, $pixels, 0, 0, $width, $height, self::RGB, 12 * $width);
        $light = $correction->only(false, true, false);
        foreach ([[0, 0], [300, 0], [450, 300], [300, 200]] as [$x, $y]) {
            $there = $pixels[3 * ($y * $width + $x)] / 0.1;
            $here = $light->hasDarkening() ? $light->gain($x / ($width - 1), $y / ($height - 1)) ** 2.4 : 1.0;
            if ($there < 3.9) {
                self::assertEqualsWithDelta($there, $here, 0.015 * $there, "{$name} at {$x}, {$y}");
            }
        }
    }

    public function test_a_lens_that_lies_about_its_focal_length_is_not_put_right(): void
    {
        $lenses = new Lenses([dirname(__DIR__, 2).'/demo/lenses']);
        $known = $lenses->of('Halden 24-35 mm F2', 28.0, 4.0, 'Halden Optical Halden 6', 6000, 4000);
        self::assertNotNull($known);
        self::assertTrue($known->hasDarkening());
        self::assertTrue($known->isStraight());
        // As rounded as cameras write it.
        self::assertNotNull($lenses->of('halden 24-35 mm f/2', 36.0, null, '', 6000, 4000));
        foreach ([0.0, 12.0, 4000.0] as $focal) {
            try {
                $lenses->of('Halden 24-35 mm F2', $focal, 4.0, '', 6000, 4000);
                self::fail("{$focal} mm");
            } catch (UnusableLens $reason) {
                self::assertStringContainsString('was measured at 24 mm to 35 mm', $reason->getMessage());
            }
        }
        foreach (['Corvid 70 mm F1.8', '', '   ', "'; DROP", str_repeat('x', 300)] as $name) {
            self::assertNull($lenses->of($name, 70.0, 4.0, '', 6000, 4000));
        }
        self::assertNull($lenses->of('Halden 24-35 mm F2', null, 4.0, '', 6000, 4000));
        self::assertNull($lenses->of('Halden 24-35 mm F2', 28.0, 4.0, '', 0, 0));
    }

    public function test_files_that_are_no_lenses_are_none(): void
    {
        $folder = sys_get_temp_dir().'/kanpai-lenses-'.bin2hex(random_bytes(4));
        mkdir($folder);
        file_put_contents("{$folder}/a.xml", 'not at all');
        file_put_contents("{$folder}/b.xml", '<lensdatabase><lens><model>Half</model></lens></lensdatabase>');
        file_put_contents(
            "{$folder}/c.xml",
            '<lensdatabase><lens><model>Odd</model><cropfactor>none</cropfactor><calibration><distortion model="odd" '.
                'focal="x"/><tca model="poly3" focal="50" vr="nan"/><vignetting model="pa" focal="50" aperture="0"/>'.
                '</calibration></lens></lensdatabase>',
        );
        $lenses = new Lenses([$folder, '/nowhere']);
        self::assertNull($lenses->named('Half'));
        $odd = $lenses->of('Odd', 50.0, 8.0, '', 300, 200);
        self::assertNotNull($odd);
        foreach ([[0.0, 0.0], [1.0, 0.5]] as [$x, $y]) {
            self::assertTrue(is_finite($odd->gain($x, $y)) && is_finite($odd->source($x, $y, 0)[0]));
        }
        array_map(unlink(...), glob("{$folder}/*") ?: []);
        rmdir($folder);
    }
}
