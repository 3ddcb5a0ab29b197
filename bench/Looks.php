<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Imaging\ExifTool;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Imaging\RawDeveloper;
use App\Looks\Finisher;
use Kanpai\Core\Looks\ColourSource;
use Kanpai\Core\Looks\ColourTable;
use Kanpai\Core\Looks\Look;
use Kanpai\Demo\Camera\ImageFiles;
use Kanpai\Demo\Camera\Shot;
use Kanpai\Demo\Regatta;
use RuntimeException;

/**
 * What looks cost: a table of colours, a JPEG of 24 megapixels through a look (against libvips decoding and encoding
 * it), a raw file to JPEG (against `dcraw_emu` alone).
 */
final class Looks implements Benchmark
{
    private const LOOK = [
        'kelvin' => 5200.0, 'beside' => 8.0, 'stops' => 0.35, 'contrast' => 0.3, 'muted' => 0.3, 'saturation' => 0.05,
        'zones' => ['deep' => -0.2, 'dark' => 0.5, 'bright' => -0.5],
        'hues' => ['pink' => ['turn' => 0.1, 'colour' => 0.1], 'blue' => ['colour' => 0.3, 'light' => -0.3]],
        'tints' => ['shadows' => ['degrees' => 220.0, 'amount' => 0.3]],
    ];

    private const LOCAL = ['local' => 0.4, 'vignette' => -0.3, 'sharpening' => ['amount' => 0.4, 'mask' => 0.3]];

    private const QUALITY = 92;

    private string $folder = '';

    private string $raw = '';

    /** @param  'colours'|'local'|'raw'|'table'  $part */
    public function __construct(private readonly string $part, private readonly float $goal)
    {
    }

    public function name(): string
    {
        return "looks-{$this->part}";
    }

    public function goal(): float
    {
        return $this->goal;
    }

    public function unit(): string
    {
        return match ($this->part) {
            'table' => 'ms for a table of 33 nodes a side',
            'raw' => 'ms for a raw file to JPEG',
            default => 'ms for a frame of 24 megapixels',
        };
    }

    public function prepare(string $folder): void
    {
        $this->folder = $folder.'/outputs';
        (new Outputs())->prepare($folder);
        $this->raw = $this->folder.'/frame.dng';
        if ($this->part === 'raw' && ! is_file($this->raw)) {
            $shots = array_filter((new Regatta(hasRaws: true))->shots(), fn (Shot $shot): bool => $shot->raw->isAlone);
            $frame = PictureReader::jpeg("{$this->folder}/frame.jpg");
            $preview = PictureWriter::jpegBytes($frame->within(1600), 84);
            $shot = $shots === [] ? throw new RuntimeException('The day has no raw file.') : reset($shots);
            file_put_contents($this->raw, (new ImageFiles())->dng($shot, $frame, $preview, 1600, 1067));
        }
    }

    public function ours(): float
    {
        $start = microtime(true);
        match ($this->part) {
            'table' => ColourTable::of(Look::of(self::LOOK), 33),
            'raw' => $this->developed(),
            'colours' => $this->finished(self::LOOK),
            'local' => $this->finished([...self::LOOK, ...self::LOCAL]),
        };

        return 1000 * (microtime(true) - $start);
    }

    /** @param  array<string, mixed>  $values */
    private function finished(array $values): void
    {
        $picture = (new Finisher())->finish(PictureReader::jpeg("{$this->folder}/frame.jpg"), Look::of($values));
        PictureWriter::file($picture, "{$this->folder}/look.jpg", 'jpeg', self::QUALITY);
    }

    private function developed(): void
    {
        $developer = new RawDeveloper(new ExifTool());
        $facts = $developer->facts($this->raw);
        $source = ColourSource::camera($facts->toSrgb, $facts->asShot, $facts->daylight, $facts->stops);
        $finisher = new Finisher();
        $look = Look::of(self::LOOK);
        $developed = $developer->develop($this->raw, false, fn () => $finisher->prepare($look, $source));
        $picture = $finisher->finish($developed, $look, $source);
        PictureWriter::file($picture, "{$this->folder}/raw.jpg", 'jpeg', self::QUALITY);
    }

    public function reference(): float
    {
        if ($this->part === 'table') {
            return 130.0;
        }
        $start = microtime(true);
        if ($this->part === 'raw') {
            exec('OMP_NUM_THREADS=1 dcraw_emu -w -W -6 -H 1 -o 0 -c 0 -g 2.4 12.92 -T -Z '.
                escapeshellarg("{$this->folder}/raw.tiff").' '.escapeshellarg($this->raw));
        } else {
            PictureWriter::file(
                PictureReader::jpeg("{$this->folder}/frame.jpg"),
                "{$this->folder}/plain.jpg",
                'jpeg',
                self::QUALITY,
            );
        }

        return 1000 * (microtime(true) - $start);
    }
}
