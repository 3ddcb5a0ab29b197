<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Clocks\ClockWork;
use App\Clocks\Suggestions;
use App\Frames\Body;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Studio\Shoot;
use App\Studio\Studio;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\Offset;
use Kanpai\Core\Clocks\ScopedClock;
use Kanpai\Demo\Regatta;
use Random\Engine\Mt19937;
use Random\Randomizer;
use RuntimeException;

/**
 * Three bodies of 2,000 frames: what their frames tell of the clocks, and a clock set on all of them, stored and in
 * order. The reference is the time that is promised.
 */
final class Clocks implements Benchmark
{
    private const FRAMES = 2000;

    /** Scenes of the day, a third of them seen by all. */
    private const SCENES = 500;

    private ?Shoot $shoot = null;

    /** @var list<int> */
    private array $bodies = [];

    public function __construct(private readonly string $what, private readonly float $seconds)
    {
    }

    public function name(): string
    {
        return 'clocks-'.$this->what;
    }

    public function goal(): float
    {
        return 1.0;
    }

    public function unit(): string
    {
        return $this->what === 'tell' ? 's for 3 bodies of '.self::FRAMES : 's for '. 3 * self::FRAMES.' frames';
    }

    public function prepare(string $folder): void
    {
        $studio = Studio::query()->create(['name' => 'Benchmark']);
        $this->shoot = $studio
            ->shoots()
            ->create(['name' => 'Benchmark', 'zone' => Regatta::ZONE, 'held_on' => Regatta::DATE]);
        $random = new Randomizer(new Mt19937(4));
        $day = $this->shoot->zone()->instant(strtotime(Regatta::DATE.' 06:00 UTC') * 1000);
        $looks = [];
        for ($scene = 0; $scene < self::SCENES; $scene++) {
            $looks[] = [$day + $random->getInt(0, 16 * 3_600_000), $random->getBytes(8)];
        }
        foreach ([0, -197_000, -3_600_000] as $n => $offset) {
            $body = Body::query()->create([
                'studio_id' => $studio->id,
                'make' => 'Halden',
                'model' => "Body {$n}",
                'serial' => "B{$n}",
            ]);
            $uuid = (string) Str::uuid();
            $card = Card::query()->create([
                'uuid' => $uuid,
                'shoot_id' => $this->shoot->id,
                'number' => $n + 1,
                'slot' => "/{$n}",
                'name' => "Body {$n}",
                'signature' => md5($uuid),
                'state' => CardState::Safe,
            ]);
            $rows = [];
            foreach ($looks as $scene => [$instant, $look]) {
                if ($scene % 3 === 0 || $scene % 3 === ($n + 1) % 3) {
                    for (
                        $k = 0, $at = $instant + $random->getInt(0, 400);
                        $k < self::FRAMES / ((self::SCENES * 2) / 3);
                        $k++, $at += $random->getInt(300, 3000)
                    ) {
                        $bits = $random->getBytes(8) & $random->getBytes(8) & $random->getBytes(8);
                        $rows[] = [
                            'shoot_id' => $this->shoot->id,
                            'card_id' => $card->id,
                            'body_id' => $body->id,
                            'name' => sprintf('B%d_%04d.JPG', $n, count($rows)),
                            'camera_ms' => $at + 3_600_000 + $offset,
                            'camera_zone' => 60,
                            'is_dated' => true,
                            'taken_ms' => $at + $offset,
                            'width' => 6000,
                            'height' => 4000,
                            'likeness' => bin2hex($look ^ $bits),
                        ];
                    }
                }
            }
            foreach (array_chunk(array_slice($rows, 0, self::FRAMES), 1000) as $chunk) {
                DB::table('frames')->insert($chunk);
            }
            $this->bodies[] = $body->id;
        }
    }

    public function ours(): float
    {
        $shoot = $this->shoot ?? throw new RuntimeException('Not prepared.');
        $start = microtime(true);
        if ($this->what === 'tell') {
            foreach ([[1, 0, 197_000], [2, 0, 3_600_000], [2, 1, 3_403_000]] as [$of, $other, $offset]) {
                ['suggestion' => $said] = app(Suggestions::class)->of(
                    $shoot,
                    $this->bodies[$of],
                    $this->bodies[$other],
                    null,
                );
                if (! $said->tells() || abs($said->offset - $offset) > 1000) {
                    throw new RuntimeException("Told {$said->offset} ms instead of {$offset}. {$said->reason}");
                }
            }

            return microtime(true) - $start;
        }
        $right = strtotime(Regatta::DATE.' 12:00 UTC') * 1000;
        foreach ($this->bodies as $body) {
            app(ClockWork::class)->set(
                $shoot,
                $body,
                ScopedClock::everywhere(Clock::of(Offset::ofMilliseconds(random_int(1000, 99_999)), 1.5, $right)),
            );
        }
        DB::table('frames')->where('shoot_id', $shoot->id)->orderBy('taken_ms')->orderBy('id')->pluck('id');

        return microtime(true) - $start;
    }

    public function reference(): float
    {
        return $this->seconds;
    }
}
