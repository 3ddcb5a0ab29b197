<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\Shelf;
use App\Frames\FrameSet;
use App\Studio\Member;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Validation\ValidationException;

/** All sets and live sets of the studio: counted, opened, renamed, deleted. */
final class ShelfController
{
    public function index(Shelf $shelf): View
    {
        return view('cull.shelf', ['shelf' => $shelf->of(Member::current()->studio)]);
    }

    public function rename(RenameSetInput $request, FrameSet $set): RedirectResponse
    {
        $said = $request->validated();
        $name = trim($said['name']);
        $others = FrameSet::query()
            ->where('studio_id', $set->studio_id)
            ->whereKeyNot($set->id)
            ->where('name', $name)
            ->where(
                fn ($sets) => $set->shoot_id === null
                    ? $sets
                    : $sets->where('shoot_id', $set->shoot_id)->orWhereNull('shoot_id'),
            );
        if ($others->exists()) {
            throw ValidationException::withMessages(['name' => "There is a set called “{$name}” already."]);
        }
        $before = $set->name;
        $set->rename($name);

        return redirect()
            ->route('shelf')
            ->with('message', "“{$before}” is called “{$name}” now, in live sets that ask for it as well.");
    }

    public function remove(FrameSet $set): RedirectResponse
    {
        $set->delete();

        return redirect()
            ->route('shelf')
            ->with('message', "The set “{$set->name}” is removed. Its frames and their marks stay.");
    }
}
