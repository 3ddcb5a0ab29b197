<?php

declare(strict_types=1);

namespace Tests\Core\Captions;

use Kanpai\Core\Captions\CaptionSheet;
use Kanpai\Core\Captions\Edit\CaptionChange;
use Kanpai\Core\Captions\Edit\FillSheets;
use Kanpai\Core\Captions\Edit\ReplaceText;
use Kanpai\Core\Captions\Edit\SetFields;
use Kanpai\Core\Captions\Roster\Codes;
use Kanpai\Core\Captions\Roster\Person;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Caption\FieldText;
use Kanpai\Core\Frames\Caption\ListText;
use Kanpai\Core\Frames\Caption\UnusableText;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What sheets and edits make of captions, and what may be typed. */
final class EditsTest extends TestCase
{
    /** @return iterable<string, array{string, list<string>}> */
    public static function lists(): iterable
    {
        yield 'commas' => ['a, b ,c', ['a', 'b', 'c']];
        yield 'semicolons and lines' => ["a; b\nc", ['a', 'b', 'c']];
        yield 'empty ones and repeats' => [',a,,a, ', ['a']];
        yield 'a comma inside' => ['"Fenn, Ada", b', ['Fenn, Ada', 'b']];
        yield 'quotes inside' => ['"so ""called"", one"', ['so "called", one']];
        yield 'a quote in the middle is a quote' => ['5" lens, b', ['5" lens', 'b']];
        yield 'figures stay texts' => ['2026, 7', ['2026', '7']];
        yield 'nothing' => ['', []];
        yield 'right to left' => ['שלום, عالم', ['שלום', 'عالم']];
    }

    /** @param  list<string>  $items */
    #[DataProvider('lists')]
    public function test_lists_are_written_and_read(string $text, array $items): void
    {
        self::assertSame($items, ListText::items($text));
        self::assertSame($items, ListText::items(ListText::of($items)));
    }

    public function test_inner_sheets_go_over_outer_ones_and_what_they_leave_alone_is_inherited(): void
    {
        $studio = CaptionSheet::of([
            'copyright' => '© {{year}} {{studio}}',
            'keywords' => 'rowing',
            'credit' => 'Studio',
        ]);
        $shoot = CaptionSheet::of(
            ['headline' => '{{moment}}', 'keywords' => 'regatta, rowing', 'description' => 'At {{place}}.'],
            ['keywords'],
            ['credit'],
        );
        $moment = CaptionSheet::of(
            ['keywords' => 'race', 'description' => 'A close one.'],
            ['keywords', 'description'],
        );
        $values =
            ['year' => '2026', 'studio' => 'Quill', 'moment' => 'Heat 1', 'place' => 'the quay'] +
            array_fill_keys(array_keys(CaptionSheet::PLACEHOLDERS), '');
        $edit = new FillSheets([$studio, $shoot, $moment]);
        $caption = $edit->of(Caption::of(['city' => 'Saltmarsh', 'credit' => 'Old', 'headline' => 'Old']), $values);
        self::assertSame(
            [
                'headline' => 'Heat 1',
                'description' => 'At the quay. A close one.',
                'keywords' => 'rowing, regatta, race',
                'city' => 'Saltmarsh',
                'copyright' => '© 2026 Quill',
            ],
            $caption->values(),
        );
        self::assertSame(
            $caption->values(),
            $edit->of($caption, $values)->values(),
            'done twice, it does more than once',
        );
        // What was set on the frame itself stays, also where it was emptied.
        $own = (new FillSheets([$studio, $shoot], ['headline', 'copyright']))->of(
            Caption::of(['headline' => 'Mine']),
            $values,
        );
        self::assertSame(['Mine', ''], [$own->text(Field::Headline), $own->text(Field::Copyright)]);
    }

