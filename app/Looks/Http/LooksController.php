<?php

declare(strict_types=1);

namespace App\Looks\Http;

use App\Frames\Uses;
use App\Looks\DevelopRaws;
use App\Looks\Finishing;
use App\Looks\LookSteps;
use App\Looks\LookTable;
use App\Looks\MakeLookPreviews;
use App\Looks\RawFirst;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\Gate;

final class LooksController
{
    public function show(Shoot $shoot): View
    {
        return view('looks.show', [
            'shoot' => $shoot,
            'hasPairs' => DevelopRaws::hasPairs($shoot),
            'uses' => array_values(Uses::of($shoot->studio)->names),
            'isRawFirst' => RawFirst::of($shoot->studio_id),
            'mayChoose' => Gate::allows('update', $shoot->studio),
        ]);
    }

    /** Which file of a pair the studio finishes. */
    public function pairs(PairsInput $request, Shoot $shoot): JsonResponse
    {
        RawFirst::choose($shoot->studio_id, $request->input('first') === 'raw');

        return response()->json(['first' => $request->input('first')]);
    }

    public function table(Shoot $shoot, LookTable $table): JsonResponse
    {
        return response()->json($table->of($shoot))->header('Cache-Control', 'no-store');
    }

    /** What others have done since a revision. */
    public function since(Shoot $shoot, int $revision, LookTable $table): JsonResponse
    {
        $now = Finishing::of($shoot)->revision;

        return response()
            ->json(['revision' => $now, 'looks' => $now === $revision ? [] : $table->since($shoot, $revision)])
            ->header('Cache-Control', 'no-store');
    }

    /** Steps in the order in which they were made. The same step may come again, when an answer was lost. */
    public function store(StepsRequest $request, Shoot $shoot, LookSteps $steps): JsonResponse
    {
        $answer = $steps->apply($shoot, Member::current(), $request->steps());
        MakeLookPreviews::soon($shoot);

        return response()->json([...$answer, 'refused' => (object) $answer['refused']]);
    }
}
