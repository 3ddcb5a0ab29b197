<?php

declare(strict_types=1);

namespace App\Cull;

use App\Captions\StandingTaken;
use App\Clocks\ClockSet;
use App\Frames\Uses;
use App\Ingest\CardRead;
use App\Ingest\PicturesMade;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;
use Illuminate\Support\Str;
use Kanpai\Core\Frames\Standing;
use Kanpai\Core\Frames\Verdict;

final class CullServiceProvider extends ServiceProvider
{
    public function boot(): void
    {
        // What other software said of a frame is a step like any other; its label is the frame's uses.
        Event::listen(function (StandingTaken $event): void {
            $frames = [];
            $usesOf = fn (string $label): int => Uses::ofLabel($event->shoot->studio, $label);
            foreach ($event->frames as $frame => ['before' => $before, 'after' => $after]) {
                $frames[$frame] = [
                    Standing::of(Verdict::from($before['verdict']), $before['rating'], $usesOf($before['label'])),
                    Standing::of(Verdict::from($after['verdict']), $after['rating'], $usesOf($after['label'])),
                ];
            }
            $this->useLabels($event->shoot, array_keys($frames));
            app(Marking::class)->noted(
                $event->shoot,
                $event->member,
                (string) Str::uuid(),
                'What other software wrote',
                $frames,
            );
        });
        Event::listen(function (CardRead $event): void {
            $this->useLabels(
                $event->card->shoot,
                DB::table('frames')->where('card_id', $event->card->id)->where('label', '<>', '')->pluck('id')->all(),
            );
        });
        // Times and pictures decide what belongs together.
        Event::listen(fn (CardRead $event) => RegroupMoments::dispatch($event->card->shoot_id));
        Event::listen(fn (PicturesMade $event) => RegroupMoments::dispatch($event->card->shoot_id));
        Event::listen(fn (ClockSet $event) => RegroupMoments::dispatch($event->shoot->id)->afterCommit());
    }

    /** @param  array<int, mixed>  $frames  whose labels become their uses */
    private function useLabels(Shoot $shoot, array $frames): void
    {
        foreach (DB::table('frames')->whereIntegerInRaw('id', $frames)->distinct()->pluck('label') as $label) {
            DB::table('frames')
                ->whereIntegerInRaw('id', $frames)
                ->where('label', $label)
                ->update(['uses' => Uses::ofLabel($shoot->studio, (string) $label)]);
        }
    }
}
