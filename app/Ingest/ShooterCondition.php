<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Frames\FrameCondition;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Filter\Test;

/** Frames of the cards that somebody shot. */
final class ShooterCondition implements FrameCondition
{
    public function sql(Test $test, Shoot $shoot): array
    {
        $cards = DB::table('cards')
            ->where('shoot_id', $shoot->id)
            ->where('shooter', 'like', '%'.addcslashes($test->value, '%_\\').'%')
            ->pluck('id')
            ->all();

        return $cards === []
            ? ['FALSE', []]
            : ['frames.card_id IN ('.implode(',', array_map(intval(...), $cards)).')', []];
    }
}
