<?php

declare(strict_types=1);

namespace App\Archive;

use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Database\Eloquent\Relations\Relation;
use Illuminate\Support\ServiceProvider;

final class ArchiveServiceProvider extends ServiceProvider
{
    public function boot(): void
    {
        Relation::morphMap(['bag' => Bag::class]);
        $this->callAfterResolving(
            Schedule::class,
            fn (Schedule $schedule) => $schedule->call(fn () => RemoveShoot::again())->daily(),
        );
    }
}
