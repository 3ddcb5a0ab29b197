<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

/**
 * Likeness of pictures by 64 signs of brightness differences between neighbours (Krawetz 2013, “dHash”).
 */
final readonly class DifferenceHash
{
    public const WIDTH = 9;

    public const HEIGHT = 8;

    private function __construct(private string $bytes)
    {
    }

    /**
     * @param  list<int>  $grey  9 × 8 values, row by row
     *
     * @throws \InvalidArgumentException when there are not 72
     */
    public static function of(array $grey): self
    {
        if (count($grey) !== self::WIDTH * self::HEIGHT) {
            throw new \InvalidArgumentException('A difference hash is made from 9 × 8 grey values.');
        }
        $bytes = '';
        for ($y = 0; $y < self::HEIGHT; $y++) {
            $row = 0;
            for ($x = 0; $x < self::WIDTH - 1; $x++) {
                $at = $y * self::WIDTH + $x;
                $row = ($row << 1) | ($grey[$at] < $grey[$at + 1] ? 1 : 0);
            }
            $bytes .= chr($row);
        }

        return new self($bytes);
    }

    /** 16 hexadecimal digits. */
    public function __toString(): string
    {
        return bin2hex($this->bytes);
    }

    /** Signs that differ, 0 to 64. */
    public function distance(self $other): int
    {
        return array_sum(
            array_map(
                fn (string $byte): int => substr_count(decbin(ord($byte)), '1'),
                str_split($this->bytes ^ $other->bytes),
            ),
        );
    }
}
