<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Caption;

use RuntimeException;

final class UnusableText extends RuntimeException
{
    private function __construct(public readonly Field $field, string $message)
    {
        parent::__construct($message);
    }

    public static function isNoText(Field $field): self
    {
        return new self($field, "{$field->label()} holds bytes that are no text in UTF-8.");
    }

    public static function cannotBeWritten(Field $field, int $character): self
    {
        return new self(
            $field,
            sprintf(
                '%s holds a control character (U+%04X) that no picture file can keep. Type it anew.',
                $field->label(),
                $character,
            ),
        );
    }

    public static function isTooLong(Field $field, int $length): self
    {
        return new self(
            $field,
            $field->label().
                ' has '.
                number_format($length).
                ' characters; '.
                number_format($field->longest()).
                ' are the most.',
        );
    }

    public static function isNoCountryCode(Field $field): self
    {
        return new self($field, 'A country code has two or three letters, such as GB or GBR.');
    }
}
