<?php

declare(strict_types=1);

namespace Tests\Core\Looks\Learn;

use Kanpai\Core\Looks\Learn\FinishedLight;
use Kanpai\Core\Looks\Learn\FinishingHabit;
use Kanpai\Core\Looks\Learn\RidgeRegression;
use PHPUnit\Framework\TestCase;

/** What is learned of how a studio finishes its lights. */
final class FinishingHabitTest extends TestCase
{
    /**
     * The slope of one feature is sum(xy) / (sum(x²) + penalty) about the means (Hoerl and Kennard 1970): with
     * x = −1, 0, 1 and y = 2x + 5 and no penalty 2, with a penalty of 2 half of it.
     */
    public function test_a_penalty_halves_the_slope_that_is_as_large_as_the_squares(): void
    {
        $rows = [[-1.0], [0.0], [1.0]];
        $plain = RidgeRegression::fitted($rows, [3.0, 5.0, 7.0], [1.0, 1.0, 1.0], 1e-9);
        self::assertEqualsWithDelta([2.0, 5.0], [$plain->slopes[0], $plain->intercept], 1e-6);
        $half = RidgeRegression::fitted($rows, [3.0, 5.0, 7.0], [1.0, 1.0, 1.0], 2.0);
        self::assertEqualsWithDelta([1.0, 5.0], [$half->slopes[0], $half->intercept], 1e-6);
        // One that does not count moves nothing; two features that are the same share what is there.
        $weighed = RidgeRegression::fitted([...$rows, [1.0]], [3.0, 5.0, 7.0, 99.0], [1.0, 1.0, 1.0, 0.0], 1e-9);
        self::assertEqualsWithDelta(2.0, $weighed->slopes[0], 1e-6);
        $twice = RidgeRegression::fitted([[-1.0, -1.0], [0.0, 0.0], [1.0, 1.0]], [3.0, 5.0, 7.0], [1.0, 1.0, 1.0], 1e-6);
        self::assertEqualsWithDelta([1.0, 1.0], $twice->slopes, 1e-3);
        self::assertEqualsWithDelta(9.0, $plain->at([2.0]), 1e-6);
    }

    /**
     * @param  callable(array<string, float> $features, int $i): array<string, float>  $made
     * @return list<FinishedLight>
     */
    private static function lights(callable $made, int $shoots = 6, int $each = 8): array
    {
        mt_srand(17);
        $random = fn (float $least, float $most): float => $least + ($most - $least) * mt_rand() / mt_getrandmax();
        $lights = [];
        for ($i = 0; $i < $shoots * $each; $i++) {
            $features = [
                'ev' => $random(3, 14), 'brightness' => $random(-1.5, 1), 'lightness' => $random(30, 70),
                'a' => $random(-8, 8), 'b' => $random(-15, 15), 'raw' => 1.0, 'mired' => $random(120, 300),
            ];
            $own = array_fill_keys(array_keys(FinishedLight::SCALES), 0.0);
            $lights[] = new FinishedLight(intdiv($i, $each) + 1, $features, [...$own, ...$made($features, $i)]);
        }

        return $lights;
    }

    public function test_what_follows_from_what_was_measured_is_foretold_and_the_rest_is_left(): void
    {
        // Dark pictures are made brighter, by half of what they lack; lamps are kept warm; tone is a matter of mood.
        $habit = FinishingHabit::learned(self::lights(fn (array $features): array => [
            'stops' => -0.5 * $features['brightness'],
            'warmer' => $features['mired'] > 250 ? 25.0 : 0.0,
            'contrast' => (mt_rand(0, 1) - 0.5) * 0.6,
        ]));
        self::assertNotNull($habit);
        self::assertSame(6, $habit->shoots());
        self::assertContains('exposure', $habit->better());
        self::assertNotContains('tone', $habit->better());
        self::assertLessThan(0.35 * $habit->errors['exposure']['plain'], $habit->errors['exposure']['learned']);
        $features = ['ev' => 9.0, 'brightness' => -1.0, 'lightness' => 50.0, 'a' => 0.0, 'b' => 0.0, 'raw' => 1.0, 'mired' => 180.0];
        $proposed = $habit->proposed($features);
        self::assertEqualsWithDelta(0.5, $proposed['made']['stops'], 0.15);
        self::assertLessThan(0.12, $proposed['apart']['stops']);
        self::assertArrayNotHasKey('contrast', $proposed['made']);
    }

    public function test_nothing_is_proposed_from_too_little_or_from_chance(): void
    {
        $same = fn (): array => ['stops' => 0.3];
        self::assertNull(FinishingHabit::learned([]));
        self::assertNull(FinishingHabit::learned(self::lights($same, 2, 20)));
        self::assertNull(FinishingHabit::learned(self::lights($same, 5, 2)));
        $chance = FinishingHabit::learned(self::lights(fn (): array => ['stops' => mt_rand(-100, 100) / 100]));
        self::assertSame([], $chance?->better());
        // Whoever leaves all as shot is proposed nothing.
        self::assertSame([], FinishingHabit::learned(self::lights(fn (): array => []))?->better());
        // Whoever always does the same is foretold exactly.
        $always = FinishingHabit::learned(self::lights($same));
        self::assertNotNull($always);
        $features = ['ev' => 99.0, 'brightness' => 40.0, 'lightness' => 0.0, 'a' => 0.0, 'b' => 0.0, 'raw' => 0.0, 'mired' => 0.0];
        self::assertEqualsWithDelta(0.3, $always->proposed($features)['made']['stops'], 1e-9);
    }
}
