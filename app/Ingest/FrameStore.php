<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Revised;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Imaging\UnreadableFile;

/** Stores frames and files as they are read from a card. */
final class FrameStore
{
    /**
     * Stores a batch; where the database refuses it, frame by frame, and what it refuses then as a file without a
     * frame. One damaged file never costs the others.
     *
     * @param  list<array<string, mixed>>  $frames
     * @param  list<array<string, mixed>>  $rows
     */
    public function keep(array $frames, array $rows): void
    {
        try {
            $this->store($frames, $rows);
        } catch (QueryException $reason) {
            report($reason);
            foreach ($rows as $row) {
                $groups[$row['frame'] ?? 'file '.$row['fingerprint'].$row['name_key']][] = $row;
            }
            foreach ($groups ?? [] as $place => $own) {
                $this->keepOne(is_int($place) ? $frames[$place] : null, $own);
            }
        }
    }

    /**
     * @param  array<string, mixed>|null  $frame
     * @param  list<array<string, mixed>>  $rows  its files
     */
    private function keepOne(?array $frame, array $rows): void
    {
        try {
            $this->store(
                $frame === null ? [] : [$frame],
                array_map(fn (array $row): array => [...$row, 'frame' => $frame === null ? null : 0], $rows),
            );
        } catch (QueryException) {
            $this->store(
                [],
                array_map(
                    fn (array $row): array => [
                        ...$row,
                        'frame' => null,
                        'is_main' => false,
                        'problem' => $row['problem'] ?? UnreadableFile::hasImpossibleFacts()->getMessage(),
                    ],
                    $rows,
                ),
            );
        }
    }

    /**
     * @param  list<array<string, mixed>>  $frames
     * @param  list<array<string, mixed>>  $rows
     */
    private function store(array $frames, array $rows): void
    {
        DB::transaction(function () use ($frames, $rows): void {
            if ($frames !== []) {
                Revised::Frames->hold($frames[0]['shoot_id']);
            }
            $first = $frames === [] ? 0 : $this->insert($frames);
            foreach ($rows as &$row) {
                $row['frame_id'] = $row['frame'] === null ? null : $first + $row['frame'];
                unset($row['frame']);
            }
            DB::table('files')->insert($rows);
        });
    }

    /**
     * @param  non-empty-list<array<string, mixed>>  $frames
     * @return int the key of the first; the others follow it
     */
    private function insert(array $frames): int
    {
        DB::table('frames')->insert(
            array_map(fn (array $frame): array => array_diff_key($frame, ['metadata' => true]), $frames),
        );
        // Rows of one insert get consecutive keys (innodb_autoinc_lock_mode 1), of which the database names the first.
        $first = (int) DB::getPdo()->lastInsertId();
        $metadata = [];
        foreach ($frames as $i => $frame) {
            if (is_array($frame['metadata']) && $frame['metadata'] !== []) {
                $flags = JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES;
                $metadata[] = ['frame_id' => $first + $i, 'fields' => json_encode($frame['metadata'], $flags)];
            }
        }
        DB::table('frame_metadata')->insert($metadata);

        return $first;
    }
}
