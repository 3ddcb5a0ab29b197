<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\Habits;
use App\Frames\Body;
use App\Frames\Frame;
use App\Frames\FrameQuery;
use App\Frames\FrameSet;
use App\Frames\Uses;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Frames\Filter\InvalidFilter;
use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Core\Frames\UseList;

/** Sets, live sets and uses, and into which set the collection key puts frames. */
final class SetsController
{
    private const NO_RULE = 'Nothing is filtered, so the live set would be all frames. Choose a verdict, a rating, '.
        'a body, a span of time, or write a condition first.';

    public function store(SetInput $request, Shoot $shoot): JsonResponse
    {
        $name = trim((string) $request->string('name'));
        if (FrameSet::ofShoot($shoot)->where('name', $name)->exists()) {
            throw ValidationException::withMessages(['name' => "There is a set called “{$name}” already."]);
        }
        $rule = $this->rule($request, $shoot);
        $set = $rule === null
            ? $this->collected($request, $shoot, $name)
            : self::live($shoot, $name, $rule, $request->boolean('everywhere'));

        return response()->json([
            ...$set->only('id', 'name', 'rule'),
            'shoot' => $set->shoot_id,
            'frames' => count($set->frames($shoot)),
        ]);
    }

    private static function live(Shoot $shoot, string $name, string $rule, bool $isEverywhere): FrameSet
    {
        return FrameSet::query()->create([
            'studio_id' => $shoot->studio_id,
            'shoot_id' => $isEverywhere ? null : $shoot->id,
            'name' => $name,
            'rule' => $rule,
        ]);
    }

    /**
     * The rule of a live set: all that the page filters by, the chips and the words.
     *
     * @throws ValidationException
     */
    private function rule(Request $request, Shoot $shoot): ?string
    {
        if (! $request->boolean('live')) {
            return null;
        }
        $filter = FrameFilter::ofQuery($request->query->all());
        if ($filter->problem !== null) {
            throw ValidationException::withMessages(['rule' => $filter->problem]);
        }
        $rule = self::written($filter, $shoot);
        if ($rule === '') {
            throw ValidationException::withMessages(['rule' => self::NO_RULE]);
        }
        try {
            FrameQuery::of($shoot, FrameFilter::where($rule));
        } catch (InvalidFilter $reason) {
            throw ValidationException::withMessages(['rule' => $reason->getMessage()]);
        }

        return $rule;
    }

    private static function written(FrameFilter $filter, Shoot $shoot): string
    {
        $body = Body::query()->where('studio_id', $shoot->studio_id)->whereKey($filter->body);
        $serial = $filter->body === null ? null : (string) $body->value('serial');

        return $filter->toText($serial, fn (int $at): string => $shoot->zone()->format($at, 'Y-m-d H:i:s'));
    }

    public function remove(Shoot $shoot, int $set): RedirectResponse
    {
        FrameSet::ofShoot($shoot)->findOrFail($set)->delete();

        return redirect()->route('cull.show', $shoot);
    }

    /** Chooses the set of the collection key. */
    public function collect(Request $request, Shoot $shoot): JsonResponse
    {
        $set = FrameSet::ofShoot($shoot)->whereNull('rule')->findOrFail($request->integer('set'));
        Habits::of(Member::current())->collectingInto($shoot, $set->id);

        return response()->json(['set' => $set->id, 'frames' => $set->frames($shoot)]);
    }

    public function storeUse(UseInput $request, Shoot $shoot): JsonResponse
    {
        $uses = Uses::with($shoot->studio, (string) $request->string('name'));
        if ($uses->bits((string) $request->string('name')) === 0) {
            throw ValidationException::withMessages(['name' => 'A studio has at most '.UseList::MOST.' uses.']);
        }

        return response()->json(['uses' => $uses->names]);
    }

    /** Whoever makes a set wants to collect into it. */
    private function collected(SetInput $request, Shoot $shoot, string $name): FrameSet
    {
        $ids = Frame::of($shoot)
            ->whereIn('frames.id', array_map(intval(...), (array) $request->input('frames', [])))
            ->pluck('frames.id')
            ->map(fn ($id): int => (int) $id);
        $set = FrameSet::ofFrames($shoot, $name, $ids, $request->boolean('everywhere'));
        Habits::of(Member::current())->collectingInto($shoot, $set->id);

        return $set;
    }
}
