<?php

declare(strict_types=1);

namespace App\Captions;

use App\Copies\Disk;
use App\Copies\Place;
use App\Copies\Places;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Captions\XmpSidecar;
use Kanpai\Core\Frames\Metadata\FileMetadata;
use Kanpai\Core\Frames\Metadata\MetadataReader;
use Kanpai\Core\Frames\Metadata\UnreadableSidecar;
use Kanpai\Core\Frames\Metadata\XmpProperties;
use Kanpai\Core\Frames\Verdict;

/**
 * The XMP sidecars beside the copies of the frames of a shoot. What other software changed in one is noticed and
 * offered, never overwritten unseen. Originals are not touched.
 */
final class Sidecars
{
    /** @var array<string, string> place => path, of those whose disks are there */
    private readonly array $places;

    /** @param  string  $worker  who writes; no two at a time by the same name */
    public function __construct(
        private readonly Shoot $shoot,
        private readonly string $worker = 'reader',
        private readonly XmpSidecar $writer = new XmpSidecar(),
    ) {
        $this->places = app(Places::class)
            ->all($shoot->studio_id)
            ->filter(fn (Place $place): bool => $place->isThere())
            ->pluck('path', 'name')
            ->all();
    }

    /** @return array{fields: array<string, string>, rating: int|null, label: string} what we say of a frame */
    public static function ours(Frame $frame): array
    {
        $caption = FrameCaption::query()->find($frame->id)?->caption();

        return [
            'fields' => $caption?->values() ?? [],
            'rating' => $frame->verdict->xmpRating($frame->rating),
            'label' => $frame->label(),
        ];
    }

    /**
     * Writes the sidecars of frames in every place that has a copy of them. Where something else is, it is left
     * as it is, and named.
     *
     * @param  list<OutdatedSidecar>  $frames
     */
    public function write(array $frames): void
    {
        $known = self::known(array_map(fn (OutdatedSidecar $frame): int => $frame->frame, $frames));
        $rows = [];
        foreach ($frames as $frame) {
            try {
                array_push($rows, ...$this->writeOne($frame, $known[$frame->frame] ?? []));
            } catch (UnreadableSidecar $reason) {
                CardFile::query()
                    ->where('frame_id', $frame->frame)
                    ->orderBy('id')
                    ->limit(1)
                    ->update(['problem' => $reason->getMessage()]);
            }
        }
        // The files are there; a worker that dies before this line finds in them what it would write again.
        DB::table('sidecars')->upsert($rows, ['frame_id', 'place', 'path_hash'], ['hash', 'written', 'theirs']);
    }

    /**
     * @param  list<int>  $frames
     * @return array<int, array<string, SidecarFile>> frame => place and path, parted by a zero byte
     */
    private static function known(array $frames): array
    {
        $known = [];
        foreach (SidecarFile::query()->whereIn('frame_id', $frames)->get() as $file) {
            $known[$file->frame_id][$file->place."\0".$file->path] = $file;
        }

        return $known;
    }

    /**
     * @param  array<string, SidecarFile>  $known
     * @return list<array<string, mixed>> rows of the sidecars as they are now
     *
     * @throws UnreadableSidecar
     */
    private function writeOne(OutdatedSidecar $frame, array $known): array
    {
        $rows = [];
        foreach ($this->places as $place => $folder) {
            foreach ($frame->sidecars($place) as $below) {
                $file = $known[$place."\0".$below] ?? self::unknown($frame, $place, $below);
                $hash = $this->writeTo("{$folder}/{$below}", $frame, $file);
                if ($hash !== null) {
                    $rows[] = [
                        ...self::key($frame->frame, $place, $below),
                        'hash' => $hash,
                        'written' => FrameCaption::json($frame->words()),
                        'theirs' => null,
                    ];
                }
            }
        }

        return $rows;
    }

