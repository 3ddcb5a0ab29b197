<?php

declare(strict_types=1);

namespace Tests\Core\Clocks;

use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\ClocksOfBody;
use Kanpai\Core\Clocks\InvalidClock;
use Kanpai\Core\Clocks\InvalidTime;
use Kanpai\Core\Clocks\Offset;
use Kanpai\Core\Clocks\ScopedClock;
use Kanpai\Core\Clocks\TypedTime;
use Kanpai\Core\Clocks\YearOfShoot;
use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Studio\Zone;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Summer time, typed times, clocks limited to a part of the frames. */
final class ZonesAndTimesTest extends TestCase
{
    /**
     * The changes of 2026 in three zones, one of half an hour, from the IANA time zone database (from memory; held
     * against the system's `zdump` in tests/Reference/ZoneTablesTest).
     *
     * @return iterable<string, array{string, string, list<string>}>
     */
    public static function changes(): iterable
    {
        yield 'Berlin, before it goes forward' => ['Europe/Berlin', '2026-03-29 01:59:59', ['2026-03-29 00:59:59']];
        yield 'Berlin, never' => ['Europe/Berlin', '2026-03-29 02:30:00', []];
        yield 'Berlin, after it went forward' => ['Europe/Berlin', '2026-03-29 03:00:00', ['2026-03-29 01:00:00']];
        yield 'Berlin, twice' => [
            'Europe/Berlin',
            '2026-10-25 02:30:00',
            ['2026-10-25 00:30:00', '2026-10-25 01:30:00'],
        ];
        yield 'Berlin, after it went back' => ['Europe/Berlin', '2026-10-25 03:00:00', ['2026-10-25 02:00:00']];
        yield 'New York, never' => ['America/New_York', '2026-03-08 02:15:00', []];
        yield 'New York, summer' => ['America/New_York', '2026-03-08 03:00:00', ['2026-03-08 07:00:00']];
        yield 'New York, twice' => [
            'America/New_York',
            '2026-11-01 01:00:00',
            ['2026-11-01 05:00:00', '2026-11-01 06:00:00'],
        ];
        yield 'New York, winter' => ['America/New_York', '2026-11-01 02:00:00', ['2026-11-01 07:00:00']];
        yield 'Lord Howe goes back half an hour' => [
            'Australia/Lord_Howe',
            '2026-04-05 01:45:00',
            ['2026-04-04 14:45:00', '2026-04-04 15:15:00'],
        ];
        yield 'Lord Howe, only once' => ['Australia/Lord_Howe', '2026-04-05 01:15:00', ['2026-04-04 14:15:00']];
        yield 'Lord Howe, never' => ['Australia/Lord_Howe', '2026-10-04 02:15:00', []];
        yield 'Lord Howe, summer' => ['Australia/Lord_Howe', '2026-10-04 02:30:00', ['2026-10-03 15:30:00']];
        yield 'a fixed distance has no change' => ['+01:00', '2026-03-29 02:30:00', ['2026-03-29 01:30:00']];
    }

    /** @param  list<string>  $expected */
    #[DataProvider('changes')]
    public function test_local_readings_happen_once_twice_or_never(string $zone, string $local, array $expected): void
    {
        $zone = Zone::of($zone);
        $reading = (int) CameraTime::fromExif($local)?->milliseconds;
        self::assertSame(
            $expected,
            array_map(
                fn (int $instant): string => gmdate('Y-m-d H:i:s', intdiv($instant, 1000)),
                $zone->instants($reading),
            ),
        );
        if ($expected !== []) {
            // The first of two; and every instant comes back as the reading it was.
            self::assertSame($zone->instants($reading)[0], $zone->instant($reading));
            foreach ($zone->instants($reading) as $instant) {
                self::assertSame($reading, $zone->local($instant));
            }
        }
    }

    /** A body left at summer time all night keeps counting; one whose zone is a place would jump. */
    public function test_a_body_that_worked_through_the_change_has_a_fixed_distance(): void
    {
        $fixed = Clock::of(Offset::zero(), 0.0, null, Zone::of('+02:00'));
        $berlin = Zone::of('Europe/Berlin');
        $at = fn (string $reading): CameraTime => CameraTime::fromExif($reading) ?? self::fail();
        $apart =
            $fixed->instant($at('2026-10-25 04:00:00'), $berlin) - $fixed->instant($at('2026-10-25 01:00:00'), $berlin);
        self::assertSame(3 * 3_600_000, $apart);
        self::assertSame(
            '03:00:00 +01:00',
            $berlin->format($fixed->instant($at('2026-10-25 04:00:00'), $berlin), 'H:i:s P'),
        );
        // The clock's zone is what somebody said, and comes before what the camera wrote.
        self::assertSame(
            $fixed->instant($at('2026-10-25 04:00:00'), $berlin),
            $fixed->instant(CameraTime::of($at('2026-10-25 04:00:00')->milliseconds, 60), $berlin),
        );
        self::assertSame(
            $at('2026-10-25 04:00:00')->milliseconds,
            $fixed->rightReading(
                $fixed->instant($at('2026-10-25 04:00:00'), $berlin),
                $at('2026-10-25 04:00:00'),
                $berlin,
            ),
        );
    }

