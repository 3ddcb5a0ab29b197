<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Deliver\Handoff\HandoffFiles;
use Illuminate\Support\Collection;
use Kanpai\Core\Deliver\DeliveredName;
use Kanpai\Core\Deliver\Package\ZipSplit;

/**
 * Makes the ZIPs of a part: one or several of all that the delivery holds from then on, and of what the part brought.
 *
 * @phpstan-type PlannedZip array{scope: string, number: positive-int, of: positive-int,
 *     files: non-empty-list<DeliveryFile>}
 */
final class Zipping
{
    /** Left free on the disk, in bytes. */
    private const RESERVE = 50_000_000;

    public function __construct(private readonly ZipWriter $writer, private readonly HandoffFiles $handoff)
    {
    }

    /** @return list<PlannedZip> */
    public function plan(DeliveryPart $part): array
    {
        $now = $part->delivery
            ->files()
            ->whereNull('replaced_at')
            ->whereIn(
                'part_id',
                $part->delivery->parts
                    ->filter(fn (DeliveryPart $one): bool => $one->made_at !== null || $one->is($part))
                    ->modelKeys(),
            )
            ->orderBy('name')
            ->get();
        // Of a frame that is there twice in one way, the later file.
        $all = $now
            ->groupBy(fn (DeliveryFile $file): string => "{$file->frame_id} {$file->way}")
            ->map(fn (Collection $same): DeliveryFile => $same->sortByDesc('part_id')->firstOrFail())
            ->sortBy('name', SORT_NATURAL)
            ->values();
        $scopes = [DeliveryZip::ALL => $all];
        if ($part->number > 1) {
            $scopes[DeliveryZip::NEW] = $all->where('part_id', $part->id)->values();
        }
        $planned = [];
        foreach ($scopes as $scope => $files) {
            $zips = ZipSplit::of(
                $files->map(fn (DeliveryFile $file): array => ['name' => $file->name, 'bytes' => $file->bytes])->all(),
                $part->delivery->zip_bytes,
            );
            foreach ($zips as $i => $keys) {
                $planned[] = [
                    'scope' => $scope,
                    'number' => $i + 1,
                    'of' => count($zips),
                    'files' => array_map(
                        fn (int $key): DeliveryFile => $files[$key] ??
                            throw UnableToDeliver::cannotPack('a file is missing'),
                        $keys,
                    ),
                ];
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
        if (
            DeliveryZip::query()
                ->where(['part_id' => $part->id, 'scope' => $scope, 'number' => $number])
                ->exists()
        ) {
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
        $list = $this->handoff->list($part->delivery);
        if (
            ! $this->writer->write(
                "{$folder}/{$stored}.part",
                array_map(
                    fn (DeliveryFile $file): array => [
                        'path' => "{$folder}/{$file->stored}",
                        'name' => $file->name,
                        'hash' => $file->hash,
                    ],
                    $files,
                ),
                $reached,
                $list === null ? [] : [HandoffFiles::LIST => $list],
            )
        ) {
            return false;
        }
        rename("{$folder}/{$stored}.part", "{$folder}/{$stored}");
        DeliveryZip::query()->create([
            'delivery_id' => $part->delivery_id,
            'part_id' => $part->id,
            'scope' => $scope,
            'number' => $number,
            'stored' => $stored,
            'files_count' => count($files),
            'bytes' => (int) filesize("{$folder}/{$stored}"),
            'hash' => (string) hash_file('xxh128', "{$folder}/{$stored}"),
            'made_at' => now(),
            'name' => ZipSplit::name(
                DeliveredName::slug($part->delivery->name).($scope === DeliveryZip::NEW ? '-new' : ''),
                $number,
                $zip['of'],
            ),
        ]);

        return true;
    }
}
