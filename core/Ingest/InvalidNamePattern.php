<?php

declare(strict_types=1);

namespace Kanpai\Core\Ingest;

use InvalidArgumentException;

/** Why a pattern for names cannot be used, and which of the two it is. */
final class InvalidNamePattern extends InvalidArgumentException
{
    /** @param  'folder'|'file'  $field */
    private function __construct(public readonly string $field, string $message)
    {
        parent::__construct($message);
    }

    /** @param  'folder'|'file'  $field */
    public static function unknown(string $field, string $name): self
    {
        return new self(
            $field,
            "There is no placeholder “{$name}”. There are: ".
                implode(', ', array_keys(NamePattern::PLACEHOLDERS)).
                '.',
        );
    }

    /** @param  'folder'|'file'  $field */
    public static function doesNotEnd(string $field): self
    {
        return new self($field, 'A placeholder begins with {{ and does not end with }}.');
    }

    /** @param  'folder'|'file'  $field */
    public static function isNoText(string $field): self
    {
        return new self($field, 'The pattern holds characters that cannot stand in a name.');
    }

    /** @param  'folder'|'file'  $field */
    public static function isEmpty(string $field): self
    {
        return new self($field, 'Say how files are to be called, for example {{original}}.');
    }

    public static function hasFolder(): self
    {
        return new self(
            'file',
            'The name of a file holds no folders: put what stands before the / into the pattern for folders.',
        );
    }

    public static function climbs(): self
    {
        return new self(
            'folder',
            'Folders are made inside the places: the pattern may not begin with / and not climb with ..',
        );
    }
}
