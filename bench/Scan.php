<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Frames\Body;
use App\Ingest\Card;
use App\Ingest\CardReader;
use App\Ingest\CardState;
use App\Ingest\Slots;
use App\Studio\Studio;
use Illuminate\Support\Str;
use Kanpai\Demo\CardMaker;
use Kanpai\Demo\Regatta;
use RuntimeException;

/** Cards of 6,000 frames listed, read and stored in the database, against exiftool printing their tags as JSON. */
final class Scan implements Benchmark
{
    private const FRAMES = 6000;

    private string $rack = '';

    public function name(): string
    {
        return 'scan';
    }

    public function goal(): float
    {
        return 0.1;
    }

    public function unit(): string
    {
        return 's for '.self::FRAMES.' frames';
    }

    public function prepare(string $folder): void
    {
        $this->rack = $folder.'/scan';
        $maker = new CardMaker($this->rack, new Regatta(), self::FRAMES, 600);
        if (! $maker->isMade()) {
            $maker->make(max(1, (int) shell_exec('nproc')), fn () => null);
        }
        // Both read from the page cache: what is measured is the work, not the disk.
        exec('cat '.escapeshellarg($this->rack).'/*/DCIM/*/* > /dev/null');
    }

    public function ours(): float
    {
        $studio = Studio::query()->create(['name' => 'Benchmark']);
        $shoot = $studio
            ->shoots()
            ->create(['name' => 'Benchmark', 'zone' => Regatta::ZONE, 'held_on' => Regatta::DATE]);
        $cards = [];
        foreach (glob($this->rack.'/*', GLOB_ONLYDIR) ?: [] as $i => $slot) {
            $uuid = (string) Str::uuid();
            $cards[] = Card::query()
                ->create([
                    'uuid' => $uuid,
                    'shoot_id' => $shoot->id,
                    'number' => $i + 1,
                    'slot' => $slot,
                    'name' => basename($slot),
                    'signature' => md5($uuid),
                    'state' => CardState::Reading,
                ])
                ->setRelation('shoot', $shoot);
        }
        $start = microtime(true);
        foreach ($cards as $card) {
            app(CardReader::class)->read($card, app(Slots::class)->files($card->slot), fn (): bool => true);
        }
        $seconds = microtime(true) - $start;
        $stored = (int) array_sum(array_map(fn (Card $card): int => $card->frames()->count(), $cards));
        foreach ($cards as $card) {
            exec('rm -rf '.escapeshellarg(config('kanpai.pictures').'/'.$card->uuid));
        }
        $shoot->delete();
        Body::query()->where('studio_id', $studio->id)->delete();
        $studio->delete();
        if ($stored !== self::FRAMES) {
            throw new RuntimeException("{$stored} frames were stored instead of ".self::FRAMES.'.');
        }

        return $seconds;
    }

    public function reference(): float
    {
        $start = microtime(true);
        exec('exiftool -fast2 -json -r -ext jpg '.escapeshellarg($this->rack).' 2>/dev/null | wc -c');

        return microtime(true) - $start;
    }
}
