<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Deliver\Way\ByOutput;
use App\Deliver\Way\FileToDeliver;
use App\Deliver\Way\FrameToDeliver;
use App\Deliver\Way\Way;
use App\Deliver\Way\Ways;
use App\Frames\Frame;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/**
 * Puts the files of a part into the folder of its delivery: only what is new, or made otherwise than what lies there.
 *
 * A file has its name only when it is whole, and its row is written after it, so that staging can be broken off and
 * begun again.
 */
final readonly class Staging
{
    /** Bytes that have to be free before a frame is written: more than the files of any frame take. */
    private const RESERVE = 300_000_000;

    public function __construct(private Ways $ways, private OutputFiles $outputs)
    {
    }

    /**
     * Where the outputs of a part are written.
     *
     * @param  Collection<int, Frame>  $frames  of the part, in their order
     * @return array<int, array<int, string>> output => frame => path
     */
    public function paths(DeliveryPart $part, Collection $frames): array
    {
        $outputs = array_values(array_filter(array_map(ByOutput::outputOf(...), $part->ways)));

        return $this->outputs->paths($part->delivery->shoot, $outputs, $frames);
    }

    /**
     * @param  array<int, string>  $paths  output => where it is written
     * @param  positive-int  $place  of the frame in its part
     *
     * @throws UnableToDeliver
     */
    public function stage(DeliveryPart $part, Frame $frame, array $paths, int $place): void
    {
        self::makeSureOfRoom();
        $there = $part->delivery->files()->where('frame_id', $frame->id)->whereNull('replaced_at')->get();
        $given = new FrameToDeliver($frame, $part->delivery, self::number($part, $place), $paths);
        foreach ($this->ways->named($part->ways) as $way) {
            foreach ($way->files($given) as $file) {
                $before = $there->where('way', $file->key());
                if ($before->where('fingerprint', $file->fingerprint())->isEmpty()) {
                    // What replaces a file is called like it.
                    self::put($part, $frame, $file, $before->first()->name ?? self::name($part, $way, $file));
                }
            }
        }
    }

    /** @throws UnableToDeliver */
    private static function makeSureOfRoom(): void
    {
        $free = @disk_free_space((string) config('kanpai.deliveries'));
        if ($free !== false && $free < self::RESERVE) {
            throw UnableToDeliver::hasNoRoom(self::RESERVE, (int) $free);
        }
    }

    /**
     * Writes a file of the part beside its place, then puts it there, then notes it.
     *
     * @throws UnableToDeliver
     */
    private static function put(DeliveryPart $part, Frame $frame, FileToDeliver $file, string $name): void
    {
        $stored = "files/{$part->number}/{$name}";
        $target = $part->delivery->folder().'/'.$stored;
        $written = self::folder($target).'/.part.'.pathinfo($name, PATHINFO_EXTENSION);
        @unlink($written);
        $file->write($written);
        clearstatcache(true, $written);
        $sum = (string) hash_file('xxh128', $written);
        @rename($written, $target) || throw UnableToDeliver::cannotPack('the disk refused the file');
        $facts = ['name' => $name, 'stored' => $stored, 'bytes' => (int) filesize($target), 'hash' => $sum];
        self::note($part, $frame, $file, $facts);
    }

    /** @param  array<string, int|string>  $facts */
    private static function note(DeliveryPart $part, Frame $frame, FileToDeliver $file, array $facts): void
    {
        DeliveryFile::query()->updateOrCreate(
            ['part_id' => $part->id, 'frame_id' => $frame->id, 'way' => $file->key()],
            ['delivery_id' => $part->delivery_id, 'fingerprint' => $file->fingerprint(), ...$facts],
        );
    }

    /** @throws UnableToDeliver */
    private static function folder(string $target): string
    {
        $folder = dirname($target);
        if (! is_dir($folder) && ! @mkdir($folder, 0700, true) && ! is_dir($folder)) {
            throw UnableToDeliver::cannotPack('the disk refused the folder');
        }

        return $folder;
    }

    /**
     * Numbers run on over the parts.
     *
     * @param  positive-int  $place
     * @return positive-int
     */
    private static function number(DeliveryPart $part, int $place): int
    {
        $before = $part->delivery->parts
            ->where('number', '<', $part->number)
            ->sum(fn (DeliveryPart $before): int => count($before->frames));

        return $place + max(0, (int) $before);
    }

    /** In a folder of its way, where a delivery has several. */
    private static function name(DeliveryPart $part, Way $way, FileToDeliver $file): string
    {
        $folder = count($part->delivery->ways()) === 1 ? '' : $way->label().'/';

        return self::free($part, $folder.$file->name());
    }

    private static function free(DeliveryPart $part, string $name): string
    {
        $is = fn (string $one): bool => DB::table('delivery_files')
            ->where('delivery_id', $part->delivery_id)
            ->where('name', $one)
            ->exists();
        $dot = strrpos($name, '.') ?: strlen($name);
        for ($n = 1; $is($free = substr($name, 0, $dot).($n === 1 ? '' : "-{$n}").substr($name, $dot)); $n++);

        return $free;
    }
}
