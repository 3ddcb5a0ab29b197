<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging\Faces;

use RuntimeException;

final class UnreadableFace extends RuntimeException
{
    public static function lacks(string $what): self
    {
        return new self("The answer about a face lacks {$what}.");
    }
}
