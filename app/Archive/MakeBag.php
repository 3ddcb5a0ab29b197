<?php

declare(strict_types=1);

namespace App\Archive;

use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use App\Studio\WorkPlan;

/** Writes the bag of a shoot; then it is read again from the disk. */
final class MakeBag extends WorkInTurns
{
    public const KIND = 'bag';

    protected function turn(Task $task): bool
    {
        $bag = $task->about(Bag::class);
        $shoot = Shoot::query()->with('studio')->findOrFail($task->shoot_id);
        try {
            $plan = WorkPlan::of($task);
            if (! $plan->isMade()) {
                $this->plan($task, $plan, app(BagContents::class)->entries($shoot), $bag->folder()->soFar());
            }
            if (! $this->follow($task, fn (array $entry): array => $this->put($bag->folder(), $entry))) {
                return false;
            }
            $this->close($bag, $shoot);
        } catch (UnableToArchive $reason) {
            $bag->update(['problem' => $reason->getMessage()]);
            $task->fail($reason->getMessage());

            return false;
        }

        return true;
    }

    /** @throws UnableToArchive */
    private function close(Bag $bag, Shoot $shoot): void
    {
        foreach (app(BagContents::class)->texts($shoot) as $path => $text) {
            $bag->folder()->say($path, $text);
        }
        ['files' => $files, 'bytes' => $bytes] = $bag->folder()->close(self::tags($bag, $shoot));
        $facts = ['files_count' => $files, 'bytes' => $bytes, 'made_at' => now(), 'problem' => null];
        $bag->update(['state' => BagState::Made, ...$facts]);
    }

    /** @return array<string, string> what bag-info.txt says (RFC 8493, 2.2.2) */
    private static function tags(Bag $bag, Shoot $shoot): array
    {
        $for = $shoot->client === '' ? '' : ", for {$shoot->client}";

        return [
            'Source-Organization' => $shoot->studio->name,
            'External-Description' => "{$shoot->name}{$for}, {$shoot->held_on->format('j F Y')}",
            'External-Identifier' => $bag->uuid,
            'Internal-Sender-Identifier' => (string) $shoot->uuid,
            'Bagging-Date' => now()->format('Y-m-d'),
            'Bag-Software-Agent' => 'Kanpai',
        ];
    }

    /**
     * What is still to be written, once for all turns.
     *
     * @param  array<string, array{path: string, sources: list<string>, hash: string|null, name: string}>  $entries
     * @param  array<string, string>  $soFar  of an earlier try
     */
    private function plan(Task $task, WorkPlan $plan, array $entries, array $soFar): void
    {
        $done = count(array_intersect_key($entries, $soFar));
        $task->begin(count($entries) + 1);
        $task->note(['byte' => 0, 'steps' => $done]);
        // Names on cards are bytes; in the plan they are written so that they come back as they were.
        $plan->make(
            array_map(
                fn (array $entry): array => [
                    'path' => base64_encode($entry['path']),
                    'sources' => array_map(base64_encode(...), $entry['sources']),
                    'hash' => $entry['hash'],
                    'name' => mb_scrub($entry['name'], 'UTF-8'),
                ],
                array_values(array_diff_key($entries, $soFar)),
            ),
        );
    }

    protected function over(Task $task): void
    {
        WorkPlan::of($task)->remove();
        $bag = Bag::query()->find($task->subject_id);
        if ($bag !== null && $bag->state === BagState::Made) {
            app(Archiving::class)->check($bag);
        }
    }

    /**
     * @param  array<string, mixed>  $entry  of the plan
     * @return array<string, mixed> nothing else is to be noted
     */
    private function put(BagFolder $folder, array $entry): array
    {
        $bytes = fn (mixed $text): string => is_string($text) ? (string) base64_decode($text, true) : '';
        $hash = is_string($entry['hash'] ?? null) ? $entry['hash'] : null;
        foreach (is_array($entry['sources'] ?? null) ? $entry['sources'] : [] as $source) {
            if ($folder->put($bytes($source), $bytes($entry['path'] ?? null), $hash)) {
                return [];
            }
        }
        throw UnableToArchive::noCopy(is_string($entry['name'] ?? null) ? $entry['name'] : 'A file');
    }
}
