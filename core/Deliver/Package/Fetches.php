<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver\Package;

/**
 * What the fetches of one file by one person come to: how much of it has arrived, and how often the whole.
 *
 * A server knows what it handed over, not what arrived: of a fetch that broke off a part was still on its way. Where
 * the next one takes up again before its end, the taker tells how far it came.
 *
 * A fetch: its first byte; how many were sent, null while it goes on; whether all that was asked for was.
 *
 * @phpstan-type Fetch array{from: int, sent: int|null, isWhole: bool}
 */
final readonly class Fetches
{
    /** How often as many bytes as wanted may be sent before it counts as fetched, whatever was broken off. */
    private const PATIENCE = 10;

    /** @param  list<Fetch>  $fetches  in the order in which they began */
    private function __construct(private int $size, private array $fetches)
    {
    }

    /** @param  list<Fetch>  $fetches */
    public static function of(int $size, array $fetches): self
    {
        return new self($size, $fetches);
    }

    /** Bytes of which we know, each counted once. */
    public function arrived(): int
    {
        $stretches = $this->stretches();
        sort($stretches);
        $arrived = 0;
        $end = 0;
        foreach ($stretches as [$from, $to]) {
            $arrived += max(0, $to - max($from, $end));
            $end = max($end, $to);
        }

        return min($arrived, $this->size);
    }

    public function isAllThere(): bool
    {
        return $this->arrived() === $this->size && $this->fetches !== [];
    }

    /** How often it was fetched to the end; sending it over and over counts as well. */
    public function times(): int
    {
        $ends = count(
            array_filter(
                $this->fetches,
                fn (array $fetch): bool => $fetch['isWhole'] &&
                    $fetch['sent'] !== null &&
                    $this->size <= $fetch['from'] + $fetch['sent'],
            ),
        );
        $sent = array_sum(array_map(fn (array $fetch): int => $fetch['sent'] ?? 0, $this->fetches));

        return max($ends, intdiv($sent, max(1, self::PATIENCE * $this->size)));
    }

    /** @param  int|null  $most  how often it may be fetched */
    public function mayBegin(?int $most): bool
    {
        return $most === null || $this->times() < $most;
    }

    /** @return list<array{int, int}> first byte, and the one behind the last */
    private function stretches(): array
    {
        $stretches = [];
        foreach ($this->fetches as $i => ['from' => $from, 'sent' => $sent, 'isWhole' => $isWhole]) {
            $to = $from + ($sent ?? 0);
            foreach ($isWhole ? [] : array_slice($this->fetches, $i + 1) as $later) {
                // It goes on before the end of what was sent: the rest was lost on the way.
                if ($later['from'] > $from && $later['from'] < $to) {
                    $to = $later['from'];
                }
            }
            $stretches[] = [$from, $to];
        }

        return $stretches;
    }
}
