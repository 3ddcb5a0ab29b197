<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Imaging\UnableToMakePicture;
use App\Imaging\UnableToWriteMetadata;
use App\Ingest\Frame;
use App\Studio\Task;
use App\Studio\WorkInTurns;

/** Makes a part of a delivery: its files, then its ZIPs, then it is opened. */
final class MakeDelivery extends WorkInTurns
{
    protected function turn(Task $task): bool
    {
        $part = DeliveryPart::query()->with('delivery.shoot.studio', 'delivery.parts')->findOrFail((int) substr($task->subject, 9));
        $frames = Frame::query()->whereKey($part->frames)->with('shoot.studio', 'card', 'body')->orderBy('taken_ms')->orderBy('id')->get();
        // Each frame is a step when it is written, and one when it is packed.
        $task->begin(2 * max(1, $frames->count()));
        try {
            return $this->stage($task, $part, $frames) && $this->pack($task, $part, max(1, $frames->count()));
        } catch (UnableToDeliver|UnableToMakePicture|UnableToWriteMetadata $reason) {
            $task->fail($reason->getMessage());

            return false;
        }
    }

    /** @param  \Illuminate\Database\Eloquent\Collection<int, Frame>  $frames */
    private function stage(Task $task, DeliveryPart $part, \Illuminate\Database\Eloquent\Collection $frames): bool
    {
        $at = (int) $task->answer;
        if ($at >= $frames->count()) {
            return true;
        }
        $staging = app(Staging::class);
        $paths = $staging->paths($part, $frames);
        foreach ($frames->slice($at) as $place => $frame) {
            $staging->stage($part, $frame, $paths, max(1, $place + 1));
            $task->update(['answer' => (string) ($place + 1)]);
            if (! $task->reach($place + 1) || $this->isTurnOver()) {
                return $place + 1 >= $frames->count();
            }
        }

        return true;
    }

    private function pack(Task $task, DeliveryPart $part, int $frames): bool
    {
        $zipping = app(Zipping::class);
        if ($part->isEmpty()) {
            return app(Delivering::class)->close($part);
        }
        $zips = $zipping->plan($part);
        foreach ($zips as $i => $zip) {
            $isMade = $zipping->make($part, $zip, fn (float $done): bool => $task->reach($frames + (int) floor($frames * ($i + $done) / count($zips))));
            if (! $isMade || ($this->isTurnOver() && $i + 1 < count($zips))) {
                return false;
            }
        }

        return app(Delivering::class)->close($part);
    }
}
