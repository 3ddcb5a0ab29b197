<?php

declare(strict_types=1);

namespace App\Imaging;

use RuntimeException;

final class UnableToMakePicture extends RuntimeException
{
    public static function because(string $doing, string $reason): self
    {
        $reason = strtok($reason, "\n");

        return new self("Unable to {$doing}: ".($reason === false ? 'no reason given' : $reason));
    }
}
