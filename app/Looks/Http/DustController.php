<?php

declare(strict_types=1);

namespace App\Looks\Http;

use App\Frames\Body;
use App\Looks\SensorDust;
use App\Studio\Shoot;
use Illuminate\Http\JsonResponse;

/** Dust on the sensor of a body, as far as it is known; looked for when it is first asked for. */
final class DustController
{
    public function __invoke(Shoot $shoot, int $body): JsonResponse
    {
        $found = Body::query()->where('studio_id', $shoot->studio_id)->findOrFail($body);

        return response()->json(SensorDust::of($shoot, $found))->header('Cache-Control', 'no-store');
    }
}
