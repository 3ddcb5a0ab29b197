<?php

declare(strict_types=1);

namespace Tests\Core\Demo;

use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\Offset;
use Kanpai\Core\Frames\DcfName;
use Kanpai\Demo\Camera\Body;
use Kanpai\Demo\Camera\Shot;
use Kanpai\Demo\Regatta;
use PHPUnit\Framework\TestCase;

/** The made-up day: the same from the same seed, wrong in the ways it is meant to be, and right in all others. */
final class RegattaTest extends TestCase
{
    public function test_a_seed_gives_the_same_day_and_another_seed_another(): void
    {
        $day = fn (int $seed): string => json_encode(
            array_map(fn (Shot $shot): array => $shot->truth(), (new Regatta($seed))->shots()),
            JSON_THROW_ON_ERROR,
        );
        self::assertSame($day(5), $day(5));
        self::assertNotSame($day(5), $day(6));
    }

    public function test_it_is_as_large_as_promised(): void
    {
        $shots = (new Regatta())->shots();
        self::assertGreaterThanOrEqual(240, count($shots));
        self::assertCount(3, array_unique(array_map(fn (Shot $shot): string => $shot->body->serial, $shots)));
        self::assertCount(2, array_unique(array_map(fn (Shot $shot): string => $shot->body->shooter, $shots)));
        self::assertGreaterThan(
            5,
            count(array_filter($shots, fn (Shot $shot): bool => ($shot->with['blinking'] ?? []) !== [])),
            'people blink',
        );
        self::assertGreaterThan(
            5,
            count(array_filter($shots, fn (Shot $shot): bool => $shot->handling->defocus > 3)),
            'frames out of focus',
        );
        self::assertGreaterThan(
            5,
            count(array_filter($shots, fn (Shot $shot): bool => abs($shot->handling->stops) > 1)),
            'frames badly exposed',
        );
        self::assertGreaterThan(
            10,
            count(array_filter($shots, fn (Shot $shot): bool => $shot->rawPath !== null)),
            'raw and JPEG',
        );
        self::assertCount(
            1,
            array_filter(Body::all(), fn (Body $body): bool => $body->zone === null),
            'one body without a zone',
        );
    }

    public function test_cards_of_thousands_have_names_by_the_rule_and_no_two_alike(): void
    {
        foreach ([0, 600, 6000] as $frames) {
            $shots = (new Regatta())->shots($frames);
            self::assertCount(max($frames, 263), $shots);
            $paths = array_map(fn (Shot $shot): string => $shot->body->card.'/'.$shot->path, $shots);
            self::assertCount(count($shots), array_unique($paths));
            foreach ($shots as $shot) {
                self::assertMatchesRegularExpression(
                    '~^DCIM/[1-9]\d\d[A-Z0-9_]{5}/[A-Z0-9_]{4}\d{4}\.JPG$~',
                    $shot->path,
                );
                self::assertSame($shot->number, DcfName::of($shot->path)->number());
            }
        }
    }

    public function test_a_repeated_frame_is_its_source_in_all_but_name_and_time(): void
    {
        $sources = [];
        foreach ((new Regatta())->shots() as $shot) {
            $sources[$shot->moment.$shot->body->key.$shot->index] = $shot;
        }
        $copies = array_filter((new Regatta())->shots(2000), fn (Shot $shot): bool => $shot->copyOf !== null);
        self::assertGreaterThan(1500, count($copies));
        foreach ($copies as $copy) {
            $source = $sources[$copy->moment.$copy->body->key.$copy->index];
            self::assertSame(
                [$source->upright, $source->isBest, $source->with],
                [$copy->upright, $copy->isBest, $copy->with],
            );
            self::assertEquals($source->handling, $copy->handling);
            self::assertNotSame([$source->path, $source->instant], [$copy->path, $copy->instant]);
        }
    }

    public function test_the_true_order_has_no_ties(): void
    {
        $instants = array_map(fn (Shot $shot): int => $shot->instant, (new Regatta())->shots(2000));
        self::assertSame($instants, array_unique($instants));
        $sorted = $instants;
        sort($sorted);
        self::assertSame($sorted, $instants);
    }

    /** What each clock shows is made true again by the clock that the truth names. */
    public function test_the_clocks_are_wrong_as_told_and_can_be_set_right(): void
    {
        $regatta = new Regatta();
        $right = $regatta->setRight() + 3_600_000;
        $clocks = [
            'a' => Clock::of(Offset::zero(), 2.0, $right),
            'b' => Clock::of(Offset::of(false, 0, 1, 0, 0)),
            'c' => Clock::of(Offset::of(false, 0, 0, 3, 17)),
        ];
        $drifted = 0;
        foreach ($regatta->shots() as $shot) {
            self::assertEqualsWithDelta(
                $shot->instant + 3_600_000,
                $clocks[$shot->body->key]->corrected($shot->reading),
                1.0,
            );
            $drifted = max($drifted, $shot->body->key === 'a' ? $shot->reading - $shot->instant - 3_600_000 : 0);
        }
        self::assertGreaterThan(1000, $drifted, 'the drift is over a second by night');
    }

    /** APEX: log2(N²/t) − log2(S/100) is the light; the exposure error is what is left. Within a third of a stop. */
    public function test_exposures_fit_the_light_they_were_taken_in(): void
    {
        $byMoment = [];
        foreach ((new Regatta())->shots() as $shot) {
            $ev = log($shot->aperture ** 2 / $shot->exposure, 2) - log($shot->iso / 100, 2);
            $byMoment[$shot->moment.$shot->body->key][] = $ev + $shot->handling->stops;
        }
        foreach ($byMoment as $moment => $values) {
            self::assertLessThan(0.7, max($values) - min($values), $moment);
        }
        self::assertGreaterThan(11, array_sum($byMoment['Picnicc']) / count($byMoment['Picnicc']), 'noon in the open');
        self::assertLessThan(7, array_sum($byMoment['The toasta']) / count($byMoment['The toasta']), 'lantern light');
    }
}
