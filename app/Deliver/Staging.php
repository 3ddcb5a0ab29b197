<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Copies\Places;
use App\Copies\VerifiedPicture;
use App\Deliver\Handoff\HandoffFiles;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Imaging\ExifTool;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Deliver\DeliveredName;

/**
 * Puts the files of a part into the folder of its delivery: only what is new, or made otherwise than what lies there.
 *
 * A file has its name only when it is whole, and its row is written after it, so that staging can be broken off and
 * begun again.
 */
final class Staging
{
    /** Bytes that have to be free before a frame is written: more than the files of any frame take. */
    private const RESERVE = 300_000_000;

    public function __construct(
        private readonly Ways $ways,
        private readonly OutputFiles $outputs,
        private readonly HandoffFiles $handoff,
        private readonly ExifTool $exifTool,
        private readonly Places $places,
    ) {
    }

    /**
     * Where the outputs of a part are written.
     *
     * @param  Collection<int, Frame>  $frames  of the part, in their order
     * @return array<int, array<int, string>> output => frame => path
     */
    public function paths(DeliveryPart $part, Collection $frames): array
    {
        return $this->outputs->paths(
            $part->delivery->shoot,
            array_values(array_filter(array_map(Ways::output(...), $part->ways))),
            $frames,
        );
    }

    /**
     * @param  array<int, array<int, string>>  $paths  of outputs
     * @param  positive-int  $place  of the frame in its part
     *
     * @throws UnableToDeliver
     */
    public function stage(DeliveryPart $part, Frame $frame, array $paths, int $place): void
    {
        $free = @disk_free_space((string) config('kanpai.deliveries'));
        if ($free !== false && $free < self::RESERVE) {
            throw UnableToDeliver::hasNoRoom(self::RESERVE, (int) $free);
        }
        $there = $part->delivery->files()->where('frame_id', $frame->id)->whereNull('replaced_at')->get();
        $due = $this->due($part, $frame, $there);
        if ($due !== []) {
            $this->write($part, $frame, $paths, $place, $there, $due);
        }
    }

    /**
     * @param  array<int, array<int, string>>  $paths  of outputs
     * @param  positive-int  $place
     * @param  Collection<int, DeliveryFile>  $there
     * @param  non-empty-array<string, string>  $due  way => fingerprint
     */
    private function write(
        DeliveryPart $part,
        Frame $frame,
        array $paths,
        int $place,
        Collection $there,
        array $due,
    ): void {
        $outputs = array_filter(array_map(Ways::output(...), array_combine(array_keys($due), array_keys($due))));
        $written = $outputs === [] ? [] : $this->outputs->of($frame, array_intersect_key($paths, array_flip($outputs)));
        $originals = array_column(Ways::originals($frame), null, 'id');
        foreach ($due as $way => $print) {
            $output = isset($outputs[$way]) ? $written[$outputs[$way]] : null;
            $original = str_starts_with($way, 'original:') ? $originals[(int) substr($way, 9)] : null;
            // What replaces a file is called like it.
            $plain = $this->plainName($part, $frame, $way, $output, $original, $place);
            $name = $there->firstWhere('way', $way)->name ?? $this->free($part, $this->folder($part, $way).$plain);
            $isHandoff = in_array(Ways::HANDOFF, $part->ways, true);
            $this->put($part, $frame, $way, $name, $print, fn (string $file) => match (true) {
                $output !== null => $this->takeOver($output, $file, $frame),
                $original !== null => $this->copy($original, $file, $frame),
                $isHandoff => $this->handoff->write($frame, $part->delivery, $way, $file),
                default => $this->embed($frame, $file),
            });
        }
    }

    /**
     * @param  Collection<int, DeliveryFile>  $there
     * @return array<string, string> way => fingerprint, of what is not there as it would be made now
     */
    private function due(DeliveryPart $part, Frame $frame, Collection $there): array
    {
        return array_filter(
            $this->ways->fingerprints($frame, $part->ways, $part->delivery),
            fn (string $print, string $way): bool => $there
                ->where('way', $way)
                ->where('fingerprint', $print)
                ->isEmpty(),
            ARRAY_FILTER_USE_BOTH,
        );
    }

