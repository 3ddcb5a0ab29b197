<?php

declare(strict_types=1);

namespace Tests\Core\Looks;

use Kanpai\Core\Looks\Framing;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Which part of a picture is shown; the expected figures are worked by hand. */
final class FramingTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>, array{int, int}}> values, pixels of what is shown of 600 × 400 */
    public static function sizes(): iterable
    {
        yield 'all' => [[], [600, 400]];
        yield 'turned' => [['turns' => 1], [400, 600]];
        yield 'upside down' => [['turns' => 2], [600, 400]];
        yield 'half' => [['crop' => ['left' => 0.25, 'top' => 0.0, 'width' => 0.5, 'height' => 1.0]], [300, 400]];
        yield 'a part of the turned one' => [
            ['turns' => 3, 'crop' => ['left' => 0.0, 'top' => 0.5, 'width' => 1.0, 'height' => 0.5]],
            [400, 300],
        ];
        // 1 / (cos 2° + 1.5 sin 2°) = 0.9507 of both sides.
        yield 'levelled' => [['level' => 2.0], [570, 380]];
        yield 'outside' => [['crop' => ['left' => 5.0, 'top' => 5.0, 'width' => 1.0, 'height' => 1.0]], [0, 0]];
        yield 'nothing' => [['crop' => ['left' => 0.5, 'top' => 0.5, 'width' => 0.0, 'height' => 0.0]], [12, 8]];
        yield 'no numbers' => [['turns' => 'twice', 'level' => NAN, 'crop' => 'half'], [600, 400]];
    }

    /**
     * @param  array<string, mixed>  $values
     * @param  array{int, int}  $size  no size where it is only to lie inside
     */
    #[DataProvider('sizes')]
    public function test_what_is_shown_has_its_size_and_lies_inside(array $values, array $size): void
    {
        $framing = Framing::of($values);
        $shown = $framing->size(600, 400);
        $size === [0, 0] || self::assertSame($size, $shown);
        [$x, $y] = $framing->source(600, 400);
        foreach ([[0, 0], [1, 0], [0, 1], [1, 1]] as [$u, $v]) {
            foreach ([$x, $y] as [$a, $b, $c]) {
                $place = $a * $u + $b * $v + $c;
                self::assertGreaterThan(-1e-6, $place);
                self::assertLessThan(1 + 1e-6, $place);
            }
        }
    }

    public function test_quarters_bring_the_corners_where_they_belong(): void
    {
        // Where the upper left corner of what is shown comes from.
        foreach ([[0, [0.0, 0.0]], [1, [0.0, 1.0]], [2, [1.0, 1.0]], [3, [1.0, 0.0]]] as [$turns, $corner]) {
            [$x, $y] = Framing::of(['turns' => $turns])->source(600, 400);
            self::assertEqualsWithDelta($corner, [$x[2], $y[2]], 1e-12, "{$turns} quarters");
        }
        [$x, $y] = Framing::of(['level' => 10.0])->source(600, 400);
        // Clockwise: what is shown on the right comes from further up.
        self::assertLessThan(0.0, $y[0]);
        // The middle stays.
        self::assertEqualsWithDelta([0.5, 0.5], [($x[0] + $x[1]) / 2 + $x[2], ($y[0] + $y[1]) / 2 + $y[2]], 1e-12);
    }
}
