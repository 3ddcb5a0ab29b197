<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal\Learning;

use Kanpai\Core\Cull\Proposal\Weights;

/**
 * What a studio keeps, learned from its finished shoots: weights as the sliders have them. Each shoot is held out once
 * and told from the others; the weights are worth offering only where they find more of what was kept than the usual
 * ones do.
 */
final readonly class Taste
{
    /** Shoots, and moments in which somebody had to choose, below which nothing is learned. */
    private const FEWEST_SHOOTS = 2;

    private const FEWEST_MOMENTS = 20;

    private const PENALTY = 2.0;

    /**
     * @param  float  $hits  share of the held-out moments in which the first frame by learned weights was kept
     * @param  float  $usual  the same by the usual weights
     */
    private function __construct(
        public Weights $weights,
        public float $hits,
        public float $usual,
        public int $shoots,
        public int $moments,
    ) {
    }

    /**
     * @param  list<list<CulledMoment>>  $shoots
     * @param  Weights  $usual  that are used where nothing is learned
     * @return self|null null where there is too little to learn from
     */
    public static function learned(array $shoots, Weights $usual): ?self
    {
        $choices = self::choices($shoots);
        $all = array_merge(...$choices);
        if (count($choices) < self::FEWEST_SHOOTS || count($all) < self::FEWEST_MOMENTS) {
            return null;
        }

        return new self(
            self::fitted($all),
            self::heldOut($choices) / count($all),
            self::hits($all, $usual) / count($all),
            count($choices),
            count($all),
        );
    }

    /**
     * @param  list<list<CulledMoment>>  $shoots
     * @return list<list<CulledMoment>> moments in which somebody had to choose, of the shoots that have any
     */
    private static function choices(array $shoots): array
    {
        $isChoice = fn (CulledMoment $moment): bool => $moment->isChoice();
        $choices = array_map(
            fn (array $moments): array => array_values(array_filter($moments, $isChoice)),
            $shoots,
        );

        return array_values(array_filter($choices));
    }

    /**
     * @param  list<list<CulledMoment>>  $choices
     * @return int moments of which the first frame was kept, each shoot told from the others
     */
    private static function heldOut(array $choices): int
    {
        $hits = 0;
        foreach ($choices as $i => $shoot) {
            $others = array_values(array_diff_key($choices, [$i => true]));
            $hits += self::hits($shoot, self::fitted(array_merge(...$others)));
        }

        return $hits;
    }

    /** Whether it finds more of what was kept than the usual weights do. */
    public function isBetter(): bool
    {
        return $this->hits > $this->usual;
    }

    /** What counts most against what counts least, such as “You keep smiles over sharpness”. */
    public function inWords(): string
    {
        $values = $this->weights->values;
        arsort($values);
        $names = array_keys($values);
        $called = fn (string $name): string => lcfirst(Weights::NAMES[$name] ?? $name);
        [$most, $least] = [$called($names[0]), $called($names[count($names) - 1])];

        return "You keep {$most} over {$least}.";
    }

    /** @param  list<CulledMoment>  $moments */
    private static function fitted(array $moments): Weights
    {
        [$rows, $kept] = [[], []];
        foreach ($moments as $moment) {
            array_push($rows, ...$moment->differences());
            array_push($kept, ...array_column($moment->frames, 'isKept'));
        }
        $found = $rows === [] ? [] : LogisticRegression::fitted($rows, $kept, self::PENALTY)->weights;

        return self::weights($found);
    }

    /** @param  list<float>  $found  in the order of `Weights::NAMES` */
    private static function weights(array $found): Weights
    {
        // What speaks against a frame is no weight: a slider goes from nothing to much.
        $positive = array_map(fn (float $weight): float => max(0.0, $weight), $found);
        $largest = max([1e-9, ...$positive]);

        $whole = array_map(fn (float $weight): int => (int) round((Weights::MOST * $weight) / $largest), $positive);

        return Weights::of($whole === [] ? [] : array_combine(array_keys(Weights::NAMES), $whole));
    }

    /** @param  list<CulledMoment>  $moments */
    private static function hits(array $moments, Weights $weights): int
    {
        return count(array_filter($moments, fn (CulledMoment $moment): bool => $moment->isHit($weights)));
    }
}
