<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Copies\Place;
use App\Ingest\Card;
use App\Ingest\CardReader;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Ingest\Reading;
use App\Ingest\Slots;
use App\Studio\Studio;
use App\Studio\Task;
use RuntimeException;

/**
 * 200 files of 8 MB copied to two places with proof, against a shell doing the same work file by file: one reading
 * through `tee` to two files, `sync` of both, `xxh128sum` of both.
 */
final class Ingest implements Benchmark
{
    private const FILES = 200;

    private const BYTES = 8_000_000;

    private string $folder = '';

    public function name(): string
    {
        return 'ingest';
    }

    public function goal(): float
    {
        return 1.15;
    }

    public function unit(): string
    {
        return 's for '.self::FILES.' files of 8 MB to two places';
    }

    public function prepare(string $folder): void
    {
        $this->folder = $folder.'/ingest';
        if (! is_dir("{$this->folder}/card/DCIM/100BENCH")) {
            mkdir("{$this->folder}/card/DCIM/100BENCH", 0700, true);
        }
        for ($i = 1; $i <= self::FILES; $i++) {
            $file = sprintf('%s/card/DCIM/100BENCH/BENC%04d.MOV', $this->folder, $i);
            if (! is_file($file)) {
                file_put_contents($file, random_bytes(self::BYTES));
            }
        }
        exec('cat '.escapeshellarg($this->folder).'/card/DCIM/*/* > /dev/null');
    }

    public function ours(): float
    {
        $this->clear();
        config([
            'kanpai.places' => ['work' => "{$this->folder}/work", 'backup' => "{$this->folder}/backup"],
            'queue.default' => 'sync',
        ]);
        Place::query()->delete();
        $studio = Studio::query()->create(['name' => 'Benchmark']);
        $shoot = $studio->shoots()->create(['name' => 'Benchmark', 'zone' => 'UTC', 'held_on' => '2026-09-05']);
        $card = Reading::card($shoot, [
            'slot' => $this->folder.'/card',
            'name' => 'card',
            'shooter' => 'Nobody',
            'state' => CardState::Reading,
        ]);
        app(CardReader::class)->read($card, app(Slots::class)->files($card->slot), fn (): bool => true);
        $card->update(['state' => CardState::Read, 'bytes' => self::FILES * self::BYTES, 'files_count' => self::FILES]);
        $task = Task::open($card, 'copy', 'Copying', 'bytes', $card->bytes);
        $start = microtime(true);
        CopyCard::dispatchSync($task->id);
        $seconds = microtime(true) - $start;
        if ($card->refresh()->state !== CardState::Safe) {
            throw new RuntimeException('The card is not safe: '.$task->refresh()->problem);
        }
        Card::query()->delete();
        $studio->delete();
        $this->clear();

        return $seconds;
    }

    public function reference(): float
    {
        $this->clear();
        mkdir("{$this->folder}/work", 0700, true);
        mkdir("{$this->folder}/backup", 0700, true);
        $script =
            'for f in card/DCIM/100BENCH/*; do n=$(basename "$f"); tee "work/$n" < "$f" > "backup/$n" && sync '.
                '"work/$n" "backup/$n" && xxh128sum "work/$n" "backup/$n" > /dev/null || exit 1; done';
        $start = microtime(true);
        exec('cd '.escapeshellarg($this->folder).' && sh -c '.escapeshellarg($script).' 2>&1', $said, $code);
        $seconds = microtime(true) - $start;
        $this->clear();

        return $code === 0 ? $seconds : throw new RuntimeException(implode("\n", $said));
    }

    private function clear(): void
    {
        exec('rm -rf '.escapeshellarg($this->folder.'/work').' '.escapeshellarg($this->folder.'/backup'));
    }
}
