<?php

declare(strict_types=1);

namespace App\Clocks\Http;

use App\Clocks\BodyClock;
use App\Clocks\ClockChange;
use App\Clocks\ClockWork;
use App\Clocks\LaneTable;
use App\Frames\Body;
use App\Frames\Frame;
use App\Ingest\Card;
use App\Ingest\Lanes;
use App\Studio\Shoot;
use DateTimeZone;
use Illuminate\Contracts\View\View;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\InvalidClock;

/** The page of lanes: what a clock would do before it is used, using it, taking it back. */
final class ClocksController
{
    public function show(Request $request, Shoot $shoot): View
    {
        $lanes = Lanes::of($shoot);
        $body = $lanes->bodies->firstWhere('id', $request->integer('body')) ?? $lanes->bodies->first();
        if (! $body instanceof Body) {
            return view('clocks.show', ['shoot' => $shoot, 'bodies' => $lanes->bodies, 'body' => null]);
        }

        return view('clocks.show', [
            'shoot' => $shoot,
            'bodies' => $lanes->bodies,
            'names' => $lanes->names,
            'counts' => self::counts($shoot),
            'body' => $body,
            'clocks' => BodyClock::query()->where('shoot_id', $shoot->id)->orderBy('id')->get()->groupBy('body_id'),
            'cards' => $this->cards($shoot, $body),
            'form' => self::form($shoot, $body, $request->integer('clock')),
            'zones' => [...self::offsets(), ...DateTimeZone::listIdentifiers()],
            'last' => ClockChange::last($shoot->id),
        ]);
    }

    /** The one asked for, else the one for all the body's frames. */
    private static function form(Shoot $shoot, Body $body, int $clock): ClockForm
    {
        $clocks = BodyClock::ofBody($shoot, $body->id);
        $all = ['card_id' => null, 'from_ms' => null, 'to_ms' => null];
        $scoped = ($clocks->clone()->find($clock) ?? $clocks->where($all)->first())?->scoped();

        return new ClockForm($scoped->clock ?? Clock::asRead(), $scoped);
    }

    /** @return array<array-key, mixed> body => frames */
    private static function counts(Shoot $shoot): array
    {
        return Frame::query()
            ->where('shoot_id', $shoot->id)
            ->groupBy('body_id')
            ->selectRaw('body_id, COUNT(*) AS n')
            ->pluck('n', 'body_id')
            ->all();
    }

    /** @return Collection<int, Card> */
    private function cards(Shoot $shoot, Body $body): Collection
    {
        $frames = Frame::query()->where(['shoot_id' => $shoot->id, 'body_id' => $body->id]);

        return Card::query()
            ->whereIn('id', $frames->distinct()->select('card_id'))
            ->orderBy('number')
            ->get();
    }

    /** @return list<string> distances to UTC, from -12:00 to +14:00 */
    private static function offsets(): array
    {
        return array_map(
            fn (int $hours): string => sprintf('%s%02d:00', $hours < 0 ? '-' : '+', abs($hours)),
            range(-12, 14),
        );
    }

    public function frames(Shoot $shoot, LaneTable $table): JsonResponse
    {
        return response()->json($table->of($shoot));
    }

    /** What a clock would do, before it is used. */
    public function try(
        ClockRequest $request,
        Shoot $shoot,
        Body $body,
        ClockWork $work,
        LaneTable $table,
    ): JsonResponse {
        $scoped = $request->clock();
        $tried = $this->refusing(fn (): array => $work->tried($shoot, $this->own($shoot, $body)->id, $scoped));

        return response()->json([
            'words' => (string) $scoped->clock,
            'read' => $table->asRead($shoot, $body->id),
            ...$tried,
        ]);
    }

    public function store(ClockRequest $request, Shoot $shoot, Body $body, ClockWork $work): RedirectResponse
    {
        $scoped = $request->clock();
        $this->refusing(fn () => $work->set($shoot, $this->own($shoot, $body)->id, $scoped, $request->user()));
        $name = Lanes::of($shoot)->names[$body->id] ?? $body->label();
        $words = $scoped->clock->isAsRead()
            ? 'the clock is right as it is.'
            : "the clock is used ({$scoped->clock}); everything is sorted anew. Originals are not touched.";

        return redirect()
            ->route('clocks.show', [$shoot, 'body' => self::next($shoot, $body)->id])
            ->with('message', "{$name}: {$words}");
    }

    /** The first body whose clock is still to be set. */
    private static function next(Shoot $shoot, Body $body): Body
    {
        $set = BodyClock::ofShoot($shoot);

        return Lanes::bodies($shoot)->first(fn (Body $other): bool => ! isset($set[$other->id])) ?? $body;
    }

    public function remove(Request $request, Shoot $shoot, int $clock, ClockWork $work): RedirectResponse
    {
        $row = BodyClock::query()->where('shoot_id', $shoot->id)->findOrFail($clock);
        $this->refusing(fn () => $work->remove($shoot, $row, $request->user()));

        return redirect()
            ->route('clocks.show', [$shoot, 'body' => $row->body_id])
            ->with('message', 'The clock was taken away; its frames follow the others.');
    }

    public function takeBack(Shoot $shoot, ClockWork $work): RedirectResponse
    {
        $change = $work->takeBack($shoot);

        return redirect()
            ->route('clocks.show', [$shoot, 'body' => $change?->body_id])
            ->with(
                'message',
                $change === null
                    ? 'There is nothing to undo.'
                    : 'Undone: '.(Lanes::of($shoot)->names[$change->body_id] ?? '')." ({$change->title}).",
            );
    }

    private function own(Shoot $shoot, Body $body): Body
    {
        abort_unless(
            Frame::query()
                ->where(['shoot_id' => $shoot->id, 'body_id' => $body->id])
                ->exists(),
            404,
        );

        return $body;
    }

    /**
     * @template T
     *
     * @param  callable(): T  $do
     * @return T
     */
    private function refusing(callable $do): mixed
    {
        try {
            return $do();
        } catch (InvalidClock $reason) {
            throw ValidationException::withMessages(['days' => $reason->getMessage()]);
        }
    }
}
