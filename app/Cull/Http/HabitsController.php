<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\Habits;
use App\Studio\Member;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Cull\KeyClash;
use Kanpai\Core\Cull\Keys;

/** How a member likes to cull. */
final class HabitsController
{
    public function keys(KeysInput $request): JsonResponse
    {
        try {
            $keys = Keys::usual()->with(array_map(strval(...), (array) $request->input('keys')));
        } catch (KeyClash $clash) {
            throw ValidationException::withMessages(['keys' => $clash->getMessage()]);
        }
        Habits::of(Member::current())->withKeys($keys);

        return response()->json(['keys' => $keys->all(), 'words' => array_map(Keys::inWords(...), $keys->all())]);
    }

    public function movesOn(Request $request): JsonResponse
    {
        if ($request->has('movesOn')) {
            Habits::of(Member::current())->withMovingOn($request->boolean('movesOn'));
        }
        if ($request->has('ratingMovesOn')) {
            Habits::of(Member::current())->withRatingMovingOn($request->boolean('ratingMovesOn'));
        }
        $habits = Habits::of(Member::current());

        return response()->json(['movesOn' => $habits->movesOn(), 'ratingMovesOn' => $habits->ratingMovesOn()]);
    }
}
