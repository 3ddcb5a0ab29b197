<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;

/** What the lanes of a shoot are called: shooter and body, told apart where two would read the same. */
final class Lanes
{
    /** @return array<int, string> body => name */
    public static function names(Shoot $shoot): array
    {
        $shooters = DB::table('frames')->join('cards', 'cards.id', '=', 'frames.card_id')->where('frames.shoot_id', $shoot->id)
            ->groupBy('frames.body_id')->selectRaw('frames.body_id, MAX(cards.shooter) AS shooter')->pluck('shooter', 'body_id');
        $plain = [];
        $bodies = Body::ofShoot($shoot);
        foreach ($bodies as $body) {
            $first = explode(' ', (string) $shooters[$body->id])[0];
            $plain[$body->id] = ($first === '' ? '' : $first.' · ').$body->label();
        }
        $counts = array_count_values($plain);
        $names = [];
        foreach ($bodies as $body) {
            $names[$body->id] = $plain[$body->id].($counts[$plain[$body->id]] > 1 && $body->mark() !== '' ? ' …'.$body->mark() : '');
        }

        return $names;
    }
}
