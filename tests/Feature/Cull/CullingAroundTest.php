<?php

declare(strict_types=1);

namespace Tests\Feature\Cull;

use App\Captions\FrameCaption;
use App\Captions\Sheet;
use App\Clocks\ClockSet;
use App\Cull\Culling;
use App\Cull\DeleteCopies;
use App\Cull\Habits;
use App\Cull\RegroupMoments;
use App\Cull\Round;
use App\Cull\Step;
use App\Frames\Frame;
use App\Frames\Uses;
use App\Ingest\Card;
use App\Studio\Member;
use App\Studio\Task;
use Illuminate\Bus\UniqueLock;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Str;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;
use Tests\Reference\RawKindsTest;

/**
 * What is around culling: pictures in all their pixels, labels of other software, moments that follow clocks,
 * closed doors.
 */
final class CullingAroundTest extends FeatureTestCase
{
    private function copied(int $frames = 3): Card
    {
        $this->pushCard('ivo', $frames);

        return $this->copyCard($this->readCard('ivo'));
    }

    public function test_the_whole_picture_is_the_original_byte_for_byte(): void
    {
        $this->pushCard('mara-long', 2, 11);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
        foreach ($this->frames() as $frame) {
            $answer = $this->get("/shoots/{$this->shoot->id}/cull/frames/{$frame->id}/whole")
                ->assertOk()
                ->assertHeader('Content-Type', 'image/jpeg');
            $original = (string) current(
                glob("{$this->folder}/rack/mara-long/DCIM/*/".pathinfo($frame->name, PATHINFO_FILENAME).'.JPG') ?:
                [],
            );
            self::assertSame(
                md5_file($original),
                md5((string) file_get_contents($answer->baseResponse->getFile()->getPathname())),
                $frame->name,
            );
        }
    }

    public function test_of_a_raw_file_the_largest_embedded_picture_is_shown_as_exiftool_finds_it(): void
    {
        $folder = "{$this->folder}/rack/raws/DCIM/100RAWSX";
        mkdir($folder, 0700, true);
        $references = [];
        foreach (RawKindsTest::kinds() as [$ending, $bytes, $tag]) {
            file_put_contents("{$folder}/FR{$ending}0001.{$ending}", $bytes);
            $references["FR{$ending}0001.{$ending}"] = md5(
                (string) shell_exec(
                    "exiftool -b -{$tag} ".escapeshellarg("{$folder}/FR{$ending}0001.{$ending}").' 2>/dev/null',
                ),
            );
        }
        $this->copyCard($this->readCard('raws'));
        foreach ($this->frames() as $frame) {
            self::assertSame(
                $references[$frame->name],
                md5(
                    (string) $this->get("/shoots/{$this->shoot->id}/cull/frames/{$frame->id}/whole")
                        ->assertOk()
                        ->getContent(),
                ),
                $frame->name,
            );
        }
    }

    public function test_a_frame_of_which_no_copy_is_within_reach_says_so(): void
    {
        $slot = $this->pushCard('ivo', 1);
        $this->readCard('ivo');
        $frame = $this->frames()->firstOrFail();
        // Until it is copied the card itself is shown, as long as it is in its slot.
        $this->get("/shoots/{$this->shoot->id}/cull/frames/{$frame->id}/whole")->assertOk();
        $this->copyCard(Card::query()->firstOrFail());
        exec(
            'rm -rf '.
                escapeshellarg($slot).
                ' '.
                escapeshellarg($this->folder.'/drive').
                ' '.
                escapeshellarg($this->folder.'/backup'),
        );
        $this->get("/shoots/{$this->shoot->id}/cull/frames/{$frame->id}/whole")->assertNotFound();
    }

