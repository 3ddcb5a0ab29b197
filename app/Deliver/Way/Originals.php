<?php

declare(strict_types=1);

namespace App\Deliver\Way;

use App\Copies\Places;
use App\Frames\CardFile;

/** Every file of a frame as it came from the card: raw, JPEG, sound. */
final readonly class Originals implements Way
{
    public const KEY = 'originals';

    public function __construct(private Places $places)
    {
    }

    public function key(): string
    {
        return self::KEY;
    }

    public function label(): string
    {
        return 'Originals';
    }

    public function inWords(): string
    {
        return 'every file of the frame, untouched: raw, JPEG, sound';
    }

    public function owns(string $file): bool
    {
        return Original::isKey($file);
    }

    public function files(FrameToDeliver $frame): array
    {
        return array_map(
            fn (CardFile $file): Original => new Original(
                $frame,
                $file,
                basename($file->destination),
                $this->places,
            ),
            $frame->originals(),
        );
    }
}
