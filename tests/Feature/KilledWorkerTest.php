<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Deliver\Delivering;
use App\Ingest\Card;
use App\Ingest\CardFile;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
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
use Kanpai\Core\Cull\FrameFilter;

/** A real worker, killed without warning while it copies, over and over; in the end nothing is lost and nothing half. */
final class KilledWorkerTest extends TestCase
{
    private const KILLS = 8;

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

    public function test_copying_survives_kill_minus_nine_at_any_line(): void
    {
        exec('cp -rp '.escapeshellarg(storage_path('rack/mara-long')).' '.escapeshellarg($this->folder.'/rack/mara-long'));
        $slot = $this->folder.'/rack/mara-long';
        $shoot = Studio::query()->create(['name' => 'Quay Pictures'])->shoots()->create(['name' => 'Harbour day', 'zone' => 'Europe/London', 'held_on' => '2026-09-05']);
        $card = Card::query()->create(['uuid' => '00000000-0000-4000-8000-000000000001', 'shoot_id' => $shoot->id, 'number' => 1, 'slot' => $slot, 'name' => 'mara-long', 'signature' => str_repeat('0', 32), 'state' => CardState::Reading]);
        $read = Task::open($shoot, 'read', $card->subject(), 'Reading', 'files');
        config(['queue.default' => 'database', 'kanpai.pictures' => $this->folder.'/pictures']);
        mkdir($this->folder.'/pictures');
        (new \App\Ingest\ReadCard($read->id))->handle();
        $card->refresh();
        self::assertSame(CardState::Read, $card->state);

        $task = Task::open($shoot, 'copy', $card->subject(), 'Copying', 'bytes', $card->bytes);
        CopyCard::dispatch($task->id)->onQueue('default');
        $this->workWithKills($task, self::KILLS);
        self::assertSame(TaskState::Done, $task->state, (string) $task->problem);
        self::assertSame(CardState::Safe, $card->refresh()->state);
        self::assertTrue($card->safety()->isSafeToFormat());
        foreach (CardFile::query()->get() as $file) {
            foreach (['work', 'backup'] as $place) {
                self::assertSame(hash_file('xxh128', "{$slot}/{$file->path}"), hash_file('xxh128', "{$this->folder}/{$place}/{$file->destination}"));
            }
        }
        exec('find '.escapeshellarg($this->folder)." -name '*.part'", $halves);
        self::assertSame([], $halves);
    }

    public function test_proofs_and_package_survive_it_too(): void
    {
        config(['queue.default' => 'sync', 'kanpai.roots' => [$this->folder.'/rack'], 'kanpai.places' => ['work' => $this->folder.'/work', 'backup' => $this->folder.'/backup'], 'kanpai.pictures' => $this->folder.'/pictures', 'kanpai.deliveries' => $this->folder.'/deliveries', 'kanpai.outbox' => $this->folder.'/outbox']);
        mkdir($this->folder.'/pictures');
        exec('cp -rp '.escapeshellarg(storage_path('rack/mara-wide')).' '.escapeshellarg($this->folder.'/rack/mara-wide'));
        $studio = Studio::query()->create(['name' => 'Quay Pictures']);
        $studio->members()->create(['name' => 'Owner', 'email' => 'owner@quay.example', 'password' => 'a good password', 'role' => 'owner']);
        $shoot = $studio->shoots()->create(['name' => 'Harbour day', 'zone' => 'Europe/London', 'held_on' => '2026-09-05']);
        $card = Card::query()->create(['uuid' => '00000000-0000-4000-8000-000000000002', 'shoot_id' => $shoot->id, 'number' => 1, 'slot' => $this->folder.'/rack/mara-wide', 'name' => 'mara-wide', 'signature' => str_repeat('1', 32), 'state' => CardState::Reading]);
        (new \App\Ingest\ReadCard(Task::open($shoot, 'read', $card->subject(), 'Reading', 'files')->id))->handle();
        CopyCard::dispatchSync(Task::open($shoot, 'copy', $card->subject(), 'Copying', 'bytes', $card->refresh()->bytes)->id);
        self::assertSame(CardState::Safe, $card->refresh()->state);

        config(['queue.default' => 'database']);
        $gallery = app(Publishing::class)->publish($shoot, FrameFilter::all(), ['title' => 'Proofs', 'message' => '', 'watermark' => 'proof', 'password' => null, 'wanted' => null, 'guest_email' => 'guest@harbour.example']);
        $proofs = $gallery->task();
        self::assertNotNull($proofs);
        $this->workWithKills($proofs, 4);
        self::assertNotNull($gallery->refresh()->published_at);
        self::assertSame(1, OutboxMail::query()->where('recipient', 'guest@harbour.example')->count(), 'the guest has one mail, not one for each try');
        foreach ($gallery->frames as $proof) {
            self::assertNotFalse(getimagesize("{$this->folder}/pictures/{$proof->large_path}"));
        }

        $guest = Guest::query()->create(['gallery_id' => $gallery->id, 'key_hash' => str_repeat('0', 64)]);
        foreach ($gallery->frames as $proof) {
            app(Choosing::class)->choose($guest, $proof, true);
        }
        $delivery = app(Delivering::class)->open(app(Choosing::class)->send($gallery, $guest, 'Ada Fenn', 'ada@harbour.example', ''));
        $packing = $delivery->task();
        self::assertNotNull($packing);
        $this->workWithKills($packing, 4);
        self::assertNotNull($delivery->refresh()->made_at);
        exec('cd '.escapeshellarg($delivery->folder()).' && unzip -q package.zip -d out && cd out && xxhsum -c checksums.xxh128 2>&1', $said, $code);
        self::assertSame(0, $code, implode("\n", $said));
        self::assertCount(54, glob($delivery->folder().'/out/*.jpg') ?: []);
        exec("ps -eo ppid,args | grep '^ *1 .*exiftool -stay_open' | grep -v grep", $orphans);
        self::assertSame([], $orphans, 'a killed worker left its exiftool behind');
    }

