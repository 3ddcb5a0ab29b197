<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Captions\FrameCaption;
use App\Frames\Body;
use App\Frames\FrameQuery;
use App\Frames\Uses;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Studio\Shoot;
use App\Studio\Studio;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Demo\Regatta;
use RuntimeException;

/**
 * The slowest of fifteen filters over a shoot of 6,000 frames among 100,000 in the database, each with its frames in
 * order, against the 50 ms that were promised.
 */
final class Filters implements Benchmark
{
    private const SHOOTS = 16;

    private const FRAMES = 6250;

    private const FILTERS = [
        '',
        'verdict:keep',
        'rating>=3',
        'use:album',
        'set:Portfolio',
        'body:"Halden 6"',
        'lens:85',
        'shooter:Quill',
        'moment>=8',
        'iso>=800 and shutter<=1/250 and aperture:2.8',
        'keyword:rowing',
        'words:"bend of the river"',
        'name:FR_0042',
        'time>=09:00 and time<11:00',
        '(verdict:keep and (rating>=4 or use:press)) or (not keyword:race and not lens:85 and words:quay)',
    ];

    private ?Shoot $shoot = null;

    public string $slowest = '';

    public function name(): string
    {
        return 'filters';
    }

    public function goal(): float
    {
        return 1.0;
    }

    public function unit(): string
    {
        return 'ms for the slowest of '.count(self::FILTERS).' filters ('.$this->slowest.')';
    }

    public function prepare(string $folder): void
    {
        $studio = Studio::query()->create(['name' => 'Benchmark']);
        Uses::of($studio);
        $set = DB::table('sets')->insertGetId(['studio_id' => $studio->id, 'name' => 'Portfolio']);
        $lenses = ['Halden 24-70', 'Halden 85', 'Halden 70-200'];
        $texts = ['Final at the bend of the river', 'Heat on the water', 'Prize on the quay', 'Supper'];
        for ($n = 0; $n < self::SHOOTS; $n++) {
            $shoot = $studio
                ->shoots()
                ->create(['name' => "Benchmark {$n}", 'zone' => Regatta::ZONE, 'held_on' => Regatta::DATE]);
            $this->shoot = $n === 7 ? $shoot : $this->shoot;
            $bodies = array_map(
                fn (string $model): int => Body::query()->create([
                    'studio_id' => $studio->id,
                    'make' => 'Halden',
                    'model' => $model,
                    'serial' => "{$n}{$model}",
                ])->id,
                ['Halden 6', 'Halden 7'],
            );
            $uuid = (string) Str::uuid();
            $card = Card::query()->create([
                'uuid' => $uuid,
                'shoot_id' => $shoot->id,
                'number' => 1,
                'slot' => '/f',
                'name' => 'F',
                'signature' => md5($uuid),
                'state' => CardState::Safe,
                'shooter' => 'Mara Quill',
            ]);
            $day = $shoot->zone()->instant(strtotime(Regatta::DATE.' 06:00 UTC') * 1000);
            for ($i = 0; $i < self::FRAMES; $i += 250) {
                $rows = [];
                for ($k = $i; $k < $i + 250; $k++) {
                    $rows[] = [
                        'shoot_id' => $shoot->id,
                        'card_id' => $card->id,
                        'body_id' => $bodies[$k % 2],
                        'name' => sprintf('FR_%04d.JPG', $k),
                        'camera_ms' => $day + $k * 8000,
                        'is_dated' => true,
                        'taken_ms' => $day + $k * 8000,
                        'width' => 6000,
                        'height' => 4000,
                        'exposure' => 1 / [60, 250, 1000][$k % 3],
                        'f_number' => [2.8, 4.0][$k % 2],
                        'iso' => 100 << $k % 6,
                        'focal_length' => 85,
                        'lens' => $lenses[$k % 3],
                        'verdict' => ['open', 'keep', 'drop'][$k % 3],
                        'rating' => $k % 6,
                        'uses' => $k % 8,
                        'moment' => intdiv($k, 10),
                        'moment_size' => 1 + ($k % 20),
                        'sharpness' => $k % 997,
                    ];
                }
                DB::table('frames')->insert($rows);
                $ids = array_map(
                    intval(...),
                    DB::table('frames')
                        ->where('shoot_id', $shoot->id)
                        ->orderByDesc('id')
                        ->limit(250)
                        ->pluck('id')
                        ->all(),
                );
                DB::table('captions')->insert(
                    array_map(
                        fn (int $id): array => FrameCaption::row(
                            $id,
                            $shoot->id,
                            Caption::of([
                                'headline' => $texts[$id % 4],
                                'description' => str_repeat('An account of what is seen. ', 8),
                                'keywords' => $id % 2 === 0 ? 'rowing, race, river' : 'supper, lanterns',
                                'creator' => 'Mara Quill',
                            ]),
                            [],
                        ),
                        $ids,
                    ),
                );
                DB::table('set_frames')->insert(
                    array_map(fn (int $id): array => ['set_id' => $set, 'frame_id' => $id], array_slice($ids, 0, 25)),
                );
            }
        }
        DB::statement('ANALYZE TABLE frames, captions, set_frames');
    }

    public function ours(): float
    {
        $shoot = $this->shoot ?? throw new RuntimeException('Not prepared.');
        $longest = 0.0;
        foreach (self::FILTERS as $text) {
            $start = microtime(true);
            $ids = FrameQuery::of($shoot, FrameFilter::where($text))->toBase()->pluck('frames.id');
            $spent = 1000 * (microtime(true) - $start);
            if ($ids->isEmpty()) {
                throw new RuntimeException("“{$text}” finds nothing.");
            }
            if ($spent > $longest) {
                [$longest, $this->slowest] = [$spent, $text];
            }
        }

        return $longest;
    }

    public function reference(): float
    {
        return 50.0;
    }
}
