<?php

declare(strict_types=1);

namespace Tests\Feature\Studio;

use App\Captions\FrameCaption;
use App\Cull\Step;
use Illuminate\Support\Str;
use Kanpai\Core\Frames\Verdict;
use Tests\Feature\FeatureTestCase;

/** Clocks, captions and culling on frames of two bodies. */
final class StagesTest extends FeatureTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('ivo', 6);
        $this->pushCard('mara-wide', 5);
    }

    public function test_a_clock_moves_the_frames_of_its_body_and_a_later_card_follows(): void
    {
        $this->readCard('ivo');
        $body = $this->frames()->first()->body_id;
        $before = $this->frames()->pluck('taken_ms', 'id')->all();
        $said = [
            'direction' => 'later',
            'days' => '0',
            'hours' => '0',
            'minutes' => '3',
            'seconds' => '17',
            'drift' => '0',
        ];

        $this->post("/shoots/{$this->shoot->id}/clocks/{$body}/try", $said)
            ->assertOk()
            ->assertJson(['words' => '+ 3 min 17 s', 'moved' => 6]);
        self::assertSame($before, $this->frames()->pluck('taken_ms', 'id')->all(), 'trying moved frames');

        $this->post("/shoots/{$this->shoot->id}/clocks/{$body}", $said)->assertRedirect();
        self::assertSame(
            array_map(fn (int $ms): int => $ms + 197_000, $before),
            $this->frames()->pluck('taken_ms', 'id')->all(),
        );

        // Six more frames came onto the card since, which is in another slot now.
        rename("{$this->folder}/rack/ivo", "{$this->folder}/rack/first");
        $this->pushCard('ivo', 12);
        $this->readCard('ivo');
        foreach ($this->frames() as $frame) {
            self::assertSame($frame->camera_ms - 3_600_000 + 197_000, $frame->taken_ms);
        }
        self::assertCount(12, $this->frames());
    }

    public function test_a_sheet_is_applied_to_the_frames_that_are_meant_and_written_beside_their_copies(): void
    {
        $this->copyCard($this->readCard('mara-wide'), 'Mara Quill');
        $frames = $this->frames();
        $frames[1]->update(['verdict' => Verdict::Keep, 'rating' => 4]);
        $this->caption(['description' => '{{shoot}} by {{shooter}}', 'creator' => '{{shooter}}'], '?verdict=keep');

        self::assertSame([$frames[1]->id], FrameCaption::query()->where('tells', true)->pluck('frame_id')->all());
        self::assertSame(
            'Harbour day by Mara Quill',
            FrameCaption::query()->where('tells', true)->sole()->fields['description'],
        );
        foreach (['drive', 'backup'] as $place) {
            $sidecars = array_filter(
                array_keys($this->tree("{$this->folder}/{$place}")),
                fn (string $path): bool => str_ends_with($path, '.xmp'),
            );
            self::assertCount(1, $sidecars);
            self::assertStringContainsString(
                '<xmp:Rating>4</xmp:Rating>',
                (string) file_get_contents("{$this->folder}/{$place}/".array_values($sidecars)[0]),
            );
        }
        $this->post("/shoots/{$this->shoot->id}/captions", ['headline' => '{{nobody}}'])->assertSessionHasErrors(
            'headline',
        );

        // A new rating leaves the sidecar behind, and it can be written again.
        $this->mark($frames[1]->id, ['rating' => 2]);
        $this->get("/shoots/{$this->shoot->id}/captions")->assertSee('1 of 1 sidecars are behind');
        $this->post("/shoots/{$this->shoot->id}/captions/sidecars");
        $this->get("/shoots/{$this->shoot->id}/captions")->assertSee('up to date');
    }

    public function test_a_mark_counts_once_however_often_it_comes_and_can_be_taken_back(): void
    {
        $this->readCard('ivo');
        $frame = $this->frames()->first();
        $id = $this->mark($frame->id, ['verdict' => 'keep']);
        $this->mark($frame->id, ['verdict' => 'keep'], $id);
        self::assertSame(1, Step::query()->count());
        $second = $this->mark($frame->id, ['rating' => 5]);
        self::assertSame([Verdict::Keep, 5], [$frame->refresh()->verdict, $frame->rating]);

        $this->takeBack($second);
        self::assertSame([Verdict::Keep, 0], [$frame->refresh()->verdict, $frame->rating]);
        $this->takeBack($id);
        $this->takeBack($id);
        self::assertSame(Verdict::Open, $frame->refresh()->verdict);
        self::assertSame(2, Step::query()->count(), 'a mark was lost');
    }

    public function test_marks_in_other_words_or_on_frames_of_others_change_nothing(): void
    {
        $this->readCard('ivo');
        $frame = $this->frames()->first();
        $this->postJson("/shoots/{$this->shoot->id}/cull/marks", [
            'steps' => [
                ['id' => (string) Str::uuid(), 'marks' => [['frame' => $frame->id, 'rating' => 9]]],
                ['id' => (string) Str::uuid(), 'marks' => [['frame' => $frame->id + 100_000, 'verdict' => 'drop']]],
            ],
        ])
            ->assertOk()
            ->assertJsonCount(1, 'refused')
            ->assertJsonPath('gone', [$frame->id + 100_000]);
        $this->postJson("/shoots/{$this->shoot->id}/cull/marks", ['steps' => [['id' => 'x']]])->assertStatus(422);
        self::assertSame(Verdict::Open, $frame->refresh()->verdict);

        [, $stranger, $other] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->actingAs($stranger)
            ->postJson("/shoots/{$other->id}/cull/marks", [
                'steps' => [['id' => (string) Str::uuid(), 'marks' => [['frame' => $frame->id, 'verdict' => 'drop']]]],
            ])
            ->assertOk();
        self::assertSame(Verdict::Open, $frame->refresh()->verdict);
    }

    public function test_the_frames_come_in_the_merged_order_with_few_queries(): void
    {
        $this->readCard('ivo');
        $this->readCard('mara-wide');
        $queries = 0;
        \DB::listen(function () use (&$queries): void {
            $queries++;
        });
        $rows = $this->get("/shoots/{$this->shoot->id}/cull/frames")
            ->assertOk()
            ->json('frames');
        self::assertCount(11, $rows);
        $times = array_column($rows, 1);
        self::assertSame($times, [...collect($times)->sort()]);
        self::assertLessThanOrEqual(21, $queries);
    }

    /** @param  array<string, mixed>  $said */
    private function mark(int $frame, array $said, ?string $id = null): string
    {
        return $this->step([$frame => $said], $id === null ? [] : ['id' => $id])['id'];
    }

    private function takeBack(string $id): void
    {
        $this->step([], ['id' => $id, 'takeBack' => true]);
    }
}
