<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Cull\Propose\KeptFindings;
use App\Cull\Propose\ShootProposals;
use App\Studio\Shoot;
use RuntimeException;

/**
 * What is proposed of 6,000 frames in moments of eight, three faces each, from the tables to the answer of the page,
 * after they were measured: as often as a weight is moved.
 */
final class Propose implements Benchmark
{
    private const FRAMES = 6_000;

    private ?Shoot $shoot = null;

    public function name(): string
    {
        return 'propose';
    }

    public function goal(): float
    {
        return 1.0;
    }

    public function unit(): string
    {
        return 'ms for '.self::FRAMES.' frames, against the promised tenth of a second';
    }

    public function prepare(string $folder): void
    {
        $seeded = new SeededStudio();
        $this->shoot = $seeded->shoot(self::FRAMES);
        $seeded->measures($this->shoot);
        $seeded->analyse();
        KeptFindings::refresh($this->shoot);
    }

    public function ours(): float
    {
        $shoot = $this->shoot ?? throw new RuntimeException('Nothing is prepared.');
        $start = microtime(true);
        $answer = ShootProposals::of($shoot);
        $time = 1000 * (microtime(true) - $start);
        if ($answer['isFresh'] !== true || count((array) $answer['order']) !== self::FRAMES) {
            throw new RuntimeException('Not all frames were weighed.');
        }

        return $time;
    }

    public function reference(): float
    {
        return 100.0;
    }
}
