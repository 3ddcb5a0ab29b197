<?php

declare(strict_types=1);

namespace Tests\Core\Looks\Light;

use Kanpai\Core\Looks\Light\LightWhite;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** The white of one frame for another; the figures are worked by hand. */
final class LightWhiteTest extends TestCase
{
    /** @return iterable<string, array{float|null, float|null, array<string, mixed>, float|null, float|null}> */
    public static function whites(): iterable
    {
        yield 'two raw files' => [5200.0, 5500.0, ['kelvin' => 4980, 'beside' => 3], 4980.0, 3.0];
        yield 'two raw files, the first as shot' => [5200.0, 5500.0, [], 5200.0, null];
        yield 'two JPEGs' => [null, null, ['kelvin' => 5600, 'beside' => -4], 5600.0, -4.0];
        yield 'two JPEGs as shot' => [null, null, [], null, null];
        // 1e6/4980 − 1e6/5200 = 8.5 mired more than 1e6/6504 = 153.8: 1e6 / 162.3.
        yield 'a raw file for a JPEG' => [5200.0, null, ['kelvin' => 4980], 6163.0, null];
        yield 'a raw file as shot for a JPEG' => [5200.0, null, [], null, null];
        // 1e6/5600 − 1e6/6504 = 24.8 mired more than 1e6/3000 = 333.3: 1e6 / 358.2.
        yield 'a JPEG for a raw file' => [null, 3000.0, ['kelvin' => 5600], 2792.0, null];
        yield 'no number' => [null, null, ['kelvin' => 'warm'], null, null];
    }

    /** @param  array<string, mixed>  $values */
    #[DataProvider('whites')]
    public function test_a_white_is_carried(?float $from, ?float $to, array $values, ?float $kelvin, ?float $beside): void
    {
        $white = LightWhite::carried($from, $to, $values);
        self::assertEqualsWithDelta($kelvin ?? 0.0, $white['kelvin'] ?? 0.0, 1.0);
        self::assertSame($beside, $white['beside']);
    }
}
