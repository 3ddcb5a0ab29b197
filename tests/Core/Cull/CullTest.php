<?php

declare(strict_types=1);

namespace Tests\Core\Cull;

use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Core\Frames\InvalidMark;
use Kanpai\Core\Frames\Marks;
use Kanpai\Core\Frames\Verdict;
use Kanpai\Core\Imaging\DifferenceHash;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class CullTest extends TestCase
{
    public function test_a_mark_changes_what_it_says_and_nothing_else(): void
    {
        $before = Marks::of(Verdict::Keep, 3);
        self::assertEquals(Marks::of(Verdict::Drop, 3), $before->marked('drop', null));
        self::assertEquals(Marks::of(Verdict::Keep, 0), $before->marked(null, 0));
        self::assertEquals(Marks::of(Verdict::Open, 5), $before->marked('open', 5));
    }

    /** @return iterable<array{string|null, int|null}> */
    public static function nonsense(): iterable
    {
        yield [null, null];
        yield ['maybe', null];
        yield [null, 6];
        yield ['keep', -1];
    }

    #[DataProvider('nonsense')]
    public function test_a_mark_in_other_words_is_refused(?string $verdict, ?int $rating): void
    {
        $this->expectException(InvalidMark::class);
        Marks::of(Verdict::Open, 0)->marked($verdict, $rating);
    }

    /** xmp:Rating by ISO 16684-2: −1 is rejected. */
    public function test_ratings_leave_as_xmp(): void
    {
        self::assertSame(
            [-1, 4, 0],
            [Verdict::Drop->xmpRating(4), Verdict::Keep->xmpRating(4), Verdict::Open->xmpRating(0)],
        );
    }

    /** @return iterable<array{array<string, mixed>, array<string, int|string>}> */
    public static function filters(): iterable
    {
        yield [[], []];
        yield [
            ['verdict' => 'keep', 'rating' => '3', 'body' => '7'],
            ['verdict' => 'keep', 'rating' => 3, 'body' => 7],
        ];
        yield [['verdict' => 'all', 'rating' => '9', 'body' => '-1', 'from' => 'x'], []];
        yield [['rating' => '0', 'from' => '1000', 'to' => '2000'], ['from' => 1000, 'to' => 2000]];
        yield [['verdict' => ['keep'], 'rating' => ['1']], []];
    }

    /**
     * @param  array<string, mixed>  $query
     * @param  array<string, int|string>  $expected
     */
    #[DataProvider('filters')]
    public function test_a_filter_comes_from_an_address_and_goes_back_into_one(array $query, array $expected): void
    {
        self::assertSame($expected, FrameFilter::ofQuery($query)->toQuery());
        self::assertEquals(FrameFilter::ofQuery($query), FrameFilter::ofQuery(FrameFilter::ofQuery($query)->toQuery()));
    }

    /** A ramp to the right sets every sign, one to the left none (Krawetz 2013). */
    public function test_the_difference_hash_takes_signs_of_neighbours(): void
    {
        $right = DifferenceHash::of(array_merge(...array_fill(0, 8, range(0, 8))));
        $left = DifferenceHash::of(array_merge(...array_fill(0, 8, range(8, 0))));
        self::assertSame('ffffffffffffffff', (string) $right);
        self::assertSame('0000000000000000', (string) $left);
        self::assertSame(64, $right->distance($left));
        self::assertSame(0, $right->distance($right));
        $this->expectException(\InvalidArgumentException::class);
        DifferenceHash::of([1, 2]);
    }
}
