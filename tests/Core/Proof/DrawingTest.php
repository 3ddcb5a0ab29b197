<?php

declare(strict_types=1);

namespace Tests\Core\Proof;

use Kanpai\Core\Proof\Drawing;
use Kanpai\Core\Proof\InvalidDrawing;
use Kanpai\Core\Proof\WatermarkPlace;
use Kanpai\Core\Proof\WatermarkPlan;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Drawings in the pixels of a picture, and where watermarks are on it. */
final class DrawingTest extends TestCase
{
    public function test_a_drawing_is_put_inside_the_picture_and_thinned(): void
    {
        $line = array_map(fn (int $x): array => [$x, 1000 + ($x === 500 ? 300 : 0)], range(0, 1000, 5));
        $drawing = Drawing::of(
            [
                ['kind' => 'circle', 'x' => -50, 'y' => 99_999, 'rx' => 20.4, 'ry' => 10],
                ['kind' => 'line', 'points' => $line],
                ['kind' => 'circle', 'x' => 5, 'y' => 5, 'rx' => 0, 'ry' => 0],
            ],
            6000,
            4000,
        );
        self::assertSame(['kind' => 'circle', 'x' => 0, 'y' => 4000, 'rx' => 20, 'ry' => 10], $drawing->marks[0]);
        self::assertCount(2, $drawing->marks, 'a mark of no size is none');
        // Douglas and Peucker keep the ends and the corners.
        self::assertSame(
            ['kind' => 'line', 'points' => [[0, 1000], [495, 1000], [500, 1300], [505, 1000], [1000, 1000]]],
            $drawing->marks[1],
        );
        self::assertSame('one circle, one line', Drawing::words($drawing->marks));
    }

    public function test_a_drawing_leaves_as_svg_in_the_pictures_coordinates(): void
    {
        $svg = Drawing::of(
            [
                ['kind' => 'arrow', 'x' => 0, 'y' => 0, 'toX' => 300, 'toY' => 0],
                ['kind' => 'word', 'x' => 10, 'y' => 20, 'text' => " a <b> & \"c\"\n\0 "],
            ],
            600,
            400,
        )->toSvg();
        $read = simplexml_load_string($svg);
        self::assertNotFalse($read);
        self::assertSame(['0 0 600 400', 'a <b> & "c"'], [(string) $read['viewBox'], (string) $read->g[1]->text]);
        self::assertStringStartsWith('M0 0L300 0M', (string) $read->g[1]->path['d']);
        self::assertCount(2, $read->g, 'a rim below, a line above');
    }

    /** @return iterable<string, array{mixed, string}> */
    public static function bad(): iterable
    {
        yield 'no list' => ['circle', 'damaged'];
        yield 'a map' => [['kind' => 'circle'], 'damaged'];
        yield 'an unknown kind' => [[['kind' => 'heart', 'x' => 1]], 'damaged'];
        yield 'a place that is no number' => [
            [['kind' => 'circle', 'x' => 'one', 'y' => 1, 'rx' => 9, 'ry' => 9]],
            'damaged',
        ];
        yield 'infinity' => [[['kind' => 'circle', 'x' => INF, 'y' => 1, 'rx' => 9, 'ry' => 9]], 'damaged'];
        yield 'a point of one number' => [[['kind' => 'line', 'points' => [[1], [2]]]], 'damaged'];
        yield 'nothing' => [[], 'Nothing is drawn'];
        yield 'a tap' => [[['kind' => 'line', 'points' => [[1, 1]]]], 'Nothing is drawn'];
        // Made when it is wanted: PHPUnit writes down what it is given.
        yield 'more points than any hand draws' => [
            fn (): array => [['kind' => 'line', 'points' => array_fill(0, 160_000, [1, 1])]],
            '6,000 points',
        ];
        yield 'many parts' => [
            array_fill(0, 201, ['kind' => 'circle', 'x' => 1, 'y' => 1, 'rx' => 9, 'ry' => 9]),
            '200 parts',
        ];
        yield 'a long word' => [
            [['kind' => 'word', 'x' => 1, 'y' => 1, 'text' => str_repeat('x', 201)]],
            '200 characters',
        ];
    }

    #[DataProvider('bad')]
    public function test_what_is_no_drawing_is_refused_in_words(mixed $said, string $words): void
    {
        $this->expectException(InvalidDrawing::class);
        $this->expectExceptionMessage($words);
        Drawing::of($said instanceof \Closure ? $said() : $said, 600, 400);
    }

    public function test_a_watermark_stands_where_it_is_put_and_never_leaves_the_picture(): void
    {
        // A mark four times as wide as tall, a quarter of 1,200 pixels: 300 × 75, with air of 3 % of 800.
        $at = fn (WatermarkPlace $place): array => WatermarkPlan::of(1200, 800, 4.0, 25.0, $place)->places;
        self::assertSame(
            [[[24, 24]], [[876, 24]], [[24, 701]], [[876, 701]], [[450, 701]], [[450, 362]]],
            array_map($at, [
                WatermarkPlace::TopLeft,
                WatermarkPlace::TopRight,
                WatermarkPlace::BottomLeft,
                WatermarkPlace::BottomRight,
                WatermarkPlace::Bottom,
                WatermarkPlace::Middle,
            ]),
        );
        foreach (
            [
                [1200, 800, 4.0, 25.0],
                [100, 2000, 12.0, 90.0],
                [2000, 100, 0.2, 100.0],
                [1, 1, 3.0, 50.0],
                [300, 200, 1.0, 100.0],
            ] as [$width, $height, $ratio, $percent]
        ) {
            foreach (WatermarkPlace::cases() as $place) {
                $plan = WatermarkPlan::of($width, $height, $ratio, $percent, $place);
                self::assertNotSame([], $plan->places);
                foreach ($plan->places as [$left, $top]) {
                    self::assertTrue(
                        $left >= 0 && $top >= 0 && $left + $plan->width <= $width && $top + $plan->height <= $height,
                        "{$place->value} of {$width} × {$height}",
                    );
                }
            }
        }
        self::assertGreaterThan(7, count($at(WatermarkPlace::Tiled)));
    }
}
