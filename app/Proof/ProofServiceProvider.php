<?php

declare(strict_types=1);

namespace App\Proof;

use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Http\Request;
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
    }
}
