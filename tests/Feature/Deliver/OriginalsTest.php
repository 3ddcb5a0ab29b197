<?php

declare(strict_types=1);

namespace Tests\Feature\Deliver;

use App\Captions\SidecarFile;
use App\Copies\Place;
use App\Deliver\Originals\CopyOriginals;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\TaskState;
use Illuminate\Support\Facades\Queue;
use Tests\Feature\FeatureTestCase;

/**
 * Chosen originals in a folder of their own, copied to one place or moved in all, with their sidecars and names by
 * pattern.
 */
final class OriginalsTest extends FeatureTestCase
{
    private string $page;

    private int $place;

    protected function setUp(): void
    {
        parent::setUp();
        $this->page = "/shoots/{$this->shoot->id}/originals";
        $this->pushCard('mara-long', 22);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
        $this->place = (int) Place::query()->where('name', 'drive')->value('id');
        $raws = CardFile::query()->where('kind', 'raw')->pluck('frame_id');
        self::assertGreaterThan(1, $raws->count());
        Frame::query()
            ->whereIn('id', [...$raws->take(2), Frame::query()->whereNotIn('id', $raws)->value('id')])
            ->update(['verdict' => 'keep']);
        $this->caption(['headline' => '{{time}}']);
    }

    /** @param  array<string, string|int>  $more */
    private function pick(
        string $how,
        string $folder,
        string $file,
        array $more = [],
        string $query = '',
    ): \Illuminate\Testing\TestResponse {
        return $this->actingAs($this->member)->post($this->page.$query, [
            'how' => $how,
            'place' => $this->place,
            'folder' => $folder,
            'file' => $file,
            ...$more,
        ]);
    }

    /** @return list<string> */
    private function picked(string $place = 'drive', string $folder = 'picked'): array
    {
        return array_values(
            array_filter(
                array_keys($this->tree("{$this->folder}/{$place}")),
                fn (string $path): bool => str_starts_with($path, "{$folder}/"),
            ),
        );
    }

    public function test_raw_files_of_what_is_kept_are_copied_with_their_sidecars_and_numbered_among_themselves(): void
    {
        $before = $this->tree("{$this->folder}/drive");
        $this->get($this->page)->assertOk()->assertSeeText('Put 5 files there');
        $this->get(
            "{$this->page}/preview?".
                http_build_query(['kind' => 'raw', 'folder' => 'picked', 'file' => '{{number:3}}']),
        )
            ->assertOk()
            ->assertSee('2 raw files')
            ->assertSee('<span id="put" hx-swap-oob="true">2 files</span>', false)
            ->assertSee('picked/001.DNG');
        $this->pick('copy', 'picked', '{{number:3}}', ['kind' => 'raw'])->assertSessionHasNoErrors();
        self::assertSame(['picked/001.DNG', 'picked/001.xmp', 'picked/002.DNG', 'picked/002.xmp'], $this->picked());
        self::assertSame([], $this->picked('backup'));
        $raws = CardFile::query()
            ->where('kind', 'raw')
            ->whereIn('frame_id', Frame::query()->where('verdict', 'keep')->select('id'))
            ->join('frames', 'frames.id', '=', 'files.frame_id')
            ->orderBy('taken_ms')
            ->select('files.*')
            ->get();
        foreach ($raws as $i => $file) {
            self::assertSame(
                $file->hash,
                hash_file('xxh128', sprintf("{$this->folder}/drive/picked/%03d.DNG", $i + 1)),
            );
            $sidecar = SidecarFile::query()
                ->where(['frame_id' => $file->frame_id, 'place' => 'drive'])
                ->firstOrFail();
            self::assertFileEquals(
                "{$this->folder}/drive/{$sidecar->path}",
                sprintf("{$this->folder}/drive/picked/%03d.xmp", $i + 1),
            );
        }
        // Nothing else has changed, neither on the disk nor in the record.
        self::assertSame($before, array_diff_key($this->tree("{$this->folder}/drive"), array_flip($this->picked())));
        self::assertSame(0, CardFile::query()->where('destination', 'like', 'picked/%')->count());
    }

    public function test_beginning_again_adds_nothing_and_overwrites_nothing(): void
    {
        $this->pick('copy', 'picked', '{{name}}', ['kind' => 'jpeg'])->assertSessionHasNoErrors();
        $first = $this->picked();
        self::assertCount(6, $first);
        file_put_contents("{$this->folder}/drive/{$first[0]}", 'edited by somebody');
        file_put_contents("{$this->folder}/drive/{$first[1]}", 'a sidecar of other software');
        $this->pick('copy', 'picked', '{{name}}', ['kind' => 'jpeg'])->assertSessionHasNoErrors();
        self::assertSame(
            ['edited by somebody', 'a sidecar of other software'],
            [
                file_get_contents("{$this->folder}/drive/{$first[0]}"),
                file_get_contents("{$this->folder}/drive/{$first[1]}"),
            ],
        );
        // What was edited has a neighbour, which is the original.
        $more = array_values(array_diff($this->picked(), $first));
        self::assertSame(2, count($more));
        self::assertStringEndsWith('-2.JPG', $more[0]);
    }

