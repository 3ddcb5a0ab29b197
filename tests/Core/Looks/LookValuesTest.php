<?php

declare(strict_types=1);

namespace Tests\Core\Looks;

use Kanpai\Core\Looks\LookValues;
use PHPUnit\Framework\TestCase;

/** Values of looks as they are kept. */
final class LookValuesTest extends TestCase
{
    public function test_only_parts_are_kept_and_only_numbers_that_are_some(): void
    {
        self::assertSame(
            ['stops' => null, 'contrast' => 1e6, 'zones' => ['dark' => 0.333333], 'crop' => null],
            LookValues::clean([
                'stops' => INF, 'contrast' => 1e300, 'zones' => ['dark' => 1 / 3, 'deep' => NAN], 'crop' => null,
                'beauty' => 7, 3 => 4,
            ]),
        );
        $deep = ['a' => ['b' => ['c' => ['d' => ['f' => ['g' => ['e' => 1]]]]]]];
        self::assertStringNotContainsString('"e"', (string) json_encode(LookValues::clean(['zones' => $deep])));
    }

    public function test_changes_put_parts_in_and_take_them_out(): void
    {
        self::assertSame(
            ['contrast' => 0.2, 'stops' => 1.0],
            LookValues::changed(['stops' => 0.5, 'muted' => 0.1], ['stops' => 1.0, 'muted' => null, 'contrast' => 0.2]),
        );
        self::assertTrue(LookValues::isSame(['a' => 1, 'b' => 2.0], ['b' => 2, 'a' => 1.0]));
        self::assertTrue(LookValues::isSame(0.3, 0.1 + 0.2));
        self::assertFalse(LookValues::isSame(0.3, null));
        self::assertFalse(LookValues::isSame(['a' => 1], ['a' => 1, 'b' => 0]));
    }

    public function test_half_a_look_is_half_of_each_part(): void
    {
        $look = [
            'stops' => 1.0, 'zones' => ['dark' => 0.4], 'tints' => ['lights' => ['degrees' => 50.0, 'amount' => 0.2]],
            'kelvin' => 4000.0, 'crop' => ['width' => 0.5],
        ];
        $half = LookValues::weakened($look, 0.5);
        self::assertSame(0.5, $half['stops']);
        self::assertSame(['dark' => 0.2], $half['zones']);
        self::assertSame(['lights' => ['degrees' => 50.0, 'amount' => 0.1]], $half['tints']);
        self::assertSame(['width' => 0.5], $half['crop']);
        // Half of the way from 6,504 to 4,000 K in mired: (153.75 + 250) / 2 = 201.9.
        self::assertEqualsWithDelta(4953, $half['kelvin'], 2);
        self::assertEqualsWithDelta(1.5, LookValues::weakened($look, 1.5)['stops'], 1e-9);
        self::assertEqualsWithDelta(6504, LookValues::weakened($look, 0.0)['kelvin'], 1);
    }
}
