<?php

declare(strict_types=1);

namespace Tests\Feature\Studio;

use App\Cull\Marking;
use App\Ingest\CardState;
use App\Ingest\Lanes;
use App\Studio\Shoot;
use App\Studio\Stage;
use App\Studio\Stages;
use App\Studio\Task;
use App\Studio\TaskState;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Tests\Feature\FeatureTestCase;

/** What the first page of the morning says, and at what price. */
final class ShootsListTest extends FeatureTestCase
{
    public function test_each_stage_says_what_is_left_and_danger_comes_first(): void
    {
        self::assertSame(['Read the first card', 'no cards', '', '', '', '', '', '', ''], $this->said());
        $this->pushCard('ivo', 4);
        $this->pushCard('mara-wide', 3);
        $card = $this->readCard('ivo');
        self::assertSame(['Copy the card', '1 not safe', '1 body', '4 left', '4 open', '', '', '', ''], $this->said());
        $this->copyCard($card);
        self::assertSame(['Caption 4 frames', '1 card safe', '1 body', '4 left', '4 open', '', '', '', ''], $this->said());
        $this->copyCard($this->readCard('mara-wide'), 'Mara Quill');
        self::assertSame(
            ['Check 2 of 2 clocks', '2 cards safe', '2 to check', '7 left', '7 open', '', '', '', ''],
            $this->said(),
        );

        foreach (Lanes::bodies($this->shoot) as $body) {
            $this->post("/shoots/{$this->shoot->id}/clocks/{$body->id}", ['direction' => 'later']);
        }
        $this->caption(['headline' => 'A day']);
        foreach ($this->frames() as $i => $frame) {
            app(Marking::class)->mark(
                $this->shoot,
                $this->member,
                (string) Str::uuid(),
                $frame->id,
                $i < 2 ? 'keep' : 'drop',
                null,
            );
        }
        self::assertSame(
            ['Publish 2 kept frames', '2 cards safe', '2 set', 'all done', '2 kept', '', 'none out', '', ''],
            $this->said(),
        );
        $this->post("/shoots/{$this->shoot->id}/galleries?verdict=keep", ['title' => 'Proofs']);
        self::assertSame(['', '2 cards safe', '2 set', 'all done', '2 kept', '', '1 out', '', ''], $this->said());
    }

    public function test_the_list_costs_as_many_queries_for_thirty_shoots_as_for_one(): void
    {
        $this->pushCard('ivo', 3);
        $this->readCard('ivo');
        $this->actingAs($this->member);
        $count = function (): int {
            $queries = 0;
            DB::listen(function () use (&$queries): void {
                $queries++;
            });
            $this->get('/')->assertOk();
            DB::getEventDispatcher()->forget(\Illuminate\Database\Events\QueryExecuted::class);

            return $queries;
        };
        $count();
        $one = $count();
        $frame = DB::table('frames')->first();
        for ($i = 0; $i < 30; $i++) {
            $shoot = $this->studio
                ->shoots()
                ->create([
                    'name' => "Shoot {$i}",
                    'zone' => 'UTC',
                    'held_on' => '2026-09-01',
                    'promised_on' => today()->addDays($i),
                ]);
            DB::table('frames')->insert([...array_diff_key((array) $frame, ['id' => 0]), 'shoot_id' => $shoot->id]);
        }
        // What is counted is kept the first time.
        $count();
        self::assertSame($one, $count());
        $this->get('/')
            ->assertSee('31 shoots to finish')
            ->assertSeeInOrder(['Shoot 0', 'Shoot 1', 'Shoot 29', 'Harbour day']);
    }

    public function test_a_late_promise_is_said_plainly(): void
    {
        $this->actingAs($this->member);
        foreach ([[-2, '2 days late'], [0, 'today'], [1, 'in 1 day'], [5, 'in 5 days']] as [$days, $words]) {
            $this->shoot->update(['promised_on' => today()->addDays($days)]);
            $this->get('/')->assertSee("Next promised: Harbour day, {$words}");
        }
    }

    public function test_long_and_hostile_names_stay_text(): void
    {
        $name = str_repeat('Grand Saltmarsh Estuary Invitational ', 3).'<script>alert(1)</script>';
        $this->shoot->update(['name' => mb_substr($name, -120)]);
        foreach (['/', "/shoots/{$this->shoot->id}/ingest", "/shoots/{$this->shoot->id}/cull"] as $page) {
            $content = (string) $this->actingAs($this->member)->get($page)->assertOk()->getContent();
            self::assertStringNotContainsString('<script>alert', $content);
            self::assertStringContainsString('&lt;script&gt;alert', $content);
        }
    }

    public function test_a_task_shows_its_progress_can_be_stopped_and_asks_for_a_new_page_when_it_is_over(): void
    {
        $task = Task::open($this->shoot, 'copy', 'Copying card 1 to 2 places', 'bytes', 4_000_000);
        $this->actingAs($this->member)
            ->get("/tasks/{$task->id}")
            ->assertOk()
            ->assertSee('waiting for a free worker')
            ->assertHeaderMissing('HX-Refresh');
        $task->begin();
        $task->update(['started_at' => now()->subSeconds(10)]);
        self::assertTrue($task->reach(1_000_000));
        $this->get("/tasks/{$task->id}")
            ->assertSee('1.0 MB of 3.8 MB')
            ->assertSee('s left')
            ->assertSee('value="25"', false)
            ->assertSee('Stop');
        $this->post("/tasks/{$task->id}/stop")->assertSee('stopped');
        usleep(260_000);
        self::assertFalse($task->reach(2_000_000), 'work would go on after it was stopped');
        $this->get("/tasks/{$task->id}")->assertHeader('HX-Refresh', 'true');
        $task->refresh()->stop();
        self::assertSame(TaskState::Stopped, $task->state);
    }

    public function test_a_stopped_copy_keeps_what_is_verified_and_goes_on(): void
    {
        $this->pushCard('ivo', 3);
        $card = $this->readCard('ivo');
        $task = Task::open($card, 'copy', 'Copying', 'bytes', $card->bytes);
        $task->stop();
        (new \App\Ingest\CopyCard($task->id))->handle();
        self::assertSame(0, $card->safety()->verified, 'a stopped task was worked on');
        $this->get("/shoots/{$this->shoot->id}/ingest")
            ->assertSee('Copying was stopped')
            ->assertSee('Do not format');
        self::assertSame(CardState::Safe, $this->copyCard($card)->state);
    }

    /** @return list<string> the next thing to do, then what is left in each stage */
    private function said(): array
    {
        $this->actingAs($this->member);
        $stages = (new Stages())->of(new Collection([Shoot::query()->findOrFail($this->shoot->id)]))[$this->shoot->id];
        $next = Stages::next($stages);
        $this->get('/')
            ->assertOk()
            ->assertSee($next === null ? 'waiting for the guest' : $next->next);

        return [$next === null ? '' : $next->next, ...array_map(fn (Stage $stage): string => $stage->left, $stages)];
    }
}
