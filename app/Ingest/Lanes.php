<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Frames\Body;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** The bodies of a shoot and what their lanes are called, as one moment has them while cards are read. */
final readonly class Lanes
{
    /**
     * @param  Collection<int, Body>  $bodies  in the order of their first frame
     * @param  array<int, string>  $names  body => shooter and body, told apart where two would read the same
     */
    private function __construct(public Collection $bodies, public array $names)
    {
    }

    public static function of(Shoot $shoot): self
    {
        $bodies = self::bodies($shoot);
        $plain = [];
        foreach ($bodies as $body) {
            $first = explode(' ', (string) $body->shooter)[0];
            $plain[$body->id] = ($first === '' ? '' : $first.' · ').$body->label();
        }
        $counts = array_count_values($plain);
        $names = [];
        foreach ($bodies as $body) {
            $names[$body->id] =
                $plain[$body->id].
                ($counts[$plain[$body->id]] > 1 && $body->mark() !== '' ? ' …'.$body->mark() : '');
        }

        return new self($bodies, $names);
    }

    /**
     * The bodies of a shoot, with who used them, in the order of their first frame.
     *
     * @return Collection<int, Body>
     */
    public static function bodies(Shoot $shoot): Collection
    {
        $used = DB::table('frames')
            ->join('cards', 'cards.id', '=', 'frames.card_id')
            ->where('frames.shoot_id', $shoot->id)
            ->groupBy('frames.body_id')
            ->selectRaw('frames.body_id, MIN(frames.id) AS first, MAX(cards.shooter) AS shooter');
        $bodies = Body::query();
        $bodies->joinSub($used, 'used', 'used.body_id', '=', 'bodies.id')->orderBy('used.first');

        return $bodies->get(['bodies.*', 'used.shooter']);
    }
}
