<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks\Suggest;

/** Frames that one body took without a pause. Its beginning is the instant at which somebody decided to press. */
final readonly class Run
{
    /** Frames of a run that are looked at: neighbours hardly differ. */
    private const LOOKED_AT = 4;

    /**
     * @param  ClockSample  $first  the frame that began it
     * @param  list<list<int>>  $looks  difference hashes of some of its frames, as four numbers of 16 bits
     */
    private function __construct(public ClockSample $first, public array $looks)
    {
    }

    /**
     * @param  list<ClockSample>  $sights  in the order of their readings
     * @param  int  $most  runs at most: where a body pressed more often, only longer pauses part its frames
     * @return list<self>
     */
    public static function ofBody(array $sights, int $most): array
    {
        $pauses = [];
        for ($i = 1; $i < count($sights); $i++) {
            $pauses[] = $sights[$i]->reading - $sights[$i - 1]->reading;
        }
        rsort($pauses);
        $pause = max(self::SHORTEST_PAUSE, $pauses[$most - 1] ?? 0);
        $runs = [];
        $own = [];
        foreach ($sights as $i => $sight) {
            if ($own !== [] && $sight->reading - $sights[$i - 1]->reading >= $pause) {
                $runs[] = self::of($own);
                $own = [];
            }
            $own[] = $sight;
        }

        return $own === [] ? $runs : [...$runs, self::of($own)];
    }

    /** Milliseconds without a frame that end a run: nobody waits so long inside one (common practice, no source). */
    private const SHORTEST_PAUSE = 20_000;

    /** @param  non-empty-list<ClockSample>  $own */
    private static function of(array $own): self
    {
        $looks = [];
        $seen = array_values(array_filter($own, fn (ClockSample $sight): bool => $sight->likeness !== null));
        $step = max(1, (int) ceil(count($seen) / self::LOOKED_AT));
        for ($i = 0; $i < count($seen); $i += $step) {
            $looks[] = array_map(
                fn (string $four): int => (int) hexdec($four),
                str_split((string) $seen[$i]->likeness, 4),
            );
        }

        return new self($own[0], $looks);
    }
}
