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

    /** Bytes, larger than any card. */
    private const LARGEST_FILE = 1 << 44;

    /** Seconds since 1970: the year 2200. */
    private const LATEST = 7_258_118_400;

    /** Left free on the disk of arrivals, in bytes. */
    private const RESERVE = 500_000_000;

    /**
     * @param  array<mixed>  $said  as a browser says it: path, bytes and second of change of each file
     * @return CardListing
     *
     * @throws UnusableUpload
     */
    public function listing(array $said): array
    {
        $files = [];
        foreach ($said as $file) {
            if (
                ! is_array($file) ||
                ! is_string($file[0] ?? null) ||
                ! is_int($file[1] ?? null) ||
                ! is_int($file[2] ?? null) ||
                $file[1] < 0 ||
                $file[1] > self::LARGEST_FILE ||
                $file[2] < 0 ||
                $file[2] > self::LATEST
            ) {
                throw UnusableUpload::isUnreadable();
            }
            foreach (explode('/', $file[0]) as $part) {
                if ($part === '' || $part[0] === '.' || strlen($part) > 255 || str_contains($part, "\0")) {
                    throw UnusableUpload::badPath($file[0]);
                }
            }
            if (strlen($file[0]) > 2048) {
                throw UnusableUpload::badPath($file[0]);
            }
            $files[] = ['path' => $file[0], 'size' => $file[1], 'modifiedAt' => $file[2]];
        }
        if ($files === []) {
            throw UnusableUpload::isEmpty();
        }

        return count($files) > self::MOST_FILES ? throw UnusableUpload::hasTooMany(self::MOST_FILES) : $files;
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
