<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Copies\Places;
use App\Cull\Culling;
use App\Cull\Measure\Measurement;
use App\Imaging\Faces\FaceModels;
use App\Studio\Member;
use App\Studio\Shoot;
use App\Studio\Studio;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Demo\Regatta;

/**
 * A studio of many shoots, as rows alone: cards, frames, files with two copies each, captions, a gallery with a
 * selection, a delivery. No picture is behind them.
 */
final class SeededStudio
{
    private const CARDS = 4;

    private const SECONDS = 4;

    public readonly Studio $studio;

    public readonly Member $member;

    public function __construct()
    {
        $name = 'Pages '.Str::random(6);
        $this->studio = Studio::query()->create(['name' => $name]);
        $this->member = $this->studio->members()->create([
            'name' => 'Mara Quill',
            'email' => Str::slug($name).'@bench.example',
            'password' => Str::random(20),
            'role' => 'owner',
        ]);
        app(Places::class)->all($this->studio->id);
    }

    public function shoot(int $frames, string $name = 'Benchmark'): Shoot
    {
        $shoot = $this->studio->shoots()->create([
            'name' => $name,
            'client' => 'Harbour Office',
            'zone' => Regatta::ZONE,
            'held_on' => Regatta::DATE,
        ]);
        $this->frames($shoot, $frames);
        $this->files($shoot);
        $this->captions($shoot);
        Culling::of($shoot);
        $this->gallery($shoot);

        return $shoot;
    }

    /** Measures of all frames, three faces each: somebody blinks in one of twelve, one frame of twenty is out of focus. */
    public function measures(Shoot $shoot): void
    {
        $share = fn (string $of): string => "CRC32(CONCAT('{$of}', id)) / 4294967295";
        DB::update('UPDATE frames SET likeness = LEFT(MD5(id), 16) WHERE shoot_id = ?', [$shoot->id]);
        DB::insert(
            'INSERT INTO frame_measures (frame_id, shoot_id, version, faces_version, sharpness, sharp, blur, ev, '.
                'lights, faces, measured_at) SELECT id, shoot_id, ?, ?, 0.4, '.
                "0.3 + 0.7 * {$share('sharp')}, IF({$share('blur')} < 0.05, 'defocus', 'none'), ".
                "{$share('ev')} - 0.5, 0, 3, NOW(3) FROM frames WHERE shoot_id = ?",
            [Measurement::VERSION, FaceModels::VERSION, $shoot->id],
        );
        $share = fn (string $of): string => "CRC32(CONCAT('{$of}', id, seq)) / 4294967295";
        DB::insert(
            'INSERT INTO faces (frame_id, number, `left`, top, width, height, lids, closedness, roll, yaw, pitch, '.
                "contact, smile, sharpness, score) SELECT id, seq, 0.15 + 0.25 * seq + 0.02 * {$share('left')}, 0.3, ".
                "0.1, 0.16, IF({$share('lids')} < 0.083, 'closed', 'open'), 0.2, 0, 0, 8, ".
                "0.3 * {$share('contact')} - 0.15, {$share('smile')}, 0.3 + 0.2 * {$share('sharp')}, 0.9 ".
                'FROM frames JOIN seq_0_to_2 WHERE shoot_id = ?',
            [$shoot->id],
        );
    }

    /** Brings the database's knowledge of its tables up to date, as time does. */
    public function analyse(): void
    {
        DB::statement('ANALYZE TABLE frames, files, copies, captions, gallery_frames');
    }

    /** @return list<string> addresses of all pages of a shoot that read its frames */
    public static function pages(Shoot $shoot): array
    {
        $id = fn (string $table): int => self::first($shoot, $table);
        $below = "/shoots/{$shoot->id}";

        return [
            "{$below}/ingest",
            "{$below}/ingest/where",
            "{$below}/clocks",
            "{$below}/captions",
            "{$below}/captions/lists",
            "{$below}/captions/sidecars",
            "{$below}/captions/frames/{$id('frames')}",
            "{$below}/cull",
            "{$below}/cull/rounds",
            "{$below}/cull/list",
            "{$below}/cull/dropped",
            "{$below}/proof",
            "{$below}/deliver",
            "{$below}/outputs",
            "{$below}/originals",
            "{$below}/deliveries/new",
            "{$below}/sent-out",
            "{$below}/sheets",
            "{$below}/handoffs",
            "{$below}/archive",
            "{$below}/leave",
            "{$below}/edit",
            "/galleries/{$id('galleries')}",
            "/galleries/{$id('galleries')}/links",
            "/deliveries/{$id('deliveries')}",
            "/cards/{$id('cards')}",
            "/cards/{$id('cards')}/report",
        ];
    }

