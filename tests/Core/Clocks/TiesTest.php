<?php

declare(strict_types=1);

namespace Tests\Core\Clocks;

use Kanpai\Core\Clocks\ContradictoryTies;
use Kanpai\Core\Clocks\GpsTies;
use Kanpai\Core\Clocks\Tie;
use Kanpai\Core\Clocks\TieFit;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Least squares over ties, worked by hand. */
final class TiesTest extends TestCase
{
    private const DAY = 86_400_000;

    private const NOON = 1_788_609_600_000;

    /**
     * @param  list<array{float, float}>  $days  days after noon, seconds that have to be added there
     * @return non-empty-list<Tie>
     */
    private static function ties(array $days): array
    {
        assert($days !== []);

        return array_map(
            fn (array $tie): Tie => Tie::of(
                self::NOON + (int) ($tie[0] * self::DAY),
                self::NOON + (int) ($tie[0] * self::DAY) + (int) round($tie[1] * 1000),
            ),
            $days,
        );
    }

    public function test_one_tie_gives_the_offset(): void
    {
        $fit = TieFit::of(self::ties([[0.0, 197.1]]));
        self::assertSame('+ 3 min 17.1 s', (string) $fit->clock);
        self::assertSame([0.0], $fit->residuals);
        self::assertFalse($fit->hasDrift);
    }

    /**
     * Three ties a day apart that ask for 10, 12 and 11 s. Mean day 1, mean 11 s; slope = Σ(x−1)(y−11) ÷ Σ(x−1)² =
     * (1 + 0 + 0) ÷ 2 = 0.5 s a day; so the line gives 10.5, 11 and 11.5 s and misses by +0.5, −1 and +0.5 s.
     */
    public function test_three_ties_give_offset_and_drift_by_least_squares(): void
    {
        $fit = TieFit::of(self::ties([[0, 10], [1, 12], [2, 11]]));
        self::assertTrue($fit->hasDrift);
        foreach ([0.5, -1.0, 0.5] as $i => $residual) {
            self::assertEqualsWithDelta($residual, $fit->residuals[$i], 1e-6);
        }
        self::assertSame(1, $fit->worst);
        // More has to be added every day, so the clock loses.
        self::assertEqualsWithDelta(-0.5, $fit->clock->drift, 0.00001);
        foreach ([[0, 10.5], [1, 11.0], [2, 11.5]] as [$day, $added]) {
            $reading = self::NOON + $day * self::DAY;
            self::assertEqualsWithDelta($reading + $added * 1000, $fit->clock->corrected($reading), 1.0);
        }
    }

    public function test_two_ties_are_met_exactly_whatever_their_order(): void
    {
        foreach ([[[0.25, 3.0], [0.75, 4.0]], [[0.75, 4.0], [0.25, 3.0]]] as $days) {
            $fit = TieFit::of(self::ties($days));
            self::assertEqualsWithDelta(-2.0, $fit->clock->drift, 0.0001);
            self::assertEqualsWithDelta(0.0, $fit->residuals[0], 1e-6);
            self::assertEqualsWithDelta(
                self::NOON + self::DAY / 2 + 3500,
                $fit->clock->corrected(self::NOON + intdiv(self::DAY, 2)),
                1.0,
            );
        }
    }

    public function test_ties_within_minutes_tell_no_drift(): void
    {
        $fit = TieFit::of(self::ties([[0, 10], [10 / 1440, 10.6]]));
        self::assertFalse($fit->hasDrift);
        self::assertSame(0.0, $fit->clock->drift);
        self::assertSame(10_300, $fit->clock->offset->milliseconds);
        self::assertEqualsWithDelta(0.3, $fit->residuals[0], 1e-6);
        self::assertTrue(TieFit::of(self::ties([[0, 10], [12 / 1440, 10.4]]))->hasDrift);
    }

    /** @return iterable<string, array{list<array{float, float}>, int|null, string}> */
    public static function contradictions(): iterable
    {
        // 180 s in half a day: 1 ÷ (1 + 180 ÷ 43,200) − 1 of a day is −358.5 s.
        yield 'two that would make minutes a day' => [[[0.0, 10.0], [0.5, 190.0]], null, 'lose 359 s a day'];
        yield 'one of four is another instant' => [
            [[0, 10], [0.25, 10.1], [0.5, 60], [0.75, 10.2]],
            2,
            'one of them misses the others by 3',
        ];
        yield 'summer time in between' => [[[0, 0], [1, 0], [2, 0], [300, 3600], [301, 0], [302, 0]], 3, 'summer time'];
        yield 'near together and far apart' => [[[0, 0], [0.001, 30]], null, 'misses the others by 15'];
    }

    /** @param  list<array{float, float}>  $days */
    #[DataProvider('contradictions')]
    public function test_ties_that_contradict_each_other_are_refused_and_the_worst_is_named(
        array $days,
        ?int $worst,
        string $words,
    ): void {
        try {
            TieFit::of(self::ties($days));
            self::fail('taken');
        } catch (ContradictoryTies $reason) {
            self::assertStringContainsString($words, $reason->getMessage());
            if ($worst !== null) {
                self::assertSame($worst, $reason->worst);
            }
        }
    }

    /** Ten fixes an hour, each cut to whole seconds and up to three seconds old: the freshest one tells. */
    public function test_gps_makes_a_tie_for_each_hour_of_the_freshest_fix(): void
    {
        mt_srand(7);
        $frames = [];
        for ($i = 0; $i < 200; $i++) {
            $true = self::NOON + $i * 180_000 + mt_rand(0, 999);
            $frames[$i] = ['reading' => $true - 45_250, 'right' => intdiv($true - mt_rand(0, 3000), 1000) * 1000];
        }
        $ties = GpsTies::of($frames);
        self::assertCount(10, $ties);
        foreach ($ties as $frame => $tie) {
            self::assertSame($frames[$frame]['reading'], $tie->reading);
            self::assertEqualsWithDelta(45_250, $tie->gap(), 1000);
        }
        self::assertEqualsWithDelta(45_250, TieFit::of(array_values($ties))->clock->offset->milliseconds, 500);
        // A receiver that tells fractions is taken at its word.
        self::assertSame(1250, GpsTies::of([5 => ['reading' => self::NOON, 'right' => self::NOON + 1250]])[5]->gap());
        self::assertSame([], GpsTies::of([]));
    }
}
