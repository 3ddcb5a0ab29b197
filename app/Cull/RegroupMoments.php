<?php

declare(strict_types=1);

namespace App\Cull;

use App\Studio\Shoot;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;

/** Times or pictures changed, so the moments may have. */
final class RegroupMoments implements ShouldQueue
{
    use Dispatchable, Queueable;

    public function __construct(private readonly int $shoot)
    {
        $this->onQueue('urgent');
    }

    public function handle(Regrouping $regrouping): void
    {
        $shoot = Shoot::query()->find($this->shoot);
        if ($shoot !== null) {
            $regrouping->regroup($shoot);
        }
    }
}
