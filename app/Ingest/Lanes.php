<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;

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
        $bodies = Body::ofShoot($shoot);
        $plain = [];
        foreach ($bodies as $body) {
            $first = explode(' ', (string) $body->shooter)[0];
            $plain[$body->id] = ($first === '' ? '' : $first.' · ').$body->label();
        }
        $counts = array_count_values($plain);
        $names = [];
        foreach ($bodies as $body) {
            $names[$body->id] = $plain[$body->id].($counts[$plain[$body->id]] > 1 && $body->mark() !== '' ? ' …'.$body->mark() : '');
        }

        return new self($bodies, $names);
    }
}
