<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Frames\Body;
use App\Studio\KeptFigures;
use App\Studio\Revised;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** The bodies of a shoot and what their lanes are called, as one moment has them while cards are read. */
final readonly class Lanes
{
    /**
     * @param  Collection<int, Body>  $bodies  in the order of their first frame
     * @param  array<int, string>  $names  body => shooter and body, distinguished where two would read the same
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
        $used = KeptFigures::from([$shoot->id], Revised::Frames, Revised::Cards)->get('bodies', self::used(...));
        $shooters = array_column($used[$shoot->id] ?? [], 1, 0);
        $order = array_flip(array_keys($shooters));

        return Body::query()
            ->whereKey(array_keys($shooters))
            ->get()
            ->each(fn (Body $body) => $body->setAttribute('shooter', $shooters[$body->id]))
            ->sortBy(fn (Body $body): int => $order[$body->id])
            ->values();
    }

    /**
     * @param  list<int>  $shoots
     * @return array<int, list<array{int, string}>> shoot => body and who used it, in the order of their first frame
     */
    private static function used(array $shoots): array
    {
        $rows = DB::table('frames')
            ->join('cards', 'cards.id', '=', 'frames.card_id')
            ->whereIn('frames.shoot_id', $shoots)
            ->groupBy('frames.shoot_id', 'frames.body_id')
            ->orderByRaw('MIN(frames.id)')
            ->selectRaw('frames.shoot_id, frames.body_id, MAX(cards.shooter) AS shooter');
        $used = [];
        foreach ($rows->get() as $row) {
            $used[(int) $row->shoot_id][] = [(int) $row->body_id, (string) $row->shooter];
        }

        return $used;
    }
}
