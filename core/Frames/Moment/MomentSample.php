<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Moment;

use Kanpai\Core\Imaging\ColourGrid;
use Kanpai\Core\Imaging\DifferenceHash;

/** What grouping needs to know of a frame: when, by which body, and how it looks. */
final class MomentSample
{
    /** @var array<int, int> byte => ones in it */
    private static array $counts = [];

    /** Signs of a difference hash by which two pictures of different scenes are apart; of 64. */
    private const UNLIKE_SIGNS = 24;

    /** ΔE*ab by which the colours of two scenes are apart. */
    private const UNLIKE_COLOURS = 18.0;

    /**
     * @param  int  $at  corrected instant in milliseconds
     * @param  string|null  $likeness  eight bytes of a difference hash
     */
    private function __construct(
        public readonly int $at,
        public readonly int $body,
        private readonly ?string $likeness,
        private readonly ?ColourGrid $colours,
    ) {
    }

    /**
     * @param  int  $at  corrected instant in milliseconds
     * @param  string|null  $likeness  as DifferenceHash writes it; null before there is a picture
     * @param  string|null  $colours  as ColourGrid writes it
     */
    public static function of(int $at, int $body, ?string $likeness = null, ?string $colours = null): self
    {
        return new self(
            $at,
            $body,
            $likeness === null || strlen($likeness) !== 2 * DifferenceHash::HEIGHT || ! ctype_xdigit($likeness)
                ? null
                : (string) hex2bin($likeness),
            $colours === null || $colours === '' ? null : ColourGrid::parse($colours),
        );
    }

    /**
     * How unlike two pictures are, by structure and colour: 0 alike, 1 of different scenes; a half where nothing is
     * known.
     */
    public function unlike(self $other): float
    {
        $distances = [];
        if ($this->likeness !== null && $other->likeness !== null) {
            $distances[] = min(1.0, self::signs($this->likeness ^ $other->likeness) / self::UNLIKE_SIGNS);
        }
        if ($this->colours !== null && $other->colours !== null) {
            $distances[] = min(1.0, $this->colours->distance($other->colours) / self::UNLIKE_COLOURS);
        }

        return $distances === [] ? 0.5 : array_sum($distances) / count($distances);
    }

    private static function signs(string $bytes): int
    {
        if (self::$counts === []) {
            self::$counts = array_map(fn (int $byte): int => substr_count(decbin($byte), '1'), range(0, 255));
        }
        $sum = 0;
        for ($i = 0; $i < strlen($bytes); $i++) {
            $sum += self::$counts[ord($bytes[$i])];
        }

        return $sum;
    }
}
