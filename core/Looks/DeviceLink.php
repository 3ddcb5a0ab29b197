<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

/**
 * A table of colours as a device link profile: ICC.1:2001-04, from red, green and blue to red, green and blue, by a tag
 * A2B0 of type lut16Type (6.5.8). Written here, since nothing that decodes pictures runs where pages are made.
 */
final class DeviceLink
{
    private const HEADER = 128;

    private const IDENTITY = [65536, 0, 0, 0, 65536, 0, 0, 0, 65536];

    public static function of(ColourTable $table, string $name): string
    {
        $tags = [
            'desc' => self::description($name),
            'cprt' => "text\0\0\0\0No copyright, use freely\0",
            'pseq' => "pseq\0\0\0\0".pack('N', 0),
            'A2B0' => self::lut($table),
        ];
        $directory = pack('N', count($tags));
        $body = '';
        $offset = self::HEADER + 4 + 12 * count($tags);
        foreach ($tags as $signature => $data) {
            $directory .= $signature.pack('NN', $offset + strlen($body), strlen($data));
            $body .= str_pad($data, (int) (4 * ceil(strlen($data) / 4)), "\0");
        }

        return self::header(self::HEADER + strlen($directory) + strlen($body)).$directory.$body;
    }

    private static function header(int $size): string
    {
        $date = pack('n6', 2026, 1, 1, 0, 0, 0);
        // The white of D50 as the standard has it, in fixed point.
        $white = pack('N3', 0xF6D6, 0x10000, 0xD32D);
        $header = pack('N', $size)."\0\0\0\0".pack('N', 0x0210_0000).'link'.'RGB '.'RGB '.$date.'acsp'."\0\0\0\0".
            pack('N', 0)."\0\0\0\0"."\0\0\0\0".pack('N2', 0, 0).pack('N', 0).$white."\0\0\0\0";

        return str_pad($header, self::HEADER, "\0");
    }

    private static function description(string $name): string
    {
        $name = substr((string) preg_replace('/[^ -~]/', '', $name), 0, 60)."\0";

        return "desc\0\0\0\0".pack('N', strlen($name)).$name.pack('N2', 0, 0).pack('nC', 0, 0).str_repeat("\0", 67);
    }

    private static function lut(ColourTable $table): string
    {
        // Straight lines before and behind: two entries for each channel.
        $line = pack('n2', 0, 65_535);
        $values = array_values(unpack('v*', $table->nodes) ?: []);

        return "mft2\0\0\0\0".pack('C4', 3, 3, $table->grid, 0).pack('N9', ...self::IDENTITY).pack('n2', 2, 2).
            $line.$line.$line.pack('n*', ...$values).$line.$line.$line;
    }
}
