<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\CountOfShoot;
use App\Cull\Culling;
use App\Cull\Marking;
use App\Cull\Propose\ShootProposals;
use App\Cull\Round;
use App\Cull\Rounds;
use App\Frames\Frame;
use App\Frames\FrameSet;
use App\Studio\Member;
use App\Studio\PictureAddress;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Cull\CoverageChart;
use Kanpai\Core\Cull\Round\InvalidRound;
use Kanpai\Core\Cull\Round\RoundComparison;

/** Rounds, the count of the one that goes on, and what changed from one to another. */
final class RoundsController
{
    private const SHOWN = 60;

    /** What is proposed, in the place of a round that is compared. */
    private const PROPOSED = 'proposed';

    public function __construct(private readonly Rounds $rounds)
    {
    }

    public function index(Request $request, Shoot $shoot): View
    {
        $rounds = Round::ofShoot($shoot)->get();
        $now = $rounds->firstOrFail('id', Culling::of($shoot)->round);
        $count = CountOfShoot::of($shoot, $now);

        return view('cull.rounds', [
            'shoot' => $shoot,
            'zone' => $shoot->zone(),
            'rounds' => $rounds,
            'now' => $now,
            'sets' => FrameSet::ofShoot($shoot)->get(),
            'all' => Frame::of($shoot)->count(),
            'count' => $count,
            'chart' => CoverageChart::of($count->coverage),
            ...$this->compared($request, $shoot, $rounds),
        ]);
    }

    /**
     * @param  Collection<int, Round>  $rounds
     * @return array<string, mixed>
     */
    private function compared(Request $request, Shoot $shoot, Collection $rounds): array
    {
        $of = fn (string $name): ?Round => $rounds->firstWhere('id', (int) $request->query($name, '0'));
        $isProposed = $request->query('one') === self::PROPOSED;
        [$one, $other] = [$of('one'), $of('other')];
        $comparison = match (true) {
            $other !== null && $isProposed => $this->rounds
                ->compareProposed($shoot, ShootProposals::proposed($shoot), $other),
            $other !== null && $one !== null => $this->rounds->compare($shoot, $one, $other),
            default => null,
        };

        return [
            'one' => $isProposed ? self::PROPOSED : $one?->id,
            'from' => $isProposed || $one === null ? 'what is proposed' : lcfirst($one->inWords()),
            'other' => $other,
            ...$this->changes($shoot, $comparison),
        ];
    }

    /** @return array<string, mixed> */
    private function changes(Shoot $shoot, ?RoundComparison $comparison): array
    {
        $frames = array_map(
            fn (array $ids): array => $this->shown($shoot, $ids),
            $comparison->changes ?? [],
        );

        return [
            'comparison' => $comparison,
            'changes' => array_map(self::change(...), array_combine(array_keys($frames), array_keys($frames))),
            'frames' => $frames,
        ];
    }

    /**
     * @param  list<int>  $ids
     * @return list<array{name: string, picture: string}> some of them
     */
    private function shown(Shoot $shoot, array $ids): array
    {
        $frames = Frame::inOrder($shoot)->whereKey($ids)->limit(self::SHOWN)->get();
        $shown = $frames->map(
            fn (Frame $frame): array => [
                'name' => $frame->name,
                'picture' => PictureAddress::orNothing($frame->small_path),
            ],
        );

        return array_values($shown->all());
    }

    /** “kept, then dropped” of `keep→drop`, as RoundComparison names a change. */
    private static function change(string $change): string
    {
        $words = ['keep' => 'kept', 'drop' => 'dropped', 'open' => 'open'];

        return implode(', then ', array_map(fn (string $verdict): string => $words[$verdict], explode('→', $change)));
    }

    public function store(RoundInput $request, Shoot $shoot): RedirectResponse
    {
        $isOfSet = $request->filled('set') && $request->string('source')->toString() === 'set';
        $set = $isOfSet ? FrameSet::ofShoot($shoot)->findOrFail($request->integer('set')) : null;
        try {
            $round = $this->rounds->begin($shoot, Member::current(), $request->plan(), $set);
        } catch (InvalidRound $reason) {
            throw ValidationException::withMessages(['source' => $reason->getMessage()]);
        }

        return redirect()
            ->route('cull.show', $shoot)
            ->with('message', "{$round->inWords()} begins.");
    }

    public function resume(Shoot $shoot, Round $round): RedirectResponse
    {
        $this->rounds->resume($shoot, $round);

        return redirect()
            ->route('cull.rounds', $shoot)
            ->with('message', "{$round->inWords()} goes on: the verdicts stand as they stood when it was left.");
    }

    public function discard(Shoot $shoot, Round $round): RedirectResponse
    {
        $this->rounds->discard($shoot, Member::current(), $round);

        return redirect()
            ->route('cull.rounds', $shoot)
            ->with('message', "{$round->inWords()} is discarded. It can still be resumed.");
    }

    /** All marks of the shoot away, as one step that can be undone. */
    public function reset(ResetInput $request, Shoot $shoot, Marking $marking): RedirectResponse
    {
        $input = $request->validated();
        if (trim($input['name']) !== $shoot->name) {
            throw ValidationException::withMessages([
                'name' => "This is not the name of the shoot: “{$shoot->name}”. Nothing was changed.",
            ]);
        }
        $count = $marking->reset($shoot, Member::current());

        return redirect()
            ->route('cull.rounds', $shoot)
            ->with(
                'message',
                $count === 0
                    ? 'No frame has a mark, so nothing was changed.'
                    : number_format($count).
                        ' frames have no marks any more. On the culling page, undo brings them back.',
            );
    }
}
