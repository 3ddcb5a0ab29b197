<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions;

use Kanpai\Core\Frames\Caption\Field;
use RuntimeException;

final class UnusableSheet extends RuntimeException
{
    private function __construct(public readonly Field $field, string $message)
    {
        parent::__construct($message);
    }

    public static function unknownPlaceholder(Field $field, string $name): self
    {
        return new self(
            $field,
            "There is no placeholder {{{$name}}}. There are: ".
                implode(', ', array_keys(CaptionSheet::PLACEHOLDERS)).
                '.',
        );
    }

    public static function openBrace(Field $field): self
    {
        return new self($field, 'A placeholder is not closed: write {{name}}.');
    }
}
