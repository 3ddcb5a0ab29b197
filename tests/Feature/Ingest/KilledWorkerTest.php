<?php

declare(strict_types=1);

namespace Tests\Feature\Ingest;

use App\Archive\Archiving;
use App\Archive\BagState;
use App\Captions\ApplyBatch;
use App\Captions\Batch;
use App\Captions\FrameCaption;
use App\Captions\Sheet;
use App\Captions\UndoBatch;
use App\Copies\Copy;
use App\Copies\Place;
use App\Deliver\Delivering;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Ingest\Rack\Faults;
use App\Ingest\Rack\Rack;
use App\Ingest\ReadCard;
use App\Ingest\Reading;
use App\Proof\Choosing;
use App\Proof\Guest;
use App\Proof\Publishing;
use App\Studio\OutboxMail;
use App\Studio\Studio;
use App\Studio\Task;
use App\Studio\TaskState;
use Illuminate\Foundation\Testing\RefreshDatabaseState;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\ChecksumList;
use Kanpai\Core\Frames\FrameFilter;
use PHPUnit\Framework\Attributes\Group;

/**
 * A real worker, killed without warning, robbed of its card, its disk and its database; in the end nothing is lost and
 * nothing half.
 */
final class KilledWorkerTest extends TestCase
{
    private const KILLS = 50;

