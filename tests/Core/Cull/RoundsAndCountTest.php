<?php

declare(strict_types=1);

namespace Tests\Core\Cull;

use Kanpai\Core\Cull\Coverage;
use Kanpai\Core\Cull\KeyClash;
use Kanpai\Core\Cull\Keys;
use Kanpai\Core\Cull\MarkList;
use Kanpai\Core\Cull\Round\Doubt;
use Kanpai\Core\Cull\Round\InvalidRound;
use Kanpai\Core\Cull\Round\RoundComparison;
use Kanpai\Core\Cull\Round\RoundPlan;
use Kanpai\Core\Cull\Round\Source;
use Kanpai\Core\Frames\Marks;
use Kanpai\Core\Frames\Moment\Borders;
use Kanpai\Core\Frames\Moment\Fineness;
use Kanpai\Core\Frames\Moment\HandEdit;
use Kanpai\Core\Frames\Moment\Moments;
use Kanpai\Core\Frames\Moment\MomentSample;
use Kanpai\Core\Frames\UseList;
use Kanpai\Core\Frames\Verdict;
use Kanpai\Core\Imaging\ColourGrid;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Rounds, undoing, the count, moments by hand: worked examples. */
final class RoundsAndCountTest extends TestCase
{
    /**
     * @return iterable<string, array{RoundPlan, Verdict, bool, Verdict, bool}>
     *   plan, verdict before, whether it is in the set; verdict at the start, whether it takes part
     */
    public static function starts(): iterable
    {
        $open = fn (Source $source): RoundPlan => RoundPlan::of($source, Doubt::Drop, false);
        $kept = fn (Source $source): RoundPlan => RoundPlan::of($source, Doubt::Nothing, true);
        yield 'all open' => [$open(Source::All), Verdict::Drop, false, Verdict::Open, true];
        yield 'all kept' => [$kept(Source::All), Verdict::Drop, false, Verdict::Keep, true];
        yield 'a keep of the last round, open again' => [
            $open(Source::Kept),
            Verdict::Keep,
            false,
            Verdict::Open,
            true,
        ];
        yield 'a drop of the last round stays one' => [$open(Source::Kept), Verdict::Drop, true, Verdict::Drop, false];
        yield 'an open frame of the last round stays open' => [
            $kept(Source::Kept),
            Verdict::Open,
            false,
            Verdict::Open,
            false,
        ];
        yield 'in the set' => [$kept(Source::Set), Verdict::Drop, true, Verdict::Keep, true];
        yield 'not in the set' => [$kept(Source::Set), Verdict::Drop, false, Verdict::Drop, false];
    }

    #[DataProvider('starts')]
    public function test_a_round_starts_from_what_it_is_told_to(
        RoundPlan $plan,
        Verdict $before,
        bool $isInSet,
        Verdict $begins,
        bool $takes,
    ): void {
        self::assertSame([$begins, $takes], [$plan->begins($before, $isInSet), $plan->takes($before, $isInSet)]);
    }

    public function test_doubt_speaks_of_open_frames_only(): void
    {
        $after = fn (Doubt $doubt): array => array_map($doubt->after(...), [
            Verdict::Open,
            Verdict::Keep,
            Verdict::Drop,
        ]);
        self::assertSame([Verdict::Open, Verdict::Keep, Verdict::Drop], $after(Doubt::Nothing));
        self::assertSame([Verdict::Keep, Verdict::Keep, Verdict::Drop], $after(Doubt::Keep));
        self::assertSame([Verdict::Drop, Verdict::Keep, Verdict::Drop], $after(Doubt::Drop));
    }

    /** A studio that promises 1.3 frames for each of 545 minutes promises 709. */
    public function test_a_target_is_a_number_or_so_many_a_minute(): void
    {
        self::assertSame(
            [709, 700, null],
            [
                RoundPlan::of(Source::All, Doubt::Nothing, false, null, 1.3)->wanted(545),
                RoundPlan::of(Source::All, Doubt::Nothing, false, 700)->wanted(545),
                RoundPlan::first()->wanted(545),
            ],
        );
        foreach ([[0, null], [null, 0.0], [null, NAN], [2_000_000, null]] as [$target, $perMinute]) {
            try {
                RoundPlan::of(Source::All, Doubt::Nothing, false, $target, $perMinute);
                self::fail('taken');
            } catch (InvalidRound $reason) {
                self::assertStringContainsString('A target is', $reason->getMessage());
            }
        }
    }

