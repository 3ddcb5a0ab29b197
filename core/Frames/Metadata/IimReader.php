<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Metadata;

use Kanpai\Core\Frames\Caption\FieldText;

/** Reads the datasets of IPTC-IIM 4.2 (record 2), as they are in JPEG and TIFF files. */
final class IimReader
{
    private const ESC_UTF8 = "\x1B%G";

    /** @return array<int, list<string>> number of the dataset in record 2 => its values */
    public static function datasets(string $bytes): array
    {
        $found = [];
        $isUtf8 = false;
        $length = strlen($bytes);
        for ($at = 0; $at + 5 <= $length && $bytes[$at] === "\x1C"; $at += $size) {
            [$record, $dataset] = [ord($bytes[$at + 1]), ord($bytes[$at + 2])];
            $size = (ord($bytes[$at + 3]) << 8) | ord($bytes[$at + 4]);
            $at += 5;
            // An extended dataset: what was there is the length of the length (IIM 4.2, 1.5).
            if ($size >= 0x8000) {
                $digits = $size & 0x7FFF;
                $size = $digits <= 4 ? (int) hexdec(bin2hex(substr($bytes, $at, $digits))) : $length;
                $at += $digits;
            }
            $value = substr($bytes, $at, $size);
            if ($record === 1 && $dataset === 90) {
                $isUtf8 = $value === self::ESC_UTF8;
            } elseif ($record === 2) {
                $found[$dataset][] = $value;
            }
        }
        $texts = [];
        foreach ($found as $dataset => $values) {
            // Without a word about it the text may be in either; what reads as UTF-8 hardly ever is something else.
            $texts[$dataset] = array_values(
                array_filter(
                    array_map(
                        fn (string $value): string => $isUtf8
                            ? FieldText::tidied(mb_scrub($value, 'UTF-8'))
                            : FieldText::tidied($value),
                        $values,
                    ),
                    fn (string $value): bool => $value !== '',
                ),
            );
        }

        return array_filter($texts, fn (array $values): bool => $values !== []);
    }

    /**
     * The IIM block and the digest that was kept of it, out of Photoshop image resources (8BIM 0x0404 and 0x0425).
     *
     * @return array{string, string} empty where there is none
     */
    public static function resources(string $bytes): array
    {
        $iim = $digest = '';
        $length = strlen($bytes);
        for ($at = 0; $at + 12 <= $length && substr($bytes, $at, 4) === '8BIM'; $at += $size + ($size & 1)) {
            $id = (ord($bytes[$at + 4]) << 8) | ord($bytes[$at + 5]);
            $name = ord($bytes[$at + 6]) + 1;
            $at += 6 + $name + ($name & 1);
            $size = (int) hexdec(bin2hex(substr($bytes, $at, 4)));
            $at += 4;
            if ($id === 0x0404) {
                $iim = substr($bytes, $at, $size);
            } elseif ($id === 0x0425) {
                $digest = substr($bytes, $at, $size);
            }
        }

        return [$iim, $digest];
    }
}
