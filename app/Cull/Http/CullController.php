<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\CountOfShoot;
use App\Cull\Culling;
use App\Cull\FinishedPictures;
use App\Cull\FrameTable;
use App\Cull\Habits;
use App\Cull\Round;
use App\Frames\Frame;
use App\Frames\FrameQuery;
use App\Frames\FrameSet;
use App\Frames\Uses;
use App\Ingest\Lanes;
use App\Studio\Member;
use App\Studio\PictureAddress;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Cull\Keys;
use Kanpai\Core\Frames\Filter\InvalidFilter;
use Kanpai\Core\Frames\Filter\Subject;
use Kanpai\Core\Frames\FrameFilter;

final class CullController
{
    public function show(Request $request, Shoot $shoot): View
    {
        $lanes = Lanes::of($shoot);

        return view('cull.show', [
            'shoot' => $shoot,
            'filter' => FrameFilter::ofQuery($request->query->all()),
            'where' => is_string($request->query('where')) ? $request->query('where') : '',
            'bodies' => $lanes->bodies,
            'names' => $lanes->names,
            'all' => Frame::of($shoot)->count(),
            'habits' => Habits::of(Member::current()),
            'actions' => Keys::ACTIONS,
            'subjects' => Subject::cases(),
            'sets' => FrameSet::ofShoot($shoot)->get(),
            'uses' => Uses::of($shoot->studio)->names,
            'round' => Round::query()->findOrFail(Culling::of($shoot)->round),
        ]);
    }

    public function frames(Shoot $shoot, FrameTable $table): JsonResponse
    {
        $json = $table->json($shoot, Member::current());

        return JsonResponse::fromJsonString($json, 200, ['Cache-Control' => 'no-store']);
    }

    /** Frames as they were finished, for whoever wants to see them so. */
    public function finished(Shoot $shoot, FinishedPictures $pictures): JsonResponse
    {
        $address = new PictureAddress();
        $shown = array_map(fn (array $one): array => [
            ...$one,
            'small' => $address->to($one['small']),
            'large' => $address->to($one['large']),
        ], $pictures->of($shoot));

        return response()
            ->json(['frames' => (object) $shown, 'waiting' => $pictures->waiting($shoot)])
            ->header('Cache-Control', 'no-store');
    }

    /** What others have done since a revision. */
    public function since(Shoot $shoot, int $revision): JsonResponse
    {
        $state = Culling::of($shoot);
        $frames = $state->revision === $revision ? [] : self::changed($shoot, $revision);

        return response()
            ->json([
                'revision' => $state->revision,
                'arrangement' => $state->arrangement,
                'round' => Round::query()->findOrFail($state->round)->forPage(),
                'frames' => $frames,
                'others' => $frames === [] ? [] : self::others($shoot, $revision),
            ])
            ->header('Cache-Control', 'no-store');
    }

    /** @return list<list<int|string>> frames as they are now */
    private static function changed(Shoot $shoot, int $revision): array
    {
        $row = fn (\stdClass $frame): array => [
            (int) $frame->id,
            (string) $frame->verdict,
            (int) $frame->rating,
            (int) $frame->uses,
            (int) $frame->chosen,
            (int) $frame->noted,
        ];
        $frames = Frame::of($shoot)
            ->where('frames.revision', '>', $revision)
            ->toBase()
            ->get(['id', 'verdict', 'rating', 'uses', 'chosen', 'noted']);

        return array_values($frames->map($row)->all());
    }

    /** @return list<string> names of the other members who changed them */
    private static function others(Shoot $shoot, int $revision): array
    {
        return array_values(DB::table('steps')
            ->join('members', 'members.id', '=', 'steps.member_id')
            ->where('steps.shoot_id', $shoot->id)
            ->where('steps.revision', '>', $revision)
            ->where('members.id', '<>', Member::current()->id)
            ->distinct()
            ->pluck('members.name')
            ->map(strval(...))
            ->all());
    }

    /** The frames that a filter means, in its order. */
    public function meeting(Request $request, Shoot $shoot): JsonResponse
    {
        $filter = FrameFilter::ofQuery($request->query->all());
        if ($filter->problem !== null) {
            throw ValidationException::withMessages(['where' => $filter->problem]);
        }
        try {
            return response()
                ->json([
                    'where' => (string) $filter->where,
                    'frames' => FrameQuery::of($shoot, $filter)->toBase()->pluck('frames.id'),
                ])
                ->header('Cache-Control', 'no-store');
        } catch (InvalidFilter $reason) {
            throw ValidationException::withMessages(['where' => $reason->getMessage()]);
        }
    }

    /** The day line as it is now, with the minutes of which nothing is kept, while there is time. */
    public function coverage(Shoot $shoot): JsonResponse
    {
        $count = CountOfShoot::of($shoot, Round::query()->findOrFail(Culling::of($shoot)->round));

        return response()
            ->json([
                'gaps' => $count->coverage->gaps,
                'minutes' => count($count->coverage->minutes),
                'target' => $count->wanted,
                'rail' => view('studio.rail', ['shoot' => $shoot])->render(),
                'line' => view('studio.day-line', ['shoot' => $shoot])->render(),
            ])
            ->header('Cache-Control', 'no-store');
    }
}
