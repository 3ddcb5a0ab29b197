<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver\ContactSheet;

/** Sizes of paper: ISO 216, and ANSI letter. */
enum Paper: string
{
    case A4 = 'a4';
    case A3 = 'a3';
    case Letter = 'letter';

    /** @return array{float, float} width and height in millimetres, upright */
    public function size(): array
    {
        return match ($this) {
            self::A4 => [210.0, 297.0],
            self::A3 => [297.0, 420.0],
            self::Letter => [215.9, 279.4],
        };
    }

    public function inWords(): string
    {
        return match ($this) {
            self::A4 => 'A4, 210 × 297 mm',
            self::A3 => 'A3, 297 × 420 mm',
            self::Letter => 'Letter, 8.5 × 11 in',
        };
    }
}
