<?php

declare(strict_types=1);

namespace Tests\Core\Deliver;

use Kanpai\Core\Deliver\Output\Format;
use Kanpai\Core\Deliver\Output\InvalidOutput;
use Kanpai\Core\Deliver\Output\OutputPlan;
use Kanpai\Core\Deliver\Output\QualitySearch;
use Kanpai\Core\Deliver\Output\Size;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\MetadataScope;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * How large pictures are written. Worked by hand; a 24-megapixel picture has 6,000 × 4,000 pixels (common practice, no
 * source).
 */
final class OutputSizesTest extends TestCase
{
    /**
     * @return iterable<string, array{Size, array{int, int}, array{int, int}, string}>
     *   size, of a picture, written as, in words
     */
    public static function sizes(): iterable
    {
        yield 'full' => [Size::full(), [6000, 4000], [6000, 4000], 'full size'];
        yield 'longest side' => [Size::longest(2400), [6000, 4000], [2400, 1600], '2,400 px on the longest side'];
        yield 'longest side, upright' => [
            Size::longest(2400),
            [4000, 6000],
            [1600, 2400],
            '2,400 px on the longest side',
        ];
        yield 'shortest side' => [Size::shortest(1080), [6000, 4000], [1620, 1080], '1,080 px on the shortest side'];
        yield 'within' => [Size::within(1920, 1080), [6000, 4000], [1620, 1080], 'within 1,920 × 1,080 px'];
        yield 'within, upright' => [Size::within(1920, 1080), [4000, 6000], [720, 1080], 'within 1,920 × 1,080 px'];
        // 8 × 10 inches at 300 ppi are 2,400 × 3,000 pixels; of 3:2 the short side must be 2,400.
        yield 'a print' => [Size::print(8, 10), [6000, 4000], [3600, 2400], 'print 8 × 10 in at 300 ppi'];
        yield 'a print, upright' => [Size::print(8, 10), [4000, 6000], [2400, 3600], 'print 8 × 10 in at 300 ppi'];
        yield 'a square print' => [Size::print(10, 10, 100), [6000, 4000], [1500, 1000], 'print 10 × 10 in at 100 ppi'];
        yield 'per cent' => [Size::percent(25), [6000, 4000], [1500, 1000], '25 %'];
        yield 'megapixels' => [Size::megapixels(6), [6000, 4000], [3000, 2000], '6 megapixels'];
        yield 'never enlarged' => [Size::longest(9000), [6000, 4000], [6000, 4000], '9,000 px on the longest side'];
        yield 'enlarged when asked' => [
            Size::longest(9000, true),
            [6000, 4000],
            [9000, 6000],
            '9,000 px on the longest side, enlarged where needed',
        ];
        yield 'a print that is too large' => [
            Size::print(30, 40),
            [6000, 4000],
            [6000, 4000],
            'print 30 × 40 in at 300 ppi',
        ];
        yield 'a thread' => [Size::longest(100), [10_000, 3], [100, 1], '100 px on the longest side'];
        yield 'more than a JPEG holds' => [Size::percent(400), [40_000, 20_000], [65_535, 32_768], '400 %'];
    }

    /**
     * @param  array{int, int}  $of
     * @param  array{int, int}  $written
     */
    #[DataProvider('sizes')]
    public function test_a_picture_is_written_at_its_size_and_in_its_shape(
        Size $size,
        array $of,
        array $written,
        string $words,
    ): void {
        self::assertSame([$written, $words], [$size->of(...$of), $size->inWords()]);
    }

    /** @return iterable<string, array{callable(): Size}> */
    public static function wrong(): iterable
    {
        yield 'no pixels' => [fn () => Size::longest(0)];
        yield 'too many' => [fn () => Size::shortest(70_000)];
        yield 'no height' => [fn () => Size::within(100, 0)];
        yield 'a print of nothing' => [fn () => Size::print(0, 10)];
        yield 'five ppi' => [fn () => Size::print(8, 10, 5)];
        yield 'a wall at 2,400 ppi' => [fn () => Size::print(80, 100, 2400)];
        yield 'minus ten per cent' => [fn () => Size::percent(-10)];
        yield 'no number' => [fn () => Size::percent(NAN)];
        yield 'infinite megapixels' => [fn () => Size::megapixels(INF)];
    }