    /**
     * @return iterable<array{string, string, array<string, mixed>}> method, path below the shoot's cull, what is sent
     */
    public static function doors(): iterable
    {
        yield ['GET', '', []];
        yield ['GET', '/frames', []];
        yield ['GET', '/since/0', []];
        yield ['GET', '/meeting', []];
        yield ['GET', '/coverage', []];
        yield ['GET', '/rounds', []];
        yield ['GET', '/list', []];
        yield ['GET', '/list.csv', []];
        yield ['GET', '/dropped', []];
        yield ['POST', '/marks', ['steps' => [['id' => '00000000-0000-4000-8000-000000000001', 'marks' => []]]]];
        yield ['POST', '/fineness', ['fineness' => 10]];
        yield ['POST', '/border', ['frame' => 1, 'kind' => 'split']];
        yield ['POST', '/rounds', ['source' => 'all', 'doubt' => 'nothing', 'starts' => 'open']];
        yield ['POST', '/sets', ['name' => 'Theirs']];
        yield ['POST', '/collect', ['set' => 1]];
        yield ['POST', '/uses', ['name' => 'theirs']];
        yield ['POST', '/list', ['list' => 'A.JPG', 'verdict' => 'drop']];
        yield ['POST', '/dropped/aside', []];
        yield ['POST', '/dropped/back', []];
        yield ['POST', '/dropped/delete', ['name' => 'Harbour day', 'places' => ['drive']]];
    }

    /** @param  array<string, mixed>  $sent */
    #[DataProvider('doors')]
    public function test_another_studios_shoot_is_closed(string $method, string $path, array $sent): void
    {
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->json($method, "/shoots/{$this->shoot->id}/cull{$path}", $sent)->assertUnauthorized();
        $this->actingAs($stranger)
            ->json($method, "/shoots/{$this->shoot->id}/cull{$path}", $sent)
            ->assertNotFound();
    }

    public function test_what_belongs_to_another_shoot_is_not_found_in_this_one(): void
    {
        $this->copied(2);
        $frame = $this->frames()->firstOrFail();
        $other = $this->studio
            ->shoots()
            ->create(['name' => 'Other', 'zone' => 'Europe/London', 'held_on' => '2026-09-06']);
        $round = Culling::of($this->shoot)->round;
        $this->post("/shoots/{$other->id}/cull/rounds/{$round}/resume")->assertNotFound();
        $this->delete("/shoots/{$other->id}/cull/rounds/{$round}")->assertNotFound();
        $this->get("/shoots/{$other->id}/cull/frames/{$frame->id}/whole")->assertNotFound();
        $this->postJson("/shoots/{$other->id}/cull/border", ['frame' => $frame->id, 'kind' => 'split'])->assertOk();
        self::assertSame(0, DB::table('moment_edits')->count());
        $set = $this->postJson("/shoots/{$this->shoot->id}/cull/sets", [
            'name' => 'Here only',
            'frames' => [$frame->id, 999_999],
        ])
            ->assertOk()
            ->assertJsonPath('frames', 1)
            ->json('id');
        $this->postJson("/shoots/{$other->id}/cull/collect", ['set' => $set])->assertNotFound();
        $this->delete("/shoots/{$other->id}/cull/sets/{$set}")->assertNotFound();
        // A step with the identity of one in another shoot changes nothing there.
        $step = $this->step([$frame->id => ['verdict' => 'keep']]);
        $this->postJson("/shoots/{$other->id}/cull/marks", [
            'steps' => [['id' => $step['id'], 'takeBack' => true]],
        ])->assertOk();
        self::assertSame('keep', $frame->refresh()->verdict->value);
        self::assertNull(Step::query()->where('uuid', $step['id'])->sole()->undone_at);
    }

