<?php

declare(strict_types=1);

namespace Tests\Core\Deliver;

use Kanpai\Core\Deliver\ContactSheet\InvalidSheet;
use Kanpai\Core\Deliver\ContactSheet\Paper;
use Kanpai\Core\Deliver\ContactSheet\SheetPlan;
use PHPUnit\Framework\TestCase;

/**
 * Where pictures lie on sheets. Sizes of paper: ISO 216 (A4, A3) and ANSI/ASME Y14.1 (letter, 8.5 × 11 in), from
 * memory.
 */
final class SheetPlanTest extends TestCase
{
    public function test_cells_lie_on_the_sheet_and_never_on_each_other(): void
    {
        foreach (Paper::cases() as $paper) {
            foreach ([[1, 1], [4, 6], [7, 3], [8, 7]] as [$columns, $rows]) {
                foreach ([false, true] as $isLandscape) {
                    $plan = SheetPlan::of($paper, $isLandscape, $columns, $rows, captions: true);
                    [$width, $height] = $plan->size();
                    self::assertSame($isLandscape, $width > $height);
                    $cells = array_map($plan->cell(...), range(0, $columns * $rows - 1));
                    foreach ($cells as $i => $cell) {
                        self::assertSame(0, $cell['page']);
                        self::assertGreaterThanOrEqual(10.0, min($cell['x'], $cell['y'] - 10.0));
                        self::assertLessThanOrEqual($width - 10.0, $cell['x'] + $cell['width']);
                        self::assertLessThanOrEqual(
                            $height - 14.0,
                            $cell['y'] + $cell['height'] + $plan->lines() * SheetPlan::LINE,
                        );
                        foreach (array_slice($cells, $i + 1) as $other) {
                            self::assertTrue(
                                $other['x'] >= $cell['x'] + $cell['width'] ||
                                    $other['y'] >= $cell['y'] + $cell['height'] + $plan->lines() * SheetPlan::LINE ||
                                    $cell['x'] >= $other['x'] + $other['width'],
                            );
                        }
                    }
                    self::assertSame(1, $plan->cell($columns * $rows)['page']);
                }
            }
        }
    }

    public function test_pages_and_pictures_within_their_cells(): void
    {
        $plan = SheetPlan::of(Paper::A4, false, 4, 6);
        self::assertSame(
            [0, 1, 1, 2, 250],
            [$plan->pages(0), $plan->pages(1), $plan->pages(24), $plan->pages(25), $plan->pages(6000)],
        );
        $cell = ['page' => 0, 'x' => 10.0, 'y' => 20.0, 'width' => 40.0, 'height' => 30.0];
        self::assertSame(
            ['x' => 10.0, 'y' => 25.0, 'width' => 40.0, 'height' => 20.0],
            array_map(fn (float $mm): float => round($mm, 6), SheetPlan::within($cell, 600, 300)),
        );
        self::assertSame(
            ['x' => 22.5, 'y' => 20.0, 'width' => 15.0, 'height' => 30.0],
            SheetPlan::within($cell, 300, 600),
        );
        self::assertEquals($plan, SheetPlan::fromArray($plan->toArray()));
    }

    public function test_what_cannot_be_is_refused(): void
    {
        foreach ([[0, 4], [4, 0], [21, 4], [4, 21], [20, 20]] as [$columns, $rows]) {
            try {
                SheetPlan::of(Paper::A4, false, $columns, $rows);
                self::fail("{$columns} × {$rows}");
            } catch (InvalidSheet $reason) {
                self::assertNotSame('', $reason->getMessage());
            }
        }
    }
}
