<?php

declare(strict_types=1);

namespace Tests\Core\Ingest;

use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Ingest\Exif;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Figures that no camera can have meant say nothing, so that they reach no database and no page. */
final class DamagedFactsTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>}> */
    public static function impossible(): iterable
    {
        foreach (['exposure', 'fNumber', 'bias', 'focalLength'] as $name) {
            yield "{$name}: no number" => [[$name => NAN]];
            yield "{$name}: infinite" => [[$name => INF]];
            yield "{$name}: infinite and negative" => [[$name => -INF]];
            yield "{$name}: far too large" => [[$name => 1e300]];
        }
        yield 'exposure: nought' => [['exposure' => 0.0]];
        yield 'f-number: negative' => [['fNumber' => -2.8]];
        yield 'sensitivity: negative' => [['iso' => -100]];
        yield 'sensitivity: nought' => [['iso' => 0]];
        yield 'sensitivity: more than a database keeps' => [['iso' => PHP_INT_MAX]];
        yield 'an instant by GPS beyond every calendar' => [['gpsAt' => PHP_INT_MAX]];
    }

    /** @param  array<string, mixed>  $facts */
    #[DataProvider('impossible')]
    public function test_an_impossible_figure_says_nothing(array $facts): void
    {
        $exif = new Exif(6000, 4000, ...$facts);
        foreach (array_keys($facts) as $name) {
            self::assertNull($exif->{$name});
        }
    }

    public function test_figures_of_cameras_stay_as_they_are(): void
    {
        $exif = new Exif(
            6000,
            4000,
            exposure: 1 / 32_000,
            fNumber: 0.95,
            iso: 409_600,
            bias: -3.0,
            focalLength: 1_200.0,
            gpsAt: 1_788_600_000_000,
        );
        self::assertSame(
            [1 / 32_000, 0.95, 409_600, -3.0, 1_200.0, 1_788_600_000_000],
            [$exif->exposure, $exif->fNumber, $exif->iso, $exif->bias, $exif->focalLength, $exif->gpsAt],
        );
    }

    public function test_zones_are_those_of_this_earth(): void
    {
        $zone = fn (string $offset): ?int => CameraTime::fromExif('2026:09:05 10:00:00', null, $offset)?->offsetMinutes;
        // The ends of the IANA time zone database: Kiritimati and, west, Baker Island.
        self::assertSame([840, -720, 345], [$zone('+14:00'), $zone('-12:00'), $zone('+05:45')]);
        self::assertSame([null, null, null], [$zone('-99:99'), $zone('+15:00'), $zone('+05:75')]);
    }

    public function test_a_year_of_no_camera_is_no_time(): void
    {
        self::assertNull(CameraTime::fromExif('0001:01:01 00:00:00'));
        self::assertNull(CameraTime::fromExif('9999:12:31 23:59:59'));
        self::assertSame('1903-01-01 00:00:00.000', (string) CameraTime::fromExif('1903:01:01 00:00:00'));
    }
}
