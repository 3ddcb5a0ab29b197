<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/**
 * A colour of sRGB, and whether words of one can be read on another (WCAG 2.2, contrast ratio and relative luminance).
 */
final readonly class Colour
{
    /** Least contrast of words (WCAG 2.2, 1.4.3). */
    private const LEAST = 4.5;

    /** The ink of guests' pages. */
    private const INK = '#1d1c1a';

    /** The quiet ink. */
    private const QUIET = '#565450';

    private function __construct(private int $red, private int $green, private int $blue)
    {
    }

    /** @param  string  $hex  #rrggbb */
    public static function of(string $hex): self
    {
        return new self(
            (int) hexdec(substr($hex, 1, 2)),
            (int) hexdec(substr($hex, 3, 2)),
            (int) hexdec(substr($hex, 5, 2)),
        );
    }

    public function contrast(self $other): float
    {
        $lights = [$this->luminance(), $other->luminance()];

        return (max($lights) + 0.05) / (min($lights) + 0.05);
    }

    /** Why guests could not read on this ground; null when they can. */
    public function problemAsGround(self $accent): ?string
    {
        return match (true) {
            $this->contrast(self::of(self::INK)) < self::LEAST,
            $this->contrast(self::of(self::QUIET)) < self::LEAST => 'Words could not be read on this ground. '.
                'Choose a lighter one.',
            $accent->contrast(new self(255, 255, 255)) < self::LEAST => 'White words could not be read on '.
                'buttons of this colour. Choose a darker one.',
            default => null,
        };
    }

    private function luminance(): float
    {
        $linear = fn (int $value): float => $value / 255 <= 0.04045
            ? $value / 255 / 12.92
            : (($value / 255 + 0.055) / 1.055) ** 2.4;

        return 0.2126 * $linear($this->red) + 0.7152 * $linear($this->green) + 0.0722 * $linear($this->blue);
    }
}
