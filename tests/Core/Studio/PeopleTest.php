<?php

declare(strict_types=1);

namespace Tests\Core\Studio;

use Kanpai\Core\Studio\People;
use Kanpai\Core\Studio\UnreadablePeople;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** People as they are typed or pasted. Forms of addresses: RFC 5322, as mail programs copy them. */
final class PeopleTest extends TestCase
{
    /** @param  list<array{name: string, email: string}>  $people */
    #[DataProvider('texts')]
    public function test_names_and_addresses_in_any_order(string $text, array $people): void
    {
        self::assertSame($people, People::read($text));
    }

    /** @return iterable<string, array{string, list<array{name: string, email: string}>}> */
    public static function texts(): iterable
    {
        $ada = ['name' => 'Ada Fenn', 'email' => 'ada@saltmarsh.example'];
        yield 'nothing' => ["  \n\n", []];
        yield 'with brackets' => ['Ada Fenn <ada@saltmarsh.example>', [$ada]];
        yield 'without' => ['Ada Fenn ada@saltmarsh.example', [$ada]];
        yield 'the address first' => ['ada@saltmarsh.example, Ada Fenn', [$ada]];
        yield 'with a semicolon' => ['Ada Fenn; ada@saltmarsh.example', [$ada]];
        yield 'the address alone' => ['ada@saltmarsh.example', [['name' => '', 'email' => 'ada@saltmarsh.example']]];
        yield 'two lines of another system' => [
            "Ada Fenn <ada@saltmarsh.example>\r\nJosé Múñoz <j.m+club@saltmarsh.example>",
            [$ada, ['name' => 'José Múñoz', 'email' => 'j.m+club@saltmarsh.example']],
        ];
    }

    #[DataProvider('unreadable')]
    public function test_a_line_without_an_address_is_named(string $text): void
    {
        $this->expectException(UnreadablePeople::class);
        $this->expectExceptionMessage('has no mail address');
        People::read($text);
    }

    /** @return iterable<string, array{string}> */
    public static function unreadable(): iterable
    {
        yield 'a name' => ['Ada Fenn'];
        yield 'half an address' => ['ada@'];
        yield 'two signs' => ['ada@@saltmarsh.example'];
        yield 'the second of two' => ["ada@saltmarsh.example\nJoss"];
    }

    public function test_so_many_are_enough(): void
    {
        $text = implode("\n", array_map(fn (int $i): string => "person{$i}@saltmarsh.example", range(1, People::MOST)));
        self::assertCount(People::MOST, People::read($text));
        $this->expectException(UnreadablePeople::class);
        People::read($text."\none.more@saltmarsh.example");
    }
}
