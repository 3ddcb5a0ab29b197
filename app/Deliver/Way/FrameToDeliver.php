<?php

declare(strict_types=1);

namespace App\Deliver\Way;

use App\Captions\EmbeddedCaption;
use App\Captions\FrameCaption;
use App\Deliver\Delivery;
use App\Deliver\OutputFile;
use App\Deliver\OutputFiles;
use App\Deliver\UnableToDeliver;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Looks\FinishedPicture;
use Kanpai\Core\Deliver\DeliveredName;
use Kanpai\Core\Frames\Caption\Caption;

/** A frame on its way into a delivery. What several of its files need is looked up once. */
final class FrameToDeliver
{
    /** @var array<int, OutputFile>|null */
    private ?array $written = null;

    /**
     * @param  positive-int  $number  in the delivery
     * @param  array<int, string>  $paths  output => where it is written, below the folder of outputs
     * @param  Caption|null  $caption  where it is known already
     */
    public function __construct(
        public readonly Frame $frame,
        public readonly Delivery $delivery,
        private readonly int $number = 1,
        private readonly array $paths = [],
        private ?Caption $caption = null,
    ) {
    }

    public function caption(): Caption
    {
        return $this->caption ??= FrameCaption::query()->find($this->frame->id)?->caption() ?? Caption::of([]);
    }

    /** @throws UnableToDeliver */
    public function picture(): FinishedPicture
    {
        return FinishedPicture::of($this->frame) ?? throw UnableToDeliver::noVerifiedCopy($this->frame->name);
    }

    /** @return list<CardFile> its files that have a verified copy */
    public function originals(): array
    {
        $files = $this->frame->relationLoaded('files')
            ? $this->frame->files
            : $this->frame->files()->with('copies', 'sameAs.copies')->get();

        return array_values(
            $files
                ->sortBy('id')
                ->filter(fn (CardFile $file): bool => $file->hash !== null && $file->proofs()->isNotEmpty())
                ->all(),
        );
    }

    /** @return list<array{string, string}> what a full-size JPEG says of itself */
    public function tags(): array
    {
        return EmbeddedCaption::tags(
            $this->caption(),
            $this->frame->taken_ms,
            $this->frame->shoot->zone(),
            max(0, $this->frame->verdict->xmpRating($this->frame->rating)),
            $this->frame->label(),
        );
    }

    /** As pictures of a delivery are called: the shoot, a number, what the frame is called. */
    public function name(): string
    {
        return DeliveredName::of(
            $this->delivery->shoot->name,
            $this->number,
            max(1, count($this->delivery->frames())),
            $this->frame->name,
        );
    }

    public function path(int $output): string
    {
        return $this->paths[$output] ?? throw UnableToDeliver::outputIsGone();
    }

    /**
     * The file of an output as it is on the disk. The first one asked for writes all of them, so that the frame is
     * decoded once.
     *
     * @throws UnableToDeliver
     */
    public function written(int $output): OutputFile
    {
        $this->written ??= app(OutputFiles::class)->of(
            $this->frame,
            array_map(fn (string $path): array => [$this->frame->id => $path], $this->paths),
        );

        return $this->written[$output] ?? throw UnableToDeliver::outputIsGone();
    }
}
