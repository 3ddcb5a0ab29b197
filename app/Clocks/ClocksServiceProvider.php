<?php

declare(strict_types=1);

namespace App\Clocks;

use App\Ingest\CardRead;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class ClocksServiceProvider extends ServiceProvider
{
    public function boot(): void
    {
        // A later card of a body whose clock was set already follows that clock.
        Event::listen(function (CardRead $event): void {
            $bodies = $event->card->frames()->distinct()->pluck('body_id')->all();
            foreach (
                array_keys(array_intersect_key(BodyClock::ofShoot($event->card->shoot), array_flip($bodies))) as $body
            ) {
                app(ClockWork::class)->follow($event->card->shoot, $body);
            }
        });
    }
}
