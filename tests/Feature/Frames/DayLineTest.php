<?php

declare(strict_types=1);

namespace Tests\Feature\Frames;

use App\Frames\Body;
use App\Ingest\Lanes;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Foundation\Testing\RefreshDatabaseState;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\DayLine;
use Kanpai\Core\Frames\Verdict;
use Kanpai\Core\Studio\Zone;
use Tests\Feature\FeatureTestCase;

/** The day line and the lanes: on every page of a shoot, with a lane for each body. */
final class DayLineTest extends FeatureTestCase
{
    public function test_every_page_carries_the_stages_and_the_day_line(): void
    {
        $this->pushCard('ivo', 3);
        $this->pushCard('mara-wide', 3);
        $this->readCard('ivo');
        $this->readCard('mara-wide');
        foreach (['ingest', 'captions', 'cull', 'proof', 'deliver', 'archive'] as $page) {
            $content = (string) $this->get("/shoots/{$this->shoot->id}/{$page}")
                ->assertOk()
                ->getContent();
            self::assertSame(1, substr_count($content, 'data-day-line'), $page);
            self::assertSame(1, substr_count($content, 'aria-current="page"'), $page);
            self::assertSame(2, substr_count($content, '<path class="keep"'), $page);
            foreach (['Ingest', 'Clocks', 'Captions', 'Cull', 'Proof', 'Deliver'] as $stage) {
                self::assertStringContainsString("{$stage} <small>", $content);
            }
        }
        // On the page of the clocks the lanes are the day line.
        $clocks = (string) $this->get("/shoots/{$this->shoot->id}/clocks")->getContent();
        self::assertStringNotContainsString('data-day-line', $clocks);
        self::assertSame(2, substr_count($clocks, 'data-lane-name'));
    }

    public function test_kept_frames_stand_out_and_dropped_ones_do_not_vanish(): void
    {
        $this->pushCard('ivo', 3);
        $this->readCard('ivo');
        [$keep, $drop] = $this->frames()->all();
        $keep->update(['verdict' => Verdict::Keep]);
        $drop->update(['verdict' => Verdict::Drop]);
        $content = (string) $this->get("/shoots/{$this->shoot->id}/cull")->getContent();
        foreach (['keep', 'drop', 'open'] as $class) {
            self::assertSame(
                1,
                preg_match("/<path class=\"{$class}\" d=\"M[\d.]+ [\d.]+v(\d+)\"/", $content, $m),
                $class,
            );
            self::assertSame($class === 'keep' ? '17' : '8', $m[1]);
        }
    }

    public function test_lanes_are_named_by_shooter_and_body_and_told_apart_by_serial(): void
    {
        $this->pushCard('mara-long', 1);
        $this->pushCard('mara-wide', 1);
        $this->pushCard('ivo', 1);
        foreach (['mara-long', 'mara-wide', 'ivo'] as $card) {
            $this->readCard($card);
        }
        self::assertEqualsCanonicalizing(
            ['Mara · Halden 6 …417', 'Mara · Halden 6 …530', 'Ivo · Corvid M2'],
            array_values(Lanes::of($this->shoot)->names),
        );
    }

    /** Whoever asks for a page while a card is read may be between any two of its questions. */
    public function test_a_body_whose_first_frame_comes_while_a_page_is_made_breaks_none(): void
    {
        $this->pushCard('ivo', 2);
        $this->readCard('ivo');
        $frame = (array) DB::table('frames')->where('shoot_id', $this->shoot->id)->first();
        $asked = $comesAfter = 0;
        $page = '';
        DB::listen(function () use (&$asked, &$comesAfter, &$page, $frame): void {
            if (++$asked === $comesAfter) {
                $body = Body::query()->create([
                    'studio_id' => $this->studio->id,
                    'make' => 'Corvid',
                    'model' => 'Corvid S',
                    'serial' => "late-{$page}-{$asked}",
                    'last_shooter' => '',
                ]);
                DB::table('frames')->insert([
                    'id' => null,
                    'body_id' => $body->id,
                    'name' => 'LATE0001.JPG',
                    ...array_diff_key($frame, array_flip(['id', 'body_id', 'name'])),
                ]);
            }
        });
        foreach (
            ['ingest', 'clocks', 'clocks/frames', 'captions', 'cull', 'cull/frames', 'proof', 'deliver', 'archive'] as $page
        ) {
            $comesAfter = $asked = 0;
            $this->get("/shoots/{$this->shoot->id}/{$page}")->assertOk();
            $questions = $asked;
            self::assertGreaterThan(0, $questions);
            foreach (range(1, $questions) as $comesAfter) {
                $asked = 0;
                $answer = $this->get("/shoots/{$this->shoot->id}/{$page}");
                self::assertSame(
                    200,
                    $answer->status(),
                    "{$page}, after question {$comesAfter}: ".$answer->exception?->getMessage(),
                );
                DB::table('frames')->where('name', 'LATE0001.JPG')->delete();
            }
        }
    }

