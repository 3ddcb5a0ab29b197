<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

/**
 * A table of colours as text, one line for each node, red running fastest: the form that programs for film and pictures
 * exchange (Cube LUT Specification 1.0, from memory).
 */
final class CubeFile
{
    private const MOST = 65_535;

    /** Nodes a side that are taken. */
    private const LARGEST = 65;

    /** Lines that are no colours: titles, sizes, domains, and remarks. */
    private const WORD = '/^(#|[A-Z])/';

    /**
     * @param  string  $text  red runs fastest
     *
     * @throws UnreadableCube with the line where it cannot be read
     */
    public static function read(string $text): ColourCube
    {
        $grid = 0;
        $rows = [];
        foreach (preg_split('/\r\n|\r|\n/', $text) ?: [] as $n => $line) {
            $line = trim($line);
            $isWord = $line === '' || preg_match(self::WORD, $line) === 1;
            $grid = $isWord ? self::size($line) ?? $grid : $grid;
            // Of too many rows one is enough to be refused.
            if (! $isWord && count($rows) <= self::sure($grid) ** 3) {
                $rows[] = self::row($line, $n + 1);
            }
        }

        return count($rows) === self::sure($grid) ** 3
            ? ColourCube::of($grid, self::nodes($rows, $grid))
            : throw UnreadableCube::hasOtherRows($grid ** 3, count($rows));
    }

    private static function sure(int $grid): int
    {
        return $grid === 0 ? throw UnreadableCube::hasNoSize() : $grid;
    }

    private static function size(string $line): ?int
    {
        if (preg_match('/^DOMAIN_(MIN|MAX)\s+(\S+)\s+(\S+)\s+(\S+)/', $line, $found) === 1) {
            $edge = $found[1] === 'MIN' ? 0.0 : 1.0;
            foreach (array_slice($found, 2) as $value) {
                abs((float) $value - $edge) < 1e-6 || throw UnreadableCube::hasOtherDomain();
            }
        }
        if (preg_match('/^LUT_3D_SIZE\s+(\d{1,6})$/', $line, $found) !== 1) {
            return null;
        }
        $grid = (int) $found[1];

        return $grid >= 2 && $grid <= self::LARGEST ? $grid : throw UnreadableCube::isTooLarge($grid, self::LARGEST);
    }

    /** @return array{float, float, float} */
    private static function row(string $line, int $number): array
    {
        $words = preg_split('/\s+/', $line) ?: [];
        if (count($words) !== 3 || count(array_filter($words, is_numeric(...))) !== 3) {
            throw UnreadableCube::hasNoNumbers($number, $line);
        }

        return [(float) $words[0], (float) $words[1], (float) $words[2]];
    }

    /**
     * @param  list<array{float, float, float}>  $rows  red fastest
     * @return string blue fastest
     */
    private static function nodes(array $rows, int $grid): string
    {
        $nodes = '';
        for ($red = 0; $red < $grid; $red++) {
            $plane = [];
            for ($green = 0; $green < $grid; $green++) {
                for ($blue = 0; $blue < $grid; $blue++) {
                    foreach ($rows[($blue * $grid + $green) * $grid + $red] as $value) {
                        $plane[] = (int) (max(0.0, min(1.0, $value)) * self::MOST + 0.5);
                    }
                }
            }
            $nodes .= pack('v*', ...$plane);
        }

        return $nodes;
    }

    public static function of(ColourTable $table, string $title): string
    {
        $title = (string) preg_replace('/[^ -~]|"/', '', $title);
        $lines = [
            "TITLE \"{$title}\"",
            "LUT_3D_SIZE {$table->grid}",
            'DOMAIN_MIN 0.0 0.0 0.0',
            'DOMAIN_MAX 1.0 1.0 1.0',
        ];
        for ($blue = 0; $blue < $table->grid; $blue++) {
            for ($green = 0; $green < $table->grid; $green++) {
                for ($red = 0; $red < $table->grid; $red++) {
                    $lines[] = implode(' ', array_map(
                        fn (int $value): string => number_format($value / self::MOST, 6, '.', ''),
                        $table->node($red, $green, $blue),
                    ));
                }
            }
        }

        return implode("\n", $lines)."\n";
    }
}
