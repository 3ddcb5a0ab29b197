<?php

declare(strict_types=1);

namespace Tests\Feature\Cull;

use App\Cull\Culling;
use App\Cull\Round;
use App\Frames\Frame;
use App\Frames\FrameSet;
use App\Frames\Uses;
use App\Studio\Member;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Frames\UseList;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/** Steps, rounds, sets, uses and lists of a shoot that two people cull. */
final class CullingTest extends FeatureTestCase
{
    /** @var list<int> */
    private array $ids;

    private Member $other;

    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('ivo', 6);
        $this->readCard('ivo');
        $this->ids = array_values($this->frames()->modelKeys());
        $this->other = $this->studio
            ->members()
            ->create([
                'name' => 'Joss Merle',
                'email' => 'joss@quay.example',
                'password' => 'a good password',
                'role' => 'editor',
            ]);
    }

    /** @return list<string> verdict, rating and uses of each frame in order, such as `keep 3 1` */
    private function standing(): array
    {
        return array_values(
            $this->frames()
                ->map(fn (Frame $frame): string => "{$frame->verdict->value} {$frame->rating} {$frame->uses}")
                ->all(),
        );
    }

    public function test_a_step_over_many_frames_is_one_to_take_back_and_one_to_do_again(): void
    {
        $step = $this->step([
            $this->ids[0] => ['verdict' => 'keep', 'rating' => 4],
            $this->ids[1] => ['verdict' => 'drop'],
            $this->ids[2] => ['given' => 1],
        ]);
        self::assertSame(['keep 4 0', 'drop 0 0', 'open 0 1', 'open 0 0'], array_slice($this->standing(), 0, 4));
        self::assertSame('album', Frame::query()->findOrFail($this->ids[2])->label(), 'other software is told');
        // What somebody has changed since stays.
        $this->actingAs($this->other);
        $this->step([$this->ids[0] => ['rating' => 5]]);
        $this->actingAs($this->member);
        for ($twice = 0; $twice < 2; $twice++) {
            $this->step([], ['id' => $step['id'], 'takeBack' => true]);
            self::assertSame(['open 5 0', 'open 0 0', 'open 0 0'], array_slice($this->standing(), 0, 3));
        }
        $this->step([], ['id' => $step['id'], 'again' => true]);
        self::assertSame(['keep 5 0', 'drop 0 0', 'open 0 1'], array_slice($this->standing(), 0, 3));
        // Somebody else cannot take it back.
        $this->actingAs($this->other);
        $this->step([], ['id' => $step['id'], 'takeBack' => true]);
        self::assertSame('drop 0 0', $this->standing()[1]);
    }

    public function test_steps_that_come_twice_or_out_of_order_change_nothing(): void
    {
        $step = $this->step([$this->ids[0] => ['verdict' => 'keep']]);
        $this->step([$this->ids[0] => ['verdict' => 'drop']]);
        $this->step([$this->ids[0] => ['verdict' => 'keep']], ['id' => $step['id']]);
        self::assertSame('drop 0 0', $this->standing()[0]);
        // Taken back before it came.
        $id = (string) Str::uuid();
        $this->step([], ['id' => $id, 'takeBack' => true]);
        $this->step([$this->ids[1] => ['verdict' => 'keep']], ['id' => $id]);
        self::assertSame('open 0 0', $this->standing()[1]);
        // In one request as well.
        $id = (string) Str::uuid();
        $this->postJson("/shoots/{$this->shoot->id}/cull/marks", [
            'steps' => [
                ['id' => $id, 'marks' => [['frame' => $this->ids[2], 'verdict' => 'keep']]],
                ['id' => $id, 'takeBack' => true],
                ['id' => $id, 'again' => true],
            ],
        ])->assertOk();
        self::assertSame('keep 0 0', $this->standing()[2]);
    }

    public function test_nobody_overwrites_what_he_has_not_seen(): void
    {
        $this->actingAs($this->other);
        $this->step([$this->ids[0] => ['verdict' => 'drop', 'saw' => ['open', 0, 0]]]);
        $revision = $this->getJson("/shoots/{$this->shoot->id}/cull/since/0")->json('revision');
        $this->actingAs($this->member);
        $answer = $this->step([
            $this->ids[0] => ['verdict' => 'keep', 'saw' => ['open', 0, 0]],
            $this->ids[1] => ['verdict' => 'keep', 'saw' => ['open', 0, 0]],
        ]);
        self::assertSame(
            [
                [
                    'step' => $answer['id'],
                    'frame' => $this->ids[0],
                    'verdict' => 'drop',
                    'rating' => 0,
                    'uses' => 0,
                    'by' => 'Joss Merle',
                ],
            ],
            $answer['conflicts'],
        );
        self::assertSame(['drop 0 0', 'keep 0 0'], array_slice($this->standing(), 0, 2));
        // Having seen it, he may; and a rating beside it is no conflict.
        self::assertSame(
            [],
            $this->step([$this->ids[0] => ['verdict' => 'keep', 'saw' => ['drop', 0, 0]]])['conflicts'],
        );
        self::assertSame([], $this->step([$this->ids[1] => ['rating' => 3, 'saw' => ['open', 0, 0]]])['conflicts']);
        // The other browser is told, with whose hand it was.
        $told = $this->actingAs($this->other)
            ->getJson("/shoots/{$this->shoot->id}/cull/since/{$revision}")
            ->json();
        self::assertSame(
            [['Owner'], [[$this->ids[0], 'keep', 0, 0, 0, 0], [$this->ids[1], 'keep', 3, 0, 0, 0]]],
            [$told['others'], $told['frames']],
        );
        self::assertSame([], $this->getJson("/shoots/{$this->shoot->id}/cull/since/{$told['revision']}")->json('frames'));
    }

    public function test_ten_thousand_marks_at_once_are_done_and_more_than_can_be_are_refused_whole(): void
    {
        $body = DB::table('frames')
            ->where('id', $this->ids[0])
            ->first(['card_id', 'body_id']);
        $row = [
            'shoot_id' => $this->shoot->id,
            'card_id' => $body?->card_id,
            'body_id' => $body?->body_id,
            'name' => 'X',
            'camera_ms' => 1,
            'is_dated' => true,
            'taken_ms' => 1,
            'width' => 6,
            'height' => 4,
        ];
        foreach (range(1, 20) as $n) {
            DB::table('frames')->insert(array_fill(0, 1000, $row));
        }
        self::assertCount(
            20_006,
            $this->getJson("/shoots/{$this->shoot->id}/cull/frames")
                ->assertOk()
                ->json('frames'),
        );
        $ids = DB::table('frames')
            ->where('shoot_id', $this->shoot->id)
            ->orderBy('id')
            ->limit(10_000)
            ->pluck('id')
            ->all();
        $this->step(array_fill_keys($ids, ['verdict' => 'drop']));
        // Seven steps over all of them, and the page still opens; the last is told whole.
        $all = DB::table('frames')->where('shoot_id', $this->shoot->id)->pluck('id')->all();
        foreach (['keep', 'open', 'keep', 'open', 'keep', 'open'] as $verdict) {
            $this->step(array_fill_keys($all, ['verdict' => $verdict]));
        }
        $history = $this->getJson("/shoots/{$this->shoot->id}/cull/frames")
            ->assertOk()
            ->json('history');
        self::assertSame([20_006], array_map(count(...), array_column($history, 'marks')));
        $this->step(array_fill_keys($ids, ['verdict' => 'drop']));
        self::assertSame(
            10_000,
            DB::table('frames')
                ->where(['shoot_id' => $this->shoot->id, 'verdict' => 'drop'])
                ->count(),
        );
        $many = array_map(fn (int $n): array => ['frame' => $n, 'verdict' => 'keep'], range(1, 120_001));
        $this->postJson("/shoots/{$this->shoot->id}/cull/marks", [
            'steps' => [['id' => (string) Str::uuid(), 'marks' => $many]],
        ])
            ->assertStatus(422)
            ->assertJsonValidationErrors('steps');
        self::assertSame(
            0,
            DB::table('frames')
                ->where(['shoot_id' => $this->shoot->id, 'verdict' => 'keep'])
                ->count(),
        );
    }

    public function test_rounds_keep_their_verdicts_are_taken_up_again_compared_and_thrown_away(): void
    {
        $this->step([
            $this->ids[0] => ['verdict' => 'keep'],
            $this->ids[1] => ['verdict' => 'keep'],
            $this->ids[2] => ['verdict' => 'drop'],
        ]);
        $one = Round::query()->sole();
        $this->post("/shoots/{$this->shoot->id}/cull/rounds", [
            'source' => 'kept',
            'doubt' => 'drop',
            'starts' => 'open',
            'target' => 1,
        ])
            ->assertSessionHasNoErrors()
            ->assertRedirect();
        $two = Round::query()->where('number', 2)->sole();
        self::assertSame(['open 0 0', 'open 0 0', 'drop 0 0', 'open 0 0', 'open 0 0', 'open 0 0'], $this->standing());
        $table = $this->get("/shoots/{$this->shoot->id}/cull/frames")->json();
        self::assertSame(
            [1, 1, 0, 0, 0, 0],
            array_column($table['frames'], array_search('in', $table['columns'], true)),
        );
        $this->step([$this->ids[0] => ['verdict' => 'keep'], $this->ids[1] => ['verdict' => 'drop']]);
        $this->get("/shoots/{$this->shoot->id}/cull/rounds?one={$one->id}&other={$two->id}")
            ->assertOk()
            ->assertSee('1 kept, then dropped');

        // A mark that was made in the round that has been left stays with that round.
        $this->post("/shoots/{$this->shoot->id}/cull/rounds/{$one->id}/resume");
        self::assertSame(['keep 0 0', 'keep 0 0', 'drop 0 0'], array_slice($this->standing(), 0, 3));
        $answer = $this->step([$this->ids[1] => ['verdict' => 'keep']], ['round' => $two->id]);
        self::assertSame($one->id, $answer['round']);
        self::assertSame(
            'keep',
            DB::table('round_frames')
                ->where(['round_id' => $two->id, 'frame_id' => $this->ids[1]])
                ->value('verdict'),
        );
        $this->post("/shoots/{$this->shoot->id}/cull/rounds/{$two->id}/resume");
        self::assertSame(['keep 0 0', 'keep 0 0', 'drop 0 0'], array_slice($this->standing(), 0, 3));

        // Thrown away under somebody's hands: the round before goes on, and nothing of either is lost.
        $this->step([$this->ids[0] => ['verdict' => 'drop']], ['round' => $two->id]);
        $this->delete("/shoots/{$this->shoot->id}/cull/rounds/{$two->id}");
        self::assertSame([$one->id, 'keep 0 0'], [Culling::of($this->shoot)->round, $this->standing()[0]]);
        $this->step([$this->ids[1] => ['verdict' => 'drop']], ['round' => $two->id]);
        self::assertSame('keep 0 0', $this->standing()[1]);
        $this->post("/shoots/{$this->shoot->id}/cull/rounds/{$two->id}/resume");
        self::assertSame(['drop 0 0', 'drop 0 0', 'drop 0 0'], array_slice($this->standing(), 0, 3));
        // The last round of all thrown away: the day as it was.
        $this->delete("/shoots/{$this->shoot->id}/cull/rounds/{$one->id}");
        $this->delete("/shoots/{$this->shoot->id}/cull/rounds/{$two->id}");
        self::assertSame(array_fill(0, 6, 'open 0 0'), $this->standing());
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function impossibleRounds(): iterable
    {
        yield 'nothing is kept' => [
            ['source' => 'kept', 'doubt' => 'nothing', 'starts' => 'open'],
            'No frame would take part',
        ];
        yield 'no doubt can arise' => [
            ['source' => 'all', 'doubt' => 'drop', 'starts' => 'kept'],
            'everything counts as kept',
        ];
        yield 'a target of none' => [
            ['source' => 'all', 'doubt' => 'nothing', 'starts' => 'open', 'target' => 0],
            'A target is 1',
        ];
        yield 'too many a minute' => [
            ['source' => 'all', 'doubt' => 'nothing', 'starts' => 'open', 'per_minute' => 1e9],
            'at most 600',
        ];
    }

    /** @param  array<string, mixed>  $said */
    #[DataProvider('impossibleRounds')]
    public function test_a_round_that_cannot_be_is_refused_where_it_was_asked_for(array $said, string $why): void
    {
        $this->step([$this->ids[0] => ['verdict' => 'drop']]);
        $this->post("/shoots/{$this->shoot->id}/cull/rounds", $said)->assertSessionHasErrors('source');
        self::assertStringContainsString($why, (string) session('errors')->first('source'));
        self::assertSame([1, 'drop 0 0'], [Round::query()->count(), $this->standing()[0]]);
    }

    public function test_frames_are_collected_into_a_set_that_a_round_starts_from(): void
    {
        $set = $this->postJson("/shoots/{$this->shoot->id}/cull/sets", ['name' => 'Portfolio', 'everywhere' => true])
            ->assertOk()
            ->json('id');
        $this->postJson("/shoots/{$this->shoot->id}/cull/sets", ['name' => 'portfolio'])->assertStatus(422);
        self::assertSame(
            $set,
            \App\Cull\Habits::of($this->member)->collects($this->shoot),
            'a new set is the one that is collected into',
        );
        $step = $this->step(
            [$this->ids[1] => ['collect' => true], $this->ids[3] => ['collect' => true]],
            ['set' => $set],
        );
        self::assertSame([$this->ids[1], $this->ids[3]], FrameSet::query()->findOrFail($set)->frames($this->shoot));
        self::assertSame(
            [$this->ids[1], $this->ids[3]],
            $this->get("/shoots/{$this->shoot->id}/cull/frames")->json('collected'),
        );
        $this->step([], ['id' => $step['id'], 'takeBack' => true]);
        self::assertSame([], FrameSet::query()->findOrFail($set)->frames($this->shoot));
        $this->step([], ['id' => $step['id'], 'again' => true]);
        $this->post("/shoots/{$this->shoot->id}/cull/rounds", [
            'source' => 'set',
            'set' => $set,
            'doubt' => 'nothing',
            'starts' => 'kept',
        ])->assertSessionHasNoErrors();
        self::assertSame(['open 0 0', 'keep 0 0', 'open 0 0', 'keep 0 0', 'open 0 0', 'open 0 0'], $this->standing());

        // A live set is always up to date, and takes nothing by hand.
        $live = $this->postJson("/shoots/{$this->shoot->id}/cull/sets?verdict=keep&where=set:Portfolio", [
            'name' => 'The kept',
            'live' => true,
        ])
            ->assertOk()
            ->assertJson(['rule' => 'verdict:keep and set:Portfolio', 'frames' => 2])
            ->json('id');
        self::assertCount(2, FrameSet::query()->findOrFail($live)->frames($this->shoot));
        self::assertCount(
            1,
            $this->postJson("/shoots/{$this->shoot->id}/cull/marks", [
                'steps' => [
                    [
                        'id' => (string) Str::uuid(),
                        'set' => $live,
                        'marks' => [['frame' => $this->ids[0], 'collect' => true]],
                    ],
                ],
            ])->json('refused'),
        );
        $this->postJson("/shoots/{$this->shoot->id}/cull/sets", ['name' => 'All', 'live' => true])
            ->assertStatus(422)
            ->assertJsonValidationErrors(['rule' => 'Nothing is filtered']);
        $this->postJson("/shoots/{$this->shoot->id}/cull/sets?where=set:Nowhere", ['name' => 'Round', 'live' => true])
            ->assertStatus(422)
            ->assertJsonValidationErrors(['rule' => 'There is no set called “Nowhere”']);
        DB::table('sets')
            ->where('id', $live)
            ->update(['rule' => 'set:"The kept"']);
        $this->getJson("/shoots/{$this->shoot->id}/cull/meeting?where=".urlencode('set:"The kept"'))
            ->assertStatus(422)
            ->assertJsonValidationErrors(['where' => 'asks for itself']);
    }

    public function test_uses_are_as_many_as_a_frame_needs_and_a_studio_adds_its_own(): void
    {
        self::assertSame(UseList::USUAL, array_values(Uses::of($this->studio)->names));
        $this->postJson("/shoots/{$this->shoot->id}/cull/uses", ['name' => 'wall print'])
            ->assertOk()
            ->assertJsonPath('uses.5', 'wall print');
        $this->postJson("/shoots/{$this->shoot->id}/cull/uses", ['name' => 'a, b'])->assertStatus(422);
        $this->step([$this->ids[0] => ['given' => 1 | (1 << 5)], $this->ids[1] => ['given' => 2]]);
        $this->step([$this->ids[0] => ['given' => 2, 'taken' => 1]]);
        self::assertSame(['open 0 34', 'open 0 2'], array_slice($this->standing(), 0, 2));
        self::assertSame('press, wall print', Frame::query()->findOrFail($this->ids[0])->label());
        self::assertSame(
            [$this->ids[0]],
            $this->getJson("/shoots/{$this->shoot->id}/cull/meeting?where=".urlencode('use:"wall print"'))->json(
                'frames',
            ),
        );
        for ($n = 0; $n < 24; $n++) {
            $this->postJson("/shoots/{$this->shoot->id}/cull/uses", ['name' => "more {$n}"])->assertOk();
        }
        $this->postJson("/shoots/{$this->shoot->id}/cull/uses", ['name' => 'one too many'])
            ->assertStatus(422)
            ->assertJsonValidationErrors('name');
    }

    public function test_lists_go_out_and_come_in_and_say_what_they_did_not_find(): void
    {
        $names = array_values($this->frames()->pluck('name')->all());
        $stems = array_map(fn (string $name): string => pathinfo($name, PATHINFO_FILENAME), $names);
        $this->step([
            $this->ids[0] => ['verdict' => 'keep', 'rating' => 4, 'given' => 3],
            $this->ids[1] => ['verdict' => 'keep'],
        ]);
        $list = fn (string $query): string => $this->getJson("/shoots/{$this->shoot->id}/cull/list?{$query}")
            ->assertOk()
            ->json('names');
        self::assertSame("{$names[0]}\n{$names[1]}", $list('verdict=keep'));
        self::assertSame("{$stems[0]} {$stems[1]}", $list('verdict=keep&ending=0&separator=spaces'));
        self::assertSame("\"{$names[0]}\", \"{$names[1]}\"", $list('where=verdict:keep&separator=commas&quoted=1'));
        $csv = (string) $this->get("/shoots/{$this->shoot->id}/cull/list.csv")
            ->assertOk()
            ->getContent();
        self::assertStringStartsWith(
            "name,verdict,rating,uses,time\r\n{$names[0]},keep,4,album; press,2026-09-05T",
            $csv,
        );

        // Back in it changes nothing; with the verdicts turned round it marks what it names.
        $before = $this->standing();
        $this->post("/shoots/{$this->shoot->id}/cull/list", ['list' => $csv])->assertSessionHasNoErrors();
        self::assertSame($before, $this->standing());
        $this->post("/shoots/{$this->shoot->id}/cull/list", [
            'list' => "filename;verdict;rating\n{$names[0]};drop;\n".
                strtolower($stems[2]).
                ";keep;9\nNOWHERE.JPG;keep;1\n{$stems[3]};;5\n",
        ])->assertSessionHasNoErrors();
        self::assertSame(['drop 4 3', 'keep 0 0', 'open 0 0', 'open 5 0'], array_slice($this->standing(), 0, 4));
        $this->get("/shoots/{$this->shoot->id}/cull/list")
            ->assertSee('2 of 4 names')
            ->assertSee('NOWHERE.JPG')
            ->assertSee('A rating is 0 to 5, not 9');
        $this->post("/shoots/{$this->shoot->id}/cull/list", [
            'list' => "{$names[4]}, \"{$names[5]}\" nobody.jpg",
            'verdict' => 'keep',
            'use' => '1',
        ])->assertSessionHasNoErrors();
        self::assertSame(['keep 0 2', 'keep 0 2'], array_slice($this->standing(), 4));
        $this->post("/shoots/{$this->shoot->id}/cull/list", ['list' => $names[4]])->assertSessionHasErrors('verdict');
        $this->post("/shoots/{$this->shoot->id}/cull/list", ['list' => ' '])->assertSessionHasErrors('list');
    }

    /** @return iterable<array{string, list<int>}> filter => places of the frames it means */
    public static function filters(): iterable
    {
        yield ['', [0, 1, 2, 3, 4, 5]];
        yield ['verdict:keep', [0, 1]];
        yield ['rating>=3', [0, 4]];
        yield ['rating:3', [4]];
        yield ['use:Album', [0, 2]];
        yield ['use:any and not use:album', [1]];
        yield ['use:nothing', []];
        yield ['set:Portfolio', [3, 4]];
        yield ['not set:portfolio', [0, 1, 2, 5]];
        yield ['lens:85', [0, 1, 2]];
        yield ['lens:"85%"', []];
        yield ['not lens:85', [3, 4, 5]];
        yield ['body:corvid', [0, 1, 2, 3, 4, 5]];
        yield ['body:elsewhere', []];
        yield ['shooter:tarn', [0, 1, 2, 3, 4, 5]];
        yield ['moment>=2', [0, 1, 2]];
        yield ['iso>800', [4, 5]];
        yield ['aperture:f/2.8', [0, 1, 2]];
        yield ['shutter<=1/500', [0, 1]];
        yield ['shutter:1/60', [2]];
        yield ['focal:85mm', [0, 1, 2]];
        yield ['sharpness>10', [5]];
        yield ['keyword:ROW', [0, 1]];
        yield ['words:"said \"go\""', [1]];
        yield ['words:headline', []];
        yield ['words:größe', [2]];
        yield ['name:3', [3]];
        yield ['time>=10:00', [4, 5]];
        yield ['time:10:00:01', [5]];
        yield ['time<2026-09-05T10:00', [0, 1, 2, 3]];
        yield ['verdict:keep or rating:3 and iso>800', [0, 1, 4]];
        yield ['(verdict:keep or rating:3) and iso>800', [4]];
        yield ['not (keyword:rowing or use:album) and name:FR', [3, 4, 5]];
        yield ['go', [1]];
    }

    public function test_every_filter_means_the_frames_that_it_says(): void
    {
        $ten = $this->shoot->zone()->instant((int) strtotime('2026-09-05 10:00 UTC') * 1000);
        $facts = [
            ['verdict' => 'keep', 'rating' => 4, 'uses' => 1, 'exposure' => 1 / 1000, 'taken_ms' => $ten - 4000],
            ['verdict' => 'keep', 'uses' => 2, 'exposure' => 1 / 500, 'taken_ms' => $ten - 3000],
            ['verdict' => 'drop', 'uses' => 5, 'exposure' => 1 / 60, 'taken_ms' => $ten - 2000],
            ['taken_ms' => $ten - 1000],
            ['rating' => 3, 'iso' => 1600, 'taken_ms' => $ten],
            ['iso' => 3200, 'sharpness' => 12.5, 'taken_ms' => $ten + 1000],
        ];
        foreach ($facts as $n => $own) {
            DB::table('frames')
                ->where('id', $this->ids[$n])
                ->update([
                    ...$n < 3
                        ? ['lens' => 'Halden 85 mm', 'f_number' => 2.8, 'focal_length' => 85, 'moment_size' => 3]
                        : [
                            'lens' => 'Halden 24 mm',
                            'f_number' => 4,
                            'focal_length' => 24,
                            'exposure' => 1 / 30,
                            'moment_size' => 1,
                        ],
                    'name' => "FR{$n}.JPG",
                    'iso' => 100,
                    'sharpness' => 1,
                    ...$own,
                ]);
        }
        DB::table('cards')
            ->where('shoot_id', $this->shoot->id)
            ->update(['shooter' => 'Ivo Tarn']);
        Uses::of($this->studio);
        $set = DB::table('sets')->insertGetId(['studio_id' => $this->studio->id, 'name' => 'Portfolio']);
        DB::table('set_frames')->insert([
            ['set_id' => $set, 'frame_id' => $this->ids[3]],
            ['set_id' => $set, 'frame_id' => $this->ids[4]],
        ]);
        DB::table('captions')->delete();
        foreach (
            [
                ['keywords' => 'Rowing, river', 'headline' => 'Start'],
                ['keywords' => 'rowing', 'description' => 'She said "go" and they did'],
                ['headline' => 'Große GRÖSSE, Größe'],
            ] as $n => $fields
        ) {
            DB::table('captions')->insert(
                \App\Captions\FrameCaption::row(
                    $this->ids[$n],
                    $this->shoot->id,
                    \Kanpai\Core\Frames\Caption\Caption::of($fields),
                    [],
                ),
            );
        }
        foreach (self::filters() as [$where, $places]) {
            self::assertSame(
                array_map(fn (int $place): int => $this->ids[$place], $places),
                $this->getJson("/shoots/{$this->shoot->id}/cull/meeting?where=".urlencode($where))
                    ->assertOk()
                    ->json('frames'),
                $where,
            );
        }
        $order = fn (string $sort): array => array_map(
            fn (int $id): int => (int) array_search($id, $this->ids, true),
            $this->getJson("/shoots/{$this->shoot->id}/cull/meeting?sort={$sort}")->json('frames'),
        );
        self::assertSame([[0, 4, 1, 2, 3, 5], [5, 0, 1, 2, 3, 4]], [$order('rating'), $order('sharpness')]);
        // A caption that changes, or goes, is looked for as it is now.
        DB::table('captions')
            ->where('frame_id', $this->ids[0])
            ->update(['fields' => '{"keywords":"sailing"}']);
        self::assertSame(
            [$this->ids[1]],
            $this->getJson("/shoots/{$this->shoot->id}/cull/meeting?where=keyword:rowing")->json('frames'),
        );
        // The same filter means the same frames on other pages, and a set that is gone means none.
        $this->get("/shoots/{$this->shoot->id}/captions?where=keyword:rowing")
            ->assertOk()
            ->assertSee('1 of 6');
        $this->get("/shoots/{$this->shoot->id}/captions?where=set:gone")->assertOk();
    }

    public function test_keys_are_the_members_own_and_a_clash_is_refused_by_its_name(): void
    {
        $this->postJson('/habits/keys', ['keys' => ['keep' => 'k', 'drop' => 'j']])
            ->assertStatus(422)
            ->assertJsonValidationErrors(['keys' => '“J” already means “begin a moment here']);
        $this->postJson('/habits/keys', ['keys' => ['keep' => 'k', 'drop' => 'f']])
            ->assertOk()
            ->assertJsonPath('keys.keep', 'k');
        $this->get("/shoots/{$this->shoot->id}/cull")->assertSee('data-key="keep" value="k"', false);
        $this->actingAs($this->other)
            ->get("/shoots/{$this->shoot->id}/cull")
            ->assertSee('data-key="keep" value="f"', false);
        $this->postJson('/habits/keys', ['keys' => ['keep' => 'Control+f']])->assertStatus(422);
        $this->postJson('/habits/keys', ['keys' => ['dance' => 'u']])->assertStatus(422);
    }

    public function test_the_dropped_are_set_aside_and_come_back(): void
    {
        $this->step([$this->ids[0] => ['verdict' => 'drop'], $this->ids[4] => ['verdict' => 'drop']]);
        $this->get("/shoots/{$this->shoot->id}/cull/dropped")
            ->assertOk()
            ->assertSee('2 dropped frames');
        $before = $this->tree($this->folder.'/drive');
        $this->post("/shoots/{$this->shoot->id}/cull/dropped/aside");
        self::assertCount(4, $this->standing());
        self::assertCount(4, $this->get("/shoots/{$this->shoot->id}/cull/frames")->json('frames'));
        self::assertSame([$this->ids[0]], $this->step([$this->ids[0] => ['verdict' => 'keep']])['gone']);
        self::assertSame($before, $this->tree($this->folder.'/drive'));
        $this->post("/shoots/{$this->shoot->id}/cull/dropped/back");
        self::assertCount(6, $this->standing());
    }

    public function test_copies_of_the_dropped_are_deleted_but_never_the_last_unless_the_owner_says_so(): void
    {
        $card = \App\Ingest\Card::query()->firstOrFail();
        $this->copyCard($card);
        $rack = $this->tree($this->folder.'/rack');
        $this->step([$this->ids[0] => ['verdict' => 'drop']]);
        $file = (string) DB::table('files')->where('frame_id', $this->ids[0])->value('destination');
        $this->get("/shoots/{$this->shoot->id}/cull/dropped")
            ->assertSee('1 file on drive')
            ->assertSee('1 file on backup');
        $address = "/shoots/{$this->shoot->id}/cull/dropped/delete";
        $this->post($address, ['name' => 'Harbour', 'places' => ['drive']])->assertSessionHasErrors('name');
        self::assertFileExists("{$this->folder}/drive/{$file}");
        $this->post($address, ['name' => 'Harbour day', 'places' => ['drive', 'backup']])->assertSessionHasNoErrors();
        self::assertSame(
            [false, true],
            [
                is_file("{$this->folder}/drive/{$file}") && is_file("{$this->folder}/backup/{$file}"),
                is_file("{$this->folder}/drive/{$file}") || is_file("{$this->folder}/backup/{$file}"),
            ],
        );
        self::assertFalse(
            $card->refresh()->safety()->isSafeToFormat(),
            'a card whose files stand in one place is not safe',
        );
        $this->post($address, ['name' => 'Harbour day', 'places' => ['drive', 'backup']]);
        self::assertSame(
            1,
            (int) is_file("{$this->folder}/drive/{$file}") + (int) is_file("{$this->folder}/backup/{$file}"),
            'the last copy went',
        );
        $this->actingAs($this->other)
            ->post($address, ['name' => 'Harbour day', 'places' => ['drive', 'backup'], 'last' => '1'])
            ->assertForbidden();
        $this->actingAs($this->member)->post($address, [
            'name' => 'Harbour day',
            'places' => ['drive', 'backup'],
            'last' => '1',
        ]);
        self::assertSame(
            0,
            (int) is_file("{$this->folder}/drive/{$file}") + (int) is_file("{$this->folder}/backup/{$file}"),
        );
        self::assertSame($rack, $this->tree($this->folder.'/rack'), 'the card was touched');
        self::assertFileExists(
            "{$this->folder}/drive/".DB::table('files')->where('frame_id', $this->ids[1])->value('destination'),
        );
    }

    public function test_a_clock_that_is_set_while_somebody_culls_moves_frames_and_no_mark(): void
    {
        $this->step([$this->ids[0] => ['verdict' => 'keep']]);
        $body = $this->frames()->first()->body_id;
        $this->post("/shoots/{$this->shoot->id}/clocks/{$body}", [
            'direction' => 'later',
            'hours' => 1,
        ])->assertSessionHasNoErrors();
        self::assertSame(
            [],
            $this->step([$this->ids[1] => ['verdict' => 'drop', 'saw' => ['open', 0, 0]]])['conflicts'],
        );
        self::assertSame(['keep 0 0', 'drop 0 0'], array_slice($this->standing(), 0, 2));
    }

    public function test_moments_follow_the_slider_and_the_hands(): void
    {
        $moments = fn (): array => array_values($this->frames()->pluck('moment')->all());
        $before = $moments();
        self::assertSame(count(array_unique($before)), count(array_count_values($before)));
        $this->postJson("/shoots/{$this->shoot->id}/cull/fineness", ['fineness' => 100])->assertOk();
        self::assertSame(range(0, 5), $moments());
        self::assertSame(1, $this->frames()->first()->moment_size);
        $this->postJson("/shoots/{$this->shoot->id}/cull/fineness", ['fineness' => 0])->assertOk();
        self::assertSame([0, 0, 0, 0, 1, 1], $moments(), 'an hour without a frame');
        $this->postJson("/shoots/{$this->shoot->id}/cull/border", [
            'frame' => $this->ids[2],
            'kind' => 'split',
        ])->assertOk();
        self::assertSame([0, 0, 1, 1, 2, 2], $moments());
        $this->postJson("/shoots/{$this->shoot->id}/cull/fineness", ['fineness' => 100])->assertOk();
        $this->postJson("/shoots/{$this->shoot->id}/cull/border", [
            'frame' => $this->ids[4],
            'kind' => 'join',
        ])->assertOk();
        self::assertSame([0, 1, 2, 3, 3, 4], $moments());
        $this->postJson("/shoots/{$this->shoot->id}/cull/border", [
            'frame' => $this->ids[4],
            'kind' => null,
        ])->assertOk();
        self::assertSame(range(0, 5), $moments());
        self::assertSame([2 => 'split'], $this->getJson("/shoots/{$this->shoot->id}/cull/frames")->json('byHand'));
        $this->postJson("/shoots/{$this->shoot->id}/cull/fineness", ['fineness' => 101])->assertStatus(422);
    }

    public function test_a_shoot_without_a_frame_and_one_with_one_can_be_culled(): void
    {
        $empty = $this->studio
            ->shoots()
            ->create(['name' => 'Empty', 'zone' => 'Europe/London', 'held_on' => '2026-09-06']);
        foreach (['cull', 'cull/rounds', 'cull/dropped', 'cull/list'] as $page) {
            $this->get("/shoots/{$empty->id}/{$page}")->assertOk();
        }
        self::assertSame(
            [],
            $this->get("/shoots/{$empty->id}/cull/frames")
                ->assertOk()
                ->json('frames'),
        );
        DB::table('frames')->where('shoot_id', $this->shoot->id)->where('id', '<>', $this->ids[0])->delete();
        self::assertCount(
            1,
            $this->get("/shoots/{$this->shoot->id}/cull/frames")
                ->assertOk()
                ->json('frames'),
        );
        $this->get("/shoots/{$this->shoot->id}/cull/rounds")->assertOk();
    }
}
