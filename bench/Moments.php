<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use Kanpai\Core\Frames\Moment\Borders;
use Kanpai\Core\Frames\Moment\Fineness;
use Kanpai\Core\Frames\Moment\Moments as Grouping;
use Kanpai\Core\Frames\Moment\MomentSample;
use Kanpai\Core\Imaging\ColourGrid;
use Random\Engine\Mt19937;
use Random\Randomizer;
use RuntimeException;

/**
 * 6,000 frames of three bodies put into moments, from the columns of the database, against the second that was
 * promised.
 */
final class Moments implements Benchmark
{
    private const FRAMES = 6000;

    /** @var list<array{int, int, string, string}> */
    private array $rows = [];

    public function name(): string
    {
        return 'moments';
    }

    public function goal(): float
    {
        return 1.0;
    }

    public function unit(): string
    {
        return 's for '.self::FRAMES.' frames';
    }

    public function prepare(string $folder): void
    {
        $random = new Randomizer(new Mt19937(11));
        $at = 0;
        $look = $random->getBytes(8);
        $grey = 0;
        for ($i = 0; $i < self::FRAMES; $i++) {
            if ($i % 12 === 0) {
                $at += $random->getInt(30_000, 180_000);
                $look = $random->getBytes(8);
                $grey = $random->getInt(20, 220);
            }
            $at += $random->getInt(300, 4000);
            $bits = $random->getBytes(8) & $random->getBytes(8) & $random->getBytes(8) & $random->getBytes(8);
            $this->rows[] = [
                $at,
                $i % 3,
                bin2hex($look ^ $bits),
                (string) ColourGrid::of(array_map(fn (): int => $grey + $random->getInt(0, 20), range(1, 36))),
            ];
        }
    }

    public function ours(): float
    {
        $start = microtime(true);
        $moments = Grouping::of(
            Borders::of(array_map(fn (array $row): MomentSample => MomentSample::of(...$row), $this->rows)),
            Fineness::usual(),
        );
        $seconds = microtime(true) - $start;
        if (end($moments) !== intdiv(self::FRAMES, 12) - 1) {
            throw new RuntimeException((string) (1 + (int) end($moments)).' moments were found.');
        }

        return $seconds;
    }

    public function reference(): float
    {
        return 1.0;
    }
}
