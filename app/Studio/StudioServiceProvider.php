<?php

declare(strict_types=1);

namespace App\Studio;

use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Relations\Relation;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Blade;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Facades\View;
use Illuminate\Support\ServiceProvider;

final class StudioServiceProvider extends ServiceProvider
{
    public function boot(): void
    {
        Gate::policy(Studio::class, StudioPolicy::class);
        Gate::policy(Shoot::class, ShootPolicy::class);
        Relation::requireMorphMap();
        Relation::morphMap(['shoot' => Shoot::class]);
        Mail::extend('outbox', fn (): OutboxTransport => new OutboxTransport((string) config('kanpai.outbox')));
        RateLimiter::for('sign-in', self::limitSigningIn(...));
        View::composer('studio.rail', self::composeRail(...));
        Blade::setEchoFormat('\\App\\Studio\\Echoed::text(%s)');
    }

    /** Every page of a shoot carries the stages and what is left in each. */
    private static function composeRail(\Illuminate\View\View $view): void
    {
        $shoot = $view->getData()['shoot'];
        assert($shoot instanceof Shoot);
        $view->with('stages', (new Stages())->of(new Collection([$shoot]))[$shoot->id]);
    }

    /** @return list<Limit> by both: whoever tries from elsewhere does not lock the owner out */
    private static function limitSigningIn(Request $request): array
    {
        $email = is_string($request->input('email')) ? mb_strtolower($request->input('email')) : '';

        return [
            Limit::perMinute(5)->by("member {$email} {$request->ip()}"),
            Limit::perMinute(20)->by("address {$request->ip()}"),
        ];
    }
}
