<?php

declare(strict_types=1);

namespace Tests\Feature\Imaging;

use App\Imaging\ExifTool;
use App\Imaging\Picture;
use App\Imaging\PictureMeasures;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Imaging\PreviewMaker;
use App\Imaging\UnableToMakePicture;
use App\Imaging\UnableToWriteMetadata;
use App\Proof\Watermark;
use Kanpai\Core\Imaging\DifferenceHash;
use Kanpai\Demo\Scene\Effects;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** The one door to libvips and exiftool. Sizes are those of JPEG’s DCT scaling (ITU-T T.81). */
final class ImagingTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/kanpai-imaging-'.bin2hex(random_bytes(5));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->folder));
    }

    /**
     * @return iterable<string, array{int, int, int, int, int, int}>
     *   width and height of the frame, of its preview, of its thumbnail
     */
    public static function frames(): iterable
    {
        yield '24 megapixels' => [6000, 4000, 1500, 1000, 375, 250];
        yield 'upright' => [4000, 6000, 1000, 1500, 250, 375];
        yield 'small' => [900, 600, 900, 600, 375, 250];
        yield 'between two steps' => [3500, 2333, 1500, 1000, 375, 250];
        yield 'a strip' => [6000, 300, 1500, 75, 375, 19];
    }

    #[DataProvider('frames')]
    public function test_previews_have_the_size_they_are_meant_to_have(
        int $width,
        int $height,
        int $previewWidth,
        int $previewHeight,
        int $thumbWidth,
        int $thumbHeight,
    ): void {
        $source = $this->jpeg($width, $height);
        (new PreviewMaker())->make(
            $source,
            null,
            max($width, $height),
            "{$this->folder}/l.jpg",
            "{$this->folder}/s.jpg",
        );
        [$w, $h] = (array) getimagesize("{$this->folder}/l.jpg");
        [$tw, $th] = (array) getimagesize("{$this->folder}/s.jpg");
        self::assertEqualsWithDelta($previewWidth, $w, 1);
        self::assertEqualsWithDelta($previewHeight, $h, 1);
        self::assertEqualsWithDelta($thumbWidth, $tw, 1);
        self::assertEqualsWithDelta($thumbHeight, $th, 1);
        self::assertSame([], glob("{$this->folder}/*.part*") ?: []);
    }

    public function test_a_picture_that_lies_is_stood_up_and_its_pixels_with_it(): void
    {
        // Red on the left; turned by 90 degrees clockwise (Exif 6), red is on top.
        $image = imagecreatetruecolor(60, 40);
        imagefilledrectangle($image, 0, 0, 19, 39, 0xFF0000);
        imagejpeg($image, "{$this->folder}/lying.jpg", 95);
        (new ExifTool())->write("{$this->folder}/lying.jpg", [['IFD0:Orientation#', '6']]);
        $picture = PictureReader::jpeg("{$this->folder}/lying.jpg");
        self::assertSame([40, 60], [$picture->width(), $picture->height()]);
        $samples = $picture->samples();
        self::assertGreaterThan(200, ord($samples[3 * (5 * 40 + 20)]), 'red on top');
        self::assertLessThan(60, ord($samples[3 * (50 * 40 + 20)]), 'black below');
    }

    public function test_a_broken_file_fails_with_a_sentence_and_leaves_nothing(): void
    {
        $source = $this->jpeg(600, 400);
        file_put_contents($source, substr((string) file_get_contents($source), 0, 3000));
        try {
            (new PreviewMaker())->make($source, null, 600, "{$this->folder}/l.jpg", "{$this->folder}/s.jpg");
            self::fail('A broken picture was taken as whole.');
        } catch (UnableToMakePicture $reason) {
            self::assertStringContainsString('Unable to', $reason->getMessage());
        }
        self::assertFileDoesNotExist("{$this->folder}/l.jpg");
        $this->expectException(UnableToWriteMetadata::class);
        (new ExifTool())->write("{$this->folder}/nothing.jpg", [['XMP:City', 'x']]);
    }

    public function test_exiftool_ends_with_a_worker_that_is_killed_before_its_death_is_watched(): void
    {
        $mark = 'orphan-'.bin2hex(random_bytes(4));
        $code =
            'require "vendor/autoload.php"; $tool = new App\\Imaging\\ExifTool(); '.
            '(new ReflectionMethod($tool, "start"))->invoke($tool); posix_kill(getmypid(), SIGKILL);';
        for ($i = 0; $i < 10; $i++) {
            $pipes = [];
            $process = proc_open(
                [PHP_BINARY, '-r', $code],
                [2 => ['file', '/dev/null', 'w']],
                $pipes,
                dirname(__DIR__, 3),
                [...getenv(), 'KANPAI_ORPHAN' => $mark],
            );
            self::assertNotFalse($process);
            proc_close($process);
        }
        $end = microtime(true) + 20;
        while (($left = self::withEnvironment("KANPAI_ORPHAN={$mark}")) !== [] && microtime(true) < $end) {
            usleep(50_000);
        }
        array_map(fn (int $process): bool => posix_kill($process, SIGKILL), $left);
        self::assertSame([], $left, 'exiftool goes on without its worker');
    }

    /** @return list<int> processes that were started with a variable */
    private static function withEnvironment(string $variable): array
    {
        $found = [];
        foreach (glob('/proc/[0-9]*/environ') ?: [] as $file) {
            if (str_contains((string) @file_get_contents($file), $variable)) {
                $found[] = (int) basename(dirname($file));
            }
        }

        return $found;
    }

    public function test_one_exiftool_takes_many_commands_and_goes_on_after_a_failure(): void
    {
        $tool = new ExifTool();
        $files = [$this->jpeg(30, 20, 'a'), "{$this->folder}/missing.jpg", $this->jpeg(30, 20, 'b')];
        $failures = 0;
        foreach ($files as $i => $file) {
            try {
                $tool->write($file, [['XMP-photoshop:City', "City {$i}"]]);
            } catch (UnableToWriteMetadata) {
                $failures++;
            }
        }
        self::assertSame(1, $failures);
        self::assertSame(
            "City 0\nCity 2\n",
            (string) shell_exec('exiftool -s3 -City -q '.escapeshellarg($files[0]).' '.escapeshellarg($files[2])),
        );
    }

    /**
     * Likeness by 64 signs: a picture and its smaller, softer copy agree; another picture does not (Krawetz 2013: under
     * 10 is alike).
     */
    public function test_likeness_stands_what_a_smaller_copy_does_to_a_picture(): void
    {
        $likeness = fn (Picture $picture): DifferenceHash => DifferenceHash::of(
            PictureMeasures::greyGrid($picture, DifferenceHash::WIDTH, DifferenceHash::HEIGHT),
        );
        $rack = dirname(__DIR__, 3).'/storage/instances/test/rack';
        $all = glob("{$rack}/ivo/DCIM/*/*.JPG") ?: [];
        $one = PictureReader::jpeg($all[0]);
        $copy = PictureReader::jpegBytes(PictureWriter::jpegBytes(Effects::blurred($one->within(400), 1.2), 60));
        $other = PictureReader::jpeg($all[40]);
        self::assertLessThan(6, $likeness($one)->distance($likeness($copy)));
        self::assertGreaterThan(10, $likeness($one)->distance($likeness($other)));
    }

    /** @return iterable<string, array{int, int, int}> width and height, and the longest side to be had */
    public static function sizes(): iterable
    {
        yield 'by four' => [1200, 800, 300];
        yield 'not by a whole number' => [1000, 700, 430];
        yield 'by eight' => [1920, 1280, 240];
        yield 'by sixty' => [1920, 1280, 32];
    }

    /** Beside GD's resampling, which weighs each pixel by the area that it has in the smaller one. */
    #[DataProvider('sizes')]
    public function test_a_smaller_picture_is_what_another_library_makes_of_it(int $width, int $height, int $side): void
    {
        $source = $this->jpeg($width, $height);
        $smaller = PictureReader::jpeg($source)->within($side);
        $other = imagecreatetruecolor($smaller->width(), $smaller->height());
        imagecopyresampled(
            $other,
            imagecreatefromjpeg($source) ?: throw new \LogicException(),
            0,
            0,
            0,
            0,
            $smaller->width(),
            $smaller->height(),
            $width,
            $height,
        );
        $samples = $smaller->samples();
        [$apart, $brighter] = [0, 0];
        for ($i = 0; $i < $smaller->width() * $smaller->height(); $i++) {
            $difference =
                ord($samples[3 * $i + 1]) -
                (((int) imagecolorat($other, $i % $smaller->width(), intdiv($i, $smaller->width())) >> 8) & 0xFF);
            [$apart, $brighter] = [$apart + abs($difference), $brighter + $difference];
        }
        self::assertSame($side, max($smaller->width(), $smaller->height()));
        self::assertLessThan($side < 100 ? 8.0 : 2.5, $apart / $i, 'levels of 0 to 255 apart, in the mean');
        self::assertEqualsWithDelta(0.0, $brighter / $i, 0.6, 'brighter or darker as a whole');
    }

    /**
     * Against the definition (Pech-Pacheco et al., “Diatom autofocusing in brightfield microscopy”, ICPR 2000), carried
     * out one pixel after the other.
     */
    public function test_sharpness_is_the_variance_of_the_laplacian_of_green_and_falls_with_blur(): void
    {
        [$width, $height] = [90, 60];
        $picture = PictureReader::jpeg($this->jpeg($width, $height));
        $samples = $picture->samples();
        $green = fn (int $x, int $y): int => ord(
            $samples[3 * ($width * max(0, min($height - 1, $y)) + max(0, min($width - 1, $x))) + 1],
        );
        $edges = [];
        for ($i = 0; $i < $width * $height; $i++) {
            [$x, $y] = [$i % $width, intdiv($i, $width)];
            $edges[] =
                $green($x - 1, $y) + $green($x + 1, $y) + $green($x, $y - 1) + $green($x, $y + 1) - 4 * $green($x, $y);
        }
        $mean = array_sum($edges) / count($edges);
        $variance = array_sum(array_map(fn (int $edge): float => ($edge - $mean) ** 2, $edges)) / count($edges);
        self::assertGreaterThan(100.0, $variance);
        self::assertEqualsWithDelta($variance, PictureMeasures::sharpness($picture), 0.01 * $variance);
        self::assertLessThan(0.3 * $variance, PictureMeasures::sharpness(Effects::blurred($picture, 1.5)));
    }

    public function test_a_watermark_changes_pixels_across_the_picture_and_takes_any_words(): void
    {
        $picture = PictureReader::jpeg($this->jpeg(600, 400));
        $mark = Watermark::of(['text' => 'Quill & Tarn <proof>', 'opacity' => 80]);
        self::assertNotNull($mark);
        $marked = $mark->on($picture);
        self::assertSame([600, 400, 3], [$marked->width(), $marked->height(), $marked->bands()]);
        $before = $picture->samples();
        $after = $marked->samples();
        self::assertSame(strlen($before), strlen($after));
        $changed = [0, 0];
        for ($i = 0; $i < strlen($before); $i += 3) {
            $changed[$i < strlen($before) / 2 ? 0 : 1] += abs(ord($before[$i]) - ord($after[$i])) > 20 ? 1 : 0;
        }
        self::assertGreaterThan(1000, min($changed), 'both halves carry it');
    }

    private function jpeg(int $width, int $height, string $name = 'source'): string
    {
        $image = imagecreatetruecolor($width, $height);
        for ($i = 0; $i < 40; $i++) {
            imagefilledellipse(
                $image,
                (int) (($width * (($i * 37) % 100)) / 100),
                (int) (($height * (($i * 53) % 100)) / 100),
                intdiv($width, 8),
                intdiv($height, 6),
                ($i * 1_234_567) & 0xFFFFFF,
            );
        }
        imagejpeg($image, "{$this->folder}/{$name}.jpg", 88);

        return "{$this->folder}/{$name}.jpg";
    }
}