    public function test_a_second_worker_keeps_its_hands_off_a_task_that_is_being_worked_on(): void
    {
        $shoot = Studio::query()->create(['name' => 'Quay Pictures'])->shoots()->create(['name' => 'Harbour day', 'zone' => 'Europe/London', 'held_on' => '2026-09-05']);
        $task = Task::open($shoot, 'copy', 'card:1', 'Copying', 'bytes', 1);
        $name = 'kanpai-task-'.DB::connection()->getDatabaseName().'-'.$task->id.'-0';
        $other = new \mysqli('127.0.0.1', (string) config('database.connections.mariadb.username'), (string) config('database.connections.mariadb.password'), (string) config('database.connections.mariadb.database'), (int) config('database.connections.mariadb.port'));
        $other->query("SELECT GET_LOCK('{$name}', 0)");
        (new CopyCard($task->id))->handle();
        self::assertSame(TaskState::Waiting, $task->refresh()->state);
        // The lock goes with the process that held it.
        $other->close();
        $this->expectException(\Illuminate\Database\Eloquent\ModelNotFoundException::class);
        (new CopyCard($task->id))->handle();
    }

    /** Works at a task until it is over, killing the worker in the middle of it some times first. */
    private function workWithKills(Task $task, int $kills): void
    {
        $killed = 0;
        for ($i = 0; $i < 90 && ! $task->refresh()->state->isOver(); $i++) {
            DB::table('jobs')->update(['reserved_at' => null, 'available_at' => time() - 1]);
            $worker = $this->worker();
            if ($killed < $kills) {
                usleep(260_000 + $killed * 23_000);
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
        $environment = [...getenv(), 'QUEUE_CONNECTION' => 'database', 'DB_DATABASE' => 'kanpai_feature', 'KANPAI_INSTANCE' => 'test', 'KANPAI_PLACE_WORK' => $this->folder.'/work', 'KANPAI_PLACE_BACKUP' => $this->folder.'/backup', 'KANPAI_PICTURES' => $this->folder.'/pictures', 'KANPAI_DELIVERIES' => $this->folder.'/deliveries', 'KANPAI_OUTBOX' => $this->folder.'/outbox'];
        $process = proc_open(['php', base_path('artisan'), 'queue:work', '--stop-when-empty', '--queue=default', '--sleep=0'], [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']], $pipes, base_path(), $environment);

        return $process === false ? throw new \RuntimeException('The worker cannot be started.') : $process;
    }
}
