<?php

declare(strict_types=1);

namespace App\Cull\Propose;

use App\Frames\FrameCondition;
use App\Studio\Shoot;
use Kanpai\Core\Cull\Proposal\Proposals;
use Kanpai\Core\Cull\Proposal\RankedMoment;
use Kanpai\Core\Frames\Filter\Test;

/** Frames by what is proposed of them: the best, those that have nothing like them, and the rest. */
final class ProposedCondition implements FrameCondition
{
    public function sql(Test $test, Shoot $shoot): array
    {
        $settings = ProposalSettings::of($shoot);
        $proposals = Proposals::of(KeptFindings::of($shoot), $settings->weights);
        $alone = self::alone($proposals);
        $best = array_diff(
            array_slice($proposals->order, 0, $settings->proposed(count($proposals->order))),
            $alone,
        );

        $frames = match ($test->value) {
            'best' => $best,
            'alone' => $alone,
            default => array_diff($proposals->order, $best, $alone),
        };

        return [self::among($frames), []];
    }

    /** @return array<int> frames */
    private static function alone(Proposals $proposals): array
    {
        return array_map(
            fn (RankedMoment $moment): int => $moment->frames[0]->id,
            array_filter($proposals->moments, fn (RankedMoment $moment): bool => $moment->standsAlone()),
        );
    }

    /** @param  array<int>  $frames */
    private static function among(array $frames): string
    {
        return $frames === [] ? 'FALSE' : 'frames.id IN ('.implode(',', $frames).')';
    }
}
