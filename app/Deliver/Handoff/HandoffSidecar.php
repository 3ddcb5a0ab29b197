<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Deliver\Way\FileToDeliver;

/** The sidecar of a frame, beside its raw file. */
final readonly class HandoffSidecar implements FileToDeliver
{
    public const KEY = 'handoff:sidecar';

    public function __construct(private string $text, private HandoffStem $stem)
    {
    }

    public function key(): string
    {
        return self::KEY;
    }

    public function fingerprint(): string
    {
        return hash('xxh128', $this->text);
    }

    public function name(): string
    {
        return "{$this->stem->text()}.xmp";
    }

    public function write(string $target): void
    {
        file_put_contents($target, $this->text);
    }
}