    public function test_rounds_are_compared_frame_by_frame(): void
    {
        $comparison = RoundComparison::between(
            [1 => Verdict::Keep, 2 => Verdict::Keep, 3 => Verdict::Drop],
            [1 => Verdict::Keep, 2 => Verdict::Drop, 3 => Verdict::Drop, 4 => Verdict::Keep],
        );
        self::assertSame([['keep→drop' => [2], 'open→keep' => [4]], 2], [$comparison->changes, $comparison->same]);
    }

    /**
     * @return iterable<string, array{Marks, Marks}>
     *   what somebody did meanwhile, and what is left when the step is taken back
     */
    public static function meanwhile(): iterable
    {
        // The step made keep, 4, uses 0110 of open, 1, uses 0011.
        yield 'nothing' => [Marks::of(Verdict::Keep, 4, 0b0110), Marks::of(Verdict::Open, 1, 0b0011)];
        yield 'another verdict' => [Marks::of(Verdict::Drop, 4, 0b0110), Marks::of(Verdict::Drop, 1, 0b0011)];
        yield 'another rating' => [Marks::of(Verdict::Keep, 5, 0b0110), Marks::of(Verdict::Open, 5, 0b0011)];
        yield 'another use' => [Marks::of(Verdict::Keep, 4, 0b1110), Marks::of(Verdict::Open, 1, 0b1011)];
    }

    #[DataProvider('meanwhile')]
    public function test_taking_back_leaves_what_others_did_since(Marks $now, Marks $left): void
    {
        [$before, $after] = [Marks::of(Verdict::Open, 1, 0b0011), Marks::of(Verdict::Keep, 4, 0b0110)];
        self::assertEquals($left, $now->withdrawn($before, $after));
        self::assertEquals(
            $now,
            $left->withdrawn($after, $before)->verdict === $now->verdict ? $left->withdrawn($after, $before) : $now,
            'done again it is not what it was',
        );
    }

    /** Ten minutes by hand: kept in the 1st, 2nd and 8th; the cake, from the 3rd to the 5th, has nothing. */
    public function test_coverage_and_its_gaps(): void
    {
        $minute = 60_000;
        $frames = [
            [0, Verdict::Keep],
            [30_000, Verdict::Drop],
            [$minute, Verdict::Keep],
            [2 * $minute + 1, Verdict::Drop],
            [3 * $minute, Verdict::Open],
            [4 * $minute + 59_999, Verdict::Drop],
            [7 * $minute, Verdict::Keep],
            [9 * $minute, Verdict::Drop],
            [30 * $minute, Verdict::Drop],
        ];
        $coverage = Coverage::of($frames);
        self::assertCount(8, $coverage->minutes);
        self::assertSame([3, 3 / 8], [$coverage->kept(), $coverage->perMinute()]);
        self::assertSame(
            [
                ['from' => 2 * $minute, 'to' => 5 * $minute, 'frames' => 3],
                ['from' => 9 * $minute, 'to' => 10 * $minute, 'frames' => 1],
                // After twenty minutes without a frame another gap begins: nothing was there to be kept.
                ['from' => 30 * $minute, 'to' => 31 * $minute, 'frames' => 1],
            ],
            $coverage->gaps,
        );
        self::assertSame([[], 0.0], [Coverage::of([])->gaps, Coverage::of([])->perMinute()]);
    }

    /** @return list<MomentSample> three scenes of two bodies, with pauses of 40 s between them */
    private static function scenes(): array
    {
        $frames = [];
        foreach (
            [['00ff00ff00ff00ff', 30], ['ff00ff00ff00ff00', 120], ['0f0f0f0f0f0f0f0f', 210]] as $scene => [$hash, $grey]
        ) {
            for ($i = 0; $i < 6; $i++) {
                $colours = (string) ColourGrid::of(array_fill(0, 36, $grey + $i));
                $frames[] = MomentSample::of(
                    $scene * 60_000 + $i * 4000,
                    $i % 2,
                    $i % 2 === 0 ? $hash : strrev($hash),
                    $colours,
                );
            }
        }

        return $frames;
    }

