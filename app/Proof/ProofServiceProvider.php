<?php

declare(strict_types=1);

namespace App\Proof;

use App\Cull\MarksMade;
use App\Ingest\PicturesMade;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\ServiceProvider;

final class ProofServiceProvider extends ServiceProvider
{
    public function boot(): void
    {
        RateLimiter::for('gallery-password', fn (Request $request): array => [
            Limit::perMinute(6)->by($request->path().' '.$request->ip()),
            Limit::perMinute(60)->by($request->path()),
        ]);
        RateLimiter::for('guest', fn (Request $request): Limit => Limit::perMinute(600)->by('guest '.$request->ip()));
        Event::listen(fn (MarksMade $event) => $this->follow($event->shoot));
        Event::listen(fn (PicturesMade $event) => $this->follow($event->card->shoot_id));
        $this->commands([Remind::class]);
        $this->callAfterResolving(Schedule::class, fn (Schedule $schedule) => $schedule->command('kanpai:remind')->dailyAt('09:00'));
    }

    private function follow(int $shoot): void
    {
        // Nearly all shoots have no gallery that goes along.
        if (Gallery::query()->where('shoot_id', $shoot)->whereNotNull('live')->exists()) {
            FollowLive::dispatch($shoot)->afterCommit();
        }
    }
}
