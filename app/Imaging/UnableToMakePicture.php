<?php

declare(strict_types=1);

namespace App\Imaging;

use RuntimeException;

final class UnableToMakePicture extends RuntimeException
{
    public static function tooLarge(int $width, int $height, int $most): self
    {
        $size = number_format($width).' × '.number_format($height);

        $reason = "{$size} pixels are more than the ".number_format($most).' that are read';

        return self::because('read the picture', $reason);
    }

    public static function because(string $doing, string $reason): self
    {
        // The library names files with their folders, which are nobody's business.
        $reason = preg_replace('~/[^\s"\']*/~', '', (string) strtok($reason, "\n"));

        return new self("Unable to {$doing}: ".($reason === '' || $reason === null ? 'no reason given' : $reason));
    }
}
