<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\Measure\MeasureFrames;
use App\Cull\Propose\LearnTaste;
use App\Cull\Propose\MomentPeople;
use App\Cull\Propose\ProposalSettings;
use App\Cull\Propose\ShootProposals;
use App\Cull\Propose\StudioTaste;
use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Http\JsonResponse;

/** What the machine proposes, and why. Marks are put by people alone. */
final class ProposalsController
{
    public function show(Shoot $shoot): JsonResponse
    {
        return self::answer(ShootProposals::of($shoot));
    }

    /** The people of the moment that a frame is of, against its frames. */
    public function people(Shoot $shoot, Frame $frame): JsonResponse
    {
        return self::answer(MomentPeople::of($shoot, $frame->moment));
    }

    public function update(ProposalsInput $input, Shoot $shoot): JsonResponse
    {
        ProposalSettings::change($shoot, $input->changes());

        return self::answer(ShootProposals::of($shoot));
    }

    /** Measures what is not measured yet: frames that came before this could be done, or while it was off. */
    public function measure(Shoot $shoot): JsonResponse
    {
        MeasureFrames::ofShoot($shoot);

        return self::answer(ShootProposals::of($shoot));
    }

    /** Learns from the studio's finished shoots, in the queue; the page asks until it is there. */
    public function learn(Shoot $shoot): JsonResponse
    {
        LearnTaste::dispatch($shoot->studio_id);

        return self::answer(ShootProposals::of($shoot));
    }

    public function forget(Shoot $shoot): JsonResponse
    {
        StudioTaste::forget($shoot->studio_id);

        return self::answer(ShootProposals::of($shoot));
    }

    /** @param  array<string, mixed>  $content */
    private static function answer(array $content): JsonResponse
    {
        foreach (['warnings', 'weights'] as $name) {
            if (isset($content[$name])) {
                $content[$name] = (object) $content[$name];
            }
        }

        return response()->json($content)->header('Cache-Control', 'no-store');
    }
}
