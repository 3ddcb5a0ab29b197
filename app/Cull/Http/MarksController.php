<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\Marking;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Http\JsonResponse;

final class MarksController
{
    /** Steps in the order in which they were made. The same step may come again, when an answer was lost. */
    public function store(StepsRequest $request, Shoot $shoot, Marking $marking): JsonResponse
    {
        $answer = $marking->apply($shoot, Member::current(), $request->steps());

        return response()->json([...$answer, 'refused' => (object) $answer['refused']]);
    }
}
