<?php

declare(strict_types=1);

namespace Tests\Core\Proof;

use Kanpai\Core\Proof\Agreement;
use Kanpai\Core\Proof\Change;
use Kanpai\Core\Proof\ChoiceList;
use Kanpai\Core\Proof\Colour;
use Kanpai\Core\Proof\Download;
use Kanpai\Core\Proof\InvalidRights;
use Kanpai\Core\Proof\Published;
use Kanpai\Core\Proof\Rights;
use Kanpai\Core\Proof\Sectioning;
use Kanpai\Core\Proof\SelectionDifference;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * What a share allows, how people agree, what is out of date. Worked examples; the ways of the trade are common
 * practice, no source.
 */
final class SharesTest extends TestCase
{
    /**
     * @return iterable<string, array{string, list<array{string, int|null, int|null}>|null}>
     *   text, lists or null when it is refused
     */
    public static function texts(): iterable
    {
        yield 'a name' => ['Album', [['Album', null, null]]];
        yield 'with a number' => ['Album 40', [['Album', 40, 40]]];
        yield 'from and to' => [
            "Album 30-40\n\nFor the parents 5 – 10",
            [['Album', 30, 40], ['For the parents', 5, 10]],
        ];
        yield 'a name that ends in a word' => ['Wall 2 large', [['Wall 2 large', null, null]]];
        yield 'nothing' => ['', []];
        yield 'turned round' => ['Album 40-30', null];
        yield 'none wanted' => ['Album 0', null];
        yield 'too long' => [str_repeat('x', 41), null];
    }

    /** @param  list<array{string, int|null, int|null}>|null  $expected */
    #[DataProvider('texts')]
    public function test_lists_are_read_as_they_are_typed(string $text, ?array $expected): void
    {
        if ($expected === null) {
            $this->expectException(InvalidRights::class);
        }
        self::assertSame(
            $expected,
            array_map(fn (ChoiceList $list): array => [$list->name, $list->least, $list->most], Rights::lists($text)),
        );
    }

    public function test_rights_go_into_the_database_and_come_back(): void
    {
        $rights = Rights::of(Rights::lists("Album 30-40\nPress"), true, false, true, true, Download::Full);
        self::assertEquals($rights, Rights::fromArray(json_decode((string) json_encode($rights->toArray()), true)));
        self::assertEquals(Rights::of([], comments: false), Rights::fromArray([]));
        self::assertSame(
            'choose 30 to 40 for Album, choose for Press, rate, draw, download in full size',
            $rights->inWords(),
        );
        self::assertSame('look only', Rights::of([], comments: false)->inWords());
    }

    public function test_two_lists_of_one_name_and_nine_lists_are_refused(): void
    {
        foreach (["Album\nalbum", implode("\n", range('a', 'i'))] as $text) {
            try {
                Rights::of(Rights::lists($text));
                self::fail($text);
            } catch (InvalidRights $reason) {
                self::assertNotSame('', $reason->getMessage());
            }
        }
    }

    /**
     * @return iterable<string, array{string, int, string, bool, bool}>
     *   list, count, what is said, whether more fit, whether it is enough
     */
    public static function standings(): iterable
    {
        yield 'too few' => ['Album 30-40', 29, '1 picture still to choose: 30 to 40 were asked for.', true, false];
        yield 'enough' => ['Album 30-40', 31, 'Enough; 9 more can be chosen.', true, true];
        yield 'full' => ['Album 30-40', 40, '', false, true];
        yield 'exactly' => ['Album 40', 40, 'Exactly the 40 that were asked for.', false, true];
        yield 'too many, since the number was changed' => [
            'Album 40',
            42,
            '2 pictures too many: 40 were asked for.',
            false,
            true,
        ];
        yield 'as many as they like' => ['Album', 500, '', true, true];
    }

    #[DataProvider('standings')]
    public function test_a_count_stands_against_what_is_asked_for(
        string $list,
        int $count,
        string $said,
        bool $takes,
        bool $isEnough,
    ): void {
        [$one] = Rights::lists($list);
        self::assertSame(
            [$said, $takes, $isEnough],
            [$one->progress($count), $one->takes($count), $one->isEnough($count)],
        );
    }

