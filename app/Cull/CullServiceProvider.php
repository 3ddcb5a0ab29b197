<?php

declare(strict_types=1);

namespace App\Cull;

use App\Clocks\ClockSet;
use App\Cull\Measure\MeasureCondition;
use App\Cull\Measure\MeasureFrames;
use App\Cull\Measure\MeasureOrder;
use App\Cull\Propose\ProposedCondition;
use App\Cull\Propose\ProposedOrder;
use App\Frames\FrameQuery;
use App\Frames\MarksImported;
use App\Ingest\CardRead;
use App\Ingest\PicturesMade;
use App\Studio\Shoot;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;
use Kanpai\Core\Frames\Filter\Subject;
use Kanpai\Core\Frames\Sort;

final class CullServiceProvider extends ServiceProvider
{
    private const MEASURED = [
        Subject::Eyes,
        Subject::Faces,
        Subject::Looks,
        Subject::Sharp,
        Subject::Blur,
        Subject::Clipped,
        Subject::Tilt,
    ];

    private const SORTS = [
        Sort::Sharp,
        Sort::Faces,
        Sort::Closed,
        Sort::Clipped,
        Sort::Tilt,
        Sort::Away,
        Sort::Smile,
        Sort::Blur,
    ];

    public function register(): void
    {
        foreach (self::MEASURED as $subject) {
            $this->app->bind(FrameQuery::condition($subject), MeasureCondition::class);
        }
        foreach (self::SORTS as $sort) {
            $this->app->bind(FrameQuery::order($sort), MeasureOrder::class);
        }
        $this->app->bind(FrameQuery::condition(Subject::Proposed), ProposedCondition::class);
        $this->app->bind(FrameQuery::order(Sort::Proposed), ProposedOrder::class);
    }

    public function boot(): void
    {
        Shoot::resolveRelationUsing('rounds', fn (Shoot $shoot) => $shoot->hasMany(Round::class));
        Event::listen(MarksImported::class, LogImportedMarks::class);
        // Times and pictures decide what belongs together.
        Event::listen(fn (CardRead $event) => RegroupMoments::soon($event->card->shoot_id));
        Event::listen(fn (PicturesMade $event) => RegroupMoments::soon($event->card->shoot_id));
        Event::listen(function (PicturesMade $event): void {
            if (config('kanpai.measures')) {
                MeasureFrames::ofShoot($event->card->shoot);
            }
        });
        Event::listen(fn (ClockSet $event) => RegroupMoments::soon($event->shoot->id));
    }
}
