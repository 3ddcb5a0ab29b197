<?php

declare(strict_types=1);

namespace Tests\Feature\Ingest;

use App\Captions\SidecarFile;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Frames\Version;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\PlannedRename;
use App\Ingest\RenameFiles;
use App\Ingest\Versions;
use App\Studio\Studio;
use App\Studio\Task;
use App\Studio\TaskState;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Tests\Feature\FeatureTestCase;

/**
 * Copies renamed by a pattern once the clocks are set: originals, sidecars and versions, in every place; the record
 * follows.
 */
final class RenamingTest extends FeatureTestCase
{
    private string $page;

    protected function setUp(): void
    {
        parent::setUp();
        $this->page = "/shoots/{$this->shoot->id}/ingest";
        $this->actingAs($this->member);
    }

    private function rename(string $folder, string $file): \Illuminate\Testing\TestResponse
    {
        return $this->post("{$this->page}/rename", ['folder' => $folder, 'file' => $file]);
    }

    /** Two cards whose bodies take turns, one of them an hour off at first. */
    private function twoCards(): void
    {
        $this->post("{$this->page}/pattern", [
            'folder' => 'all',
            'file' => '{{date}}-{{number:3}}',
        ])->assertSessionHasNoErrors();
        foreach (['mara-long' => 6, 'ivo' => 4] as $slot => $frames) {
            $this->pushCard($slot, $frames);
            $this->copyCard($this->readCard($slot), 'Mara Quill');
        }
    }

    private function setClock(string $slot, int $ms): void
    {
        $card = Card::query()->where('name', $slot)->firstOrFail();
        Frame::query()
            ->where('card_id', $card->id)
            ->update(['taken_ms' => DB::raw("taken_ms + ({$ms})")]);
    }

    /** @return array<string, string> contents of both places, by path: what the record says must be there */
    private function content(): array
    {
        $found = [];
        foreach (['drive', 'backup'] as $place) {
            foreach (CardFile::query()->where('destination', '<>', '')->orderBy('id')->get() as $file) {
                $path = "{$this->folder}/{$place}/{$file->destination}";
                self::assertFileExists($path);
                self::assertSame($file->hash, hash_file('xxh128', $path), "{$file->destination} is another file");
                $found[] = $file->destination;
            }
            $standing = array_filter(
                array_keys($this->tree("{$this->folder}/{$place}")),
                fn (string $path): bool => ! str_ends_with($path, '.xmp'),
            );
            self::assertEqualsCanonicalizing(
                CardFile::query()
                    ->where('destination', '<>', '')
                    ->pluck('destination')
                    ->merge(Version::query()->where('destination', '<>', '')->pluck('destination'))
                    ->all(),
                array_values($standing),
                'something else stands in '.$place,
            );
        }

        return $found;
    }

