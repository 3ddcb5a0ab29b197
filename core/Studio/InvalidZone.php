<?php

declare(strict_types=1);

namespace Kanpai\Core\Studio;

use RuntimeException;

final class InvalidZone extends RuntimeException
{
    public static function unknown(string $name): self
    {
        return new self("There is no time zone “{$name}”.");
    }
}
