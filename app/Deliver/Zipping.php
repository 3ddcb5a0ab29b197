<?php

declare(strict_types=1);

namespace App\Deliver;

use Illuminate\Support\Collection;
use Kanpai\Core\Deliver\ChecksumList;
use Kanpai\Core\Deliver\DeliveredName;
use Kanpai\Core\Deliver\Package\ZipSplit;
use ZipArchive;

/**
 * Makes the ZIPs of a part: one or several of all that the delivery holds from then on, and of what the part brought.
 * Files are stored, not deflated: pictures are compressed already. Names are UTF-8; sizes beyond four gigabytes and more
 * than 65,535 files are zip64's (APPNOTE.TXT).
 *
 * @phpstan-type PlannedZip array{scope: string, number: positive-int, of: positive-int, files: non-empty-list<DeliveryFile>}
 */
final class Zipping
{
    /** Left free on the disk, in bytes. */
    private const RESERVE = 50_000_000;

    /** @return list<PlannedZip> */
    public function plan(DeliveryPart $part): array
    {
        $now = $part->delivery->files()->whereNull('replaced_at')->whereIn('part_id', $part->delivery->parts->filter(fn (DeliveryPart $one): bool => $one->made_at !== null || $one->is($part))->modelKeys())->orderBy('name')->get();
        // Of a frame that is there twice in one way, the later file.
        $all = $now->groupBy(fn (DeliveryFile $file): string => "{$file->frame_id} {$file->way}")->map(fn (Collection $same): DeliveryFile => $same->sortByDesc('part_id')->firstOrFail())->sortBy('name', SORT_NATURAL)->values();
        $scopes = [DeliveryZip::ALL => $all];
        if ($part->number > 1) {
            $scopes[DeliveryZip::NEW] = $all->where('part_id', $part->id)->values();
        }
        $planned = [];
        foreach ($scopes as $scope => $files) {
            $zips = ZipSplit::of($files->map(fn (DeliveryFile $file): array => ['name' => $file->name, 'bytes' => $file->bytes])->all(), $part->delivery->zip_bytes);
            foreach ($zips as $i => $keys) {
                $planned[] = ['scope' => $scope, 'number' => $i + 1, 'of' => count($zips), 'files' => array_map(fn (int $key): DeliveryFile => $files[$key] ?? throw UnableToDeliver::cannotPack('a file is missing'), $keys)];
            }
        }

        return $planned;
    }

    /**
     * Makes one ZIP, unless it is there.
     *
     * @param  PlannedZip  $zip
     * @param  callable(float): bool  $reached  told how far it is, from 0 to 1; says whether to go on
     * @return bool whether it is there
     *
     * @throws UnableToDeliver
     */
    public function make(DeliveryPart $part, array $zip, callable $reached): bool
    {
        ['scope' => $scope, 'number' => $number, 'files' => $files] = $zip;
        if (DeliveryZip::query()->where(['part_id' => $part->id, 'scope' => $scope, 'number' => $number])->exists()) {
            return true;
        }
        $folder = $part->delivery->folder();
        $stored = "zips/{$part->number}-{$scope}-{$number}.zip";
        if (! is_dir("{$folder}/zips") && ! @mkdir("{$folder}/zips", 0700, true) && ! is_dir("{$folder}/zips")) {
            throw UnableToDeliver::cannotPack('the disk refused the folder');
        }
        // What a killed worker left behind; the name that libzip gives to a file on its way begins like it.
        array_map(unlink(...), glob("{$folder}/{$stored}.part*") ?: []);
        $needs = array_sum(array_map(fn (DeliveryFile $file): int => $file->bytes, $files));
        $free = @disk_free_space($folder);
        if ($free !== false && $needs + self::RESERVE > $free) {
            throw UnableToDeliver::hasNoRoom($needs + self::RESERVE, (int) $free);
        }
        if (! $this->write("{$folder}/{$stored}.part", array_map(fn (DeliveryFile $file): array => ['path' => "{$folder}/{$file->stored}", 'name' => $file->name, 'hash' => $file->hash], $files), $reached)) {
            return false;
        }
        rename("{$folder}/{$stored}.part", "{$folder}/{$stored}");
        DeliveryZip::query()->create([
            'delivery_id' => $part->delivery_id, 'part_id' => $part->id, 'scope' => $scope, 'number' => $number, 'stored' => $stored, 'files_count' => count($files), 'bytes' => (int) filesize("{$folder}/{$stored}"), 'hash' => (string) hash_file('xxh128', "{$folder}/{$stored}"), 'made_at' => now(),
            'name' => ZipSplit::name(DeliveredName::slug($part->delivery->name).($scope === DeliveryZip::NEW ? '-new' : ''), $number, $zip['of']),
        ]);

        return true;
    }

    /**
     * @param  list<array{path: string, name: string, hash: string}>  $files
     * @param  callable(float): bool  $reached
     * @return bool false where it was stopped; then nothing is left
     *
     * @throws UnableToDeliver
     */
    public function write(string $target, array $files, callable $reached): bool
    {
        $zip = new ZipArchive;
        if ($zip->open($target, ZipArchive::CREATE | ZipArchive::OVERWRITE) !== true) {
            throw UnableToDeliver::cannotPack('the disk refused the file');
        }
        $isStopped = false;
        $zip->addFromString(ChecksumList::NAME, ChecksumList::of(array_column($files, 'hash', 'name')));
        foreach ($files as $file) {
            if (! $zip->addFile($file['path'], $file['name'], 0, 0, ZipArchive::FL_ENC_UTF_8)) {
                throw UnableToDeliver::cannotPack("{$file['name']} is not there");
            }
            $zip->setCompressionIndex($zip->numFiles - 1, ZipArchive::CM_STORE);
        }
        $zip->registerProgressCallback(0.01, function (float $part) use ($reached, &$isStopped): void {
            $isStopped = $isStopped || ! $reached($part);
        });
        $zip->registerCancelCallback(function () use (&$isStopped): int {
            return $isStopped ? -1 : 0;
        });
        if (! @$zip->close()) {
            $why = $zip->getStatusString();
            array_map(unlink(...), glob("{$target}*") ?: []);

            return $isStopped ? false : throw UnableToDeliver::cannotPack($why);
        }

        return true;
    }
}