    public function test_labels_of_other_software_become_uses_and_uses_go_out_as_a_label(): void
    {
        $slot = $this->pushCard('ivo', 3);
        $jpegs = glob("{$slot}/DCIM/*/*.JPG") ?: [];
        foreach (['Album', 'Second, press'] as $n => $label) {
            exec(
                'exiftool -q -overwrite_original -P '.
                    escapeshellarg("-XMP-xmp:Label={$label}").
                    ' '.
                    escapeshellarg($jpegs[$n]),
            );
        }
        $this->copyCard($this->readCard('ivo'));
        $uses = Uses::of($this->studio);
        $named = fn (): array => $this->frames()
            ->map(fn (Frame $frame): array => Uses::of($this->studio)->named($frame->uses))
            ->all();
        self::assertSame([['album'], ['press', 'Second'], []], $named());
        self::assertNotSame(0, $uses->bits('second'));
        // Letter by letter as it came, until somebody changes the uses; kept only where they are written otherwise.
        self::assertSame(
            [['Album', 'Album'], ['Second, press', 'Second, press'], ['', null]],
            $this->frames()->map(fn (Frame $frame): array => [$frame->label(), $frame->other_label])->all(),
        );
        self::assertSame('Second, press', $this->frames()[1]->label());
        $frame = $this->frames()[1];
        $this->step([$frame->id => ['given' => $uses->bits('website'), 'taken' => $uses->bits('press')]]);
        self::assertSame(['website, Second', null], [$frame->refresh()->label(), $frame->other_label]);
        $this->caption(['headline' => 'Crew']);
        $sidecar = (string) current(
            glob("{$this->folder}/drive/*/*/*/*/*/".pathinfo($frame->name, PATHINFO_FILENAME).'.xmp') ?:
            glob("{$this->folder}/drive/*/*/*/*/".pathinfo($frame->name, PATHINFO_FILENAME).'.xmp') ?:
            [],
        );
        self::assertSame(
            'website, Second',
            trim((string) shell_exec('exiftool -s3 -XMP-xmp:Label '.escapeshellarg($sidecar))),
        );
    }

    public function test_a_mark_makes_the_sidecar_that_carries_it_be_behind(): void
    {
        $this->copied(2);
        $this->caption(['headline' => 'Crew']);
        self::assertSame(0, FrameCaption::query()->whereNull('written_at')->count());
        $frame = $this->frames()->firstOrFail();
        foreach ([['verdict' => 'keep'], ['rating' => 3], ['given' => 1]] as $said) {
            $step = $this->step([$frame->id => $said]);
            self::assertSame(
                [$frame->id],
                FrameCaption::query()->whereNull('written_at')->pluck('frame_id')->all(),
                json_encode($said) ?: '',
            );
            FrameCaption::query()->update(['written_at' => now()]);
            $this->step([], ['id' => $step['id'], 'takeBack' => true]);
            self::assertSame(
                [$frame->id],
                FrameCaption::query()->whereNull('written_at')->pluck('frame_id')->all(),
                'taken back: '.json_encode($said),
            );
            FrameCaption::query()->update(['written_at' => now()]);
        }
    }

    public function test_moments_are_asked_for_after_the_transaction_and_not_for_one_that_is_undone(): void
    {
        $this->pushCard('ivo', 2);
        $card = $this->readCard('ivo');
        Queue::fake([RegroupMoments::class]);
        $set = fn () => event(new ClockSet($this->shoot, $this->frames()->firstOrFail()->body_id));
        try {
            DB::transaction(function () use ($set): void {
                $set();
                throw new \RuntimeException('undone');
            });
        } catch (\RuntimeException) {
        }
        Queue::assertNotPushed(RegroupMoments::class);
        DB::transaction(function () use ($set): void {
            $set();
            Queue::assertNotPushed(RegroupMoments::class);
        });
        Queue::assertPushed(RegroupMoments::class, 1);
        self::assertSame(2, $card->frames_count);
    }

    public function test_moments_are_asked_for_anew_when_times_or_pictures_change(): void
    {
        $this->pushCard('ivo', 6);
        Queue::fake([RegroupMoments::class]);
        $card = $this->readCard('ivo');
        Queue::assertPushed(RegroupMoments::class, 1);
        $this->copyCard($card);
        // The one that waits is for both; once a worker has it in hand, the next change asks for another.
        Queue::assertPushed(RegroupMoments::class, 1);
        (new UniqueLock(app('cache.store')))->release(new RegroupMoments($this->shoot->id));
        $this->post("/shoots/{$this->shoot->id}/clocks/{$this->frames()->firstOrFail()->body_id}", [
            'direction' => 'later',
            'minutes' => 3,
        ])->assertSessionHasNoErrors();
        Queue::assertPushed(RegroupMoments::class, 2);
        self::assertNull($this->frames()->firstOrFail()->border);
        app()->call([new RegroupMoments($this->shoot->id), 'handle']);
        self::assertGreaterThan(0, $this->frames()->last()?->moment);
        // For a shoot that is gone there is nothing to do.
        app()->call([new RegroupMoments(999_999), 'handle']);
    }

