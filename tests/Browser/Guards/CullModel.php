<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

/**
 * What the culling page is to do, in few words: frames in their order, a filter, the frame one is at, and steps that
 * can be undone and done again. It knows nothing of the page's own code.
 *
 * @phpstan-type Marked array{id: int, moment: int, verdict: string, rating: int}
 */
final class CullModel
{
    public bool $isWall = true;

    public string $verdict = '';

    public int $least = 0;

    public int $at = 0;

    /** @var list<int> places of the frames that are shown */
    public array $view;

    /** @var list<array<int, array{array{string, int}, array{string, int}}>> steps: place => before and after */
    private array $done = [];

    /** @var list<array<int, array{array{string, int}, array{string, int}}>> */
    private array $undone = [];

    /**
     * @param  list<Marked>  $frames  in their order
     * @param  string  $doubt  what passing an open frame says of it: nothing, keep or drop
     */
    public function __construct(public array $frames, private readonly string $doubt)
    {
        $this->view = array_keys($frames);
    }

    /** @return Marked|null */
    public function current(): ?array
    {
        return isset($this->view[$this->at]) ? $this->frames[$this->view[$this->at]] : null;
    }

    public function count(string $verdict): int
    {
        return count(array_filter($this->frames, fn (array $frame): bool => $frame['verdict'] === $verdict));
    }

    public function filter(string $verdict, int $least): void
    {
        [$this->verdict, $this->least] = [$verdict, $least];
        $this->lookAgain($this->view[$this->at] ?? null);
    }

    public function verdict(string $said): void
    {
        $place = $this->view[$this->at] ?? null;
        $this->mark($place === null ? [] : [$place => ['verdict' => $said]], true);
    }

    public function rate(int $rating): void
    {
        $place = $this->view[$this->at] ?? null;
        $this->mark($place === null ? [] : [$place => ['rating' => $rating]], false);
    }

    public function rateAndKeep(int $rating): void
    {
        $place = $this->view[$this->at] ?? null;
        $this->mark($place === null ? [] : [$place => ['rating' => $rating, 'verdict' => 'keep']], true);
    }

    /** Of a moment those that are shown. */
    public function wholeMoment(string $said): void
    {
        $frame = $this->current();
        if ($frame !== null) {
            $next = $this->afterMoment($frame['moment']);
            $this->mark(
                array_fill_keys(
                    array_filter(
                        $this->view,
                        fn (int $place): bool => $this->frames[$place]['moment'] === $frame['moment'],
                    ),
                    ['verdict' => $said],
                ),
                false,
            );
            $this->goOn($frame['id'], $next);
        }
    }

    /** Of a moment all, shown or not. */
    public function onlyThis(): void
    {
        $frame = $this->current();
        if ($frame !== null) {
            $next = $this->afterMoment($frame['moment']);
            // The one that is kept comes first; undoing goes back to it.
            $changes = [$this->view[$this->at] => ['verdict' => 'keep']];
            foreach ($this->frames as $place => $other) {
                if ($other['moment'] === $frame['moment']) {
                    $changes[$place] ??= ['verdict' => 'drop'];
                }
            }
            $this->mark($changes, false);
            $this->goOn($frame['id'], $next);
        }
    }

    public function step(int $by): void
    {
        $frame = $this->current();
        if ($frame === null) {
            return;
        }
        $isLast = $this->at === count($this->view) - 1;
        if ($by > 0 && ! $this->isWall && $frame['verdict'] === 'open' && $this->doubt !== 'nothing') {
            $this->verdict($this->doubt);
        } elseif (
            $by > 0 &&
            $isLast &&
            $this->count('open') === 0 &&
            in_array($this->verdict, ['', 'open'], true) &&
            $this->least === 0
        ) {
            $this->filter('open', 0);
        } else {
            $this->at = max(0, min(count($this->view) - 1, $this->at + $by));
        }
    }

    /** To the next moment that is shown, or to the beginning of the one before. */
    public function moment(int $by): void
    {
        $frame = $this->current();
        if ($frame === null || $this->isWall) {
            return;
        }
        $moments = array_values(
            array_unique(array_map(fn (int $place): int => $this->frames[$place]['moment'], $this->view)),
        );
        $target = $moments[(int) array_search($frame['moment'], $moments, true) + $by] ?? null;
        if ($target !== null) {
            foreach ($this->view as $i => $place) {
                if ($this->frames[$place]['moment'] === $target) {
                    $this->at = $i;

                    return;
                }
            }
        }
    }

    public function undo(): void
    {
        $step = array_pop($this->done);
        if ($step !== null) {
            $this->undone[] = $step;
            $this->put($step, 0);
        }
    }

    public function redo(): void
    {
        $step = array_pop($this->undone);
        if ($step !== null) {
            $this->done[] = $step;
            $this->put($step, 1);
        }
    }

    /** @param  array<int, array{array{string, int}, array{string, int}}>  $step */
    private function put(array $step, int $which): void
    {
        foreach ($step as $place => $values) {
            [$this->frames[$place]['verdict'], $this->frames[$place]['rating']] = $values[$which];
        }
        $this->lookAgain(array_key_first($step));
    }

    /** @param  array<int, array{verdict?: string, rating?: int}>  $changes  place => what is said */
    private function mark(array $changes, bool $movesOn): void
    {
        if ($changes === []) {
            return;
        }
        $place = $this->view[$this->at];
        $step = [];
        foreach ($changes as $one => $said) {
            $before = [$this->frames[$one]['verdict'], $this->frames[$one]['rating']];
            $after = [$said['verdict'] ?? $before[0], $said['rating'] ?? $before[1]];
            if ($after !== $before) {
                $step[$one] = [$before, $after];
                [$this->frames[$one]['verdict'], $this->frames[$one]['rating']] = $after;
            }
        }
        if ($step !== []) {
            $this->done[] = $step;
            $this->undone = [];
        }
        // What the filter hides leaves, and the next one takes its place, or the last before where none is next.
        $stays = fn (int $other): bool => ! isset($changes[$other]) || $this->meets($other);
        $next = array_values(array_filter(array_slice($this->view, $this->at), $stays))[0] ?? null;
        $before = array_filter(array_slice($this->view, 0, $this->at), $stays);
        $target = $next ?? ($before === [] ? null : $before[array_key_last($before)]);
        $this->view = array_values(array_filter($this->view, $stays));
        $this->at = $target === null ? 0 : (int) array_search($target, $this->view, true);
        if ($movesOn && $this->meets($place)) {
            $this->at = min(count($this->view) - 1, $this->at + 1);
        }
    }

    private function afterMoment(int $moment): ?int
    {
        foreach (array_slice($this->view, $this->at + 1) as $place) {
            if ($this->frames[$place]['moment'] !== $moment) {
                return $place;
            }
        }

        return null;
    }

    private function goOn(int $id, ?int $next): void
    {
        $i = $next === null ? false : array_search($next, $this->view, true);
        foreach ($this->view as $place) {
            if ($this->frames[$place]['id'] === $id && $i !== false) {
                $this->at = $i;
            }
        }
    }

    private function lookAgain(?int $stay): void
    {
        $this->view = array_values(array_filter(array_keys($this->frames), $this->meets(...)));
        $found = $stay === null ? false : array_search($stay, $this->view, true);
        $this->at = $found !== false ? $found : min($this->at, max(0, count($this->view) - 1));
    }

    private function meets(int $place): bool
    {
        return ($this->verdict === '' || $this->frames[$place]['verdict'] === $this->verdict) &&
            $this->frames[$place]['rating'] >= $this->least;
    }
}
