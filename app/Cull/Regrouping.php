<?php

declare(strict_types=1);

namespace App\Cull;

use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Moment\Borders;
use Kanpai\Core\Frames\Moment\Fineness;
use Kanpai\Core\Frames\Moment\HandEdit;
use Kanpai\Core\Frames\Moment\Moments;
use Kanpai\Core\Frames\Moment\MomentSample;
use stdClass;

/** Parts the frames of a shoot into moments, as the slider and the hands say, and keeps which is which. */
final class Regrouping
{
    /** A table of values to be joined: one statement for all, by the primary key. */
    private const UPDATE = 'UPDATE frames JOIN (WITH given (id, moment, size, border) AS (VALUES %s) SELECT * FROM '.
        'given) AS given ON given.id = frames.id SET frames.moment = given.moment, frames.moment_size = given.size, '.
        'frames.border = given.border';

    private const PIECE = 1000;

    public function regroup(Shoot $shoot): void
    {
        // Borders take long, and marks wait for the lock: they are worked out before it, and again only if frames have
        // changed meanwhile.
        $rows = self::rows($shoot);
        $borders = Borders::of(self::glimpses($rows));
        DB::transaction(function () use ($shoot, $rows, $borders): void {
            $fineness = Culling::held($shoot)->fineness;
            $now = self::rows($shoot);
            $this->group(
                $shoot,
                $fineness,
                $now,
                self::pictured($now) === self::pictured($rows) ? $borders : Borders::of(self::glimpses($now)),
            );
        }, 3);
    }

    /**
     * @param  list<stdClass>  $rows
     * @param  list<float>  $borders
     */
    private function group(Shoot $shoot, Fineness $fineness, array $rows, array $borders): void
    {
        ['ids' => $ids, 'times' => $times, 'byHand' => $byHand, 'stored' => $before] = $this->read($shoot, $rows);
        DB::table('culls')
            ->where('shoot_id', $shoot->id)
            ->update(['arrangement' => crc32(serialize([$ids, $times, $borders]))]);
        $this->store($ids, Moments::of($borders, $fineness, $byHand), $borders, $before);
    }

    /**
     * @param  list<int>  $ids
     * @param  list<int>  $moments  of each frame
     * @param  list<float>  $borders  before each frame
     * @param  list<array{int, int, float|null}>  $before  what the record has of each
     */
    private function store(array $ids, array $moments, array $borders, array $before): void
    {
        $sizes = array_count_values($moments);
        $rows = [];
        foreach ($ids as $i => $id) {
            $now = [$moments[$i], $sizes[$moments[$i]], is_finite($borders[$i]) ? round($borders[$i], 3) : 0.0];
            if ($before[$i] !== $now) {
                $rows[] = "({$id},".implode(',', $now).')';
            }
        }
        foreach (array_chunk($rows, self::PIECE) as $some) {
            DB::update(sprintf(self::UPDATE, implode(',', $some)));
        }
    }

    /** @return array<int, string> frame => what was done by hand to the border before it */
    public function hands(Shoot $shoot): array
    {
        return DB::table('moment_edits')
            ->where('shoot_id', $shoot->id)
            ->pluck('kind', 'frame_id')
            ->map(fn ($kind): string => (string) $kind)
            ->all();
    }

    public function finer(Shoot $shoot, Fineness $fineness): void
    {
        DB::transaction(function () use ($shoot, $fineness): void {
            Culling::held($shoot);
            DB::table('culls')
                ->where('shoot_id', $shoot->id)
                ->update(['fineness' => $fineness->place]);
        });
    }

    /** Says what is before a frame, whatever the slider says; or with null nothing any more. */
    public function byHand(Shoot $shoot, int $frame, ?HandEdit $edit): void
    {
        if (
            DB::table('frames')
                ->where(['id' => $frame, 'shoot_id' => $shoot->id])
                ->doesntExist()
        ) {
            return;
        }
        $edit === null
            ? DB::table('moment_edits')
                ->where(['frame_id' => $frame, 'shoot_id' => $shoot->id])
                ->delete()
            : DB::table('moment_edits')->upsert(
                [['frame_id' => $frame, 'shoot_id' => $shoot->id, 'kind' => $edit->value]],
                ['frame_id'],
                ['kind'],
            );
    }

    /** @return list<\stdClass> the frames in the order of time */
    private static function rows(Shoot $shoot): array
    {
        return array_values(
            DB::table('frames')
                ->where('shoot_id', $shoot->id)
                ->whereNull('aside_at')
                ->orderBy('taken_ms')
                ->orderBy('id')
                ->get(['id', 'taken_ms', 'body_id', 'likeness', 'colours', 'moment', 'moment_size', 'border'])
                ->all(),
        );
    }

    /**
     * What borders are worked out from.
     *
     * @param  list<\stdClass>  $rows
     */
    private static function pictured(array $rows): string
    {
        $hash = hash_init('xxh128');
        foreach ($rows as $row) {
            hash_update($hash, "{$row->id} {$row->taken_ms} {$row->body_id} {$row->likeness} {$row->colours}\n");
        }

        return hash_final($hash);
    }

    /**
     * @param  list<\stdClass>  $rows
     * @return list<MomentSample>
     */
    private static function glimpses(array $rows): array
    {
        return array_map(
            fn (\stdClass $frame): MomentSample => MomentSample::of(
                (int) $frame->taken_ms,
                (int) $frame->body_id,
                $frame->likeness === null ? null : (string) $frame->likeness,
                $frame->colours === null ? null : (string) $frame->colours,
            ),
            $rows,
        );
    }

    /**
     * @param  list<\stdClass>  $rows
     * @return array{ids: list<int>, times: list<int>, byHand: array<int, HandEdit>, stored: list<array{int, int,
     *     float|null}>}
     */
    private function read(Shoot $shoot, array $rows): array
    {
        $edits = $this->hands($shoot);
        $ids = $times = $byHand = $stored = [];
        foreach ($rows as $frame) {
            if (isset($edits[$frame->id])) {
                $byHand[count($ids)] = HandEdit::from($edits[$frame->id]);
            }
            $ids[] = (int) $frame->id;
            $times[] = (int) $frame->taken_ms;
            $stored[] = [
                (int) $frame->moment,
                (int) $frame->moment_size,
                $frame->border === null ? null : round((float) $frame->border, 3),
            ];
        }

        return ['ids' => $ids, 'times' => $times, 'byHand' => $byHand, 'stored' => $stored];
    }
}