    public function test_captions_name_the_moments_that_culling_shows(): void
    {
        $this->copied(6);
        $this->postJson("/shoots/{$this->shoot->id}/cull/fineness", ['fineness' => 100])->assertOk();
        self::assertCount(6, Frame::moments($this->shoot));
        $this->get("/shoots/{$this->shoot->id}/captions?level=moment")
            ->assertOk()
            ->assertSee('1 frame');
        $this->caption(['headline' => 'At {{moment}}']);
        $frame = $this->frames()->firstOrFail();
        $span = Frame::moments($this->shoot)[$frame->moment];
        self::assertSame(
            'At '.$this->shoot->zone()->format($span['from'], 'H:i'),
            FrameCaption::query()->findOrFail($frame->id)->fields['headline'],
        );
        self::assertNotNull(Sheet::ofShoot($this->shoot));
    }

    public function test_the_count_says_where_nothing_is_kept(): void
    {
        $this->copied(6);
        $frames = $this->frames();
        $gaps = $this->getJson("/shoots/{$this->shoot->id}/cull/coverage")
            ->assertOk()
            ->json('gaps');
        self::assertSame(6, array_sum(array_column($gaps, 'frames')));
        $this->step([$frames[0]->id => ['verdict' => 'keep']]);
        $after = $this->getJson("/shoots/{$this->shoot->id}/cull/coverage")->json('gaps');
        self::assertLessThan(6, array_sum(array_column($after, 'frames')));
        $this->post("/shoots/{$this->shoot->id}/cull/rounds", [
            'source' => 'all',
            'doubt' => 'nothing',
            'starts' => 'open',
            'per_minute' => '1.5',
        ])->assertSessionHasNoErrors();
        $this->get("/shoots/{$this->shoot->id}/cull/rounds")
            ->assertSee('target 1.5 a minute')
            ->assertSee('Of these minutes nothing is kept')
            ->assertSee('By shooter')
            ->assertSee('6 open');
    }

    public function test_habits_are_each_members_own(): void
    {
        $this->actingAs($this->member)
            ->postJson('/habits/moves-on', ['movesOn' => false])
            ->assertOk();
        self::assertFalse(Habits::of($this->member)->movesOn());
        $other = $this->studio
            ->members()
            ->create([
                'name' => 'Joss Merle',
                'email' => 'joss@quay.example',
                'password' => 'a good password',
                'role' => 'editor',
            ]);
        self::assertTrue(Habits::of($other)->movesOn());
        $set = $this->postJson("/shoots/{$this->shoot->id}/cull/sets", ['name' => 'Best'])->json('id');
        $this->postJson("/shoots/{$this->shoot->id}/cull/collect", ['set' => $set])->assertOk();
        self::assertSame(
            [$set, null],
            [Habits::of($this->member)->collects($this->shoot), Habits::of($other)->collects($this->shoot)],
        );
        // Keys, the set and moving on do not push one another out.
        $this->postJson('/habits/keys', ['keys' => ['keep' => 'k']])->assertOk();
        $habits = Habits::of(Member::query()->findOrFail($this->member->id));
        self::assertSame(
            [false, $set, ['keep' => 'k']],
            [$habits->movesOn(), $habits->collects($this->shoot), $habits->keys()->changed()],
        );
        $this->delete("/shoots/{$this->shoot->id}/cull/sets/{$set}")->assertRedirect();
        self::assertNull(Habits::of($this->member)->collects($this->shoot));
        // Habits of a version that had other actions are none.
        DB::table('members')
            ->where('id', $this->member->id)
            ->update(['habits' => '{"keys":{"juggle":"b"}}']);
        self::assertSame([], Habits::of($this->member)->keys()->changed());
    }

    public function test_deleting_copies_can_be_broken_off_between_the_file_and_its_row(): void
    {
        $this->copied(2);
        $frame = $this->frames()->firstOrFail();
        $this->step([$frame->id => ['verdict' => 'drop']]);
        $file = (string) DB::table('files')->where('frame_id', $frame->id)->value('destination');
        // A worker died after it had deleted one file, before it said so.
        unlink("{$this->folder}/drive/{$file}");
        $task = Task::open($this->shoot, 'delete', 'Deleting', 'files', 1);
        (new DeleteCopies($task->id, ['drive', 'backup'], false))->handle();
        self::assertFileExists("{$this->folder}/backup/{$file}", 'the last copy that was really there went');
        self::assertSame(
            ['backup'],
            DB::table('copies')
                ->join('files', 'files.id', '=', 'copies.file_id')
                ->where('frame_id', $frame->id)
                ->pluck('place')
                ->all(),
        );
        self::assertSame('done', $task->refresh()->state->value);
    }

