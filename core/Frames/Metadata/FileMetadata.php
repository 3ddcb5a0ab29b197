<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Metadata;

use Kanpai\Core\Frames\Caption\Caption;

/** What a file, or the sidecar beside it, says about a picture. */
final readonly class FileMetadata
{
    /**
     * @param  int|null  $rating  xmp:Rating, −1 (rejected) to 5; null where none is given
     * @param  string  $label  xmp:Label, free text; empty where none is given
     * @param  bool|null  $isGood  xmpDM:good, “a shot is a keeper”
     */
    public function __construct(
        public Caption $caption,
        public ?int $rating = null,
        public string $label = '',
        public ?bool $isGood = null,
    ) {
    }

    public static function nothing(): self
    {
        return new self(Caption::nothing());
    }

    public function saysNothing(): bool
    {
        return $this->caption->isEmpty() && $this->rating === null && $this->label === '' && $this->isGood === null;
    }

    /** What this says, and where it says nothing, what the other does: a sidecar before the file it is beside. */
    public function before(self $other): self
    {
        if ($other->saysNothing() || $this->saysNothing()) {
            return $this->saysNothing() ? $other : $this;
        }

        return new self(
            Caption::of([...$other->caption->values(), ...$this->caption->values()]),
            $this->rating ?? $other->rating,
            $this->label !== '' ? $this->label : $other->label,
            $this->isGood ?? $other->isGood,
        );
    }
}
