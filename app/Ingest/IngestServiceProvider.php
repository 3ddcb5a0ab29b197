<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Frames\FilterLinks;
use App\Frames\Frame;
use App\Frames\FrameQuery;
use App\Ingest\Upload\Announcing;
use App\Ingest\Upload\FileArrived;
use App\Studio\Shoot;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Database\Eloquent\Relations\Relation;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\View;
use Illuminate\Support\ServiceProvider;
use Kanpai\Core\Frames\Filter\Subject;

final class IngestServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        // It holds processes that prove, one for each place.
        $this->app->singleton(FileCopier::class);
        $this->app->bind(FrameQuery::condition(Subject::Shooter), ShooterCondition::class);
    }

    public function boot(): void
    {
        Relation::morphMap(['card' => Card::class]);
        Shoot::resolveRelationUsing('frames', fn (Shoot $shoot) => $shoot->hasMany(Frame::class));
        $this->composeViews();
        Event::listen(function (FileArrived $arrived): void {
            if ($arrived->arrival->card !== null) {
                app(Announcing::class)->conclude($arrived->arrival->card);
            }
        });
        Event::listen(fn (CardRead $event) => CopyAtOnce::of($event->card->refresh()));
        $this->callAfterResolving(
            Schedule::class,
            fn (Schedule $schedule) => $schedule->call(fn () => app(RemoveCard::class)->abandoned())->daily(),
        );
    }

    private function composeViews(): void
    {
        View::composer('studio.shoots', function (\Illuminate\View\View $view): void {
            $view->with('days', (new ShootTimelines())->of($view->getData()['shoots']));
        });
        View::composer('studio.day-line', DayLineComposer::class);
        View::composer('components.filter', FilterLinks::class);
    }
}