    public function test_a_killed_copy_goes_on_where_it_was(): void
    {
        Queue::fake();
        $this->pick('copy', 'picked', '{{name}}')->assertSessionHasNoErrors();
        $task = CopyOriginals::latest($this->shoot);
        self::assertNotNull($task);
        $this->pick('copy', 'picked', '{{name}}')->assertSessionHasErrors('frames');
        // The disk fills up in the middle.
        mkdir("{$this->folder}/drive/picked");
        $second = CardFile::query()
            ->whereIn('frame_id', Frame::query()->where('verdict', 'keep')->select('id'))
            ->orderByDesc('frame_id')
            ->firstOrFail();
        mkdir("{$this->folder}/drive/picked/".basename($second->destination));
        $left = 12;
        \Illuminate\Support\Facades\DB::connection()->beforeExecuting(function () use (&$left): void {
            if ($left-- === 0) {
                throw new \RuntimeException('killed');
            }
        });
        try {
            (new CopyOriginals($task->id))->handle();
            self::fail('it was not killed');
        } catch (\RuntimeException $reason) {
            self::assertSame('killed', $reason->getMessage());
        }
        (new CopyOriginals($task->id))->handle();
        self::assertSame(TaskState::Done, $task->refresh()->state, (string) $task->problem);
        self::assertContains(
            'picked/'.
                substr_replace(
                    basename($second->destination),
                    '-2',
                    (int) strrpos(basename($second->destination), '.'),
                    0,
                ),
            $this->picked(),
        );
        self::assertCount(
            CardFile::query()
                ->whereIn('frame_id', Frame::query()->where('verdict', 'keep')->select('id'))
                ->count(),
            array_filter($this->picked(), fn (string $path): bool => ! str_ends_with($path, '.xmp')),
        );
        self::assertSame($task->total, $task->done);
    }

    public function test_begun_twice_at_the_same_moment_it_is_done_once(): void
    {
        $file = CardFile::query()->where('kind', 'raw')->firstOrFail();
        $start = "config(['queue.default' => 'database']); echo ".
            "App\\Deliver\\Originals\\CopyOriginals::start(App\\Studio\\Shoot::query()->findOrFail({$this->shoot->id}), ".
            "App\\Copies\\Place::query()->findOrFail({$this->place}), [{$file->id} => 'picked/1.DNG']) ? 'begun' : ".
            "'waits';";
        self::assertEqualsCanonicalizing(
            ['begun', 'waits'],
            $this->atOnce(
                [$start, $start],
                fn () => Shoot::query()->whereKey($this->shoot->id)->lockForUpdate()->first(),
            ),
        );
        self::assertSame(1, Task::query()->where('kind', CopyOriginals::KIND)->count());
    }

    public function test_moved_they_are_found_there_in_every_place_and_the_others_stay(): void
    {
        $others = CardFile::query()
            ->whereNotIn('frame_id', Frame::query()->where('verdict', 'keep')->select('id'))
            ->pluck('destination', 'id')
            ->all();
        $this->pick('move', '{{shoot}} picked', '{{name}}')->assertSessionHasNoErrors();
        $kept = Frame::query()->where('verdict', 'keep')->with('files')->get();
        foreach ($kept as $frame) {
            foreach ($frame->files as $file) {
                self::assertSame("{$this->shoot->name} picked/".basename($file->path), $file->destination);
                foreach (['drive', 'backup'] as $place) {
                    self::assertSame($file->hash, hash_file('xxh128', "{$this->folder}/{$place}/{$file->destination}"));
                }
            }
            self::assertSame(
                2,
                SidecarFile::query()
                    ->where('frame_id', $frame->id)
                    ->where('path', 'like', "{$this->shoot->name} picked/%")
                    ->count(),
            );
        }
        self::assertSame(
            $others,
            CardFile::query()->whereIntegerInRaw('id', array_keys($others))->pluck('destination', 'id')->all(),
        );
        $this->get($this->page)->assertSee('Renaming');
    }

    public function test_what_cannot_be_is_refused_where_it_was_chosen(): void
    {
        $this->pick('copy', '../out', '{{name}}')->assertSessionHasErrors('folder');
        $this->pick('copy', 'picked', '{{nothing}}')->assertSessionHasErrors('file');
        $this->pick('copy', 'picked', '{{name}}', ['place' => 999_999])->assertSessionHasErrors('place');
        $this->pick('burn', 'picked', '{{name}}')->assertSessionHasErrors('how');
        $this->pick('copy', 'picked', '{{name}}', ['kind' => 'film'])->assertSessionHasErrors('kind');
        $this->pick('copy', 'picked', '{{name}}', [], '?verdict=all&rating=5')->assertSessionHasErrors('frames');
        rename("{$this->folder}/drive", "{$this->folder}/away");
        $this->pick('copy', 'picked', '{{name}}')->assertSessionHasErrors('place');
        rename("{$this->folder}/away", "{$this->folder}/drive");
        [, $stranger] = $this->newStudio('Elsewhere', 'elsewhere@quay.example');
        $this->actingAs($stranger)->get($this->page)->assertNotFound();
    }
}
