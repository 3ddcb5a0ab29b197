<?php

declare(strict_types=1);

namespace App\Captions;

use App\Clocks\ClockSet;
use App\Frames\FrameQuery;
use App\Frames\MarksStored;
use App\Ingest\CardRead;
use App\Ingest\FilesRenamed;
use App\Studio\Shoot;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Database\Eloquent\Relations\Relation;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;
use Kanpai\Core\Frames\Filter\Subject;

final class CaptionsServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->bind(FrameQuery::condition(Subject::Keyword), CaptionCondition::class);
        $this->app->bind(FrameQuery::condition(Subject::Words), CaptionCondition::class);
    }

    public function boot(): void
    {
        Relation::morphMap(['batch' => Batch::class]);
        Shoot::resolveRelationUsing('batches', fn (Shoot $shoot) => $shoot->hasMany(Batch::class));
        $this->callAfterResolving(
            Schedule::class,
            fn (Schedule $schedule) => $schedule->call(fn () => Batch::tidy())->daily(),
        );
        Event::listen($this->outdateByClock(...));
        Event::listen($this->outdateByMarks(...));
        Event::listen($this->renameSidecars(...));
        Event::listen($this->readCaptions(...));
    }

    /** Sidecars carry the corrected time, so they are out of date once a clock was set. */
    private function outdateByClock(ClockSet $event): void
    {
        DB::update(
            'UPDATE captions JOIN frames ON frames.id = captions.frame_id SET captions.written_at = NULL '.
                'WHERE captions.shoot_id = ? AND frames.body_id = ?',
            [$event->shoot->id, $event->body],
        );
    }

    /** Sidecars carry the marks as well. */
    private function outdateByMarks(MarksStored $event): void
    {
        DB::table('captions')->whereIntegerInRaw('frame_id', $event->frames)->update(['written_at' => null]);
    }

    /** Sidecars are renamed with the files they are beside. */
    private function renameSidecars(FilesRenamed $event): void
    {
        foreach (SidecarFile::query()->whereIn('frame_id', array_keys($event->paths))->get() as $file) {
            $path = $event->paths[$file->frame_id][$file->path] ?? null;
            if ($path !== null) {
                $file->update(['path' => $path, 'path_hash' => hash('xxh128', $path)]);
            }
        }
    }

    /**
     * Captions in the files of a card are those of its frames, until somebody writes others. No sidecar is written for
     * it.
     */
    private function readCaptions(CardRead $event): void
    {
        DB::insert(
            <<<'SQL'
                INSERT IGNORE INTO captions (frame_id, shoot_id, fields, own, tells, written_at)
                SELECT
                    frames.id,
                    frames.shoot_id,
                    frame_metadata.fields,
                    '[]',
                    COALESCE(
                        JSON_VALUE(frame_metadata.fields, '$.headline'),
                        JSON_VALUE(frame_metadata.fields, '$.description'),
                        ''
                    ) <> '',
                    ?
                FROM frame_metadata JOIN frames ON frames.id = frame_metadata.frame_id
                WHERE frames.card_id = ?
                SQL,
            [now(), $event->card->id],
        );
    }
}
