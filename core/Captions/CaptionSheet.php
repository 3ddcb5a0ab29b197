<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions;

use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Caption\FieldText;
use Kanpai\Core\Frames\Caption\ListText;
use Kanpai\Core\Frames\Caption\UnusableText;
use Mustache_Engine;

/**
 * Fields with placeholders in Mustache's `{{name}}`, filled in for each frame. Each field is set, or added to what
 * is there, or left alone.
 *
 * @phpstan-type Values array<string, string>
 */
final class CaptionSheet
{
    /** What can be in a placeholder, with what it is. */
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
        'moment' => 'name of the moment, else its span of time',
        'people' => 'the people shown, with number and team as the roster has them',
        'number' => 'number of the frame in the merged order',
        'name' => 'original file name',
    ];

    private readonly Mustache_Engine $mustache;

    /**
     * @param  array<string, string>  $templates  field => text
     * @param  array<string, true>  $added  fields that are added to
     */
    private function __construct(private readonly array $templates, private readonly array $added)
    {
        $this->mustache = new Mustache_Engine([
            'escape' => fn (string $value): string => $value,
            'strict_callables' => true,
        ]);
    }

    /**
     * @param  array<string, string>  $templates  under the values of Field; a field with an empty text is left alone
     * @param  list<string>  $added  fields whose text is added to what is there
     * @param  list<string>  $emptied  fields that are set to nothing
     *
     * @throws UnusableSheet when a placeholder is unknown or a brace is not closed
     * @throws UnusableText
     */
    public static function of(array $templates, array $added = [], array $emptied = []): self
    {
        $known = [];
        foreach (Field::cases() as $field) {
            $template = trim($templates[$field->value] ?? '', " \n\r\t");
            if ($template !== '') {
                FieldText::check($field, $template);
                self::check($field, $template);
                $known[$field->value] = $template;
            } elseif (in_array($field->value, $emptied, true)) {
                $known[$field->value] = '';
            }
        }

        return new self($known, array_intersect_key(array_fill_keys($added, true), $known));
    }

    /** @return array<string, string> field => text; empty where the field is set to nothing */
    public function templates(): array
    {
        return $this->templates;
    }

    /** @return list<string> fields that are added to */
    public function added(): array
    {
        return array_keys($this->added);
    }

    /** @param  Values  $values  a text for each of PLACEHOLDERS */
    public function fill(array $values): Caption
    {
        return $this->over(Caption::nothing(), $values);
    }

    /**
     * What becomes of a caption under this sheet.
     *
     * @param  Values  $values  a text for each of PLACEHOLDERS
     */
    public function over(Caption $caption, array $values): Caption
    {
        $filled = $caption->values();
        foreach ($this->templates as $name => $template) {
            $text = str_contains($template, '{{') ? $this->mustache->render($template, $values) : $template;
            $filled[$name] = isset($this->added[$name])
                ? self::joined(Field::from($name), $filled[$name] ?? '', trim($text))
                : $text;
        }

        return Caption::of($filled);
    }

    /** What is there with more behind it; what is there already is not repeated. */
    private static function joined(Field $field, string $present, string $more): string
    {
        if ($field->isList()) {
            return ListText::of(array_values(array_unique([...ListText::items($present), ...ListText::items($more)])));
        }
        if ($present === '' || $more === '' || str_contains($present, $more)) {
            return $present === '' ? $more : $present;
        }

        return $present.' '.$more;
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
