<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Deliver\Delivering;
use App\Deliver\Delivery;
use App\Deliver\DeliveryKind;
use App\Deliver\NewDelivery;
use App\Deliver\Recipient;
use App\Ingest\Upload\Arrival;
use App\Ingest\Upload\Arrivals;
use App\Ingest\Upload\ArrivalsFolder;
use App\Proof\Comment;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * Gives frames to a retoucher and takes them back, round by round.
 *
 * @phpstan-import-type DeliveryFacts from NewDelivery
 * @phpstan-import-type CardListing from \App\Ingest\Slots
 */
final class Handoffs
{
    public function __construct(
        private readonly Delivering $delivering,
        private readonly Returning $returning,
        private readonly Arrivals $arrivals,
    ) {
    }

    /**
     * @param  non-empty-list<int>  $frames
     * @param  DeliveryFacts  $facts
     * @param  list<array{name: string, email: string}>  $people
     * @param  bool  $withGuests  guests' comments and drawings that are not ticked off go along
     */
    public function open(
        Shoot $shoot,
        array $frames,
        array $facts,
        array $people,
        string $note,
        bool $withGuests,
    ): Handoff {
        $new = new NewDelivery(
            $shoot,
            $frames,
            [ToRetoucher::KEY],
            $facts,
            $people,
            part: 'Round 1',
            kind: DeliveryKind::Handoff,
        );
        // The notes have to be there before a worker writes them.
        $delivery = $this->delivering->open($new, function (Delivery $delivery) use ($new, $note, $withGuests): void {
            $handoff = $this->create($delivery, $new->frames, $note);
            if ($withGuests) {
                $this->takeOver($handoff);
            }
        });

        return Handoff::query()->where('delivery_id', $delivery->id)->firstOrFail();
    }

    /** @param  list<int>  $frames */
    private function create(Delivery $delivery, array $frames, string $note): Handoff
    {
        $handoff = Handoff::query()->create([
            'uuid' => (string) Str::uuid(),
            'shoot_id' => $delivery->shoot_id,
            'delivery_id' => $delivery->id,
        ]);
        foreach ($frames as $frame) {
            $one = $handoff->frames()->create(['frame_id' => $frame, 'round' => 1]);
            if ($note !== '') {
                $one->notes()->create(['round' => 1, 'by' => $delivery->shoot->studio->name, 'text' => $note]);
            }
        }

        return $handoff;
    }

    /**
     * Sends frames out once more, with what is to be done now.
     *
     * @param  array<int, string>  $notes  frame => what is to be done
     */
    public function nextRound(Handoff $handoff, array $notes): void
    {
        DB::transaction(function () use ($handoff, $notes): void {
            Handoff::query()->whereKey($handoff->id)->lockForUpdate()->first();
            $round = $handoff->round + 1;
            $handoff->update(['round' => $round]);
            foreach ($handoff->frames()->whereIn('frame_id', array_keys($notes))->get() as $one) {
                $one->update(['round' => $round]);
                self::note($handoff, $one, $notes[$one->frame_id]);
            }
            $delivery = $handoff->delivery->setRelation('shoot', $handoff->shoot);
            $this->delivering->add($delivery, array_keys($notes), [ToRetoucher::KEY], "Round {$round}");
        });
    }

    private static function note(Handoff $handoff, HandoffFrame $frame, string $text): void
    {
        $frame->notes()->create(['round' => $frame->round, 'by' => $handoff->shoot->studio->name, 'text' => $text]);
    }

    /**
     * Says which files of a listing are still to be sent. A file that was sent before and has changed since is another.
     *
     * @param  CardListing  $files
     * @return list<array{path: string, id: string, offset: int}>
     */
    public function announce(Handoff $handoff, array $files): array
    {
        $this->collect($handoff);
        $this->forgetChanged($handoff, $files);
        $this->arrivals->makeRoom($handoff->uuid, array_sum(array_column($files, 'size')));
        $this->arrivals->note($handoff->uuid, null, $files);
        $noted = array_flip(array_column($files, 'path'));

        return array_values(
            array_filter($this->arrivals->open($handoff->uuid), fn (array $one): bool => isset($noted[$one['path']])),
        );
    }

    /** @param  CardListing  $files */
    private function forgetChanged(Handoff $handoff, array $files): void
    {
        foreach ($files as $file) {
            Arrival::query()
                ->where(['owner' => $handoff->uuid, 'path_hash' => hash('xxh128', $file['path'])])
                ->whereNotNull('arrived_at')
                ->where(
                    fn ($arrivals) => $arrivals
                        ->where('size', '<>', $file['size'])
                        ->orWhere('modified_at', '<>', $file['modifiedAt']),
                )
                ->delete();
        }
    }

    /** Takes up what has arrived. One whose worker was killed meanwhile is found here as well. */
    public function collect(Handoff $handoff): void
    {
        foreach (Arrival::query()->where('owner', $handoff->uuid)->whereNotNull('arrived_at')->get() as $arrival) {
            $stored = ArrivalsFolder::path($handoff->uuid).'/.back/'.$arrival->uuid;
            if (! is_dir(dirname($stored))) {
                @mkdir(dirname($stored), 0700, true);
            }
            if (is_file($arrival->target())) {
                rename($arrival->target(), $stored);
            }
            if (is_file($stored) && ReturnedFile::query()->where('stored', $stored)->doesntExist()) {
                $this->returning->note($handoff->shoot, $handoff, basename($arrival->path), $stored);
            }
        }
    }

    public function close(Handoff $handoff): void
    {
        $handoff->update(['closed_at' => $handoff->closed_at === null ? now() : null]);
        Recipient::query()
            ->where('delivery_id', $handoff->delivery_id)
            ->update(['withdrawn_at' => $handoff->closed_at]);
    }

    private function takeOver(Handoff $handoff): void
    {
        $frames = $handoff->frames()->get()->keyBy('frame_id');
        $comments = Comment::query()
            ->whereNull('done_at')
            ->whereHas('galleryFrame', fn ($proofs) => $proofs->whereIn('frame_id', $frames->keys()))
            ->with('galleryFrame', 'guest')
            ->orderBy('id')
            ->get();
        foreach ($comments as $comment) {
            $frames[$comment->galleryFrame->frame_id]?->notes()->create([
                'round' => 1,
                'by' => mb_substr((string) ($comment->guest->name ?: 'a guest'), 0, 120),
                ...$comment->only('text', 'drawing'),
                ...$comment->galleryFrame->only('width', 'height'),
            ]);
        }
    }
}
