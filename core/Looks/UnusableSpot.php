<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

use RuntimeException;

/** A place of a picture from which no white can be told. */
final class UnusableSpot extends RuntimeException
{
    public static function clipped(): self
    {
        return new self('This spot is clipped: its colour is lost. Point at something darker.');
    }

    public static function black(): self
    {
        return new self('This spot is black: there is no colour in it. Point at something brighter.');
    }

    public static function colourful(): self
    {
        return new self('This spot is too colourful to be grey in any light. Point at something neutral.');
    }
}
