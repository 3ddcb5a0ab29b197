<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Frames\Frame;
use App\Imaging\UnableToMakePicture;
use App\Imaging\UnableToWriteMetadata;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use App\Studio\WorkPlan;

/** Makes a part of a delivery: its files, then its ZIPs, then it is opened. */
final class MakeDelivery extends WorkInTurns
{
    public const KIND = 'delivery';

    public const UNIT = 'steps';

    protected function turn(Task $task): bool
    {
        $part = $task->about(DeliveryPart::class)->load('delivery.shoot.studio', 'delivery.parts');
        // Each frame is a step when it is written, and one when it is packed.
        $task->begin(2 * max(1, count($part->frames)));
        try {
            return $this->stage($task, $part) && $this->pack($task, $part, max(1, count($part->frames)));
        } catch (UnableToDeliver|UnableToMakePicture|UnableToWriteMetadata $reason) {
            $task->fail($reason->getMessage());

            return false;
        }
    }

    protected function over(Task $task): void
    {
        WorkPlan::of($task)->remove();
    }

    private function stage(Task $task, DeliveryPart $part): bool
    {
        $plan = WorkPlan::of($task);
        if (! $plan->isMade()) {
            $plan->make($this->steps($part));
        }

        return $this->follow($task, function (array $step) use ($part, $task): array {
            $frame = Frame::query()
                ->with('shoot.studio', 'card', 'body')
                ->find(is_int($step['frame'] ?? null) ? $step['frame'] : 0);
            if ($frame !== null) {
                $paths = is_array($step['paths'] ?? null) ? array_map(strval(...), $step['paths']) : [];
                app(Staging::class)->stage($part, $frame, $paths, max(1, $task->reached('steps') + 1));
            }

            return [];
        });
    }

    /** @return list<array{frame: int, paths: array<int, string>}> frames in their order, with the paths of outputs */
    private function steps(DeliveryPart $part): array
    {
        $frames = Frame::query()
            ->whereKey($part->frames)
            ->with('card', 'body')
            ->orderBy('taken_ms')
            ->orderBy('id')
            ->get();
        $paths = app(Staging::class)->paths($part, $frames);

        return array_values($frames->map(fn (Frame $frame): array => [
            'frame' => $frame->id,
            'paths' => array_map(fn (array $own): string => $own[$frame->id], $paths),
        ])->all());
    }

    private function pack(Task $task, DeliveryPart $part, int $frames): bool
    {
        $zipping = app(Zipping::class);
        if ($part->isEmpty()) {
            return app(Delivering::class)->close($part);
        }
        $zips = $zipping->plan($part);
        foreach ($zips as $i => $zip) {
            $isMade = $zipping->make(
                $part,
                $zip,
                fn (float $done): bool => $task->reach($frames + (int) floor(($frames * ($i + $done)) / count($zips))),
            );
            if (! $isMade || ($this->isTurnOver() && $i + 1 < count($zips))) {
                return false;
            }
        }

        return app(Delivering::class)->close($part);
    }
}