    public function test_scenes_are_told_apart_and_the_slider_goes_from_one_to_all(): void
    {
        $borders = Borders::of(self::scenes());
        self::assertSame(
            [...array_fill(0, 6, 0), ...array_fill(0, 6, 1), ...array_fill(0, 6, 2)],
            Moments::of($borders, Fineness::usual()),
        );
        self::assertSame(array_fill(0, 18, 0), Moments::of($borders, Fineness::of(0)));
        self::assertSame(range(0, 17), Moments::of($borders, Fineness::of(100)));
        $counts = array_map(
            fn (int $place): int => 1 + (int) max(Moments::of($borders, Fineness::of($place))),
            range(0, 100),
        );
        $sorted = $counts;
        sort($sorted);
        self::assertSame($sorted, $counts, 'finer gave fewer');
        self::assertEquals([Fineness::of(0), Fineness::of(100)], [Fineness::of(-5), Fineness::of(900)]);
        self::assertSame([], Moments::of(Borders::of([]), Fineness::usual()));
    }

    /** The same pause between pictures that go on as before is no border. */
    public function test_likeness_bridges_a_pause_that_unlikeness_does_not(): void
    {
        $at = fn (int $ms, string $hash): MomentSample => MomentSample::of($ms, 1, $hash);
        $least = Fineness::usual()->least();
        self::assertLessThan($least, Borders::of([$at(0, '00ff00ff00ff00ff'), $at(40_000, '00ff00ff00ff00fe')])[1]);
        self::assertGreaterThan($least, Borders::of([$at(0, '00ff00ff00ff00ff'), $at(40_000, 'ff00ff00ff00ff00')])[1]);
        // Nothing known of the pictures: the pause alone.
        self::assertLessThan($least, Borders::of([MomentSample::of(0, 1), MomentSample::of(15_000, 1)])[1]);
        self::assertGreaterThan($least, Borders::of([MomentSample::of(0, 1), MomentSample::of(20_000, 2)])[1]);
    }

    public function test_hands_come_before_the_slider_and_bursts_lie_inside_moments(): void
    {
        $borders = Borders::of(self::scenes());
        $byHand = [3 => HandEdit::Split, 6 => HandEdit::Join];
        self::assertSame(
            [0, 0, 0, ...array_fill(0, 9, 1), ...array_fill(0, 6, 2)],
            Moments::of($borders, Fineness::usual(), $byHand),
        );
        self::assertSame([0, 0, 0, ...array_fill(0, 15, 1)], Moments::of($borders, Fineness::of(0), $byHand));
        $frames = [
            MomentSample::of(0, 1),
            MomentSample::of(100, 2),
            MomentSample::of(300, 1),
            MomentSample::of(900, 1),
            MomentSample::of(2000, 1),
            MomentSample::of(2100, 1),
        ];
        self::assertSame([0, 1, 0, 0, 2, 3], Moments::bursts($frames, [0, 0, 0, 0, 0, 1]));
    }

    /**
     * Values of CIE L*a*b* for sRGB primaries, D65, as the standard's formulas give them (Lindbloom's tables, from
     * memory, to 0.1).
     */
    public function test_colours_are_measured_as_the_standard_says(): void
    {
        $distance = fn (array $one, array $other): float => ColourGrid::of(
            array_merge(...array_fill(0, 12, $one)),
        )->distance(ColourGrid::of(array_merge(...array_fill(0, 12, $other))));
        self::assertEqualsWithDelta(100.0, $distance([0, 0, 0], [255, 255, 255]), 0.1);
        self::assertEqualsWithDelta(
            sqrt((53.2 - 87.7) ** 2 + (80.1 + 86.2) ** 2 + (67.2 - 83.2) ** 2),
            $distance([255, 0, 0], [0, 255, 0]),
            0.3,
        );
        $grid = ColourGrid::of(range(10, 45));
        self::assertLessThan(1.0, $grid->distance(ColourGrid::parse((string) $grid)));
        self::assertSame(72, strlen((string) $grid));
    }

