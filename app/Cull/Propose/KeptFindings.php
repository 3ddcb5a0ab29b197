<?php

declare(strict_types=1);

namespace App\Cull\Propose;

use App\Frames\Frame;
use App\Studio\Revised;
use App\Studio\Shoot;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\Proposal\FrameParts;
use Kanpai\Core\Cull\Proposal\MomentFindings;
use stdClass;

/**
 * What counts of each frame of a shoot before it is weighed, kept until a measure, a moment or a time changes: to weigh
 * it anew takes a tenth of a second, to find it a whole one.
 *
 * @phpstan-import-type Row from FrameParts
 *
 * @phpstan-type Moments list<non-empty-list<FrameParts>>
 */
final class KeptFindings
{
    /** Counted up when the same measures give other findings. */
    private const VERSION = 1;

    /** From so many frames on they are found in the queue: longer than a page may take. */
    private const AT_ONCE = 3_000;

    /** Floats stay what they are. */
    private const JSON = JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION;

    /** A shoot that is gone. */
    private const MISSING = 1452;

    /** @return Moments in the order of time */
    public static function of(Shoot $shoot): array
    {
        $row = self::kept($shoot);
        [$revision] = self::revision($shoot);

        return $row?->revision === $revision ? self::read($row) : self::refresh($shoot);
    }

    /**
     * As `of`, for a page that cannot wait: where it would take long, what is kept is given as it is.
     *
     * @return array{moments: Moments, isFresh: bool} fresh, or being found anew
     */
    public static function soon(Shoot $shoot): array
    {
        $row = self::kept($shoot);
        [$revision, $frames] = self::revision($shoot);
        if ($row?->revision === $revision) {
            return ['moments' => self::read($row), 'isFresh' => true];
        }
        if ($frames <= self::AT_ONCE) {
            return ['moments' => self::refresh($shoot), 'isFresh' => true];
        }
        RefreshFindings::dispatch($shoot->id);

        return ['moments' => $row === null ? [] : self::read($row), 'isFresh' => false];
    }

    /** @return Moments found anew, and kept */
    public static function refresh(Shoot $shoot): array
    {
        // Asked first: what changes while it is worked out makes it old.
        [$revision] = self::revision($shoot);
        $moments = MomentFindings::partsOf(MeasuredFrames::ofShoot($shoot));
        $toRow = fn (FrameParts $frame): array => $frame->toRow();
        $rows = array_map(fn (array $frames): array => array_map($toRow, $frames), $moments);
        try {
            DB::table('findings')->upsert(
                [
                    'shoot_id' => $shoot->id,
                    'revision' => $revision,
                    'moments' => json_encode($rows, self::JSON),
                ],
                ['shoot_id'],
            );
        } catch (QueryException $reason) {
            ($reason->errorInfo[1] ?? 0) === self::MISSING || throw $reason;
        }

        return $moments;
    }

    private static function kept(Shoot $shoot): ?stdClass
    {
        return DB::table('findings')->where('shoot_id', $shoot->id)->first(['revision', 'moments']);
    }

    /** @return Moments */
    private static function read(stdClass $row): array
    {
        /** @var list<non-empty-list<Row>> $moments */
        $moments = json_decode((string) $row->moments, true);

        return array_map(fn (array $frames): array => array_map(FrameParts::ofRow(...), $frames), $moments);
    }

    /** @return array{string, int} of all that findings are worked out from, and how many frames there are */
    private static function revision(Shoot $shoot): array
    {
        // Moments are changed by work that nobody else waits for, so that no trigger counts them.
        $rows = Frame::of($shoot)
            ->toBase()
            ->selectRaw('COUNT(*) AS n')
            ->selectRaw("SUM(CRC32(CONCAT_WS(' ', id, moment, taken_ms, likeness, name))) AS sum")
            ->selectSub(Revised::Measures->of($shoot->id), 'measures')
            // Asked for one row alone, the database takes another index and twice the time.
            ->get();
        $row = $rows[0] ?? null;
        $parts = [self::VERSION, $row->n ?? 0, $row->sum ?? 0, $row->measures ?? 0];

        return [hash('xxh128', implode(' ', $parts)), (int) ($row->n ?? 0)];
    }
}
