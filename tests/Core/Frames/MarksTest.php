<?php

declare(strict_types=1);

namespace Tests\Core\Frames;

use Kanpai\Core\Cull\MarkRequest;
use Kanpai\Core\Frames\InvalidMark;
use Kanpai\Core\Frames\Marks;
use Kanpai\Core\Frames\Verdict;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What is asked to be marked, and undone. The browser undoes by the same table of cases (tests/Scripts/cull). */
final class MarksTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>}> */
    public static function undone(): iterable
    {
        $cases = json_decode((string) file_get_contents(dirname(__DIR__, 2).'/cases/undone-marks.json'), true);
        foreach ((array) $cases as $case) {
            yield $case['name'] => [$case];
        }
    }

    /** @param  array<string, mixed>  $case */
    #[DataProvider('undone')]
    public function test_a_change_is_undone_as_far_as_nothing_has_changed_it_since(array $case): void
    {
        $undone = self::marks($case['now'])->withdrawn(self::marks($case['before']), self::marks($case['after']));
        self::assertTrue(self::marks($case['undone'])->equals($undone));
    }

    /** @return iterable<string, array{array<string, mixed>, bool}> what somebody asks for, on a kept frame rated 3 */
    public static function seen(): iterable
    {
        yield 'nothing is known of what was seen' => [['verdict' => 'drop'], false];
        yield 'what was seen is there' => [['verdict' => 'drop', 'saw' => ['keep', 3, 0]], false];
        yield 'another verdict was seen, and a verdict is given' => [['verdict' => 'drop', 'saw' => ['open', 3, 0]], true];
        yield 'another verdict was seen, and a rating is given' => [['rating' => 5, 'saw' => ['open', 3, 0]], false];
        yield 'another rating was seen, and a rating is given' => [['rating' => 5, 'saw' => ['keep', 0, 0]], true];
        yield 'what is asked for is there already' => [['verdict' => 'keep', 'saw' => ['open', 0, 0]], false];
        yield 'uses never conflict' => [['given' => 4, 'saw' => ['open', 0, 7]], false];
    }

    /** @param  array<string, mixed>  $asked */
    #[DataProvider('seen')]
    public function test_what_its_author_did_not_see_is_not_overwritten(array $asked, bool $conflicts): void
    {
        $before = Marks::of(Verdict::Keep, 3);
        $request = MarkRequest::of(['frame' => 1, ...$asked]);
        self::assertSame($conflicts, $request->conflictsWith($before, $request->appliedTo($before)));
    }

    public function test_a_request_for_nothing_is_refused_unless_it_collects(): void
    {
        self::assertTrue(MarkRequest::of(['frame' => 1, 'collect' => false])->onlyCollects());
        self::assertFalse(MarkRequest::of(['frame' => 1, 'collect' => true, 'rating' => 0])->onlyCollects());
        $this->expectException(InvalidMark::class);
        MarkRequest::of(['frame' => 1])->appliedTo(Marks::of(Verdict::Open, 0));
    }

    /** @param  array{string, int<0, 5>, int}  $marks */
    private static function marks(array $marks): Marks
    {
        return Marks::of(Verdict::from($marks[0]), $marks[1], $marks[2]);
    }
}