    public function test_a_sidecar_stays_as_long_as_a_picture_of_its_frame_stands_beside_it(): void
    {
        $this->pushCard('mara-long', 2, 11);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
        $frame = \App\Frames\Frame::query()
            ->whereHas('files', fn ($files) => $files->where('kind', 'raw'))
            ->firstOrFail();
        $this->caption(['headline' => 'Beside a pair']);
        $this->post("/shoots/{$this->shoot->id}/captions/sidecars")->assertSessionHasNoErrors();
        $sidecar = fn (string $place): ?string => DB::table('sidecars')
            ->where(['frame_id' => $frame->id, 'place' => $place])
            ->value('path');
        $path = (string) $sidecar('drive');
        self::assertFileExists("{$this->folder}/drive/{$path}");
        [$raw, $jpeg] = [
            $frame->files()->where('kind', 'raw')->firstOrFail(),
            $frame->files()->where('kind', 'jpeg')->firstOrFail(),
        ];
        // The copy of the raw file in the other place is no good, so the one on the drive is the last and stays there.
        DB::table('copies')
            ->where(['file_id' => $raw->id, 'place' => 'backup'])
            ->update(['hash' => str_repeat('0', 16)]);
        $this->step([$frame->id => ['verdict' => 'drop']]);
        $delete = fn (array $more) => $this->post("/shoots/{$this->shoot->id}/cull/dropped/delete", [
            'name' => 'Harbour day',
            'places' => ['drive'],
            ...$more,
        ])->assertSessionHasNoErrors();
        $delete([]);
        self::assertFileDoesNotExist("{$this->folder}/drive/{$jpeg->destination}");
        self::assertFileExists("{$this->folder}/drive/{$raw->destination}");
        self::assertSame($path, $sidecar('drive'));
        self::assertFileExists("{$this->folder}/drive/{$path}", 'the sidecar of the raw file went with the JPEG');
        $delete(['last' => '1']);
        self::assertFileDoesNotExist("{$this->folder}/drive/{$path}");
        self::assertNull($sidecar('drive'));
        self::assertNotNull($sidecar('backup'));
    }

    public function test_an_open_page_is_told_that_clocks_were_set_and_that_frames_left(): void
    {
        $this->copied(4);
        $address = "/shoots/{$this->shoot->id}/cull";
        $told = fn (): int => $this->getJson("{$address}/since/0")
            ->assertOk()
            ->json('arrangement');
        $frames = $this->frames();
        $this->postJson("{$address}/border", ['frame' => $frames[2]->id, 'kind' => 'split'])->assertOk();
        self::assertSame($before = $told(), $this->getJson("{$address}/frames")->json('arrangement'));
        $this->postJson("{$address}/fineness", ['fineness' => 90])->assertOk();
        self::assertSame($before, $told(), 'the slider puts no frame elsewhere');
        $this->post("/shoots/{$this->shoot->id}/clocks/{$frames[0]->body_id}", [
            'direction' => 'later',
            'seconds' => 5,
        ])->assertSessionHasNoErrors();
        self::assertNotSame($before, $later = $told());
        $this->step([$frames[3]->id => ['verdict' => 'drop']]);
        $this->post("{$address}/dropped/aside");
        self::assertNotSame($later, $told());
        $this->post("{$address}/dropped/back");
        self::assertSame($later, $told());
    }

    public function test_the_day_line_follows_the_marks(): void
    {
        $this->copied(3);
        $ticks = fn (): array => array_map(
            fn (string $said): int => preg_match(
                '/<path class="'.$said.'" d="([^"]*)"/',
                (string) $this->getJson("/shoots/{$this->shoot->id}/cull/coverage")->json('line'),
                $found,
            ) === 1
                ? substr_count($found[1], 'M')
                : -1,
            ['keep', 'drop', 'open'],
        );
        $before = $ticks();
        self::assertSame([0, 0], array_slice($before, 0, 2));
        [$first, $second] = [$this->frames()[0], $this->frames()[2]];
        $this->step([$first->id => ['verdict' => 'keep'], $second->id => ['verdict' => 'drop']]);
        self::assertSame([1, 1], array_slice($ticks(), 0, 2));
    }