    /** @return iterable<string, array{string, string}> */
    public static function typed(): iterable
    {
        yield 'a time on the day of the frame' => ['10:41:07', '2026-10-25T09:41:07.000Z'];
        yield 'with a fraction' => ['10:41:07.3', '2026-10-25T09:41:07.300Z'];
        yield 'as some write it' => [' 9:05:00,25 ', '2026-10-25T08:05:00.250Z'];
        yield 'without seconds' => ['10:41', '2026-10-25T09:41:00.000Z'];
        yield 'with a date' => ['2026-10-24 10:41:07', '2026-10-24T08:41:07.000Z'];
        yield 'with the distance to UTC' => ['02:30:00 +02:00', '2026-10-25T00:30:00.000Z'];
        yield 'the second of two' => ['02:30:00 +0100', '2026-10-25T01:30:00.000Z'];
        yield 'in UTC' => ['08:00:00Z', '2026-10-25T08:00:00.000Z'];
        yield 'no time' => ['half past two', 'is no time'];
        yield 'no such hour' => ['25:00:00', 'is no time'];
        yield 'no such day' => ['2026-02-30 10:00:00', 'is no time'];
        yield 'twice' => [
            '02:30:00',
            '02:30:00 happened twice in Europe/Berlin that night: the clocks went back. Write 02:30:00 +02:00 for '.
                'the first, 02:30:00 +01:00 for the second.',
        ];
        yield 'never' => ['2026-03-29 02:30:00', '02:30:00 never happened in Europe/Berlin on 29 March 2026'];
        yield 'nonsense of bytes' => ["\xFF\xFE", 'is no time'];
    }

    #[DataProvider('typed')]
    public function test_typed_times(string $text, string $expected): void
    {
        $zone = Zone::of('Europe/Berlin');
        $noon = (int) CameraTime::fromExif('2026-10-25 11:00:00')?->milliseconds;
        try {
            self::assertSame(
                $expected,
                Zone::of('UTC')->format(TypedTime::instant($text, $zone, $noon), 'Y-m-d\TH:i:s.v\Z'),
            );
        } catch (InvalidTime $reason) {
            self::assertStringContainsString($expected, $reason->getMessage());
        }
    }

    public function test_the_clock_that_is_meant_most_closely_holds(): void
    {
        $by = fn (int $seconds): Clock => Clock::of(Offset::ofMilliseconds($seconds * 1000));
        $clocks = ClocksOfBody::of([
            ScopedClock::within($by(4), 7, 50_000, 60_000),
            ScopedClock::everywhere($by(1)),
            ScopedClock::within($by(2), 7, null, null),
            ScopedClock::within($by(3), null, 50_000, 60_000),
            ScopedClock::within($by(5), null, 59_000, null),
        ]);
        $cases = [
            [1, 0, 1],
            [7, 0, 2],
            [1, 55_000, 3],
            [7, 55_000, 4],
            [1, 60_000, 5],
            [1, 60_001, 5],
            [7, 60_000, 4],
            [1, 49_999, 1],
        ];
        foreach ($cases as [$card, $reading, $seconds]) {
            self::assertSame(
                $seconds * 1000,
                $clocks->at($card, $reading)->offset->milliseconds,
                "card {$card} at {$reading}",
            );
        }
        self::assertTrue(ClocksOfBody::of([])->at(1, 0)->isAsRead());
        $this->expectException(InvalidClock::class);
        ScopedClock::within($by(1), null, 2, 1);
    }

    public function test_a_clock_that_sends_frames_to_another_year_is_refused(): void
    {
        $zone = Zone::of('Europe/London');
        $held = $zone->instant((int) CameraTime::fromExif('2026-09-05 00:00:00')?->milliseconds);
        $at = fn (string $time): int => (int) CameraTime::fromExif($time)?->milliseconds;
        $right = [1 => $at('2026-09-05 10:00:00'), 2 => $at('2026-09-05 11:00:00')];
        $cases = [
            'to the next year but one' => [
                $right,
                [1 => $at('2028-09-05 10:00:00')] + $right,
                'send 1 frame to 2028; the shoot was in 2026',
            ],
            'both' => [$right, array_map(fn (int $ms): int => $ms - 400 * 86_400_000, $right), 'send 2 frames to 2025'],
            'a body that was never set comes home' => [
                [1 => $at('2000-01-01 00:00:00')],
                [1 => $at('2026-09-05 10:00:00')],
                null,
            ],
            'a body that was never set stays for now' => [
                [1 => $at('2000-01-01 00:00:00')],
                [1 => $at('2000-01-01 00:03:00')],
                null,
            ],
            'within the year' => [$right, array_map(fn (int $ms): int => $ms + 3_600_000, $right), null],
        ];
        foreach ($cases as $name => [$before, $after, $problem]) {
            try {
                YearOfShoot::check($before, $after, $zone, $held);
                self::assertNull($problem, $name);
            } catch (InvalidClock $reason) {
                self::assertStringContainsString((string) $problem, $reason->getMessage(), $name);
                self::assertNotNull($problem, $name.': '.$reason->getMessage());
            }
        }
        // A New Year's Eve goes on into the next year.
        YearOfShoot::check(
            [1 => $at('2026-12-31 23:00:00')],
            [1 => $at('2027-01-01 00:30:00')],
            $zone,
            $at('2026-12-31 00:00:00'),
        );
    }
}
