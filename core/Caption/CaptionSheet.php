<?php

declare(strict_types=1);

namespace Kanpai\Core\Caption;

use Mustache_Engine;

/**
 * IPTC fields with placeholders in Mustache's `{{name}}`, filled in for each frame.
 *
 * @phpstan-type Values array<string, string>
 */
final class CaptionSheet
{
    /** What can stand in a placeholder, with what it is. */
    public const PLACEHOLDERS = [
        'shoot' => 'name of the shoot',
        'client' => 'client',
        'place' => 'place',
        'studio' => 'name of the studio',
        'shooter' => 'who pressed the shutter',
        'body' => 'model of the camera',
        'lens' => 'lens',
        'date' => 'corrected date, 2026-09-05',
        'day' => 'corrected date in words, 5 September 2026',
        'time' => 'corrected time, 14:03:11',
        'year' => 'year of the frame',
        'number' => 'number of the frame in the merged order',
        'name' => 'original file name',
    ];

    private readonly Mustache_Engine $mustache;

    /** @param  array<string, string>  $templates  field => text */
    private function __construct(private readonly array $templates)
    {
        $this->mustache = new Mustache_Engine(['escape' => fn (string $value): string => $value, 'strict_callables' => true]);
    }

    /**
     * @param  array<string, string>  $templates  under the values of Field
     *
     * @throws UnusableSheet when a placeholder is unknown or a brace is not closed
     */
    public static function of(array $templates): self
    {
        $known = [];
        foreach (Field::cases() as $field) {
            $template = trim($templates[$field->value] ?? '');
            if ($template !== '') {
                self::check($field, $template);
                $known[$field->value] = $template;
            }
        }

        return new self($known);
    }

    /** @return array<string, string> */
    public function templates(): array
    {
        return $this->templates;
    }

    /** @param  Values  $values  a text for each of PLACEHOLDERS */
    public function fill(array $values): Caption
    {
        $filled = [];
        foreach ($this->templates as $field => $template) {
            $filled[$field] = str_contains($template, '{{') ? $this->mustache->render($template, $values) : $template;
        }

        return Caption::of($filled);
    }

    private static function check(Field $field, string $template): void
    {
        if (substr_count($template, '{{') !== substr_count($template, '}}')) {
            throw UnusableSheet::openBrace($field);
        }
        preg_match_all('/\{\{\s*([^}]*?)\s*\}\}/', $template, $found);
        foreach ($found[1] as $name) {
            if (! isset(self::PLACEHOLDERS[$name])) {
                throw UnusableSheet::unknownPlaceholder($field, $name);
            }
        }
    }
}
