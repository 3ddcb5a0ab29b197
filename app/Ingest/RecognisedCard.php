<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;

/** A card in a slot that the studio has read before, with what came onto it since. */
final readonly class RecognisedCard
{
    /**
     * @param  int  $newFrames  frames on the card that are not in the record
     * @param  int  $newFiles  files, those of the frames among them
     * @param  int  $changed  files that are in the record under the same path with another size or time
     */
    public function __construct(public Card $card, public int $newFrames, public int $newFiles, public int $changed)
    {
    }

    /** Whether it can be taken for the same card with some more frames, and go on under the same number. */
    public function goesOn(Shoot $shoot): bool
    {
        return $this->card->shoot_id === $shoot->id && $this->changed === 0;
    }

    /** “read on Sunday, 412 frames, 3 new since” */
    public function inWords(Shoot $shoot): string
    {
        $where = $this->card->shoot_id === $shoot->id
            ? "as card {$this->card->number}"
            : "into “{$this->card->shoot->name}”";
        $frames = number_format($this->card->frames_count).($this->card->frames_count === 1 ? ' frame' : ' frames');

        return "{$this->readInWords($shoot)} {$where}, {$frames}, {$this->newInWords()}";
    }

    private function readInWords(Shoot $shoot): string
    {
        $read = $this->card->read_at?->setTimezone($shoot->zone);

        return match (true) {
            $read === null => 'begun',
            $read->isToday() => 'read today at '.$read->format('H:i'),
            $read->greaterThan(now()->subDays(6)) => 'read on '.$read->format('l'),
            default => 'read on '.$read->format('j M Y'),
        };
    }

    private function newInWords(): string
    {
        return match (true) {
            $this->newFrames > 0 => number_format($this->newFrames).' new since',
            $this->newFiles === 1 => '1 new file since',
            $this->newFiles > 1 => number_format($this->newFiles).' new files since',
            default => 'nothing new',
        };
    }
}
