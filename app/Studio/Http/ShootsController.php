<?php

declare(strict_types=1);

namespace App\Studio\Http;

use App\Studio\Member;
use App\Studio\Shoot;
use App\Studio\Stages;
use App\Studio\Studio;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

final class ShootsController
{
    /** Seconds within which the same form is the same press of a button. */
    private const SAME_PRESS = 10;

    public function index(Request $request, Stages $stages): View
    {
        $studio = Member::current()->studio;
        $isFinished = $request->boolean('finished');
        $shoots = $isFinished
            ? $studio->shoots()->whereNotNull('finished_at')->orderByDesc('finished_at')->get()
            : Shoot::toFinish($studio)->get();

        return view('studio.shoots', [
            'shoots' => $shoots,
            'stages' => $stages->of($shoots),
            'isFinished' => $isFinished,
            'finishedCount' => $studio->shoots()->whereNotNull('finished_at')->count(),
            'next' => $shoots->first(fn (Shoot $shoot): bool => $shoot->promised_on !== null),
        ]);
    }

    public function create(): View
    {
        return view('studio.new-shoot', ['zones' => timezone_identifiers_list()]);
    }

    public function store(ShootRequest $request): RedirectResponse
    {
        $studio = Member::current()->studio;
        $facts = $request->facts();
        $shoot = DB::transaction(function () use ($studio, $facts): Shoot {
            Studio::query()->whereKey($studio->id)->lockForUpdate()->first();
            // A button that is pressed twice makes one.
            $same = $studio->shoots()->where(['name' => $facts['name'], 'held_on' => $facts['held_on'], 'client' => $facts['client']])->where('created_at', '>', now()->subSeconds(self::SAME_PRESS))->first();

            return $same ?? $studio->shoots()->create($facts);
        });

        return redirect()->route('ingest.show', $shoot);
    }

    public function finish(Shoot $shoot): RedirectResponse
    {
        $shoot->update(['finished_at' => now()]);

        return redirect()->route('shoots')->with('said', "“{$shoot->name}” is finished and has left the list. Nothing was deleted.");
    }

    public function reopen(Shoot $shoot): RedirectResponse
    {
        $shoot->update(['finished_at' => null]);

        return redirect()->route('shoots')->with('said', "“{$shoot->name}” is back on the list.");
    }
}
