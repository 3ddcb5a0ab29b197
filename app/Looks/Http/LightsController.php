<?php

declare(strict_types=1);

namespace App\Looks\Http;

use App\Looks\BringIntoLine;
use App\Looks\DevelopRaws;
use App\Looks\LightsOfShoot;
use App\Looks\LookTable;
use App\Looks\MakeLookPreviews;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kanpai\Core\Frames\Moment\HandEdit;

/** How the frames are parted by light, and a light brought into line. */
final class LightsController
{
    public function update(LightsInput $request, Shoot $shoot, LookTable $table): JsonResponse
    {
        if ($request->has('fineness')) {
            LightsOfShoot::finer($shoot, $request->integer('fineness'));
        }
        if ($request->has('frame')) {
            $kind = $request->input('kind');
            LightsOfShoot::byHand($shoot, $request->integer('frame'), is_string($kind) ? HandEdit::from($kind) : null);
        }

        return response()->json(['lights' => (object) $table->lights($shoot)]);
    }

    public function line(LineInput $request, Shoot $shoot, BringIntoLine $line): JsonResponse
    {
        $answer = $line->apply(
            $shoot,
            Member::current(),
            $request->string('id')->value(),
            $request->integer('frame'),
            $request->frames(),
            $request->parts(),
        );
        MakeLookPreviews::soon($shoot);

        return response()->json($answer);
    }

    /** Raw files that are developed by now. */
    public function raws(Request $request, Shoot $shoot, LookTable $table): JsonResponse
    {
        DevelopRaws::ofShoot($shoot, $request->integer('at') ?: null);

        return response()->json(['raws' => (object) $table->raws($shoot)])->header('Cache-Control', 'no-store');
    }
}
