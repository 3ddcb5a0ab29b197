<?php

declare(strict_types=1);

namespace App\Deliver\Way;

use App\Deliver\Output;
use App\Deliver\OutputWriter;

/** As an output of the studio says. */
final readonly class ByOutput implements Way
{
    private const PREFIX = 'output:';

    public function __construct(private Output $output, private OutputWriter $writer)
    {
    }

    /** The output that a key names; null where it names another way. */
    public static function outputOf(string $key): ?int
    {
        return str_starts_with($key, self::PREFIX) ? (int) substr($key, strlen(self::PREFIX)) : null;
    }

    public function key(): string
    {
        return self::PREFIX.$this->output->id;
    }

    public function label(): string
    {
        return $this->output->name;
    }

    public function inWords(): string
    {
        return $this->output->plan()->inWords();
    }

    public function owns(string $file): bool
    {
        return $file === $this->key();
    }

    public function files(FrameToDeliver $frame): array
    {
        $fingerprint = $this->writer->fingerprint($frame->frame, $this->output->plan(), $frame->caption());

        return [new WrittenOutput($frame, $this->output->id, $this->key(), $fingerprint)];
    }
}
