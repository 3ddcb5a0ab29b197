<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Captions\FrameCaption;
use App\Deliver\Handoff\Handoff;
use App\Frames\Frame;
use App\Proof\Selection;
use App\Studio\SendMail;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Frames\Caption\Caption;

/**
 * Opens deliveries, adds parts to them and closes parts once they are whole.
 *
 * @phpstan-type DeliveryFacts array{name?: string, message?: string, password?: string|null, ends_on?: string|null,
 *     most_fetches?: int|null, zip_bytes?: int|null}
 */
final class Delivering
{
    private const PIECE = 500;

    /**
     * A delivery with its first part. Its links work once that is made.
     *
     * @param  list<int>  $frames
     * @param  list<string>  $ways
     * @param  DeliveryFacts  $facts
     * @param  list<array{name: string, email: string}>  $people  none for one link that serves everybody
     * @param  (callable(Delivery): void)|null  $before  what has to be known of it before its first part is made
     */
    public function open(
        Shoot $shoot,
        array $frames,
        array $ways,
        array $facts = [],
        array $people = [],
        ?Selection $selection = null,
        string $part = '',
        ?callable $before = null,
    ): Delivery {
        return DB::transaction(function () use (
            $shoot,
            $frames,
            $ways,
            $facts,
            $people,
            $selection,
            $part,
            $before,
        ): Delivery {
            $delivery = Delivery::query()->create([
                'name' => $shoot->name,
                ...$facts,
                'uuid' => (string) Str::uuid(),
                'shoot_id' => $shoot->id,
                'selection_id' => $selection?->id,
                'frames_count' => count($frames),
            ]);
            foreach ($people ?: [['name' => '', 'email' => '']] as $person) {
                Recipient::of($delivery, $person['name'], $person['email']);
            }
            $before !== null && $before($delivery->setRelation('shoot', $shoot));
            $this->add($delivery->setRelation('shoot', $shoot), $frames, $ways, $part);

            return $delivery;
        });
    }

    /** What a guest sent in, as the camera's JPEGs with captions. */
    public function answer(Selection $selection): Delivery
    {
        $shoot = $selection->gallery->shoot;
        $frames = array_values(array_map(intval(...), $selection->frames()->pluck('frames.id')->all()));

        return $this->open(
            $shoot,
            $frames,
            [Ways::JPEGS],
            ['name' => mb_substr("{$shoot->name}, {$selection->name}", 0, 120)],
            [['name' => $selection->name, 'email' => $selection->email]],
            $selection,
        );
    }

    /**
     * @param  list<int>  $frames
     * @param  list<string>  $ways
     */
    public function add(Delivery $delivery, array $frames, array $ways, string $name = ''): DeliveryPart
    {
        return DB::transaction(function () use ($delivery, $frames, $ways, $name): DeliveryPart {
            Delivery::query()->whereKey($delivery->id)->lockForUpdate()->first();
            $number = 1 + (int) $delivery->parts()->max('number');
            $part = $delivery
                ->parts()
                ->create([
                    'number' => $number,
                    'name' => $name,
                    'frames' => $frames,
                    'ways' => $ways,
                    'opened_at' => now(),
                ]);
            $delivery->update(['frames_count' => count($delivery->load('parts')->frames())]);
            $this->start($part->setRelation('delivery', $delivery));

            return $part;
        });
    }

    /** Goes on with a part that was broken off; what is there of it stays. */
    public function start(DeliveryPart $part): void
    {
        $title = $part->number === 1 ? 'Writing and packing' : "Writing and packing part {$part->number}";
        MakeDelivery::open($part, $title, 2 * max(1, count($part->frames)));
    }

    /** All that has changed since, as a part of its own. */
    public function again(Delivery $delivery): DeliveryPart
    {
        return $this->add(
            $delivery,
            $delivery->frames(),
            array_values(
                array_unique(
                    array_merge(...$delivery->parts->map(fn (DeliveryPart $part): array => $part->ways)->all()),
                ),
            ),
            'What has changed',
        );
    }

