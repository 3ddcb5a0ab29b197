<?php

declare(strict_types=1);

namespace App\Proof;

use App\Cull\Culling;
use App\Studio\Shoot;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Support\Facades\DB;

/**
 * Writes beside each frame how many guests chose it and how many commented on it, so that culling shows it and filters
 * find it.
 */
final class CountChoices implements ShouldQueue
{
    use Dispatchable, Queueable;

    /** Seconds after which a count that was asked for and never came is asked for again. */
    private const LOST = 60;

    /** Seconds in which what many say is gathered into one count. */
    private const PAUSE = 1;

    public function __construct(private readonly int $gallery)
    {
        $this->onQueue('urgent');
    }

    /** Guests click much faster than anybody counts: one count is asked for, however many wait for it. */
    public static function soon(int $gallery): void
    {
        DB::afterCommit(function () use ($gallery): void {
            if (
                DB::table('galleries')
                    ->where('id', $gallery)
                    ->where(
                        fn ($query) => $query
                            ->whereNull('uncounted_at')
                            ->orWhere('uncounted_at', '<', now()->subSeconds(self::LOST)),
                    )
                    ->update(['uncounted_at' => now()]) === 1
            ) {
                self::dispatch($gallery)->delay(config('queue.default') === 'sync' ? null : self::PAUSE);
            }
        });
    }

    public function handle(): void
    {
        $gallery = Gallery::query()->with('shoot')->find($this->gallery);
        if ($gallery === null) {
            return;
        }
        // Feedback from here on asks for another count.
        DB::table('galleries')
            ->where('id', $gallery->id)
            ->update(['uncounted_at' => null]);
        self::recount(
            $gallery->shoot,
            array_values(
                array_map(
                    intval(...),
                    DB::table('gallery_frames')->where('gallery_id', $gallery->id)->pluck('frame_id')->all(),
                ),
            ),
        );
    }

    /**
     * Brings the counts of frames in step with the feedback in all galleries.
     *
     * @param  list<int>  $frames
     */
    public static function recount(Shoot $shoot, array $frames): void
    {
        $chosen = self::counted('choices', 'guest_id', $frames);
        $noted = self::counted('comments', 'comments.id', $frames);
        DB::transaction(function () use ($shoot, $frames, $chosen, $noted): void {
            $changed = self::changed($frames, $chosen, $noted);
            $revision = $changed === [] ? 0 : Culling::held($shoot)->next()->revision;
            foreach ($changed as $now => $ids) {
                [$guests, $comments] = array_map(intval(...), explode(' ', $now));
                DB::table('frames')
                    ->whereIntegerInRaw('id', $ids)
                    ->update(['chosen' => $guests, 'noted' => $comments, 'revision' => $revision]);
            }
        }, 3);
    }

    /**
     * @param  list<int>  $frames
     * @param  array<int, int>  $chosen  frame => guests
     * @param  array<int, int>  $noted  frame => comments
     * @return array<string, list<int>> the two new counts, parted by a space => frames that have others
     */
    private static function changed(array $frames, array $chosen, array $noted): array
    {
        $changed = [];
        foreach (DB::table('frames')->whereIntegerInRaw('id', $frames)->get(['id', 'chosen', 'noted']) as $frame) {
            $now = [$chosen[$frame->id] ?? 0, $noted[$frame->id] ?? 0];
            if ([(int) $frame->chosen, (int) $frame->noted] !== $now) {
                $changed[implode(' ', $now)][] = (int) $frame->id;
            }
        }

        return $changed;
    }

    /**
     * @param  list<int>  $frames
     * @return array<int, int> by frame
     */
    private static function counted(string $table, string $column, array $frames): array
    {
        $counts = DB::table('gallery_frames')
            ->join($table, "{$table}.gallery_frame_id", '=', 'gallery_frames.id')
            ->whereIntegerInRaw('gallery_frames.frame_id', $frames)
            ->groupBy('gallery_frames.frame_id')
            ->selectRaw("gallery_frames.frame_id, COUNT(DISTINCT {$column}) AS n")
            ->pluck('n', 'frame_id');

        return array_map(intval(...), $counts->all());
    }
}