    public function test_copies_on_which_a_file_of_another_card_rests_stay(): void
    {
        $this->copied(2);
        $frame = $this->frames()->firstOrFail();
        $file = (array) DB::table('files')->where('frame_id', $frame->id)->first();
        $resting = (int) $file['id'];
        DB::table('files')->insert([...array_diff_key($file, ['id' => 1, 'frame_id' => 1]), 'same_as_id' => $resting]);
        $this->step([$frame->id => ['verdict' => 'drop']]);
        $this->post("/shoots/{$this->shoot->id}/cull/dropped/delete", [
            'name' => 'Harbour day',
            'places' => ['drive', 'backup'],
            'last' => '1',
        ])->assertSessionHasNoErrors();
        foreach (['drive', 'backup'] as $place) {
            self::assertFileExists("{$this->folder}/{$place}/{$file['destination']}");
        }
    }

    public function test_two_who_come_first_at_once_begin_one_round(): void
    {
        $this->copied(1);
        DB::table('culls')->delete();
        Round::query()->delete();
        self::assertSame(Culling::of($this->shoot)->round, Culling::of($this->shoot)->round);
        DB::transaction(fn () => Culling::held($this->shoot)->next());
        self::assertSame([1, 1], [Round::query()->count(), Culling::of($this->shoot)->revision]);
    }

    /** @return iterable<string, array{mixed}> */
    public static function oddSteps(): iterable
    {
        yield 'nothing' => [null];
        yield 'no list' => ['all'];
        yield 'an empty one' => [[]];
        yield 'a step that is none' => [['x']];
        yield 'no identity' => [[['marks' => []]]];
        yield 'an identity that is none' => [[['id' => 'DROP TABLE', 'marks' => []]]];
        yield 'more steps than are taken' => [
            array_map(fn (int $n): array => ['id' => sprintf('00000000-0000-4000-8000-%012x', $n)], range(1, 501)),
        ];
    }

    #[DataProvider('oddSteps')]
    public function test_steps_that_are_none_are_refused(mixed $steps): void
    {
        $this->actingAs($this->member)
            ->postJson("/shoots/{$this->shoot->id}/cull/marks", ['steps' => $steps])
            ->assertStatus(422);
        self::assertSame(0, Step::query()->count());
    }

    public function test_marks_with_odd_parts_are_taken_as_far_as_they_can_be_read(): void
    {
        $this->copied(2);
        [$one, $two] = $this->frames()->modelKeys();
        $answer = $this->postJson("/shoots/{$this->shoot->id}/cull/marks", [
            'steps' => [
                [
                    'id' => (string) Str::uuid(),
                    'title' => ['x'],
                    'marks' => [
                        ['frame' => $one, 'verdict' => 'keep', 'given' => 1 << 40, 'saw' => 'x'],
                        ['frame' => 'x', 'verdict' => 'keep'],
                        'y',
                        ['frame' => $two, 'rating' => '5', 'verdict' => 'drop'],
                    ],
                ],
            ],
        ])
            ->assertOk()
            ->json();
        self::assertSame([[], []], [$answer['refused'], $answer['conflicts']]);
        self::assertSame(
            ['keep', 'drop'],
            $this->frames()->map(fn (Frame $frame): string => $frame->verdict->value)->all(),
        );
        self::assertSame([0, 0], $this->frames()->pluck('uses')->all());
        self::assertSame('A mark', Step::query()->sole()->title);
        // One mark of a step that cannot be: nothing of the step is done.
        $refused = $this->step([$one => ['verdict' => 'open'], $two => ['rating' => 9]]);
        self::assertStringContainsString('A rating is 0 to 5, not 9', (string) current((array) $refused['refused']));
        self::assertSame(
            ['keep', 'drop'],
            $this->frames()->map(fn (Frame $frame): string => $frame->verdict->value)->all(),
        );
    }
}
