<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

/**
 * Reads image file directories of TIFF 6.0, and so of Exif blocks, TIFF/EP and DNG files, without touching pixels.
 *
 * Values come as integers, floats (rationals divided out) or strings; several values as a list.
 *
 * @phpstan-type Directory array<int, int|float|string|list<int|float>>
 */
final class TiffReader
{
    /** Bytes for one value of each TIFF type (TIFF 6.0, section 2). */
    private const SIZES = [
        1 => 1,
        2 => 1,
        3 => 2,
        4 => 4,
        5 => 8,
        6 => 1,
        7 => 1,
        8 => 2,
        9 => 4,
        10 => 8,
        11 => 4,
        12 => 8,
        13 => 4,
    ];

    /** A directory claiming more entries, or a value claiming more items, is taken as damage. */
    private const MOST_ENTRIES = 512;

    private const MOST_VALUES = 4096;

    private const LONGEST_TEXT = 65536;

    /** @param  array<int, bool>  $wanted */
    private function __construct(
        private readonly ByteSource $source,
        private readonly int $base,
        private readonly bool $little,
        private readonly array $wanted,
    ) {
    }

    /**
     * @param  int  $base  position of the TIFF header in the source, in bytes
     * @param  array<int, bool>  $wanted  tags to be read; of those with false only how many values they have; all
     *                                     others cost next to nothing
     *
     * @throws UnreadableFile when there is no TIFF header
     */
    public static function at(ByteSource $source, int $base, array $wanted): self
    {
        return match ($source->bytes($base, 4)) {
            "II\x2A\x00" => new self($source, $base, true, $wanted),
            "MM\x00\x2A" => new self($source, $base, false, $wanted),
            default => throw UnreadableFile::isNotATiff(),
        };
    }

    /**
     * The directories that follow each other from the header on: IFD0, IFD1 …
     *
     * @return list<Directory>
     */
    public function chain(): array
    {
        $directories = [];
        $seen = [];
        $offset = $this->offsetOfFirst();
        while ($offset > 0 && ! isset($seen[$offset]) && count($directories) < 16) {
            $seen[$offset] = true;
            [$directory, $offset] = $this->read($offset);
            if ($directory === []) {
                break;
            }
            $directories[] = $directory;
        }

        return $directories;
    }

    /**
     * IFD0 alone.
     *
     * @return Directory
     */
    public function first(): array
    {
        $offset = $this->offsetOfFirst();

        return $offset > 0 ? $this->read($offset)[0] : [];
    }

    private function offsetOfFirst(): int
    {
        $first = $this->source->bytes($this->base + 4, 4);

        return strlen($first) === 4 ? $this->long($first) : 0;
    }

    /**
     * One directory named by an offset in another: Exif, GPS or a SubIFD.
     *
     * @return Directory
     */
    public function directory(int $offset): array
    {
        return $this->read($offset)[0];
    }

    /** The position in the whole source of an offset inside the TIFF block. */
    public function absolute(int $offset): int
    {
        return $this->base + $offset;
    }

    /** @return array{Directory, int} the directory and the offset of the next one, 0 for none */
    private function read(int $offset): array
    {
        $counted = $this->source->bytes($this->base + $offset, 2);
        if (strlen($counted) < 2) {
            return [[], 0];
        }
        $count = $this->short($counted);
        if ($count > self::MOST_ENTRIES) {
            return [[], 0];
        }
        $block = $this->source->bytes($this->base + $offset + 2, 12 * $count + 4);
        $directory = [];
        for ($i = 0; $i < $count && strlen($block) >= 12 * ($i + 1); $i++) {
            $at = 12 * $i;
            $tag = $this->little
                ? ord($block[$at]) | (ord($block[$at + 1]) << 8)
                : ord($block[$at + 1]) | (ord($block[$at]) << 8);
            if (! isset($this->wanted[$tag])) {
                continue;
            }
            $value = ! $this->wanted[$tag]
                ? $this->long(substr($block, $at + 4, 4))
                : $this->value(
                    $this->short(substr($block, $at + 2, 2)),
                    $this->long(substr($block, $at + 4, 4)),
                    substr($block, $at + 8, 4),
                );
            if ($value !== null) {
                $directory[$tag] = $value;
            }
        }
        $next = substr($block, 12 * $count, 4);

        return [$directory, strlen($next) === 4 ? $this->long($next) : 0];
    }

    /** @return int|float|string|list<int|float>|null */
    private function value(int $type, int $count, string $field): int|float|string|array|null
    {
        $size = self::SIZES[$type] ?? 0;
        $length = $size * $count;
        $most = in_array($type, [1, 2, 7], true) ? self::LONGEST_TEXT : self::MOST_VALUES * $size;
        if ($length === 0 || $length > $most) {
            return null;
        }
        $bytes =
            $length <= 4
                ? substr($field, 0, $length)
                : $this->source->bytes($this->base + $this->long($field), $length);
        if (strlen($bytes) < $length) {
            return null;
        }

        return match (true) {
            $type === 2 => rtrim(explode("\0", $bytes, 2)[0]),
            $type === 7 || ($type === 1 && $count > 4) => $bytes,
            default => $this->numbers($type, str_split($bytes, max(1, $size))),
        };
    }

    /**
     * @param  list<string>  $pieces  the bytes of each
     * @return int|float|list<int|float>
     */
    private function numbers(int $type, array $pieces): int|float|array
    {
        $values = array_map(fn (string $bytes): int|float => $this->number($type, $bytes), $pieces);

        return count($values) === 1 ? $values[0] : $values;
    }

    private function number(int $type, string $bytes): int|float
    {
        return match ($type) {
            1 => ord($bytes),
            6 => self::signed(ord($bytes), 8),
            3 => $this->short($bytes),
            8 => self::signed($this->short($bytes), 16),
            9 => self::signed($this->long($bytes), 32),
            5 => self::ratio($this->long(substr($bytes, 0, 4)), $this->long(substr($bytes, 4, 4))),
            10 => self::ratio(
                self::signed($this->long(substr($bytes, 0, 4)), 32),
                self::signed($this->long(substr($bytes, 4, 4)), 32),
            ),
            11 => self::real($this->little ? 'g' : 'G', $bytes),
            12 => self::real($this->little ? 'e' : 'E', $bytes),
            default => $this->long($bytes),
        };
    }

    private static function ratio(int $over, int $under): float
    {
        return $under === 0 ? 0.0 : $over / $under;
    }

    private static function signed(int $value, int $bits): int
    {
        return $value >= 1 << ($bits - 1) ? $value - (1 << $bits) : $value;
    }

    private function short(string $bytes): int
    {
        return $this->little ? ord($bytes[0]) | (ord($bytes[1]) << 8) : ord($bytes[1]) | (ord($bytes[0]) << 8);
    }

    private function long(string $bytes): int
    {
        return $this->little
            ? ord($bytes[0]) | (ord($bytes[1]) << 8) | (ord($bytes[2]) << 16) | (ord($bytes[3]) << 24)
            : ord($bytes[3]) | (ord($bytes[2]) << 8) | (ord($bytes[1]) << 16) | (ord($bytes[0]) << 24);
    }

    private static function real(string $format, string $bytes): float
    {
        $value = unpack($format, $bytes)[1] ?? 0.0;

        return is_float($value) ? $value : 0.0;
    }
}
