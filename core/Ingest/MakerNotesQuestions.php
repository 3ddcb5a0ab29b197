<?php

declare(strict_types=1);

namespace Kanpai\Core\Ingest;

use Kanpai\Core\Frames\DcfName;

/**
 * Of which frames of a card the maker's notes have to be read, because that takes ten times as long as the rest. What
 * belongs to the body is asked once for each run of frames; what belongs to the lens, once for each focal length and
 * largest aperture in it; a sensitivity, of each frame that has none.
 *
 * A run ends where another body may have written on: with make, model, folder or the letters of the name, and where the
 * numbers go back or leap. Common practice, no source.
 */
final class MakerNotesQuestions
{
    /** Numbers that may be missing in a run: frames that were deleted in the camera. */
    private const LEAP = 50;

    private string $body = '';

    private int $run = 0;

    private int $number = 0;

    /** @var array<string, MakerNotes> question => answer */
    private array $answers = [];

    /**
     * What is to be asked of a frame; equal questions have one answer. Frames come in the order of the card.
     *
     * @return list<string> questions, none where nothing is missing or no notes are there
     */
    public function of(string $path, Exif $exif): array
    {
        $name = DcfName::of($path);
        $body = implode("\0", [$exif->make, $exif->model, $exif->serial, $name->folder, substr($name->stem, 0, 4)]);
        $number = $name->number() ?? $this->number;
        if ($body !== $this->body || $number < $this->number || $number > $this->number + self::LEAP) {
            $this->run++;
        }
        [$this->body, $this->number] = [$body, $number];
        if (! $exif->hasMakerNotes) {
            return [];
        }
        $questions = [];
        if (
            $exif->serial === null ||
            $exif->lens === null ||
            ($exif->takenAt !== null && $exif->takenAt->offsetMinutes === null)
        ) {
            $questions[] = $run = "run {$this->run}";
            // A body whose notes name no lens is not asked at each of its focal lengths.
            if ($exif->lens === null && (! isset($this->answers[$run]) || $this->answers[$run]->lens !== null)) {
                $questions[] = "{$run}, lens {$exif->focalLength} {$exif->maxAperture}";
            }
        }
        if ($exif->iso === null) {
            $questions[] = "frame {$path}";
        }

        return $questions;
    }

    public function isOpen(string $question): bool
    {
        return ! isset($this->answers[$question]);
    }

    public function answer(string $question, MakerNotes $notes): void
    {
        $this->answers[$question] = $notes;
    }

    /**
     * The frame's facts with the answers to its questions: of each only what it is about.
     *
     * @param  list<string>  $questions
     */
    public function complete(Exif $exif, array $questions): Exif
    {
        foreach ($questions as $question) {
            $notes = $this->answers[$question] ?? new MakerNotes();
            $exif = $exif->completedBy(
                match (true) {
                    str_starts_with($question, 'frame ') => new MakerNotes(iso: $notes->iso),
                    str_contains($question, ', lens ') => new MakerNotes(lens: $notes->lens),
                    default => new MakerNotes(serial: $notes->serial, zone: $notes->zone),
                },
            );
        }

        return $exif;
    }
}
