<?php

declare(strict_types=1);

namespace App\Deliver\Out;

use App\Deliver\OutputFiles;
use App\Deliver\UnableToDeliver;
use App\Frames\Frame;
use App\Imaging\UnableToMakePicture;
use App\Imaging\UnableToWriteMetadata;
use App\Studio\NamedLock;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use App\Studio\WorkPlan;

/**
 * Sends what a shipment means: each frame once, those first that are not out there. A host that is away or full is
 * tried again, after longer and longer pauses; what has arrived is not sent twice.
 */
final class SendOut extends WorkInTurns
{
    public const KIND = 'shipment';

    public const UNIT = 'frames';

    private const TRIES = 6;

    protected function turn(Task $task): bool
    {
        $shipment = $task->about(Shipment::class)->load('shoot.studio', 'destination', 'output');
        $plan = WorkPlan::of($task);
        if (! $plan->isMade()) {
            $plan->make(self::steps($shipment));
        }
        $task->begin(count($shipment->frames));
        // One shipment at a time goes to a destination, so that none gives a name that another has just given.
        $lock = new NamedLock("destination-{$shipment->destination_id}");

        return $lock->hold(fn (): bool => $this->send($task, $shipment)) ?? $this->waitFor(1);
    }

    /** @return list<array{frame: int, path: string}> frames in their order, with the paths of their files */
    private static function steps(Shipment $shipment): array
    {
        $frames = Frame::query()
            ->whereKey($shipment->frames)
            ->with('card', 'body')
            ->orderBy('taken_ms')
            ->orderBy('id')
            ->get();
        $paths = app(OutputFiles::class)->paths($shipment->shoot, [$shipment->output_id], $frames);

        return array_values($frames->map(fn (Frame $frame): array => [
            'frame' => $frame->id,
            'path' => $paths[$shipment->output_id][$frame->id],
        ])->all());
    }

    protected function over(Task $task): void
    {
        WorkPlan::of($task)->remove();
    }

    private function send(Task $task, Shipment $shipment): bool
    {
        $sending = app(SendingOut::class);
        try {
            $carrier = DestinationClient::to($shipment->destination);
            $isAll = $this->follow($task, function (array $step) use ($shipment, $carrier): array {
                $this->one($shipment, $carrier, $step);

                return ['tries' => 0];
            });
            if (! $isAll) {
                return false;
            }
            $sending->conclude($shipment, $carrier);
        } catch (UnableToDeliver|UnableToMakePicture|UnableToWriteMetadata $reason) {
            $task->fail($reason->getMessage());

            return false;
        } catch (UnableToSendOut $reason) {
            return $this->tryAgain($task, $shipment, $reason);
        }

        return true;
    }

    /** @param  array<string, mixed>  $step  of the plan */
    private function one(Shipment $shipment, DestinationClient $carrier, array $step): void
    {
        $frame = Frame::query()
            ->with('shoot.studio', 'card', 'body')
            ->find(is_int($step['frame'] ?? null) ? $step['frame'] : 0);
        if ($frame !== null) {
            $path = is_string($step['path'] ?? null) ? $step['path'] : '';
            $files = app(OutputFiles::class)->of($frame, [$shipment->output_id => [$frame->id => $path]]);
            app(SendingOut::class)->send($shipment, $carrier, $frame, $files[$shipment->output_id]);
        }
    }

    private function tryAgain(Task $task, Shipment $shipment, UnableToSendOut $reason): bool
    {
        $tries = $task->refresh()->reached('tries') + 1;
        $problem = "{$shipment->destination->name}: {$reason->getMessage()}";
        if ($tries >= self::TRIES) {
            $task->fail("{$problem} It was tried {$tries} times. What has arrived stays; sending again goes on from ".
                'there.');

            return false;
        }
        $seconds = 2 ** $tries;
        $task->fill(['problem' => "{$problem} It is tried again in {$seconds} s."])->note(['tries' => $tries]);

        return $this->waitFor($seconds);
    }
}