    public function test_agreement_of_three_of_whom_one_has_not_spoken(): void
    {
        $agreement = Agreement::of([7 => [1, 2, 3, 2], 8 => [2, 3, 4], 9 => []]);
        self::assertSame([7, 8], $agreement->people);
        self::assertSame(
            [[2, 3], [1 => 7, 4 => 8], [1, 2, 3, 4]],
            [$agreement->all(), $agreement->onlyOne(), $agreement->atLeast(1)],
        );
        self::assertSame([], Agreement::of([7 => [1]])->onlyOne(), 'alone nobody differs');
        self::assertSame([], Agreement::of([])->all());
        // The most wanted first, then the better rated, and the list in the order of the pictures.
        self::assertSame([2, 3, 4], $agreement->best(3, [4 => 5.0, 1 => 2.0], [1 => 0, 2 => 1, 3 => 2, 4 => 3]));
        self::assertSame([1, 2, 3], $agreement->best(3, [], [1 => 0, 2 => 1, 3 => 2, 4 => 3]));
    }

    public function test_what_changed_between_two_rounds_of_choosing(): void
    {
        $difference = SelectionDifference::of([1, 2, 3], [2, 3, 4, 5]);
        self::assertSame(
            [[4, 5], [1], [2, 3], '2 new, 1 left out, 2 as before'],
            [$difference->added, $difference->dropped, $difference->stayed, $difference->inWords()],
        );
        self::assertTrue(SelectionDifference::of([2, 1], [1, 2])->isNothing());
    }

    public function test_what_is_out_of_date(): void
    {
        $then = new Published('a.jpg', 1000, 'Headline', 'Words');
        $changes = fn (Published $now): array => array_column($then->changesTo($now), 'value');
        self::assertSame([], $changes(new Published('a.jpg', 1000, 'Headline', 'Words')));
        self::assertSame(
            ['picture', 'caption', 'clock'],
            $changes(new Published('b.jpg', 2000, 'Headline', 'Other words')),
        );
        self::assertSame(
            ['gone'],
            $changes(new Published('b.jpg', 2000, '', '', false)),
            'of what left nothing else matters',
        );
        self::assertSame(
            [],
            $changes(new Published('', 1000, 'Headline', 'Words')),
            'a picture that is not made is no other one',
        );
        self::assertSame(
            [Change::Back],
            (new Published('a.jpg', 1, '', '', false))->changesTo(new Published('a.jpg', 1, '', '')),
        );
    }

    public function test_sections_are_called_after_what_is_seen_in_them(): void
    {
        $frame = fn (int $moment, string $time, string $headline = '', array $sets = []): array => [
            'moment' => $moment,
            'local' => (int) strtotime("2026-09-05 {$time} UTC") * 1000,
            'headline' => $headline,
            'sets' => $sets,
            'shoot' => 'Regatta',
        ];
        $frames = [
            $frame(0, '06:05'),
            $frame(0, '06:06', 'Mist'),
            $frame(1, '14:59', '', ['Best', 'Album']),
            $frame(2, '23:30'),
        ];
        self::assertSame(['Mist', 'Mist', '14:59', '23:30'], Sectioning::Moment->titles($frames));
        self::assertSame(
            ['6:00 to 7:00', '6:00 to 7:00', '14:00 to 15:00', '23:00 to 0:00'],
            Sectioning::Hour->titles($frames),
        );
        self::assertSame(['Others', 'Others', 'Best', 'Others'], Sectioning::Set->titles($frames));
        self::assertSame('Saturday 5 September', Sectioning::Day->titles($frames)[0]);
        self::assertSame(
            [['', '', '', ''], 'Regatta'],
            [Sectioning::None->titles($frames), Sectioning::Shoot->titles($frames)[0]],
        );
    }

    public function test_contrast_as_wcag_reckons_it(): void
    {
        // WCAG 2.2, "contrast ratio": from 1 to 21. #767676 is the lightest grey that is read on white; from memory.
        self::assertEqualsWithDelta(21.0, Colour::of('#000000')->contrast(Colour::of('#ffffff')), 0.0001);
        self::assertEqualsWithDelta(1.0, Colour::of('#123456')->contrast(Colour::of('#123456')), 0.0001);
        self::assertEqualsWithDelta(4.54, Colour::of('#767676')->contrast(Colour::of('#ffffff')), 0.005);
        self::assertNull(Colour::of('#faf8f3')->problemAsGround(Colour::of('#b93c15')));
        self::assertStringContainsString(
            'lighter',
            (string) Colour::of('#444444')->problemAsGround(Colour::of('#b93c15')),
        );
        self::assertStringContainsString(
            'darker',
            (string) Colour::of('#faf8f3')->problemAsGround(Colour::of('#ffcc88')),
        );
    }
}
