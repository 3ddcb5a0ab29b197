<?php

declare(strict_types=1);

namespace App\Studio;

/** How one stage of one shoot is. */
final readonly class Stage
{
    /**
     * @param  string  $name  ingest, clocks …
     * @param  float  $share  0 to 1
     * @param  string  $left  short, beside the name: “214 open”
     * @param  string  $next  what to do, as a sentence that is a link; empty when nothing is
     * @param  string  $note  a line under it
     * @param  bool  $isDanger  whether something could be lost
     */
    public function __construct(
        public string $name,
        public float $share,
        public string $left = '',
        public string $next = '',
        public string $note = '',
        public bool $isDanger = false,
    ) {
    }

    public function label(): string
    {
        return ucfirst($this->name);
    }

    public function route(): string
    {
        return "{$this->name}.show";
    }

    /** @return list<string> names of the routes that belong to it */
    public function routes(): array
    {
        return [
            "{$this->name}.*",
            ...$this->name === 'deliver'
                ? ['delivery.*', 'sent-out*', 'handoff*', 'sheet*', 'destination*', 'originals*']
                : [],
        ];
    }
}
