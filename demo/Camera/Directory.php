<?php

declare(strict_types=1);

namespace Kanpai\Demo\Camera;

/** One image file directory of TIFF 6.0, with its sub-directories and the data it points at. */
final class Directory
{
    public const BYTE = 1;

    public const ASCII = 2;

    public const SHORT = 3;

    public const LONG = 4;

    public const RATIONAL = 5;

    public const UNDEFINED = 7;

    public const SRATIONAL = 10;

    /** @var array<int, array{int, int, string}> tag => type, count, encoded value */
    public array $entries = [];

    /** @var array<int, self> tag => directory pointed at */
    public array $children = [];

    /** @var array<int, string> tag of the offset => data pointed at */
    public array $data = [];

    public function text(int $tag, ?string $value): self
    {
        if ($value !== null) {
            $this->entries[$tag] = [self::ASCII, strlen($value) + 1, $value."\0"];
        }

        return $this;
    }

    public function bytes(int $tag, string $value, int $type = self::UNDEFINED): self
    {
        $this->entries[$tag] = [$type, strlen($value), $value];

        return $this;
    }

    public function short(int $tag, int ...$values): self
    {
        $this->entries[$tag] = [self::SHORT, count($values), pack('v*', ...$values)];

        return $this;
    }

    public function long(int $tag, int ...$values): self
    {
        $this->entries[$tag] = [self::LONG, count($values), pack('V*', ...$values)];

        return $this;
    }

    /** @param  array{int, int}  ...$values  numerator and denominator */
    public function rational(int $tag, array ...$values): self
    {
        $this->entries[$tag] = [
            self::RATIONAL,
            count($values),
            implode('', array_map(fn (array $v): string => pack('VV', $v[0], $v[1]), $values)),
        ];

        return $this;
    }

    /** @param  array{int, int}  ...$values */
    public function signedRational(int $tag, array ...$values): self
    {
        $this->entries[$tag] = [
            self::SRATIONAL,
            count($values),
            implode('', array_map(fn (array $v): string => pack('VV', $v[0] & 0xFFFFFFFF, $v[1]), $values)),
        ];

        return $this;
    }

    public function child(int $tag, self $directory): self
    {
        $this->children[$tag] = $directory;
        $this->entries[$tag] = [self::LONG, 1, ''];

        return $this;
    }

    /** Data elsewhere in the file, with its offset under one tag and its length in bytes under another. */
    public function pointAt(int $offsetTag, int $lengthTag, string $data): self
    {
        $this->data[$offsetTag] = $data;
        $this->entries[$offsetTag] = [self::LONG, 1, ''];
        $this->entries[$lengthTag] = [self::LONG, 1, pack('V', strlen($data))];

        return $this;
    }
}
