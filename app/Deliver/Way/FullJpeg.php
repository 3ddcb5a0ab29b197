<?php

declare(strict_types=1);

namespace App\Deliver\Way;

use App\Deliver\UnableToDeliver;
use App\Imaging\ExifTool;
use App\Looks\FinishedPicture;

final readonly class FullJpeg implements FileToDeliver
{
    public function __construct(
        private FrameToDeliver $frame,
        private FinishedPicture $picture,
        private ExifTool $exifTool,
    ) {
    }

    public function key(): string
    {
        return FullJpegs::KEY;
    }

    public function fingerprint(): string
    {
        return hash('xxh128', serialize([$this->picture->hash(), $this->frame->tags()]));
    }

    public function name(): string
    {
        return $this->frame->name();
    }

    public function write(string $target): void
    {
        if (! $this->picture->jpegTo($target)) {
            throw UnableToDeliver::isDamaged($this->frame->frame->name);
        }
        $this->exifTool->write($target, $this->frame->tags());
    }
}
