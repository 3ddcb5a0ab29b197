<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Copies\VerifiedPicture;
use App\Deliver\UnableToDeliver;
use App\Deliver\Way\FileToDeliver;
use App\Frames\Frame;
use App\Frames\Version;

/** The version of a frame that came back last. */
final readonly class LastVersion implements FileToDeliver
{
    private const PREFIX = 'version:';

    private function __construct(private Frame $frame, private Version $version)
    {
    }

    public static function of(Frame $frame): ?self
    {
        $version = $frame->version_id === null ? null : $frame->version;

        return $version === null ? null : new self($frame, $version);
    }

    public static function isKey(string $key): bool
    {
        return str_starts_with($key, self::PREFIX);
    }

    public function key(): string
    {
        return self::PREFIX.$this->version->id;
    }

    public function fingerprint(): string
    {
        return (string) $this->version->hash;
    }

    public function name(): string
    {
        return $this->version->name;
    }

    public function write(string $target): void
    {
        if (VerifiedPicture::of($this->frame)?->copyTo($target) !== true) {
            throw UnableToDeliver::isDamaged($this->frame->name);
        }
    }
}
