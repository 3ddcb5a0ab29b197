<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Imaging\UnableToWriteMetadata;
use App\Ingest\Frame;
use App\Studio\Task;
use App\Studio\WorkInTurns;

final class MakeDelivery extends WorkInTurns
{
    protected function turn(Task $task): bool
    {
        $delivery = Delivery::query()->with('shoot', 'selection')->findOrFail((int) substr($task->subject, 9));
        $package = app(Package::class);
        $names = $package->names($delivery);
        $task->begin(count($names));
        try {
            $done = 0;
            foreach (is_file($delivery->folder().'/package.zip') ? [] : $names as $id => $name) {
                $package->stage($delivery, Frame::query()->findOrFail($id), $name);
                if (! $task->reach(++$done) || $this->isTurnOver()) {
                    return false;
                }
            }
            $package->close($delivery);
        } catch (UnableToDeliver|UnableToWriteMetadata $reason) {
            $task->fail($reason->getMessage());

            return false;
        }

        return true;
    }
}
