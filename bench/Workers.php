<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Copies\Place;
use App\Ingest\Card;
use App\Ingest\CardReader;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Ingest\MakePreviews;
use App\Ingest\Reading;
use App\Ingest\Slots;
use App\Studio\Studio;
use App\Studio\Task;
use Illuminate\Support\Facades\DB;
use RuntimeException;

/** The previews of one card made by two workers, against the same by one. */
final class Workers implements Benchmark
{
    private const FRAMES = 60;

    private string $folder = '';

    private ?Card $card = null;

    public function name(): string
    {
        return 'workers';
    }

    public function goal(): float
    {
        return 1 / 1.8;
    }

    public function unit(): string
    {
        return 's for '.self::FRAMES.' previews, two workers against one';
    }

    public function prepare(string $folder): void
    {
        $this->folder = $folder.'/workers';
        exec('rm -rf '.escapeshellarg($this->folder));
        mkdir($this->folder.'/card/DCIM/100BENCH', 0700, true);
        $sources = glob($folder.'/previews/[0-9]*.jpg') ?: [];
        for ($i = 0; $i < self::FRAMES; $i++) {
            link($sources[$i % count($sources)], sprintf('%s/card/DCIM/100BENCH/BENC%04d.JPG', $this->folder, $i + 1));
        }
    }

    public function ours(): float
    {
        return $this->run(2);
    }

    public function reference(): float
    {
        return $this->run(1);
    }

    private function run(int $workers): float
    {
        $card = $this->card ??= $this->card();
        DB::table('frames')
            ->where('card_id', $card->id)
            ->update(['is_pictured' => false]);
        DB::table('jobs')->delete();
        config(['queue.default' => 'database', 'kanpai.workers' => $workers]);
        MakePreviews::ofCard($card);
        $start = microtime(true);
        $processes = [];
        for ($i = 0; $i < $workers; $i++) {
            $processes[] = proc_open(
                [PHP_BINARY, base_path('artisan'), 'queue:work', '--queue=pictures', '--stop-when-empty', '--sleep=0'],
                [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']],
                $pipes,
                base_path(),
                [
                    ...getenv(),
                    'DB_DATABASE' => 'kanpai_bench',
                    'KANPAI_PLACE_WORK' => $this->folder.'/work',
                    'KANPAI_PLACE_BACKUP' => $this->folder.'/backup',
                    'KANPAI_PICTURES' => $this->folder.'/pictures',
                ],
            );
        }
        foreach ($processes as $process) {
            $process === false ? throw new RuntimeException('A worker cannot be started.') : proc_close($process);
        }
        $seconds = microtime(true) - $start;
        $left = DB::table('frames')
            ->where(['card_id' => $card->id, 'is_pictured' => false])
            ->count();
        $made = count(glob($this->folder.'/pictures/*/*-l.jpg') ?: []);
        if ($left > 0 || $made !== self::FRAMES) {
            throw new RuntimeException("{$left} previews were not made, {$made} are there.");
        }
        exec('rm -f '.escapeshellarg($this->folder).'/pictures/*/*-l.jpg');

        return $seconds;
    }

    private function card(): Card
    {
        config([
            'queue.default' => 'null',
            'kanpai.places' => ['work' => $this->folder.'/work', 'backup' => $this->folder.'/backup'],
            'kanpai.pictures' => $this->folder.'/pictures',
        ]);
        Place::query()->delete();
        $shoot = Studio::query()
            ->create(['name' => 'Benchmark'])
            ->shoots()
            ->create(['name' => 'Benchmark', 'zone' => 'UTC', 'held_on' => '2026-09-05']);
        $card = Reading::card($shoot, [
            'slot' => $this->folder.'/card',
            'name' => 'card',
            'shooter' => 'Nobody',
            'state' => CardState::Reading,
        ]);
        app(CardReader::class)->read($card, app(Slots::class)->files($card->slot), fn (): bool => true);
        $card->update(['state' => CardState::Read, 'files_count' => self::FRAMES, 'frames_count' => self::FRAMES]);
        $task = Task::open($card, 'copy', 'Copying', 'bytes', 1);
        while (! $task->refresh()->state->isOver()) {
            (new CopyCard($task->id))->handle();
        }

        return $card->refresh()->state === CardState::Safe
            ? $card
            : throw new RuntimeException('The card is not safe: '.$task->problem);
    }
}