    public function test_numbers_follow_the_corrected_times_over_all_cards_and_again_after_clocks_are_set(): void
    {
        $this->twoCards();
        $this->setClock('ivo', -86_400_000);
        $this->get("{$this->page}/where")
            ->assertSee('copied files are called otherwise')
            ->assertSee('File for file');
        $names = $this->get(
            "{$this->page}/names?".http_build_query(['folder' => 'all', 'file' => '{{number:3}}']),
        )->assertOk();
        $this->rename('all', '{{number:3}}')->assertSessionHasNoErrors();
        self::assertSame(TaskState::Done, Task::latest($this->shoot, Task::RENAMING)?->state);
        $this->content();
        $frames = Frame::inOrder($this->shoot)->with('files')->get();
        foreach ($frames as $i => $frame) {
            self::assertSame(sprintf('%03d', $i + 1), pathinfo($frame->name, PATHINFO_FILENAME));
            foreach ($frame->files as $file) {
                self::assertSame(
                    sprintf('all/%03d.%s', $i + 1, pathinfo($file->path, PATHINFO_EXTENSION)),
                    $file->destination,
                );
                $names->assertSee($file->destination)->assertSee(basename($file->path));
            }
        }
        // Found by both names.
        $first = $frames[0];
        foreach ([$first->name, $first->camera_name] as $name) {
            self::assertSame(
                [$first->id],
                Frame::meeting(
                    $this->shoot,
                    \Kanpai\Core\Frames\FrameFilter::ofQuery(['verdict' => 'all', 'where' => "name:{$name}"]),
                )
                    ->pluck('frames.id')
                    ->all(),
            );
        }
        $this->post("/shoots/{$this->shoot->id}/cull/list", [
            'list' => "name,rating\n{$first->camera_name},4\n{$frames[1]->name},5",
        ])->assertSessionHasNoErrors();
        self::assertSame([4, 5], [$first->refresh()->rating, $frames[1]->refresh()->rating]);
        // A second time there is nothing to do, and it says so.
        $this->rename('all', '{{number:3}}')->assertSessionHasErrors('rename');
        $this->get("{$this->page}/where")->assertSee('are called by this pattern');
        // Swapped: each number is another frame's now. What comes is what was there, under other names.
        $this->setClock('ivo', 2 * 86_400_000);
        $this->rename('all', '{{number:3}}')->assertSessionHasNoErrors();
        $this->content();
        self::assertSame(
            range(1, count($frames)),
            Frame::inOrder($this->shoot)->pluck('name')->map(fn ($name): int => (int) $name)->all(),
        );
        // And as the cameras called them.
        $this->rename('{{card}}', '{{original}}')->assertSessionHasNoErrors();
        $this->content();
        self::assertSame([$first->camera_name, 0], [$first->refresh()->name, PlannedRename::query()->count()]);
    }

    public function test_sidecars_and_versions_go_with_their_frame(): void
    {
        $this->twoCards();
        $frames = Frame::inOrder($this->shoot)->get();
        $picture = "{$this->folder}/edited.jpg";
        copy(
            "{$this->folder}/drive/".
                CardFile::query()
                    ->where(['frame_id' => $frames[2]->id, 'kind' => 'jpeg'])
                    ->value('destination'),
            $picture,
        );
        app(Versions::class)->add(
            $frames[2],
            $picture,
            pathinfo($frames[2]->name, PATHINFO_FILENAME).'-edit.jpg',
            'a test',
        );
        $this->post("/shoots/{$this->shoot->id}/captions", [
            'headline' => 'Frame {{time}}',
        ])->assertSessionHasNoErrors();
        $this->post(
            "/shoots/{$this->shoot->id}/captions/steps/".\App\Captions\Batch::query()->orderByDesc('id')->value('id'),
        )->assertSessionHasNoErrors();
        $this->post("/shoots/{$this->shoot->id}/captions/write");
        $said = SidecarFile::query()
            ->orderBy('id')
            ->get()
            ->mapWithKeys(
                fn (SidecarFile $file): array => [
                    $file->id => (string) file_get_contents("{$this->folder}/{$file->place}/{$file->path}"),
                ],
            )
            ->all();
        self::assertNotSame([], $said);
        $this->setClock('ivo', -86_400_000);
        $this->rename('all', '{{date}}-{{number:3}}')->assertSessionHasNoErrors();
        $this->content();
        foreach ($said as $id => $text) {
            $file = SidecarFile::query()->findOrFail($id);
            self::assertSame($text, file_get_contents("{$this->folder}/{$file->place}/{$file->path}"));
            self::assertSame(
                [hash('xxh128', $file->path), pathinfo($file->frame->name, PATHINFO_FILENAME)],
                [$file->path_hash, pathinfo($file->path, PATHINFO_FILENAME)],
            );
        }
        self::assertCount(
            count($said),
            array_filter(
                [
                    ...array_keys($this->tree("{$this->folder}/drive")),
                    ...array_keys($this->tree("{$this->folder}/backup")),
                ],
                fn (string $path): bool => str_ends_with($path, '.xmp'),
            ),
        );
        self::assertSame(
            pathinfo($frames[2]->refresh()->name, PATHINFO_FILENAME).'-edit.jpg',
            Version::query()->where('number', 2)->value('name'),
        );
        // A caption that is written now goes into the sidecar that was renamed, not into a second one.
        \App\Captions\FrameCaption::query()->update(['written_at' => null]);
        $this->post("/shoots/{$this->shoot->id}/captions/write");
        self::assertSame(count($said), SidecarFile::query()->count());
    }