    public $mockConsoleOutput = false;

    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        // The worker is another process, so that nothing may hide in a transaction here.
        Artisan::call('migrate:fresh', ['--force' => true]);
        $this->folder = sys_get_temp_dir().'/kanpai-killed-'.bin2hex(random_bytes(5));
        mkdir($this->folder.'/rack', 0700, true);
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->folder));
        RefreshDatabaseState::$migrated = false;
        parent::tearDown();
    }

    public function test_copying_survives_fifty_times_kill_minus_nine_at_random_moments(): void
    {
        $card = $this->cardInRack('mara-long');
        $this->rack()->make('mara-long', new Faults(bytesPerSecond: intdiv($card->bytes, 10)));
        $task = $this->queueCopy($card);
        $this->workWithKills($task, self::KILLS);
        $this->assertAllVerifiedOnce($card, ['work', 'backup']);
    }

    public function test_a_card_pulled_out_over_and_over_is_copied_all_the_same(): void
    {
        $card = $this->cardInRack('mara-wide');
        $pulled = 0;
        for ($i = 0; $i < 40 && $card->refresh()->state !== CardState::Safe; $i++) {
            $this->rack()->make(
                'mara-wide',
                $pulled < 10 ? new Faults(pullsOutAt: random_int(1, intdiv($card->bytes, 8))) : new Faults(),
            );
            $task = $this->queueCopy($card);
            proc_close($this->worker());
            if (! is_dir($card->slot)) {
                $pulled++;
                self::assertStringContainsString('The card was pulled out at', (string) $task->refresh()->problem);
                $this->rack()->pushIn('mara-wide');
            }
        }
        self::assertSame(10, $pulled);
        $this->assertAllVerifiedOnce($card, ['work', 'backup']);
    }

    /** The backup is a small disk of its own, seen by the workers alone, which somebody else fills while they copy. */
    public function test_a_disk_that_fills_in_the_middle_is_named_and_filled_up_later(): void
    {
        $alone = posix_geteuid() === 0 ? ['unshare', '-m'] : ['unshare', '-rm'];
        exec(implode(' ', $alone).' mount -t tmpfs tmpfs /mnt 2>&1', $said, $code);
        if ($code !== 0) {
            self::markTestSkipped('Small disks cannot be made here: '.implode(' ', $said));
        }
        $card = $this->cardInRack('mara-wide');
        $this->rack()->make('mara-wide', new Faults(bytesPerSecond: intdiv($card->bytes, 4)));
        $first = $this->queueCopy($card);
        $room = (int) ceil($card->bytes / 1024) + 400;
        $work =
            'php '.
            escapeshellarg(base_path('artisan')).
            ' queue:work --stop-when-empty --queue=default --sleep=0 >/dev/null 2>&1';
        $script = "mkdir -p backup && mount -t tmpfs -o size={$room}k tmpfs backup || exit 3
            ( while [ \$(find backup -name '*.JPG' | wc -l) -lt 9 ]; do sleep 0.05; done; dd if=/dev/zero of=backup/somebody-elses bs=64k 2>/dev/null ) &
            {$work}; wait; touch filled; while [ ! -e again ]; do sleep 0.05; done
            rm backup/somebody-elses; {$work}; cp -rp backup out; touch done";
        $process = proc_open(
            [...$alone, 'sh', '-c', $script],
            [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', $this->folder.'/said', 'w']],
            $pipes,
            $this->folder,
            $this->environment(),
        );
        self::assertNotFalse($process);
        $this->waitFor('filled', $process);
        self::assertSame(TaskState::Failed, $first->refresh()->state);
        self::assertStringContainsString('“backup”', (string) $first->problem);
        self::assertSame(CardState::Read, $card->refresh()->state);
        $work = Copy::query()->where('place', 'work')->count();
        self::assertSame($card->files_count, $work, 'the other place did not go on');
        self::assertLessThan($work, Copy::query()->where('place', 'backup')->count());
        $second = $this->queueCopy($card);
        touch($this->folder.'/again');
        $this->waitFor('done', $process);
        proc_close($process);
        self::assertSame(TaskState::Done, $second->refresh()->state, (string) $second->problem);
        rename($this->folder.'/backup', $this->folder.'/mount-point');
        rename($this->folder.'/out', $this->folder.'/backup');
        $this->assertAllVerifiedOnce($card, ['work', 'backup']);
    }

    /** Nothing else can use the database meanwhile. */
    #[Group('alone')]
    public function test_a_database_that_goes_away_in_the_middle_comes_back_to_what_was_true(): void
    {
        $card = $this->cardInRack('mara-wide');
        $this->rack()->make('mara-wide', new Faults(bytesPerSecond: intdiv($card->bytes, 3)));
        $task = $this->queueCopy($card);
        $worker = $this->worker();
        usleep(900_000);
        $control = 'supervisorctl -c '.escapeshellarg(storage_path('supervisord.conf')).' ';
        exec($control.'stop database 2>&1');
        proc_close($worker);
        exec($control.'start database 2>&1');
        for ($i = 0; $i < 100; $i++) {
            try {
                DB::reconnect();
                DB::select('SELECT 1');
                break;
            } catch (\Throwable) {
                usleep(100_000);
            }
        }
        $there = Copy::query()->where('place', 'work')->count();
        self::assertGreaterThan(0, $there, 'the database went away before anything was copied');
        self::assertLessThan($card->files_count, $there, 'the database went away too late');
        foreach (Copy::query()->with('file')->get() as $copy) {
            self::assertSame(
                $copy->hash,
                hash_file('xxh128', "{$this->folder}/{$copy->place}/{$copy->file->destination}"),
            );
        }
        $this->workWithKills($task, 0);
        $this->assertAllVerifiedOnce($card, ['work', 'backup']);
        // A worker that loses the database ends without an error, and has to be there again all the same.
        for (
            $i = 0;
            $i < 200 &&
            preg_match('/EXITED|FATAL|BACKOFF|STARTING/', $said = (string) shell_exec($control.'status')) === 1;
            $i++
        ) {
            usleep(100_000);
        }
        self::assertDoesNotMatchRegularExpression('/EXITED|FATAL/', $said ?? '');
    }

    /** A card that is in a rack of this test, read into a shoot. */
    private function cardInRack(string $name): Card
    {
        exec(
            'cp -rp '.
                escapeshellarg(storage_path("cards/{$name}")).
                ' '.
                escapeshellarg("{$this->folder}/rack/{$name}"),
        );
        mkdir($this->folder.'/pictures');
        config([
            'queue.default' => 'database',
            'kanpai.pictures' => $this->folder.'/pictures',
            'kanpai.rack' => $this->folder.'/rack',
            'kanpai.places' => ['work' => $this->folder.'/work', 'backup' => $this->folder.'/backup'],
        ]);
        $shoot = Studio::query()
            ->create(['name' => 'Quay Pictures'])
            ->shoots()
            ->create(['name' => 'Harbour day', 'zone' => 'Europe/London', 'held_on' => '2026-09-05']);
        $card = Reading::card($shoot, [
            'slot' => "{$this->folder}/rack/{$name}",
            'name' => $name,
            'state' => CardState::Reading,
        ]);
        (new ReadCard(Task::open($card, 'read', 'Reading', 'files')->id))->handle();
        self::assertSame(CardState::Read, $card->refresh()->state);

        return $card;
    }

    private function rack(): Rack
    {
        return new Rack($this->folder.'/rack');
    }

    private function queueCopy(Card $card): Task
    {
        $task = Task::open($card, 'copy', 'Copying', 'bytes', $card->bytes);
        CopyCard::dispatch($task->id)->onQueue('default');

        return $task;
    }

    /** @param  list<string>  $places */
    private function assertAllVerifiedOnce(Card $card, array $places): void
    {
        self::assertSame(CardState::Safe, $card->refresh()->state);
        self::assertSame(count($places) * $card->files_count, Copy::query()->count());
        $files = CardFile::query()->get();
        $list = ChecksumList::of($files->pluck('hash', 'destination')->all());
        foreach ($places as $place) {
            foreach ($files as $file) {
                self::assertSame(
                    hash_file('xxh128', "{$card->slot}/{$file->path}"),
                    $file->hash,
                    'the proof is not of what is on the card',
                );
            }
            file_put_contents("{$this->folder}/list.xxh128", $list);
            exec(
                'cd '.escapeshellarg("{$this->folder}/{$place}").' && xxhsum -c ../list.xxh128 2>&1',
                $said,
                $code,
            );
            self::assertSame(0, $code, implode("\n", $said));
            exec(
                'cd '.escapeshellarg("{$this->folder}/{$place}").' && find . -type f ! -name '.Place::MARKER,
                $there,
            );
            self::assertCount($card->files_count, $there, 'each file stands once, and nothing half');
            unset($there, $said);
        }
    }

    /** @param  resource  $process */
    private function waitFor(string $file, $process): void
    {
        for ($i = 0; $i < 600 && ! is_file("{$this->folder}/{$file}"); $i++) {
            self::assertTrue(
                proc_get_status($process)['running'],
                'the script ended: '.file_get_contents($this->folder.'/said'),
            );
            usleep(100_000);
            clearstatcache();
        }
        self::assertFileExists("{$this->folder}/{$file}");
    }

    public function test_proofs_and_package_survive_it_too(): void
    {
        config([
            'queue.default' => 'sync',
            'kanpai.roots' => [$this->folder.'/rack'],
            'kanpai.places' => ['work' => $this->folder.'/work', 'backup' => $this->folder.'/backup'],
            'kanpai.pictures' => $this->folder.'/pictures',
            'kanpai.deliveries' => $this->folder.'/deliveries',
            'kanpai.outbox' => $this->folder.'/outbox',
            'kanpai.archive' => $this->folder.'/archive',
        ]);
        mkdir($this->folder.'/pictures');
        exec(
            'cp -rp '.
                escapeshellarg(storage_path('rack/mara-wide')).
                ' '.
                escapeshellarg($this->folder.'/rack/mara-wide'),
        );
        $studio = Studio::query()->create(['name' => 'Quay Pictures']);
        $studio
            ->members()
            ->create([
                'name' => 'Owner',
                'email' => 'owner@quay.example',
                'password' => 'a good password',
                'role' => 'owner',
            ]);
        $shoot = $studio
            ->shoots()
            ->create(['name' => 'Harbour day', 'zone' => 'Europe/London', 'held_on' => '2026-09-05']);
        $card = Card::query()->create([
            'uuid' => '00000000-0000-4000-8000-000000000002',
            'shoot_id' => $shoot->id,
            'number' => 1,
            'slot' => $this->folder.'/rack/mara-wide',
            'name' => 'mara-wide',
            'signature' => str_repeat('1', 32),
            'state' => CardState::Reading,
        ]);
        (new \App\Ingest\ReadCard(Task::open($card, 'read', 'Reading', 'files')->id))->handle();
        CopyCard::dispatchSync(
            Task::open($card, 'copy', 'Copying', 'bytes', $card->refresh()->bytes)->id,
        );
        self::assertSame(CardState::Safe, $card->refresh()->state);

        config(['queue.default' => 'database']);
        $gallery = app(Publishing::class)->publish(
            $shoot,
            FrameFilter::all(),
            ['title' => 'Proofs', 'watermark' => ['text' => 'proof']],
            people: [['name' => '', 'email' => 'guest@harbour.example']],
        );
        $proofs = $gallery->task();
        self::assertNotNull($proofs);
        $this->workWithKills($proofs, 4);
        self::assertNotNull($gallery->refresh()->published_at);
        \Illuminate\Support\Facades\Artisan::call('queue:work', ['--queue' => 'urgent', '--stop-when-empty' => true]);
        self::assertSame(
            1,
            OutboxMail::query()->where('recipient', 'guest@harbour.example')->count(),
            'the guest has one mail, not one for each try',
        );
        foreach ($gallery->frames as $proof) {
            self::assertNotFalse(getimagesize("{$this->folder}/pictures/{$proof->large_path}"));
        }

        $guest = Guest::named($gallery->shares()->firstOrFail());
        app(Choosing::class)->apply(
            $guest,
            $guest->share,
            $gallery->frames
                ->map(
                    fn ($proof): array => [
                        'id' => (string) \Illuminate\Support\Str::uuid(),
                        'kind' => 'choose',
                        'number' => $proof->number,
                        'on' => true,
                    ],
                )
                ->values()
                ->all(),
        );
        $delivery = app(Delivering::class)->answer(
            app(Choosing::class)->send($guest, 'Ada Fenn', 'ada@harbour.example', ''),
        );
        $packing = $delivery->task();
        self::assertNotNull($packing);
        $this->workWithKills($packing, 4);
        self::assertNotNull($delivery->refresh()->made_at);
        exec(
            'cd '.
                escapeshellarg($delivery->folder()).
                ' && unzip -q zips/1-all-1.zip -d out && cd out && xxhsum -c checksums.xxh128 2>&1',
            $said,
            $code,
        );
        self::assertSame(0, $code, implode("\n", $said));
        self::assertCount(54, glob($delivery->folder().'/out/*.jpg') ?: []);

        // The shoot leaves as a bag and comes back, with workers killed on both ways.
        $bag = app(Archiving::class)->start($shoot);
        $this->workWithKills($bag->task() ?? self::fail('no task'), 2);
        $this->workWithKills($bag->task(), 0);
        self::assertSame(BagState::Checked, $bag->refresh()->state);
        exec(
            'cd '.
                escapeshellarg($bag->folder()->path).
                ' && sha512sum -c --quiet --strict manifest-sha512.txt tagmanifest-sha512.txt 2>&1',
            $summed,
            $code,
        );
        self::assertSame(0, $code, implode("\n", $summed));
        $before = Frame::query()->orderBy('id')->pluck('taken_ms', 'name')->all();
        DB::statement('SET FOREIGN_KEY_CHECKS = 0');
        foreach (DB::select('SHOW TABLES') as $row) {
            $table = (string) array_values((array) $row)[0];
            $table === 'migrations' || DB::table($table)->delete();
        }
        DB::statement('SET FOREIGN_KEY_CHECKS = 1');
        exec(
            'rm -rf '.
                escapeshellarg("{$this->folder}/work").
                ' '.
                escapeshellarg("{$this->folder}/backup").
                ' '.
                escapeshellarg("{$this->folder}/pictures"),
        );
        $empty = Studio::query()->create(['name' => 'Quay Pictures']);
        rename(dirname($bag->folder()->path), "{$this->folder}/archive/{$empty->id}");
        $taken = app(Archiving::class)->takeIn($empty, $bag->name);
        $this->workWithKills($taken->task() ?? self::fail('no task'), 2);
        self::assertSame(BagState::Checked, $taken->refresh()->state);
        self::assertSame($before, Frame::query()->orderBy('id')->pluck('taken_ms', 'name')->all());
        self::assertSame(3 * CardFile::query()->count(), Copy::query()->count());
        foreach (CardFile::query()->get() as $file) {
            foreach (['work', 'backup'] as $place) {
                self::assertSame($file->hash, hash_file('xxh128', "{$this->folder}/{$place}/{$file->destination}"));
            }
        }
        exec("ps -eo ppid,args | grep '^ *1 .*exiftool -stay_open' | grep -v grep", $orphans);
        self::assertSame([], $orphans, 'a killed worker left its exiftool behind');
    }

    public function test_captions_survive_kills_and_no_frame_is_done_twice(): void
    {
        $card = $this->cardInRack('ivo');
        $shoot = $card->shoot;
        $shoot->studio->update(['writes_sidecars' => false]);
        // Thousands of frames, so that there is time to kill somebody.
        $columns = 'shoot_id, card_id, body_id, name, camera_ms, is_dated, taken_ms, width, height';
        for ($i = 0; $i < 5; $i++) {
            DB::statement("INSERT INTO frames ({$columns}) SELECT {$columns} FROM frames");
        }
        $frames = Frame::query()->where('shoot_id', $shoot->id)->count();
        self::assertSame(90 * 32, $frames);
        // Adding is what would show if it were done twice;
        Sheet::query()->create([
            'studio_id' => $shoot->studio_id,
            'shoot_id' => $shoot->id,
            'level' => 'shoot',
            'fields' => ['description' => 'At {{time}}.', 'keywords' => 'rowing'],
            'added' => ['description'],
        ]);
        $batch = Batch::query()->create([
            'shoot_id' => $shoot->id,
            'title' => 'Filling in',
            'edit' => ['kind' => 'sheets'],
            'filter' => [],
        ]);
        $task = Task::open($shoot, 'captions', 'Filling in', 'frames', $frames);
        ApplyBatch::dispatch($task->id, $batch->id)->onQueue('default');
        $this->workWithKills($task, 3);
        self::assertSame(['done', $frames], [$batch->refresh()->state, $batch->changed()]);
        foreach (FrameCaption::query()->get() as $caption) {
            self::assertMatchesRegularExpression('/^At \d\d:\d\d:\d\d\.$/', $caption->fields['description']);
        }
        $undo = Task::open($shoot, 'undo', 'Taking back', 'frames', $frames);
        UndoBatch::dispatch($undo->id, $batch->id)->onQueue('default');
        $this->workWithKills($undo, 1);
        self::assertSame('undone', $batch->refresh()->state);
        self::assertSame(0, FrameCaption::query()->where('tells', true)->count());
        self::assertSame(['creator'], array_keys(FrameCaption::query()->orderBy('frame_id')->firstOrFail()->fields));
    }

    public function test_a_second_worker_keeps_its_hands_off_a_task_that_is_being_worked_on(): void
    {
        $shoot = Studio::query()
            ->create(['name' => 'Quay Pictures'])
            ->shoots()
            ->create(['name' => 'Harbour day', 'zone' => 'Europe/London', 'held_on' => '2026-09-05']);
        $task = Task::open($shoot, 'copy', 'Copying', 'bytes', 1);
        $name = 'kanpai-'.DB::connection()->getDatabaseName()."-task-{$task->id}-0";
        $other = new \mysqli(
            '127.0.0.1',
            (string) config('database.connections.mariadb.username'),
            (string) config('database.connections.mariadb.password'),
            (string) config('database.connections.mariadb.database'),
            (int) config('database.connections.mariadb.port'),
        );
        $other->query("SELECT GET_LOCK('{$name}', 0)");
        (new CopyCard($task->id))->handle();
        self::assertSame(TaskState::Waiting, $task->refresh()->state);
        // The lock goes with the process that held it.
        $other->close();
        for ($i = 0; $i < 100 && (int) DB::scalar('SELECT IS_FREE_LOCK(?)', [$name]) !== 1; $i++) {
            usleep(20_000);
        }
        $this->expectException(\Illuminate\Database\Eloquent\ModelNotFoundException::class);
        (new CopyCard($task->id))->handle();
    }

    /** Works at a task until it is over, killing the worker in the middle of it some times first. */
    private function workWithKills(Task $task, int $kills): void
    {
        $killed = 0;
        for ($i = 0; $i < 150 && ! $task->refresh()->state->isOver(); $i++) {
            DB::table('jobs')->update(['reserved_at' => null, 'available_at' => time() - 1]);
            $worker = $this->worker();
            if ($killed < $kills) {
                usleep(random_int(150_000, 650_000));
                proc_terminate($worker, SIGKILL);
                $killed++;
            }
            proc_close($worker);
        }
        self::assertSame($kills, $killed, 'the work was done before it could be disturbed');
        self::assertSame(TaskState::Done, $task->state, (string) $task->problem);
    }

    /** @return resource */
    private function worker()
    {
        $process = proc_open(
            ['php', base_path('artisan'), 'queue:work', '--stop-when-empty', '--queue=default', '--sleep=0'],
            [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']],
            $pipes,
            base_path(),
            $this->environment(),
        );

        return $process === false ? throw new \RuntimeException('The worker cannot be started.') : $process;
    }

    /** @return array<string, string> */
    private function environment(): array
    {
        return [
            ...getenv(),
            'QUEUE_CONNECTION' => 'database',
            'DB_DATABASE' => (string) config('database.connections.mariadb.database'),
            'KANPAI_INSTANCE' => 'test',
            'KANPAI_PLACE_WORK' => $this->folder.'/work',
            'KANPAI_PLACE_BACKUP' => $this->folder.'/backup',
            'KANPAI_RACK' => $this->folder.'/rack',
            'KANPAI_PICTURES' => $this->folder.'/pictures',
            'KANPAI_DELIVERIES' => $this->folder.'/deliveries',
            'KANPAI_OUTBOX' => $this->folder.'/outbox',
            'KANPAI_ARCHIVE' => $this->folder.'/archive',
        ];
    }
}
