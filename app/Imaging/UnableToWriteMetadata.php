<?php

declare(strict_types=1);

namespace App\Imaging;

use RuntimeException;

final class UnableToWriteMetadata extends RuntimeException
{
    public static function because(string $path, string $reason): self
    {
        return new self(
            'The caption could not be written into '.
                basename($path).
                ': '.
                trim((string) preg_replace('~/[^\s"\']*/~', '', $reason)),
        );
    }
}
