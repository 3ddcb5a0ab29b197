<?php

declare(strict_types=1);

namespace Kanpai\Demo;

use Kanpai\Demo\Camera\Handling;
use Kanpai\Demo\Drawing\Random;

/**
 * What goes wrong in each frame of a moment, what people do with their eyes on purpose, and which one frame is best:
 * that one has no fault, and every other has at least a slight one.
 */
final readonly class Mishaps
{
    /** Kinds of scene with people from near, and those that show a horizon. */
    private const PEOPLE = ['crew', 'pair', 'prize', 'supper', 'crowd'];

    private const HORIZONS = ['river', 'race', 'start', 'crew', 'crowd'];

    /** Share of the frames that were moved, and that lean. */
    private const MOVED = 0.05;

    private const LEANING = 0.08;

    /** Share of the people who are half turned away, and of the frames in which somebody does what the moment is of. */
    private const AWAY = 0.07;

    private const MEANT = 0.85;

    public function __construct(private int $seed)
    {
    }

    /**
     * @param  array<string, int>  $bodies  body => frames of the moment
     * @return array{string, int} body and number of its best frame
     */
    public function best(int $moment, array $bodies): array
    {
        $frames = [];
        foreach ($bodies as $body => $count) {
            for ($i = 0; $i < $count; $i++) {
                $frames[] = [$body, $i];
            }
        }

        return Random::for($this->seed, 'best', $moment)->pick($frames ?: [['a', 0]]);
    }

    /**
     * @param  list<string|int>  $words  that name the frame
     * @param  Handling  $handling  what went wrong so far
     */
    public function handling(string $kind, bool $isBest, array $words, Handling $handling): Handling
    {
        if ($isBest) {
            return new Handling(round($handling->stops * ($handling->stops ** 2 < 1 ? 1 : 0), 2));
        }
        $random = Random::for($this->seed, 'mishap', ...$words);
        $isMoved = $random->chance(self::MOVED) && $handling->defocus < 1;
        $motion = $isMoved ? $random->between(12, 22) : 0.0;
        $direction = $random->chance(0.5) ? 0 : 90;
        $isLeaning = $random->chance(self::LEANING) && in_array($kind, self::HORIZONS, true);
        $tilt = $isLeaning ? $random->pick([-1, 1]) * $random->between(1.5, 4.0) : 0.0;
        // Nobody hits the focus quite as well as in the best frame.
        $soft = $random->between(1.5, 2.4);

        return new Handling(
            $handling->stops,
            $handling->defocus > 3 ? $handling->defocus : ($isMoved ? 0.0 : $soft),
            $motion,
            $direction,
            round($tilt, 2),
        );
    }

    /**
     * What people do in a frame, added to what the scene shows.
     *
     * @param  list<string|int>  $words
     * @param  array<string, mixed>  $with  of the scene: `people`, and who `down`, `laughs`, or whether all `kiss`
     * @return array<string, mixed>
     */
    public function people(string $kind, bool $isBest, array $words, int $i, int $count, array $with): array
    {
        if (! in_array($kind, self::PEOPLE, true)) {
            return $with;
        }
        $random = Random::for($this->seed, 'people', ...$words);
        $with['best'] = $isBest;
        $with['kissing'] = ($with['kiss'] ?? false) && ! $isBest && $i > 0 && $i < $count - 1;
        foreach (['down' => 'lowered', 'laughs' => 'laughing'] as $who => $doing) {
            $people = is_array($with[$who] ?? null) ? $with[$who] : [];
            $with[$doing] = array_values(
                array_filter($people, fn (int $p): bool => $random->chance(self::MEANT) && ! $isBest),
            );
        }
        $meant = [...$with['lowered'], ...$with['laughing']];
        $people = is_int($with['people'] ?? null) ? $with['people'] : 0;
        $with['away'] = [];
        for ($p = 0; $p < $people; $p++) {
            if ($random->chance(self::AWAY) && ! $isBest && ! $with['kissing'] && ! in_array($p, $meant, true)) {
                $with['away'][] = $p;
            }
        }
        $blinking = is_array($with['blinking'] ?? null) ? $with['blinking'] : [];
        $isSpared = $isBest || $with['kissing'];
        $with['blinking'] = $isSpared ? [] : array_values(array_diff($blinking, $meant, $with['away']));
        $with['aside'] = ! $isBest && $random->chance(0.3);

        return $with;
    }
}
