<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Copy;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Studio\Task;
use App\Studio\TaskState;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Number;
use Kanpai\Core\Copies\CardSafety;
use Kanpai\Core\Frames\FileKind;

/** A card as the ingest page shows it: what is on it, what is being done, and what can be done next. */
final readonly class CardSummary
{
    /**
     * @param  array<string, Task>  $tasks  kind => latest
     * @param  array<string, int>  $kinds
     * @param  list<string>  $bodies
     * @param  array{int, int}|null  $span  first and last instant
     * @param  Collection<int, Frame>  $strip  some frames, evenly over the card
     * @param  array<string, int>  $lacking  place in use => ticked files that have no verified copy there
     * @param  Collection<int, CardFile>  $troubled  files that cannot be shown or could not be copied
     */
    public function __construct(
        public Card $card,
        public array $tasks,
        public array $kinds,
        public array $bodies,
        public ?array $span,
        public Collection $strip,
        public CardSafety $safety,
        public int $ticked,
        public int $tickedBytes,
        public int $skipped,
        public Collection $troubled,
        public ?string $lastVerified,
        public array $lacking,
    ) {
    }

    /** “119 frames in 140 files, 155.4 MB · 2 film clips” */
    public function contents(): string
    {
        $words = [
            number_format($this->card->frames_count).
            ' '.
            ($this->card->frames_count === 1 ? 'frame' : 'frames').
            ' in '.
            number_format($this->card->files_count).
            ' files, '.
            Number::fileSize($this->card->bytes, 1),
        ];
        foreach ([FileKind::Film, FileKind::Sound, FileKind::Sidecar] as $kind) {
            if (($this->kinds[$kind->value] ?? 0) > 0) {
                $words[] = $kind->counted($this->kinds[$kind->value]);
            }
        }

        return implode(' · ', $words);
    }

    /** What was not copied because the studio has it; empty when nothing. */
    public function skippedInWords(): string
    {
        return match ($this->skipped) {
            0 => '',
            1 => '1 file was not copied again: the studio has it from another card.',
            default => number_format($this->skipped).
                ' files were not copied again: the studio has them from other cards.',
        };
    }

    public function when(): string
    {
        $zone = $this->card->shoot->zone();

        return $this->span === null
            ? ''
            : $zone->format($this->span[0], 'D j M, H:i:s').
                    ' to '.
                    $zone->format(
                        $this->span[1],
                        $zone->format($this->span[0], 'Ymd') === $zone->format($this->span[1], 'Ymd')
                            ? 'H:i:s'
                            : 'D j M, H:i:s',
                    );
    }

    public function underWay(string $kind): ?Task
    {
        return isset($this->tasks[$kind]) && $this->tasks[$kind]->isUnderWay() ? $this->tasks[$kind] : null;
    }

    /** Why reading or copying did not come to its end; empty when it did. */
    public function brokenOff(): string
    {
        $task = $this->tasks[$this->card->state->isRead() ? 'copy' : 'read'] ?? null;
        if ($task === null || $task->isUnderWay() || $task->state === TaskState::Done || $this->card->state->isDone()) {
            return '';
        }
        $what = $task->kind === 'read' ? 'Reading' : 'Copying';

        return $task->state === TaskState::Stopped
            ? "{$what} was stopped."
            : (string) ($task->problem ?? "{$what} was broken off.");
    }

    /** Whether something is ticked that is not in all places in use. */
    public function canBeCopied(): bool
    {
        return $this->card->state->isRead() && $this->lacking !== [] && $this->underWay('copy') === null;
    }

    /** Whether nothing of it was copied, and nobody is at it. */
    public function canBeTakenOut(): bool
    {
        return $this->lastVerified === null &&
            ! $this->card->wasCopied() &&
            array_filter($this->tasks, fn (Task $task): bool => $task->kind !== 'previews' && $task->isUnderWay()) ===
                [];
    }

    /** What the button for copying says. */
    public function copyInWords(int $places): string
    {
        $to = "to {$places} ".($places === 1 ? 'place' : 'places');
        if ($this->card->state->isDone()) {
            $names = array_map(fn (string $place): string => "“{$place}”", array_keys($this->lacking));

            return 'Copy to '.implode(' and ', $names).' too';
        }
        $ticked = number_format($this->ticked);
        if (isset($this->tasks['copy'])) {
            $left = number_format(max([0, ...array_values($this->lacking)]));

            return "Go on copying: {$left} of {$ticked} files left, {$to}";
        }
        $all = number_format($this->card->files_count);

        return "Copy {$ticked} of {$all} files, ".Number::fileSize($this->tickedBytes, 1).", {$to}";
    }
}
