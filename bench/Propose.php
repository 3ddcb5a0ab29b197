<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use Kanpai\Core\Cull\Proposal\KindOfWork;
use Kanpai\Core\Cull\Proposal\MeasuredFrame;
use Kanpai\Core\Cull\Proposal\Proposals;
use Kanpai\Core\Cull\Proposal\SeenFace;
use Kanpai\Core\Imaging\Blur;
use Kanpai\Core\Imaging\Faces\Lids;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** What is proposed of 6,000 frames in moments of eight, three faces each, after they were measured. */
final class Propose implements Benchmark
{
    private const FRAMES = 6_000;

    /** @var list<MeasuredFrame> */
    private array $frames = [];

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
        $random = new Randomizer(new Mt19937(11));
        for ($i = 0; $i < self::FRAMES; $i++) {
            $faces = array_map(fn (int $n): SeenFace => self::face($random, $n), [0, 1, 2]);
            $this->frames[] = new MeasuredFrame(
                $i,
                (string) $i,
                intdiv($i, 8),
                2000 * $i,
                $random->getInt(30, 100) / 100,
                $random->getInt(1, 20) === 1 ? Blur::Defocus : Blur::None,
                $random->getInt(-50, 50) / 100,
                0.0,
                null,
                $random->getInt(0, PHP_INT_MAX),
                $faces,
            );
        }
    }

    private static function face(Randomizer $random, int $number): SeenFace
    {
        return new SeenFace(
            0.15 + 0.25 * $number + $random->getInt(-10, 10) / 1000,
            0.3,
            0.1,
            0.16,
            $random->getInt(1, 12) === 1 ? Lids::Closed : Lids::Open,
            8.0,
            $random->getInt(-15, 15) / 100,
            $random->getInt(0, 100) / 100,
            $random->getInt(30, 50) / 100,
        );
    }

    public function ours(): float
    {
        $start = microtime(true);
        Proposals::of($this->frames, KindOfWork::People->weights());

        return 1000 * (microtime(true) - $start);
    }

    public function reference(): float
    {
        return 100.0;
    }
}
