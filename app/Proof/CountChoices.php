<?php

declare(strict_types=1);

namespace App\Proof;

use App\Cull\Culling;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Support\Facades\DB;

/** Writes beside each frame how many guests want it and how many said something, so that culling shows it and filters find it. */
final class CountChoices implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use Dispatchable, Queueable;

    public int $uniqueFor = 60;

    public function __construct(private readonly int $gallery)
    {
        $this->onQueue('urgent');
    }

    public function uniqueId(): string
    {
        return DB::connection()->getDatabaseName()." {$this->gallery}";
    }

    public function handle(): void
    {
        $gallery = Gallery::query()->with('shoot')->find($this->gallery);
        if ($gallery === null) {
            return;
        }
        $frames = DB::table('gallery_frames')->where('gallery_id', $gallery->id)->select('frame_id');
        $counted = fn (string $table, string $column): array => DB::table('gallery_frames')->join($table, "{$table}.gallery_frame_id", '=', 'gallery_frames.id')->whereIn('gallery_frames.frame_id', $frames)
            ->groupBy('gallery_frames.frame_id')->selectRaw("gallery_frames.frame_id, COUNT(DISTINCT {$column}) AS n")->pluck('n', 'frame_id')->map(fn ($n): int => (int) $n)->all();
        [$chosen, $noted] = [$counted('choices', 'guest_id'), $counted('comments', 'comments.id')];
        DB::transaction(function () use ($gallery, $frames, $chosen, $noted): void {
            $changed = [];
            foreach (DB::table('frames')->whereIn('id', $frames)->get(['id', 'chosen', 'noted']) as $frame) {
                $now = [$chosen[$frame->id] ?? 0, $noted[$frame->id] ?? 0];
                if ([(int) $frame->chosen, (int) $frame->noted] !== $now) {
                    $changed[implode(' ', $now)][] = (int) $frame->id;
                }
            }
            if ($changed === []) {
                return;
            }
            $turn = Culling::held($gallery->shoot)->next()->turn;
            foreach ($changed as $now => $ids) {
                [$wanted, $said] = array_map(intval(...), explode(' ', $now));
                DB::table('frames')->whereIntegerInRaw('id', $ids)->update(['chosen' => $wanted, 'noted' => $said, 'turn' => $turn]);
            }
        }, 3);
    }
}
