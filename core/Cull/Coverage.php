<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull;

use Kanpai\Core\Frames\Verdict;

/**
 * The count along the day: minutes of coverage, what is kept in each, and the gaps.
 *
 * A minute is covered when a frame was taken in it. A gap is a row of covered minutes, with no more than a pause
 * between them, of which none has a kept frame.
 */
final readonly class Coverage
{
    private const MINUTE = 60_000;

    /**
     * @param  list<array{from: int, frames: int, kept: int, dropped: int, open: int}>  $minutes  covered ones,
     *     in order; `from` in milliseconds
     * @param  list<array{from: int, to: int, frames: int}>  $gaps
     */
    private function __construct(public array $minutes, public array $gaps)
    {
    }

    /**
     * @param  iterable<array{0: int, 1: Verdict, 2?: int}>  $frames  instant in milliseconds, verdict, and how many
     *     frames where it is not one; in order
     * @param  int  $pause  minutes without any frame that end a gap, since nothing was there to be kept
     */
    public static function of(iterable $frames, int $pause = 5): self
    {
        $minutes = [];
        foreach ($frames as $frame) {
            [$at, $verdict, $count] = [...$frame, 1];
            $minute = intdiv($at, self::MINUTE);
            $minutes[$minute] ??= [
                'from' => $minute * self::MINUTE,
                'frames' => 0,
                'kept' => 0,
                'dropped' => 0,
                'open' => 0,
            ];
            $minutes[$minute]['frames'] += $count;
            $minutes[$minute][
                match ($verdict) {
                    Verdict::Keep => 'kept',
                    Verdict::Drop => 'dropped',
                    Verdict::Open => 'open',
                }
            ] += $count;
        }

        return new self(array_values($minutes), self::gaps($minutes, $pause));
    }

    /**
     * @param  array<int, array{from: int, frames: int, kept: int, dropped: int, open: int}>  $minutes
     * @return list<array{from: int, to: int, frames: int}>
     */
    private static function gaps(array $minutes, int $pause): array
    {
        $gaps = [];
        $gap = $last = null;
        foreach ($minutes as $minute => $counts) {
            if ($gap !== null && ($counts['kept'] > 0 || $minute - $last > $pause)) {
                $gaps[] = $gap;
                $gap = null;
            }
            if ($counts['kept'] === 0) {
                $gap = [
                    'from' => $gap['from'] ?? $counts['from'],
                    'to' => $counts['from'] + self::MINUTE,
                    'frames' => ($gap['frames'] ?? 0) + $counts['frames'],
                ];
            }
            $last = $minute;
        }

        return $gap === null ? $gaps : [...$gaps, $gap];
    }

    public function kept(): int
    {
        return array_sum(array_column($this->minutes, 'kept'));
    }

    /** Kept frames for each covered minute. */
    public function perMinute(): float
    {
        return $this->minutes === [] ? 0.0 : $this->kept() / count($this->minutes);
    }
}
