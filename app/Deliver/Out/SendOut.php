<?php

declare(strict_types=1);

namespace App\Deliver\Out;

use App\Deliver\OutputFiles;
use App\Deliver\UnableToDeliver;
use App\Imaging\UnableToMakePicture;
use App\Imaging\UnableToWriteMetadata;
use App\Ingest\Frame;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/**
 * Sends what a shipment means: each frame once, those first that are not out there. A host that is away or full is tried
 * again, after longer and longer pauses; what has arrived is not sent twice.
 */
final class SendOut extends WorkInTurns
{
    private const TRIES = 6;

    protected function turn(Task $task): bool
    {
        $shipment = Shipment::query()->with('shoot.studio', 'destination', 'output')->findOrFail((int) substr($task->subject, 9));
        $frames = Frame::query()->whereKey($shipment->frames)->with('shoot.studio', 'card', 'body')->orderBy('taken_ms')->orderBy('id')->get();
        $task->begin($frames->count());
        // One shipment at a time goes to a destination, so that none gives a name that another has just given.
        $lock = 'kanpai-destination-'.DB::connection()->getDatabaseName().'-'.$shipment->destination_id;
        if ((int) DB::scalar('SELECT GET_LOCK(?, 0)', [$lock]) !== 1) {
            return $this->waitFor(1);
        }
        try {
            return $this->send($task, $shipment, $frames);
        } finally {
            DB::scalar('SELECT RELEASE_LOCK(?)', [$lock]);
        }
    }

    /** @param  Collection<int, Frame>  $frames */
    private function send(Task $task, Shipment $shipment, Collection $frames): bool
    {
        $outputs = app(OutputFiles::class);
        $paths = $outputs->paths($shipment->shoot, [$shipment->output_id], $frames);
        $sending = app(SendingOut::class);
        ['at' => $at, 'tries' => $tries] = $this->stand($task);
        try {
            $carrier = Carrier::to($shipment->destination);
            foreach ($frames->slice($at) as $place => $frame) {
                $sending->send($shipment, $carrier, $frame, $outputs->of($frame, $paths)[$shipment->output_id]);
                $task->update(['answer' => json_encode(['at' => $place + 1, 'tries' => 0])]);
                $tries = 0;
                if (! $task->reach($place + 1) || $this->isTurnOver()) {
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
                $task->fail("{$shipment->destination->name}: {$reason->getMessage()} It was tried {$tries} times. What has arrived stays; sending again goes on from there.");

                return false;
            }
            $task->update(['answer' => json_encode(['at' => $this->stand($task->refresh())['at'], 'tries' => $tries]), 'problem' => "{$shipment->destination->name}: {$reason->getMessage()} It is tried again in ".(2 ** $tries).' s.']);

            return $this->waitFor(2 ** $tries);
        }

        return true;
    }

    /** @return array{at: int, tries: int} */
    private function stand(Task $task): array
    {
        $said = json_decode((string) $task->answer, true);

        return ['at' => is_array($said) && is_int($said['at'] ?? null) ? $said['at'] : 0, 'tries' => is_array($said) && is_int($said['tries'] ?? null) ? $said['tries'] : 0];
    }
}
