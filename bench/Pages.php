<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Studio\Shoot;
use Illuminate\Contracts\Http\Kernel;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use RuntimeException;

/**
 * The slowest page of a shoot, or of the lists over all shoots, with 100,000 frames in the database: milliseconds that
 * the application takes, without browser and network. Which page took how long is printed with KANPAI_SHOW=1.
 */
final class Pages implements Benchmark
{
    /** Frames in the other shoots of the studio. */
    private const OTHERS = 49;

    private const IN_OTHERS = 1_600;

    private const TIMES = 3;

    /** Bytes of memory that an answer may take. */
    private const MEMORY = 64 << 20;

    private ?Shoot $shoot = null;

    private ?SeededStudio $seeded = null;

    private string $slowest = '';

    /** @param  'lists'|int  $frames  of the shoot whose pages are asked for */
    public function __construct(private readonly string|int $frames)
    {
    }

    public function name(): string
    {
        return "pages-{$this->frames}";
    }

    public function goal(): float
    {
        return 1.0;
    }

    public function unit(): string
    {
        return "ms for the slowest page ({$this->slowest}), of the time promised";
    }

    public function prepare(string $folder): void
    {
        $this->seeded = new SeededStudio();
        $this->shoot = $this->seeded->shoot(is_int($this->frames) ? $this->frames : 1_600);
        for ($n = 1; $n <= self::OTHERS; $n++) {
            $this->seeded->shoot(self::IN_OTHERS, "Shoot {$n}");
        }
        $this->seeded->analyse();
        config(['session.driver' => 'array', 'cache.default' => 'array']);
    }

    public function ours(): float
    {
        $shoot = $this->shoot ?? throw new RuntimeException('Nothing is prepared.');
        Auth::setUser($this->seeded->member ?? throw new RuntimeException('Nothing is prepared.'));
        $all = [];
        foreach ($this->frames === 'lists' ? $this->lists() : SeededStudio::pages($shoot) as $page) {
            $all[$page] = $this->time($page);
        }
        arsort($all);
        $this->slowest = (string) array_key_first($all);
        if (getenv('KANPAI_SHOW') === '1') {
            foreach ($all as $page => $time) {
                printf("  %8.1f ms  %s\n", $time, $page);
            }
        }

        return max([0.0, ...array_values($all)]);
    }

    public function reference(): float
    {
        return $this->frames === 20_000 ? 300.0 : 150.0;
    }

    /** @return list<string> */
    private function lists(): array
    {
        return ['/', '/?finished=1', '/archive', '/sets', '/outbox'];
    }

    /** Milliseconds: the median of some tries. */
    private function time(string $page): float
    {
        $times = [];
        for ($i = 0; $i < self::TIMES; $i++) {
            gc_collect_cycles();
            memory_reset_peak_usage();
            $before = memory_get_usage();
            $start = hrtime(true);
            $answer = app(Kernel::class)->handle(Request::create($page));
            $times[] = (hrtime(true) - $start) / 1e6;
            if ($answer->getStatusCode() !== 200) {
                throw new RuntimeException("{$page} answers {$answer->getStatusCode()}.");
            }
            if (memory_get_peak_usage() - $before > self::MEMORY) {
                throw new RuntimeException("{$page} takes more than ".(self::MEMORY >> 20).' MB of memory.');
            }
        }
        sort($times);

        return $times[intdiv(self::TIMES, 2)];
    }
}
