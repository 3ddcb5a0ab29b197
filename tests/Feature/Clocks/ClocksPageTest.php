<?php

declare(strict_types=1);

namespace Tests\Feature\Clocks;

use App\Clocks\BodyClock;
use App\Clocks\ClockChange;
use App\Clocks\ClockWork;
use App\Clocks\FrameTie;
use App\Clocks\LaneTable;
use App\Clocks\SuggestClock;
use App\Frames\Body;
use App\Imaging\PictureMeasures;
use App\Imaging\PictureReader;
use App\Studio\Member;
use App\Studio\Task;
use Illuminate\Support\Facades\Queue;
use Illuminate\Testing\TestResponse;
use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\MergedOrder;
use Kanpai\Core\Clocks\Offset;
use Kanpai\Core\Clocks\ScopedClock;
use Kanpai\Core\Imaging\DifferenceHash;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/** Trying a clock before it is used, using it and taking it back, with bodies of the demo that saw the same heats. */
final class ClocksPageTest extends FeatureTestCase
{
    private Body $wide;

    private Body $ivo;

    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('ivo', 12);
        $this->pushCard('mara-wide', 14);
        $this->readCard('ivo');
        $this->readCard('mara-wide');
        $this->wide = Body::query()->where('serial', 'H6-204530')->firstOrFail();
        $this->ivo = Body::query()->where('serial', 'CM2-77810')->firstOrFail();
    }

    /** @param  array<string, mixed>  $clock */
    private function use(Body $body, array $clock): TestResponse
    {
        return $this->post("/shoots/{$this->shoot->id}/clocks/{$body->id}", ['direction' => 'later', ...$clock]);
    }

    /** @param  array<string, mixed>  $clock */
    private function try(Body $body, array $clock): TestResponse
    {
        return $this->postJson("/shoots/{$this->shoot->id}/clocks/{$body->id}/try", [
            'direction' => 'later',
            ...$clock,
        ]);
    }

    /** @return array<int, int> */
    private function times(): array
    {
        return $this->frames()->pluck('taken_ms', 'id')->sortKeys()->all();
    }

    public function test_the_count_of_frames_that_change_place_is_the_one_that_comes_true(): void
    {
        $clock = ScopedClock::everywhere(Clock::of(Offset::of(false, 0, 1, 0, 0.0)));
        $before = $this->times();
        $tried = app(ClockWork::class)->tried($this->shoot, $this->wide->id, $clock);
        self::assertSame($before, $this->times(), 'trying moved frames');
        app(ClockWork::class)->set($this->shoot, $this->wide->id, $clock);
        self::assertSame(MergedOrder::changedPlaces($before, $this->times()), $tried['changed']);
        self::assertGreaterThan(0, $tried['changed']);
        self::assertSame([14, 26], [$tried['moved'], $tried['all']]);
        self::assertSame(
            array_intersect_key($this->times(), $tried['after']),
            array_replace(array_intersect_key($this->times(), $tried['after']), $tried['after']),
        );
    }

    public function test_using_a_clock_leads_to_the_next_body_that_nobody_looked_at(): void
    {
        $this->use($this->ivo, ['minutes' => '3', 'seconds' => '17'])->assertRedirect(
            "/shoots/{$this->shoot->id}/clocks?body={$this->wide->id}",
        );
        $this->get("/shoots/{$this->shoot->id}/clocks")->assertSee('1 to check');
        $this->use($this->wide, ['hours' => '1']);
        $this->get("/shoots/{$this->shoot->id}/clocks")
            ->assertSee('2 set')
            ->assertSee('+ 3 min 17 s')
            ->assertSee('+ 1 h');
    }

    public function test_a_clock_counts_from_the_readings_and_each_step_can_be_taken_back(): void
    {
        $read = $this->times();
        $stood = [];
        foreach (['2', '1', '3'] as $hours) {
            $stood[] = $this->times();
            $this->use($this->wide, ['hours' => $hours]);
        }
        self::assertSame(1, BodyClock::query()->count());
        foreach ($this->frames()->where('body_id', $this->wide->id) as $frame) {
            // The body wrote no zone: London, in summer an hour east of UTC.
            self::assertSame($frame->camera_ms + 3 * 3_600_000 - 3_600_000, $frame->taken_ms);
        }
        $this->get("/shoots/{$this->shoot->id}/clocks?body={$this->wide->id}")
            ->assertSee('Undo the last step')
            ->assertSee('+ 3 h');
        foreach (array_reverse($stood) as $times) {
            $this->post("/shoots/{$this->shoot->id}/clocks/back")->assertRedirect();
            self::assertSame($times, $this->times());
        }
        self::assertSame($read, $this->times());
        self::assertSame(0, BodyClock::query()->count());
        $this->post("/shoots/{$this->shoot->id}/clocks/back")->assertSessionHas(
            'message',
            'There is nothing to undo.',
        );
        self::assertSame(3, ClockChange::query()->whereNotNull('undone_at')->count());
    }

    public function test_a_drift_is_taken_out_frame_by_frame(): void
    {
        $first = $this->frames()->firstWhere('body_id', $this->wide->id);
        $right = gmdate('Y-m-d H:i:s', intdiv($first->camera_ms, 1000));
        $this->use($this->wide, ['drift' => '43.2', 'right_at' => $right])->assertSessionHasNoErrors();
        $last = $this->frames()->where('body_id', $this->wide->id)->last();
        $span = $last->camera_ms - intdiv($first->camera_ms, 1000) * 1000;
        // 43.2 s a day is one in two thousand.
        self::assertEqualsWithDelta(
            $span / 1.0005,
            $last->taken_ms + 3_600_000 - intdiv($first->camera_ms, 1000) * 1000,
            1.0,
        );
    }

    public function test_a_body_that_is_right_is_said_to_be_so(): void
    {
        $before = $this->times();
        $this->use($this->wide, [])->assertRedirect();
        self::assertSame($before, $this->times());
        $this->get("/shoots/{$this->shoot->id}/clocks")
            ->assertSee('right as it is')
            ->assertSee('1 to check');
    }

    public function test_a_clock_can_be_limited_to_a_card_or_to_a_span_and_the_closest_one_holds(): void
    {
        $frames = $this->frames()->where('body_id', $this->ivo->id)->sortBy('camera_ms')->values();
        $reading = fn (int $ms): string => gmdate('Y-m-d H:i:s', intdiv($ms, 1000));
        // It was set right before the seventh frame.
        $noon = $frames[6]->camera_ms;
        $this->use($this->ivo, ['minutes' => '3', 'seconds' => '17']);
        $this->use($this->ivo, ['from' => $reading($noon)])->assertSessionHasNoErrors();
        $moved = $this->frames()
            ->where('body_id', $this->ivo->id)
            ->mapWithKeys(fn ($frame): array => [$frame->id => $frame->taken_ms - $frame->camera_ms + 3_600_000]);
        foreach ($frames as $i => $frame) {
            self::assertSame(
                $frame->camera_ms < intdiv($noon, 1000) * 1000 ? 197_000 : 0,
                $moved[$frame->id],
                (string) $i,
            );
        }
        $page = $this->get("/shoots/{$this->shoot->id}/clocks?body={$this->ivo->id}")
            ->assertSee('readings from '.$reading($noon))
            ->assertSee('all frames');
        $this->use($this->ivo, ['card' => (string) $frames[0]->card_id, 'seconds' => '5']);
        self::assertSame(
            5000,
            $this->frames()->firstWhere('id', $frames[0]->id)->taken_ms - $frames[0]->camera_ms + 3_600_000,
        );
        // A later card of the body follows the clock of the body, not that of the other card.
        rename("{$this->folder}/rack/ivo", "{$this->folder}/rack/first");
        $this->pushCard('ivo', 3, 30);
        $card = $this->readCard('ivo');
        foreach ($card->frames as $frame) {
            self::assertSame($frame->camera_ms < $noon ? 197_000 : 0, $frame->taken_ms - $frame->camera_ms + 3_600_000);
        }
        $span = BodyClock::query()->whereNotNull('from_ms')->firstOrFail();
        $this->delete("/shoots/{$this->shoot->id}/clocks/set/{$span->id}")->assertRedirect();
        self::assertSame(197_000, $card->frames()->first()->taken_ms - $card->frames()->first()->camera_ms + 3_600_000);
        $page->assertOk();
    }

    public function test_the_zone_a_body_was_set_to_comes_first(): void
    {
        $this->use($this->wide, ['zone' => '+02:00'])->assertSessionHasNoErrors();
        $frame = $this->frames()->firstWhere('body_id', $this->wide->id);
        self::assertSame($frame->camera_ms - 2 * 3_600_000, $frame->taken_ms);
        $this->get("/shoots/{$this->shoot->id}/clocks?body={$this->wide->id}")->assertSee('set to +02:00');
    }

    public function test_readings_of_the_hour_that_happened_twice_are_pointed_out(): void
    {
        $this->shoot->update(['held_on' => '2026-10-25']);
        // As though the camera had shown 01:30 in the night in which London goes back.
        $this->wide
            ->newQuery()
            ->getConnection()
            ->update('UPDATE frames SET camera_ms = ? WHERE body_id = ?', [1_792_891_800_000, $this->wide->id]);
        self::assertSame('2026-10-25 01:30', gmdate('Y-m-d H:i', 1_792_891_800));
        $this->try($this->wide, [])
            ->assertOk()
            ->assertJson(['twice' => 14, 'never' => 0]);
        $this->try($this->wide, ['zone' => '+01:00'])->assertJson(['twice' => 0]);
    }

    /** @return iterable<string, array{array<string, string>, string, string}> */
    public static function nonsense(): iterable
    {
        yield 'below zero' => [['minutes' => '-3'], 'minutes', 'whole number from 0'];
        yield 'no number' => [['seconds' => 'x'], 'seconds', 'Seconds must be a number'];
        yield 'drift of a minute a day and more' => [
            ['drift' => '60.5', 'right_at' => '10:00'],
            'drift',
            'More than 60 is no clock',
        ];
        yield 'drift from no time' => [['drift' => '2'], 'right_at', 'Say when the clock was right'];
        yield 'drift from nonsense' => [['drift' => '2', 'right_at' => 'six o’clock'], 'right_at', 'is no time'];
        yield 'a zone that does not exist' => [['zone' => 'Moon/Tranquility'], 'zone', 'There is no time zone'];
        yield 'a span that ends first' => [['from' => '12:00:00', 'to' => '11:00:00'], 'to', 'ends before it begins'];
        yield 'a card of somebody else' => [['card' => '999999'], 'card', 'does not belong'];
        yield 'another year' => [['days' => '400'], 'days', 'would send 14 frames to 2027; the shoot was in 2026'];
        yield 'too far for any clock' => [['days' => '36500', 'hours' => '10000'], 'seconds', 'hundred years'];
    }

    /** @param  array<string, string>  $clock */
    #[DataProvider('nonsense')]
    public function test_a_clock_that_makes_no_sense_is_refused_at_its_field_and_nothing_is_changed(
        array $clock,
        string $field,
        string $words,
    ): void {
        $before = $this->times();
        $this->use($this->wide, $clock)->assertSessionHasErrors($field);
        $this->try($this->wide, $clock)->assertStatus(422)->assertJsonValidationErrorFor($field)->assertSee($words);
        self::assertSame([$before, 0, 0], [$this->times(), BodyClock::query()->count(), ClockChange::query()->count()]);
    }

    public function test_a_tie_of_two_frames_gives_the_offset_and_is_seen_from_both_bodies(): void
    {
        $this->use($this->ivo, ['minutes' => '3', 'seconds' => '17']);
        $mine = $this->frames()->firstWhere('body_id', $this->wide->id);
        $theirs = $this->frames()->firstWhere('body_id', $this->ivo->id);
        $this->postJson("/shoots/{$this->shoot->id}/clocks/ties", [
            'frame' => $mine->id,
            'other' => $theirs->id,
        ])->assertOk();
        $ties = fn (Body $body): TestResponse => $this->post("/shoots/{$this->shoot->id}/clocks/{$body->id}/ties", [
            'direction' => 'later',
        ]);
        $gap = Offset::ofMilliseconds($theirs->taken_ms - $mine->taken_ms);
        $ties($this->wide)
            ->assertOk()
            ->assertSee('Take '.$gap)
            ->assertSee('One tie gives the offset')
            ->assertSee($theirs->name);
        // Used, the tie asks the other body for nothing more than it has.
        ['days' => $days, 'hours' => $hours, 'minutes' => $minutes, 'seconds' => $seconds] = $gap->parts();
        $this->use($this->wide, [
            'direction' => $gap->isEarlier() ? 'earlier' : 'later',
            'days' => $days,
            'hours' => $hours,
            'minutes' => $minutes,
            'seconds' => $seconds,
        ]);
        $ties($this->ivo)->assertSee('Take + 3 min 17 s');
        $this->delete('/clocks/ties/'.FrameTie::query()->sole()->id)->assertOk();
        $ties($this->ivo)->assertSee('None yet');
    }

    public function test_typed_times_make_ties_whose_worst_is_marked(): void
    {
        $frames = $this->frames()->where('body_id', $this->wide->id)->values();
        // The body shows an hour less than it should: what it should have shown, in London, missed by 0, 2 and 0 s.
        foreach ([0 => 0, 6 => 2000, 13 => 0] as $i => $off) {
            $this->postJson("/shoots/{$this->shoot->id}/clocks/ties", [
                'frame' => $frames[$i]->id,
                'time' => gmdate('Y-m-d H:i:s', intdiv($frames[$i]->camera_ms + 3_600_000 + $off, 1000)).
                    sprintf('.%03d', $frames[$i]->camera_ms % 1000),
                'note' => 'start list',
            ])->assertOk();
        }
        $page = (string) $this->post("/shoots/{$this->shoot->id}/clocks/{$this->wide->id}/ties", [
            'direction' => 'later',
        ])
            ->assertSee('By least squares over 3 ties')
            ->assertSee('start list')
            ->getContent();
        self::assertSame(1, substr_count($page, 'the worst'));
        self::assertSame(1, preg_match('/is-worst.*?'.$frames[6]->name.'/s', $page));
        // Seconds of residual, with their sign: they add up to nothing.
        preg_match_all('/class="nowrap">([+−]?)(\d+\.\d\d) s/u', $page, $m, PREG_SET_ORDER);
        self::assertCount(3, $m);
        self::assertEqualsWithDelta(
            0.0,
            array_sum(array_map(fn (array $one): float => ($one[1] === '−' ? -1 : 1) * (float) $one[2], $m)),
            0.03,
        );
        // A contradiction is named, and nothing is offered.
        $this->postJson("/shoots/{$this->shoot->id}/clocks/ties", ['frame' => $frames[3]->id, 'time' => '23:00:00']);
        $this->post("/shoots/{$this->shoot->id}/clocks/{$this->wide->id}/ties", ['direction' => 'later'])
            ->assertSee('contradict each other')
            ->assertDontSee('data-fill', false);
    }

    public function test_ties_that_tie_nothing_are_refused(): void
    {
        [$one, $two] = $this->frames()->where('body_id', $this->wide->id)->values()->all();
        $cases = [
            [['frame' => $one->id, 'other' => $one->id], 'other', 'tied to itself'],
            [['frame' => $one->id, 'other' => $two->id], 'other', 'of the same body'],
            [['frame' => $one->id, 'time' => 'noon'], 'time', 'is no time'],
            [['frame' => $one->id, 'time' => '2026-03-29 01:30:00'], 'time', 'never happened'],
            [['frame' => $one->id, 'time' => '2026-10-25 01:30:00'], 'time', 'happened twice'],
        ];
        foreach ($cases as [$tie, $field, $words]) {
            $this->postJson("/shoots/{$this->shoot->id}/clocks/ties", $tie)
                ->assertStatus(422)
                ->assertJsonValidationErrorFor($field)
                ->assertSee($words);
        }
        $this->postJson("/shoots/{$this->shoot->id}/clocks/ties", [
            'frame' => 999_999,
            'time' => '10:00:00',
        ])->assertNotFound();
        $one->update(['is_dated' => false]);
        $this->postJson("/shoots/{$this->shoot->id}/clocks/ties", ['frame' => $one->id, 'time' => '10:00:00'])
            ->assertStatus(422)
            ->assertSee('wrote no time');
        self::assertSame(0, FrameTie::query()->count());
    }

    public function test_gps_is_a_tie_by_itself_until_somebody_ties_by_hand(): void
    {
        $this->pushCard('mara-long', 12);
        $this->readCard('mara-long');
        $long = Body::query()->where('serial', 'H6-204417')->firstOrFail();
        $ties = fn (): TestResponse => $this->post("/shoots/{$this->shoot->id}/clocks/{$long->id}/ties", [
            'direction' => 'later',
        ]);
        self::assertNotNull($this->frames()->firstWhere('body_id', $long->id)->gps_ms);
        $ties()->assertSee('by GPS')->assertSee('data-fill', false);
        $this->postJson("/shoots/{$this->shoot->id}/clocks/ties", [
            'frame' => $this->frames()->firstWhere('body_id', $long->id)->id,
            'time' => '06:42:10',
        ])->assertOk();
        $ties()->assertDontSee('by GPS')->assertSee('typed');
    }

    public function test_what_the_frames_tell_is_shown_with_its_pairs_or_they_are_said_not_to_tell(): void
    {
        $this->post("/shoots/{$this->shoot->id}/clocks/{$this->wide->id}/suggestion", [
            'direction' => 'later',
            'with' => $this->ivo->id,
        ])
            ->assertOk()
            ->assertSee('do not tell')
            ->assertDontSee('data-fill', false);
        // The whole of both cards, with the likeness of what the cameras embedded.
        $other = $this->newStudio('River Pictures', 'other@river.example')[2];
        $this->shoot->delete();
        $this->shoot = $other;
        $this->actingAs($this->member = Member::query()->where('email', 'other@river.example')->firstOrFail());
        foreach (['ivo' => 200, 'mara-wide' => 200] as $card => $frames) {
            exec('rm -rf '.escapeshellarg("{$this->folder}/rack/{$card}"));
            $this->pushCard($card, $frames);
            $this->readCard($card);
        }
        foreach ($this->frames() as $frame) {
            $thumbnail = PictureReader::jpegBytes(
                (string) file_get_contents($this->folder.'/pictures/'.$frame->small_path),
                1,
            );
            $frame->update(['likeness' => (string) DifferenceHash::of(PictureMeasures::greyGrid($thumbnail, 9, 8))]);
        }
        $bodies = Body::query()
            ->whereIn('id', $this->frames()->pluck('body_id'))
            ->pluck('id', 'serial');
        $page = (string) $this->post("/shoots/{$this->shoot->id}/clocks/{$bodies['H6-204530']}/suggestion", [
            'direction' => 'later',
            'with' => $bodies['CM2-77810'],
        ])
            ->assertOk()
            ->assertSee('in step with')
            ->getContent();
        // Both are behind, by an hour and by 3 min 17 s: 56 min 43 s between them.
        self::assertSame(1, preg_match('/Take \+ 56 min (\d+(\.\d+)?) s/', $page, $m), $page);
        self::assertEqualsWithDelta(43.0, (float) $m[1], 1.0);
        self::assertSame(6, substr_count($page, '<li '));
        self::assertSame(12, substr_count($page, '<img '));

        // While a worker has not come to it, the page asks again, and the work can be stopped.
        $address = "/shoots/{$this->shoot->id}/clocks/{$bodies['H6-204530']}/suggestion";
        Queue::fake();
        $this->post($address, ['direction' => 'later', 'with' => $bodies['CM2-77810']])
            ->assertOk()
            ->assertSee('Comparing the frames')
            ->assertSee('hx-trigger="load', false)
            ->assertDontSee('in step with');
        $task = Task::query()->orderByDesc('id')->firstOrFail();
        Queue::assertPushedOn('urgent', SuggestClock::class, fn (SuggestClock $job): bool => $job->handle() === null);
        $this->get("{$address}/{$task->id}")
            ->assertOk()
            ->assertSee('in step with');
        $this->post("/tasks/{$task->id}/stop");
        $this->post($address, ['direction' => 'later', 'with' => $bodies['CM2-77810']]);
        $stopped = Task::query()->orderByDesc('id')->firstOrFail();
        $this->post("/tasks/{$stopped->id}/stop");
        $this->get("{$address}/{$stopped->id}")
            ->assertOk()
            ->assertSee('stopped')
            ->assertDontSee('hx-trigger', false);
    }

    public function test_two_who_set_the_clocks_of_two_bodies_at_once_both_have_their_way(): void
    {
        $before = $this->frames()->pluck('taken_ms', 'id')->all();
        Queue::fake();
        foreach ([[$this->wide, 2], [$this->ivo, 3], [$this->wide, 2]] as [$body, $minutes]) {
            $this->use($body, ['minutes' => $minutes])->assertRedirect();
        }
        // Workers come to them in any order, and to one of them twice.
        foreach (array_reverse(Queue::pushedJobs(), true) as $jobs) {
            foreach ([...array_reverse($jobs), ...$jobs] as ['job' => $job]) {
                app()->call([$job, 'handle']);
            }
        }
        foreach ($this->frames() as $frame) {
            $moved = [$this->wide->id => 120_000, $this->ivo->id => 180_000][$frame->body_id] ?? 0;
            self::assertSame($before[$frame->id] + $moved, $frame->taken_ms, $frame->name);
        }
    }

    public function test_the_lanes_show_every_frame_with_what_its_camera_said(): void
    {
        $table = app(LaneTable::class)->of($this->shoot);
        self::assertSame('Europe/London', $table['zone']);
        self::assertSame([12, 14], array_map(fn (array $lane): int => count($lane['frames']), $table['lanes']));
        $frame = $this->frames()->firstWhere('body_id', $this->ivo->id);
        self::assertContains(
            [
                $frame->id,
                $frame->taken_ms,
                substr((string) $frame->cameraTime(), 0, 21),
                $frame->name,
                $table['lanes'][0]['frames'][0][4],
                $table['lanes'][0]['frames'][0][5],
            ],
            $table['lanes'][0]['frames'],
        );
        $this->getJson("/shoots/{$this->shoot->id}/clocks/frames")
            ->assertOk()
            ->assertJsonCount(2, 'lanes');
    }
}
