<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Imaging\PreviewMaker;
use Kanpai\Demo\Scene\Effects;

/** Preview, thumbnail and likeness of a 24-megapixel frame, against decoding it to a quarter and encoding that. */
final class Previews implements Benchmark
{
    private const FRAMES = 12;

    private string $folder = '';

    /** @var list<string> */
    private array $files = [];

    public function name(): string
    {
        return 'previews';
    }

    public function goal(): float
    {
        return 1.25;
    }

    public function unit(): string
    {
        return 'ms a frame and core';
    }

    public function prepare(string $folder): void
    {
        $this->folder = $folder.'/previews';
        if (! is_dir($this->folder)) {
            mkdir($this->folder, 0700, true);
        }
        foreach (array_slice(glob("{$folder}/scan/*/DCIM/*/*.JPG") ?: [], 0, self::FRAMES) as $i => $source) {
            $file = "{$this->folder}/{$i}.jpg";
            if (! is_file($file)) {
                $picture = PictureReader::jpeg($source);
                $large = Effects::scaled($picture, 6000 / max($picture->width(), $picture->height()));
                PictureWriter::jpeg(Effects::grained($large, 3.0, $i), $file, 88);
            }
            $this->files[] = $file;
        }
        exec('cat '.escapeshellarg($this->folder).'/*.jpg > /dev/null');
    }

    public function ours(): float
    {
        $maker = new PreviewMaker();
        $start = microtime(true);
        foreach ($this->files as $file) {
            $maker->make($file, null, 6000, $this->folder.'/out-l', $this->folder.'/out-s');
        }

        return (1000 * (microtime(true) - $start)) / count($this->files);
    }

    public function reference(): float
    {
        $start = microtime(true);
        foreach ($this->files as $file) {
            // One after the other, so that the pipe does not use a second core.
            exec(
                'djpeg -scale 1/4 -outfile '.
                    escapeshellarg($this->folder.'/out.ppm').
                    ' '.
                    escapeshellarg($file).
                    ' && cjpeg -quality 80 -outfile '.
                    escapeshellarg($this->folder.'/out-reference').
                    ' '.
                    escapeshellarg($this->folder.'/out.ppm'),
            );
        }

        return (1000 * (microtime(true) - $start)) / count($this->files);
    }
}
