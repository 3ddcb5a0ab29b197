<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

/**
 * Memory cards as damage, other programs and ill will leave them: made by code, each file with what is wrong with it in
 * its name. Positions are of TIFF 6.0, Exif 2.32 and ITU-T T.81.
 */
final class HostileCard
{
    /** What a rational of TIFF type 5 or 10, an integer or a text may be made of in an Exif block. */
    private const SHORT = 3;

    private const LONG = 4;

    private const RATIONAL = 5;

    private const SIGNED = 9;

    private const DOUBLE = 12;

    public function __construct(private readonly string $folder)
    {
    }

    /**
     * @param  string  $good  path of a whole JPEG of the demo
     * @return int how many files a card reader is to copy
     */
    public function make(string $good): int
    {
        $files = [
            ...$this->damagedFacts(),
            ...$this->names($good),
            ...$this->sidecars($good),
            ...$this->pictures($good),
        ];
        foreach ($files as $path => $bytes) {
            $this->write($path, $bytes);
        }
        touch($this->folder.'/DCIM/100BADXX/NAME0001.JPG', -86_400 * 365);
        touch($this->folder.'/DCIM/100BADXX/NAME0002.JPG', 4_102_444_800);
        // A pipe, a link out of the card, a link in circles, what computers leave: none of it is of the card.
        posix_mkfifo($this->folder.'/DCIM/100BADXX/PIPE0001.JPG', 0600);
        symlink('/etc/passwd', $this->folder.'/DCIM/100BADXX/LINK0001.JPG');
        symlink($this->folder, $this->folder.'/DCIM/100BADXX/CIRCLE01');
        $this->write('.Trashes/501/OLD00001.JPG', 'x');
        $this->write('DCIM/._100BADXX', 'x');

        return count($files);
    }

    /** @return array<string, string> path => bytes */
    private function damagedFacts(): array
    {
        $facts = [
            'negative-iso' => [0x8827 => [self::SIGNED, pack('V', -100 & 0xFFFFFFFF)]],
            'huge-iso' => [0x8827 => [self::LONG, pack('V', 0xFFFFFFFF)]],
            'nan-exposure' => [0x829A => [self::DOUBLE, pack('e', NAN)]],
            'infinite-exposure' => [0x829A => [self::DOUBLE, pack('e', INF)]],
            'infinite-f-number' => [0x829D => [self::DOUBLE, pack('e', INF)]],
            'divided-by-zero' => [
                0x829D => [self::RATIONAL, pack('VV', 28, 0)],
                0x920A => [self::RATIONAL, pack('VV', 0xFFFFFFFF, 0)],
            ],
            'negative-focal-length' => [0x920A => [self::DOUBLE, pack('e', -1e300)]],
            'orientation' => [0x0112 => [self::SHORT, pack('v', 999)]],
            'year-nought' => [0x9003 => '0001:01:01 00:00:00', 0x9011 => '-99:99'],
            'far-zone' => [0x9003 => '2026:09:05 10:00:00', 0x9011 => '+99:00'],
            'text-of-no-alphabet' => [0x0110 => "\xFF\xFE\xC3\x28", 0xA434 => "lens\x01\x02\x1B"],
            'long-text' => [
                0x0110 => str_repeat('M', 20_000),
                0xA431 => str_repeat('9', 20_000),
                0xA434 => str_repeat('L', 20_000),
            ],
        ];

        $files = [];
        foreach (array_keys($facts) as $i => $name) {
            $files[sprintf('DCIM/101FACTS/FACT%04d-%s.JPG', $i + 1, $name)] = self::jpeg(self::exif($facts[$name]));
        }

        return $files;
    }

    /** @return array<string, string> */
    private function names(string $good): array
    {
        $bytes = (string) file_get_contents($good);
        $files = [];
        foreach (
            [
                'NAME0001.JPG',
                'NAME0002.JPG',
                '.hidden.JPG',
                '...JPG',
                "two\nlines.JPG",
                "caf\xE9.JPG",
                "\xFF\xFE\x80.JPG",
                '=1+1.JPG',
                '<img src=x>.JPG',
                '$(touch x).JPG',
                '-delete.JPG',
                str_repeat('n', 250).'.JPG',
                ' .JPG',
                'CON.JPG',
            ] as $i => $name
        ) {
            // Each is another picture, so that none is skipped as known.
            $files["DCIM/100BADXX/{$name}"] = $bytes.chr($i + 1);
        }

        return $files;
    }

    /** @return array<string, string> */
    private function sidecars(string $good): array
    {
        $bytes = (string) file_get_contents($good);
        $rdf = fn (
            string $inside,
        ): string => '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title><rdf:Alt><rdf:li xml:lang="x-default">'.
            $inside.
            '</rdf:li></rdf:Alt></dc:title></rdf:Description></rdf:RDF></x:xmpmeta>';
        $entities =
            '<!DOCTYPE x [<!ENTITY a "'.
            str_repeat('a', 3_000).
            '">'.
            '<!ENTITY b "'.
            str_repeat('&a;', 40).
            '">]>';
        $files = [];
        foreach (
            [
                'seven-megabytes' => $rdf(str_repeat('x', 7_000_000)),
                'entities' => $entities.$rdf(str_repeat('&b;', 40)),
                'entities-in-sixteen-bits' => "\xFF\xFE".
                    mb_convert_encoding(
                        '<?xml version="1.0" encoding="UTF-16"?>'.$entities.$rdf(str_repeat('&b;', 40)),
                        'UTF-16LE',
                        'UTF-8',
                    ),
                'entities-in-utf-7' => '<?xml version="1.0" encoding="UTF-7"?>+ADw-+ACE-DOCTYPE x+AD4-'.$rdf('x'),
                'nul' => $rdf("a\0b"),
                'deep' => str_repeat('<a>', 20_000),
                'nothing' => '',
            ] as $name => $xml
        ) {
            $n = count($files) / 2 + 1;
            $files[sprintf('DCIM/102SIDES/SIDE%04d-%s.JPG', $n, $name)] = $bytes.'s'.chr((int) $n);
            $files[sprintf('DCIM/102SIDES/SIDE%04d-%s.XMP', $n, $name)] = $xml;
        }

        return $files;
    }

