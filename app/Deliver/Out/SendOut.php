<?php

declare(strict_types=1);

namespace App\Deliver\Out;

use App\Deliver\OutputFiles;
use App\Deliver\UnableToDeliver;
use App\Frames\Frame;
use App\Imaging\UnableToMakePicture;
use App\Imaging\UnableToWriteMetadata;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use App\Studio\WorkPlan;
use Illuminate\Support\Facades\DB;

/**
 * Sends what a shipment means: each frame once, those first that are not out there. A host that is away or full is
 * tried again, after longer and longer pauses; what has arrived is not sent twice.
 */
final class SendOut extends WorkInTurns
{
    private const TRIES = 6;

    protected function turn(Task $task): bool
    {
        $shipment = Shipment::query()
            ->with('shoot.studio', 'destination', 'output')
            ->findOrFail((int) substr($task->subject, 9));
        $plan = WorkPlan::of($task);
        if (! $plan->isMade()) {
            $frames = Frame::query()
                ->whereKey($shipment->frames)
                ->with('card', 'body')
                ->orderBy('taken_ms')
                ->orderBy('id')
                ->get();
            $paths = app(OutputFiles::class)->paths($shipment->shoot, [$shipment->output_id], $frames);
            $plan->make(
                $frames
                    ->map(
                        fn (Frame $frame): array => [
                            'frame' => $frame->id,
                            'path' => $paths[$shipment->output_id][$frame->id],
                        ],
                    )
                    ->all(),
            );
        }
        $task->begin(count($shipment->frames));
        // One shipment at a time goes to a destination, so that none gives a name that another has just given.
        $lock = 'kanpai-destination-'.DB::connection()->getDatabaseName().'-'.$shipment->destination_id;
        if ((int) DB::scalar('SELECT GET_LOCK(?, 0)', [$lock]) !== 1) {
            return $this->waitFor(1);
        }
        try {
            return $this->send($task, $shipment, $plan);
        } finally {
            DB::scalar('SELECT RELEASE_LOCK(?)', [$lock]);
        }
    }

    protected function over(Task $task): void
    {
        WorkPlan::of($task)->remove();
    }

    private function send(Task $task, Shipment $shipment, WorkPlan $plan): bool
    {
        $outputs = app(OutputFiles::class);
        $sending = app(SendingOut::class);
        ['byte' => $byte, 'at' => $at, 'tries' => $tries] = $this->checkpoint($task);
        try {
            $carrier = Carrier::to($shipment->destination);
            foreach ($plan->from($byte) as $behind => $step) {
                $frame = Frame::query()
                    ->with('shoot.studio', 'card', 'body')
                    ->find(is_int($step['frame'] ?? null) ? $step['frame'] : 0);
                $path = is_string($step['path'] ?? null) ? $step['path'] : '';
                $frame === null ||
                    $sending->send(
                        $shipment,
                        $carrier,
                        $frame,
                        $outputs->of($frame, [$shipment->output_id => [$frame->id => $path]])[$shipment->output_id],
                    );
                $task->update(['answer' => json_encode(['byte' => $behind, 'at' => ++$at, 'tries' => 0])]);
                $tries = 0;
                if (! $task->reach($at) || $this->isTurnOver()) {
                    return false;
                }
            }
            $sending->conclude($shipment, $carrier);
        } catch (UnableToDeliver|UnableToMakePicture|UnableToWriteMetadata $reason) {
            $task->fail($reason->getMessage());

            return false;
        } catch (UnableToSendOut $reason) {
            $tries++;
            if ($tries >= self::TRIES) {
                $task->fail(
                    "{$shipment->destination->name}: {$reason->getMessage()} It was tried {$tries} times. What ".
                        'has arrived stays; sending again goes on from there.',
                );

                return false;
            }
            $task->update([
                'answer' => json_encode(['tries' => $tries] + $this->checkpoint($task->refresh())),
                'problem' => "{$shipment->destination->name}: {$reason->getMessage()} It is tried again in ".
                    2 ** $tries.
                    ' s.',
            ]);

            return $this->waitFor(2 ** $tries);
        }

        return true;
    }

    /** @return array{byte: int, at: int, tries: int} */
    private function checkpoint(Task $task): array
    {
        $said = json_decode((string) $task->answer, true);
        $whole = fn (string $name): int => is_array($said) && is_int($said[$name] ?? null) ? $said[$name] : 0;

        return ['byte' => $whole('byte'), 'at' => $whole('at'), 'tries' => $whole('tries')];
    }
}