    /** @param  positive-int  $place */
    private function plainName(
        DeliveryPart $part,
        Frame $frame,
        string $way,
        ?OutputFile $output,
        ?CardFile $original,
        int $place,
    ): string {
        return match (true) {
            in_array(Ways::HANDOFF, $part->ways, true) => $this->handoff->name(
                $frame,
                $part->delivery,
                $way,
                $original,
            ),
            $output !== null => basename($output->path),
            $original !== null => basename($original->destination),
            default => DeliveredName::of(
                $part->delivery->shoot->name,
                $this->number($part, $place),
                max(1, count($part->delivery->frames())),
                $frame->name,
            ),
        };
    }

    /**
     * Writes a file of the part beside its place, then puts it there, then notes it.
     *
     * @param  callable(string): mixed  $write
     *
     * @throws UnableToDeliver
     */
    private function put(
        DeliveryPart $part,
        Frame $frame,
        string $way,
        string $name,
        string $print,
        callable $write,
    ): void {
        $stored = "files/{$part->number}/{$name}";
        $target = $part->delivery->folder().'/'.$stored;
        $folder = dirname($target);
        if (! is_dir($folder) && ! @mkdir($folder, 0700, true) && ! is_dir($folder)) {
            throw UnableToDeliver::cannotPack('the disk refused the folder');
        }
        $file = "{$folder}/.part.".pathinfo($name, PATHINFO_EXTENSION);
        @unlink($file);
        $write($file);
        clearstatcache(true, $file);
        $facts = ['bytes' => (int) filesize($file), 'hash' => (string) hash_file('xxh128', $file)];
        if (! @rename($file, $target)) {
            throw UnableToDeliver::cannotPack('the disk refused the file');
        }
        DeliveryFile::query()->updateOrCreate(
            ['part_id' => $part->id, 'frame_id' => $frame->id, 'way' => $way],
            [
                'delivery_id' => $part->delivery_id,
                'name' => $name,
                'stored' => $stored,
                'fingerprint' => $print,
                ...$facts,
            ],
        );
    }

    private function takeOver(OutputFile $output, string $file, Frame $frame): void
    {
        $path = config('kanpai.outputs').'/'.$output->path;
        // Outputs are never written to, only replaced, so that one file can serve both.
        if ((! @link($path, $file) && ! @copy($path, $file)) || hash_file('xxh128', $file) !== $output->hash) {
            throw UnableToDeliver::isDamaged($frame->name);
        }
    }

    private function copy(CardFile $original, string $file, Frame $frame): void
    {
        $folders = $this->places->folders($frame->shoot->studio_id);
        foreach ($original->proofs() as $copy) {
            $path = ($folders[$copy->place] ?? '').'/'.($original->sameAs ?? $original)->destination;
            if (is_file($path) && @copy($path, $file) && hash_file('xxh128', $file) === $original->hash) {
                touch($file, $original->modified_at);

                return;
            }
        }
        throw UnableToDeliver::isDamaged($original->shown());
    }

    private function embed(Frame $frame, string $file): void
    {
        $jpeg = VerifiedPicture::of($frame) ?? throw UnableToDeliver::noVerifiedJpeg($frame->name);
        if (! $jpeg->jpegTo($file)) {
            throw UnableToDeliver::isDamaged($frame->name);
        }
        $this->exifTool->write($file, Ways::tags($frame));
    }

    private function folder(DeliveryPart $part, string $way): string
    {
        $all = array_unique(
            array_merge(...$part->delivery->parts->map(fn (DeliveryPart $one): array => $one->ways)->all()),
        );

        return count($all) === 1
            ? ''
            : (Ways::known($part->delivery->shoot->studio)[
                    str_starts_with($way, 'original:') ? Ways::ORIGINALS : $way
                ] ??
                    'Files').
                    '/';
    }

    /**
     * Numbers run on over the parts.
     *
     * @param  positive-int  $place
     * @return positive-int
     */
    private function number(DeliveryPart $part, int $place): int
    {
        return $place +
            max(
                0,
                (int) $part->delivery->parts
                    ->where('number', '<', $part->number)
                    ->sum(fn (DeliveryPart $before): int => count($before->frames)),
            );
    }

    private function free(DeliveryPart $part, string $name): string
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
