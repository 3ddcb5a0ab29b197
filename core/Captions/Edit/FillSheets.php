<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions\Edit;

use Kanpai\Core\Captions\CaptionSheet;
use Kanpai\Core\Captions\Roster\Codes;
use Kanpai\Core\Captions\Roster\Expansion;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Caption\ListText;

/**
 * Sheets one over the other: the studio's, the shoot's, the moment's. What an inner one leaves alone it inherits.
 * Fields that somebody set on the frame itself stay.
 */
final readonly class FillSheets implements Edit
{
    /**
     * @param  list<CaptionSheet>  $sheets  from the outermost to the innermost
     * @param  list<string>  $own  fields set on the frame itself
     */
    public function __construct(private array $sheets, private array $own = [], private ?Codes $codes = null)
    {
    }

    public function of(Caption $caption, array $values): Caption
    {
        $filled = $caption;
        foreach ($this->sheets as $sheet) {
            $filled = $sheet->over($filled, $values);
        }
        $texts = $this->codes === null ? $filled->values() : self::expanded($filled->values(), $this->codes);
        foreach ($this->own as $name) {
            $texts[$name] = $caption->values()[$name] ?? '';
        }

        return Caption::of($texts);
    }

    /**
     * Codes as names; who is named so is shown.
     *
     * @param  array<string, string>  $texts  field => text
     * @return array<string, string>
     */
    private static function expanded(array $texts, Codes $codes): array
    {
        $people = [];
        foreach ($texts as $name => $text) {
            // A name that holds a comma stays one item of a list.
            $isList = Field::from($name)->isList();
            $parts = array_map($codes->expand(...), $isList ? ListText::items($text) : [$text]);
            $written = array_map(fn (Expansion $part): string => $part->text, $parts);
            $texts[$name] = $isList ? ListText::of($written) : $written[0];
            array_push($people, ...array_merge([], ...array_map(fn (Expansion $part): array => $part->people, $parts)));
        }

        return $people === [] ? $texts : self::showing($people, $texts);
    }

    /**
     * @param  non-empty-list<string>  $people
     * @param  array<string, string>  $texts
     * @return array<string, string>
     */
    private static function showing(array $people, array $texts): array
    {
        $shown = [...ListText::items($texts[Field::PersonShown->value] ?? ''), ...$people];

        return [...$texts, Field::PersonShown->value => ListText::of(array_values(array_unique($shown)))];
    }
}
