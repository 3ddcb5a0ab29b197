<?php

declare(strict_types=1);

namespace App\Proof;

use App\Frames\FrameQuery;
use App\Frames\MarksChanged;
use App\Ingest\PicturesMade;
use App\Studio\FormOfMany;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Database\Eloquent\Relations\Relation;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Facades\View;
use Illuminate\Support\ServiceProvider;
use Kanpai\Core\Frames\Filter\Subject;
use Kanpai\Core\Studio\ShareToken;

final class ProofServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->bind(FrameQuery::condition(Subject::Chosen), ChosenCondition::class);
    }

    public function boot(): void
    {
        Relation::morphMap(['gallery' => Gallery::class]);
        View::composer('proof.share-change', fn (\Illuminate\View\View $view) => $view->with([
            'form' => FormOfMany::of($view->getData()['share']->id),
            'rights' => $view->getData()['share']->rights(),
        ]));
        $this->limit();
        Event::listen(fn (MarksChanged $event) => $this->follow($event->shoot));
        Event::listen(fn (PicturesMade $event) => $this->follow($event->card->shoot_id));
        $this->commands([Remind::class]);
        $this->callAfterResolving(Schedule::class, self::schedule(...));
    }

    private static function schedule(Schedule $schedule): void
    {
        $schedule->command('kanpai:remind')->dailyAt('09:00');
        $schedule->call(fn () => FullSize::tidy(now()->subDays(FullSize::KEPT)->getTimestamp()))->daily();
    }

    /** How often guests may try, write and fetch. */
    private function limit(): void
    {
        RateLimiter::for('gallery-password', self::limitPasswords(...));
        // Mails to addresses that a guest types in, and guests that nobody invited.
        RateLimiter::for('gallery-mail', fn (Request $request): array => [
            Limit::perHour(10)->by('mail '.$request->ip()),
            Limit::perHour(40)->by('mail '.self::share($request)),
        ]);
        RateLimiter::for(
            'gallery-large',
            fn (Request $request): Limit => Limit::perMinute(60)->by(
                'large '.self::share($request).' '.$request->ip(),
            ),
        );
        RateLimiter::for('guest', fn (Request $request): Limit => Limit::perMinute(600)->by('guest '.$request->ip()));
    }

    /** @return list<Limit> by what the link leads to, however its address is written */
    private static function limitPasswords(Request $request): array
    {
        $token = $request->route('token');
        $share = ShareToken::of(is_string($token) ? $token : '')->hash();

        return [Limit::perMinute(6)->by("{$share} {$request->ip()}"), Limit::perMinute(60)->by($share)];
    }

    private function follow(int $shoot): void
    {
        // Nearly all shoots have no gallery that goes along.
        if (Gallery::query()->where('shoot_id', $shoot)->whereNotNull('live')->exists()) {
            FollowLive::soon($shoot);
        }
    }

    private static function share(Request $request): string
    {
        $share = $request->attributes->get('share');

        return $share instanceof Share ? (string) $share->id : '';
    }
}
