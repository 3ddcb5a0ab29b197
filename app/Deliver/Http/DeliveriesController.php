<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Deliver\ChangedSince;
use App\Deliver\Delivering;
use App\Deliver\Delivery;
use App\Deliver\DeliveryKind;
use App\Deliver\Handoff\Handoff;
use App\Deliver\NewDelivery;
use App\Deliver\Receipts;
use App\Deliver\Recipient;
use App\Deliver\Way\Ways;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

/** Deliveries of a shoot: opening one, what comes into it later, for whom it is, what was fetched. */
final class DeliveriesController
{
    /** Frames of which what has changed is worked out with the page. */
    private const AT_ONCE = 200;

    /** Pictures of a delivery that its page shows; the guest's shows all. */
    private const SHOWN = 60;

    public function create(Request $request, Shoot $shoot, Ways $ways): View
    {
        return view('deliver.new', [
            'shoot' => $shoot,
            'ways' => $ways->ofStudio($shoot->studio),
            ...FramesAsked::by($request, $shoot)->forPage(),
        ]);
    }

    public function store(DeliveryRequest $request, Shoot $shoot, Delivering $delivering): RedirectResponse
    {
        $asked = FramesAsked::by($request, $shoot);
        $delivery = $delivering->open(new NewDelivery(
            $shoot,
            $asked->some('ways', 'deliver'),
            $request->ways($shoot),
            $request->facts(),
            $request->people(),
            $asked->selection,
            $request->string('part')->toString(),
        ));

        return redirect()->route('delivery.show', $delivery);
    }

    public function show(
        Request $request,
        Delivery $delivery,
        Receipts $receipts,
        ChangedSince $changed,
        Ways $ways,
    ): View|RedirectResponse {
        if ($delivery->kind === DeliveryKind::Handoff) {
            $handoff = Handoff::query()->where('delivery_id', $delivery->id)->firstOrFail();

            return redirect()->route('handoff', $handoff)->with('message', session('message'));
        }
        $receipts->collect();
        $delivery->load('shoot.studio', 'parts', 'recipients.receipts');
        $canChange = $delivery->made_at !== null && $delivery->freed_at === null;

        return view('deliver.delivery', [
            ...$this->facts($delivery, $receipts),
            'ways' => $ways->ofStudio($delivery->shoot->studio),
            // Of many files it is worked out beside the page.
            'changed' => match (true) {
                ! $canChange => [],
                $delivery->frames_count > self::AT_ONCE => null,
                default => $changed->names($delivery),
            },
            ...FramesAsked::by($request, $delivery->shoot)->forPage(),
        ]);
    }

    /** Which pictures are different today. */
    public function changed(Delivery $delivery, ChangedSince $changed): View
    {
        return view('deliver.changed', ['delivery' => $delivery, 'changed' => $changed->names($delivery)]);
    }

    /** @return array<string, mixed> */
    private function facts(Delivery $delivery, Receipts $receipts): array
    {
        return [
            'shoot' => $delivery->shoot,
            'zone' => $delivery->shoot->zone,
            'delivery' => $delivery,
            'task' => $delivery->task(),
            'zips' => $delivery->zips(),
            'files' => $delivery->counted(),
            'pictures' => self::pictures($delivery),
            'fetched' => $this->fetched($delivery, $receipts),
            'pictured' => Delivering::pictured($delivery)->take(self::SHOWN),
        ];
    }

    /** @return array<int, int> part => pictures in it, in one way or several */
    private static function pictures(Delivery $delivery): array
    {
        return DB::table('delivery_files')
            ->whereIn('part_id', $delivery->parts->modelKeys())
            ->groupBy('part_id')
            ->selectRaw('part_id, COUNT(DISTINCT frame_id) AS n')
            ->pluck('n', 'part_id')
            ->map(fn ($n): int => (int) $n)
            ->all();
    }

    /** @return array<int, array<mixed>> recipient => what they fetched */
    private function fetched(Delivery $delivery, Receipts $receipts): array
    {
        return $delivery->recipients
            ->keyBy('id')
            ->map(fn (Recipient $recipient): array => $receipts->summed($recipient->receipts))
            ->all();
    }

