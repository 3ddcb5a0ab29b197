<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\Regrouping;
use App\Cull\RegroupMoments;
use App\Studio\Shoot;
use Illuminate\Http\JsonResponse;
use Kanpai\Core\Frames\Moment\Fineness;
use Kanpai\Core\Frames\Moment\HandEdit;

/** How the shoot is parted into moments: the slider, and what is done by hand. */
final class MomentsController
{
    public function __construct(private readonly Regrouping $regrouping)
    {
    }

    public function finer(FinenessInput $request, Shoot $shoot): JsonResponse
    {
        $this->regrouping->finer($shoot, Fineness::of($request->integer('fineness')));
        RegroupMoments::soon($shoot->id);

        return response()->json(['fineness' => $request->integer('fineness')]);
    }

    public function byHand(BorderInput $request, Shoot $shoot): JsonResponse
    {
        $kind = $request->input('kind');
        $this->regrouping->byHand($shoot, $request->integer('frame'), is_string($kind) ? HandEdit::from($kind) : null);
        RegroupMoments::soon($shoot->id);

        return response()->json(['kind' => $kind]);
    }
}
