<?php

declare(strict_types=1);

namespace Tests\Core\Captions;

use Kanpai\Core\Captions\Keyword\KeywordList;
use Kanpai\Core\Captions\Roster\Person;
use Kanpai\Core\Captions\Roster\Roster;
use Kanpai\Core\Captions\Table;
use Kanpai\Core\Captions\UnreadableTable;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Tables as people paste and save them (RFC 4180), rosters and lists of keywords out of them. */
final class TablesTest extends TestCase
{
    /** @return iterable<string, array{string, list<list<string>>}> */
    public static function tables(): iterable
    {
        yield 'plain' => ["a,b\nc,d", [['a', 'b'], ['c', 'd']]];
        yield 'lines of RFC 4180' => ["a,b\r\nc,d\r\n", [['a', 'b'], ['c', 'd']]];
        yield 'old lines' => ["a,b\rc,d", [['a', 'b'], ['c', 'd']]];
        yield 'quoted, as in RFC 4180, section 2' => [
            "\"aaa\",\"b \r\nbb\",\"c,\"\"c\"\"\"\r\nzzz,yyy,xxx",
            [['aaa', "b \nbb", 'c,"c"'], ['zzz', 'yyy', 'xxx']],
        ];
        yield 'semicolons' => ["a;b,c\nd;e", [['a', 'b,c'], ['d', 'e']]];
        yield 'tabulators, as a spreadsheet copies' => ["a\tb\nc\td", [['a', 'b'], ['c', 'd']]];
        yield 'a byte order mark' => ["\xEF\xBB\xBFname,x", [['name', 'x']]];
        yield 'Latin-1' => ["J\xF6rg,M\xFCller", [['Jörg', 'Müller']]];
        yield 'UTF-16 little-endian' => [
            "\xFF\xFE".mb_convert_encoding("Jö,b\nc,d", 'UTF-16LE', 'UTF-8'),
            [['Jö', 'b'], ['c', 'd']],
        ];
        yield 'UTF-16 big-endian' => ["\xFE\xFF".mb_convert_encoding('Jö,b', 'UTF-16BE', 'UTF-8'), [['Jö', 'b']]];
        yield 'empty lines' => ["\n\na,b\n\n", [['a', 'b']]];
        yield 'a backslash is a backslash' => ['"a\\",b', [['a\\', 'b']]];
    }

    /** @param  list<list<string>>  $expected */
    #[DataProvider('tables')]
    public function test_tables_are_read(string $bytes, array $expected): void
    {
        self::assertSame($expected, array_column(Table::rows($bytes), 'cells'));
    }

    /** @return iterable<string, array{string, string}> */
    public static function unreadable(): iterable
    {
        yield 'nothing' => ['', 'nothing in it'];
        yield 'a file of a spreadsheet' => ["PK\x03\x04\0\0\0", 'is no text'];
        yield 'an open quote' => ["number,name\n1,\"Ada\n2,Joss", 'quote on line 2 is not closed'];
        yield 'unequal columns' => ["number,name,team\n1,Ada,X\n2,Joss", 'Line 3 has 2 columns, the first row has 3'];
        yield 'unequal, after a row of two lines' => [
            "number,name\n1,\"Ada\nFenn\"\n2",
            'Line 4 has 1 column, the first row has 2',
        ];
        yield 'no name' => ["number,name\n1,Ada\n2,", 'Line 3 has no name'];
        yield 'a code twice' => ["name,code\nAda,a\nBea,b\nAnn,A", 'The code “A” is on line 2 and on line 4'];
    }

    #[DataProvider('unreadable')]
    public function test_a_roster_that_cannot_be_read_says_where(string $bytes, string $words): void
    {
        $this->expectException(UnreadableTable::class);
        $this->expectExceptionMessage($words);
        Roster::of(Table::rows($bytes));
    }

    public function test_rosters_know_their_columns_by_name_or_by_place(): void
    {
        $ada = new Person('7', 'Ada Fenn', 'Saltmarsh', 'stroke', 'af');
        foreach (
            [
                '7,Ada Fenn,Saltmarsh,stroke,af',
                "Number,Name,Team,Role,Code\n7,Ada Fenn,Saltmarsh,stroke,af",
                "code;club;bib;seat;athlete\naf;Saltmarsh;7;stroke;Ada Fenn",
            ] as $table
        ) {
            self::assertEquals([$ada], Roster::of(Table::rows($table)), $table);
        }
        self::assertEquals([new Person('', 'Ada', '', '', '')], Roster::of(Table::rows("name\nAda")));
    }

    public function test_twenty_thousand_people_are_read_in_a_moment(): void
    {
        $table = "number,name,team,role,code\n";
        for ($i = 1; $i <= 20_000; $i++) {
            $table .= "{$i},\"Name, the {$i}.\",Team ".$i % 40 .",bow,c{$i}\n";
        }
        $start = microtime(true);
        $people = Roster::of(Table::rows($table));
        self::assertCount(20_000, $people);
        self::assertSame('Name, the 20000.', $people[19_999]->name);
        self::assertLessThan(3.0, microtime(true) - $start);
        $this->expectExceptionMessage('more than 50,000 rows');
        Table::rows(str_repeat("a,b\n", 50_002));
    }

    public function test_keywords_stand_below_their_broader_terms(): void
    {
        foreach (
            [
                "rowing > sculling > single\nwater,river\nrowing",
                "rowing,sculling,single\nrowing > sculling\nwater > river",
            ] as $table
        ) {
            $list = KeywordList::of(Table::rows($table));
            self::assertSame(['rowing', 'sculling', 'single'], $list->paths()['single']);
            self::assertSame(
                ['water', 'river', 'rowing', 'sculling', 'single', 'own'],
                $list->withBroader(['river', 'single', 'own']),
            );
            self::assertSame(['own'], $list->unknown(['river', 'own']));
        }
        self::assertSame([], KeywordList::ofPaths([])->unknown(['own']), 'without a list no word is wrong');
        $this->expectException(UnreadableTable::class);
        $this->expectExceptionMessage('“single” stands below “sculling” and below “ticket”');
        KeywordList::of(Table::rows("rowing > sculling > single\ntrain > ticket > single"));
    }
}
