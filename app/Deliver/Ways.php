<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Captions\EmbeddedCaption;
use App\Captions\FrameCaption;
use App\Copies\VerifiedPicture;
use App\Deliver\Handoff\HandoffFiles;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Studio\Studio;
use Kanpai\Core\Frames\Caption\Caption;

/**
 * In which ways a frame is delivered: `jpegs`, as the camera wrote them with captions and corrected times; `originals`,
 * untouched; `output:4`, as an output says.
 */
final class Ways
{
    public const JPEGS = 'jpegs';

    public const ORIGINALS = 'originals';

    /** What a retoucher needs of a frame; no way for clients. */
    public const HANDOFF = 'handoff';

    /** @var array<int, Output|null> */
    private array $outputs = [];

    public function __construct(private readonly OutputWriter $writer, private readonly HandoffFiles $handoff)
    {
    }

    /** @return array<string, string> way => its name, which is its folder too */
    public static function known(Studio $studio): array
    {
        return [
            self::JPEGS => 'Full-size JPEGs',
            self::ORIGINALS => 'Originals',
            ...Output::ofStudio($studio)
                ->get()
                ->mapWithKeys(fn (Output $output): array => ["output:{$output->id}" => $output->name])
                ->all(),
        ];
    }

    public static function output(string $way): ?int
    {
        return str_starts_with($way, 'output:') ? (int) substr($way, 7) : null;
    }

    /**
     * What is to be delivered of a frame, each with what it is made of and how: as long as that is the same, the file
     * is.
     *
     * @param  list<string>  $ways
     * @param  Caption|null  $caption  of the frame, where it is known already
     * @return array<string, string> way => fingerprint; each original is a way of its own, such as `original:17`
     *
     * @throws UnableToDeliver
     */
    public function fingerprints(Frame $frame, array $ways, Delivery $delivery, ?Caption $caption = null): array
    {
        $prints = [];
        foreach ($ways as $way) {
            if ($way === self::ORIGINALS) {
                foreach (self::originals($frame) as $file) {
                    $prints["original:{$file->id}"] = (string) $file->hash;
                }

                continue;
            }
            if ($way === self::HANDOFF) {
                $prints += $this->handoff->fingerprints($frame, $delivery);

                continue;
            }
            $id = self::output($way);
            $output = $id === null ? null : ($this->outputs[$id] ??= Output::query()->find($id));
            $prints[$way] = match (true) {
                $output !== null => $this->writer->fingerprint($frame, $output->plan(), $caption),
                $way === self::JPEGS => hash(
                    'xxh128',
                    serialize([
                        (VerifiedPicture::of($frame) ?? throw UnableToDeliver::noVerifiedJpeg($frame->name))->hash(),
                        self::tags($frame, $caption),
                    ]),
                ),
                default => throw UnableToDeliver::outputIsGone(),
            };
        }

        return $prints;
    }

    /** @return list<CardFile> the files of a frame of which a verified copy stands */
    public static function originals(Frame $frame): array
    {
        return array_values(
            ($frame->relationLoaded('files') ? $frame->files : $frame->files()->with('copies', 'sameAs.copies')->get())
                ->sortBy('id')
                ->filter(fn (CardFile $file): bool => $file->hash !== null && $file->proofs()->isNotEmpty())
                ->all(),
        );
    }

    /** @return list<array{string, string}> what a full-size JPEG says of itself */
    public static function tags(Frame $frame, ?Caption $caption = null): array
    {
        return EmbeddedCaption::tags(
            $caption ?? (FrameCaption::query()->find($frame->id)?->caption() ?? Caption::of([])),
            $frame->taken_ms,
            $frame->shoot->zone(),
            max(0, $frame->verdict->xmpRating($frame->rating)),
            $frame->label,
        );
    }
}