    /** @return list<string> addresses of the tables of all frames that pages ask for */
    public static function tables(Shoot $shoot): array
    {
        return array_map(
            fn (string $table): string => "/shoots/{$shoot->id}/{$table}",
            ['clocks/frames', 'cull/frames', 'cull/proposals'],
        );
    }

    private static function first(Shoot $shoot, string $table): int
    {
        return (int) DB::table($table)->where('shoot_id', $shoot->id)->min('id');
    }

    private function frames(Shoot $shoot, int $count): void
    {
        $bodies = $cards = [];
        foreach ([1, 2, 3] as $n) {
            $bodies[] = DB::table('bodies')->insertGetId([
                'studio_id' => $this->studio->id,
                'make' => 'Halden',
                'model' => "Body {$n}",
                'serial' => "{$shoot->id}-{$n}",
            ]);
        }
        for ($n = 1; $n <= self::CARDS; $n++) {
            $cards[] = DB::table('cards')->insertGetId([
                'uuid' => (string) Str::uuid(),
                'shoot_id' => $shoot->id,
                'number' => $n,
                'slot' => "/slot/{$n}",
                'name' => "Card {$n}",
                'signature' => md5("{$shoot->id} {$n}"),
                'state' => 'safe',
                'shooter' => $n % 2 === 0 ? 'Ivo Tarn' : 'Mara Quill',
                'frames_count' => intdiv($count, self::CARDS),
                'files_count' => 2 * intdiv($count, self::CARDS),
                'bytes' => 30_000_000 * intdiv($count, self::CARDS),
                'read_at' => now(),
                'safe_at' => now(),
            ]);
        }
        $start = strtotime(Regatta::DATE.' 06:00 UTC') * 1000;
        [$card, $body] = ["ELT(1 + seq DIV {$this->part($count)}, ".implode(', ', $cards).')', implode(', ', $bodies)];
        DB::statement(
            'INSERT INTO frames (shoot_id, card_id, body_id, name, camera_ms, is_dated, taken_ms, width, '.
                'height, exposure, '.
                'f_number, iso, focal_length, lens, is_pictured, best_px, small_path, large_path, '.
                'verdict, rating, border, '.
                "moment, moment_size, sharpness) SELECT {$shoot->id}, COALESCE({$card}, {$cards[0]}), ".
                "ELT(1 + seq % 3, {$body}), CONCAT('FR_', LPAD(seq, 5, '0'), '.JPG'), {$start} + seq * ".
                self::SECONDS * 1000 .", 1, {$start} + seq * ".self::SECONDS * 1000 .', 6000, 4000, '.
                '0.002, 2.8, 400, 85, '.
                "'Halden 85', 1, 1500, CONCAT('s/', seq, '.jpg'), CONCAT('l/', seq, '.jpg'), ".
                "ELT(1 + seq % 3, 'keep', 'drop', 'open'), seq % 6, 0.4, seq DIV 8, 8, 100 FROM seq_0_to_".($count - 1),
        );
    }

    private function part(int $count): int
    {
        return max(1, intdiv($count, self::CARDS));
    }

    private function files(Shoot $shoot): void
    {
        foreach (['jpeg' => 'JPG', 'raw' => 'DNG'] as $kind => $ending) {
            DB::statement(
                'INSERT INTO files (card_id, frame_id, path, kind, size, modified_at, destination, hash, fingerprint, '.
                    'is_main) '.
                    "SELECT card_id, id, CONCAT('DCIM/100/', SUBSTRING_INDEX(name, '.', 1), '.{$ending}'), '{$kind}', ".
                    "15000000, 1, CONCAT('2026/{$shoot->id}/', id, '.{$ending}'), MD5(CONCAT(id, '{$kind}')), ".
                    "LEFT(MD5(CONCAT(id, '{$kind}')), 16), ".
                    ($kind === 'jpeg' ? '1' : '0').
                    " FROM frames WHERE shoot_id = {$shoot->id}",
            );
        }
        foreach (['work', 'backup'] as $place) {
            DB::statement(
                'INSERT INTO copies (file_id, place, hash, verified_at) SELECT files.id, ?, files.hash, '.
                    'NOW(3) FROM files '.
                    'JOIN cards ON cards.id = files.card_id WHERE cards.shoot_id = ?',
                [$place, $shoot->id],
            );
        }
    }

