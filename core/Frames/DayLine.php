<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames;

use Kanpai\Core\Studio\Zone;

/**
 * The geometry of the day line: a shoot from its first frame to its last, laid out over a width.
 *
 * Instants are in milliseconds, widths and places in the units of the drawing.
 */
final readonly class DayLine
{
    /** Spans between two marks of the scale that read well, in minutes. */
    private const STEPS = [1, 2, 5, 10, 15, 30, 60, 120, 180, 360, 720, 1440];

    private function __construct(public int $from, public int $to, public int $width)
    {
    }

    /**
     * @param  iterable<int>  $instants
     * @return self|null null when there is nothing to lay out
     */
    public static function over(iterable $instants, int $width): ?self
    {
        $from = PHP_INT_MAX;
        $to = PHP_INT_MIN;
        foreach ($instants as $instant) {
            $from = min($from, $instant);
            $to = max($to, $instant);
        }
        if ($from > $to) {
            return null;
        }
        $air = max(60_000, (int) (($to - $from) * 0.015));

        return new self($from - $air, $to + $air, $width);
    }

    /** The position of an instant, to a tenth. */
    public function place(int $instant): float
    {
        return round((($instant - $this->from) / ($this->to - $this->from)) * $this->width, 1);
    }

    /**
     * Ticks as one path for SVG; ticks that would be at the same tenth are drawn once.
     *
     * @param  iterable<int>  $instants
     */
    public function ticks(iterable $instants, float $top, float $height): string
    {
        $tenths = [];
        foreach ($instants as $instant) {
            $tenths[$this->tenth($instant)] = true;
        }

        return self::path(array_keys($tenths), $top, $height);
    }

    /** The position of an instant, in tenths of a unit, rounded half up. */
    public function tenth(int $instant): int
    {
        $span = $this->to - $this->from;

        return intdiv(20 * $this->width * ($instant - $this->from) + $span, 2 * $span);
    }

    /**
     * Ticks at places that are known, as one path for SVG.
     *
     * @param  list<int>  $tenths  as `tenth` gives them, each once
     */
    public static function path(array $tenths, float $top, float $height): string
    {
        $path = '';
        foreach ($tenths as $tenth) {
            $path .= 'M'.$tenth / 10 ." {$top}v{$height}";
        }

        return $path;
    }

    /**
     * The marks of the scale.
     *
     * @param  int  $most  marks at most
     * @return list<array{place: float, label: string}> label as local time, hours and minutes
     */
    public function scale(Zone $zone, int $most = 9): array
    {
        $minutes = ($this->to - $this->from) / 60_000;
        $step = 1440 * (int) ceil($minutes / 1440 / $most);
        foreach (self::STEPS as $candidate) {
            if ($minutes / $candidate <= $most) {
                $step = $candidate;
                break;
            }
        }
        $marks = [];
        $first = (int) ceil($zone->local($this->from) / ($step * 60_000)) * $step * 60_000;
        for ($local = $first; $zone->instant($local) <= $this->to; $local += $step * 60_000) {
            $marks[] = [
                'place' => $this->place($zone->instant($local)),
                'label' => gmdate($step >= 1440 ? 'D j' : 'G:i', intdiv($local, 1000)),
            ];
        }

        return $marks;
    }
}
