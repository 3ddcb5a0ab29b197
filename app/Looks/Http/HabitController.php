<?php

declare(strict_types=1);

namespace App\Looks\Http;

use App\Looks\LearnFinishing;
use App\Looks\StudioFinishing;
use App\Studio\Shoot;
use Illuminate\Http\JsonResponse;

/** What the studio would make of the lights of a shoot, by what it made of others. */
final class HabitController
{
    public function show(Shoot $shoot, StudioFinishing $finishing): JsonResponse
    {
        $finishing->refresh($shoot->studio_id);
        $proposals = $finishing->proposals($shoot);

        return response()
            ->json([
                ...$proposals,
                'lights' => array_values($proposals['lights']),
                'isOff' => $finishing->isOff($shoot->studio_id),
            ])
            ->header('Cache-Control', 'no-store');
    }

    /** Learns again after it was thrown away. */
    public function learn(Shoot $shoot): JsonResponse
    {
        LearnFinishing::dispatch($shoot->studio_id);

        return response()->json(['shoots' => 0, 'lights' => [], 'isOff' => false]);
    }

    public function forget(Shoot $shoot, StudioFinishing $finishing): JsonResponse
    {
        $finishing->forget($shoot->studio_id);

        return response()->json(['shoots' => 0, 'lights' => [], 'isOff' => true]);
    }
}
