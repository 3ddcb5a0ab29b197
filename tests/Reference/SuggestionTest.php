<?php

declare(strict_types=1);

namespace Tests\Reference;

use App\Imaging\PictureMeasures;
use App\Imaging\PictureReader;
use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\GpsTies;
use Kanpai\Core\Clocks\Offset;
use Kanpai\Core\Clocks\Suggest\ClockSample;
use Kanpai\Core\Clocks\Suggest\Suggesting;
use Kanpai\Core\Clocks\TieFit;
use Kanpai\Core\Imaging\ByteSource;
use Kanpai\Core\Imaging\DifferenceHash;
use Kanpai\Core\Ingest\ExifReader;
use Kanpai\Core\Studio\Zone;
use PHPUnit\Framework\TestCase;

/**
 * Suggestions from the demo's frames against the generator's truth: which body was wrong, by how much, and what it saw.
 */
final class SuggestionTest extends TestCase
{
    /** @var array<string, list<array{sight: ClockSample, moment: string, gps: int|null}>> */
    private static array $bodies = [];

    /** @var array<string, mixed> */
    private static array $truth = [];

    public static function setUpBeforeClass(): void
    {
        $rack = dirname(__DIR__, 2).'/storage/instances/test/cards';
        self::$truth = json_decode((string) file_get_contents($rack.'/truth.json'), true, 16, JSON_THROW_ON_ERROR);
        $reader = new ExifReader();
        foreach (self::$truth['frames'] as $i => $frame) {
            $source = ByteSource::ofFile("{$rack}/{$frame['card']}/{$frame['path']}");
            $exif = $reader->read($source);
            $likeness = DifferenceHash::of(
                PictureMeasures::greyGrid(
                    PictureReader::jpegBytes((string) $exif->thumbnail?->bytes($source), 1),
                    DifferenceHash::WIDTH,
                    DifferenceHash::HEIGHT,
                ),
            );
            self::$bodies[$frame['body']][] = [
                'sight' => new ClockSample($i, (int) $exif->takenAt?->milliseconds, (string) $likeness),
                'moment' => $frame['moment'],
                'gps' => $exif->gpsAt,
            ];
        }
    }

    /**
     * @param  callable(array{sight: ClockSample, moment: string, gps: int|null}): bool  $which
     * @return list<ClockSample>
     */
    private static function sights(string $body, ?callable $which = null): array
    {
        return array_column(array_values(array_filter(self::$bodies[$body], $which ?? fn (): bool => true)), 'sight');
    }

    public function test_offsets_are_found_within_a_second_and_drifts_within_three_tenths_a_day(): void
    {
        $clock = fn (string $body): array => self::$truth['clocks'][$body];
        $right = (new \DateTimeImmutable($clock('H6-204417')['right_at']))->getTimestamp() * 1000 + 3_600_000;
        foreach (
            [
                ['CM2-77810', 'H6-204417'],
                ['H6-204417', 'CM2-77810'],
                ['H6-204530', 'CM2-77810'],
                ['CM2-77810', 'H6-204530'],
                ['H6-204530', 'H6-204417'],
                ['H6-204417', 'H6-204530'],
            ] as [$of, $other]
        ) {
            $said = (new Suggesting())->suggest(self::sights($of), self::sights($other));
            self::assertTrue($said->tells(), (string) $said->reason);
            $drift = $clock($other)['drift_seconds_a_day'] - $clock($of)['drift_seconds_a_day'];
            $days = ($said->at - $right) / 86_400_000;
            $offset =
                $clock($of)['offset_ms'] -
                $clock($other)['offset_ms'] +
                ($clock($of)['drift_seconds_a_day'] - $clock($other)['drift_seconds_a_day']) * $days * 1000;
            self::assertEqualsWithDelta($offset, $said->offset, 1000, "{$of} to {$other}");
            // The two of one shooter share too few scenes to tell a drift, and none is said.
            if (count($said->pairs) >= 9) {
                self::assertEqualsWithDelta($drift, $said->drift, 0.3, "{$of} to {$other}");
            } else {
                self::assertSame(0.0, $said->drift);
            }
            self::assertGreaterThan(0.999, $said->confidence);
        }
    }

    public function test_bodies_that_never_saw_the_same_thing_cannot_be_told(): void
    {
        $moments = fn (string $body): array => array_column(self::$bodies[$body], 'moment', 'moment');
        foreach (
            [['H6-204417', 'CM2-77810'], ['CM2-77810', 'H6-204417'], ['H6-204530', 'CM2-77810']] as [$of, $other]
        ) {
            $shared = array_intersect_key($moments($of), $moments($other));
            self::assertNotSame([], $shared);
            $alone = fn (array $frame): bool => ! isset($shared[$frame['moment']]);
            self::assertFalse(
                (new Suggesting())->suggest(self::sights($of, $alone), self::sights($other))->tells(),
                "{$of} alone",
            );
            self::assertFalse(
                (new Suggesting())->suggest(self::sights($of), self::sights($other, $alone))->tells(),
                "{$other} alone",
            );
        }
    }

    public function test_gps_gives_the_drifting_body_its_true_time(): void
    {
        $zone = Zone::of(self::$truth['zone']);
        $frames = [];
        foreach (self::$bodies['H6-204417'] as $frame) {
            $frames[$frame['sight']->frame] = [
                'reading' => $frame['sight']->reading,
                'right' => $zone->local((int) $frame['gps']),
            ];
        }
        $fit = TieFit::of(array_values(GpsTies::of($frames)));
        foreach (self::$bodies['H6-204417'] as $frame) {
            $true = (new \DateTimeImmutable(self::$truth['frames'][$frame['sight']->frame]['instant']))->format('Uv');
            self::assertEqualsWithDelta(
                (int) $true,
                $zone->instant($fit->clock->corrected($frame['sight']->reading)),
                1000,
            );
        }
        self::assertNull(self::$bodies['CM2-77810'][0]['gps']);
        self::assertTrue(Clock::of(Offset::zero())->isAsRead());
    }
}
