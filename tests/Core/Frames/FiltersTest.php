<?php

declare(strict_types=1);

namespace Tests\Core\Frames;

use Kanpai\Core\Frames\Filter\FilterText;
use Kanpai\Core\Frames\Filter\InvalidFilter;
use Kanpai\Core\Frames\FrameFilter;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Filters as they are written: read, written again, and refused with the reason. */
final class FiltersTest extends TestCase
{
    /** @return iterable<array{string, string}> */
    public static function filters(): iterable
    {
        yield ['verdict:KEEP', 'verdict:keep'];
        yield ['  rating >= 3 and use : album', 'rating>=3 and use:album'];
        yield ['rating>=3 and use:album', 'rating>=3 and use:album'];
        yield ['rating>=3 use:album', 'rating>=3 and use:album'];
        yield ['use:album or use:press and rating:5', 'use:album or use:press and rating:5'];
        yield ['(use:album or use:press) and rating:5', '(use:album or use:press) and rating:5'];
        yield ['not not verdict:drop', 'not (not verdict:drop)'];
        yield ['NOT (iso>800 OR shutter<=1/60)', 'not (iso>800 or shutter<=1/60)'];
        yield ['lens:"85 mm f/1.8"', 'lens:"85 mm f/1.8"'];
        yield ['words:"she said \"go\""', 'words:"she said \"go\""'];
        yield ['regatta', 'words:regatta or name:regatta or body:regatta or lens:regatta'];
        yield ['"and"', 'words:"and" or name:"and" or body:"and" or lens:"and"'];
        yield ['aperture:f/2.8 focal>=85mm time>=14:30', 'aperture:f/2.8 and focal>=85mm and time>="14:30"'];
        yield ['camera:corvid and f:2.8', 'body:corvid and aperture:2.8'];
        yield ['85mm', 'focal:85mm or words:85mm or name:85mm or body:85mm or lens:85mm'];
        yield ['1/500', 'shutter:1/500 or words:1/500 or name:1/500 or body:1/500 or lens:1/500'];
        yield ['f2.8', 'aperture:f2.8 or words:f2.8 or name:f2.8 or body:f2.8 or lens:f2.8'];
        yield ['ISO400', 'iso:ISO400 or words:ISO400 or name:ISO400 or body:ISO400 or lens:ISO400'];
        yield ['keyword:größe', 'keyword:größe'];
        yield ['chosen >= 2 and not notes>0', 'chosen>=2 and not notes>0'];
        yield ['chosen:any or chosen:Album or chosen:"Ada Fenn"', 'chosen:any or chosen:Album or chosen:"Ada Fenn"'];
        yield ['((((verdict:open))))', 'verdict:open'];
    }

    #[DataProvider('filters')]
    public function test_a_filter_is_read_and_written_again(string $text, string $written): void
    {
        self::assertSame($written, (string) FilterText::read($text));
        self::assertSame($written, (string) FilterText::read($written), 'what was written reads otherwise');
    }

    /** @return iterable<string, array{string, string}> */
    public static function nonsense(): iterable
    {
        yield 'what it cannot ask' => ['colour:red', 'cannot ask about “colour”'];
        yield 'no value' => ['lens:', 'a value is missing'];
        yield 'an empty value' => ['lens:""', 'a value is missing'];
        yield 'a verdict that is none' => ['verdict:maybe', '“verdict” cannot be “maybe”'];
        yield 'a rating of 9' => ['rating:9', '“rating” cannot be “9”'];
        yield 'half a rating' => ['rating>=2.5', '“rating” cannot be'];
        yield 'no number' => ['iso>many', '“iso” cannot be “many”'];
        yield 'division by nothing' => ['shutter<1/0', '“shutter” cannot be'];
        yield 'more than a guest' => ['chosen>Ada', '“chosen” cannot be “Ada”'];
        yield 'notes of a name' => ['notes:Ada', '“notes” cannot be “Ada”'];
        yield 'more of a word' => ['lens>85', 'has no more and less'];
        yield 'no time' => ['time:25:00', '“time” cannot be'];
        yield 'it ends too soon' => ['verdict:keep and', 'ends where something must follow'];
        yield 'it begins with or' => ['or verdict:keep', 'cannot be read from here'];
        yield 'a bracket too many' => ['verdict:keep)', 'cannot be read from here'];
        yield 'a bracket too few' => ['(verdict:keep', 'opened and not closed'];
        yield 'nothing in brackets' => ['()', 'cannot be read from here'];
        yield 'an open quote' => ['lens:"85', 'cannot be read from here'];
        yield 'nested 50 deep' => [str_repeat('(', 50).'verdict:keep'.str_repeat(')', 50), 'more than 12 deep'];
        yield 'not, 50 times' => [str_repeat('not ', 50).'verdict:keep', 'more than 12 deep'];
        yield 'longer than a page' => [str_repeat('a', 2001), 'longer than 2000'];
        yield 'no text' => ["lens:\xFF", 'cannot be read from here'];
    }

    #[DataProvider('nonsense')]
    public function test_what_cannot_be_understood_is_refused_with_the_reason(string $text, string $why): void
    {
        try {
            FilterText::read($text);
            self::fail('taken');
        } catch (InvalidFilter $reason) {
            self::assertStringContainsString($why, $reason->getMessage());
        }
        $filter = FrameFilter::ofQuery(['where' => $text, 'verdict' => 'keep']);
        self::assertNull($filter->where);
        self::assertStringContainsString($why, (string) $filter->problem);
        self::assertSame(['verdict' => 'keep'], $filter->toQuery());
    }

    public function test_the_address_carries_filter_and_order(): void
    {
        $filter = FrameFilter::ofQuery(['where' => ' rating>=3   use:album', 'sort' => 'sharpness']);
        self::assertSame(['where' => 'rating>=3 and use:album', 'sort' => 'sharpness'], $filter->toQuery());
        self::assertEquals($filter, FrameFilter::ofQuery($filter->toQuery()));
        self::assertTrue(FrameFilter::ofQuery(['sort' => 'name'])->isAll());
        self::assertSame([], FrameFilter::ofQuery(['sort' => 'beauty', 'where' => ' '])->toQuery());
    }
}
