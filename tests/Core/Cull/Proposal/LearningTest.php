<?php

declare(strict_types=1);

namespace Tests\Core\Cull\Proposal;

use Kanpai\Core\Cull\Proposal\KindOfWork;
use Kanpai\Core\Cull\Proposal\Learning\CulledMoment;
use Kanpai\Core\Cull\Proposal\Learning\LogisticRegression;
use Kanpai\Core\Cull\Proposal\Learning\Taste;
use Kanpai\Core\Cull\Proposal\MeasuredFrame;
use Kanpai\Core\Cull\Proposal\MomentFindings;
use Kanpai\Core\Cull\Proposal\SeenFace;
use Kanpai\Core\Imaging\Blur;
use Kanpai\Core\Imaging\Faces\Lids;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** What is learned from the rounds of a studio whose taste is known. */
final class LearningTest extends TestCase
{
    /**
     * The textbook example of hours of study and passed exams (Wikipedia, “Logistic regression”; figures from memory):
     * −4.0777 + 1.5046 for each hour.
     */
    public function test_the_regression_finds_the_figures_of_a_worked_example(): void
    {
        $hours = [
            0.5, 0.75, 1.0, 1.25, 1.5, 1.75, 1.75, 2.0, 2.25, 2.5, 2.75, 3.0, 3.25, 3.5, 4.0, 4.25, 4.5, 4.75, 5.0, 5.5,
        ];
        $passed = [0, 0, 0, 0, 0, 0, 1, 0, 1, 0, 1, 0, 1, 0, 1, 1, 1, 1, 1, 1];
        $fit = LogisticRegression::fitted(
            array_map(fn (float $hour): array => [$hour], $hours),
            array_map(fn (int $one): bool => $one === 1, $passed),
            0.0,
        );
        self::assertEqualsWithDelta(-4.0777, $fit->intercept, 0.0005);
        self::assertEqualsWithDelta(1.5046, $fit->weights[0], 0.0005);
        self::assertEqualsWithDelta(0.26, $fit->likelihood([2.0]), 0.005);
    }

    public function test_few_examples_and_values_that_never_change_give_small_weights_and_no_error(): void
    {
        $fit = LogisticRegression::fitted([[1.0, 0.0], [0.0, 0.0]], [true, false], 2.0);
        self::assertLessThan(0.5, abs($fit->weights[0]));
        self::assertEqualsWithDelta(0.0, $fit->weights[1], 1e-6);
        // All hold: nothing that tells them apart.
        self::assertEqualsWithDelta(0.0, LogisticRegression::fitted([[1.0], [1.0]], [true, true], 2.0)->weights[0], 0.7);
    }

    public function test_a_studio_that_keeps_laughter_over_sharpness_is_understood(): void
    {
        $taste = Taste::learned(
            [self::shoot(1, 'smile'), self::shoot(2, 'smile'), self::shoot(3, 'smile')],
            KindOfWork::Details->weights(),
        );
        self::assertNotNull($taste);
        self::assertTrue($taste->isBetter());
        self::assertSame(100, $taste->weights->values['smile']);
        self::assertLessThan(30, $taste->weights->values['sharp']);
        self::assertGreaterThan(0.9, $taste->hits);
        self::assertStringStartsWith('You keep smiles over ', $taste->inWords());
        self::assertSame(3, $taste->shoots);
    }

    public function test_what_the_usual_weights_find_as_well_is_not_better(): void
    {
        $taste = Taste::learned([self::shoot(1, 'sharp'), self::shoot(2, 'sharp')], KindOfWork::Details->weights());
        self::assertNotNull($taste);
        self::assertFalse($taste->isBetter());
    }

    public function test_of_one_shoot_or_of_moments_without_a_choice_nothing_is_learned(): void
    {
        self::assertNull(Taste::learned([self::shoot(1, 'smile')], KindOfWork::People->weights()));
        self::assertNull(Taste::learned([], KindOfWork::People->weights()));
        self::assertNull(Taste::learned([self::shoot(1, ''), self::shoot(2, '')], KindOfWork::People->weights()));
    }

    /**
     * Thirty moments of four frames each.
     *
     * @param  string  $by  which the frame is kept that has most of it; empty where all are kept
     * @return list<CulledMoment>
     */
    private static function shoot(int $seed, string $by): array
    {
        $random = new Randomizer(new Mt19937($seed));
        $moments = [];
        for ($moment = 0; $moment < 30; $moment++) {
            $frames = $values = [];
            for ($i = 0; $i < 4; $i++) {
                [$sharp, $smile] = [$random->getInt(40, 100) / 100, $random->getInt(0, 100) / 100];
                $face = new SeenFace(0.4, 0.3, 0.1, 0.2, Lids::Open, 5.0, 0.0, $smile, 0.4);
                $id = 10 * $moment + $i;
                $frames[] = new MeasuredFrame(
                    $id,
                    (string) $id,
                    $moment,
                    $id,
                    $sharp,
                    Blur::None,
                    0.0,
                    0.0,
                    null,
                    0,
                    [$face],
                );
                $values[$id] = $by === 'sharp' ? $sharp : $smile;
            }
            $kept = array_map(fn (float $value): bool => $by === '' || $value === max($values), $values);
            $moments[] = CulledMoment::of(MomentFindings::of($frames)->parts, $kept);
        }

        return $moments;
    }
}
