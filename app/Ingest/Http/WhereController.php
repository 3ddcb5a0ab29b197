<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Copies\Place;
use App\Copies\Places;
use App\Ingest\Card;
use App\Ingest\NameTree;
use App\Ingest\Naming;
use App\Ingest\ReevaluateCards;
use App\Ingest\RenameFiles;
use App\Ingest\Renaming;
use App\Ingest\SavedPattern;
use App\Ingest\VerifyCopies;
use App\Studio\Shoot;
use App\Studio\Studio;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Copies\UnableToCopy;
use Kanpai\Core\Ingest\InvalidNamePattern;
use Kanpai\Core\Ingest\NamePattern;

/** Where copies go: the places, and the folders and names in them. */
final class WhereController
{
    /** Files whose names are worked out with the page. */
    private const AT_ONCE = 400;

    public function show(Shoot $shoot, Naming $naming, NameTree $tree, Places $places): View
    {
        $pattern = $naming->ofShoot($shoot);

        return view('ingest.where', [
            'shoot' => $shoot,
            'pattern' => $pattern,
            // Of many files it is worked out beside the page.
            'tree' => $this->isLarge($shoot) ? null : $tree->of($shoot, $pattern),
            'saved' => SavedPattern::query()->where('studio_id', $shoot->studio_id)->orderBy('name')->get(),
            'places' => $places->all($shoot->studio_id),
            'copies' => self::copies($shoot),
            'used' => $this->used($shoot, $places),
            'free' => $places->free($shoot->studio_id),
            'standard' => NamePattern::standard(),
            'task' => RenameFiles::latest($shoot),
        ]);
    }

    /** @return array<array-key, mixed> place => copies of the shoot */
    private static function copies(Shoot $shoot): array
    {
        return DB::table('copies')
            ->whereIn('card_id', Card::query()->where('shoot_id', $shoot->id)->select('id'))
            ->groupBy('place')
            ->selectRaw('place, COUNT(*) AS n')
            ->pluck('n', 'place')
            ->all();
    }

    private function isLarge(Shoot $shoot): bool
    {
        return (int) Card::query()->where('shoot_id', $shoot->id)->sum('files_count') > self::AT_ONCE;
    }

    /** @return list<string> places in which copies of any shoot of the studio are */
    private function used(Shoot $shoot, Places $places): array
    {
        $cards = Card::query()
            ->whereIn('shoot_id', Shoot::query()->where('studio_id', $shoot->studio_id)->select('id'))
            ->select('id');

        return array_values(
            array_filter(
                $places->all($shoot->studio_id)->pluck('name')->all(),
                fn (string $place): bool => DB::table('copies')
                    ->whereIn('card_id', $cards)
                    ->where('place', $place)
                    ->exists(),
            ),
        );
    }

    /** What comes out, while the pattern is being typed. */
    public function tree(Request $request, Shoot $shoot, NameTree $tree): View
    {
        $pattern = $this->pattern($request);

        return view('ingest.tree', ['shoot' => $shoot, 'pattern' => $pattern, 'tree' => $tree->of($shoot, $pattern)]);
    }

    public function use(Request $request, Shoot $shoot): RedirectResponse
    {
        $pattern = $this->pattern($request);
        $parts = ['folder' => $pattern->folder, 'file' => $pattern->file];
        $shoot->update(['folder_pattern' => $pattern->folder, 'file_pattern' => $pattern->file]);
        $name = trim((string) $request->string('name'));
        if ($name !== '') {
            $request->validate(['name' => ['string', 'max:80']]);
            SavedPattern::query()->updateOrCreate(['studio_id' => $shoot->studio_id, 'name' => $name], $parts);
        }

        return redirect()
            ->route('ingest.where', $shoot)
            ->with(
                'message',
                $name === ''
                    ? 'Files that are copied from now on go there. Those that are copied stay where they are.'
                    : "Saved as “{$name}”, and used for this shoot from now on.",
            );
    }

    /** Uses the pattern for the shoot, and for what is copied already. */
    public function rename(Request $request, Shoot $shoot, Renaming $renaming): RedirectResponse
    {
        $pattern = $this->pattern($request);
        $problem = $renaming->start($shoot, $pattern);
        if ($problem !== null) {
            throw ValidationException::withMessages(['rename' => $problem]);
        }
        $shoot->update(['folder_pattern' => $pattern->folder, 'file_pattern' => $pattern->file]);

        return redirect()->route('ingest.where', $shoot);
    }

    /** What comes, file for file. */
    public function names(Request $request, Shoot $shoot, NameTree $tree): View
    {
        $page = max(0, min(10_000, (int) $request->string('page', '0')->toString()));
        $pattern = $this->pattern($request);

        return view('ingest.names', [
            'shoot' => $shoot,
            'pattern' => $pattern,
            'page' => $page,
            ...$tree->names($shoot, $pattern, $page),
        ]);
    }

    public function removePattern(Shoot $shoot, string $pattern): RedirectResponse
    {
        SavedPattern::query()->where('studio_id', $shoot->studio_id)->whereKey($pattern)->delete();

        return redirect()->route('ingest.where', $shoot);
    }

    public function addPlace(PlaceInput $request, Shoot $shoot): RedirectResponse
    {
        Place::named($request->string('place_name')->toString(), $request->folder(), $shoot->studio_id);

        return redirect()->route('ingest.where', $shoot);
    }

    /** Takes a place out of use, or into it again. Copies there go on counting. */
    public function leaveOut(Shoot $shoot, string $place, Places $places): RedirectResponse
    {
        Gate::authorize('update', $shoot->studio);
        $found = $places->all($shoot->studio_id)->firstWhere('id', (int) $place) ?? abort(404);
        $isLast = $found->left_out_at === null && $places->used($shoot->studio_id)->count() === 1;
        $problem = match (true) {
            $found->studio_id === null && Studio::query()->count() > 1 => "“{$found->name}” is a place of all ".
                'studios of this installation. Whoever runs it can take it out of the configuration.',
            $isLast => 'One place has to stay in use.',
            default => null,
        };
        if ($problem !== null) {
            throw ValidationException::withMessages(['place' => $problem]);
        }
        $found->update(['left_out_at' => $found->left_out_at === null ? now() : null]);

        return redirect()->route('ingest.where', $shoot);
    }

    /** Has every copy that is in a place read again and compared. */
    public function check(Shoot $shoot, string $place, Places $places): RedirectResponse
    {
        $found = $places->all($shoot->studio_id)->firstWhere('id', (int) $place) ?? abort(404);
        if (! $found->isThere()) {
            throw ValidationException::withMessages(['place' => UnableToCopy::isAway($found->name)->getMessage()]);
        }
        $cards = Str::plural('card', VerifyCopies::ofPlace($found, $shoot->studio_id), prependCount: true);

        return redirect()->route('ingest.where', $shoot)->with(
            'message',
            "The copies of {$cards} on “{$found->name}” are being read again. What is damaged or gone takes its ".
                'card’s verdict back, and shows on the list of shoots.',
        );
    }

    public function copiesRequired(CopiesRequiredInput $request, Shoot $shoot, ReevaluateCards $cards): RedirectResponse
    {
        $shoot->studio->update($request->validated());
        $cards->of($shoot->studio);

        return redirect()->route('ingest.where', $shoot);
    }

    private function pattern(Request $request): NamePattern
    {
        try {
            return NamePattern::of((string) $request->string('folder'), (string) $request->string('file'));
        } catch (InvalidNamePattern $reason) {
            throw ValidationException::withMessages([$reason->field => $reason->getMessage()]);
        }
    }
}