    #[DataProvider('wrong')]
    public function test_a_size_that_is_none_is_refused(callable $size): void
    {
        $this->expectException(InvalidOutput::class);
        $size();
    }

    public function test_the_best_quality_within_a_limit_is_found_with_few_files(): void
    {
        $asked = [];
        $bytes = function (int $quality) use (&$asked): int {
            $asked[] = $quality;

            return $quality * 10_000;
        };
        self::assertSame(73, QualitySearch::within(92, 735_000, $bytes));
        self::assertLessThanOrEqual(8, count($asked));
        self::assertSame(92, QualitySearch::within(92, 10_000_000, $bytes));
        self::assertSame(20, QualitySearch::within(92, 1, $bytes), 'it is as small as it gets');
        self::assertSame(15, QualitySearch::within(15, 1, $bytes));
    }

    public function test_formats(): void
    {
        self::assertSame(
            ['jpg', 'tif', 'webp'],
            array_map(fn (Format $format): string => $format->ending(), Format::cases()),
        );
        self::assertSame(
            [true, false, true],
            array_map(fn (Format $format): bool => $format->hasQuality(), Format::cases()),
        );
    }

    public function test_an_output_goes_into_the_database_and_comes_back(): void
    {
        foreach (OutputPlan::starters() as $name => $plan) {
            $back = OutputPlan::fromArray(json_decode((string) json_encode($plan->toArray()), true));
            self::assertEquals($plan, $back, $name);
            self::assertSame($plan->fingerprint(), $back->fingerprint());
        }
        self::assertCount(
            6,
            array_unique(array_map(fn (OutputPlan $plan): string => $plan->fingerprint(), OutputPlan::starters())),
        );
        foreach ([Size::shortest(10), Size::within(10, 20, true), Size::percent(50), Size::megapixels(2)] as $size) {
            self::assertEquals($size, OutputPlan::fromArray(OutputPlan::of($size)->toArray())->size);
        }
        self::assertSame(
            '1,600 px on the longest side · WebP 80 · at most 400 KB · sRGB · sharpened for screen · copyright '.
                'and contact only',
            OutputPlan::starters()['Blog']->inWords(),
        );
    }

    /** @return iterable<string, array{callable(): OutputPlan}> */
    public static function impossible(): iterable
    {
        yield 'quality 0' => [fn () => OutputPlan::of(Size::full(), quality: 0)];
        yield 'quality 101' => [fn () => OutputPlan::of(Size::full(), quality: 101)];
        yield 'nine kilobytes' => [fn () => OutputPlan::of(Size::full(), mostBytes: 9_000)];
        yield 'a small TIFF' => [fn () => OutputPlan::of(Size::full(), Format::Tiff, mostBytes: 1_000_000)];
    }

    #[DataProvider('impossible')]
    public function test_an_output_that_cannot_be_written_is_refused(callable $plan): void
    {
        $this->expectException(InvalidOutput::class);
        $plan();
    }

    public function test_what_files_say_of_themselves(): void
    {
        $caption = Caption::of([
            'headline' => 'Final',
            'persons' => 'Ada Fenn',
            'copyright' => '© 2026',
            'contact_email' => 'mara@quill.example',
        ]);
        self::assertSame(
            ['headline', 'persons', 'copyright', 'contact_email'],
            array_keys(MetadataScope::All->of($caption)->values()),
        );
        self::assertSame(['copyright', 'contact_email'], array_keys(MetadataScope::Rights->of($caption)->values()));
        self::assertTrue(MetadataScope::None->of($caption)->isEmpty());
    }
}
