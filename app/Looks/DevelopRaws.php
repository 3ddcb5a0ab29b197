<?php

declare(strict_types=1);

namespace App\Looks;

use App\Copies\VerifiedPicture;
use App\Frames\Frame;
use App\Imaging\UnableToMakePicture;
use App\Studio\NamedLock;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\FileKind;
use Kanpai\Core\Frames\Verdict;

/**
 * Makes previews of raw files in the colours of their sensors: those near the frame that is looked at first, then the
 * kept ones. What was not kept is not developed before somebody looks at it.
 */
final class DevelopRaws extends WorkInTurns
{
    public const KIND = 'raws';

    public const UNIT = 'frames';

    public const QUEUE = 'pictures';

    /** Frames that are developed where nothing is kept yet. */
    private const NEAR = 60;

    /** Seconds for which it is known what is looked at. */
    private const LOOKED_AT = 120;

    /** Seconds until copies that were out of reach are looked for again. */
    private const REST = 60;

    /** Begins, or goes on, where something is left to develop. */
    public static function ofShoot(Shoot $shoot, ?int $lookedAt = null): void
    {
        $lookedAt === null || Cache::put("looked-at-{$shoot->id}", $lookedAt, self::LOOKED_AT);
        $begin = function () use ($shoot): ?Task {
            $left = self::isUnderWay($shoot) || Cache::has("raws-rest-{$shoot->id}") ? 0 : self::left($shoot)->count();

            return $left === 0 ? null : self::open($shoot, 'Raw files', $left);
        };
        // Two pages that ask at once begin one task.
        (new NamedLock("raws-{$shoot->id}"))->hold($begin);
    }

    protected function turn(Task $task): bool
    {
        $shoot = $task->about(Shoot::class);
        $raws = app(Raws::class);
        $task->begin(max($task->total, $task->done + self::left($shoot)->count()));
        while (($frame = self::next($shoot)) !== null) {
            if (! self::develop($raws, $frame)) {
                Cache::put("raws-rest-{$shoot->id}", true, self::REST);
                $task->fail(
                    "No copy of the raw file of {$frame->name} is within reach: plug in the disk of one of its places.",
                );

                return false;
            }
            if (! $task->reach(min($task->total, $task->done + 1)) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
    }

    /** Whether a copy was within reach. */
    private static function develop(Raws $raws, Frame $frame): bool
    {
        $file = sys_get_temp_dir().'/kanpai-'.bin2hex(random_bytes(8));
        try {
            if (VerifiedPicture::rawOf($frame)?->copyTo($file) !== true) {
                return false;
            }
            $raws->preview($frame, $file);
        } catch (UnableToMakePicture $reason) {
            $raws->giveUp($frame, $reason->getMessage());
        } finally {
            @unlink($file);
        }

        return true;
    }

    private static function next(Shoot $shoot): ?Frame
    {
        $at = Cache::get("looked-at-{$shoot->id}");
        $taken = $at === null ? null : DB::table('frames')->where('id', $at)->value('taken_ms');

        return self::left($shoot)
            ->with('shoot', 'files.copies', 'files.sameAs.copies')
            ->orderByRaw('ABS(CAST(frames.taken_ms AS SIGNED) - ?)', [(int) $taken])
            ->first();
    }

    /** @return Builder<Frame> frames whose raw file is finished, and has no preview yet */
    public static function left(Shoot $shoot): Builder
    {
        $own = RawOfFrame::finished($shoot)
            ->whereNotNull('frames.large_path')
            ->whereNotExists(fn ($raws) => $raws
                ->from('raws')
                ->whereColumn('raws.frame_id', 'frames.id')
                ->where(fn ($known) => $known->whereNotNull('path')->orWhereNotNull('problem')));

        return self::kept($shoot, $own);
    }

    /**
     * @param  Builder<Frame>  $frames
     * @return Builder<Frame>
     */
    private static function kept(Shoot $shoot, Builder $frames): Builder
    {
        return self::isKept($shoot)
            ? $frames->where('frames.verdict', Verdict::Keep)
            : $frames->where('frames.verdict', '<>', Verdict::Drop)->whereIntegerInRaw('frames.id', self::near($shoot));
    }

    /** Whether any frame has a raw file beside its JPEG. */
    public static function hasPairs(Shoot $shoot): bool
    {
        return Frame::of($shoot)
            ->whereHas('files', fn (Builder $files) => $files->where('kind', FileKind::Raw))
            ->whereHas('files', fn (Builder $files) => $files->where('kind', FileKind::Jpeg))
            ->exists();
    }

    private static function isKept(Shoot $shoot): bool
    {
        return Frame::of($shoot)->where('verdict', Verdict::Keep)->exists();
    }

    /** @return list<int> frames around the one that is looked at */
    private static function near(Shoot $shoot): array
    {
        $at = Cache::get("looked-at-{$shoot->id}");
        $taken = $at === null ? 0 : (int) DB::table('frames')->where('id', $at)->value('taken_ms');
        $ids = Frame::of($shoot)
            ->orderByRaw('ABS(CAST(frames.taken_ms AS SIGNED) - ?)', [$taken])
            ->limit(self::NEAR)
            ->pluck('frames.id');

        return array_values($ids->map(fn ($id): int => (int) $id)->all());
    }
}
