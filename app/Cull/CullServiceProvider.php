<?php

declare(strict_types=1);

namespace App\Cull;

use App\Captions\StandingTaken;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;
use Illuminate\Support\Str;

final class CullServiceProvider extends ServiceProvider
{
    public function boot(): void
    {
        // What other software said of a frame is a mark like any other.
        Event::listen(function (StandingTaken $event): void {
            foreach ($event->frames as $frame => ['before' => $before, 'after' => $after]) {
                Mark::query()->create([
                    'uuid' => (string) Str::uuid(), 'shoot_id' => $event->shoot->id, 'frame_id' => $frame, 'member_id' => $event->member,
                    'verdict_before' => $before['verdict'], 'verdict' => $after['verdict'], 'rating_before' => $before['rating'], 'rating' => $after['rating'], 'made_at' => now(),
                ]);
            }
        });
    }
}
