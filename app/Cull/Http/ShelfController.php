<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\Shelf;
use App\Frames\FrameSet;
use App\Studio\Member;
use Illuminate\Contracts\View\View;
use Illuminate\Database\Eloquent\Builder;
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
        $name = trim($request->validated()['name']);
        if (self::others($set)->where('name', $name)->exists()) {
            throw ValidationException::withMessages(['name' => "There is a set called “{$name}” already."]);
        }
        $before = $set->name;
        $set->rename($name);

        return redirect()
            ->route('shelf')
            ->with('message', "“{$before}” is called “{$name}” now, in live sets that ask for it as well.");
    }

    /** @return Builder<FrameSet> those that are seen beside it */
    private static function others(FrameSet $set): Builder
    {
        $besides = fn ($sets) => $sets->where('shoot_id', $set->shoot_id)->orWhereNull('shoot_id');

        return FrameSet::query()
            ->where('studio_id', $set->studio_id)
            ->whereKeyNot($set->id)
            ->when($set->shoot_id !== null, fn ($sets) => $sets->where($besides));
    }

    public function remove(FrameSet $set): RedirectResponse
    {
        $set->delete();

        return redirect()
            ->route('shelf')
            ->with('message', "The set “{$set->name}” is removed. Its frames and their marks stay.");
    }
}