    /** More frames, into the same place. */
    public function add(DeliveryRequest $request, Delivery $delivery, Delivering $delivering): RedirectResponse
    {
        $this->mustBeThere($delivery);
        $ids = FramesAsked::by($request, $delivery->shoot)->some('part', 'add');
        $ways = $request->has('ways')
            ? $request->ways($delivery->shoot)
            : $delivery->ways();
        $delivering->add(
            $delivery,
            $ids,
            $ways,
            $request->filled('part') ? $request->string('part')->toString() : 'The rest',
        );

        return redirect()->route('delivery.show', $delivery);
    }

    public function again(Delivery $delivery, Delivering $delivering): RedirectResponse
    {
        $this->mustBeThere($delivery);
        $delivering->again($delivery);

        return redirect()->route('delivery.show', $delivery);
    }

    /** Goes on with a part that was broken off. */
    public function goOn(Delivery $delivery, Delivering $delivering): RedirectResponse
    {
        $part = $delivery->parts->last();
        if ($part !== null && $part->made_at === null && $delivery->task()?->isUnderWay() !== true) {
            $delivering->start($part->setRelation('delivery', $delivery));
        }

        return redirect()->route('delivery.show', $delivery);
    }

    public function update(DeliveryRequest $request, Delivery $delivery): RedirectResponse
    {
        $facts = $request->facts();
        // The ZIPs that are there keep their size, and an empty password leaves the one there is.
        $keeps = $request->boolean('no_password') ? [] : ($facts['password'] === null ? ['password'] : []);
        $delivery->update(
            array_diff_key($facts, array_flip([...$keeps, ...$delivery->made_at === null ? [] : ['zip_bytes']])),
        );
        foreach ($request->people() as $person) {
            Recipient::of($delivery, $person['name'], $person['email']);
        }

        return redirect()
            ->route('delivery.show', $delivery)
            ->with('message', 'It is saved. Links that are out already go by it too.');
    }

    public function tell(Recipient $recipient, Delivering $delivering): RedirectResponse
    {
        abort_if($recipient->delivery->made_at === null || $recipient->email === '', 409);
        $delivering->tell($recipient);

        return redirect()
            ->route('delivery.show', $recipient->delivery)
            ->with('message', "The link was mailed to {$recipient->email}.");
    }

    public function withdraw(Recipient $recipient): RedirectResponse
    {
        $recipient->update(['withdrawn_at' => $recipient->withdrawn_at === null ? now() : null]);
        $recipient->door()->close();

        return redirect()
            ->route('delivery.show', $recipient->delivery)
            ->with(
                'message',
                $recipient->withdrawn_at === null
                    ? 'The link works again.'
                    : 'The link is withdrawn; nobody comes in by it any more.',
            );
    }

    /** The delivery with its files, links and receipts. Frames, originals and outputs are not touched. */
    public function remove(RemoveDeliveryInput $request, Delivery $delivery, Delivering $delivering): RedirectResponse
    {
        $delivering->remove($delivery);

        return redirect()
            ->route('deliver.show', $delivery->shoot)
            ->with('message', "“{$delivery->name}” is removed. Frames and originals are not touched.");
    }

    public function free(Delivery $delivery, Delivering $delivering): RedirectResponse
    {
        abort_if($delivery->task()?->isUnderWay() === true, 409);
        $delivering->free($delivery);

        return redirect()
            ->route('delivery.show', $delivery)
            ->with('message', 'The files of the delivery are deleted. What was delivered when, and the receipts, '.
                'stay.');
    }

    /** @throws ValidationException */
    private function mustBeThere(Delivery $delivery): void
    {
        if ($delivery->freed_at !== null) {
            throw ValidationException::withMessages([
                'part' => 'The files of this delivery were deleted. Open a new one.',
            ]);
        }
        if ($delivery->task()?->isUnderWay() === true) {
            throw ValidationException::withMessages([
                'part' => 'A part of it is just being packed. Wait until it is there.',
            ]);
        }
    }
}
