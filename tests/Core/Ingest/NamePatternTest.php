<?php

declare(strict_types=1);

namespace Tests\Core\Ingest;

use Kanpai\Core\Ingest\InvalidNamePattern;
use Kanpai\Core\Ingest\NamePattern;
use Kanpai\Core\Ingest\NamePlan;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Where copies go. Years first, numbers from 001 in order of time: common practice, no source. */
final class NamePatternTest extends TestCase
{
    private const VALUES = [
        'shoot' => 'Harbour day',
        'client' => 'Harbour Office',
        'place' => 'North Quay',
        'year' => '2026',
        'month' => '09',
        'day' => '05',
        'date' => '2026-09-05',
        'time' => '140311',
        'shooter' => 'Ivo Tarn',
        'body' => 'Corvid M2',
        'serial' => 'CM2-1',
        'card' => '2',
        'card_name' => 'ivo',
        'folder' => '100CORVD',
        'original' => 'CRVM0001',
        'number' => '0007',
    ];

    /** @return iterable<string, array{string, string, array<string, string>, string}> folder, file, values, path */
    public static function paths(): iterable
    {
        yield 'as it comes' => [
            NamePattern::standard()->folder,
            NamePattern::standard()->file,
            [],
            '2026/2026-09-05 Harbour day/Ivo Tarn/card 2 ivo/100CORVD/CRVM0001.DNG',
        ];
        yield 'by client and shooter' => [
            '{{client}}/{{ shooter }}/unedited',
            '{{date}}_{{number}}',
            [],
            'Harbour Office/Ivo Tarn/unedited/2026-09-05_0007.DNG',
        ];
        yield 'no folder at all' => ['', '{{original}}', [], 'CRVM0001.DNG'];
        yield 'an empty value leaves no empty folder' => [
            '{{client}}/{{folder}}',
            '{{original}}',
            ['client' => '', 'folder' => ''],
            'CRVM0001.DNG',
        ];
        yield 'a name that would be empty stays the camera’s' => ['', '{{client}}', ['client' => ''], 'CRVM0001.DNG'];
        yield 'a value makes no folder' => [
            '{{shoot}}',
            '{{client}}',
            ['shoot' => 'A/B', 'client' => 'C/D\\E'],
            'A-B/C-D-E.DNG',
        ];
        yield 'a value does not climb' => [
            'x/{{shoot}}/{{client}}',
            '{{original}}',
            ['shoot' => '..', 'client' => '../..'],
            'x/-/CRVM0001.DNG',
        ];
        yield 'a value hides nothing' => [
            '{{shoot}}',
            '{{original}}',
            ['shoot' => '.hidden', 'original' => '.profile'],
            'hidden/profile.DNG',
        ];
        yield 'what some disk forbids' => [
            '{{shoot}}',
            '{{original}}',
            ['shoot' => 'a:b*c?"d"<e>|f '],
            'a-b-c--d--e--f/CRVM0001.DNG',
        ];
        yield 'newline and NUL' => ['', '{{original}}', ['original' => "a\nb\0c"], 'a-b-c.DNG'];
        yield 'a folder on the card may be deep' => [
            '{{folder}}',
            '{{original}}',
            ['folder' => 'PRIVATE/CLIP'],
            'PRIVATE/CLIP/CRVM0001.DNG',
        ];
        yield 'but never climbs' => ['{{folder}}', '{{original}}', ['folder' => '../../etc'], 'etc/CRVM0001.DNG'];
        yield 'bytes that are no text stay' => ['', '{{original}}', ['original' => "caf\xE9"], "caf\xE9.DNG"];
        yield 'a placeholder in a value is a value' => ['', '{{client}}', ['client' => '{{shoot}}'], '{{shoot}}.DNG'];
        yield 'a number of so many digits' => ['', '{{date}}-{{number:3}}', [], '2026-09-05-007.DNG'];
        yield 'more digits where the largest number needs them' => [
            '',
            '{{ number : 2 }}',
            ['largest' => '12000'],
            '00007.DNG',
        ];
        yield '255 bytes at most, no character halved' => [
            '',
            '{{original}}',
            ['original' => str_repeat('ü', 200)],
            str_repeat('ü', 125).'.DNG',
        ];
    }

    /** @param  array<string, string>  $values */
    #[DataProvider('paths')]
    public function test_a_pattern_gives_a_path_that_stays_inside(
        string $folder,
        string $file,
        array $values,
        string $path,
    ): void {
        self::assertSame($path, NamePattern::of($folder, $file)->path($values + self::VALUES, '.DNG'));
    }

