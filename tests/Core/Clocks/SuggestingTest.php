<?php

declare(strict_types=1);

namespace Tests\Core\Clocks;

use Kanpai\Core\Clocks\Suggest\ClockSample;
use Kanpai\Core\Clocks\Suggest\RobustLine;
use Kanpai\Core\Clocks\Suggest\Suggesting;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Two bodies of made-up frames. The demo's own frames are held against the generator's truth in
 * tests/Reference/SuggestionTest.
 */
final class SuggestingTest extends TestCase
{
    private const NOON = 1_788_609_600_000;

    private static function look(Randomizer $random): string
    {
        return bin2hex($random->getBytes(8));
    }

    /** A look of the same scene: some of the 64 signs differ. */
    private static function alike(Randomizer $random, string $look): string
    {
        $bits = unpack('J', (string) hex2bin($look))[1] ?? 0;
        for ($i = 0; $i < 5; $i++) {
            $bits ^= 1 << $random->getInt(0, 62);
        }

        return bin2hex(pack('J', $bits));
    }

    /**
     * @param  list<array{int, string|null}>  $scenes  instant, look
     * @return list<ClockSample>
     */
    private static function shot(Randomizer $random, array $scenes, int $offset, int $jitter, int $first): array
    {
        $sights = [];
        foreach ($scenes as $i => [$instant, $look]) {
            for ($k = 0; $k < 5; $k++) {
                $sights[] = new ClockSample(
                    $first + 10 * $i + $k,
                    $instant + $offset + $random->getInt(0, $jitter) + $k * 900,
                    $look === null ? null : self::alike($random, $look),
                );
            }
        }

        return $sights;
    }

    /** @return list<array{int, string|null}> */
    private static function scenes(Randomizer $random, int $count, bool $isSeen = true): array
    {
        $scenes = [];
        for ($i = 0; $i < $count; $i++) {
            $scenes[] = [self::NOON + $random->getInt(0, 8 * 3600) * 1000, $isSeen ? self::look($random) : null];
        }
        sort($scenes);

        return $scenes;
    }

    public function test_an_offset_is_found_from_likeness_though_half_of_the_scenes_are_not_shared(): void
    {
        foreach ([-3_600_000, 197_000, 0, 86_400_000 * 3] as $offset) {
            $random = new Randomizer(new Mt19937(11));
            $both = self::scenes($random, 16);
            $of = self::shot($random, [...$both, ...self::scenes($random, 14)], -$offset, 300, 1);
            $other = self::shot($random, [...$both, ...self::scenes($random, 18)], 0, 300, 10_000);
            $said = (new Suggesting())->suggest($of, $other);
            self::assertTrue($said->tells(), (string) $said->reason);
            self::assertEqualsWithDelta($offset, $said->offset, 250);
            self::assertGreaterThan(0.999, $said->confidence);
            self::assertGreaterThanOrEqual(12, count($said->pairs));
            foreach ($said->pairs as $pair) {
                // The pairs it rests on are of one scene: the nth run of both.
                self::assertSame(intdiv($pair['of'] - 1, 10), intdiv($pair['other'] - 10_000, 10));
            }
        }
    }

    public function test_rhythm_alone_tells_where_there_are_no_pictures(): void
    {
        $random = new Randomizer(new Mt19937(3));
        $both = self::scenes($random, 40, false);
        $said = (new Suggesting())->suggest(
            self::shot($random, $both, -197_000, 200, 1),
            self::shot($random, $both, 0, 200, 10_000),
        );
        self::assertTrue($said->tells(), (string) $said->reason);
        self::assertEqualsWithDelta(197_000, $said->offset, 200);
    }

    /** Fifty days on which two bodies saw nothing in common: a guess in any of them would be one too many. */
    public function test_it_says_so_when_the_frames_do_not_tell(): void
    {
        for ($seed = 0; $seed < 50; $seed++) {
            $random = new Randomizer(new Mt19937($seed));
            $isSeen = $seed % 2 === 0;
            $said = (new Suggesting())->suggest(
                self::shot($random, self::scenes($random, 60, $isSeen), 0, 500, 1),
                self::shot($random, self::scenes($random, 60, $isSeen), 0, 500, 10_000),
            );
            self::assertFalse($said->tells(), "seed {$seed}: {$said->offset}");
            self::assertStringContainsString('do not tell', (string) $said->reason);
            self::assertSame([], $said->pairs);
        }
    }

    public function test_one_scene_seen_a_hundred_times_is_no_hundredfold_proof(): void
    {
        $random = new Randomizer(new Mt19937(5));
        $same = self::look($random);
        $scenes = fn (): array => array_map(fn (array $scene): array => [$scene[0], $same], self::scenes($random, 40));
        self::assertFalse(
            (new Suggesting())
                ->suggest(self::shot($random, $scenes(), 0, 500, 1), self::shot($random, $scenes(), 0, 500, 10_000))
                ->tells(),
        );
    }

    public function test_too_few_frames_are_said_to_be_too_few(): void
    {
        $random = new Randomizer(new Mt19937(5));
        foreach ([0, 1, 3] as $count) {
            $scenes = self::scenes($random, $count);
            self::assertStringContainsString(
                'too few',
                (string) (new Suggesting())->suggest(
                    self::shot($random, $scenes, 0, 0, 1),
                    self::shot($random, $scenes, 0, 0, 1),
                )->reason,
            );
        }
    }

    /** Points on y = 3 + x ÷ 1000 with four of eleven far off. */
    public function test_a_line_goes_through_the_many_and_leaves_the_few_out(): void
    {
        $points = [];
        for ($i = 0; $i < 11; $i++) {
            $points[] = [1000.0 * $i, 3.0 + $i + ($i % 3 === 1 ? 5.0 + $i : 0.001 * ($i % 2))];
        }
        $line = RobustLine::through($points, 0.01);
        self::assertEqualsWithDelta(0.001, $line->slope, 1e-6);
        self::assertEqualsWithDelta(3.0, $line->at(0.0), 0.005);
        self::assertEqualsWithDelta(7.0, $line->points, 0.1);
        self::assertSame(0.0, RobustLine::level($points)->slope);
    }
}
