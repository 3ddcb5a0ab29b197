<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames;

/** The uses of a studio, each with a bit of its own, and how they are written as one word for other software. */
final readonly class UseList
{
    /** So that a browser can count with them. */
    public const MOST = 30;

    /** The bits of all uses that there can be. */
    public const ALL = (1 << self::MOST) - 1;

    /** With which a studio begins. */
    public const USUAL = ['album', 'press', 'website', 'print', 'black and white'];

    /** @param  array<int, string>  $names  bit, from 0 => name */
    private function __construct(public array $names)
    {
    }

    /** @param  array<int, string>  $names  bit, from 0 => name */
    public static function of(array $names): self
    {
        ksort($names);

        return new self($names);
    }

    /** The bits of a name, or nothing. */
    public function bits(string $name): int
    {
        foreach ($this->names as $bit => $known) {
            if (mb_strtolower($known) === mb_strtolower(trim($name))) {
                return 1 << $bit;
            }
        }

        return 0;
    }

    /** @return list<string> */
    public function named(int $uses): array
    {
        return array_values(
            array_filter($this->names, fn (int $bit): bool => ($uses & (1 << $bit)) !== 0, ARRAY_FILTER_USE_KEY),
        );
    }

    /**
     * As xmp:Label, which holds one free text (ISO 16684-2): the names, with commas.
     *
     * @param  string|null  $other  as other software wrote it, where that is kept
     */
    public function label(int $uses, ?string $other = null): string
    {
        return $other ?? implode(', ', $this->named($uses));
    }

    /** What is to be kept of a label beside its uses: its text where they would be written otherwise. */
    public function other(int $uses, string $label): ?string
    {
        return $label === $this->label($uses) ? null : $label;
    }

    /** @return list<string> names in a label that are no uses yet */
    public function unknown(string $label): array
    {
        return array_values(array_filter(self::words($label), fn (string $name): bool => $this->bits($name) === 0));
    }

    public function ofLabel(string $label): int
    {
        return array_reduce(self::words($label), fn (int $uses, string $name): int => $uses | $this->bits($name), 0);
    }

    /** The lowest bit that is free, or null when there are as many as there can be. */
    public function free(): ?int
    {
        for ($bit = 0; $bit < self::MOST; $bit++) {
            if (! isset($this->names[$bit])) {
                return $bit;
            }
        }

        return null;
    }

    /** @return list<string> */
    private static function words(string $label): array
    {
        return array_values(
            array_unique(
                array_filter(array_map(trim(...), explode(',', $label)), fn (string $name): bool => $name !== ''),
            ),
        );
    }
}
