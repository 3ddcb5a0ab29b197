<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Imaging\UnableToMakePicture;
use App\Imaging\UnableToWriteMetadata;
use App\Ingest\Frame;
use App\Studio\Task;
use App\Studio\WorkInTurns;

/** Writes the frames of a run, one after another; those that are written already in the same way cost a look. */
final class WriteOutputs extends WorkInTurns
{
    protected function turn(Task $task): bool
    {
        $run = OutputRun::query()->with('shoot.studio')->findOrFail((int) substr($task->subject, 8));
        $frames = Frame::query()->whereKey($run->frames)->with('card', 'body', 'shoot.studio')->orderBy('taken_ms')->orderBy('id')->get();
        $paths = $run->paths($frames);
        $ways = $run->ways();
        $writer = app(OutputWriter::class);
        $task->begin($frames->count());
        ['at' => $at, 'problems' => $problems] = self::stand($task);
        foreach ($frames->slice($at) as $place => $frame) {
            try {
                $writer->write($frame, $ways->map(fn (Output $output): array => ['plan' => $output->plan(), 'path' => $paths[$output->id][$frame->id]])->all());
            } catch (UnableToDeliver|UnableToMakePicture|UnableToWriteMetadata $reason) {
                $problems[] = $reason->getMessage();
            }
            // What is done is not looked at again after a kill; what could not be written is said in the end.
            $task->update(['answer' => json_encode(['at' => $place + 1, 'problems' => $problems], JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)]);
            if (! $task->reach($place + 1) || $this->isTurnOver()) {
                return $place + 1 >= $frames->count();
            }
        }

        return true;
    }

    protected function over(Task $task): void
    {
        ['problems' => $problems] = self::stand($task);
        if ($problems !== []) {
            $task->update(['problem' => count($problems).(count($problems) === 1 ? ' frame' : ' frames').' could not be written. '.implode(' ', array_slice(array_unique($problems), 0, 5))]);
        }
    }

    /** @return array{at: int, problems: list<string>} */
    private static function stand(Task $task): array
    {
        $said = json_decode((string) $task->answer, true);

        return ['at' => is_array($said) && is_int($said['at'] ?? null) ? $said['at'] : 0, 'problems' => is_array($said) && is_array($said['problems'] ?? null) ? array_values(array_filter($said['problems'], is_string(...))) : []];
    }
}
