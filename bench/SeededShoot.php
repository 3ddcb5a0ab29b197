<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Frames\Body;
use App\Imaging\PreviewMaker;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Studio\Shoot;
use App\Studio\Studio;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Demo\Regatta;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** A shoot of many frames in the application that browsers see, with pictures of the demo behind them. */
final class SeededShoot
{
    /** Pictures that are really different; the others are links to them. */
    private const PICTURES = 120;

    /** @param  string  $studio  the last one of that name gets the shoot */
    public static function of(string $studio, int $count, string $folder): Shoot
    {
        return self::within(
            'kanpai',
            fn (): Shoot => self::seed(
                Studio::query()->where('name', $studio)->orderByDesc('id')->firstOrFail(),
                $count,
                $folder,
            ),
        );
    }

    /**
     * @template T
     *
     * @param  callable(): T  $work
     * @return T
     */
    public static function within(string $database, callable $work): mixed
    {
        $bench = DB::connection()->getDatabaseName();
        self::using($database);
        try {
            return $work();
        } finally {
            self::using($bench);
        }
    }

    private static function seed(Studio $studio, int $count, string $folder): Shoot
    {
        $shoot = $studio
            ->shoots()
            ->create(['name' => 'Benchmark', 'zone' => Regatta::ZONE, 'held_on' => Regatta::DATE]);
        $pictures = dirname($folder).'/instances/test/pictures/seeded-'.$shoot->id;
        exec('rm -rf '.escapeshellarg($pictures));
        mkdir($pictures, 0700, true);
        $jpegs = array_slice(glob(dirname($folder).'/instances/test/rack/*/DCIM/*/*.JPG') ?: [], 0, self::PICTURES);
        $looks = [];
        foreach ($jpegs as $n => $jpeg) {
            $size = getimagesize($jpeg);
            $looks[$n] = [
                ...app(PreviewMaker::class)
                    ->make(
                        $jpeg,
                        null,
                        max($size[0] ?? 0, $size[1] ?? 0),
                        "{$pictures}/{$n}-l.jpg",
                        "{$pictures}/{$n}-s.jpg",
                    )
                    ->columns(),
                'width' => 6000,
                'height' => 4000,
            ];
            $small = getimagesize("{$pictures}/{$n}-s.jpg");
            if (($small[1] ?? 0) > ($small[0] ?? 0)) {
                [$looks[$n]['width'], $looks[$n]['height']] = [4000, 6000];
            }
        }
        $random = new Randomizer(new Mt19937(7));
        $bodies = array_map(
            fn (int $n): int => Body::query()->firstOrCreate([
                'studio_id' => $studio->id,
                'make' => 'Halden',
                'model' => "Body {$n}",
                'serial' => "C{$n}",
            ])->id,
            [1, 2, 3],
        );
        $uuid = (string) Str::uuid();
        $card = Card::query()->create([
            'uuid' => $uuid,
            'shoot_id' => $shoot->id,
            'number' => 1,
            'slot' => '/c',
            'name' => 'C',
            'signature' => md5($uuid),
            'state' => CardState::Safe,
            'shooter' => 'Mara Quill',
        ]);
        $at = $shoot->zone()->instant(strtotime(Regatta::DATE.' 06:00 UTC') * 1000);
        $rows = [];
        for ($i = 0; $i < $count; $i++) {
            $n = intdiv($i, 12) % count($looks);
            $at += $i % 12 === 0 ? $random->getInt(20_000, 180_000) : $random->getInt(300, 4000);
            foreach (['s', 'l'] as $which) {
                link("{$pictures}/{$n}-{$which}.jpg", "{$pictures}/f{$i}-{$which}.jpg");
            }
            $rows[] = [
                'shoot_id' => $shoot->id,
                'card_id' => $card->id,
                'body_id' => $bodies[$i % 3],
                'name' => sprintf('CULL%04d.JPG', $i),
                'camera_ms' => $at,
                'is_dated' => true,
                'taken_ms' => $at,
                'exposure' => 1 / 500,
                'f_number' => 2.8,
                'iso' => 400,
                'focal_length' => 85,
                'lens' => 'Halden 85',
                'is_pictured' => true,
                'best_px' => 6000,
                'small_path' => "seeded-{$shoot->id}/f{$i}-s.jpg",
                'large_path' => "seeded-{$shoot->id}/f{$i}-l.jpg",
                ...$looks[$n],
            ];
        }
        foreach (array_chunk($rows, 500) as $some) {
            DB::table('frames')->insert($some);
        }

        return $shoot;
    }

    private static function using(string $database): void
    {
        config(['database.connections.'.config('database.default').'.database' => $database]);
        DB::purge();
    }
}
