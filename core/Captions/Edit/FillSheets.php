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
        $texts = $filled->values();
        $people = [];
        if ($this->codes !== null) {
            foreach ($texts as $name => $text) {
                // A name that holds a comma stays one item of a list.
                $isList = Field::from($name)->isList();
                $parts = array_map($this->codes->expand(...), $isList ? ListText::items($text) : [$text]);
                $written = array_map(fn (Expansion $part): string => $part->text, $parts);
                $texts[$name] = $isList ? ListText::of($written) : $written[0];
                $people = [
                    ...$people,
                    ...array_merge([], ...array_map(fn (Expansion $part): array => $part->people, $parts)),
                ];
            }
        }
        if ($people !== []) {
            $texts[Field::PersonShown->value] = ListText::of(
                array_values(array_unique([...ListText::items($texts[Field::PersonShown->value] ?? ''), ...$people])),
            );
        }
        foreach ($this->own as $name) {
            $texts[$name] = $caption->values()[$name] ?? '';
        }

        return Caption::of($texts);
    }
}