    public function test_what_stands_in_the_way_is_left_and_named(): void
    {
        $this->twoCards();
        mkdir("{$this->folder}/backup/new");
        $this->rename('new', '{{original}}')->assertSessionHasNoErrors();
        // Nobody knew of this one when it was planned.
        Queue::fake();
        $this->rename('later', '{{original}}')->assertSessionHasNoErrors();
        $step = PlannedRename::query()->orderBy('id')->firstOrFail();
        mkdir("{$this->folder}/backup/later");
        file_put_contents("{$this->folder}/backup/{$step->to_path}", 'of somebody else');
        $task = Task::latest($this->shoot, Task::RENAMING);
        (new RenameFiles((int) $task?->id))->handle();
        self::assertStringContainsString('1 file keeps its name', (string) $task?->refresh()->problem);
        self::assertSame(
            [$step->from_path, 'of somebody else'],
            [
                CardFile::query()->find($step->file_id)?->destination,
                file_get_contents("{$this->folder}/backup/{$step->to_path}"),
            ],
        );
        unlink("{$this->folder}/backup/{$step->to_path}");
        $this->content();
        $this->get("{$this->page}/where")->assertSee('1 file keeps its name');
    }

    public function test_a_lost_copy_is_not_mistaken_for_what_stands_under_its_new_name(): void
    {
        $this->twoCards();
        Queue::fake();
        $this->rename('later', '{{original}}')->assertSessionHasNoErrors();
        [$lost, $kept] = PlannedRename::query()->orderBy('id')->limit(2)->get()->all();
        mkdir("{$this->folder}/backup/later");
        unlink("{$this->folder}/backup/{$lost->from_path}");
        file_put_contents("{$this->folder}/backup/{$lost->to_path}", 'of somebody else');
        // On a disk without links this one was moved, and nobody had time to note it.
        rename("{$this->folder}/backup/{$kept->from_path}", "{$this->folder}/backup/{$kept->to_path}");
        (new RenameFiles((int) Task::latest($this->shoot, Task::RENAMING)?->id))->handle();
        self::assertSame($lost->from_path, CardFile::query()->find($lost->file_id)?->destination);
        self::assertSame($kept->to_path, CardFile::query()->find($kept->file_id)?->destination);
        self::assertSame('of somebody else', file_get_contents("{$this->folder}/backup/{$lost->to_path}"));
    }

    public function test_two_shoots_of_a_studio_do_not_wait_for_each_other(): void
    {
        $this->twoCards();
        Queue::fake();
        $this->rename('all', '{{original}}')->assertSessionHasNoErrors();
        $other = $this->shoot->studio
            ->shoots()
            ->create(['name' => 'Another', 'zone' => 'Europe/London', 'held_on' => '2026-09-06']);
        $this->post("/shoots/{$other->id}/ingest/rename", [
            'folder' => 'x',
            'file' => '{{original}}',
        ])->assertSessionHasErrors('rename');
        self::assertSame(1, Task::query()->where('kind', Task::RENAMING)->count());
    }

    public function test_of_two_shoots_begun_at_the_same_moment_one_is_told_to_wait(): void
    {
        $this->twoCards();
        $first = $this->shoot;
        $this->shoot = $first->studio
            ->shoots()
            ->create(['name' => 'Another', 'zone' => 'Europe/London', 'held_on' => '2026-09-06']);
        $this->pushCard('mara-wide', 2);
        $this->copyCard($this->readCard('mara-wide'), 'Mara Quill');
        $start = fn (
            int $shoot,
        ): string => "config(['queue.default' => 'database']); echo app(App\\Ingest\\Renaming::class)->start(App\\Studio\\Shoot::query()->findOrFail({$shoot}), Kanpai\\Core\\Ingest\\NamePattern::of('together', '{{number:3}}')) ?? 'begun';";
        $said = $this->atOnce(
            [$start($first->id), $start($this->shoot->id)],
            fn () => Studio::query()->whereKey($this->studio->id)->lockForUpdate()->first(),
        );
        sort($said);
        self::assertStringStartsWith('Something else is being done: Renaming', $said[0]);
        self::assertSame(['begun', 1], [$said[1], Task::query()->where('kind', Task::RENAMING)->count()]);
    }

