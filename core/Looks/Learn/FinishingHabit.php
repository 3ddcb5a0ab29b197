<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Learn;

/**
 * What a studio makes of a light, learned from its finished shoots: of the nearest lights, by what was measured, a
 * regression of what was made of them. Each shoot is held out once, and what is foretold of it is compared with what
 * was made, beside leaving it as it is: only what comes nearer is proposed.
 *
 * @phpstan-import-type Features from FinishedLight
 * @phpstan-import-type Made from FinishedLight
 *
 * @phpstan-type Errors array<string, array{learned: float, plain: float}>
 * @phpstan-type Proposed array{made: array<string, float>, apart: array<string, float>, lights: int}
 */
final readonly class FinishingHabit
{
    /** Fewer shoots or lights tell nothing. */
    public const SHOOTS = 3;

    public const LIGHTS = 12;

    /** Lights that count for one. */
    private const NEAREST = 24;

    /** On slopes of features of unit variance. */
    private const PENALTY = 1.0;

    /** A share by which the foretold has to be nearer than leaving it. */
    private const BETTER = 0.9;

    /**
     * @param  list<FinishedLight>  $lights
     * @param  array<string, array{float, float}>  $spread  feature => mean and standard deviation
     * @param  Errors  $errors  by group, in scales of its targets
     */
    private function __construct(private array $lights, private array $spread, public array $errors)
    {
    }

    /**
     * @param  list<FinishedLight>  $lights
     * @return self|null null where there is too little to learn from
     */
    public static function learned(array $lights): ?self
    {
        $shoots = array_unique(array_map(fn (FinishedLight $light): int => $light->shoot, $lights));
        if (count($shoots) < self::SHOOTS || count($lights) < self::LIGHTS) {
            return null;
        }

        return new self($lights, self::spread($lights), self::errors($lights, array_values($shoots)));
    }

    /** @return list<string> groups of which what was learned is nearer than leaving them */
    public function better(): array
    {
        $better = [];
        foreach ($this->errors as $group => ['learned' => $learned, 'plain' => $plain]) {
            if ($learned < self::BETTER * $plain) {
                $better[] = $group;
            }
        }

        return $better;
    }

    public function shoots(): int
    {
        return count(array_unique(array_map(fn (FinishedLight $light): int => $light->shoot, $this->lights)));
    }

    /**
     * What the studio would make of a light.
     *
     * @param  Features  $features
     * @return Proposed what is made of it; by how much lights like it are apart from that, as a median; and how many
     *     there are. Of the groups that are better alone
     */
    public function proposed(array $features): array
    {
        [$nearest, $weights] = self::nearest($this->lights, $this->spread, $features);
        $made = $apart = [];
        foreach ($this->better() as $group) {
            foreach (FinishedLight::GROUPS[$group] as $target) {
                $made[$target] = self::foretold($nearest, $weights, $this->spread, $features, $target);
                $apart[$target] = self::apart($nearest, $this->spread, $weights, $target);
            }
        }

        return ['made' => $made, 'apart' => $apart, 'lights' => count($nearest)];
    }

    /**
     * @param  list<FinishedLight>  $lights
     * @param  list<int>  $shoots
     * @return Errors
     */
    private static function errors(array $lights, array $shoots): array
    {
        $sums = [];
        foreach ($shoots as $held) {
            $others = array_values(array_filter($lights, fn (FinishedLight $light): bool => $light->shoot !== $held));
            $spread = self::spread($others);
            foreach ($lights as $light) {
                $light->shoot === $held && ($sums[] = self::errorsOf($light, $others, $spread));
            }
        }
        $errors = [];
        foreach (array_keys(FinishedLight::GROUPS) as $group) {
            $own = array_column($sums, $group);
            $errors[$group] = [
                'learned' => array_sum(array_column($own, 'learned')) / max(1, count($own)),
                'plain' => array_sum(array_column($own, 'plain')) / max(1, count($own)),
            ];
        }

        return $errors;
    }

    /**
     * @param  list<FinishedLight>  $others
     * @param  array<string, array{float, float}>  $spread
     * @return Errors of one light
     */
    private static function errorsOf(FinishedLight $light, array $others, array $spread): array
    {
        [$nearest, $weights] = self::nearest($others, $spread, $light->features);
        $errors = [];
        foreach (FinishedLight::GROUPS as $group => $targets) {
            [$learned, $plain] = [0.0, 0.0];
            foreach ($targets as $target) {
                $own = self::foretold($nearest, $weights, $spread, $light->features, $target);
                $scale = FinishedLight::SCALES[$target] * count($targets);
                $learned += abs($own - $light->made[$target]) / $scale;
                $plain += abs($light->made[$target]) / $scale;
            }
            $errors[$group] = ['learned' => $learned, 'plain' => $plain];
        }

        return $errors;
    }

    /**
     * @param  list<FinishedLight>  $lights
     * @return array<string, array{float, float}>
     */
    private static function spread(array $lights): array
    {
        $spread = [];
        foreach (array_keys($lights[0]->features ?? []) as $name) {
            $values = array_map(fn (FinishedLight $light): float => $light->features[$name], $lights);
            $mean = array_sum($values) / max(1, count($values));
            $squares = array_map(fn (float $value): float => ($value - $mean) ** 2, $values);
            // What is nearly the same everywhere tells nothing, and is not blown up to something.
            $spread[$name] = [$mean, max(1e-3, sqrt(array_sum($squares) / max(1, count($squares))))];
        }

        return $spread;
    }

    /**
     * @param  array<string, float>  $features
     * @param  array<string, array{float, float}>  $spread
     * @return list<float> of unit variance
     */
    private static function row(array $features, array $spread): array
    {
        $row = [];
        foreach ($spread as $name => [$mean, $deviation]) {
            $row[] = max(-6.0, min(6.0, (($features[$name] ?? $mean) - $mean) / $deviation));
        }

        return $row;
    }

    /**
     * @param  list<FinishedLight>  $lights
     * @param  array<string, array{float, float}>  $spread
     * @param  array<string, float>  $features
     * @return array{list<FinishedLight>, list<float>} the nearest first, and how much each counts
     */
    private static function nearest(array $lights, array $spread, array $features): array
    {
        $own = self::row($features, $spread);
        $distances = array_map(function (FinishedLight $light) use ($own, $spread): float {
            $squares = 0.0;
            foreach (self::row($light->features, $spread) as $i => $value) {
                $squares += ($value - $own[$i]) ** 2;
            }

            return $squares;
        }, $lights);
        asort($distances);
        $chosen = array_slice($distances, 0, self::NEAREST, true);
        $reach = max(1.0, (float) end($chosen));

        return [
            array_map(fn (int $i): FinishedLight => $lights[$i], array_keys($chosen)),
            array_values(array_map(fn (float $squares): float => exp(-2 * $squares / $reach), $chosen)),
        ];
    }

    /**
     * @param  list<FinishedLight>  $nearest
     * @param  list<float>  $weights
     * @param  array<string, array{float, float}>  $spread
     * @param  array<string, float>  $features
     */
    private static function foretold(
        array $nearest,
        array $weights,
        array $spread,
        array $features,
        string $target,
    ): float {
        if ($nearest === [] || $weights === []) {
            return 0.0;
        }
        $targets = array_map(fn (FinishedLight $light): float => $light->made[$target], $nearest);
        $rows = array_map(fn (FinishedLight $light): array => self::row($light->features, $spread), $nearest);
        $value = RidgeRegression::fitted($rows, $targets, $weights, self::PENALTY)->at(self::row($features, $spread));

        // Nothing is foretold that nobody has done.
        return max(min($targets), min(max($targets), $value));
    }

    /**
     * @param  list<FinishedLight>  $nearest
     * @param  array<string, array{float, float}>  $spread
     * @param  list<float>  $weights
     */
    private static function apart(array $nearest, array $spread, array $weights, string $target): float
    {
        $apart = array_map(
            fn (FinishedLight $light): float => abs(
                self::foretold($nearest, $weights, $spread, $light->features, $target) - $light->made[$target],
            ),
            $nearest,
        );
        sort($apart);

        return $apart[intdiv(count($apart), 2)] ?? 0.0;
    }
}