    /**
     * @return string|null xxh128 of what is there then; null where something else is there that was left
     *
     * @throws UnreadableSidecar
     */
    private function writeTo(string $path, OutdatedSidecar $frame, SidecarFile $file): ?string
    {
        $ours = $frame->words();
        $existing = self::content($path);
        if ($existing !== null && $this->noteDifferences($file, $existing, $ours)) {
            return null;
        }
        $text = $this->text($frame, $existing, $ours);
        if ($text !== $existing) {
            $this->put($path, $text);
        }

        return hash('xxh128', $text);
    }

    /**
     * @param  array{rating: int|null, label: string, ...}  $ours
     *
     * @throws UnreadableSidecar
     */
    private function text(OutdatedSidecar $frame, ?string $existing, array $ours): string
    {
        return $this->writer->write(
            $existing,
            $frame->caption,
            $ours['rating'],
            $this->shoot->zone()->format($frame->takenMs, 'Y-m-d\TH:i:s.vP'),
            $ours['label'] === '' ? null : $ours['label'],
            $frame->verdict === Verdict::Open ? null : $frame->verdict === Verdict::Keep,
        );
    }

    /**
     * One temporary name for all files of a folder: a new one for each costs the disk four times as long as the rest.
     * Another worker has another.
     */
    private function put(string $path, string $text): void
    {
        $temporary = Disk::temporary(dirname($path).'/'.$this->worker);
        file_put_contents($temporary, $text);
        rename($temporary, $path);
    }

    /** @return array{frame_id: int, place: string, path: string, path_hash: string} */
    private static function key(int $frame, string $place, string $below): array
    {
        return ['frame_id' => $frame, 'place' => $place, 'path' => $below, 'path_hash' => hash('xxh128', $below)];
    }

    /**
     * Whether a known sidecar is as it was; what other software made of it is noted.
     *
     * @throws UnreadableSidecar
     */
    public function look(SidecarFile $file): bool
    {
        $existing = isset($this->places[$file->place])
            ? self::content($this->places[$file->place].'/'.$file->path)
            : null;

        return $existing === null || ! $this->noteDifferences($file, $existing, self::ours($file->frame));
    }

    /** Remembers as known what is in the file now, so that the next writing goes over it. */
    public function acknowledge(SidecarFile $file): void
    {
        $existing = isset($this->places[$file->place])
            ? self::content($this->places[$file->place].'/'.$file->path)
            : null;
        $file
            ->fill([
                'hash' => $existing === null ? '' : hash('xxh128', $existing),
                'written' => $file->theirs ?? $file->written,
                'theirs' => null,
            ])
            ->save();
        FrameCaption::query()
            ->whereKey($file->frame_id)
            ->update(['written_at' => null]);
    }

    /**
     * Keeps what another program has written differently from here, so that somebody can decide.
     *
     * @param  array{fields: array<string, string>, rating: int|null, label: string}  $ours
     * @return bool whether there is anything to be decided
     *
     * @throws UnreadableSidecar
     */
    private function noteDifferences(SidecarFile $file, string $existing, array $ours): bool
    {
        $hash = hash('xxh128', $existing);
        if ($hash === $file->hash) {
            return $file->theirs !== null;
        }
        $theirs = SidecarFile::words(self::read($existing));
        if (SidecarFile::differences($file->written, $theirs, $ours) === []) {
            return false;
        }
        $file->fill(['hash' => $hash, 'theirs' => $theirs])->save();

        return true;
    }

    /** @throws UnreadableSidecar */
    private static function read(string $existing): FileMetadata
    {
        return MetadataReader::sidecar($existing);
    }

    /** What is in a file; of one that is far too large only enough to see that it is. */
    private static function content(string $path): ?string
    {
        return is_file($path) ? (string) file_get_contents($path, false, null, 0, XmpProperties::MOST_BYTES + 1) : null;
    }

    /** A sidecar that was there before anything was written. */
    private static function unknown(OutdatedSidecar $frame, string $place, string $below): SidecarFile
    {
        return new SidecarFile([
            ...self::key($frame->frame, $place, $below),
            'hash' => '',
            'written' => ['fields' => [], 'rating' => null, 'label' => ''],
        ]);
    }
}
