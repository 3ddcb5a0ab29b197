<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Captions\FrameCaption;
use App\Captions\Sidecars;
use App\Copies\Places;
use App\Copies\VerifiedPicture;
use App\Deliver\Delivery;
use App\Deliver\DeliveryFile;
use App\Deliver\UnableToDeliver;
use App\Deliver\Ways;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Frames\Version;
use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Captions\Table;
use Kanpai\Core\Captions\XmpSidecar;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\FileKind;
use Kanpai\Core\Frames\Metadata\UnreadableSidecar;
use Kanpai\Core\Frames\Verdict;

/**
 * What goes to a retoucher of a frame: its raw file, or its JPEG where there is no raw; the sidecar as it stands; the
 * picture with what was drawn on it; and, from the second round on, what came back last. A list says what is to be
 * done.
 */
final class HandoffFiles
{
    public const SIDECAR = 'handoff:sidecar';

    public const NOTE = 'handoff:note';

    public const LIST = 'list.csv';

    private const QUALITY = 85;

    public function __construct(private readonly Places $places, private readonly XmpSidecar $sidecar)
    {
    }

    /**
     * @return array<string, string> way => fingerprint
     *
     * @throws UnableToDeliver
     */
    public function fingerprints(Frame $frame, Delivery $delivery): array
    {
        $originals = Ways::originals($frame);
        $raws =
            array_filter($originals, fn (CardFile $file): bool => $file->kind === FileKind::Raw) ?:
            array_filter($originals, fn (CardFile $file): bool => $file->kind === FileKind::Jpeg);
        if ($raws === []) {
            throw UnableToDeliver::noVerifiedCopy($frame->name);
        }
        $prints = [];
        foreach ($raws as $file) {
            $prints["original:{$file->id}"] = (string) $file->hash;
        }
        $prints[self::SIDECAR] = hash('xxh128', $this->sidecar($frame));
        if ($frame->version_id !== null) {
            $prints["version:{$frame->version_id}"] = (string) Version::query()
                ->whereKey($frame->version_id)
                ->value('hash');
        }
        $notes = $this->notes($frame, $delivery);
        if (array_filter($notes, fn (HandoffNote $note): bool => $note->drawing !== null) !== []) {
            $prints[self::NOTE] = hash(
                'xxh128',
                serialize(
                    array_map(fn (HandoffNote $note): array => [$note->round, $note->text, $note->drawing], $notes),
                ),
            );
        }

        return $prints;
    }

    /** What a file is called: all files of a frame alike, so that an editor finds the sidecar; two frames never. */
    public function name(Frame $frame, Delivery $delivery, string $way, ?CardFile $original): string
    {
        $stem = $this->stem($frame, $delivery, $original);

        return match (true) {
            $original !== null => $stem.'.'.pathinfo($original->destination, PATHINFO_EXTENSION),
            $way === self::SIDECAR => "{$stem}.xmp",
            $way === self::NOTE => "{$stem}-note.jpg",
            default => (string) Version::query()->whereKey((int) substr($way, 8))->value('name'),
        };
    }

    /** @throws UnableToDeliver */
    public function write(Frame $frame, Delivery $delivery, string $way, string $target): void
    {
        match ($way) {
            self::SIDECAR => file_put_contents($target, $this->sidecar($frame)),
            self::NOTE => $this->drawn($frame, $delivery, $target),
            default => VerifiedPicture::of($frame)?->copyTo($target) ?? false ?:
            throw UnableToDeliver::isDamaged($frame->name),
        };
    }

