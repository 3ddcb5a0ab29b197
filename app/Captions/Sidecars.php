<?php

declare(strict_types=1);

namespace App\Captions;

use App\Ingest\CardFile;
use App\Ingest\Disk;
use App\Ingest\Frame;
use App\Ingest\Place;
use App\Ingest\Places;
use App\Studio\Shoot;
use Kanpai\Core\Caption\Metadata\FileMetadata;
use Kanpai\Core\Caption\Metadata\MetadataReader;
use Kanpai\Core\Caption\Metadata\XmpProperties;
use Kanpai\Core\Caption\UnreadableSidecar;
use Kanpai\Core\Caption\XmpSidecar;
use Kanpai\Core\Card\FileKind;
use Kanpai\Core\Cull\Verdict;

/**
 * The XMP sidecars beside the copies of the frames of a shoot. What other software changed in one is noticed and
 * offered, never overwritten unseen. Originals are not touched.
 */
final class Sidecars
{
    /** @var array<string, string> place => path, of those whose disks are there */
    private readonly array $places;

    public function __construct(private readonly Shoot $shoot, private readonly XmpSidecar $writer = new XmpSidecar)
    {
        $this->places = app(Places::class)->all($shoot->studio_id)->filter(fn (Place $place): bool => $place->isThere())->pluck('path', 'name')->all();
    }

    /** @return array{fields: array<string, string>, rating: int|null, label: string} what we say of a frame */
    public static function ours(Frame $frame): array
    {
        $caption = FrameCaption::query()->find($frame->id)?->caption();

        return ['fields' => $caption?->values() ?? [], 'rating' => $frame->verdict->xmpRating($frame->rating), 'label' => $frame->label];
    }

    /**
     * Writes the sidecars of a frame in every place that has a copy of it.
     *
     * @throws UnreadableSidecar when something else stands there; it is left as it is
     */
    public function write(FrameCaption $caption): void
    {
        $frame = $caption->frame;
        $ours = ['fields' => $caption->caption()->values(), 'rating' => $frame->verdict->xmpRating($frame->rating), 'label' => $frame->label];
        $known = SidecarFile::query()->where('frame_id', $frame->id)->get()->keyBy(fn (SidecarFile $file): string => $file->place."\0".$file->path);
        foreach ($this->places as $place => $folder) {
            foreach (self::below($frame, $place) as $below) {
                $existing = self::content("{$folder}/{$below}");
                $file = $known[$place."\0".$below] ?? new SidecarFile(['frame_id' => $frame->id, 'place' => $place, 'path' => $below, 'path_hash' => hash('xxh128', $below), 'hash' => '', 'said' => ['fields' => [], 'rating' => null, 'label' => '']]);
                if ($existing !== null && ! $this->isUnderstood($file, $existing, $ours)) {
                    continue;
                }
                $text = $this->writer->write($existing, $caption->caption(), $ours['rating'], $this->shoot->zone()->format($frame->taken_ms, 'Y-m-d\TH:i:s.vP'), $ours['label'] === '' ? null : $ours['label'], $frame->verdict === Verdict::Open ? null : $frame->verdict === Verdict::Keep);
                if ($text !== $existing) {
                    file_put_contents(Disk::temporary("{$folder}/{$below}"), $text);
                    rename(Disk::temporary("{$folder}/{$below}"), "{$folder}/{$below}");
                }
                $file->fill(['hash' => hash('xxh128', $text), 'said' => $ours, 'theirs' => null])->save();
            }
        }
    }

    /**
     * Whether a known sidecar is as it was; what other software made of it is noted.
     *
     * @throws UnreadableSidecar
     */
    public function look(SidecarFile $file): bool
    {
        $existing = isset($this->places[$file->place]) ? self::content($this->places[$file->place].'/'.$file->path) : null;

        return $existing === null || $this->isUnderstood($file, $existing, self::ours($file->frame));
    }

    /** Takes for known what stands in the file now, so that the next writing goes over it. */
    public function acknowledge(SidecarFile $file): void
    {
        $existing = isset($this->places[$file->place]) ? self::content($this->places[$file->place].'/'.$file->path) : null;
        $file->fill(['hash' => $existing === null ? '' : hash('xxh128', $existing), 'said' => $file->theirs ?? $file->said, 'theirs' => null])->save();
        FrameCaption::query()->whereKey($file->frame_id)->update(['written_at' => null]);
    }

    /**
     * @param  array{fields: array<string, string>, rating: int|null, label: string}  $ours
     *
     * @throws UnreadableSidecar
     */
    private function isUnderstood(SidecarFile $file, string $existing, array $ours): bool
    {
        $hash = hash('xxh128', $existing);
        if ($hash === $file->hash) {
            return $file->theirs === null;
        }
        $theirs = SidecarFile::words(self::read($existing));
        if (SidecarFile::differences($file->said, $theirs, $ours) === []) {
            return true;
        }
        $file->fill(['hash' => $hash, 'theirs' => $theirs])->save();

        return false;
    }

    /** @throws UnreadableSidecar */
    private static function read(string $existing): FileMetadata
    {
        return MetadataReader::sidecar($existing);
    }

    /** What stands in a file; of one that is far too large only enough to see that it is. */
    private static function content(string $path): ?string
    {
        return is_file($path) ? (string) file_get_contents($path, false, null, 0, XmpProperties::MOST_BYTES + 1) : null;
    }

    /**
     * The sidecar of a frame has the base name of its files, raw and JPEG alike; where the card brought one of that
     * name, ours carries the picture's whole name.
     *
     * @return list<string> below the place
     */
    private static function below(Frame $frame, string $place): array
    {
        $paths = [];
        // What the card brought is an original, and never written to.
        $originals = $frame->files->map(fn (CardFile $file): string => strtolower($file->destination))->all();
        foreach ($frame->files as $file) {
            if (in_array($file->kind, [FileKind::Jpeg, FileKind::Raw], true) && $file->copies->contains('place', $place)) {
                $path = preg_replace('/\.[^.\/]+$/', '', $file->destination).'.xmp';
                $paths[] = in_array(strtolower($path), $originals, true) ? $file->destination.'.xmp' : $path;
            }
        }

        return array_values(array_unique($paths));
    }
}