    /**
     * Opens a part that is whole to those for whom it is. What it replaces goes, and ZIPs that later ones stand for; a
     * part that brought nothing goes itself.
     */
    public function close(DeliveryPart $part): bool
    {
        $delivery = $part->delivery;
        if ($part->isEmpty() && $part->number > 1) {
            $part->delete();

            return true;
        }
        DB::transaction(function () use ($part, $delivery): void {
            foreach ($part->files()->get(['frame_id', 'way']) as $file) {
                DeliveryFile::query()
                    ->where(['delivery_id' => $delivery->id, 'frame_id' => $file->frame_id, 'way' => $file->way])
                    ->where('part_id', '<', $part->id)
                    ->whereNull('replaced_at')
                    ->update(['replaced_at' => now()]);
            }
            DeliveryZip::query()
                ->where('delivery_id', $delivery->id)
                ->where('part_id', '<', $part->id)
                ->whereNull('gone_at')
                ->update(['gone_at' => now()]);
            $part->update(['made_at' => now()]);
            $delivery->update(['made_at' => $delivery->made_at ?? now()]);
        });
        $replaced = $delivery->files()->whereNotNull('replaced_at')->pluck('stored');
        $gone = DeliveryZip::query()->where('delivery_id', $delivery->id)->whereNotNull('gone_at')->pluck('stored');
        foreach ([...$replaced, ...$gone] as $stored) {
            @unlink($delivery->folder().'/'.$stored);
        }

        return true;
    }

    /**
     * Frames whose files would be made otherwise today.
     *
     * @return list<string> their names
     */
    public function outOfDate(Delivery $delivery): array
    {
        // It remembers what it has asked of the outputs.
        $ways = app(Ways::class);
        $changed = [];
        foreach (
            $delivery->current()->whereNotNull('frame_id')->get()->groupBy('frame_id')->chunk(self::PIECE) as $piece
        ) {
            $captions = FrameCaption::query()->whereIn('frame_id', $piece->keys())->get()->keyBy('frame_id');
            $frames = Frame::query()
                ->whereKey($piece->keys()->all())
                ->with('shoot.studio', 'files.copies', 'files.sameAs.copies', 'version.copies')
                ->get();
            foreach ($frames as $frame) {
                $some = $piece->get($frame->id) ?? collect();
                $plain = fn (DeliveryFile $file): string => str_starts_with($file->way, 'original:')
                    ? Ways::ORIGINALS
                    : $file->way;
                $asked = array_values($some->map($plain)->unique()->all());
                $caption = $captions->get($frame->id)?->caption() ?? Caption::of([]);
                $now = self::fingerprints($ways, $frame, $asked, $delivery, $caption);
                $own = $some->pluck('fingerprint', 'way')->all();
                if (array_diff_assoc(array_intersect_key($now, $own), $own) !== []) {
                    $changed[$frame->id] = $frame->name;
                }
            }
        }

        return array_values($changed);
    }

    /**
     * @param  list<string>  $asked
     * @return array<string, string> way => as it would be made now; none where nothing can be made
     */
    private static function fingerprints(
        Ways $ways,
        Frame $frame,
        array $asked,
        Delivery $delivery,
        Caption $caption,
    ): array {
        try {
            return $ways->fingerprints($frame, $asked, $delivery, $caption);
        } catch (UnableToDeliver) {
            return [];
        }
    }

    /** Mails the link, and says what is new where something was there before. */
    public function tell(Recipient $recipient): void
    {
        $delivery = $recipient->delivery;
        $parts = $delivery->parts->whereNotNull('made_at');
        SendMail::write(
            $delivery->shoot->studio,
            $recipient->email,
            match (true) {
                Handoff::ofDelivery($delivery->id) !== null => 'To be worked on: ',
                $recipient->told_at === null => 'Your pictures of ',
                default => 'New pictures of ',
            }.$delivery->shoot->name,
            Handoff::ofDelivery($delivery->id) === null ? 'deliver.mail-guest' : 'deliver.mail-retoucher',
            [
                'delivery' => $delivery,
                'recipient' => $recipient,
                'part' => $parts->last(),
                'isFirst' => $recipient->told_at === null,
                'count' => $delivery->current()->distinct()->count('frame_id'),
                'new' => $parts->last()?->files()->distinct()->count('frame_id'),
            ],
        );
        $recipient->update(['told_at' => now()]);
    }

    /** Deletes what lies on the disk for it; the record of what was delivered, and the receipts, stay. */
    public function free(Delivery $delivery): void
    {
        $delivery->update(['freed_at' => now()]);
        app(Filesystem::class)->deleteDirectory($delivery->folder());
    }

    /** Takes a delivery away, with its links, files and receipts. */
    public function remove(Delivery $delivery): void
    {
        $delivery->task()?->stop();
        foreach ($delivery->recipients as $recipient) {
            $recipient->door()->close();
        }
        $folder = $delivery->folder();
        $delivery->delete();
        app(Filesystem::class)->deleteDirectory($folder);
    }

    /** @return Collection<int, Frame> */
    public static function pictured(Delivery $delivery): Collection
    {
        return Frame::query()->whereKey($delivery->frames())->orderBy('taken_ms')->orderBy('id')->get();
    }
}
