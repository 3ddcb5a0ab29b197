<?php

declare(strict_types=1);

namespace App\Ingest\Upload;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * Files that are on their way from a browser, for a card or for anything else that has a folder of arrivals: what is
 * announced, where there is room for it, what of it is still to be sent.
 *
 * @phpstan-import-type CardListing from \App\Ingest\Slots
 */
final class Arrivals
{
    public const MOST_FILES = 30000;

    private const LONGEST_PATH = 2048;

    /** Bytes, larger than any card. */
    private const LARGEST_FILE = 1 << 44;

    /** Seconds since 1970: the year 2200. */
    private const LATEST = 7_258_118_400;

    /** Left free on the disk of arrivals, in bytes. */
    private const RESERVE = 500_000_000;

    /**
     * @param  array<mixed>  $listing  as a browser says it: path, bytes and second of change of each file
     * @return CardListing
     *
     * @throws UnusableUpload
     */
    public function listing(array $listing): array
    {
        $files = array_map($this->file(...), array_values($listing));
        if ($files === []) {
            throw UnusableUpload::isEmpty();
        }

        return count($files) > self::MOST_FILES ? throw UnusableUpload::hasTooMany(self::MOST_FILES) : $files;
    }

    /**
     * @return array{path: string, size: int, modifiedAt: int}
     *
     * @throws UnusableUpload
     */
    private function file(mixed $file): array
    {
        [$path, $size, $modifiedAt] = is_array($file) ? [...array_values($file), null, null, null] : [null, null, null];
        $isWithin = fn (int $number, int $most): bool => $number >= 0 && $number <= $most;
        if (! is_string($path) || ! is_int($size) || ! is_int($modifiedAt)) {
            throw UnusableUpload::isUnreadable();
        }
        if (! $isWithin($size, self::LARGEST_FILE) || ! $isWithin($modifiedAt, self::LATEST)) {
            throw UnusableUpload::isUnreadable();
        }
        if (self::isBad($path)) {
            throw UnusableUpload::badPath($path);
        }

        return ['path' => $path, 'size' => $size, 'modifiedAt' => $modifiedAt];
    }

    private static function isBad(string $path): bool
    {
        $isBad = fn (string $part): bool => $part === '' ||
            $part[0] === '.' ||
            strlen($part) > 255 ||
            str_contains($part, "\0");

        return strlen($path) > self::LONGEST_PATH || array_filter(explode('/', $path), $isBad) !== [];
    }

    /** @throws UnusableUpload */
    public function makeRoom(string $owner, int $bytes): void
    {
        $folder = ArrivalsFolder::path($owner);
        if (! is_dir($folder.'/.parts') && ! @mkdir($folder.'/.parts', 0700, true) && ! is_dir($folder.'/.parts')) {
            throw UnusableUpload::couldNotBeKept();
        }
        $free = disk_free_space($folder);
        if ($free !== false && $bytes + self::RESERVE > $free) {
            throw UnusableUpload::hasNoRoom($bytes + self::RESERVE, (int) $free);
        }
    }

    /** @param  CardListing  $files */
    public function note(string $owner, ?int $card, array $files): void
    {
        foreach (array_chunk($files, 500) as $some) {
            DB::table('arrivals')->insertOrIgnore(
                array_map(
                    fn (array $file): array => [
                        'uuid' => (string) Str::uuid(),
                        'owner' => $owner,
                        'card_id' => $card,
                        'path' => $file['path'],
                        'path_hash' => hash('xxh128', $file['path']),
                        'size' => $file['size'],
                        'modified_at' => $file['modifiedAt'],
                    ],
                    $some,
                ),
            );
        }
    }

    /** @return list<array{path: string, id: string, offset: int}> what is still to be sent */
    public function open(string $owner): array
    {
        return array_values(
            Arrival::query()
                ->where('owner', $owner)
                ->whereNull('arrived_at')
                ->orderBy('id')
                ->get()
                ->map(
                    fn (Arrival $arrival): array => [
                        'path' => $arrival->path,
                        'id' => $arrival->uuid,
                        'offset' => $arrival->offset(),
                    ],
                )
                ->all(),
        );
    }
}
