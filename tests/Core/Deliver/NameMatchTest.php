<?php

declare(strict_types=1);

namespace Tests\Core\Deliver;

use Kanpai\Core\Deliver\Handoff\NameMatch;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** To which frame a file belongs that comes back. Names as editors write them: common practice, no source. */
final class NameMatchTest extends TestCase
{
    private const FRAMES = [
        1 => 'HLDA4131.JPG',
        2 => 'HLDA4132.DNG',
        3 => 'CRVM9951.JPG',
        4 => 'CRVM9951.JPG',
        5 => 'HLDA4131_card2.JPG',
        6 => 'Quai d’Été.JPG',
        7 => 'HLDA41.JPG',
    ];

    /** @param  list<int>  $frames */
    #[DataProvider('names')]
    public function test_the_frames_that_are_meant(string $file, array $frames): void
    {
        self::assertSame($frames, NameMatch::of($file, self::FRAMES));
    }

    /** @return iterable<string, array{string, list<int>}> */
    public static function names(): iterable
    {
        yield 'the name itself' => ['HLDA4131.tif', [1]];
        yield 'in small letters' => ['hlda4131.JPEG', [1]];
        yield 'a second picture' => ['HLDA4131-2.jpg', [1]];
        yield 'edited' => ['HLDA4132-edit.tif', [2]];
        yield 'edited twice' => ['HLDA4132_edit-2 (1).tif', [2]];
        yield 'a copy' => ['HLDA4132 copy.jpg', [2]];
        yield 'the longer of two names that fit' => ['HLDA4131_card2-edit.jpg', [5]];
        yield 'with something before it' => ['harbour-day-003-HLDA4132.jpg', [2]];
        yield 'with something before and behind it' => ['regatta 003 HLDA4132-bw.jpg', [2]];
        yield 'a name of two frames' => ['CRVM9951-edit.jpg', [3, 4]];
        yield 'a longer number is another name' => ['HLDA41315.jpg', []];
        yield 'a name inside another is not it' => ['XHLDA4132.jpg', []];
        yield 'no frame at all' => ['final_group_photo.jpg', []];
        yield 'letters with accents' => ['Quai d’Été-2.tif', [6]];
        yield 'no letters' => ['.jpg', []];
        yield 'what is no UTF-8' => ["\xff\xfe.jpg", []];
        yield 'signs of patterns' => ['HLDA4132(.*).jpg', [2]];
    }

    public function test_no_frames_match_nothing_and_empty_names_nothing(): void
    {
        self::assertSame([], NameMatch::of('a.jpg', []));
        self::assertSame([], NameMatch::of('.jpg', [1 => '.jpg']));
    }
}
