<?php

declare(strict_types=1);

namespace App\Archive;

use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;

/** Writes the bag of a shoot; then it is read again from the disk. */
final class MakeBag extends WorkInTurns
{
    protected function turn(Task $task): bool
    {
        $bag = Bag::query()->findOrFail((int) substr($task->subject, 4));
        $shoot = Shoot::query()->with('studio')->findOrFail($task->shoot_id);
        $contents = app(BagContents::class);
        $folder = $bag->folder();
        try {
            $entries = $contents->entries($shoot);
            $done = array_intersect_key($folder->soFar(), $entries);
            $task->begin(count($entries) + 1);
            $count = count($done);
            foreach (array_diff_key($entries, $done) as $entry) {
                $this->put($folder, $entry);
                if (! $task->reach(++$count) || $this->isTurnOver()) {
                    return false;
                }
            }
            foreach ($contents->texts($shoot) as $path => $text) {
                $folder->say($path, $text);
            }
            ['files' => $files, 'bytes' => $bytes] = $folder->close([
                'Source-Organization' => $shoot->studio->name, 'External-Description' => $shoot->name.($shoot->client === '' ? '' : ", for {$shoot->client}").', '.$shoot->held_on->format('j F Y'), 'External-Identifier' => $bag->uuid, 'Internal-Sender-Identifier' => (string) $shoot->uuid,
                'Bagging-Date' => now()->format('Y-m-d'), 'Bag-Software-Agent' => 'Kanpai',
            ]);
        } catch (UnableToArchive $reason) {
            $bag->update(['problem' => $reason->getMessage()]);
            $task->fail($reason->getMessage());

            return false;
        }
        $bag->update(['state' => BagState::Made, 'files_count' => $files, 'bytes' => $bytes, 'made_at' => now(), 'problem' => null]);

        return true;
    }

    protected function over(Task $task): void
    {
        $bag = Bag::query()->find((int) substr($task->subject, 4));
        if ($bag !== null && $bag->state === BagState::Made) {
            app(Archiving::class)->check($bag);
        }
    }

    /** @param  array{path: string, sources: list<string>, hash: string|null, name: string}  $entry */
    private function put(BagFolder $folder, array $entry): void
    {
        foreach ($entry['sources'] as $source) {
            if ($folder->put($source, $entry['path'], $entry['hash'])) {
                return;
            }
        }
        throw UnableToArchive::noCopy($entry['name']);
    }
}
