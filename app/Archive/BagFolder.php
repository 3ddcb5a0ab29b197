<?php

declare(strict_types=1);

namespace App\Archive;

use App\Copies\Disk;
use FilesystemIterator;
use Kanpai\Core\Archive\BagTags;
use Kanpai\Core\Archive\Completeness;
use Kanpai\Core\Archive\InvalidBag;
use Kanpai\Core\Archive\Manifest;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use SplFileInfo;

/**
 * The folder of a bag: files are written into it, verified on the way, and read again. A file has its name only when it
 * is whole; its line in the manifest follows it, so that making a bag can be broken off and begun again.
 */
final readonly class BagFolder
{
    public const ORIGINALS = 'data/originals';

    public const RECORD = 'data/shoot.json';

    private const PIECE = 1 << 20;

    public function __construct(public string $path)
    {
    }

    public function isThere(): bool
    {
        return is_dir($this->path);
    }

    /** @return array<string, string> path => sha512, of what stands in it so far */
    public function soFar(): array
    {
        $text = (string) @file_get_contents($this->path.'/'.Manifest::PAYLOAD.'.part');
        // A line that was cut short belongs to a file that is written once more.
        $whole = substr($text, 0, ((int) strrpos($text, "\n")) + ($text === '' ? 0 : 1));
        $sums = [];
        foreach (explode("\n", $whole) as $line) {
            // A file that was written twice is as it was written last.
            foreach ($line === '' ? [] : Manifest::read($line) as $path => $sum) {
                $sums[$path] = $sum;
            }
        }

        return $sums;
    }

    /**
     * Copies a file into the bag.
     *
     * @param  string|null  $xxh128  what it has to be; null where nobody knows
     * @return bool whether it is in it; false where the source is another file
     *
     * @throws UnableToArchive
     */
    public function put(string $source, string $path, ?string $xxh128): bool
    {
        $in = @fopen($source, 'rb');
        if ($in === false) {
            return false;
        }
        $target = "{$this->path}/{$path}";
        $this->makeRoomFor($target);
        $part = Disk::temporary($target);
        $out = @fopen($part, 'wb') ?: throw UnableToArchive::diskRefused($path);
        [$proof, $sum] = [hash_init('xxh128'), hash_init('sha512')];
        try {
            while (! feof($in)) {
                $bytes = (string) fread($in, self::PIECE);
                hash_update($proof, $bytes);
                hash_update($sum, $bytes);
                if (@fwrite($out, $bytes) !== strlen($bytes)) {
                    throw UnableToArchive::diskRefused($path);
                }
            }
            if (! fflush($out) || ! fsync($out)) {
                throw UnableToArchive::diskRefused($path);
            }
        } catch (UnableToArchive $reason) {
            @unlink($part);
            throw $reason;
        } finally {
            fclose($in);
            fclose($out);
        }
        if ($xxh128 !== null && hash_final($proof) !== $xxh128) {
            @unlink($part);

            return false;
        }
        touch($part, (int) filemtime($source));
        $this->name($part, $target, $path, hash_final($sum));

        return true;
    }

    /** @throws UnableToArchive */
    public function say(string $path, string $text): void
    {
        $target = "{$this->path}/{$path}";
        $this->makeRoomFor($target);
        $part = Disk::temporary($target);
        if (@file_put_contents($part, $text) !== strlen($text)) {
            @unlink($part);
            throw UnableToArchive::diskRefused($path);
        }
        $this->name($part, $target, $path, hash('sha512', $text));
    }

    /**
     * Writes what makes a bag of the folder.
     *
     * @param  array<string, string>  $info
     * @return array{files: int, bytes: int}
     */
    public function close(array $info): array
    {
        $sums = $this->soFar();
        ksort($sums);
        $there = array_filter(
            $this->files(),
            fn (string $path): bool => str_starts_with($path, 'data/'),
            ARRAY_FILTER_USE_KEY,
        );
        // What a killed worker left behind, and what an earlier turn wrote that is not meant any more.
        foreach (array_keys(array_diff_key($there, $sums)) as $path) {
            @unlink("{$this->path}/{$path}");
            unset($there[$path]);
        }
        $this->write([
            BagTags::DECLARATION => BagTags::declaration(),
            Manifest::PAYLOAD => Manifest::write($sums),
            BagTags::INFO => BagTags::info([...$info, 'Payload-Oxum' => Completeness::oxum($there)]),
        ]);
        @unlink($this->path.'/'.Manifest::PAYLOAD.'.part');
        Disk::syncFolder($this->path);

        return ['files' => count($there), 'bytes' => array_sum($there)];
    }

    /**
     * Whether it is a bag and complete; what its files hold is not looked at.
     *
     * @return array<string, string> path => sha512, of the payload
     *
     * @throws InvalidBag
     */
    public function complete(): array
    {
        $read = fn (string $name): string => (string) @file_get_contents("{$this->path}/{$name}");
        BagTags::declares($read(BagTags::DECLARATION));
        if (! is_file($this->path.'/'.Manifest::PAYLOAD)) {
            throw InvalidBag::noManifest();
        }
        $payload = Manifest::read($read(Manifest::PAYLOAD));
        foreach (Manifest::read($read(Manifest::TAGS), Manifest::TAGS) as $name => $sum) {
            if (! is_file("{$this->path}/{$name}")) {
                throw InvalidBag::missing([$name]);
            }
            if (hash_file('sha512', "{$this->path}/{$name}") !== $sum) {
                throw InvalidBag::changed([$name]);
            }
        }
        Completeness::check($payload, $this->files(), BagTags::readInfo($read(BagTags::INFO)));

        return $payload;
    }

    /** Reads a file from the disk, not from memory, and compares it. */
    public function isAsItWas(string $path, string $sum): bool
    {
        Disk::forget("{$this->path}/{$path}");

        return @hash_file('sha512', "{$this->path}/{$path}") === $sum;
    }

    /** @return array<string, string> of bag-info.txt */
    public function info(): array
    {
        return BagTags::readInfo((string) @file_get_contents($this->path.'/'.BagTags::INFO));
    }

    /**
     * @return array<string, int> path => bytes; links are no files of a bag
     *
     * @throws InvalidBag
     */
    public function files(): array
    {
        $files = [];
        $folders = new RecursiveDirectoryIterator($this->path, FilesystemIterator::SKIP_DOTS);
        foreach (new RecursiveIteratorIterator($folders) as $file) {
            assert($file instanceof SplFileInfo);
            $path = substr($file->getPathname(), strlen($this->path) + 1);
            if ($file->isLink()) {
                throw InvalidBag::climbs($path);
            }
            $files[$path] = $file->getSize();
        }

        return $files;
    }

    private function makeRoomFor(string $target): void
    {
        if (! is_dir(dirname($target)) && ! @mkdir(dirname($target), 0755, true) && ! is_dir(dirname($target))) {
            throw UnableToArchive::diskRefused(basename($target));
        }
    }

    private function name(string $part, string $target, string $path, string $sum): void
    {
        rename($part, $target);
        Disk::syncFolder(dirname($target));
        $line = Manifest::line($path, $sum);
        if (@file_put_contents($this->path.'/'.Manifest::PAYLOAD.'.part', $line, FILE_APPEND) !== strlen($line)) {
            throw UnableToArchive::diskRefused($path);
        }
    }

    /**
     * The tag files and, last, their checksums.
     *
     * @param  array<string, string>  $texts  name => text
     *
     * @throws UnableToArchive
     */
    private function write(array $texts): void
    {
        $sums = array_map(fn (string $text): string => hash('sha512', $text), $texts);
        foreach ([...$texts, Manifest::TAGS => Manifest::write($sums)] as $name => $text) {
            if (@file_put_contents("{$this->path}/{$name}", $text) !== strlen($text)) {
                throw UnableToArchive::diskRefused($name);
            }
            Disk::sync("{$this->path}/{$name}");
        }
    }
}
