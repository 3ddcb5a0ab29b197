<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Lens;

use RuntimeException;

final class UnusableLens extends RuntimeException
{
    public static function neverMeasured(string $name): self
    {
        return new self("Of {$name} nothing was measured.");
    }

    public static function beyond(string $name, float $focal, float $least, float $most): self
    {
        $span = $least === $most ? self::mm($least) : self::mm($least).' to '.self::mm($most);

        return new self('The file says '.self::mm($focal).", {$name} was measured at {$span}.");
    }

    private static function mm(float $focal): string
    {
        return rtrim(rtrim(number_format($focal, 1), '0'), '.').' mm';
    }
}
