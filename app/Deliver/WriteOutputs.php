<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Frames\Frame;
use App\Imaging\UnableToMakePicture;
use App\Imaging\UnableToWriteMetadata;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use App\Studio\WorkPlan;

/** Writes the frames of a run, one after another; those that are written already in the same way cost a look. */
final class WriteOutputs extends WorkInTurns
{
    /** Problems that are named; the others are counted. */
    private const NAMED = 5;

    protected function turn(Task $task): bool
    {
        $run = OutputRun::query()->with('shoot.studio')->findOrFail((int) substr($task->subject, 8));
        $plan = WorkPlan::of($task);
        if (! $plan->isMade()) {
            $this->plan($run, $plan);
        }
        $ways = $run->ways();
        $writer = app(OutputWriter::class);
        $task->begin(count($run->frames));
        [
            'byte' => $byte,
            'at' => $at,
            'problems' => $problems,
            'failed' => $failed,
            'small' => $small,
        ] = self::checkpoint($task);
        foreach ($plan->from($byte) as $behind => $step) {
            $frame = Frame::query()
                ->with('card', 'body', 'shoot.studio')
                ->find(is_int($step['frame'] ?? null) ? $step['frame'] : 0);
            $paths = is_array($step['paths'] ?? null) ? $step['paths'] : [];
            try {
                $small +=
                    $frame !== null &&
                    $ways->contains(
                        fn (Output $output): bool => $output->plan()->size->isTooLargeFor($frame->width, $frame->height),
                    )
                        ? 1
                        : 0;
                $frame === null ||
                    $writer->write(
                        $frame,
                        $ways
                            ->map(
                                fn (Output $output): array => [
                                    'plan' => $output->plan(),
                                    'path' => (string) $paths[$output->id],
                                ],
                            )
                            ->all(),
                    );
            } catch (UnableToDeliver|UnableToMakePicture|UnableToWriteMetadata $reason) {
                $failed++;
                $problems =
                    count($problems) < self::NAMED
                        ? array_values(array_unique([...$problems, $reason->getMessage()]))
                        : $problems;
            }
            // What is done is not looked at again after a kill; what could not be written is said in the end.
            $task->update([
                'answer' => json_encode(
                    ['byte' => $behind, 'at' => ++$at, 'failed' => $failed, 'small' => $small, 'problems' => $problems],
                    JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
                ),
            ]);
            if (! $task->reach($at) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
    }

    /** Where each file of each frame goes, once for all turns. */
    private function plan(OutputRun $run, WorkPlan $plan): void
    {
        $frames = Frame::query()
            ->whereKey($run->frames)
            ->with('card', 'body')
            ->orderBy('taken_ms')
            ->orderBy('id')
            ->get();
        $paths = $run->paths($frames);
        $plan->make(
            $frames
                ->map(
                    fn (Frame $frame): array => [
                        'frame' => $frame->id,
                        'paths' => array_map(fn (array $own): string => $own[$frame->id], $paths),
                    ],
                )
                ->all(),
        );
    }

    protected function over(Task $task): void
    {
        WorkPlan::of($task)->remove();
        ['problems' => $problems, 'failed' => $failed, 'small' => $small] = self::checkpoint($task);
        $said = [];
        if ($failed > 0) {
            $said[] =
                $failed.($failed === 1 ? ' frame' : ' frames').' could not be written. '.implode(' ', $problems);
        }
        if ($small > 0) {
            $said[] =
                $small === 1
                    ? 'One frame has fewer pixels than are asked for: it was enlarged where the output says so, and '.
                        'else stayed smaller.'
                    : "{$small} frames have fewer pixels than are asked for: they were enlarged where the output ".
                        'says so, and else stayed smaller.';
        }
        if ($said !== []) {
            $task->update(['problem' => implode(' ', $said)]);
        }
    }

    /** @return array{byte: int, at: int, failed: int, small: int, problems: list<string>} */
    private static function checkpoint(Task $task): array
    {
        $said = json_decode((string) $task->answer, true);
        $whole = fn (string $name): int => is_array($said) && is_int($said[$name] ?? null) ? $said[$name] : 0;

        return [
            'byte' => $whole('byte'),
            'at' => $whole('at'),
            'failed' => $whole('failed'),
            'small' => $whole('small'),
            'problems' => is_array($said) && is_array($said['problems'] ?? null)
                    ? array_values(array_filter($said['problems'], is_string(...)))
                    : [],
        ];
    }
}
