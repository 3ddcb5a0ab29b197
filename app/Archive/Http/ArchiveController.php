<?php

declare(strict_types=1);

namespace App\Archive\Http;

use App\Archive\Archiving;
use App\Archive\Bag;
use App\Archive\BagState;
use App\Archive\DiskUse;
use App\Archive\FreeCopies;
use App\Archive\MakeBag;
use App\Archive\TakeInBag;
use App\Frames\Frame;
use App\Studio\Member;
use App\Studio\Shoot;
use App\Studio\Task;
use Illuminate\Contracts\View\View;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Pagination\LengthAwarePaginator;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Number;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;

/** A shoot leaves the desk, and comes back; and what shoots take of the disks. */
final class ArchiveController
{
    /** Frames of which copies are summed with the page. */
    private const AT_ONCE = 1_000;

    /** Shoots on a page. */
    private const ON_PAGE = 40;

    public function show(Shoot $shoot, DiskUse $disk): View
    {
        $bags = Bag::query()->where('shoot_id', $shoot->id)->orderByDesc('id')->get();
        // Of many files it is summed beside the page.
        $isLarge = Frame::of($shoot)->count() > self::AT_ONCE;

        return view('archive.show', [
            'shoot' => $shoot,
            'bags' => $bags,
            'tasks' => $bags->mapWithKeys(fn (Bag $bag): array => [$bag->id => $bag->task()])->all(),
            'freeing' => FreeCopies::latest($shoot),
            ...$isLarge ? ['plan' => null, 'used' => null] : [...self::plan($shoot), ...self::used($shoot, $disk)],
        ]);
    }

    /** Where the originals are, and what of them may go. */
    public function places(Shoot $shoot): View
    {
        return view('archive.places', ['shoot' => $shoot, ...self::plan($shoot)]);
    }

    /** What the shoot takes of the disks. */
    public function use(Shoot $shoot, DiskUse $disk): View
    {
        return view('archive.used', self::used($shoot, $disk));
    }

    /** @return array<string, mixed> */
    private static function plan(Shoot $shoot): array
    {
        return ['plan' => FreeCopies::plan($shoot), 'wanted' => max(1, $shoot->studio->copies_required)];
    }

    /** @return array<string, mixed> */
    private static function used(Shoot $shoot, DiskUse $disk): array
    {
        $used = $disk->of(new Collection([$shoot]))[$shoot->id];

        return ['used' => $used, 'couldBeFreed' => self::couldBeFreed($used)];
    }

    /**
     * @param  array{outputs: int, ended: int, dropped: int, ...}  $used  bytes
     * @return list<string> “1.2 GB of outputs”
     */
    private static function couldBeFreed(array $used): array
    {
        $could = [
            'outputs' => $used['outputs'],
            'deliveries that have ended' => $used['ended'],
            'dropped frames' => $used['dropped'],
        ];
        $could = array_filter($could);

        return array_map(
            fn (string $of, int $bytes): string => Number::fileSize($bytes, 1)." of {$of}",
            array_keys($could),
            array_values($could),
        );
    }

    public function make(Shoot $shoot, Archiving $archiving): RedirectResponse
    {
        if (
            Task::underWay()
                ->where('shoot_id', $shoot->id)
                ->whereIn('kind', [MakeBag::KIND, TakeInBag::KIND])
                ->doesntExist()
        ) {
            $archiving->start($shoot);
        }

        return redirect()->route('archive.show', $shoot);
    }

    public function check(Bag $bag, Archiving $archiving): RedirectResponse
    {
        abort_if($bag->shoot === null, 409);
        $archiving->check($bag);

        return redirect()->route('archive.show', $bag->shoot);
    }

    /** Deletes the copies in one place, as far as the ledger allows. */
    public function free(Request $request, Shoot $shoot): RedirectResponse
    {
        Gate::authorize('update', $shoot->studio);
        $plan = array_column(FreeCopies::plan($shoot), null, 'place');
        $input = $request->validate(
            ['place' => ['required', 'string', Rule::in(array_keys($plan))], 'name' => ['required', 'string']],
            ['name.required' => 'Type the name of the shoot.', 'place.in' => 'No copies of this shoot stand there.'],
        );
        self::demand(
            trim($input['name']) === $shoot->name,
            'name',
            "This is not the name of the shoot: “{$shoot->name}”. Nothing was deleted.",
        );
        self::demand(
            $plan[$input['place']]['mayGo'] > 0,
            'place',
            "Nothing may go from “{$input['place']}”: too few verified copies are on other disks, or none is in a ".
                'checked archive.',
        );
        FreeCopies::start($shoot, $input['place']);

        return redirect()->route('archive.show', $shoot);
    }

    /** @throws ValidationException */
    private static function demand(bool $isMet, string $field, string $reason): void
    {
        if (! $isMet) {
            throw ValidationException::withMessages([$field => $reason]);
        }
    }

    /** The disks of all shoots, and bags that can be taken in. */
    public function index(Archiving $archiving): View
    {
        return view('archive.index', ['page' => self::shoots(), 'used' => null, ...$this->bags($archiving)]);
    }

    /** What the shoots of a page take of the disks: sums over all their files, which come beside the page. */
    public function disks(DiskUse $disk): View
    {
        $page = self::shoots();

        return view('archive.disk-lines', ['page' => $page, 'used' => $disk->of(new Collection($page->items()))]);
    }

    /** @return LengthAwarePaginator<int, Shoot> */
    private static function shoots(): LengthAwarePaginator
    {
        return Member::current()->studio
            ->shoots()
            ->orderByDesc('held_on')
            ->orderByDesc('id')
            ->paginate(self::ON_PAGE);
    }

    /** The bags alone, while something is under way. */
    public function list(Archiving $archiving): View
    {
        return view('archive.bags', $this->bags($archiving));
    }

    public function takeIn(Request $request, Archiving $archiving): RedirectResponse
    {
        $studio = Member::current()->studio;
        $input = $request->validate(
            ['bag' => ['required', 'string', Rule::in($archiving->unknown($studio))]],
            ['bag.in' => 'There is no such bag to be taken in.'],
        );
        $archiving->takeIn($studio, $input['bag']);

        return redirect()->route('archive');
    }

    /** @return array<string, mixed> */
    private function bags(Archiving $archiving): array
    {
        $studio = Member::current()->studio;
        $bags = Bag::query()->where('studio_id', $studio->id)->with('shoot')->orderByDesc('id')->get();

        return [
            'bags' => $bags,
            'unknown' => $archiving->unknown($studio),
            'tasks' => $bags->mapWithKeys(fn (Bag $bag): array => [$bag->id => $bag->task()])->all(),
            'isBusy' => $bags->contains(
                fn (Bag $bag): bool => in_array(
                    $bag->state,
                    [BagState::Making, BagState::Made, BagState::Arriving],
                    true,
                ),
            ),
            'folder' => config('kanpai.archive')."/{$studio->id}",
        ];
    }
}
