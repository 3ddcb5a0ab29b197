<?php

declare(strict_types=1);

namespace Tests\Core\Looks;

use InvalidArgumentException;
use Kanpai\Core\Looks\Colour\Srgb;
use Kanpai\Core\Looks\Colour\WhitePoint;
use Kanpai\Core\Looks\ColourChain;
use Kanpai\Core\Looks\ColourTable;
use Kanpai\Core\Looks\Hue;
use Kanpai\Core\Looks\Look;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What looks do to colours, and the tables that they become. */
final class ColourTableTest extends TestCase
{
    /** Below the shoulder; above it what is nearly white comes a little nearer. */
    public function test_a_plain_look_changes_nothing(): void
    {
        $chain = new ColourChain(Look::plain());
        foreach ([[0.0, 0.0, 0.0], [0.2, 0.5, 0.8], [0.88, 0.1, 0.3], [0.5, 0.5, 0.5]] as $encoded) {
            self::assertEqualsWithDelta($encoded, $chain->at(array_map(Srgb::light(...), $encoded)), 2e-4);
        }
        self::assertEqualsWithDelta([1.0, 1.0, 1.0], $chain->at([1.0, 1.0, 1.0]), 1e-6);
    }

    public function test_a_stop_is_twice_the_light(): void
    {
        foreach ([-2.0, -0.5, 1.0] as $stops) {
            $grey = (new ColourChain(Look::of(['stops' => $stops])))->at([0.1, 0.1, 0.1]);
            self::assertEqualsWithDelta(0.1 * 2 ** $stops, Srgb::light($grey[1]), 1e-4);
        }
    }

    public function test_what_is_brighter_than_white_rolls_off_and_never_turns_back(): void
    {
        $chain = new ColourChain(Look::of(['stops' => 1.5]));
        $before = 0.0;
        for ($light = 0.0; $light <= 1.0; $light += 1 / 500) {
            $value = $chain->at([$light, $light, $light])[0];
            self::assertGreaterThanOrEqual($before - 1e-9, $value);
            $before = $value;
        }
        self::assertEqualsWithDelta(1.0, $before, 1e-6);
    }

    public function test_a_grey_card_in_the_light_of_a_lamp_becomes_grey(): void
    {
        $card = Srgb::toXyz()->inverse()->times(0.18)->applied(WhitePoint::of(3200.0)->xyz());
        [$red, $green, $blue] = (new ColourChain(Look::of(['kelvin' => 3200.0])))->at($card);
        self::assertEqualsWithDelta($green, $red, 2e-3);
        self::assertEqualsWithDelta($green, $blue, 2e-3);
    }

    public function test_black_and_white_has_no_colour_and_each_hue_its_weight(): void
    {
        $of = fn (array $greys): ColourChain => new ColourChain(Look::of(['greys' => $greys]));
        $light = array_map(Srgb::light(...), [0.8, 0.2, 0.2]);
        foreach ([[], ['pink' => 1.0, 'orange' => 1.0]] as $greys) {
            [$red, $green, $blue] = $of($greys)->at($light);
            self::assertEqualsWithDelta($red, $green, 1e-6);
            self::assertEqualsWithDelta($green, $blue, 1e-6);
        }
        self::assertGreaterThan($of([])->at($light)[0] + 0.05, $of(['pink' => 1.0, 'orange' => 1.0])->at($light)[0]);
        $grey = array_map(Srgb::light(...), [0.5, 0.5, 0.5]);
        self::assertEqualsWithDelta(0.5, $of(['pink' => 1.0, 'blue' => -1.0])->at($grey)[0], 1e-4);
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function looks(): iterable
    {
        yield 'plain' => [[]];
        yield 'all hues moved' => [['hues' => array_combine(
            Hue::NAMES,
            array_map(fn (int $i): array => ['turn' => 1 - 2 * ($i % 2), 'colour' => ($i % 3) - 1, 'light' => 0.5], range(0, 7)),
        )]];
        yield 'everything' => [[
            'kelvin' => 5200.0, 'beside' => 8.0, 'stops' => 0.35, 'contrast' => 0.3, 'muted' => 0.3, 'saturation' => 0.05,
            'zones' => ['deep' => -0.2, 'dark' => 0.5, 'bright' => -0.5],
            'hues' => ['pink' => ['turn' => 0.1, 'colour' => 0.1], 'blue' => ['colour' => 0.3, 'light' => -0.3]],
            'tints' => ['shadows' => ['degrees' => 220.0, 'amount' => 0.3], 'lights' => ['degrees' => 50.0, 'amount' => 0.2]],
        ]];
    }

    /**
     * Neighbours that differ by one of 255 steps differ by a few afterwards: nothing is torn, near neutral above all.
     *
     * @param  array<string, mixed>  $values
     */
    #[DataProvider('looks')]
    public function test_near_neutral_all_is_smooth(array $values): void
    {
        $chain = new ColourChain(Look::of($values));
        foreach ([0.2, 0.5, 0.8] as $grey) {
            $before = $chain->at(array_map(Srgb::light(...), [$grey - 0.03, $grey, $grey + 0.03]));
            for ($beside = -0.03; $beside <= 0.03; $beside += 1 / 1020) {
                $now = $chain->at(array_map(Srgb::light(...), [$grey + $beside, $grey, $grey - $beside]));
                foreach ([0, 1, 2] as $i) {
                    self::assertLessThan(3 / 255, abs($now[$i] - $before[$i]));
                }
                $before = $now;
            }
        }
    }

    public function test_a_table_holds_the_chain_at_its_nodes(): void
    {
        $look = Look::of(['stops' => 0.4, 'saturation' => 0.3]);
        $table = ColourTable::of($look, 9);
        self::assertSame(9 ** 3 * 6, strlen($table->nodes));
        $chain = new ColourChain($look);
        foreach ([[0, 0, 0], [8, 8, 8], [3, 5, 7], [8, 0, 4]] as [$red, $green, $blue]) {
            $known = $chain->at([Srgb::light($red / 8), Srgb::light($green / 8), Srgb::light($blue / 8)]);
            self::assertSame(
                array_map(fn (float $value): int => (int) round(65_535 * $value), $known),
                $table->node($red, $green, $blue),
            );
        }
        foreach ([1, 0, -3, 66] as $grid) {
            try {
                ColourTable::of(Look::plain(), $grid);
                self::fail("A table of {$grid} was made.");
            } catch (InvalidArgumentException $reason) {
                self::assertStringContainsString('cannot be made', $reason->getMessage());
            }
        }
    }

    public function test_what_is_no_number_or_too_much_is_the_nearest_that_can_be(): void
    {
        self::assertEquals(Look::plain(), Look::of([
            'stops' => NAN, 'kelvin' => 'warm', 'beside' => null, 'contrast' => [], 'zones' => 'all', 'hues' => [3 => 1],
            'tints' => ['shadows' => 4], 'beauty' => 1.0,
        ]));
        self::assertEquals(
            Look::of(['stops' => 5.0, 'kelvin' => 25_000, 'saturation' => -1.0]),
            Look::of(['stops' => 1e300, 'kelvin' => INF, 'saturation' => -INF]),
        );
        $all = ColourTable::of(Look::of(['stops' => INF, 'contrast' => 1e9, 'zones' => ['dark' => -INF]]), 3);
        self::assertSame(27 * 6, strlen($all->nodes));
    }
}
