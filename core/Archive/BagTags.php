<?php

declare(strict_types=1);

namespace Kanpai\Core\Archive;

/** The declaration of a bag and its bag-info.txt (RFC 8493, sections 2.1.1 and 2.2.2). */
final class BagTags
{
    public const DECLARATION = 'bagit.txt';

    public const INFO = 'bag-info.txt';

    /** Where a long value is broken: lines should have at most 79 letters. */
    private const WIDTH = 79;

    public static function declaration(): string
    {
        return "BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n";
    }

    /** @throws InvalidBag */
    public static function declares(string $text): void
    {
        if (
            preg_match(
                '/^BagIt-Version: (1\.0|0\.97)\r?\n?\s*Tag-File-Character-Encoding: UTF-8\s*$/i',
                str_replace("\r\n", "\n", $text),
            ) !== 1
        ) {
            throw InvalidBag::noDeclaration();
        }
    }

    /** @param  array<string, string>  $tags  label => value */
    public static function info(array $tags): string
    {
        $text = '';
        foreach ($tags as $label => $value) {
            $text .=
                wordwrap("{$label}: ".trim((string) preg_replace('/\s+/u', ' ', $value)), self::WIDTH - 2, "\n  ").
                "\n";
        }

        return $text;
    }

    /** @return array<string, string> label in small letters => value */
    public static function readInfo(string $text): array
    {
        $tags = [];
        foreach (preg_split('/\R/', (string) preg_replace('/\R[ \t]+/', ' ', $text)) ?: [] as $line) {
            if (preg_match('/^([^:]+):\s*(.*)$/', $line, $found) === 1) {
                $tags[strtolower(trim($found[1]))] = trim($found[2]);
            }
        }

        return $tags;
    }
}
