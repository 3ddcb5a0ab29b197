<?php

declare(strict_types=1);

namespace Tests\Feature\Copies;

use App\Archive\DiskUse;
use App\Deliver\Delivery;
use App\Deliver\Output;
use App\Frames\CardFile;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
use Tests\Feature\FeatureTestCase;

/** What shoots take of the disks, against what `du` (coreutils) counts in their folders. */
final class DisksTest extends FeatureTestCase
{
    private function du(string ...$folders): int
    {
        return array_sum(
            array_map(
                fn (string $folder): int => is_dir($folder)
                    ? (int) shell_exec(
                        'find '.
                            escapeshellarg($folder).
                            ' -type f ! -name .kanpai-place -printf "%s\n" | awk "{s+=\\$1} END {print s+0}"',
                    )
                    : 0,
                $folders,
            ),
        );
    }

    public function test_each_kind_is_what_du_counts_and_what_could_be_freed_is_named(): void
    {
        $this->pushCard('mara-long', 4, 11);
        $this->copyCard($this->readCard('mara-long'));
        $this->frames()[0]->update(['verdict' => 'drop']);
        $blog = Output::ofStudio($this->studio)->where('name', 'Blog')->firstOrFail();
        $this->post("/shoots/{$this->shoot->id}/outputs/run?verdict=", [
            'outputs' => [$blog->id],
        ])->assertSessionHasNoErrors();
        $this->post("/shoots/{$this->shoot->id}/deliveries?verdict=", [
            'ways' => ['jpegs'],
        ])->assertSessionHasNoErrors();
        $this->post("/shoots/{$this->shoot->id}/galleries?verdict=", ['title' => 'Proofs'])->assertSessionHasNoErrors();
        [, , $other] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $use = fn (): array => app(DiskUse::class)->of(new Collection([$this->shoot]))[$this->shoot->id];
        $used = $use();
        self::assertSame(
            ['backup' => $this->du("{$this->folder}/backup"), 'drive' => $this->du("{$this->folder}/drive")],
            collect($used['places'])->sortKeys()->all(),
        );
        self::assertSame($this->du("{$this->folder}/outputs"), $used['outputs']);
        self::assertSame($this->du("{$this->folder}/deliveries"), $used['deliveries']);
        self::assertSame($this->du("{$this->folder}/pictures"), $used['pictures']);
        self::assertSame(
            2 *
                (int) CardFile::query()
                    ->where('frame_id', $this->frames()[0]->id)
                    ->sum('size'),
            $used['dropped'],
        );
        self::assertSame(0, $used['ended']);
        self::assertSame(
            $this->du(
                $this->folder.'/drive',
                $this->folder.'/backup',
                $this->folder.'/pictures',
                $this->folder.'/outputs',
                $this->folder.'/deliveries',
            ),
            $used['total'],
        );
        Delivery::query()->update(['ends_on' => '2026-01-01']);
        self::assertSame($use()['deliveries'], $use()['ended']);
        self::assertSame($used['outputs'] + $used['dropped'] + $used['deliveries'], $use()['free']);
        $this->post('/deliveries/'.Delivery::query()->firstOrFail()->id.'/free');
        self::assertSame([0, 0], [$use()['deliveries'], $use()['ended']]);
        self::assertSame(0, app(DiskUse::class)->of(new Collection([$other]))[$other->id]['total']);
        $this->post("/shoots/{$this->shoot->id}/archive");
        self::assertSame($this->du("{$this->folder}/archive") - $this->tags(), $use()['bags']);
        self::assertSame($used['places'], $use()['places'], 'the bag is counted as a place as well');
        $this->get('/archive')->assertOk()->assertSee('Could be freed');
        self::assertSame(2, Shoot::query()->count());
    }

    /** Bytes of what makes a bag of a folder. */
    private function tags(): int
    {
        return array_sum(
            array_map(fn (string $path): int => (int) filesize($path), glob("{$this->folder}/archive/*/*/*.txt") ?: []),
        );
    }

    public function test_the_list_asks_as_often_for_three_shoots_as_for_one(): void
    {
        $asked = function (): int {
            \Illuminate\Support\Facades\DB::flushQueryLog();
            \Illuminate\Support\Facades\DB::enableQueryLog();
            app(DiskUse::class)->of($this->studio->shoots()->get());

            return count(\Illuminate\Support\Facades\DB::getQueryLog());
        };
        $one = $asked();
        foreach (['Second', 'Third'] as $name) {
            $this->studio
                ->shoots()
                ->create(['name' => $name, 'client' => '', 'venue' => '', 'zone' => 'UTC', 'held_on' => '2026-09-06']);
        }
        // The folders of pictures are asked for by shoot: two questions each.
        self::assertSame($one + 4, $asked());
    }
}
