<?php

declare(strict_types=1);

namespace App\Deliver\Way;

use App\Deliver\UnableToDeliver;

/** What an output wrote of a frame. */
final readonly class WrittenOutput implements FileToDeliver
{
    public function __construct(
        private FrameToDeliver $frame,
        private int $output,
        private string $key,
        private string $fingerprint,
    ) {
    }

    public function key(): string
    {
        return $this->key;
    }

    public function fingerprint(): string
    {
        return $this->fingerprint;
    }

    public function name(): string
    {
        return basename($this->frame->path($this->output));
    }

    /** Outputs are never written to, only replaced, so that one file can serve both. */
    public function write(string $target): void
    {
        $written = $this->frame->written($this->output);
        $path = config('kanpai.outputs').'/'.$written->path;
        if ((! @link($path, $target) && ! @copy($path, $target)) || hash_file('xxh128', $target) !== $written->hash) {
            throw UnableToDeliver::isDamaged($this->frame->frame->name);
        }
    }
}
