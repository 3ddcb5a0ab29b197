<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Clocks\BodyClock;
use App\Clocks\ClockWork;
use App\Ingest\Body;
use Kanpai\Core\Clock\Clock;
use Kanpai\Core\Clock\MergedOrder;
use Kanpai\Core\Clock\Offset;

/** Trying a clock before it is used, with two bodies of the demo that saw the same heats. */
final class ClocksPageTest extends FeatureTestCase
{
    private Body $wide;

    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('ivo', 12);
        $this->pushCard('mara-wide', 14);
        $this->readCard('ivo');
        $this->readCard('mara-wide');
        $this->wide = Body::query()->where('serial', 'H6-204530')->firstOrFail();
    }

    public function test_the_count_of_frames_that_change_place_is_the_one_that_comes_true(): void
    {
        $clock = Clock::of(Offset::of(false, 0, 1, 0, 0.0));
        $before = $this->frames()->pluck('taken_ms', 'id')->all();
        $tried = app(ClockWork::class)->tried($this->shoot, $this->wide->id, $clock);
        app(ClockWork::class)->set($this->shoot, $this->wide->id, $clock);
        $after = $this->frames()->pluck('taken_ms', 'id')->all();
        self::assertSame(MergedOrder::changedPlaces($before, $after), $tried['changed']);
        self::assertGreaterThan(0, $tried['changed']);
        self::assertSame(14, $tried['moved']);
        ksort($after);
        $said = $tried['after'];
        ksort($said);
        self::assertSame($after, $said);
    }

    public function test_the_pair_to_judge_by_comes_together_when_the_clock_is_right(): void
    {
        $address = "/shoots/{$this->shoot->id}/clocks/{$this->wide->id}/try";
        $apart = function (string $content): float {
            self::assertSame(1, preg_match('/· ([\d,.]+) s later/', $content, $m));

            return (float) str_replace(',', '', $m[1]);
        };
        // Both bodies are behind: one by an hour, one by 3 min 17 s.
        $ivo = Body::query()->where('serial', 'CM2-77810')->firstOrFail();
        $this->post("/shoots/{$this->shoot->id}/clocks/{$ivo->id}", ['direction' => 'later', 'minutes' => '3', 'seconds' => '17']);
        $wrong = $apart((string) $this->post($address, ['direction' => 'later'])->assertOk()->getContent());
        $right = $apart((string) $this->post($address, ['direction' => 'later', 'hours' => '1'])->assertOk()->getContent());
        self::assertLessThan(2.0, $right);
        self::assertGreaterThan($right, $wrong);
    }

    public function test_using_a_clock_leads_to_the_next_body_that_nobody_looked_at(): void
    {
        $ivo = Body::query()->where('serial', 'CM2-77810')->firstOrFail();
        $this->post("/shoots/{$this->shoot->id}/clocks/{$ivo->id}", ['direction' => 'later', 'minutes' => '3', 'seconds' => '17'])->assertRedirect("/shoots/{$this->shoot->id}/clocks?body={$this->wide->id}");
        $this->get("/shoots/{$this->shoot->id}/clocks")->assertSee('1 to check');
        $this->post("/shoots/{$this->shoot->id}/clocks/{$this->wide->id}", ['direction' => 'later', 'hours' => '1']);
        $this->get("/shoots/{$this->shoot->id}/clocks")->assertSee('2 set')->assertSee('+ 3 min 17 s')->assertSee('+ 1 h');
    }

    public function test_a_clock_can_be_changed_and_counts_from_the_readings_not_from_what_was_set_before(): void
    {
        foreach (['2', '1', '1'] as $hours) {
            $this->post("/shoots/{$this->shoot->id}/clocks/{$this->wide->id}", ['direction' => 'later', 'hours' => $hours]);
        }
        self::assertSame(1, BodyClock::query()->count());
        foreach ($this->frames()->where('body_id', $this->wide->id) as $frame) {
            // The body wrote no zone: London, in summer an hour east of UTC.
            self::assertSame($frame->camera_ms + 3_600_000 - 3_600_000, $frame->taken_ms);
        }
    }

    public function test_a_drift_is_taken_out_frame_by_frame(): void
    {
        $first = $this->frames()->firstWhere('body_id', $this->wide->id);
        $right = gmdate('Y-m-d H:i:s', intdiv($first->camera_ms, 1000));
        $this->post("/shoots/{$this->shoot->id}/clocks/{$this->wide->id}", ['direction' => 'later', 'drift' => '86.4', 'right_at' => $right])->assertSessionHasNoErrors();
        $last = $this->frames()->where('body_id', $this->wide->id)->last();
        $span = $last->camera_ms - intdiv($first->camera_ms, 1000) * 1000;
        // 86.4 s a day is one in a thousand.
        self::assertEqualsWithDelta($span / 1.001, $last->taken_ms + 3_600_000 - intdiv($first->camera_ms, 1000) * 1000, 1.0);
    }

    public function test_a_body_that_is_right_is_said_to_be_so(): void
    {
        $before = $this->frames()->pluck('taken_ms', 'id')->all();
        $this->post("/shoots/{$this->shoot->id}/clocks/{$this->wide->id}", ['direction' => 'later'])->assertRedirect();
        self::assertSame($before, $this->frames()->pluck('taken_ms', 'id')->all());
        $this->get("/shoots/{$this->shoot->id}/clocks")->assertSee('right as it is')->assertSee('1 to check');
    }
}
