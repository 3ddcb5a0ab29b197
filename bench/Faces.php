<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Cull\Measure\Measurement;
use App\Imaging\Faces\FaceModels;
use App\Imaging\Faces\FaceWorker;
use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Imaging\PreviewMaker;
use Kanpai\Demo\Scene\Effects;

/**
 * All that is measured of a frame, faces among it, from its preview on one core; against making that preview from a
 * frame of 24 megapixels. Frames show three people and more.
 */
final class Faces implements Benchmark
{
    private const FRAMES = 16;

    private string $folder = '';

    /** @var list<string> */
    private array $large = [];

    /** @var list<string> */
    private array $previews = [];

    public function name(): string
    {
        return 'faces';
    }

    public function goal(): float
    {
        return 1.3;
    }

    public function unit(): string
    {
        return 'ms a frame and core';
    }

    public function prepare(string $folder): void
    {
        $this->folder = $folder.'/faces';
        if (! is_dir($this->folder)) {
            mkdir($this->folder, 0700, true);
        }
        $samples = glob(base_path('node_modules/@vladmandic/face-api/demo/sample*.jpg')) ?: [];
        for ($i = 0; $i < self::FRAMES; $i++) {
            $file = "{$this->folder}/{$i}.jpg";
            if (! is_file($file)) {
                $picture = PictureReader::jpeg($samples[$i % count($samples)]);
                $scaled = Effects::scaled($picture, 6000 / max($picture->width(), $picture->height()));
                PictureWriter::jpeg(Effects::grained($scaled, 2.0, $i), $file, 88);
            }
            $this->large[] = $file;
            $this->previews[] = "{$this->folder}/preview-{$i}.jpg";
        }
        $this->reference();
    }

    public function ours(): float
    {
        $worker = new FaceWorker(FaceModels::command());
        // The models are opened once, however many frames there are.
        iterator_to_array($worker->measured($this->pictures(1)));
        $start = microtime(true);
        iterator_to_array($worker->measured($this->pictures(self::FRAMES)));

        return (1000 * (microtime(true) - $start)) / self::FRAMES;
    }

    public function reference(): float
    {
        $start = microtime(true);
        foreach ($this->large as $i => $file) {
            (new PreviewMaker())->make($file, null, 6000, $this->previews[$i], $this->folder.'/small.jpg');
        }

        return (1000 * (microtime(true) - $start)) / self::FRAMES;
    }

    /** @return iterable<int, Picture> */
    private function pictures(int $count): iterable
    {
        foreach (array_slice($this->previews, 0, $count) as $i => $file) {
            $picture = PictureReader::jpeg($file);
            Measurement::ofPicture($picture);
            yield $i => $picture;
        }
    }
}
