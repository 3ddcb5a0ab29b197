<?php

declare(strict_types=1);

namespace Kanpai\Core\Archive;

/** A manifest of a bag: checksums with paths (RFC 8493, section 2.1.3). Paths encode per cent, line feed and return. */
final class Manifest
{
    public const PAYLOAD = 'manifest-sha512.txt';

    public const TAGS = 'tagmanifest-sha512.txt';

    /** @param  array<string, string>  $sums  path from the base of the bag => checksum, hexadecimal */
    public static function write(array $sums): string
    {
        $lines = '';
        foreach ($sums as $path => $sum) {
            $lines .= self::line((string) $path, $sum);
        }

        return $lines;
    }

    public static function line(string $path, string $sum): string
    {
        return "{$sum}  ".strtr($path, ['%' => '%25', "\n" => '%0A', "\r" => '%0D'])."\n";
    }

    /**
     * @return array<string, string> path => checksum in small letters
     *
     * @throws InvalidBag
     */
    public static function read(string $text, string $name = self::PAYLOAD): array
    {
        $sums = [];
        foreach (preg_split('/\r\n|\n|\r/', $text) ?: [] as $i => $line) {
            if ($line === '') {
                continue;
            }
            // One asterisk may be before the path, where other tools mark binary files so.
            if (preg_match('/^([0-9a-fA-F]{128})[ \t]+\*?(.+)$/s', $line, $found) !== 1) {
                throw InvalidBag::unreadableLine($name, $i + 1);
            }
            $path = self::decoded($found[2]);
            self::stays($path);
            if (isset($sums[$path])) {
                throw InvalidBag::twice($path);
            }
            $sums[$path] = strtolower($found[1]);
        }

        return $sums;
    }

    /**
     * Section 5.1: no path may lead out of the bag.
     *
     * @throws InvalidBag
     */
    public static function stays(string $path): void
    {
        if (
            $path === '' ||
            $path[0] === '/' ||
            $path[0] === '~' ||
            str_contains($path, "\0") ||
            str_contains($path, '\\') ||
            preg_match('~(^|/)\.\.?(/|$)~', $path) === 1 ||
            preg_match('~^[A-Za-z]:~', $path) === 1
        ) {
            throw InvalidBag::climbs($path);
        }
    }

    private static function decoded(string $path): string
    {
        return (string) preg_replace_callback(
            '/%(25|0A|0D)/i',
            fn (array $found): string => chr((int) hexdec($found[1])),
            $path,
        );
    }
}
