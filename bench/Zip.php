<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Deliver\ZipWriter;

/** A ZIP of a delivery, with its list of checksums and its own, against `zip -0` (Info-ZIP) over the same files. */
final class Zip implements Benchmark
{
    private const FILES = 150;

    private const BYTES = 4_000_000;

    private string $folder = '';

    public function name(): string
    {
        return 'zip';
    }

    public function goal(): float
    {
        return 1.1;
    }

    public function unit(): string
    {
        return 'ms for a ZIP of '.self::FILES.' files, 4 MB each';
    }

    public function prepare(string $folder): void
    {
        $this->folder = $folder.'/zip';
        if (! is_dir($this->folder)) {
            mkdir($this->folder, 0700, true);
        }
        for ($i = 0; $i < self::FILES; $i++) {
            if (! is_file($this->file($i))) {
                file_put_contents($this->file($i), random_bytes(self::BYTES));
            }
            // Both find the files in memory.
            file_get_contents($this->file($i));
        }
    }

    public function ours(): float
    {
        @unlink("{$this->folder}/ours.zip");
        $files = array_map(
            fn (int $i): array => [
                'path' => $this->file($i),
                'name' => basename($this->file($i)),
                'hash' => str_repeat('0', 32),
            ],
            range(0, self::FILES - 1),
        );
        $start = microtime(true);
        (new ZipWriter())->write("{$this->folder}/ours.zip", $files, fn (float $part): bool => true);
        $hash = hash_file('xxh128', "{$this->folder}/ours.zip");

        return $hash === false ? INF : 1000 * (microtime(true) - $start);
    }

    public function reference(): float
    {
        @unlink("{$this->folder}/reference.zip");
        $start = microtime(true);
        exec('cd '.escapeshellarg($this->folder).' && zip -0 -q reference.zip *.bin');

        return 1000 * (microtime(true) - $start);
    }

    private function file(int $number): string
    {
        return sprintf('%s/%03d.bin', $this->folder, $number);
    }
}
