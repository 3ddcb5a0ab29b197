<?php

declare(strict_types=1);

namespace Tests\Feature\Captions;

use App\Captions\ApplyBatch;
use App\Captions\Batch;
use App\Captions\FrameCaption;
use App\Captions\Sheet;
use App\Captions\SummariseBatch;
use App\Studio\Task;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/** What is done to many captions: sheets over sheets, looked over first, one step each, and back. */
final class CaptionBatchesTest extends FeatureTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('mara-wide', 6);
        $this->readCard('mara-wide');
    }

    /** @return list<array<string, string>> the captions in the order of the frames */
    private function captions(): array
    {
        $captions = FrameCaption::query()->get()->keyBy('frame_id');

        return $this->frames()->map(fn ($frame): array => $captions[$frame->id]->fields ?? [])->values()->all();
    }

    /** @param  array<string, mixed>  $fields */
    private function store(array $fields, string $query = ''): Batch
    {
        $this->post("/shoots/{$this->shoot->id}/captions{$query}", $fields)->assertSessionHasNoErrors();

        return Batch::query()->orderByDesc('id')->firstOrFail();
    }

    private function apply(Batch $batch): void
    {
        $this->post("/shoots/{$this->shoot->id}/captions/steps/{$batch->id}")->assertRedirect();
    }

    private function undo(Batch $batch): void
    {
        $this->post("/shoots/{$this->shoot->id}/captions/steps/{$batch->id}/undo")->assertRedirect();
    }

    public function test_the_figures_of_a_batch_are_counted_by_a_worker_with_progress(): void
    {
        $batch = $this->store(['headline' => 'New']);
        Queue::fake();
        $address = "/shoots/{$this->shoot->id}/captions/steps/{$batch->id}/summary";
        $this->get($address)
            ->assertSee('Looking through the frames')
            ->assertSee('0 of 6 frames')
            ->assertSee('hx-trigger="load', false);
        $task = Task::query()->orderByDesc('id')->firstOrFail();
        Queue::assertPushedOn(
            'urgent',
            SummariseBatch::class,
            fn (SummariseBatch $job): bool => $job->handle() === null,
        );
        $this->get("{$address}/{$task->id}")->assertSee('6</span> of 6 frames change', false);
        $this->get(
            "/shoots/{$this->shoot->id}/captions/steps/{$batch->id}/summary/".
                Task::open($this->shoot, 'summary', 'Another', 'frames')->id,
        )->assertNotFound();
    }

    public function test_studio_shoot_and_moment_go_over_each_other_and_the_frame_keeps_what_is_its_own(): void
    {
        $frames = $this->frames();
        $this->store([
            'level' => 'studio',
            'copyright' => '© {{year}} {{studio}}',
            'keywords' => 'rowing',
            'city' => 'Saltmarsh',
        ]);
        $this->store(['headline' => '{{moment}}', 'city' => 'Reedmouth']);
        $batch = $this->store([
            'level' => 'moment',
            'moment' => "{$frames[0]->taken_ms}-{$frames[2]->taken_ms}",
            'name' => 'Mist',
            'keywords' => 'river',
            'mode' => ['keywords' => 'add'],
        ]);
        // A moment's sheet is for its frames.
        self::assertSame(3, $batch->frames()->count());
        $this->post("/shoots/{$this->shoot->id}/captions/frames/{$frames[1]->id}", [
            'headline' => 'Alone on the river',
            'creator' => 'Mara Quill',
        ])->assertRedirect();
        self::assertSame(['headline'], FrameCaption::query()->findOrFail($frames[1]->id)->own);
        $this->apply($this->store(['headline' => '{{moment}}', 'city' => 'Reedmouth', 'mode' => ['city' => 'set']]));
        $captions = $this->captions();
        self::assertSame(
            [
                'headline' => 'Mist',
                'keywords' => 'rowing, river',
                'city' => 'Reedmouth',
                'creator' => 'Mara Quill',
                'copyright' => '© 2026 Quay Pictures',
            ],
            $captions[0],
        );
        self::assertSame('Alone on the river', $captions[1]['headline']);
        self::assertSame('rowing', $captions[4]['keywords']);
        self::assertMatchesRegularExpression('/^\d\d:\d\d(–\d\d:\d\d)?$/', $captions[5]['headline']);
        foreach (['studio', 'shoot', 'moment'] as $level) {
            $this->get("/shoots/{$this->shoot->id}/captions?level={$level}")->assertOk();
        }
        $this->get("/shoots/{$this->shoot->id}/captions")->assertSee('placeholder="Saltmarsh"', false);
    }

    public function test_what_changes_is_shown_frame_by_frame_with_old_and_new_before_anything_is_done(): void
    {
        $this->caption(['headline' => 'Old', 'city' => 'Saltmarsh']);
        $before = $this->captions();
        $batch = $this->store([
            'headline' => 'New {{number}}',
            'city' => 'Saltmarsh',
            'sublocation' => str_repeat('quay ', 10),
        ]);
        $page = $this->get("/shoots/{$this->shoot->id}/captions/steps/{$batch->id}")->assertOk();
        foreach ($this->frames() as $i => $frame) {
            $page->assertSee($frame->name)->assertSee('New '.($i + 1));
        }
        $page->assertSee('class="was">Old', false)->assertDontSee('class="was">Saltmarsh', false);
        $this->get("/shoots/{$this->shoot->id}/captions/steps/{$batch->id}/summary")
            ->assertSee('6</span> of 6 frames change', false)
            ->assertSee('Headline in 6')
            ->assertSee('Sublocation is cut in IIM in 6');
        self::assertSame($before, $this->captions(), 'looking over changed something');
        $this->apply($batch);
        self::assertSame('New 3', $this->captions()[2]['headline']);
        // Pressed a second time it is done no second time.
        $this->apply($batch);
        self::assertSame(
            1,
            Task::query()->where('title', $batch->title)->where('kind', 'captions')->where('total', 6)->count() - 1,
        );
    }

    public function test_each_step_is_taken_back_and_what_was_changed_since_stays(): void
    {
        $read = $this->captions();
        $first = $this->caption(['headline' => 'One', 'city' => 'Saltmarsh']);
        $second = $this->caption(['headline' => 'Two']);
        $frame = $this->frames()[2];
        $this->post("/shoots/{$this->shoot->id}/captions/frames/{$frame->id}", [
            'headline' => 'Mine',
            'city' => 'Saltmarsh',
            'creator' => 'Mara Quill',
        ]);
        $this->get("/shoots/{$this->shoot->id}/captions")
            ->assertSee('Last steps')
            ->assertSee('6 changed');
        $this->undo($second);
        self::assertSame(['One', 'One', 'Mine', 'One', 'One', 'One'], array_column($this->captions(), 'headline'));
        $this->undo(Batch::query()->orderByDesc('id')->firstOrFail());
        $this->undo($first);
        $this->undo($first);
        self::assertSame('undone', $first->refresh()->state);
        foreach ($this->captions() as $i => $caption) {
            // The step in between was taken back around the frame's own words, which have nothing behind them now.
            self::assertSame($i === 2 ? 'Two' : null, $caption['headline'] ?? null);
            self::assertSame($read[$i]['creator'], $caption['creator']);
        }
    }

    public function test_a_batch_that_is_broken_off_goes_on_where_it_was_and_does_nothing_twice(): void
    {
        $batch = $this->store(['headline' => 'New', 'keywords' => 'a', 'mode' => ['keywords' => 'add']]);
        $task = Task::open($this->shoot, 'captions', 'Filling in', 'frames', 6);
        // As though a worker had died after two frames.
        $frames = $this->frames();
        foreach ([0, 1] as $i) {
            DB::table('caption_changes')->insert([
                'batch_id' => $batch->id,
                'frame_id' => $frames[$i]->id,
                'before' => '{"fields":[],"own":[]}',
                'after' => '{"fields":{"headline":"New"},"own":[]}',
            ]);
        }
        (new ApplyBatch($task->id, $batch->id))->handle();
        self::assertSame(
            [null, null, 'New', 'New', 'New', 'New'],
            array_map(fn (array $caption): ?string => $caption['headline'] ?? null, $this->captions()),
        );
        self::assertSame(['done', 6], [$batch->refresh()->state, $batch->changed()]);
        // Stopped half-way, what was done can be taken back.
        $other = $this->store(['headline' => 'Other']);
        $task = Task::open($this->shoot, 'captions', 'Filling in', 'frames', 6);
        $task->stop();
        (new ApplyBatch($task->id, $other->id))->handle();
        self::assertSame('New', $this->captions()[3]['headline']);
    }

    public function test_texts_are_found_and_replaced_over_the_frames_that_are_meant(): void
    {
        $this->caption(['headline' => 'Heat at {{time}}', 'keywords' => 'heat, rowing']);
        $frames = $this->frames();
        $this->post("/shoots/{$this->shoot->id}/captions/replace?to={$frames[2]->taken_ms}", [
            'find' => 'heat',
            'with' => 'Race',
            'in' => ['headline', 'keywords'],
            'word' => '1',
        ])->assertRedirect();
        $batch = Batch::query()->orderByDesc('id')->firstOrFail();
        $this->get("/shoots/{$this->shoot->id}/captions/steps/{$batch->id}")
            ->assertSee('Race at')
            ->assertSee('Replacing “heat” by “Race”');
        $this->apply($batch);
        self::assertSame(
            [true, true, true, false, false, false],
            array_map(
                fn (array $caption): bool => str_starts_with($caption['headline'], 'Race at') &&
                    $caption['keywords'] === 'Race, rowing',
                $this->captions(),
            ),
        );
        foreach (
            [
                [['find' => ''], 'find'],
                [['find' => 'x'], 'in'],
                [['find' => 'x', 'in' => ['nothing']], 'in.0'],
                [['find' => 'x', 'in' => ['headline'], 'with' => "a\0b"], 'with'],
            ] as [$fields, $field]
        ) {
            $this->post("/shoots/{$this->shoot->id}/captions/replace", $fields)->assertSessionHasErrors($field);
        }
    }

    public function test_chosen_fields_of_one_frame_are_pasted_to_others(): void
    {
        $frames = $this->frames();
        $this->post("/shoots/{$this->shoot->id}/captions/frames/{$frames[0]->id}", [
            'headline' => 'The start',
            'city' => 'Saltmarsh',
            'persons' => 'Ada Fenn',
            'creator' => 'Mara Quill',
        ]);
        $this->get("/shoots/{$this->shoot->id}/captions/frames/{$frames[0]->id}")
            ->assertSee('The start')
            ->assertSee('Paste to 6 frames')
            ->assertSee('camera said');
        $this->post("/shoots/{$this->shoot->id}/captions/paste?from={$frames[3]->taken_ms}", [
            'from' => $frames[0]->id,
            'fields' => ['headline', 'persons'],
        ])->assertRedirect();
        $this->apply(Batch::query()->orderByDesc('id')->firstOrFail());
        self::assertSame(
            ['The start', null, null, 'The start', 'The start', 'The start'],
            array_map(fn (array $caption): ?string => $caption['headline'] ?? null, $this->captions()),
        );
        self::assertArrayNotHasKey('city', $this->captions()[3]);
        $this->post("/shoots/{$this->shoot->id}/captions/paste", ['from' => $frames[0]->id])->assertSessionHasErrors(
            'fields',
        );
        $this->post("/shoots/{$this->shoot->id}/captions/paste", [
            'from' => 999_999,
            'fields' => ['city'],
        ])->assertNotFound();
    }

    /** @return iterable<string, array{array<string, mixed>, string, string}> */
    public static function nonsense(): iterable
    {
        yield 'a placeholder that does not exist' => [
            ['headline' => '{{nobody}}'],
            'headline',
            'There is no placeholder',
        ];
        yield 'a placeholder that does not end' => [['description' => 'At {{time'], 'description', 'not closed'];
        yield 'forty thousand characters' => [['headline' => str_repeat('x', 40_000)], 'headline', '40,000 characters'];
        yield 'a null byte' => [['city' => "a\0b"], 'city', 'no text'];
        yield 'a lone surrogate' => [['title' => "a\xED\xA0\x80"], 'title', 'no text'];
        yield 'no country' => [['country_code' => 'England'], 'country_code', 'two or three letters'];
        yield 'a list where a text belongs' => [['headline' => ['x']], 'headline', 'not a list'];
        yield 'a way that does not exist' => [
            ['headline' => 'x', 'mode' => ['headline' => 'burn']],
            'mode.headline',
            'invalid',
        ];
        yield 'a sheet to be saved without a name' => [
            ['headline' => 'x', 'level' => 'saved'],
            'name',
            'Give the sheet a name',
        ];
    }

    /** @param  array<string, mixed>  $fields */
    #[DataProvider('nonsense')]
    public function test_nonsense_is_refused_at_its_field_and_nothing_is_half_done(
        array $fields,
        string $field,
        string $words,
    ): void {
        $before = $this->captions();
        $this->post("/shoots/{$this->shoot->id}/captions", ['credit' => 'Kept?', ...$fields])->assertSessionHasErrors(
            $field,
        );
        self::assertStringContainsString($words, (string) session('errors')?->first($field));
        self::assertSame([$before, 0, 0], [$this->captions(), Sheet::query()->count(), Batch::query()->count()]);
    }

    /** The preview follows what is typed, and may be asked for between a form and the page that answers it. */
    public function test_an_error_waits_for_its_page_while_parts_of_pages_are_asked_for(): void
    {
        $this->get("/shoots/{$this->shoot->id}/captions");
        $this->post("/shoots/{$this->shoot->id}/captions", ['headline' => '{{nobody}}'])->assertSessionHasErrors(
            'headline',
        );
        $this->post(
            "/shoots/{$this->shoot->id}/captions/preview",
            ['headline' => 'x'],
            ['HX-Request' => 'true'],
        )->assertOk();
        $this->getJson("/shoots/{$this->shoot->id}/captions/lists/words?q=a")->assertOk();
        $this->get("/shoots/{$this->shoot->id}/captions")
            ->assertSee('There is no placeholder')
            ->assertSee('{{nobody}}');
        $this->get("/shoots/{$this->shoot->id}/captions")->assertDontSee('There is no placeholder');
    }

    public function test_texts_of_all_kinds_are_kept_as_they_were_typed(): void
    {
        $frame = $this->frames()[0];
        $texts = [
            'headline' => 'מרוץ — سباق ]]>',
            'description' => "👩‍👩‍👧‍👦 e\u{301}\nsecond line",
            'keywords' => '"Fenn, Ada", Fluß',
            'city' => '<b>&amp;',
        ];
        // As a browser sends lines.
        $this->post(
            "/shoots/{$this->shoot->id}/captions/frames/{$frame->id}",
            str_replace("\n", "\r\n", $texts),
        )->assertSessionHasNoErrors();
        self::assertSame($texts, FrameCaption::query()->findOrFail($frame->id)->fields);
        $this->get("/shoots/{$this->shoot->id}/captions/frames/{$frame->id}")
            ->assertSee('<b>&amp;')
            ->assertSee($texts['headline']);
    }

    public function test_sheets_are_saved_by_name_and_taken_again_in_another_shoot(): void
    {
        $this->post("/shoots/{$this->shoot->id}/captions", [
            'level' => 'saved',
            'name' => 'Club days',
            'headline' => '{{shoot}}: {{moment}}',
            'keywords' => 'rowing',
            'mode' => ['keywords' => 'add'],
        ])->assertRedirect();
        $sheet = Sheet::query()->where('level', 'saved')->sole();
        $other = $this->studio
            ->shoots()
            ->create(['name' => 'Second', 'zone' => 'Europe/London', 'held_on' => '2026-09-06']);
        $this->get("/shoots/{$other->id}/captions?saved={$sheet->id}")
            ->assertSee('{{shoot}}: {{moment}}')
            ->assertSee('Club days');
        // Saved again under the name, it is the same sheet.
        $this->post("/shoots/{$other->id}/captions", [
            'level' => 'saved',
            'name' => 'Club days',
            'headline' => 'Other',
        ]);
        self::assertSame('Other', Sheet::query()->where('level', 'saved')->sole()->fields['headline']);
        $this->get("/shoots/{$other->id}/captions")->assertSee('is saved for all shoots');
        [, $stranger, $theirs] = $this->newStudio('River Pictures', 'other@river.example');
        $this->actingAs($stranger)
            ->get("/shoots/{$theirs->id}/captions?saved={$sheet->id}")
            ->assertOk()
            ->assertDontSee('Club days');
        $this->delete("/shoots/{$theirs->id}/captions/sheets/{$sheet->id}")->assertNotFound();
        $this->actingAs($this->member)
            ->delete("/shoots/{$this->shoot->id}/captions/sheets/{$sheet->id}")
            ->assertRedirect();
        self::assertSame(0, Sheet::query()->where('level', 'saved')->count());
    }

    public function test_what_the_studio_wants_filled_in_is_pointed_out(): void
    {
        $this->post("/shoots/{$this->shoot->id}/captions/lists/wishes", [
            'code_sign' => '=',
            'required' => ['headline', 'city'],
            'writes_sidecars' => '1',
        ])->assertSessionHasNoErrors();
        $this->post("/shoots/{$this->shoot->id}/captions/preview", ['headline' => 'x'], ['HX-Request' => 'true'])
            ->assertSee('The studio wants City filled in')
            ->assertDontSee('wants Headline');
        $batch = $this->store(['headline' => 'x']);
        $this->get("/shoots/{$this->shoot->id}/captions/steps/{$batch->id}/summary")->assertSee(
            'City, which the studio wants, stays empty in 6 frames',
        );
        foreach (
            [['code_sign' => 'a'], ['code_sign' => '{{'], ['code_sign' => '@@@@'], ['required' => ['nothing']]] as $wish
        ) {
            $this->post("/shoots/{$this->shoot->id}/captions/lists/wishes", $wish)->assertSessionHasErrors();
        }
        self::assertSame('=', $this->studio->refresh()->code_sign);
    }

    public function test_steps_and_frames_of_others_do_not_exist(): void
    {
        $batch = $this->caption(['headline' => 'One']);
        $frame = $this->frames()[0];
        $second = $this->studio
            ->shoots()
            ->create(['name' => 'Second', 'zone' => 'Europe/London', 'held_on' => '2026-09-06']);
        $this->get("/shoots/{$second->id}/captions/steps/{$batch->id}")->assertNotFound();
        $this->get("/shoots/{$second->id}/captions/frames/{$frame->id}")->assertNotFound();
        [, $stranger, $theirs] = $this->newStudio('River Pictures', 'other@river.example');
        foreach (
            [
                "/shoots/{$theirs->id}/captions/steps/{$batch->id}/undo",
                "/shoots/{$this->shoot->id}/captions/steps/{$batch->id}/undo",
                "/shoots/{$theirs->id}/captions/frames/{$frame->id}",
            ] as $address
        ) {
            $this->actingAs($stranger)->post($address)->assertNotFound();
        }
        self::assertSame('done', $batch->refresh()->state);
    }

    public function test_single_frames_are_chosen_tile_by_tile(): void
    {
        $page = "/shoots/{$this->shoot->id}/captions";
        $frames = $this->frames();
        $tiles = $this->actingAs($this->member)
            ->get("{$page}/tiles?verdict=all")
            ->assertOk();
        self::assertSame($frames->count(), substr_count((string) $tiles->getContent(), 'data-tick-frame'));
        $this->get("{$page}/tiles?page=9")
            ->assertOk()
            ->assertDontSee('data-tick-frame');
        $chosen = [(string) $frames[0]->id, (string) $frames[2]->id];
        [, , $elsewhere] = $this->newStudio('Elsewhere', 'elsewhere@quay.example');
        foreach (
            [
                $page => ['headline' => 'Chosen'],
                "{$page}/replace" => ['find' => 'Chosen', 'with' => 'Picked', 'in' => ['headline']],
            ] as $address => $said
        ) {
            $this->post("{$address}?verdict=all", [
                ...$said,
                'frames' => [...$chosen, '999999999', ['deep']],
            ])->assertSessionHasNoErrors();
            $batch = Batch::query()->where('shoot_id', $this->shoot->id)->orderByDesc('id')->firstOrFail();
            self::assertSame($chosen, array_map(strval(...), $batch->frames()->pluck('frames.id')->all()));
            $this->post("{$page}/steps/{$batch->id}")->assertRedirect("{$page}?verdict=all");
        }
        self::assertSame(
            ['Picked', '', 'Picked'],
            array_map(
                fn (\App\Frames\Frame $frame): string => FrameCaption::query()
                    ->find($frame->id)
                    ?->caption()
                    ->text(\Kanpai\Core\Frames\Caption\Field::Headline) ?? '',
                $frames->take(3)->all(),
            ),
        );
        $this->post($page, ['headline' => 'x', 'frames' => ['999999999']])->assertSessionHasErrors('frames');
        $this->get("/shoots/{$elsewhere->id}/captions/tiles")->assertNotFound();
    }
}
