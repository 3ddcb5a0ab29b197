<?php

declare(strict_types=1);

namespace App\Studio;

/** One of several forms of a kind on a page: only the one that was sent keeps what was typed into it. */
final readonly class FormOfMany
{
    private function __construct(public string $id)
    {
    }

    /** @param  int|null  $record  whose form it is; null for the form of a new one */
    public static function of(?int $record): self
    {
        return new self($record === null ? 'new' : (string) $record);
    }

    /** Whether it was sent, and came back because something in it is wrong. */
    public function isSent(): bool
    {
        return old('which') === $this->id;
    }

    /** What a field shows: what was typed, or what is saved. */
    public function value(string $field, mixed $saved): mixed
    {
        return $this->isSent() ? old($field, $saved) : $saved;
    }
}
