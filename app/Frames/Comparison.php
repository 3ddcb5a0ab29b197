<?php

declare(strict_types=1);

namespace App\Frames;

use Kanpai\Core\Frames\Filter\Test;

/** A column compared with the number that a filter asks for. */
final class Comparison
{
    /** @return array{string, list<float>} SQL and the values of its placeholders */
    public static function of(string $column, Test $test): array
    {
        $number = (float) $test->number;
        if ($test->operator === ':' || $test->operator === '=') {
            // Apertures, shutters and focal lengths are stored as floats: equal is equal to within a thousandth.
            return ["{$column} BETWEEN ? AND ?", [$number * 0.999, $number * 1.001]];
        }

        return ["{$column} {$test->operator} ?", [$number]];
    }
}
