<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Frames\Frame;
use App\Imaging\UnableToMakePicture;
use App\Imaging\UnableToWriteMetadata;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use App\Studio\WorkPlan;
use Illuminate\Database\Eloquent\Collection;

/** Writes the frames of a run, one after another; those that are written already in the same way cost a look. */
final class WriteOutputs extends WorkInTurns
{
    public const KIND = 'outputs';

    public const UNIT = 'frames';

    /** Problems that are named; the others are counted. */
    private const NAMED = 5;

    protected function turn(Task $task): bool
    {
        $run = $task->about(OutputRun::class)->load('shoot.studio');
        $plan = WorkPlan::of($task);
        if (! $plan->isMade()) {
            $this->plan($run, $plan);
        }
        $ways = $run->ways();
        $task->begin(count($run->frames));

        return $this->follow($task, fn (array $step): array => $this->write($task, $ways, $step));
    }

    /**
     * @param  Collection<int, Output>  $ways
     * @param  array<string, mixed>  $step  of the plan
     * @return array<string, mixed> what to report in the end: frames that failed or were too small, and why
     */
    private function write(Task $task, Collection $ways, array $step): array
    {
        $frame = Frame::query()
            ->with('card', 'body', 'shoot.studio')
            ->find(is_int($step['frame'] ?? null) ? $step['frame'] : 0);
        if ($frame === null) {
            return [];
        }
        $noted = ['small' => $task->reached('small') + (self::isTooSmall($frame, $ways) ? 1 : 0)];
        $paths = is_array($step['paths'] ?? null) ? $step['paths'] : [];
        $planned = $ways->map(
            fn (Output $output): array => ['plan' => $output->plan(), 'path' => (string) $paths[$output->id]],
        );
        try {
            app(OutputWriter::class)->write($frame, $planned->all());
        } catch (UnableToDeliver|UnableToMakePicture|UnableToWriteMetadata $reason) {
            $noted += self::failure($task, $reason->getMessage());
        }

        return $noted;
    }

    /** @param  Collection<int, Output>  $ways */
    private static function isTooSmall(Frame $frame, Collection $ways): bool
    {
        return $ways->contains(
            fn (Output $output): bool => $output->plan()->size->isTooLargeFor($frame->width, $frame->height),
        );
    }

    /** @return array{failed: int, problems: list<string>} */
    private static function failure(Task $task, string $reason): array
    {
        $problems = array_unique([...self::problems($task), mb_scrub($reason, 'UTF-8')]);

        return [
            'failed' => $task->reached('failed') + 1,
            'problems' => array_slice(array_values($problems), 0, self::NAMED),
        ];
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
        $failed = $task->reached('failed');
        $sentences = [];
        if ($failed > 0) {
            $problems = implode(' ', self::problems($task));
            $sentences[] = $failed.($failed === 1 ? ' frame' : ' frames')." could not be written. {$problems}";
        }
        $sentences[] = self::tooSmall($task->reached('small'));
        if (array_filter($sentences) !== []) {
            $task->update(['problem' => implode(' ', array_filter($sentences))]);
        }
    }

    private static function tooSmall(int $frames): string
    {
        return match ($frames) {
            0 => '',
            1 => 'One frame has fewer pixels than are asked for: it was enlarged where the output says so, and '.
                'else stayed smaller.',
            default => "{$frames} frames have fewer pixels than are asked for: they were enlarged where the output ".
                'says so, and else stayed smaller.',
        };
    }

    /** @return list<string> */
    private static function problems(Task $task): array
    {
        $problems = $task->checkpoint['problems'] ?? [];

        return is_array($problems) ? array_values(array_filter($problems, is_string(...))) : [];
    }
}
