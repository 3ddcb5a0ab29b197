<?php

declare(strict_types=1);

namespace Tests\Feature\Studio;

use App\Deliver\Delivery;
use App\Deliver\Recipient;
use Illuminate\Foundation\Testing\RefreshDatabaseState;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Studio\ShareToken;

/** An installation that has been in use is carried over, with links that are out. */
final class MigrationsTest extends TestCase
{
    public $mockConsoleOutput = false;

    protected function tearDown(): void
    {
        RefreshDatabaseState::$migrated = false;
        parent::tearDown();
    }

    public function test_deliveries_of_one_zip_behind_one_link_go_on_working(): void
    {
        $this->migrateUpTo('000014');
        $now = now()->format('Y-m-d H:i:s');
        $studio = DB::table('studios')->insertGetId(['name' => 'Quay Pictures', 'created_at' => $now]);
        $shoot = DB::table('shoots')->insertGetId([
            'studio_id' => $studio,
            'name' => 'Harbour day',
            'client' => '',
            'place' => '',
            'zone' => 'Europe/London',
            'held_on' => '2026-09-05',
        ]);
        $gallery = DB::table('galleries')->insertGetId([
            'uuid' => '00000000-0000-4000-8000-000000000001',
            'shoot_id' => $shoot,
            'title' => 'Proofs',
            'message' => '',
            'source' => '',
        ]);
        $share = DB::table('shares')->insertGetId([
            'gallery_id' => $gallery,
            'name' => 'all',
            'token' => 'x',
            'token_hash' => str_repeat('a', 64),
            'rights' => '{}',
        ]);
        $guest = DB::table('guests')->insertGetId([
            'gallery_id' => $gallery,
            'share_id' => $share,
            'name' => 'Ada',
            'email' => 'ada@harbour.example',
            'key' => 'x',
            'key_hash' => str_repeat('b', 64),
        ]);
        $selection = DB::table('selections')->insertGetId([
            'gallery_id' => $gallery,
            'guest_id' => $guest,
            'name' => 'Ada Fenn',
            'email' => 'ada@harbour.example',
            'message' => '',
            'sent_at' => $now,
        ]);
        $token = ShareToken::random();
        $made = DB::table('deliveries')->insertGetId([
            'uuid' => '00000000-0000-4000-8000-000000000002',
            'shoot_id' => $shoot,
            'selection_id' => $selection,
            'name' => 'harbour-day-ada.zip',
            'token' => Crypt::encryptString($token->text),
            'token_hash' => $token->hash(),
            'frames_count' => 3,
            'bytes' => 1234,
            'hash' => str_repeat('c', 32),
            'made_at' => $now,
            'created_at' => $now,
        ]);
        $open = DB::table('deliveries')->insertGetId([
            'uuid' => '00000000-0000-4000-8000-000000000003',
            'shoot_id' => $shoot,
            'selection_id' => $selection,
            'name' => 'second.zip',
            'token' => Crypt::encryptString('y'),
            'token_hash' => str_repeat('d', 64),
            'frames_count' => 3,
            'created_at' => $now,
        ]);
        DB::table('receipts')->insert([
            ['delivery_id' => $made, 'kind' => 'opened', 'from_byte' => 0, 'at' => $now],
            ['delivery_id' => $made, 'kind' => 'fetched', 'from_byte' => 100, 'at' => $now],
        ]);

        Artisan::call('migrate', ['--force' => true]);
        $recipient = Recipient::behind($token->text);
        self::assertSame(
            [$made, 'Ada Fenn', 'ada@harbour.example', $token->text],
            [$recipient->delivery_id, $recipient->name, $recipient->email, $recipient->token],
        );
        $delivery = $recipient->delivery;
        self::assertSame('harbour-day-ada', $delivery->name);
        $zip = $delivery->zips()->sole();
        self::assertSame(
            ['harbour-day-ada.zip', 'package.zip', 1234, str_repeat('c', 32)],
            [$zip->name, $zip->stored, $zip->bytes, $zip->hash],
        );
        self::assertSame(
            [[null, ''], [$zip->id, 'harbour-day-ada.zip']],
            $delivery
                ->receipts()
                ->get()
                ->map(fn ($receipt): array => [$receipt->zip_id, $receipt->kind === 'fetched' ? $receipt->what : ''])
                ->all(),
        );
        $this->get("/d/{$token->text}")
            ->assertOk()
            ->assertSee('harbour-day-ada.zip');
        $this->get("/d/{$token->text}/zip")->assertRedirect("/d/{$token->text}/zips/{$zip->id}");
        $this->get("/d/{$token->text}/zips/{$zip->id}")
            ->assertOk()
            ->assertHeader('X-Accel-Redirect', '/hidden/deliveries/00000000-0000-4000-8000-000000000002/package.zip');
        self::assertSame(
            [null, 0],
            [Delivery::query()->findOrFail($open)->made_at, Delivery::query()->findOrFail($open)->zips()->count()],
        );
    }

    public function test_files_on_their_way_stay_those_of_their_card(): void
    {
        $this->migrateUpTo('000016');
        $studio = DB::table('studios')->insertGetId(['name' => 'Quay Pictures']);
        $shoot = DB::table('shoots')->insertGetId([
            'studio_id' => $studio,
            'name' => 'Harbour day',
            'client' => '',
            'place' => '',
            'zone' => 'Europe/London',
            'held_on' => '2026-09-05',
        ]);
        $card = DB::table('cards')->insertGetId([
            'uuid' => '00000000-0000-4000-8000-000000000009',
            'shoot_id' => $shoot,
            'number' => 1,
            'slot' => '',
            'name' => 'card',
            'signature' => str_repeat('1', 32),
            'state' => 'arriving',
            'is_uploaded' => true,
        ]);
        DB::table('arrivals')->insert([
            'uuid' => '00000000-0000-4000-8000-000000000010',
            'card_id' => $card,
            'path' => 'DCIM/x.jpg',
            'path_hash' => hash('xxh128', 'DCIM/x.jpg'),
            'size' => 5,
            'modified_at' => 1,
        ]);
        Artisan::call('migrate', ['--force' => true]);
        self::assertSame('00000000-0000-4000-8000-000000000009', DB::table('arrivals')->value('owner'));
    }

    private function migrateUpTo(string $number): void
    {
        Artisan::call('db:wipe', ['--force' => true]);
        $paths = array_values(
            array_filter(
                glob(database_path('migrations').'/*.php') ?: [],
                fn (string $path): bool => substr(basename($path), 11, 6) <= $number,
            ),
        );
        self::assertNotSame([], $paths);
        Artisan::call('migrate', ['--force' => true, '--path' => $paths, '--realpath' => true]);
    }
}
