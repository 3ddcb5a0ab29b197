<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull;

/**
 * Coverage drawn: a bar for the frames of each minute, one before it for those that are kept, a line for each gap.
 *
 * @phpstan-type Bar array{x: float, y: float, width: float, height: float}
 */
final readonly class CoverageChart
{
    public const WIDTH = 1000;

    public const HEIGHT = 120;

    /** Where the lines of gaps lie. */
    public const GAPS = 108;

    /** Positions of the bars, and the height of the highest. */
    private const BASE = 100;

    private const HIGHEST = 96;

    private const THINNEST = 1.5;

    private const SHORTEST_GAP = 3.0;

    private const MINUTE = 60_000;

    /**
     * @param  int  $from  instant of the first minute, in milliseconds
     * @param  int  $to  instant at which the last minute ends
     * @param  list<Bar>  $frames
     * @param  list<Bar>  $kept
     * @param  list<array{from: float, to: float}>  $gaps
     */
    private function __construct(
        public int $from,
        public int $to,
        public array $frames,
        public array $kept,
        public array $gaps,
    ) {
    }

    /** @return self|null null where nothing is covered */
    public static function of(Coverage $coverage): ?self
    {
        $minutes = $coverage->minutes;
        if ($minutes === []) {
            return null;
        }
        $from = $minutes[0]['from'];
        $to = $minutes[count($minutes) - 1]['from'] + self::MINUTE;
        $most = max(array_column($minutes, 'frames'));
        $x = fn (int $at): float => round((self::WIDTH * ($at - $from)) / max(1, $to - $from), 2);
        $bar = fn (int $at, int $count): array => [
            'x' => $x($at),
            'y' => self::BASE - (self::HIGHEST * $count) / $most,
            'width' => max(self::THINNEST, $x($at + self::MINUTE) - $x($at)),
            'height' => (self::HIGHEST * $count) / $most,
        ];
        $withKept = array_values(array_filter($minutes, fn (array $minute): bool => $minute['kept'] > 0));

        return new self(
            $from,
            $to,
            array_map(fn (array $minute): array => $bar($minute['from'], $minute['frames']), $minutes),
            array_map(fn (array $minute): array => $bar($minute['from'], $minute['kept']), $withKept),
            array_map(fn (array $gap): array => [
                'from' => $x($gap['from']),
                'to' => max($x($gap['to']), $x($gap['from']) + self::SHORTEST_GAP),
            ], $coverage->gaps),
        );
    }
}