    /** @return iterable<string, array{string, string, string, string}> folder, file, field, words */
    public static function wrong(): iterable
    {
        yield 'unknown' => ['{{shoots}}', '{{original}}', 'folder', '“shoots”'];
        yield 'digits without end' => ['', '{{number:12}}', 'file', '“number:12”'];
        yield 'digits of what is no number' => ['', '{{original:3}}', 'file', '“original:3”'];
        yield 'unknown in the name' => ['', '{{nothing}}', 'file', '“nothing”'];
        yield 'does not end' => ['{{shoot', '{{original}}', 'folder', 'does not end'];
        yield 'does not end, later' => ['', '{{shoot}}-{{number', 'file', 'does not end'];
        yield 'no name' => ['a', ' ', 'file', '{{original}}'];
        yield 'a folder in the name' => ['', 'a/{{original}}', 'file', 'no folders'];
        yield 'climbing' => ['../out', '{{original}}', 'folder', 'inside the places'];
        yield 'climbing inside' => ['a/../../b', '{{original}}', 'folder', 'inside the places'];
        yield 'from the root' => ['/etc', '{{original}}', 'folder', 'inside the places'];
        yield 'control characters' => ["a\nb", '{{original}}', 'folder', 'cannot stand in a name'];
    }

    #[DataProvider('wrong')]
    public function test_a_pattern_that_cannot_be_is_refused_at_its_field(
        string $folder,
        string $file,
        string $field,
        string $words,
    ): void {
        try {
            NamePattern::of($folder, $file);
            self::fail('it was taken');
        } catch (InvalidNamePattern $reason) {
            self::assertSame($field, $reason->field);
            self::assertStringContainsString($words, $reason->getMessage());
        }
    }

    public function test_the_files_of_a_frame_share_name_and_number_and_numbers_run_in_the_order_given(): void
    {
        $plan = (new NamePlan(NamePattern::of('{{shooter}}', '{{number}}')))->of([
            'raw' => $this->file('a', '.DNG', 98),
            'jpeg' => $this->file('a', '.JPG', 98),
            'note' => $this->file('a', '.WAV', 98),
            'next' => $this->file('b', '.JPG', 99),
        ]);
        self::assertSame(
            ['Ivo Tarn/0098.DNG', 'Ivo Tarn/0098.JPG', 'Ivo Tarn/0098.WAV', 'Ivo Tarn/0099.JPG'],
            array_column($plan, 'path'),
        );
        self::assertSame(['raw', 'jpeg', 'note', 'next'], array_keys($plan));
        // One more digit for all as soon as one needs it.
        $pattern = NamePattern::of('', '{{number:2}}');
        self::assertSame(
            ['099.JPG', '100.JPG'],
            array_column(
                (new NamePlan($pattern))->of([$this->file('a', '.JPG', 99), $this->file('b', '.JPG', 100)]),
                'path',
            ),
        );
        self::assertSame(
            ['0099.JPG'],
            array_column((new NamePlan($pattern))->of([$this->file('a', '.JPG', 99)], 1200), 'path'),
        );
    }

    public function test_a_pattern_that_makes_every_name_the_same_still_gives_each_its_own(): void
    {
        $files = [];
        for ($i = 0; $i < 6000; $i++) {
            $files[] = $this->file("frame {$i}", '.JPG');
        }
        $plan = (new NamePlan(NamePattern::of('', '{{shoot}}')))->of($files);
        self::assertCount(6000, array_unique(array_column($plan, 'path')));
        self::assertSame(['Harbour day.JPG', 'Harbour day-2.JPG'], [$plan[0]['path'], $plan[1]['path']]);
        self::assertSame(['', 'Harbour day.JPG'], [$plan[0]['clash'], $plan[5999]['clash']]);
    }

    public function test_names_that_only_a_careful_disk_tells_apart_clash(): void
    {
        $plan = new NamePlan(NamePattern::of('', '{{original}}'), ['crvm0001.jpg', "Caf\u{00E9}.JPG"]);
        $planned = $plan->of([
            $this->file('a', '.JPG'),
            [
                'key' => 'b',
                'extension' => '.JPG',
                'number' => 2,
                'values' => ['original' => "Cafe\u{0301}"] + self::VALUES,
            ],
        ]);
        self::assertSame(['CRVM0001-2.JPG', "Cafe\u{0301}-2.JPG"], array_column($planned, 'path'));
    }

    public function test_two_files_of_a_frame_with_one_ending_do_not_meet(): void
    {
        $plan = (new NamePlan(NamePattern::of('', '{{original}}')))->of([
            $this->file('a', '.JPG'),
            $this->file('a', '.jpg'),
            $this->file('a', '.XMP'),
        ]);
        self::assertSame(['CRVM0001.JPG', 'CRVM0001.XMP', 'CRVM0001-2.jpg'], array_column($plan, 'path'));
    }

    /**
     * @param  positive-int  $number
     * @return array{key: string, extension: string, number: positive-int, values: array<string, string>}
     */
    private function file(string $key, string $extension, int $number = 1): array
    {
        return [
            'key' => $key,
            'extension' => $extension,
            'number' => $number,
            'values' => array_diff_key(self::VALUES, ['number' => 0]),
        ];
    }
}
