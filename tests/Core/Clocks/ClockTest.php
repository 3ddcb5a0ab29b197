<?php

declare(strict_types=1);

namespace Tests\Core\Clocks;

use DateTimeImmutable;
use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\InvalidClock;
use Kanpai\Core\Clocks\MergedOrder;
use Kanpai\Core\Clocks\Offset;
use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Frames\DayLine;
use Kanpai\Core\Studio\InvalidZone;
use Kanpai\Core\Studio\Zone;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ClockTest extends TestCase
{
    /** @return iterable<array{bool, int, int, int, float, int, string}> */
    public static function offsets(): iterable
    {
        yield [false, 0, 0, 3, 17.0, 197_000, '+ 3 min 17 s'];
        yield [false, 0, 0, 3, 17.1, 197_100, '+ 3 min 17.1 s'];
        yield [true, 0, 1, 0, 0.0, -3_600_000, '− 1 h'];
        yield [true, 2, 0, 0, 0.001, -172_800_001, '− 2 d 0.001 s'];
        yield [false, 0, 0, 0, 0.0, 0, '0 s'];
    }

    #[DataProvider('offsets')]
    public function test_an_offset_is_said_and_read_in_parts(
        bool $isEarlier,
        int $days,
        int $hours,
        int $minutes,
        float $seconds,
        int $milliseconds,
        string $words,
    ): void {
        $offset = Offset::of($isEarlier, $days, $hours, $minutes, $seconds);
        self::assertSame($milliseconds, $offset->milliseconds);
        self::assertSame($words, (string) $offset);
        ['days' => $d, 'hours' => $h, 'minutes' => $m, 'seconds' => $s] = $offset->parts();
        self::assertSame($milliseconds, Offset::of($offset->isEarlier(), $d, $h, $m, $s)->milliseconds);
    }

    public function test_nonsense_is_refused(): void
    {
        $refused = 0;
        foreach (
            [
                fn () => Offset::of(false, 0, 0, -1, 0),
                fn () => Offset::of(false, 40_000, 0, 0, 0),
                fn () => Clock::of(Offset::zero(), 4000.0),
                fn () => Zone::of('Moon/Tranquility'),
            ] as $try
        ) {
            try {
                $try();
            } catch (InvalidClock|InvalidZone) {
                $refused++;
            }
        }
        self::assertSame(4, $refused);
    }

    /** Quartz at ±20 ppm gains up to 1.73 s a day (data-sheet tolerance); worked by hand for whole days. */
    public function test_drift_is_taken_out_from_the_moment_the_clock_was_right(): void
    {
        $right = 1_000_000_000;
        $clock = Clock::of(Offset::zero(), 1.728, $right);
        self::assertSame($right, $clock->corrected($right));
        // After a day by the true clock, the body shows 1.728 s more.
        self::assertSame($right + 86_400_000, $clock->corrected($right + 86_400_000 + 1728));
        self::assertSame($right - 86_400_000, $clock->corrected($right - 86_400_000 - 1728));
        self::assertSame(20e-6, round(1.728 / 86400, 8));
    }

    /**
     * Instants by RFC 3339; the two changes of Europe/Berlin in 2026 from the IANA time zone database.
     *
     * @return iterable<string, array{string, string|null, string, string}>
     */
    public static function instants(): iterable
    {
        yield 'the camera wrote its zone' => ['2026:09:05 10:41:07', '+01:00', 'Europe/Berlin', '2026-09-05T09:41:07Z'];
        yield 'the shoot gives the zone' => ['2026:09:05 10:41:07', null, 'Europe/London', '2026-09-05T09:41:07Z'];
        yield 'in winter' => ['2026:12:05 10:41:07', null, 'Europe/London', '2026-12-05T10:41:07Z'];
        yield 'half an hour off' => ['2026:09:05 10:41:07', null, 'Asia/Kolkata', '2026-09-05T05:11:07Z'];
        yield 'before the clocks go back' => ['2026:10:25 01:59:59', null, 'Europe/Berlin', '2026-10-24T23:59:59Z'];
        yield 'twice there: the first' => ['2026:10:25 02:30:00', null, 'Europe/Berlin', '2026-10-25T00:30:00Z'];
        yield 'after the clocks went back' => ['2026:10:25 03:00:00', null, 'Europe/Berlin', '2026-10-25T02:00:00Z'];
        yield 'never there: moved on' => ['2026:03:29 02:30:00', null, 'Europe/Berlin', '2026-03-29T01:30:00Z'];
    }

    #[DataProvider('instants')]
    public function test_readings_become_instants(
        string $reading,
        ?string $offset,
        string $zone,
        string $expected,
    ): void {
        $time = CameraTime::fromExif($reading, null, $offset);
        self::assertNotNull($time);
        self::assertSame(
            (new DateTimeImmutable($expected))->getTimestamp() * 1000,
            Clock::asRead()->instant($time, Zone::of($zone)),
        );
    }

    public function test_a_zone_writes_instants_in_local_time(): void
    {
        $zone = Zone::of('Europe/London');
        self::assertSame('2026-09-05T11:00:00.250+01:00', $zone->format(1_788_602_400_250, 'Y-m-d\TH:i:s.vP'));
        self::assertSame(1_788_606_000_250, $zone->local(1_788_602_400_250));
        self::assertSame('1969-12-31 23:59:59.999', Zone::of('UTC')->format(-1, 'Y-m-d H:i:s.v'));
    }

    public function test_the_merged_order_counts_what_changes_place(): void
    {
        $before = [1 => 100, 2 => 200, 3 => 300, 4 => 400];
        self::assertSame([1, 2, 3, 4], MergedOrder::of($before));
        self::assertSame(0, MergedOrder::changedPlaces($before, [1 => 150, 2 => 250, 3 => 350, 4 => 450]));
        self::assertSame(2, MergedOrder::changedPlaces($before, [1 => 250, 2 => 200] + $before));
        self::assertSame(4, MergedOrder::changedPlaces($before, [4 => 0] + $before));
        self::assertSame([7, 9], MergedOrder::of([9 => 5, 7 => 5]));
    }

    public function test_the_day_line_lays_out_a_day(): void
    {
        $day = 1_788_588_000_000; // 2026-09-05T07:00:00+01:00
        $line = DayLine::over([$day, $day + 14 * 3_600_000], 1000);
        self::assertNotNull($line);
        self::assertNull(DayLine::over([], 1000));
        self::assertGreaterThan(0, $line->place($day));
        self::assertEqualsWithDelta(1000, $line->place($day) + $line->place($day + 14 * 3_600_000), 0.2);
        $labels = array_column($line->scale(Zone::of('Europe/London')), 'label');
        self::assertSame(['8:00', '10:00', '12:00', '14:00', '16:00', '18:00', '20:00'], $labels);
        self::assertSame(1, substr_count($line->ticks([$day, $day + 1], 0, 5), 'M'));
    }
}
