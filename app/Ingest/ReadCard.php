<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Frames\Body;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\UnableToCopy;
use Kanpai\Core\Ingest\CardSignature;

/** Reads a card's frames into its shoot. */
final class ReadCard extends WorkInTurns
{
    public const KIND = 'read';

    public const QUEUE = 'urgent';

    protected function turn(Task $task): bool
    {
        $card = $task->about(Card::class);
        try {
            $files = app(Slots::class)->files($card->slot);
            $this->recognise($card, CardSignature::of($files), $files);
            $task->begin(count($files));
            $isAll = app(CardReader::class)->read(
                $card,
                $files,
                fn (int $done): bool => $task->reach($done) && ! $this->isTurnOver(),
            );
        } catch (UnusableSlot|UnableToCopy $reason) {
            $task->fail($reason->getMessage());
            if ($card->files()->doesntExist()) {
                $card->delete();
            }

            return false;
        }
        if (! $isAll) {
            return false;
        }
        $this->conclude($card);

        return true;
    }

    private function conclude(Card $card): void
    {
        if ($card->is_uploaded) {
            self::noteArrivedHashes($card);
        }
        $card->update([
            'state' => CardState::Read,
            'read_at' => now(),
            'frames_count' => $card->frames()->count(),
            'files_count' => $card->files()->count(),
            'bytes' => (int) $card->files()->sum('size'),
            'shooter' => $card->shooter !== '' ? $card->shooter : self::lastShooter($card),
            'left_out' => app(Slots::class)->leftOut($card->slot),
        ]);
        // What was copied before stays verified; what is new is not.
        if ($card->files()->whereNotNull('hash')->exists()) {
            $card->updateSafety();
        }
        event(new CardRead($card));
    }

    /** Who had one of its bodies in hand before. */
    private static function lastShooter(Card $card): string
    {
        return (string) Body::query()->whereIn('id', $card->frames()->select('body_id'))->value('last_shooter');
    }

    private static function noteArrivedHashes(Card $card): void
    {
        DB::update(
            'UPDATE files JOIN arrivals ON arrivals.card_id = files.card_id AND arrivals.path = files.path '.
                'SET files.arrived_hash = arrivals.hash WHERE files.card_id = ?',
            [$card->id],
        );
    }

    /**
     * @param  list<array{path: string, size: int, modifiedAt: int}>  $files
     *
     * @throws UnusableSlot
     */
    private function recognise(Card $card, string $signature, array $files): void
    {
        if ($files === []) {
            throw UnusableSlot::isEmpty();
        }
        // What a browser announced is known; of a card that goes on only the new may have been sent.
        if ($card->signature === $signature || $card->is_uploaded) {
            return;
        }
        try {
            $card->update(['signature' => $signature]);
        } catch (UniqueConstraintViolationException) {
            throw UnusableSlot::isKnown(
                (int) Card::query()
                    ->where(['shoot_id' => $card->shoot_id, 'signature' => $signature])
                    ->value('number'),
            );
        }
    }
}
