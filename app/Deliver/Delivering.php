<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Deliver\Way\FullJpegs;
use App\Frames\Frame;
use App\Proof\Selection;
use App\Studio\SendMail;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Opens deliveries, adds parts to them and closes parts once they are whole. */
final class Delivering
{
    /**
     * A delivery with its first part. Its links work once that is made.
     *
     * @param  (callable(Delivery): void)|null  $before  what has to be known of it before its first part is made
     */
    public function open(NewDelivery $new, ?callable $before = null): Delivery
    {
        return DB::transaction(function () use ($new, $before): Delivery {
            $delivery = $this->create($new);
            if ($before !== null) {
                $before($delivery);
            }
            $this->add($delivery, $new->frames, $new->ways, $new->part);

            return $delivery;
        });
    }

    private function create(NewDelivery $new): Delivery
    {
        $delivery = Delivery::query()->create([
            'name' => $new->shoot->name,
            ...$new->facts,
            'uuid' => (string) Str::uuid(),
            'kind' => $new->kind,
            'shoot_id' => $new->shoot->id,
            'selection_id' => $new->selection?->id,
            'frames_count' => count($new->frames),
        ]);
        foreach ($new->people ?: [['name' => '', 'email' => '']] as $person) {
            Recipient::of($delivery, $person['name'], $person['email']);
        }

        return $delivery->setRelation('shoot', $new->shoot);
    }

    /** What a guest sent in, as the camera's JPEGs with captions. */
    public function answer(Selection $selection): Delivery
    {
        $shoot = $selection->gallery->shoot;

        return $this->open(new NewDelivery(
            $shoot,
            array_values(array_map(intval(...), $selection->frames()->pluck('frames.id')->all())),
            [FullJpegs::KEY],
            ['name' => mb_substr("{$shoot->name}, {$selection->name}", 0, 120)],
            [['name' => $selection->name, 'email' => $selection->email]],
            $selection,
        ));
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
        return $this->add($delivery, $delivery->frames(), $delivery->ways(), 'What has changed');
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
            $this->replaceEarlier($part);
            $part->update(['made_at' => now()]);
            $delivery->update(['made_at' => $delivery->made_at ?? now()]);
        });
        self::deleteReplaced($delivery);

        return true;
    }

    private static function deleteReplaced(Delivery $delivery): void
    {
        $replaced = $delivery->files()->whereNotNull('replaced_at')->pluck('stored');
        $gone = DeliveryZip::query()->where('delivery_id', $delivery->id)->whereNotNull('gone_at')->pluck('stored');
        foreach ([...$replaced, ...$gone] as $stored) {
            @unlink($delivery->folder().'/'.$stored);
        }
    }

    private function replaceEarlier(DeliveryPart $part): void
    {
        foreach ($part->files()->get(['frame_id', 'way']) as $file) {
            DeliveryFile::query()
                ->where(['delivery_id' => $part->delivery_id, 'frame_id' => $file->frame_id, 'way' => $file->way])
                ->where('part_id', '<', $part->id)
                ->whereNull('replaced_at')
                ->update(['replaced_at' => now()]);
        }
        DeliveryZip::query()
            ->where('delivery_id', $part->delivery_id)
            ->where('part_id', '<', $part->id)
            ->whereNull('gone_at')
            ->update(['gone_at' => now()]);
    }

    /** Mails the link, and says what is new where something was there before. */
    public function tell(Recipient $recipient): void
    {
        $delivery = $recipient->delivery;
        $isHandoff = $delivery->kind === DeliveryKind::Handoff;
        SendMail::write(
            $delivery->shoot->studio,
            $recipient->email,
            self::subject($recipient).$delivery->shoot->name,
            $isHandoff ? 'deliver.mail-retoucher' : 'deliver.mail-guest',
            ['delivery' => $delivery, 'recipient' => $recipient, ...self::news($recipient)],
        );
        $recipient->update(['told_at' => now()]);
    }

    /** @return array<string, mixed> */
    private static function news(Recipient $recipient): array
    {
        $part = $recipient->delivery->parts->whereNotNull('made_at')->last();

        return [
            'part' => $part,
            'isFirst' => $recipient->told_at === null,
            'count' => $recipient->delivery->current()->distinct()->count('frame_id'),
            'new' => $part?->files()->distinct()->count('frame_id'),
        ];
    }

    private static function subject(Recipient $recipient): string
    {
        return match (true) {
            $recipient->delivery->kind === DeliveryKind::Handoff => 'To be worked on: ',
            $recipient->told_at === null => 'Your pictures of ',
            default => 'New pictures of ',
        };
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
