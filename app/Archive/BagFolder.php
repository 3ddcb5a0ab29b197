<?php

declare(strict_types=1);

namespace App\Archive;

use App\Copies\Disk;
use App\Copies\TargetFile;
use FilesystemIterator;
use Kanpai\Core\Archive\BagTags;
use Kanpai\Core\Archive\Completeness;
use Kanpai\Core\Archive\InvalidBag;
use Kanpai\Core\Archive\Manifest;
use Kanpai\Core\Copies\CopiedBytes;
use Kanpai\Core\Copies\ReadOnceCopy;
use Kanpai\Core\Copies\UnableToCopy;
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

    public function __construct(public string $path)
    {
    }

    public function isThere(): bool
    {
        return is_dir($this->path);
    }

    /** @return array<string, string> path => sha512, of what is in it so far */
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
        try {
            $target = TargetFile::open('the archive', "{$this->path}/{$path}");
            $read = $this->copy($in, $target);
            if ($xxh128 !== null && $read->hash !== $xxh128) {
                $target->discard();

                return false;
            }
            $target->close((int) filemtime($source));
        } catch (UnableToCopy) {
            throw UnableToArchive::diskRefused($path);
        } finally {
            fclose($in);
        }
        $this->name($path, $read->other);

        return true;
    }

    /**
     * @param  resource  $source
     *
     * @throws UnableToCopy
     */
    private function copy($source, TargetFile $target): CopiedBytes
    {
        try {
            return (new ReadOnceCopy('sha512'))->copy($source, ['the archive' => $target->stream]);
        } catch (UnableToCopy $reason) {
            $target->discard();
            throw $reason;
        }
    }

    /** @throws UnableToArchive */
    public function say(string $path, string $text): void
    {
        $target = "{$this->path}/{$path}";
        $part = Disk::temporary($target);
        if (! Disk::makeFolder(dirname($target)) || @file_put_contents($part, $text) !== strlen($text)) {
            @unlink($part);
            throw UnableToArchive::diskRefused($path);
        }
        $this->name($path, hash('sha512', $text));
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
        $there = $this->onlyListed($sums);
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
     * Removes what a killed worker left behind, and what an earlier turn wrote that is not listed any more.
     *
     * @param  array<string, string>  $sums  path => sha512, of what is listed
     * @return array<string, int> path => bytes, of what is left of the payload
     */
    private function onlyListed(array $sums): array
    {
        $isPayload = fn (string $path): bool => str_starts_with($path, 'data/');
        $there = array_filter($this->files(), $isPayload, ARRAY_FILTER_USE_KEY);
        foreach (array_keys(array_diff_key($there, $sums)) as $path) {
            @unlink("{$this->path}/{$path}");
        }

        return array_intersect_key($there, $sums);
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
        $this->checkTags(Manifest::read($read(Manifest::TAGS), Manifest::TAGS));
        Completeness::check($payload, $this->files(), BagTags::readInfo($read(BagTags::INFO)));

        return $payload;
    }

    /**
     * @param  array<string, string>  $sums  name => sha512, of the tag files
     *
     * @throws InvalidBag
     */
    private function checkTags(array $sums): void
    {
        foreach ($sums as $name => $sum) {
            if (! is_file("{$this->path}/{$name}")) {
                throw InvalidBag::missing([$name]);
            }
            if (hash_file('sha512', "{$this->path}/{$name}") !== $sum) {
                throw InvalidBag::changed([$name]);
            }
        }
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

    /**
     * Gives a file its name and, after it, its line in the manifest.
     *
     * @throws UnableToArchive
     */
    private function name(string $path, string $sum): void
    {
        if (! TargetFile::name("{$this->path}/{$path}")) {
            throw UnableToArchive::diskRefused($path);
        }
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