    public function test_a_worker_killed_at_any_line_loses_nothing(): void
    {
        $this->twoCards();
        $this->setClock('ivo', -86_400_000);
        Queue::fake();
        $this->rename('all', '{{number:3}}')->assertSessionHasNoErrors();
        $task = (int) Task::latest($this->shoot, Task::RENAMING)?->id;
        $killed = 0;
        // Killed before each statement in turn, until one run comes to its end.
        $left = -1;
        DB::connection()->beforeExecuting(function () use (&$left): void {
            if ($left-- === 0) {
                throw new \RuntimeException('killed');
            }
        });
        for ($at = 0; Task::query()->find($task)?->state !== TaskState::Done; $at += 3) {
            $left = $at;
            try {
                (new RenameFiles($task))->handle();
            } catch (\RuntimeException $reason) {
                self::assertSame('killed', $reason->getMessage());
                $killed++;
            }
            $left = -1;
            foreach (CardFile::query()->where('destination', '<>', '')->get() as $file) {
                self::assertSame(
                    $file->hash,
                    hash_file('xxh128', "{$this->folder}/drive/{$file->destination}"),
                    'the record names a path at which another file stands',
                );
            }
        }
        self::assertGreaterThan(10, $killed);
        $this->content();
        self::assertSame(
            range(1, 10),
            Frame::inOrder($this->shoot)->pluck('name')->map(fn ($name): int => (int) $name)->all(),
        );
    }

    public function test_it_waits_for_what_is_being_done_and_what_begins_later_waits_for_it(): void
    {
        $this->twoCards();
        $copying = Task::open($this->shoot, 'copy', 'Copying card 9', 'bytes');
        $this->rename('all', '{{original}}')->assertSessionHasErrors([
            'rename' => 'Something else is being done: Copying card 9. Files can be renamed once that is over.',
        ]);
        $copying->refresh()->finish();
        Queue::fake();
        $this->rename('all', '{{original}}')->assertSessionHasNoErrors();
        $later = Task::open($this->shoot, 'copy', 'Copying card 9', 'bytes');
        self::assertFalse($later->mayTakeTurn());
        (new RenameFiles((int) Task::latest($this->shoot, Task::RENAMING)?->id))->handle();
        self::assertTrue($later->mayTakeTurn());
        // A disk that is away keeps the old names: all or none.
        rename("{$this->folder}/backup", "{$this->folder}/away");
        $later->refresh()->finish();
        $this->rename('all', '{{number}}')->assertSessionHasErrors('rename');
        rename("{$this->folder}/away", "{$this->folder}/backup");
        self::assertSame(CardState::Safe, Card::query()->firstOrFail()->state);
    }

    public function test_cards_read_before_either_is_copied_share_one_order_and_a_later_card_goes_on_behind(): void
    {
        $this->post("{$this->page}/pattern", ['folder' => 'all', 'file' => '{{number:3}}']);
        $this->pushCard('mara-long', 6);
        $this->pushCard('ivo', 4);
        $one = $this->readCard('mara-long');
        $two = $this->readCard('ivo');
        $this->copyCard($one, 'Mara Quill');
        $this->copyCard($two, 'Ivo Tarn');
        self::assertSame(
            range(1, 10),
            Frame::inOrder($this->shoot)->pluck('name')->map(fn ($name): int => (int) $name)->all(),
        );
        $this->pushCard('mara-wide', 3);
        $this->copyCard($this->readCard('mara-wide'), 'Mara Quill');
        self::assertEqualsCanonicalizing(
            range(1, 13),
            Frame::inOrder($this->shoot)->pluck('name')->map(fn ($name): int => (int) $name)->all(),
        );
        $this->rename('all', '{{number:3}}');
        self::assertSame(
            range(1, 13),
            Frame::inOrder($this->shoot)->pluck('name')->map(fn ($name): int => (int) $name)->all(),
        );
    }
}
