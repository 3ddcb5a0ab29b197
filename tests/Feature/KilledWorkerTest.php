<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Ingest\Card;
use App\Ingest\CardFile;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Studio\Studio;
use App\Studio\Task;
use App\Studio\TaskState;
use Illuminate\Foundation\Testing\RefreshDatabaseState;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;

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
        $kills = 0;
        for ($i = 0; $i < 60 && ! $task->refresh()->state->isOver(); $i++) {
            DB::table('jobs')->update(['reserved_at' => null, 'available_at' => time() - 1]);
            $worker = $this->worker();
            if ($kills < self::KILLS) {
                usleep(260_000 + $kills * 23_000);
                proc_terminate($worker, SIGKILL);
                $kills++;
            }
            proc_close($worker);
        }

        self::assertSame(self::KILLS, $kills);
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

    public function test_a_second_worker_keeps_its_hands_off_a_task_that_is_being_worked_on(): void
    {
        $shoot = Studio::query()->create(['name' => 'Quay Pictures'])->shoots()->create(['name' => 'Harbour day', 'zone' => 'Europe/London', 'held_on' => '2026-09-05']);
        $task = Task::open($shoot, 'copy', 'card:1', 'Copying', 'bytes', 1);
        $name = 'kanpai-task-'.DB::connection()->getDatabaseName().'-'.$task->id;
        $other = new \mysqli('127.0.0.1', (string) config('database.connections.mariadb.username'), (string) config('database.connections.mariadb.password'), (string) config('database.connections.mariadb.database'), (int) config('database.connections.mariadb.port'));
        $other->query("SELECT GET_LOCK('{$name}', 0)");
        (new CopyCard($task->id))->handle();
        self::assertSame(TaskState::Waiting, $task->refresh()->state);
        // The lock goes with the process that held it.
        $other->close();
        $this->expectException(\Illuminate\Database\Eloquent\ModelNotFoundException::class);
        (new CopyCard($task->id))->handle();
    }

    /** @return resource */
    private function worker()
    {
        $environment = [...getenv(), 'QUEUE_CONNECTION' => 'database', 'DB_DATABASE' => 'kanpai_feature', 'KANPAI_INSTANCE' => 'test', 'KANPAI_PLACE_WORK' => $this->folder.'/work', 'KANPAI_PLACE_BACKUP' => $this->folder.'/backup'];
        $process = proc_open(['php', base_path('artisan'), 'queue:work', '--stop-when-empty', '--queue=default', '--sleep=0'], [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']], $pipes, base_path(), $environment);

        return $process === false ? throw new \RuntimeException('The worker cannot be started.') : $process;
    }
}
