<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver\Output;

/**
 * Finds the best quality with which a file stays within a limit, by halving, so that few files are written to find it.
 */
final class QualitySearch
{
    /** Below this nobody wants to see it; the file is then as small as it gets. */
    public const LEAST = 20;

    /**
     * @param  int  $best  quality that is wanted, 1 to 100
     * @param  int  $limit  bytes
     * @param  callable(int): int  $bytes  how large the file is at a quality
     * @return int the highest quality that fits, or the least one where none does
     */
    public static function within(int $best, int $limit, callable $bytes): int
    {
        $least = min(self::LEAST, $best);
        if ($bytes($best) <= $limit) {
            return $best;
        }
        [$fits, $tooMuch] = [$least, $best];
        while ($tooMuch - $fits > 1) {
            $middle = intdiv($fits + $tooMuch, 2);
            $bytes($middle) <= $limit ? ($fits = $middle) : ($tooMuch = $middle);
        }

        return $fits;
    }
}
