<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Deliver\Handoff\HandoffList;
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

    public function __construct(private readonly ZipWriter $writer)
    {
    }

    /** @return list<PlannedZip> */
    public function plan(DeliveryPart $part): array
    {
        $all = $this->newest($part);
        $scopes = [DeliveryZip::ALL => $all];
        if ($part->number > 1) {
            $scopes[DeliveryZip::NEW] = $all->where('part_id', $part->id)->values();
        }
        $planned = [];
        foreach ($scopes as $scope => $files) {
            array_push($planned, ...self::planned($scope, $files, $part->delivery->zip_bytes));
        }

        return $planned;
    }

    /**
     * @param  Collection<int, DeliveryFile>  $files
     * @param  int|null  $most  bytes of a ZIP
     * @return list<PlannedZip>
     */
    private static function planned(string $scope, Collection $files, ?int $most): array
    {
        $sizes = $files->map(fn (DeliveryFile $file): array => ['name' => $file->name, 'bytes' => $file->bytes]);
        $zips = ZipSplit::of($sizes->all(), $most);
        $file = fn (int $key): DeliveryFile => $files[$key] ?? throw UnableToDeliver::cannotPack('a file is missing');
        $planned = [];
        foreach ($zips as $i => $keys) {
            $planned[] = [
                'scope' => $scope,
                'number' => $i + 1,
                'of' => count($zips),
                'files' => array_map($file, $keys),
            ];
        }

        return $planned;
    }

    /**
     * The files of a part and of those before it; of a frame that is there twice in one way, the later file.
     *
     * @return Collection<int, DeliveryFile>
     */
    private function newest(DeliveryPart $part): Collection
    {
        $parts = $part->delivery->parts->filter(
            fn (DeliveryPart $one): bool => $one->made_at !== null || $one->is($part),
        );

        return $part->delivery
            ->files()
            ->whereNull('replaced_at')
            ->whereIn('part_id', $parts->modelKeys())
            ->orderBy('name')
            ->get()
            ->groupBy(fn (DeliveryFile $file): string => "{$file->frame_id} {$file->way}")
            ->map(fn (Collection $same): DeliveryFile => $same->sortByDesc('part_id')->firstOrFail())
            ->sortBy('name', SORT_NATURAL)
            ->values();
    }

    /**
     * Makes one ZIP, unless it is there.
     *
     * @param  PlannedZip  $zip
     * @param  callable(float): bool  $reached  given the progress, from 0 to 1; returns whether to go on
     * @return bool whether it is there
     *
     * @throws UnableToDeliver
     */
    public function make(DeliveryPart $part, array $zip, callable $reached): bool
    {
        $key = ['part_id' => $part->id, 'scope' => $zip['scope'], 'number' => $zip['number']];
        if (DeliveryZip::query()->where($key)->exists()) {
            return true;
        }
        $stored = "zips/{$part->number}-{$zip['scope']}-{$zip['number']}.zip";
        $path = $part->delivery->folder()."/{$stored}";
        $this->makeRoom($path, $zip['files']);
        if (! $this->write($part->delivery, "{$path}.part", $zip['files'], $reached)) {
            return false;
        }
        rename("{$path}.part", $path);
        DeliveryZip::query()->create([
            ...$key,
            'delivery_id' => $part->delivery_id,
            'stored' => $stored,
            'files_count' => count($zip['files']),
            'bytes' => (int) filesize($path),
            'hash' => (string) hash_file('xxh128', $path),
            'made_at' => now(),
            'name' => self::name($part, $zip),
        ]);

        return true;
    }

    /** @param  PlannedZip  $zip */
    private static function name(DeliveryPart $part, array $zip): string
    {
        $name = DeliveredName::slug($part->delivery->name).($zip['scope'] === DeliveryZip::NEW ? '-new' : '');

        return ZipSplit::name($name, $zip['number'], $zip['of']);
    }

    /**
     * @param  list<DeliveryFile>  $files
     * @param  callable(float): bool  $reached
     *
     * @throws UnableToDeliver
     */
    private function write(Delivery $delivery, string $path, array $files, callable $reached): bool
    {
        $entry = fn (DeliveryFile $file): array => [
            'path' => $delivery->folder()."/{$file->stored}",
            'name' => $file->name,
            'hash' => $file->hash,
        ];
        $list = HandoffList::of($delivery);
        $more = $list === null ? [] : [HandoffList::NAME => $list];

        return $this->writer->write($path, array_map($entry, $files), $reached, $more);
    }

    /**
     * @param  list<DeliveryFile>  $files
     *
     * @throws UnableToDeliver
     */
    private function makeRoom(string $path, array $files): void
    {
        $folder = dirname($path);
        if (! is_dir($folder) && ! @mkdir($folder, 0700, true) && ! is_dir($folder)) {
            throw UnableToDeliver::cannotPack('the disk refused the folder');
        }
        // What a killed worker left behind; the name that libzip gives to a file on its way begins like it.
        array_map(unlink(...), glob("{$path}.part*") ?: []);
        $needs = self::RESERVE + array_sum(array_map(fn (DeliveryFile $file): int => $file->bytes, $files));
        $free = @disk_free_space($folder);
        if ($free !== false && $needs > $free) {
            throw UnableToDeliver::hasNoRoom($needs, (int) $free);
        }
    }
}
