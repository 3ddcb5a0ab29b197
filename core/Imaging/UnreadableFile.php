<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

use RuntimeException;

/** What is wrong with a file on a card, as a sentence for the photographer. */
final class UnreadableFile extends RuntimeException
{
    public static function cannotOpen(string $path): self
    {
        return new self('The file cannot be opened: '.basename($path));
    }

    public static function isEmpty(): self
    {
        return new self('The file is empty: 0 bytes were written to the card.');
    }

    public static function isNotAJpeg(): self
    {
        return new self('The file ends in JPG but does not begin as a JPEG.');
    }

    public static function isCutShort(): self
    {
        return new self('The JPEG is cut short: its end is missing.');
    }

    public static function hasNoPicture(): self
    {
        return new self('The file holds no picture size: it is damaged.');
    }

    public static function hasImpossibleFacts(): self
    {
        return new self('What the file says of itself cannot be: it is damaged. It is copied as it is.');
    }

    public static function isNotATiff(): self
    {
        return new self('The file is not laid out as TIFF, so its previews cannot be found.');
    }
}