    public function test_codes_become_names_and_those_named_are_shown(): void
    {
        $people = [
            new Person('7', 'Ada Fenn', 'Saltmarsh', 'stroke', 'af'),
            new Person('8', 'Joss Merle', '', 'cox', 'jm'),
            new Person('', 'Zoë Ø', '', '', 'zö'),
            new Person('12', 'Code Twelve', '', '', '7'),
        ];
        $codes = new Codes($people, '@');
        $cases = [
            ['@af wins', 'Ada Fenn wins', ['Ada Fenn'], []],
            ['(@AF, @jm).', '(Ada Fenn, Joss Merle).', ['Ada Fenn', 'Joss Merle'], []],
            ['@8 and @8', 'Joss Merle and Joss Merle', ['Joss Merle'], []],
            ['@zö!', 'Zoë Ø!', ['Zoë Ø'], []],
            ['mail a@af.example', 'mail a@af.example', [], []],
            ['@nobody', '@nobody', [], ['@nobody']],
            ['@7', 'Code Twelve', ['Code Twelve'], []],
            ['no code', 'no code', [], []],
        ];
        foreach ($cases as [$text, $expected, $named, $unknown]) {
            $expansion = $codes->expand($text);
            self::assertSame(
                [$expected, $named, $unknown],
                [$expansion->text, $expansion->people, $expansion->unknown],
                $text,
            );
        }
        // The mark is the studio's choice, and may mean something to a pattern.
        self::assertSame('Ada Fenn', (new Codes($people, '.*'))->expand('.*af')->text);
        self::assertSame('@af', (new Codes($people, ''))->expand('@af')->text);
        self::assertSame(
            'Ada Fenn (7, Saltmarsh), Joss Merle (8, cox), Somebody',
            $codes->described('Ada Fenn', 'Joss Merle', 'Somebody'),
        );
        $caption = (new FillSheets([CaptionSheet::of(['headline' => '@af and @jm'])], [], $codes))->of(
            Caption::of(['persons' => 'Gil Marrow']),
            array_fill_keys(array_keys(CaptionSheet::PLACEHOLDERS), ''),
        );
        self::assertSame(['Gil Marrow', 'Ada Fenn', 'Joss Merle'], $caption->items(Field::PersonShown));
        self::assertSame('Ada Fenn and Joss Merle', $caption->text(Field::Headline));
    }

    /** @return iterable<string, array{array{string, string, bool, bool}, array<string, string>, array<string, string>}> */
    public static function replacements(): iterable
    {
        yield 'everywhere' => [
            ['heat', 'Race', false, false],
            ['headline' => 'Heat 1, heat 2', 'keywords' => 'heat, heater'],
            ['headline' => 'Race 1, Race 2', 'keywords' => 'Race, Raceer'],
        ];
        yield 'capitals matter' => [
            ['Heat', 'Race', true, false],
            ['headline' => 'Heat heat'],
            ['headline' => 'Race heat'],
        ];
        yield 'whole words' => [
            ['heat', 'race', false, true],
            ['headline' => 'heat heater preheat heat.'],
            ['headline' => 'race heater preheat race.'],
        ];
        yield 'letters with accents belong to a word' => [
            ['ole', 'x', false, true],
            ['headline' => 'olé ole'],
            ['headline' => 'olé x'],
        ];
        yield 'signs mean themselves' => [
            ['(1.5)', '$1 \\0', false, false],
            ['headline' => 'a (1.5) b (105)'],
            ['headline' => 'a $1 \\0 b (105)'],
        ];
        yield 'an item that becomes empty leaves' => [
            ['race', '', false, true],
            ['keywords' => 'race, rowing'],
            ['keywords' => 'rowing'],
        ];
        yield 'items that become the same are one' => [
            ['regatta', 'race', false, true],
            ['keywords' => 'race, regatta'],
            ['keywords' => 'race'],
        ];
        yield 'other fields are left' => [['x', 'y', false, false], ['city' => 'x'], ['city' => 'x']];
        yield 'not found' => [['z', 'y', false, false], ['headline' => 'x'], ['headline' => 'x']];
        yield 'emoji' => [['🚣', 'rowing', false, false], ['headline' => '👩‍🚀 🚣'], ['headline' => '👩‍🚀 rowing']];
    }

    /**
     * @param  array{string, string, bool, bool}  $edit
     * @param  array<string, string>  $before
     * @param  array<string, string>  $after
     */
    #[DataProvider('replacements')]
    public function test_texts_are_found_and_replaced(array $edit, array $before, array $after): void
    {
        [$find, $with, $case, $word] = $edit;
        $changed = (new ReplaceText([Field::Headline, Field::Keywords], $find, $with, $case, $word))->of(
            Caption::of($before),
            [],
        );
        self::assertSame(Caption::of($after)->values(), $changed->values());
    }