    /** What is read in one transaction does not see what another takes away meanwhile. */
    public function test_a_body_whose_last_frame_goes_while_a_table_is_made_breaks_none(): void
    {
        $this->pushCard('ivo', 2);
        $this->pushCard('mara-wide', 2);
        $this->readCard('ivo');
        $this->readCard('mara-wide');
        $body = (int) $this->frames()->first()?->body_id;
        config(['database.connections.beside' => config('database.connections.mariadb')]);
        // Seen by the other connection; the next test begins with an empty database.
        RefreshDatabaseState::$migrated = false;
        DB::commit();
        $asked = $comesAfter = 0;
        $gone = [];
        DB::listen(function (QueryExecuted $query) use (&$asked, &$comesAfter, &$gone, $body): void {
            if ($query->connectionName === 'mariadb' && ++$asked === $comesAfter) {
                DB::connection('beside')->statement('SET FOREIGN_KEY_CHECKS = 0');
                $gone = DB::connection('beside')
                    ->table('frames')
                    ->where('body_id', $body)
                    ->get()
                    ->map(fn (\stdClass $row): array => (array) $row)
                    ->all();
                DB::connection('beside')->table('frames')->where('body_id', $body)->delete();
            }
        });
        foreach (['clocks/frames', 'cull/frames'] as $table) {
            $comesAfter = $asked = $taken = 0;
            $this->get("/shoots/{$this->shoot->id}/{$table}")->assertOk();
            foreach (range(1, $asked) as $comesAfter) {
                $asked = 0;
                $gone = [];
                $answer = $this->get("/shoots/{$this->shoot->id}/{$table}");
                self::assertSame(
                    200,
                    $answer->status(),
                    "{$table}, after question {$comesAfter}: ".$answer->exception?->getMessage(),
                );
                DB::connection('beside')->table('frames')->insert($gone);
                $taken += count($gone);
            }
            self::assertGreaterThan(4, $taken);
        }
        DB::beginTransaction();
    }

    public function test_a_window_in_the_address_is_drawn_again(): void
    {
        $this->pushCard('ivo', 3);
        $this->readCard('ivo');
        $from = $this->frames()->first()->taken_ms;
        $this->get("/shoots/{$this->shoot->id}/captions?from={$from}&to=".($from + 1000))
            ->assertSee("data-window-from=\"{$from}\"", false)
            ->assertSee('All times');
    }

    /** Spans of very different length get marks that read well. */
    public function test_the_scale_fits_minutes_hours_and_days(): void
    {
        $noon = 1_788_606_000_000;
        foreach ([[5, 10], [60, 10], [14 * 60, 10], [3 * 1440, 10], [30 * 1440, 16]] as [$minutes, $most]) {
            $line = DayLine::over([$noon, $noon + $minutes * 60_000], 1000);
            $marks = $line?->scale(Zone::of('Europe/London')) ?? [];
            self::assertGreaterThanOrEqual(3, count($marks), "{$minutes} minutes");
            self::assertLessThanOrEqual($most, count($marks), "{$minutes} minutes");
            $places = array_column($marks, 'place');
            self::assertSame($places, array_unique($places));
            self::assertGreaterThanOrEqual(0, min($places));
            self::assertLessThanOrEqual(1000, max($places));
        }
        // A single frame makes a line too.
        self::assertNotNull(DayLine::over([$noon], 1000));
    }
}
