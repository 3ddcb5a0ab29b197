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
