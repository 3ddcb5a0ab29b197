<?php

declare(strict_types=1);

namespace Tests\Core\Deliver;

use Kanpai\Core\Copies\ChecksumList;
use Kanpai\Core\Cull\NameList;
use Kanpai\Core\Deliver\DeliveredName;
use Kanpai\Core\Studio\ShareToken;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class DeliverTest extends TestCase
{
    /** @return iterable<array{'lines'|'commas'|'spaces', bool, string}> */
    public static function lists(): iterable
    {
        yield ['lines', true, "HLDA4120.JPG\nCRVM0001.JPG"];
        yield ['commas', false, 'HLDA4120, CRVM0001'];
        yield ['spaces', true, 'HLDA4120.JPG CRVM0001.JPG'];
    }

    /** @param  'lines'|'commas'|'spaces'  $separator */
    #[DataProvider('lists')]
    public function test_names_are_listed_as_another_program_takes_them(
        string $separator,
        bool $withEnding,
        string $expected,
    ): void {
        self::assertSame(
            $expected,
            NameList::of(['HLDA4120.JPG', 'CRVM0001.JPG', 'HLDA4120.JPG'], $separator, $withEnding),
        );
    }

    /** @return iterable<array{string, int, int, string, string}> */
    public static function delivered(): iterable
    {
        yield ['Saltmarsh Regatta', 1, 40, 'HLDA4120.JPG', 'saltmarsh-regatta-001-HLDA4120.jpg'];
        yield ['Été à la plage', 12, 1200, 'a b.jpeg', 'ete-a-la-plage-0012-a_b.jpg'];
        yield ['日本', 7, 9, 'X.JPG', 'shoot-007-X.jpg'];
        yield ['../../etc', 1, 1, '../passwd.JPG', 'etc-001-passwd.jpg'];
    }

    #[DataProvider('delivered')]
    public function test_delivered_names_sort_and_harm_no_folder(
        string $shoot,
        int $number,
        int $of,
        string $original,
        string $expected,
    ): void {
        self::assertSame($expected, DeliveredName::of($shoot, $number, $of, $original));
    }

    public function test_a_checksum_list_has_a_line_for_each_file(): void
    {
        self::assertSame("aa  a.jpg\nbb  b.jpg\n", ChecksumList::of(['a.jpg' => 'aa', 'b.jpg' => 'bb']));
    }

    public function test_links_carry_at_least_128_random_bits(): void
    {
        $tokens = array_map(fn (): string => ShareToken::random()->text, range(1, 200));
        self::assertCount(200, array_unique($tokens));
        foreach ($tokens as $token) {
            self::assertMatchesRegularExpression('/^[A-Za-z0-9_-]{24}$/', $token);
            self::assertGreaterThanOrEqual(16, strlen((string) base64_decode(strtr($token, '-_', '+/'), true)));
        }
        self::assertSame(ShareToken::of($tokens[0])->hash(), hash('sha256', $tokens[0]));
    }
}
