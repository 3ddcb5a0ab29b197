<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions\Edit;

use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Caption\ListText;

/** Finds a text in fields and puts another in its place. In a list an item that becomes empty leaves. */
final readonly class ReplaceText implements Edit
{
    private string $pattern;

    /** @param  list<Field>  $fields */
    public function __construct(
        private array $fields,
        string $find,
        private string $replace,
        bool $isCaseMeant,
        bool $isWholeWord,
    ) {
        // A word ends where no letter or figure follows; \b would also end at an accent on its own.
        $word = $isWholeWord ? ['(?<![\p{L}\p{N}\p{M}])', '(?![\p{L}\p{N}\p{M}])'] : ['', ''];
        $this->pattern = '/'.$word[0].preg_quote($find, '/').$word[1].'/u'.($isCaseMeant ? '' : 'i');
    }

    public function of(Caption $caption, array $values): Caption
    {
        $texts = $caption->values();
        foreach ($this->fields as $field) {
            $text = $texts[$field->value] ?? '';
            if (preg_match($this->pattern, $text) !== 1) {
                continue;
            }
            $texts[$field->value] = $field->isList()
                ? ListText::of(
                    array_values(
                        array_unique(
                            array_filter(
                                array_map(
                                    fn (string $item): string => trim($this->replaced($item)),
                                    ListText::items($text),
                                ),
                                fn (string $item): bool => $item !== '',
                            ),
                        ),
                    ),
                )
                : $this->replaced($text);
        }

        return Caption::of($texts);
    }

    private function replaced(string $text): string
    {
        return (string) preg_replace_callback($this->pattern, fn (): string => $this->replace, $text);
    }
}
