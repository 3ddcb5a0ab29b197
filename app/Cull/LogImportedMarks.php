<?php

declare(strict_types=1);

namespace App\Cull;

use App\Frames\MarksImported;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Marks of other software are a step like any other: it is listed, and pages that are open learn of it. */
final class LogImportedMarks
{
    public function handle(MarksImported $event): void
    {
        $culling = Culling::held($event->shoot)->next();
        $changes = [];
        foreach ($event->frames as $frame => [$before, $after]) {
            $changes[] = new MarkChange($frame, $before, $after, $after, null);
        }
        $log = StepLog::forImport($event->shoot, $culling, $event->member);
        $log->add(['id' => (string) Str::uuid(), 'title' => 'What other software wrote'], $changes, null);
        $log->store();
        DB::table('frames')
            ->whereIntegerInRaw('id', array_keys($event->frames))
            ->update(['revision' => $culling->revision]);
    }
}