    /** @return array<string, string> */
    private function pictures(string $good): array
    {
        $bytes = (string) file_get_contents($good);
        $frame = strpos($bytes, "\xFF\xC0\x00\x11\x08", (int) strrpos($bytes, "\xFF\xDB"));

        return [
            'DCIM/103PIXEL/PIXL0001-empty.JPG' => '',
            'DCIM/103PIXEL/PIXL0002-cut-short.JPG' => substr($bytes, 0, intdiv(strlen($bytes), 3)),
            'DCIM/103PIXEL/PIXL0003-enormous.JPG' => $frame === false ? $bytes : substr_replace($bytes, pack('nn', 60_000, 60_000), $frame + 5, 4),
            'DCIM/103PIXEL/PIXL0004-no-jpeg.JPG' => 'no picture at all',
            'DCIM/103PIXEL/PIXL0005-directory-in-circles.DNG' => "II\x2A\x00".pack('V', 8).pack('v', 1).pack('vvVV', 0x8769, 4, 1, 8).pack('V', 8),
            'DCIM/103PIXEL/PIXL0006-preview-beyond-the-end.DNG' => "II\x2A\x00".
                pack('V', 8).
                pack('v', 4).
                pack('vvVV', 0x0100, 4, 1, 4000).
                pack('vvVV', 0x0101, 4, 1, 3000).
                pack('vvVV', 0x0201, 4, 1, 0xFFFFFFF0).
                pack('vvVV', 0x0202, 4, 1, 0xFFFFFFF0).
                pack('V', 0),
            'DCIM/103PIXEL/PIXL0007-random.CR3' => random_bytes(4_000),
            'DCIM/103PIXEL/PIXL0008-negative-size.DNG' => "II\x2A\x00".
                pack('V', 8).
                pack('v', 2).
                pack('vvVV', 0x0100, 9, 1, 4000).
                pack('vvVV', 0x0101, 9, 1, -3000 & 0xFFFFFFFF).
                pack('V', 0),
            'DCIM/103PIXEL/PIXL0009.WAV' => random_bytes(100),
            'DCIM/103PIXEL/LOOSE.BIN' => random_bytes(100),
        ];
    }

    private function write(string $path, string $bytes): void
    {
        $target = $this->folder.'/'.$path;
        is_dir(dirname($target)) || mkdir(dirname($target), 0700, true);
        file_put_contents($target, $bytes);
    }

    /** The smallest baseline JPEG with an Exif block: 8 × 8 grey pixels, each file different by its comment. */
    private static function jpeg(string $exif): string
    {
        $segment = fn (int $marker, string $body): string => "\xFF".
            chr($marker).
            pack('n', strlen($body) + 2).
            $body;

        return "\xFF\xD8".
            $segment(0xE1, "Exif\0\0".$exif).
            $segment(0xFE, random_bytes(12)).
            $segment(0xDB, "\0".str_repeat("\x10", 64)).
            $segment(0xC0, "\x08\0\x08\0\x08\x01\x01\x11\0").
            // One code each for DC and AC: a block of the middle grey.
            $segment(0xC4, "\0\1".str_repeat("\0", 15)."\0").
            $segment(0xC4, "\x10\1".str_repeat("\0", 15)."\0").
            $segment(0xDA, "\x01\x01\0\0\x3F\0").
            "\x3F".
            "\xFF\xD9";
    }

    /**
     * @param  array<int, string|array{int, string}>  $tags  tag => text, or type and bytes of one value
     */
    private static function exif(array $tags): string
    {
        $tags += [0x010F => 'Badmaker', 0x9003 => '2026:09:05 10:00:00'];
        ksort($tags);
        $main = array_filter($tags, fn (int $tag): bool => $tag < 0x8000, ARRAY_FILTER_USE_KEY);
        $inner = array_diff_key($tags, $main);
        $main[0x8769] = [self::LONG, pack('V', 0)];
        $at = 8 + 2 + 12 * count($main) + 4;
        [$first, $values] = self::directory($main, $at);
        [$second, $more] = self::directory($inner, $at + strlen($values) + 2 + 12 * count($inner) + 4);
        $pointer = strpos($first, pack('v', 0x8769));

        return "II\x2A\x00".
            pack('V', 8).
            substr_replace($first, pack('V', $at + strlen($values)), (int) $pointer + 8, 4).
            $values.
            $second.
            $more;
    }

    /**
     * @param  array<int, string|array{int, string}>  $tags
     * @param  int  $at  where values lie that are too long for their entry
     * @return array{string, string}
     */
    private static function directory(array $tags, int $at): array
    {
        $entries = $values = '';
        foreach ($tags as $tag => $value) {
            [$type, $bytes, $count] = is_array($value) ? [...$value, 1] : [2, $value."\0", strlen($value) + 1];
            $isShort = strlen($bytes) <= 4;
            $entries .=
                pack('vvV', $tag, $type, $count).
                ($isShort ? str_pad($bytes, 4, "\0") : pack('V', $at + strlen($values)));
            $values .= $isShort ? '' : $bytes.(strlen($bytes) % 2 === 1 ? "\0" : '');
        }

        return [pack('v', count($tags)).$entries.pack('V', 0), $values];
    }
}
