<?php

declare(strict_types=1);

namespace App\Cull;

use App\Clocks\ClockSet;
use App\Cull\Measure\MeasureFrames;
use App\Frames\MarksImported;
use App\Ingest\CardRead;
use App\Ingest\PicturesMade;
use App\Studio\Shoot;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class CullServiceProvider extends ServiceProvider
{
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
