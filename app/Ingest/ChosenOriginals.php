<?php

declare(strict_types=1);

namespace App\Ingest;

use Kanpai\Core\Frames\FileKind;
use stdClass;

/** The files of some frames: all of them, or of their pictures one kind alone. Sound notes and sidecars go along. */
final readonly class ChosenOriginals
{
    /** @var array<int, int> */
    private array $frames;

    /** @param  list<int>  $frames */
    public function __construct(array $frames, private ?FileKind $pictures = null)
    {
        $this->frames = array_flip($frames);
    }

    /** @param  stdClass  $row  of files */
    public function has(stdClass $row): bool
    {
        $kind = FileKind::from((string) $row->kind);

        return isset($this->frames[(int) $row->frame_id]) &&
            ($this->pictures === null || ! $kind->isPicture() || $kind === $this->pictures);
    }
}