    /** What is to be done, as a table (RFC 4180). */
    public function list(Delivery $delivery): ?string
    {
        $handoff = Handoff::ofDelivery($delivery->id);
        if ($handoff === null) {
            return null;
        }
        $names = $delivery
            ->files()
            ->where('way', 'like', 'original:%')
            ->get(['frame_id', 'name'])
            ->pluck('name', 'frame_id');
        $rows = [['file', 'round', 'from', 'what is to be done', 'taken', 'headline']];
        foreach ($handoff->inOrder() as $one) {
            foreach ($one->notes->where('round', $one->round)->values()->all() ?: [null] as $note) {
                $rows[] = [
                    (string) ($names[$one->frame_id] ?? $one->frame->name),
                    (string) $one->round,
                    $note->by ?? '',
                    $note?->inWords() ?? '',
                    $handoff->shoot->zone()->format($one->frame->taken_ms, 'Y-m-d\TH:i:s.vP'),
                    self::caption($one->frame)->text(Field::Headline),
                ];
            }
        }

        return Table::write($rows);
    }

    /** @return list<HandoffNote> of the round in which the frame is out */
    private function notes(Frame $frame, Delivery $delivery): array
    {
        $one = HandoffFrame::query()
            ->where('frame_id', $frame->id)
            ->whereHas('handoff', fn ($handoff) => $handoff->where('delivery_id', $delivery->id))
            ->with('notes')
            ->first();

        return $one === null ? [] : array_values($one->notes->where('round', $one->round)->all());
    }

    /** As it stands beside a copy, where other software may have written into it; with what we say of the frame. */
    private function sidecar(Frame $frame): string
    {
        $ours = Sidecars::ours($frame);
        $existing = null;
        foreach (
            DB::table('sidecars')
                ->where('frame_id', $frame->id)
                ->orderBy('id')
                ->get(['place', 'path']) as $row
        ) {
            $path = ($this->places->folders($frame->shoot->studio_id)[$row->place] ?? '').'/'.$row->path;
            $existing ??= is_file($path) ? (string) file_get_contents($path) : null;
        }
        $write = fn (?string $before): string => $this->sidecar->write(
            $before,
            self::caption($frame),
            $ours['rating'],
            $frame->shoot->zone()->format($frame->taken_ms, 'Y-m-d\TH:i:s.vP'),
            $ours['label'] ?: null,
            $frame->verdict === Verdict::Open ? null : $frame->verdict === Verdict::Keep,
        );
        try {
            return $write($existing);
        } catch (UnreadableSidecar) {
            return $write(null);
        }
    }

    private static function caption(Frame $frame): Caption
    {
        return FrameCaption::query()->find($frame->id)?->caption() ?? Caption::of([]);
    }

    private function drawn(Frame $frame, Delivery $delivery, string $target): void
    {
        $picture = PictureReader::jpeg(config('kanpai.pictures').'/'.$frame->large_path);
        foreach ($this->notes($frame, $delivery) as $note) {
            $drawing = $note->drawing();
            if ($drawing !== null) {
                $picture = $picture
                    ->under(PictureReader::svg($drawing->toSvg(), $picture->width() / $drawing->width))
                    ->inMemory();
            }
        }
        PictureWriter::jpeg($picture, $target, self::QUALITY);
    }

    private function stem(Frame $frame, Delivery $delivery, ?CardFile $original): string
    {
        $there = DeliveryFile::query()
            ->where(['delivery_id' => $delivery->id, 'frame_id' => $frame->id])
            ->where('way', 'like', 'original:%')
            ->orderBy('id')
            ->value('name');
        if ($there !== null) {
            return pathinfo((string) $there, PATHINFO_FILENAME);
        }
        $stem = pathinfo($original === null ? $frame->name : $original->destination, PATHINFO_FILENAME);
        $isTaken = fn (string $one): bool => DeliveryFile::query()
            ->where('delivery_id', $delivery->id)
            ->where('frame_id', '<>', $frame->id)
            ->where('name', 'like', addcslashes($one, '%_\\').'.%')
            ->exists();
        for ($n = 1, $free = $stem; $isTaken($free); $n++) {
            // Not -2: an editor would call a second picture so.
            $free = $stem.'_card'.$frame->card->number.($n === 1 ? '' : "_{$n}");
        }

        return $free;
    }
}
