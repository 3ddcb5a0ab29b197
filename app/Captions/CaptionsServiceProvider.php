<?php

declare(strict_types=1);

namespace App\Captions;

use App\Clocks\ClockSet;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class CaptionsServiceProvider extends ServiceProvider
{
    public function boot(): void
    {
        // Sidecars carry the corrected time, so they are behind once a clock was set.
        Event::listen(function (ClockSet $event): void {
            FrameCaption::query()->where('shoot_id', $event->shoot->id)->update(['written_at' => null]);
        });
    }
}
