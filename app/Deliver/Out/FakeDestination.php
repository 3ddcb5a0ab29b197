<?php

declare(strict_types=1);

namespace App\Deliver\Out;

use League\Flysystem\Config;
use League\Flysystem\Local\LocalFilesystemAdapter;
use League\Flysystem\UnableToWriteFile;

/**
 * A folder that plays a service pictures are sent to. Like a real one it can be away, slow, full, or break off halfway.
 *
 * @phpstan-type Mood array{is_away?: bool, bytes_per_second?: int|null, room?: int|null}
 */
final class FakeDestination extends LocalFilesystemAdapter
{
    private const PIECE = 16_384;

    private function __construct(private readonly string $folder)
    {
        parent::__construct($folder);
    }

    public static function at(string $folder): self
    {
        return new self($folder);
    }

    public function folder(): string
    {
        return $this->folder;
    }

    /** @param  Mood  $mood */
    public function make(array $mood): void
    {
        file_put_contents("{$this->folder}.mood", json_encode($mood, JSON_THROW_ON_ERROR));
    }

    /** @return array{is_away: bool, bytes_per_second: int|null, room: int|null} */
    public function mood(): array
    {
        $data = json_decode((string) @file_get_contents("{$this->folder}.mood"), true);
        $number = fn (string $name): ?int => is_array($data) && is_int($data[$name] ?? null) ? $data[$name] : null;

        return [
            'is_away' => is_array($data) && ($data['is_away'] ?? false) === true,
            'bytes_per_second' => $number('bytes_per_second'),
            'room' => $number('room'),
        ];
    }

    /** @return 'well'|'away'|'slow'|'full' */
    public function condition(): string
    {
        $mood = $this->mood();

        return match (true) {
            $mood['is_away'] => 'away',
            $mood['bytes_per_second'] !== null => 'slow',
            $mood['room'] !== null => 'full',
            default => 'well',
        };
    }

    public function fileExists(string $location): bool
    {
        $this->answer($location);

        return parent::fileExists($location);
    }

    public function write(string $path, string $contents, Config $config): void
    {
        $this->answer($path);
        parent::write($path, $contents, $config);
    }

    public function writeStream(string $path, $contents, Config $config): void
    {
        $this->answer($path);
        $target = "{$this->folder}/{$path}";
        if (! is_dir(dirname($target))) {
            @mkdir(dirname($target), 0700, true);
        }
        $file = fopen($target, 'wb');
        if ($file === false) {
            throw UnableToWriteFile::atLocation($path, 'the folder took no file');
        }
        try {
            $this->take($contents, $file, $path);
        } finally {
            fclose($file);
        }
    }

    /**
     * @param  resource  $contents
     * @param  resource  $file
     */
    private function take($contents, $file, string $path): void
    {
        ['bytes_per_second' => $speed, 'room' => $room] = $this->mood();
        $left = $room === null ? PHP_INT_MAX : $room - $this->used();
        while (! feof($contents)) {
            $bytes = (string) fread($contents, self::PIECE);
            $left -= strlen($bytes);
            $this->answer($path);
            if ($left < 0) {
                throw UnableToWriteFile::atLocation($path, 'no space left on the host');
            }
            fwrite($file, $bytes);
            if ($speed !== null && $speed > 0) {
                usleep((int) ((1e6 * strlen($bytes)) / $speed));
            }
        }
    }

    private function answer(string $path): void
    {
        if ($this->mood()['is_away']) {
            throw UnableToWriteFile::atLocation($path, 'the host does not answer');
        }
    }

    private function used(): int
    {
        $bytes = 0;
        foreach ($this->listContents('', true) as $entry) {
            $bytes += $entry instanceof \League\Flysystem\FileAttributes ? (int) $entry->fileSize() : 0;
        }

        return $bytes;
    }
}
