<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Deliver\Out\Destination;
use App\Deliver\Out\SendingOut;
use App\Deliver\Out\Shipment;
use App\Deliver\Out\ShippedFile;
use App\Deliver\Output;
use App\Studio\Member;
use App\Studio\Shoot;
use App\Studio\Task;
use Illuminate\Contracts\View\View;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\ValidationException;

/** What of a shoot is sent to hosts and print desks, and what is there. */
final class SentOutController
{
    public function show(Request $request, Shoot $shoot, SendingOut $sending): View
    {
        $shipments = self::shipments($shoot);

        return view('deliver.sent-out', [
            'shoot' => $shoot,
            'destinations' => Destination::ofStudio($shoot->studio)->get(),
            'outputs' => Output::ofStudio($shoot->studio)->get(),
            'shipments' => $shipments,
            'tasks' => $shipments->keyBy('id')->map(fn (Shipment $shipment): ?Task => $shipment->task())->all(),
            'there' => self::counts($shipments),
            'old' => $sending->outOfDate($shoot),
            ...FramesAsked::by($request, $shoot)->forPage(),
        ]);
    }

    /** @return Collection<int, Shipment> */
    private static function shipments(Shoot $shoot): Collection
    {
        return Shipment::query()
            ->where('shoot_id', $shoot->id)
            ->with('destination', 'output')
            ->orderByDesc('id')
            ->get()
            ->each(fn (Shipment $shipment) => $shipment->setRelation('shoot', $shoot));
    }

    /**
     * @param  Collection<int, Shipment>  $shipments
     * @return array<array-key, mixed> shipment => files that are out there
     */
    private static function counts(Collection $shipments): array
    {
        return ShippedFile::query()
            ->whereIn('shipment_id', $shipments->modelKeys())
            ->groupBy('shipment_id')
            ->selectRaw('shipment_id, COUNT(*) AS n')
            ->toBase()
            ->pluck('n', 'shipment_id')
            ->all();
    }

    public function send(SendOutInput $request, Shoot $shoot, SendingOut $sending): RedirectResponse
    {
        $output =
            Output::ofStudio($shoot->studio)->find($request->integer('output')) ??
            throw ValidationException::withMessages(['output' => 'The output is not there any more.']);
        $sending->start(
            $shoot,
            $this->find($shoot, $request->integer('destination')),
            $output->id,
            FramesAsked::by($request, $shoot)->some('destination', 'send'),
            max(1, $request->integer('copies', 1)),
            $request->string('note')->toString(),
        );

        return redirect()->route('sent-out', $shoot);
    }

    public function goOn(Shipment $shipment, SendingOut $sending): RedirectResponse
    {
        if ($shipment->task()?->isUnderWay() !== true) {
            $sending->goOn($shipment);
        }

        return redirect()->route('sent-out', $shipment->shoot);
    }

    /** Sends again what is out of date of a shipment. */
    public function replace(Shipment $shipment, SendingOut $sending): RedirectResponse
    {
        $old = $sending->outOfDate($shipment->shoot)[$shipment->id] ?? null;
        if ($old !== null) {
            $sending->start(
                $shipment->shoot,
                $shipment->destination,
                $shipment->output_id,
                $old['frames'],
                $shipment->copies,
                $shipment->note,
                clears: true,
            );
        }

        return redirect()->route('sent-out', $shipment->shoot);
    }

    public function destination(
        DestinationRequest $request,
        Shoot $shoot,
        ?string $destination = null,
    ): RedirectResponse {
        $before = $destination === null ? null : $this->find($shoot, (int) $destination);
        $facts = $request->facts($before);
        $named = Destination::query()->where(['studio_id' => $shoot->studio_id, 'name' => $facts['name']]);
        if ($named->whereKeyNot($before->id ?? 0)->exists()) {
            throw ValidationException::withMessages(['to_name' => 'There is a destination of this name already.']);
        }
        $before ??= new Destination(['studio_id' => $shoot->studio_id]);
        $before->fill($facts)->save();

        return redirect()
            ->route('sent-out', $shoot)
            ->with('message', "“{$facts['name']}” is saved for all shoots.");
    }

    public function mood(MoodInput $request, Shoot $shoot, string $destination): RedirectResponse
    {
        $one = $this->find($shoot, (int) $destination);
        abort_unless($one->kind->isStandIn(), 404);
        $input = $request->validated();
        $one->standIn()->make(
            match ($input['mood']) {
                'away' => ['is_away' => true],
                'slow' => ['bytes_per_second' => 200_000],
                'full' => ['room' => 0],
                default => [],
            },
        );

        return redirect()->route('sent-out', $shoot);
    }

    /** What is out there stays. */
    public function remove(Shoot $shoot, string $destination): RedirectResponse
    {
        Gate::authorize('update', Member::current()->studio);
        $this->find($shoot, (int) $destination)->delete();

        return redirect()
            ->route('sent-out', $shoot)
            ->with('message', 'The destination is gone from here; what stands there stays.');
    }

    private function find(Shoot $shoot, int $destination): Destination
    {
        return Destination::query()->where('studio_id', $shoot->studio_id)->findOrFail($destination);
    }
}