    public function test_a_change_says_old_and_new_and_a_list_written_otherwise_is_no_change(): void
    {
        $before = Caption::of(['headline' => 'Old', 'keywords' => 'a,b', 'city' => 'Quay']);
        $change = CaptionChange::between(
            $before,
            (new SetFields(['headline' => 'New', 'keywords' => 'a; b', 'city' => '']))->of($before, []),
        );
        self::assertSame(
            [
                ['field' => Field::Headline, 'old' => 'Old', 'new' => 'New'],
                ['field' => Field::City, 'old' => 'Quay', 'new' => ''],
            ],
            $change->fields,
        );
        self::assertTrue(CaptionChange::between($before, $before)->isNothing());
    }

    /** @return iterable<string, array{Field, string, string|null}> */
    public static function typed(): iterable
    {
        yield 'right to left' => [Field::Headline, 'מרוץ הסירות — سباق القوارب', null];
        yield 'combining marks' => [Field::Headline, "e\u{301}o\u{308}\u{304}", null];
        yield 'emoji of several characters' => [Field::Description, '👩‍👩‍👧‍👦🏴󠁧󠁢󠁷󠁬󠁳󠁿', null];
        yield 'what ends a section of XML' => [Field::Headline, 'a ]]> b <![CDATA[', null];
        yield 'lines' => [Field::Description, "one\ntwo\tthree", null];
        yield 'forty thousand characters' => [
            Field::Headline,
            str_repeat('x', 40_000),
            'Headline has 40,000 characters; 2,000 are the most',
        ];
        yield 'a long description' => [Field::Description, str_repeat('ü', 10_000), null];
        yield 'a null byte' => [Field::Headline, "a\0b", 'U+0000'];
        yield 'an escape' => [Field::City, "a\x1Bb", 'U+001B'];
        yield 'no character' => [Field::City, "a\u{FFFE}b", 'U+FFFE'];
        yield 'a lone surrogate' => [Field::Headline, "a\xED\xA0\x80b", 'no text in UTF-8'];
        yield 'Latin-1' => [Field::Headline, "caf\xE9", 'no text in UTF-8'];
        yield 'a country' => [Field::CountryCode, 'GB', null];
        yield 'no country' => [Field::CountryCode, 'Great Britain', 'two or three letters'];
        yield 'a country to be filled in' => [Field::CountryCode, '{{place}}', null];
    }

    #[DataProvider('typed')]
    public function test_what_may_be_typed(Field $field, string $text, ?string $problem): void
    {
        try {
            FieldText::check($field, $text);
            self::assertNull($problem);
        } catch (UnusableText $reason) {
            self::assertSame($field, $reason->field);
            self::assertNotNull($problem, $reason->getMessage());
            self::assertStringContainsString($problem, $reason->getMessage());
        }
    }

    /**
     * The byte lengths of IIM 4.2 as STANDARDS lists them, from memory; exiftool's own limits are asked in the
     * reference tests.
     */
    public function test_iim_is_cut_at_its_bytes_and_at_the_border_of_what_people_call_a_character(): void
    {
        $family = '👩‍👩‍👧‍👦'; // 25 bytes in UTF-8
        self::assertSame(25, strlen($family));
        $cases = [
            [Field::City, str_repeat('x', 40), 32],
            [Field::City, str_repeat('ö', 20), 32],
            [Field::City, 'x'.str_repeat('ö', 20), 31],
            [Field::City, $family.$family, 25],
            [Field::City, str_repeat("e\u{301}", 12), 30],
            [Field::Headline, str_repeat('a', 256), 256],
            [Field::CountryCode, 'ABCD', 3],
        ];
        foreach ($cases as [$field, $text, $bytes]) {
            [$kept] = Caption::of([$field->value => $text])->iimItems($field);
            self::assertSame($bytes, strlen($kept), $text);
            self::assertStringStartsWith($kept, $text);
            self::assertSame($bytes < strlen($text) ? [$field] : [], Caption::of([$field->value => $text])->cutInIim());
        }
        // One character that is longer than the dataset is cut between its parts, for want of better.
        [$kept] = Caption::of(['country_code' => $family])->iimItems(Field::CountryCode);
        self::assertLessThanOrEqual(3, strlen($kept));
        self::assertSame(
            ['short', str_repeat('k', 64)],
            Caption::of(['keywords' => 'short, '.str_repeat('k', 70)])->iimItems(Field::Keywords),
        );
    }
}
