<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Deliver\OutputPicture;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use Kanpai\Core\Deliver\Output\OutputPlan;
use Kanpai\Core\Deliver\Output\Size;
use Kanpai\Demo\Scene\Effects;

/**
 * Four outputs of a 24-megapixel frame, decoded once, against four runs of vipsthumbnail (libvips-tools) that write the
 * same sizes.
 */
final class Outputs implements Benchmark
{
    private const SIZES = [3600, 2400, 1600, 1200];

    private const QUALITY = 86;

    private string $folder = '';

    public function name(): string
    {
        return 'outputs';
    }

    public function goal(): float
    {
        return 0.6;
    }

    public function unit(): string
    {
        return 'ms for four outputs of a frame';
    }

    public function prepare(string $folder): void
    {
        $this->folder = $folder.'/outputs';
        if (! is_dir($this->folder)) {
            mkdir($this->folder, 0700, true);
        }
        if (! is_file($this->folder.'/frame.jpg')) {
            $picture = PictureReader::jpeg(
                (string) current(glob(dirname($folder).'/instances/test/rack/*/DCIM/*/*.JPG') ?: []),
            );
            $large = Effects::scaled($picture, 6000 / max($picture->width(), $picture->height()));
            PictureWriter::jpeg(Effects::grained($large, 3.0, 1), $this->folder.'/frame.jpg', 90);
        }
    }

    public function ours(): float
    {
        $start = microtime(true);
        $picture = new OutputPicture(PictureReader::jpeg($this->folder.'/frame.jpg'));
        foreach (self::SIZES as $size) {
            $picture->save(
                OutputPlan::of(Size::longest($size), quality: self::QUALITY),
                null,
                "{$this->folder}/ours-{$size}.jpg",
            );
        }

        return 1000 * (microtime(true) - $start);
    }

    public function reference(): float
    {
        $start = microtime(true);
        foreach (self::SIZES as $size) {
            // On one core, as ours.
            exec(
                'VIPS_CONCURRENCY=1 vipsthumbnail '.
                    escapeshellarg($this->folder.'/frame.jpg').
                    " --size {$size}x{$size} -o ".
                    escapeshellarg(
                        "{$this->folder}/reference-{$size}.jpg[Q=".self::QUALITY.',strip,optimize_coding]',
                    ),
            );
        }

        return 1000 * (microtime(true) - $start);
    }
}
