<?php

declare(strict_types=1);

namespace Kanpai\Core\Ingest;

/**
 * Where the copy of a file goes below a place: a pattern for its folders and one for its name, with placeholders in
 * double braces, as in `{{year}}/{{date}} {{shoot}}`; `{{number:3}}` asks for so many digits, 1 to 9. The ending of the
 * file always stays.
 *
 * What is put in for a placeholder can make no folders, climb out of none, and hide nothing; names are bytes, because
 * those on a card are.
 */
final readonly class NamePattern
{
    /** What a photographer can put in, with what it gives. */
    public const PLACEHOLDERS = [
        'shoot' => 'name of the shoot',
        'client' => 'the client',
        'place' => 'where it was',
        'year' => 'year of the frame, 2026',
        'month' => 'month, 09',
        'day' => 'day, 05',
        'date' => 'year-month-day, 2026-09-05',
        'time' => 'hour, minute and second, 140311',
        'shooter' => 'who pressed the shutter',
        'body' => 'model of the camera',
        'serial' => 'serial of the camera',
        'card' => 'number of the card in the shoot',
        'card_name' => 'name of the card',
        'folder' => 'folder on the card, 100HALDN',
        'original' => 'the camera’s own name, without ending',
        'name' => 'what it is called now, without ending',
        'number' => 'running number in order of time, 0001; number:3 gives 001',
    ];

    /** The longest name that common file systems take, in bytes. */
    public const LONGEST = 255;

    /** What some file system forbids in a name, besides control characters. */
    private const FORBIDDEN = ['/', '\\', ':', '*', '?', '"', '<', '>', '|'];

    private function __construct(public string $folder, public string $file)
    {
    }

    /** As long as nobody wants it otherwise: nothing in it can clash. */
    public static function standard(): self
    {
        return new self(
            '{{year}}/{{date}} {{shoot}}/{{shooter}}/card {{card}} {{card_name}}/{{folder}}',
            '{{original}}',
        );
    }

    /**
     * @throws InvalidNamePattern which says what is wrong and, in `field`, with which of the two
     */
    public static function of(string $folder, string $file): self
    {
        self::check('folder', $folder);
        self::check('file', $file);
        if (trim($file) === '') {
            throw InvalidNamePattern::isEmpty('file');
        }
        if (str_contains($file, '/')) {
            throw InvalidNamePattern::hasFolder();
        }
        if (array_intersect(explode('/', $folder), ['.', '..']) !== [] || str_starts_with($folder, '/')) {
            throw InvalidNamePattern::climbs();
        }

        return new self($folder, $file);
    }

    /**
     * @param  'folder'|'file'  $field
     *
     * @throws InvalidNamePattern
     */
    private static function check(string $field, string $text): void
    {
        foreach (self::placeholders($field, $text) as $name) {
            if (! isset(self::PLACEHOLDERS[(string) preg_replace('/^number\s*:\s*[1-9]$/', 'number', $name)])) {
                throw InvalidNamePattern::unknown($field, $name);
            }
        }
        if (preg_match('/\p{Cc}/u', $text) !== 0) {
            throw InvalidNamePattern::isNoText($field);
        }
    }

    /**
     * @param  array<string,
     *     string>  $values  placeholder => what stands for it; `largest` is the largest number of all,
     *     so that all get as many digits
     * @param  string  $extension  with its dot, or empty
     * @param  string  $suffix  put between name and ending to tell equal names apart
     * @return string relative to the place, folders divided by `/`
     */
    public function path(array $values, string $extension, string $suffix = ''): string
    {
        $name = self::clean($this->fill($this->file, $values));
        if ($name === '') {
            $name = $values['original'] ?? 'file';
        }
        $room = self::LONGEST - strlen($suffix.$extension);

        return implode('/', [...$this->folders($values), self::cut($name, $room).$suffix.$extension]);
    }

    /**
     * @param  array<string, string>  $values
     * @return list<string>
     */
    private function folders(array $values): array
    {
        $folders = [];
        foreach (explode('/', $this->folder) as $part) {
            // Only the folder on the card may bring folders of its own.
            $inner = str_contains($part, '{{folder}}')
                ? explode('/', $values['folder'] ?? '')
                : [$values['folder'] ?? ''];
            foreach ($inner as $folder) {
                $folders[] = self::clean($this->fill($part, ['folder' => $folder] + $values));
            }
        }

        return array_values(array_filter($folders, fn (string $folder): bool => $folder !== ''));
    }

    /** @param  array<string, string>  $values */
    private function fill(string $text, array $values): string
    {
        return (string) preg_replace_callback(
            '/\{\{\s*([a-z_]+)\s*(?::\s*([1-9])\s*)?\}\}/',
            fn (array $m): string => isset($m[2])
                ? str_pad(
                    ltrim($values[$m[1]] ?? '', '0'),
                    max((int) $m[2], strlen($values['largest'] ?? '')),
                    '0',
                    STR_PAD_LEFT,
                )
                : str_replace(self::FORBIDDEN, '-', $values[$m[1]] ?? ''),
            $text,
        );
    }

    /**
     * Without control characters, without dots and spaces at the ends: the first hide a file, the last are lost on some
     * disks.
     */
    private static function clean(string $name): string
    {
        $name = (string) preg_replace('/[\x00-\x1F\x7F]/', '-', $name);

        return self::cut(rtrim(ltrim(trim($name), '.'), '. '), self::LONGEST);
    }

    /** Never in the middle of a character. */
    private static function cut(string $name, int $bytes): string
    {
        return mb_check_encoding($name, 'UTF-8')
            ? mb_strcut($name, 0, max(1, $bytes), 'UTF-8')
            : substr($name, 0, max(1, $bytes));
    }

    /**
     * @param  'folder'|'file'  $field
     * @return list<string>
     *
     * @throws InvalidNamePattern
     */
    private static function placeholders(string $field, string $text): array
    {
        preg_match_all('/\{\{\s*([^{}]*?)\s*\}\}/', $text, $found);
        if (str_contains((string) preg_replace('/\{\{[^{}]*\}\}/', '', $text), '{{')) {
            throw InvalidNamePattern::doesNotEnd($field);
        }

        return $found[1];
    }
}
