<?php

declare(strict_types=1);

namespace Tests\Feature\Looks;

use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Imaging\UnableToMakePicture;
use App\Looks\Finisher;
use FFI;
use Kanpai\Core\Looks\Look;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Pictures of other spaces, depths and sizes through a look. They are made by the programs of libvips, and by littlecms2
 * for the profiles of Adobe RGB (1998) and Display P3 (primaries from their specifications, from memory).
 */
final class PicturesOfAllKindsTest extends TestCase
{
    /** Patches that all these spaces hold, in sRGB. */
    private const PATCHES = [[200, 60, 60], [70, 150, 80], [60, 80, 160], [128, 128, 128], [230, 220, 200], [30, 30, 40]];

    private const SIDE = 60;

    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/kanpai-kinds-'.bin2hex(random_bytes(4));
        mkdir($this->folder);
        $rows = implode("\n", array_fill(0, self::SIDE, implode(' ', array_map(
            fn (array $patch): string => implode(' ', array_fill(0, self::SIDE, implode(' ', $patch))),
            self::PATCHES,
        ))));
        $width = self::SIDE * count(self::PATCHES);
        file_put_contents("{$this->folder}/srgb.ppm", "P3\n{$width} ".self::SIDE."\n255\n{$rows}\n");
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), glob("{$this->folder}/*") ?: []);
        rmdir($this->folder);
    }

    private function vips(string ...$words): void
    {
        $command = 'cd '.escapeshellarg($this->folder).' && vips '.implode(' ', array_map(escapeshellarg(...), $words)).' 2>&1';
        exec($command, $said, $status);
        self::assertSame(0, $status, implode("\n", $said));
    }

    /** @param  list<array{float, float}>  $primaries */
    private function profile(string $name, array $primaries, float $gamma): string
    {
        $library = FFI::cdef(<<<'C'
            typedef struct { double x; double y; double Y; } cmsCIExyY;
            typedef struct { cmsCIExyY Red; cmsCIExyY Green; cmsCIExyY Blue; } cmsCIExyYTRIPLE;
            void *cmsBuildGamma(void *context, double gamma);
            void *cmsCreateRGBProfile(const cmsCIExyY *white, const cmsCIExyYTRIPLE *primaries, void *curves[3]);
            int cmsSaveProfileToFile(void *profile, const char *file);
            C, 'liblcms2.so.2');
        $white = $library->new('cmsCIExyY');
        [$white->x, $white->y, $white->Y] = [0.3127, 0.3290, 1.0];
        $own = $library->new('cmsCIExyYTRIPLE');
        foreach (['Red', 'Green', 'Blue'] as $i => $channel) {
            [$own->{$channel}->x, $own->{$channel}->y, $own->{$channel}->Y] = [...$primaries[$i], 1.0];
        }
        $curves = $library->new('void*[3]');
        $curve = $library->cmsBuildGamma(null, $gamma);
        [$curves[0], $curves[1], $curves[2]] = [$curve, $curve, $curve];
        $profile = $library->cmsCreateRGBProfile(FFI::addr($white), FFI::addr($own), $curves);
        $library->cmsSaveProfileToFile($profile, "{$this->folder}/{$name}.icc");

        return "{$name}.icc";
    }

    /** @return iterable<string, array{string, float}> kind, and the levels by which colours may be off */
    public static function kinds(): iterable
    {
        yield 'no profile' => ['plain', 2];
        yield 'Adobe RGB' => ['adobe', 3];
        yield 'Display P3' => ['p3', 3];
        // Inks hold fewer colours, and the profile is one of some press.
        yield 'CMYK' => ['cmyk', 14];
        yield 'sixteen bits' => ['deep', 2];
    }

    private function made(string $kind): string
    {
        $jpeg = fn (string $from): bool => $this->vips('copy', $from, 'made.jpg[Q=98,no-subsample]') === null;
        match ($kind) {
            'plain' => $jpeg('srgb.ppm'),
            'adobe' => $this->vips('icc_transform', 'srgb.ppm', 'made.jpg[Q=98,no-subsample]', $this->profile('adobe', [[0.64, 0.33], [0.21, 0.71], [0.15, 0.06]], 563 / 256), '--input-profile', 'srgb'),
            'p3' => $this->vips('icc_transform', 'srgb.ppm', 'made.jpg[Q=98,no-subsample]', $this->profile('p3', [[0.68, 0.32], [0.265, 0.69], [0.15, 0.06]], 2.2), '--input-profile', 'srgb'),
            'cmyk' => $this->vips('icc_transform', 'srgb.ppm', 'made.jpg[Q=98]', 'cmyk', '--input-profile', 'srgb'),
            'deep' => $this->vips('colourspace', 'srgb.ppm', 'made.png', 'rgb16'),
        };

        return "{$this->folder}/made.".($kind === 'deep' ? 'png' : 'jpg');
    }

    /** As `FinishedPicture` reads a file that is finished. */
    private static function finished(string $file, Look $look): Picture
    {
        $picture = str_ends_with($file, 'jpg') ? PictureReader::jpeg($file) : PictureReader::file($file);

        return (new Finisher())->finish($picture->inSrgb()->inEightBits()->bare(), $look);
    }

    /** @return list<array{int, int, int}> the middle of each patch */
    private static function patches(Picture $picture): array
    {
        $samples = $picture->samples();
        self::assertSame(3, $picture->bands());

        return array_map(function (int $i) use ($samples, $picture): array {
            $at = 3 * (intdiv(self::SIDE, 2) * $picture->width() + self::SIDE * $i + intdiv(self::SIDE, 2));

            return [ord($samples[$at]), ord($samples[$at + 1]), ord($samples[$at + 2])];
        }, array_keys(self::PATCHES));
    }

    #[DataProvider('kinds')]
    public function test_the_same_colours_come_out_of_every_space(string $kind, float $off): void
    {
        $file = $this->made($kind);
        foreach ([Look::plain(), Look::of(['stops' => 0.4, 'local' => 0.3, 'sharpening' => ['amount' => 0.3]])] as $look) {
            $there = self::patches(self::finished($file, $look));
            $this->vips('copy', 'srgb.ppm', 'own.png');
            $here = self::patches(self::finished("{$this->folder}/own.png", $look));
            foreach ($here as $i => $patch) {
                self::assertEqualsWithDelta($patch, $there[$i], $off, "patch {$i}");
            }
        }
    }

    public function test_a_grey_picture_becomes_one_of_three_channels(): void
    {
        $this->vips('colourspace', 'srgb.ppm', 'grey.jpg[Q=98]', 'b-w');
        foreach (self::patches(self::finished("{$this->folder}/grey.jpg", Look::of(['tints' => ['middle' => ['degrees' => 60, 'amount' => 0.5]]]))) as $patch) {
            self::assertGreaterThanOrEqual($patch[2], $patch[0]);
        }
        foreach (self::patches(self::finished("{$this->folder}/grey.jpg", Look::plain())) as $patch) {
            self::assertLessThanOrEqual(2, max($patch) - min($patch));
        }
    }

    public function test_a_picture_of_three_times_three_gets_everything_a_look_can_do(): void
    {
        file_put_contents("{$this->folder}/tiny.ppm", "P3\n3 3\n255\n".trim(str_repeat('90 120 150 ', 9))."\n");
        $this->vips('copy', 'tiny.ppm', 'tiny.jpg[Q=98]');
        $look = Look::of([
            'local' => 1, 'vignette' => -1, 'sharpening' => ['amount' => 1, 'mask' => 1], 'noise' => ['light' => 1, 'colour' => 1],
            'level' => 12, 'turns' => 1, 'crop' => ['left' => 0.1, 'top' => 0.1, 'width' => 0.8, 'height' => 0.8],
            'places' => [['kind' => 'brush', 'strokes' => [['points' => [0.5, 0.5], 'radius' => 0.3]], 'stops' => 1]],
            'spots' => [['middle' => [0.5, 0.5], 'radius' => 0.05]], 'lens' => ['distortion' => true],
        ]);
        $finished = self::finished("{$this->folder}/tiny.jpg", $look);
        self::assertGreaterThanOrEqual(1, min($finished->width(), $finished->height()));
        self::assertLessThanOrEqual(3, max($finished->width(), $finished->height()));
        self::assertSame(3 * $finished->width() * $finished->height(), strlen($finished->samples()));
    }

    public function test_two_hundred_megapixels_are_finished(): void
    {
        $this->vips('black', 'large.v', '20000', '10000', '--bands', '3');
        $this->vips('copy', 'large.v', 'large.jpg');
        unlink("{$this->folder}/large.v");
        $finished = self::finished("{$this->folder}/large.jpg", Look::of(['stops' => 1, 'vignette' => -0.5]));
        self::assertSame([20_000, 10_000], [$finished->width(), $finished->height()]);
        self::assertSame("\0\0\0", substr($finished->cropped(9000, 9000, 1, 1)->samples(), 0, 3));
    }

    public function test_what_is_no_picture_is_refused_by_name(): void
    {
        file_put_contents("{$this->folder}/none.jpg", "\xFF\xD8\xFF\xE0 no more");
        $this->expectException(UnableToMakePicture::class);
        self::finished("{$this->folder}/none.jpg", Look::plain());
    }
}
