<?php

declare(strict_types=1);

namespace App\Ingest\Rack;

/** What is wrong with a card of the rack: how fast it is, where it cannot be read, which byte comes back wrong. */
final readonly class Faults
{
    /**
     * @param  int|null  $bytesPerSecond  no slower than it is when null
     * @param  int|null  $failsAt  byte of each file at which reading ends in an error
     * @param  int|null  $flipsAt  byte of each file that comes back with its lowest bit turned
     * @param  int|null  $pullsOutAt  byte, counted over all readings, at which the card is pulled out by itself
     * @param  string  $only  the faults are in files whose path contains this
     */
    public function __construct(
        public ?int $bytesPerSecond = null,
        public ?int $failsAt = null,
        public ?int $flipsAt = null,
        public ?int $pullsOutAt = null,
        public string $only = '',
    ) {
    }

    /** @param  array<string, mixed>  $data */
    public static function of(array $data): self
    {
        $number = fn (string $name): ?int => is_numeric($data[$name] ?? null) ? max(0, (int) $data[$name]) : null;

        return new self(
            $number('bytesPerSecond'),
            $number('failsAt'),
            $number('flipsAt'),
            $number('pullsOutAt'),
            is_string($data['only'] ?? null) ? $data['only'] : '',
        );
    }

    public function concern(string $path): bool
    {
        return $this->only === '' || str_contains($path, $this->only);
    }

    public function areNone(): bool
    {
        return $this->bytesPerSecond === null &&
            $this->failsAt === null &&
            $this->flipsAt === null &&
            $this->pullsOutAt === null;
    }

    public function inWords(): string
    {
        $words = array_filter([
            $this->bytesPerSecond === null ? '' : number_format($this->bytesPerSecond / 1e6, 1).' MB a second',
            $this->failsAt === null ? '' : 'cannot be read at byte '.number_format($this->failsAt),
            $this->flipsAt === null ? '' : 'byte '.number_format($this->flipsAt).' comes back wrong',
            $this->pullsOutAt === null ? '' : 'will be pulled out after '.number_format($this->pullsOutAt).' bytes',
        ]);

        return $words === []
            ? ''
            : implode(', ', $words).($this->only === '' ? '' : ", in files with “{$this->only}”");
    }
}
