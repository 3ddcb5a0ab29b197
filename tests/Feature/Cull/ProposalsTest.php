<?php

declare(strict_types=1);

namespace Tests\Feature\Cull;

use App\Cull\Propose\RefreshFindings;
use App\Frames\Frame;
use App\Frames\FrameQuery;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Str;
use Kanpai\Bench\SeededStudio;
use Kanpai\Core\Frames\FrameFilter;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/** Proposals as the culling page reads them: worked out from what was measured, and marking nothing. */
final class ProposalsTest extends FeatureTestCase
{
    /** @var list<int> two moments of three frames, and one that stands alone */
    private array $frames = [];

    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('ivo', 7);
        $card = $this->readCard('ivo');
        $this->frames = array_map(
            intval(...),
            array_values(Frame::query()->where('card_id', $card->id)->orderBy('taken_ms')->pluck('id')->all()),
        );
        foreach ($this->frames as $i => $frame) {
            DB::table('frames')->where('id', $frame)->update(['moment' => intdiv($i, 3) + 1]);
            DB::table('frame_measures')->insert([
                'frame_id' => $frame,
                'shoot_id' => $this->shoot->id,
                'version' => 1,
                'faces_version' => 1,
                'sharpness' => 0.5 + 0.05 * $i,
                'sharp' => 0.5 + 0.05 * $i,
                'blur' => $i === 6 ? 'defocus' : 'none',
                'tilt' => $i === 1 ? -2.4 : null,
                'lights' => $i === 2 ? 0.05 : 0.0,
                'faces' => $i === 6 ? 0 : 2,
                'closed' => $i === 2 ? 1 : 0,
                'unsure' => $i === 4 ? 1 : 0,
                'away' => $i === 0 ? 1 : 0,
                'measured_at' => now(),
            ]);
            foreach ($i === 6 ? [] : [0, 1] as $person) {
                DB::table('faces')->insert([
                    'frame_id' => $frame,
                    'number' => $person,
                    'left' => 0.2 + 0.4 * $person,
                    'top' => 0.3,
                    'width' => 0.1,
                    'height' => 0.2,
                    'lids' => $person === 1 ? [2 => 'closed', 4 => 'unsure'][$i] ?? 'open' : 'open',
                    'closedness' => 0.1,
                    'roll' => 0,
                    'yaw' => 0,
                    'pitch' => 8,
                    'contact' => $i === 0 && $person === 0 ? 0.3 : 0.01,
                    'smile' => 0.2,
                    'sharpness' => 0.4,
                    'score' => 0.99,
                ]);
            }
        }
        $this->actingAs($this->member);
    }

    public function test_the_page_gets_all_frames_in_the_order_in_which_they_are_proposed(): void
    {
        $answer = $this->getJson($this->address('proposals'))->assertOk()->json();
        [$order, $warnings] = [$answer['order'], $answer['warnings']];
        self::assertEqualsCanonicalizing($this->frames, $order);
        // The best of each moment of several, then the others.
        self::assertEqualsCanonicalizing([$this->frames[1], $this->frames[5]], array_slice($order, 0, 2));
        self::assertSame([$this->frames[6]], $answer['alone']);
        self::assertSame([$this->frames[4]], $answer['doubts']);
        self::assertSame([(string) $this->frames[6] => 'This frame is out of focus'], $warnings);
        self::assertSame([7, 7, 25], [$answer['measured'], $answer['total'], $answer['share']]);
        self::assertSame(0, Frame::query()->where('verdict', '<>', 'open')->count(), 'nothing is marked');
    }

    public function test_people_of_a_moment_stand_against_its_frames_with_words(): void
    {
        $answer = $this->getJson($this->address("frames/{$this->frames[0]}/people"))->assertOk()->json();
        self::assertSame(['left', 'right'], $answer['people']);
        self::assertSame(array_slice($this->frames, 0, 3), array_column($answer['frames'], 'id'));
        self::assertSame('eyes closed', $answer['frames'][2]['faces'][1]['word']);
        self::assertTrue($answer['frames'][2]['faces'][1]['isFault']);
        self::assertSame('looks away', $answer['frames'][0]['faces'][0]['word']);
        self::assertSame([0.2, 0.3, 0.1, 0.2], $answer['frames'][0]['faces'][0]['box']);
        self::assertSame(1, $answer['frames'][1]['rank']);
        $alone = $this->getJson($this->address("frames/{$this->frames[6]}/people"))->json();
        self::assertSame([[], 1], [$alone['people'], count($alone['frames'])]);
    }

    public function test_kind_of_work_weights_and_share_are_kept_and_bad_ones_refused(): void
    {
        $post = fn (array $changes) => $this->postJson($this->address('proposals'), $changes);
        self::assertSame(90, $post(['work' => 'sport'])->assertOk()->json('weights.sharp'));
        self::assertSame(35, $post(['weights' => ['sharp' => 35]])->json('weights.sharp'));
        self::assertSame(0, $post(['share' => 40])->json('weights.eyes'), 'weights stay with the share');
        $kept = $this->getJson($this->address('proposals'))->json();
        self::assertSame(['sport', 40, 35], [$kept['work'], $kept['share'], $kept['weights']['sharp']]);
        foreach (
            [
                ['share' => 5],
                ['share' => 'many'],
                ['work' => 'weddings'],
                ['weights' => 'heavy'],
                ['weights' => ['beauty' => 3]],
                ['weights' => ['sharp' => 900]],
                ['isOn' => 'perhaps'],
            ] as $bad
        ) {
            $post($bad)->assertUnprocessable();
        }
    }

    public function test_cleared_proposals_propose_nothing_until_they_are_asked_for_again(): void
    {
        $off = $this->postJson($this->address('proposals'), ['isOn' => false])->json();
        self::assertSame([false, []], [$off['isOn'], $off['order']]);
        self::assertCount(7, $this->postJson($this->address('proposals'), ['isOn' => true])->json('order'));
    }

    public function test_what_the_studio_keeps_is_learned_from_finished_shoots_alone_and_forgotten(): void
    {
        $learn = fn (): array => $this->postJson($this->address('taste'))->assertOk()->json('taste');
        self::assertNull($this->getJson($this->address('proposals'))->json('taste'));
        self::assertFalse($learn()['isEnough'], 'nothing is finished');
        // Two finished shoots whose owner keeps smiles, whatever else.
        foreach ([1, 2] as $number) {
            $this->finished($number);
        }
        $taste = $learn();
        self::assertSame([true, 2, 24], [$taste['isEnough'], $taste['shoots'], $taste['moments']]);
        self::assertTrue($taste['isBetter'], json_encode($taste) ?: '');
        self::assertSame(100, $taste['weights']['smile']);
        self::assertStringContainsString('smiles over', $taste['words']);
        self::assertNull($this->deleteJson($this->address('taste'))->assertOk()->json('taste'));
        self::assertSame(0, DB::table('tastes')->count());
    }

    /** A shoot of twelve moments of three frames: the one who smiles, unsharp and looking away, was kept. */
    private function finished(int $number): void
    {
        $shoot = $this->studio->shoots()->create([...$this->shoot->only('client', 'venue', 'zone'),
            'name' => "Finished {$number}", 'held_on' => "2026-08-0{$number}"]);
        $frame = (array) DB::table('frames')->where('id', $this->frames[0])->first();
        for ($i = 0; $i < 36; $i++) {
            $smiles = $i % 3 === 1;
            $id = DB::table('frames')->insertGetId([
                ...array_diff_key($frame, ['id' => true]),
                'shoot_id' => $shoot->id,
                'name' => "F{$number}{$i}.JPG",
                'taken_ms' => 1000 * $i,
                'moment' => intdiv($i, 3) + 1,
                'verdict' => $smiles ? 'keep' : 'drop',
            ]);
            DB::table('frame_measures')->insert([
                'frame_id' => $id,
                'shoot_id' => $shoot->id,
                'version' => 1,
                'faces_version' => 1,
                'sharp' => $smiles ? 0.5 : 1.0,
                'faces' => 1,
                'measured_at' => now(),
            ]);
            $face = (array) DB::table('faces')->where('frame_id', $this->frames[1])->first();
            DB::table('faces')->insert([
                ...$face,
                'frame_id' => $id,
                'contact' => $smiles ? 0.3 : 0.0,
                'smile' => $smiles ? 1.0 : 0.0,
            ]);
        }
    }

    /** @return iterable<string, array{string, list<int>}> filter => places of the frames that it finds */
    public static function filters(): iterable
    {
        yield 'eyes:closed' => ['eyes:closed', [2]];
        yield 'eyes:unsure' => ['eyes:unsure', [4]];
        yield 'eyes:open' => ['eyes:open', [0, 1, 3, 5]];
        yield 'faces>=2' => ['faces>=2', [0, 1, 2, 3, 4, 5]];
        yield 'faces:0' => ['faces:0', [6]];
        yield 'looks:away' => ['looks:away', [0]];
        yield 'sharp<0.6' => ['sharp<0.6', [0, 1]];
        yield 'blur:defocus' => ['blur:defocus', [6]];
        yield 'blur:motion' => ['blur:motion', []];
        yield 'clipped>2%' => ['clipped>2%', [2]];
        yield 'tilt>1' => ['tilt>1', [1]];
        yield 'tilt>1°' => ['tilt>1°', [1]];
        yield 'proposed:best' => ['proposed:best', [1, 5]];
        yield 'alone' => ['alone', [6]];
        yield 'proposed:rest' => ['proposed:rest', [0, 2, 3, 4]];
        yield 'not eyes:closed and faces>0' => ['not eyes:closed and faces>0', [0, 1, 3, 4, 5]];
    }

    /** @param  list<int>  $places */
    #[DataProvider('filters')]
    public function test_filters(string $filter, array $places): void
    {
        $found = FrameQuery::of($this->shoot, FrameFilter::where($filter))->pluck('frames.id')->all();
        self::assertSame(array_map(fn (int $place): int => $this->frames[$place], $places), $found);
    }

    public function test_sorts(): void
    {
        $first = fn (string $sort): int => (int) FrameQuery::of($this->shoot, FrameFilter::ofQuery(['sort' => $sort]))
            ->value('frames.id');
        self::assertSame($this->frames[6], $first('sharp'));
        self::assertSame($this->frames[0], $first('faces'));
        self::assertSame($this->frames[2], $first('closed'));
        self::assertSame($this->frames[2], $first('clipped'));
        self::assertSame($this->frames[1], $first('tilt'));
        self::assertSame($this->frames[0], $first('away'));
        self::assertSame($this->frames[6], $first('blur'));
        DB::table('frames')->where('shoot_id', $this->shoot->id)->update(['moment_size' => 3]);
        DB::table('frames')->where('id', $this->frames[6])->update(['moment_size' => 1]);
        self::assertSame($this->frames[6], $first('alone'));
        DB::table('faces')->where('frame_id', $this->frames[3])->update(['smile' => 0.9]);
        self::assertSame($this->frames[3], $first('smile'));
        $sorted = FrameQuery::of($this->shoot, FrameFilter::ofQuery(['sort' => 'proposed']))->pluck('frames.id')->all();
        self::assertSame($this->getJson($this->address('proposals'))->json('order'), $sorted);
    }

    public function test_two_who_take_proposals_at_once_undo_nothing_of_each_other(): void
    {
        $take = fn (string $uuid, array $verdicts) => $this->postJson($this->address('marks'), ['steps' => [[
            'id' => $uuid,
            'title' => 'Keep what is proposed',
            'marks' => array_map(fn (int $place): array => [
                'frame' => $this->frames[$place],
                'verdict' => $verdicts[$place],
                'saw' => ['open', 0, 0],
            ], array_keys($verdicts)),
        ]]])->assertOk()->json('conflicts');
        self::assertSame([], $take('11111111-1111-4111-8111-111111111111', [0 => 'drop', 1 => 'keep']));
        $other = $this->studio->members()->create([
            'name' => 'Second', 'email' => 'second@quay.example', 'password' => 'a good password', 'role' => 'editor',
        ]);
        $this->actingAs($other);
        // Both take the one; of the other the second has seen that it was open, and is asked.
        $conflicts = $take('22222222-2222-4222-8222-222222222222', [0 => 'keep', 1 => 'keep', 5 => 'keep']);
        self::assertSame([$this->frames[0]], array_column($conflicts, 'frame'));
        self::assertSame(
            ['drop', 'keep', 'keep'],
            array_map(
                fn (int $place): string => (string) DB::table('frames')->where('id', $this->frames[$place])->value('verdict'),
                [0, 1, 5],
            ),
        );
    }

    public function test_what_is_proposed_is_compared_with_a_round(): void
    {
        $round = (int) $this->getJson("/shoots/{$this->shoot->id}/cull/frames")->json('round.id');
        $this->postJson($this->address('proposals'), ['share' => 30]);
        // Two are proposed: of one somebody has decided otherwise, and another one was kept.
        DB::table('frames')->where('id', $this->frames[1])->update(['verdict' => 'drop']);
        DB::table('frames')->where('id', $this->frames[0])->update(['verdict' => 'keep']);
        $this->get("/shoots/{$this->shoot->id}/cull/rounds?one=proposed&other={$round}")
            ->assertOk()
            ->assertSee('From what is proposed to round 1')
            ->assertSee('kept, then dropped')
            ->assertSee('open, then kept')
            ->assertSee('kept, then open');
        $this->get("/shoots/{$this->shoot->id}/cull/rounds?one=nothing&other={$round}")->assertOk()->assertDontSee('From ');
    }

    public function test_what_was_found_is_kept_until_a_measure_a_moment_a_time_or_a_name_changes(): void
    {
        $asksForFaces = function (): bool {
            DB::flushQueryLog();
            DB::enableQueryLog();
            $this->getJson($this->address('proposals'))->assertOk();

            return Str::contains(implode(' ', array_column(DB::getQueryLog(), 'query')), 'from `faces`');
        };
        self::assertTrue($asksForFaces());
        self::assertFalse($asksForFaces());
        $before = $this->getJson($this->address('proposals'))->json();
        // Weights, share and verdicts are no reason to look again.
        $this->postJson($this->address('proposals'), ['weights' => ['sharp' => 80], 'share' => 20])->assertOk();
        DB::table('frames')->where('id', $this->frames[0])->update(['verdict' => 'drop']);
        self::assertFalse($asksForFaces());
        $frame = fn (array $columns) => DB::table('frames')->where('id', $this->frames[0])->update($columns);
        foreach ([['moment' => 9], ['taken_ms' => 5], ['name' => 'Z_0001.JPG'], ['aside_at' => now()]] as $columns) {
            $frame($columns);
            self::assertTrue($asksForFaces(), implode(' ', array_keys($columns)));
            self::assertFalse($asksForFaces());
        }
        DB::table('frame_measures')->where('frame_id', $this->frames[1])->update(['sharp' => 0.1]);
        self::assertTrue($asksForFaces(), 'a measure');
        self::assertNotSame($before['order'], $this->getJson($this->address('proposals'))->json('order'));
    }

    /** What comes while proposals are worked out makes them old: the next one who asks gets it too. */
    public function test_frames_that_arrive_while_proposals_are_worked_out_are_in_the_next_ones(): void
    {
        $isThere = false;
        DB::listen(function (QueryExecuted $query) use (&$isThere): void {
            if (! $isThere && Str::contains($query->sql, 'from `faces`')) {
                $isThere = true;
                $this->arrive();
            }
        });
        self::assertCount(7, $this->getJson($this->address('proposals'))->assertOk()->json('order'));
        self::assertTrue($isThere);
        $next = $this->getJson($this->address('proposals'))->json();
        self::assertSame([8, 8, 8], [count($next['order']), $next['measured'], $next['total']]);
    }

    private function arrive(): void
    {
        $frame = (array) DB::table('frames')->where('id', $this->frames[6])->first();
        $measure = (array) DB::table('frame_measures')->where('frame_id', $this->frames[6])->first();
        $id = DB::table('frames')->insertGetId([
            ...array_diff_key($frame, ['id' => true]),
            'name' => 'LATE.JPG',
            'moment' => 5,
        ]);
        DB::table('frame_measures')->insert([...$measure, 'frame_id' => $id]);
    }

    public function test_of_twenty_thousand_frames_proposals_are_found_in_the_queue_and_come_then(): void
    {
        Queue::fake();
        $seeded = new SeededStudio();
        $shoot = $seeded->shoot(20_000);
        $seeded->measures($shoot);
        $this->actingAs($seeded->member);
        $ask = fn (): array => $this->getJson("/shoots/{$shoot->id}/cull/proposals")->assertOk()->json();
        $first = $ask();
        self::assertSame([false, [], 20_000], [$first['isFresh'], $first['order'], $first['measured']]);
        $ask();
        Queue::assertPushed(RefreshFindings::class, 1);
        (new RefreshFindings($shoot->id))->handle();
        $then = $ask();
        self::assertSame([true, 20_000], [$then['isFresh'], count(array_unique($then['order']))]);
        $sorted = FrameQuery::of($shoot, FrameFilter::ofQuery(['sort' => 'proposed']))->toBase()->pluck('frames.id');
        self::assertSame($then['order'], $sorted->map(fn ($id): int => (int) $id)->all());
        // Until what changed is found anew, what was found before is given.
        DB::table('frame_measures')->where('shoot_id', $shoot->id)->limit(1)->update(['sharp' => 0.9]);
        $later = $ask();
        self::assertSame([false, $then['order']], [$later['isFresh'], $later['order']]);
    }

    public function test_another_studio_sees_nothing_of_it(): void
    {
        [, $stranger] = $this->newStudio('Other Pictures', 'owner@other.example');
        $this->actingAs($stranger);
        $this->getJson($this->address('proposals'))->assertNotFound();
        $this->getJson($this->address("frames/{$this->frames[0]}/people"))->assertNotFound();
        $this->postJson($this->address('proposals'), ['isOn' => false])->assertNotFound();
        $this->postJson($this->address('measure'))->assertNotFound();
    }

    private function address(string $what): string
    {
        return "/shoots/{$this->shoot->id}/cull/{$what}";
    }
}
