<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver\Output;

/** How much a picture is sharpened after it was made smaller. */
enum Sharpening: string
{
    case None = 'none';
    case Screen = 'screen';
    case Print = 'print';

    /** @return array{float, float}|null radius in pixels and strength of an unsharp mask */
    public function mask(int $ppi = 300): ?array
    {
        return match ($this) {
            self::None => null,
            self::Screen => [0.6, 0.6],
            // Paper swallows detail: a radius of a hundredth of an inch at 300 ppi is three pixels; half of it is
            // common practice, no source.
            self::Print => [max(0.6, (1.2 * $ppi) / 300), 0.9],
        };
    }
}