    public function test_uses_go_out_as_one_label_and_come_back(): void
    {
        $uses = UseList::of([0 => 'album', 2 => 'black and white', 1 => 'press']);
        self::assertSame(
            [0b101, 'album, black and white', ['album', 'black and white']],
            [$uses->ofLabel('Black and White,  album'), $uses->label(0b101), $uses->named(0b101)],
        );
        self::assertSame(
            [null, 'Album', 'album, Album', 'Album'],
            [
                $uses->other(0b1, 'album'),
                $uses->other(0b1, 'Album'),
                $uses->other(0b1, 'album, Album'),
                $uses->label(0b1, 'Album'),
            ],
        );
        self::assertSame([['Second'], 0, 3], [$uses->unknown('press, Second'), $uses->bits('Second'), $uses->free()]);
    }

    /**
     * @return iterable<string, array{string, list<array{string, string|null, int|null}>, int}>
     *   text, name verdict rating, problems
     */
    public static function lists(): iterable
    {
        yield 'names on lines' => ["A.JPG\r\nB.JPG\n", [['A.JPG', null, null], ['B.JPG', null, null]], 0];
        yield 'commas, spaces, quotes, twice' => [
            'A.JPG, "B ""x"".JPG" A.JPG;C',
            [['A.JPG', null, null], ['B "x".JPG', null, null], ['C', null, null]],
            0,
        ];
        yield 'a table' => [
            "name,verdict,rating\nA.JPG,KEEP,3\n\"B,x.JPG\",,\nC.JPG,maybe,\nD.JPG,,6\n",
            [['A.JPG', 'keep', 3], ['B,x.JPG', null, null]],
            2,
        ];
        yield 'a table with semicolons and other columns' => [
            "\xEF\xBB\xBFFilename;Size;Rating\nA.JPG;12;5\n",
            [['A.JPG', null, 5]],
            0,
        ];
        yield 'no text' => ["\xFF\xFE", [['??', null, null]], 0];
        yield 'nothing' => [" \n", [], 0];
    }

    /** @param  list<array{string, string|null, int|null}>  $marks */
    #[DataProvider('lists')]
    public function test_lists_from_elsewhere_are_read(string $text, array $marks, int $problems): void
    {
        $list = MarkList::read($text);
        self::assertSame(
            [$marks, $problems],
            [
                array_map(fn (array $mark): array => [$mark['name'], $mark['verdict'], $mark['rating']], $list->marks),
                count($list->problems),
            ],
        );
    }

    public function test_names_are_matched_with_and_without_their_ending_and_never_guessed(): void
    {
        $list = MarkList::read("dir/A.jpg\nb\nC\nD.CR2\nE.JPG");
        ['found' => $found, 'missing' => $missing, 'several' => $several] = $list->matched([
            1 => 'A.JPG',
            2 => 'B.NEF',
            3 => 'C.JPG',
            4 => 'C.PNG',
            5 => 'D.JPG',
        ]);
        self::assertSame([[0 => 1, 1 => 2, 3 => 5], ['E.JPG'], ['C']], [$found, $missing, $several]);
    }

    public function test_every_action_has_a_key_and_none_two(): void
    {
        $keys = Keys::usual();
        self::assertSame(count(Keys::ACTIONS), count(array_unique($keys->all())));
        self::assertSame(['keep' => 'k'], $keys->with(['keep' => 'K'])->changed());
        // Two keys can change places.
        self::assertSame(
            ['keep' => 'd', 'drop' => 'f'],
            array_intersect_key($keys->with(['keep' => 'd', 'drop' => 'f'])->all(), ['keep' => 1, 'drop' => 1]),
        );
        foreach ([['keep' => 'd'], ['keep' => 'Control'], ['keep' => ''], ['nothing' => 'k']] as $changed) {
            try {
                $keys->with($changed);
                self::fail(json_encode($changed).' was taken');
            } catch (KeyClash $clash) {
                self::assertNotSame('', $clash->getMessage());
            }
        }
    }
}
