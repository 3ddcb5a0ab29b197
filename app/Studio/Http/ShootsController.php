<?php

declare(strict_types=1);

namespace App\Studio\Http;

use App\Studio\Member;
use App\Studio\Shoot;
use App\Studio\Stages;
use App\Studio\Studio;
use Illuminate\Contracts\View\View;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;

final class ShootsController
{
    private const WORDS = [
        'No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten', 'Eleven', 'Twelve',
    ];

    /** Seconds within which the same form is the same press of a button. */
    private const SAME_PRESS = 10;

    private const ON_PAGE = 40;

    /** What a list can be in order of, beside what is promised next. */
    private const SORTS = [
        'name' => ['name', 'asc'],
        'client' => ['client', 'asc'],
        'newest' => ['held_on', 'desc'],
        'oldest' => ['held_on', 'asc'],
    ];

    public function index(Request $request, Stages $stages): View
    {
        $studio = Member::current()->studio;
        $sought = trim($request->string('find')->toString());
        $sort = $request->string('sort')->toString();
        $page = $this->sought($request, $studio, $sought)->paginate(self::ON_PAGE)->withQueryString();
        $shoots = new Collection($page->items());

        return view('studio.shoots', [
            'page' => $page,
            'shoots' => $shoots,
            'counted' => self::counted($page->total()),
            'stages' => $stages->of($shoots),
            'isFinished' => $request->boolean('finished'),
            'sought' => $sought,
            'sort' => isset(self::SORTS[$sort]) ? $sort : '',
            'finishedCount' => $studio->shoots()->whereNotNull('finished_at')->count(),
            'next' => $shoots->first(
                fn (Shoot $shoot): bool => $shoot->promised_on !== null && $shoot->finished_at === null,
            ),
        ]);
    }

    /** @return Builder<Shoot> */
    private function sought(Request $request, Studio $studio, string $words): Builder
    {
        $shoots = match (true) {
            // What is sought may be finished.
            $words !== '' => Shoot::found($studio, $words)->orderByDesc('held_on')->orderByDesc('id'),
            $request->boolean('finished') => Shoot::finished($studio),
            default => Shoot::toFinish($studio),
        };
        $sort = self::SORTS[$request->string('sort')->toString()] ?? null;

        return $sort === null ? $shoots : $shoots->reorder(...$sort)->orderByDesc('id');
    }

    /** “Three shoots”; up to twelve in words. */
    private static function counted(int $count): string
    {
        return (self::WORDS[$count] ?? number_format($count)).' '.Str::plural('shoot', $count === 0 ? 2 : $count);
    }

    public function create(): View
    {
        return view('studio.new-shoot', ['zones' => timezone_identifiers_list(), 'shoot' => null]);
    }

    public function store(ShootRequest $request): RedirectResponse
    {
        $studio = Member::current()->studio;
        $facts = $request->facts();
        $shoot = DB::transaction(function () use ($studio, $facts): Shoot {
            Studio::query()->whereKey($studio->id)->lockForUpdate()->first();
            // A button that is pressed twice makes one.
            $same = $studio
                ->shoots()
                ->where(['name' => $facts['name'], 'held_on' => $facts['held_on'], 'client' => $facts['client']])
                ->where('created_at', '>', now()->subSeconds(self::SAME_PRESS))
                ->first();

            return $same ?? $studio->shoots()->create($facts);
        });

        return redirect()->route('ingest.show', $shoot);
    }

    public function edit(Shoot $shoot): View
    {
        return view('studio.new-shoot', [
            'zones' => timezone_identifiers_list(),
            'shoot' => $shoot,
            'isRead' => $shoot->frames()->exists(),
        ]);
    }

    public function update(ShootRequest $request, Shoot $shoot): RedirectResponse
    {
        $facts = $request->facts();
        if ($facts['zone'] !== $shoot->zone && $shoot->frames()->exists()) {
            throw ValidationException::withMessages([
                'zone' => 'Frames have been read by this zone. Say with the clocks where a body was set otherwise.',
            ]);
        }
        $shoot->update($facts);

        return redirect()
            ->route('shoots')
            ->with('message', "“{$shoot->name}” is changed. Copies keep the folders they have.");
    }

    public function finish(Shoot $shoot): RedirectResponse
    {
        $shoot->update(['finished_at' => now()]);

        return redirect()
            ->route('shoots')
            ->with('message', "“{$shoot->name}” is finished and has left the list. Nothing was deleted.");
    }

    public function reopen(Shoot $shoot): RedirectResponse
    {
        $shoot->update(['finished_at' => null]);

        return redirect()
            ->route('shoots')
            ->with('message', "“{$shoot->name}” is back on the list.");
    }
}