    private function captions(Shoot $shoot): void
    {
        DB::statement(
            'INSERT INTO captions (frame_id, shoot_id, fields, written_at, tells) SELECT id, shoot_id, '.
                "JSON_OBJECT('headline', CONCAT('Heat ', id % 40), 'description', 'On the water at the ".
                "bend of the river', ".
                "'keywords', 'rowing; regatta'), NOW(), 1 FROM frames WHERE shoot_id = ?",
            [$shoot->id],
        );
    }

    private function gallery(Shoot $shoot): void
    {
        $gallery = DB::table('galleries')->insertGetId([
            'uuid' => (string) Str::uuid(),
            'shoot_id' => $shoot->id,
            'title' => 'All',
            'message' => '',
            'published_at' => now(),
            'source' => 'verdict=keep',
        ]);
        DB::statement(
            'INSERT INTO gallery_frames (gallery_id, frame_id, number, small_path, large_path, plain_small_path, '.
                'plain_large_path, picture, taken_ms) SELECT ?, id, ROW_NUMBER() OVER (ORDER BY '.
                'taken_ms), small_path, '.
                'large_path, small_path, large_path, large_path, taken_ms FROM frames WHERE shoot_id = ? '.
                "AND verdict = 'keep'",
            [$gallery, $shoot->id],
        );
        $share = DB::table('shares')->insertGetId([
            'gallery_id' => $gallery,
            'name' => 'Everybody with the link',
            'token' => encrypt(Str::random(24)),
            'token_hash' => hash('sha256', Str::random(24)),
            'rights' => json_encode(['lists' => [['name' => 'Album', 'least' => null, 'most' => null]]]),
        ]);
        $guest = DB::table('guests')->insertGetId([
            'gallery_id' => $gallery,
            'share_id' => $share,
            'key_hash' => hash('sha256', Str::random(24)),
            'name' => 'Ada Fenn',
            'email' => 'ada@bench.example',
            'sent_at' => now(),
        ]);
        DB::statement(
            'INSERT INTO choices (guest_id, gallery_frame_id, list, chosen_at) SELECT ?, id, ?, NOW() '.
                'FROM gallery_frames '.
                'WHERE gallery_id = ? AND number % 4 = 0',
            [$guest, 'Album', $gallery],
        );
        $selection = DB::table('selections')->insertGetId([
            'gallery_id' => $gallery,
            'guest_id' => $guest,
            'name' => 'Ada Fenn',
            'email' => 'ada@bench.example',
            'message' => '',
            'sent_at' => now(),
        ]);
        DB::statement(
            'INSERT INTO selection_frames (selection_id, frame_id, list) SELECT ?, frame_id, ? FROM '.
                'gallery_frames WHERE '.
                'gallery_id = ? AND number % 4 = 0',
            [$selection, 'Album', $gallery],
        );
        $this->delivery($shoot, $selection);
    }

    private function delivery(Shoot $shoot, int $selection): void
    {
        $frames = DB::table('selection_frames')->where('selection_id', $selection)->pluck('frame_id')->all();
        $delivery = DB::table('deliveries')->insertGetId([
            'uuid' => (string) Str::uuid(),
            'shoot_id' => $shoot->id,
            'selection_id' => $selection,
            'name' => 'Album',
            'frames_count' => count($frames),
            'made_at' => now(),
        ]);
        $part = DB::table('delivery_parts')->insertGetId([
            'delivery_id' => $delivery,
            'number' => 1,
            'name' => 'All',
            'frames' => json_encode($frames),
            'ways' => json_encode(['jpegs']),
            'opened_at' => now(),
            'made_at' => now(),
        ]);
        DB::statement(
            'INSERT INTO delivery_files (delivery_id, part_id, frame_id, way, name, stored, fingerprint, '.
                'bytes, hash) SELECT '.
                "?, ?, frame_id, 'jpegs', CONCAT('full/', frame_id, '.jpg'), CONCAT('full/', frame_id, ".
                "'.jpg'), MD5(frame_id), ".
                '9000000, MD5(frame_id) FROM selection_frames WHERE selection_id = ?',
            [$delivery, $part, $selection],
        );
    }
}
