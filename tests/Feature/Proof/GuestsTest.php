<?php

declare(strict_types=1);

namespace Tests\Feature\Proof;

use App\Cull\Marking;
use App\Proof\Choice;
use App\Proof\Comment;
use App\Proof\Gallery;
use App\Proof\Guest;
use App\Proof\Selection;
use App\Proof\Share;
use App\Studio\OutboxMail;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Frames\Verdict;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/** Guests of one gallery, of two galleries, of two links, and with bad manners. */
final class GuestsTest extends FeatureTestCase
{
    private string $link;

    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('ivo', 4);
        $this->copyCard($this->readCard('ivo'));
        $this->link = $this->publish('First', ['lists' => 'Album 1-2', 'draws' => '1', 'rates' => '1']);
    }

    public function test_a_gallery_shows_what_was_published_whatever_is_culled_later(): void
    {
        $frame = $this->frames()->first();
        app(Marking::class)->mark($this->shoot, $this->member, (string) Str::uuid(), $frame->id, 'drop', null);
        self::assertSame(Verdict::Drop, $frame->refresh()->verdict);
        self::assertCount(4, $this->get("{$this->link}/frames")->json('frames'));
    }

    public function test_a_guest_whose_first_answer_was_lost_is_the_same_guest_afterwards(): void
    {
        // The page gives a key, and makes nobody.
        $this->asGuest($this->get($this->link)->assertOk());
        self::assertSame(0, Guest::query()->count());
        $steps = [
            ['id' => (string) Str::uuid(), 'kind' => 'comment', 'number' => 1, 'text' => 'Calmer?'],
            ['id' => (string) Str::uuid(), ...self::choice(2)],
        ];
        // What the first answer brought never arrived.
        $this->postJson("{$this->link}/steps", ['steps' => $steps])->assertOk();
        $this->postJson("{$this->link}/steps", ['steps' => $steps])
            ->assertOk()
            ->assertJson(['refused' => []]);
        $told = $this->getJson("{$this->link}/since")->json();
        self::assertSame(
            [['Calmer?'], [2], 1],
            [array_column($told['comments'], 'text'), $told['chosen']['Album'], Guest::query()->count()],
        );
        // Somebody else's browser gets another key.
        $this->asNobody();
        $this->asGuest($this->get($this->link));
        $this->guestSays($this->link, [self::choice(3)])->assertOk();
        self::assertSame(2, Guest::query()->count());
    }

    public function test_a_step_that_arrives_again_later_undoes_nothing_that_was_done_since(): void
    {
        $off = ['id' => (string) Str::uuid(), ...self::choice(1, false)];
        $low = ['id' => (string) Str::uuid(), 'kind' => 'rate', 'number' => 1, 'rating' => 1];
        $this->asGuest($this->guestSays($this->link, [self::choice(1), $off, $low, self::choice(2), self::choice(3)]));
        $tooMany = ['id' => (string) Str::uuid(), ...self::choice(4)];
        $refused = $this->guestSays($this->link, [$tooMany])->json('refused');
        $this->guestSays($this->link, [
            self::choice(3, false),
            self::choice(1),
            ['kind' => 'rate', 'number' => 1, 'rating' => 5],
            self::choice(1, false),
            self::choice(1),
        ]);
        // What a page sent when it was left was held up on its way, and comes now.
        $told = $this->guestSays($this->link, [$off, $low, $tooMany])->assertOk()->json();
        self::assertSame([['Album' => [1, 2]], [1 => 5]], [$told['chosen'], $told['ratings']]);
        self::assertSame([$refused, 1], [$told['refused'], count($refused)]);
    }

    public function test_a_guest_of_one_gallery_is_nobody_in_another(): void
    {
        $second = $this->publish('Second', ['password' => 'anchor light']);
        $this->asGuest($this->guestSays($this->link, [self::choice(1)]));
        $this->get($second)->assertStatus(401);
        $this->getJson("{$second}/frames")->assertStatus(401);
        $this->guestSays($second, [self::choice(1)])->assertStatus(401);
        self::assertSame(1, Choice::query()->count());
    }

    public function test_all_that_was_done_is_there_again_and_on_another_device_by_the_mailed_link(): void
    {
        $this->asGuest(
            $this->guestSays($this->link, [
                self::choice(1),
                ['kind' => 'rate', 'number' => 2, 'rating' => 4],
                ['kind' => 'comment', 'number' => 3, 'text' => 'Lovely'],
            ])->assertJson(['refused' => []]),
        );
        $this->post("{$this->link}/keep", ['email' => 'nobody'])->assertSessionHasErrors('email');
        $this->post("{$this->link}/keep", ['email' => 'ada@harbour.example'])->assertRedirect($this->link);
        $mail = OutboxMail::query()->where('recipient', 'ada@harbour.example')->firstOrFail()->body;
        self::assertSame(1, preg_match('~(/g/\S+/me/\S+)~', $mail, $found));
        $this->asNobody();
        self::assertSame([], $this->get("{$this->link}/frames")->json('chosen'));
        $this->asGuest($this->get($found[1])->assertRedirect());
        $told = $this->get("{$this->link}/frames")->json();
        self::assertSame(
            [['Album' => [1]], [2 => 4], ['Lovely']],
            [$told['chosen'], $told['ratings'], array_column($told['comments'], 'text')],
        );
        // Both devices are one person.
        $this->guestSays($this->link, [self::choice(2)]);
        self::assertSame(
            [1, 2],
            [Guest::query()->count(), count($this->get("{$this->link}/since")->json('chosen.Album'))],
        );
        $this->get("{$this->link}/me/".str_repeat('A', 24))->assertNotFound();
    }

    public function test_no_more_can_be_chosen_than_was_agreed_also_from_two_devices(): void
    {
        $this->asGuest($this->guestSays($this->link, [self::choice(1), self::choice(2), self::choice(1)]));
        $refused = $this->guestSays($this->link, [($third = ['id' => (string) Str::uuid(), ...self::choice(3)])])
            ->assertOk()
            ->json();
        self::assertStringContainsString('2 are chosen for “Album”', $refused['refused'][$third['id']]);
        self::assertSame([1, 2], $refused['chosen']['Album']);
        $this->guestSays($this->link, [self::choice(1, false), self::choice(3)]);
        self::assertSame([2, 3], $this->get("{$this->link}/since")->json('chosen.Album'));
        self::assertSame(2, Choice::query()->count());
    }

    public function test_lists_are_filled_apart_and_fewer_than_agreed_are_not_sent(): void
    {
        $link = $this->publish('Lists', ['lists' => "Album 2-3\nParents\nPress 1-1"]);
        $this->asGuest(
            $this->guestSays($link, [
                self::choice(1, true, 'Album'),
                self::choice(1, true, 'Parents'),
                self::choice(2, true, 'Press'),
            ]),
        );
        $refused = $this->guestSays($link, [self::choice(2, true, 'Nobody’s'), self::choice(3, true, 'Press')])->json(
            'refused',
        );
        self::assertCount(2, $refused);
        $this->get("{$link}/send")
            ->assertSee('1 picture still to choose: 2 to 3 were asked for.')
            ->assertSee('Exactly the 1');
        $this->post("{$link}/send", ['name' => 'Ada Fenn', 'email' => 'ada@harbour.example'])->assertSessionHasErrors(
            'choice',
        );
        self::assertSame(0, Selection::query()->count());
        $this->guestSays($link, [self::choice(4, true, 'Album')]);
        $this->post("{$link}/send", [
            'name' => 'Ada Fenn',
            'email' => 'ada@harbour.example',
        ])->assertSessionHasNoErrors();
        $selection = Selection::query()->firstOrFail();
        self::assertSame(
            [['Album', 1], ['Parents', 1], ['Press', 2], ['Album', 4]],
            array_map(fn (array $row): array => [$row['list'], $row['number']], $selection->chosen()),
        );
        self::assertSame(3, $selection->frames()->count(), 'a frame on two lists is one frame');
        self::assertStringContainsString(
            'Album: 001, 004',
            OutboxMail::query()->where('recipient', 'ada@harbour.example')->firstOrFail()->body,
        );
    }

    public function test_what_was_sent_is_closed_until_the_studio_opens_it_again_and_rounds_are_compared(): void
    {
        $this->asGuest($this->guestSays($this->link, [self::choice(1), self::choice(2)]));
        $this->post("{$this->link}/send", [
            'name' => 'Ada Fenn',
            'email' => 'ada@harbour.example',
            'message' => 'Thanks',
        ]);
        self::assertCount(1, $this->guestSays($this->link, [self::choice(1, false)])->json('refused'));
        self::assertTrue($this->get("{$this->link}/since")->json('isSent'));
        $this->get("{$this->link}/send")->assertRedirect($this->link);
        $this->post("{$this->link}/send", [
            'name' => 'Ada Fenn',
            'email' => 'ada@harbour.example',
        ])->assertSessionHasErrors('choice');
        $guest = Guest::query()->firstOrFail();
        $this->actingAs($this->member)
            ->post("/guests/{$guest->id}/open")
            ->assertRedirect();
        self::assertStringContainsString(
            'change your selection',
            OutboxMail::query()->where('recipient', 'ada@harbour.example')->orderByDesc('id')->firstOrFail()->body,
        );
        $this->guestSays($this->link, [self::choice(1, false), self::choice(4)]);
        $this->post("{$this->link}/send", ['name' => 'Ada Fenn', 'email' => 'ada@harbour.example']);
        $second = Selection::query()->orderByDesc('id')->firstOrFail();
        self::assertSame(
            '1 new, 1 left out, 1 as before',
            $second->differenceTo($second->before() ?? $second)->inWords(),
        );
        self::assertSame(2, Selection::query()->orderBy('id')->firstOrFail()->frames()->count());
        $this->get("/galleries/{$guest->gallery_id}")
            ->assertSee('1 new, 1 left out, 1 as before')
            ->assertSee('Thanks');
    }

    public function test_the_studio_sees_who_chose_what_where_they_agree_and_makes_a_final_list(): void
    {
        $this->asGuest(
            $this->guestSays($this->link, [
                self::choice(1),
                self::choice(2),
                ['kind' => 'comment', 'number' => 1, 'text' => 'First guest'],
            ]),
        );
        $this->asNobody();
        $this->asGuest($this->guestSays($this->link, [self::choice(1), self::choice(3)]));
        $this->post("{$this->link}/send", ['name' => 'Second Guest', 'email' => 'second@harbour.example']);
        $gallery = Gallery::query()->firstOrFail();
        $page = fn (string $query): string => (string) preg_replace(
            '/\s+/',
            ' ',
            strip_tags(
                (string) $this->actingAs($this->member)
                    ->get("/galleries/{$gallery->id}{$query}")
                    ->assertOk()
                    ->getContent(),
            ),
        );
        self::assertStringContainsString('all agree 1 only one wants it 2', $page(''));
        self::assertStringContainsString('3 of 4 chosen by somebody', $page(''));
        self::assertStringContainsString('Second Guest chose 2', $page(''));
        self::assertStringContainsString($this->frames()[0]->name, $page('?kind=all'));
        self::assertStringNotContainsString($this->frames()[1]->name, $page('?kind=all'));
        $this->post("/galleries/{$gallery->id}/final", ['rule' => 'all', 'as' => 'set'])->assertRedirect();
        self::assertSame(
            [$this->frames()[0]->id],
            DB::table('set_frames')->pluck('frame_id')->map(fn ($id): int => (int) $id)->all(),
        );
        $this->post("/galleries/{$gallery->id}/final", ['rule' => 'best', 'as' => 'set'])->assertSessionHasErrors(
            'size',
        );
        $this->post("/galleries/{$gallery->id}/final", [
            'rule' => 'any',
            'as' => 'use',
            'use' => 'wall',
        ])->assertSessionHasNoErrors();
        self::assertSame(3, $this->frames()->where('uses', '<>', 0)->count());
        $this->post("/galleries/{$gallery->id}/final", [
            'rule' => 'best',
            'size' => 2,
            'as' => 'round',
        ])->assertRedirect("/shoots/{$this->shoot->id}/cull");
        self::assertSame(
            2,
            DB::table('round_frames')
                ->where('round_id', DB::table('culls')->value('round_id'))
                ->where('is_in', true)
                ->count(),
        );
        // Culling shows it, and filters find it.
        $meets = fn (string $where): array => $this->getJson(
            "/shoots/{$this->shoot->id}/cull/meeting?".http_build_query(['where' => $where]),
        )->json('frames');
        $ids = $this->frames()->pluck('id')->all();
        self::assertSame(
            [[$ids[0]], array_slice($ids, 0, 3), array_slice($ids, 0, 3), [$ids[0], $ids[2]], [$ids[0]]],
            [
                $meets('chosen>=2'),
                $meets('chosen:any'),
                $meets('chosen:album'),
                $meets('chosen:second'),
                $meets('notes>0'),
            ],
        );
        $table = $this->getJson("/shoots/{$this->shoot->id}/cull/frames")->json();
        self::assertSame(
            [2, 1, 1, 0],
            array_map(fn (array $row): int => array_combine($table['columns'], $row)['chosen'], $table['frames']),
        );
        self::assertNotSame([], $this->getJson("/shoots/{$this->shoot->id}/cull/since/0")->json('frames'));
    }

    public function test_a_selection_leaves_as_a_table_and_as_json_and_goes_on_inside(): void
    {
        $this->asGuest(
            $this->guestSays($this->link, [
                self::choice(2),
                ['kind' => 'comment', 'number' => 2, 'text' => "Two, \"lines\"\nhere"],
            ]),
        );
        $this->post("{$this->link}/send", ['name' => 'Ada Fenn', 'email' => 'ada@harbour.example']);
        $selection = Selection::query()->firstOrFail();
        $name = $this->frames()[1]->name;
        $this->actingAs($this->member);
        $rows = \Kanpai\Core\Captions\Table::rows(
            (string) $this->get("/selections/{$selection->id}.csv")
                ->assertOk()
                ->getContent(),
        );
        self::assertSame([$name, '2', 'Album', '0', "Two, \"lines\"\nhere"], array_slice($rows[1]['cells'], 0, 5));
        self::assertSame(
            [$name],
            array_column($this->getJson("/selections/{$selection->id}.json")->json('pictures'), 'name'),
        );
        self::assertStringContainsString(
            '"'.pathinfo($name, PATHINFO_FILENAME).'"',
            html_entity_decode(
                (string) $this->get(
                    "/selections/{$selection->id}/names?separator=commas&ending=without&quoted=1",
                )->getContent(),
            ),
        );
        $this->post("/selections/{$selection->id}/use", ['as' => 'set'])->assertRedirect();
        $this->post("/selections/{$selection->id}/use", ['as' => 'set'])->assertRedirect();
        self::assertSame(
            ['Ada Fenn chose', 'Ada Fenn chose 2'],
            DB::table('sets')->orderBy('id')->pluck('name')->all(),
        );
        $this->post("/selections/{$selection->id}/use", ['as' => 'use'])->assertSessionHasErrors('use');
        $this->post("/selections/{$selection->id}/use", ['as' => 'use', 'use' => 'album'])->assertSessionHasNoErrors();
        self::assertSame([$name], $this->frames()->where('uses', '<>', 0)->pluck('name')->all());
        $this->get(
            (string) $this->post("/selections/{$selection->id}/use", ['as' => 'gallery'])->headers->get('Location'),
        )->assertSee('1 of 4 frames');
    }

    public function test_drawn_notes_are_kept_in_the_pictures_coordinates_answered_and_ticked_off(): void
    {
        $frame = $this->frames()[0];
        $marks = [
            ['kind' => 'circle', 'x' => 100, 'y' => 50, 'rx' => 30, 'ry' => 20],
            ['kind' => 'word', 'x' => 10, 'y' => 20, 'text' => '<script>alert(1)</script>'],
        ];
        $this->asGuest(
            $this->guestSays($this->link, [
                ['kind' => 'comment', 'number' => 1, 'text' => '', 'drawing' => $marks],
            ])->assertJson(['refused' => []]),
        );
        $this->post("{$this->link}/keep", ['email' => 'ada@harbour.example', 'name' => 'Ada Fenn']);
        $svg = (string) $this->get("{$this->link}/since")->json('comments.0.svg');
        self::assertStringContainsString("viewBox=\"0 0 {$frame->width} {$frame->height}\"", $svg);
        self::assertStringContainsString('<ellipse cx="100" cy="50" rx="30" ry="20"/>', $svg);
        self::assertStringNotContainsString('<script', $svg);
        self::assertNotFalse(simplexml_load_string($svg));
        $comment = Comment::query()->firstOrFail();
        $this->actingAs($this->member)
            ->get('/galleries/'.$comment->guest->gallery_id.'?kind=unanswered')
            ->assertSee('Drawn: one circle')
            ->assertSee('<ellipse cx="100"', false)
            ->assertDontSee('<script>alert', false);
        $this->post("/comments/{$comment->id}/answer", ['answer' => ' '])->assertSessionHasErrors('answer');
        $this->post("/comments/{$comment->id}/answer", ['answer' => 'It will be gone.'])->assertRedirect();
        $this->post("/comments/{$comment->id}/done");
        self::assertStringContainsString(
            'It will be gone.',
            OutboxMail::query()->where('recipient', 'ada@harbour.example')->orderByDesc('id')->firstOrFail()->body,
        );
        self::assertSame(
            ['It will be gone.', true],
            [
                $this->get("{$this->link}/since")->json('comments.0.answer'),
                $this->get("{$this->link}/since")->json('comments.0.isDone'),
            ],
        );
    }

    /** @return iterable<string, array{array<string, mixed>, string}> a step, and why it is refused */
    public static function refused(): iterable
    {
        yield 'a picture that is not there' => [self::choice(5), 'no picture 5'];
        yield 'a comment of nothing' => [['kind' => 'comment', 'number' => 1, 'text' => " \n "], 'empty'];
        yield 'a comment of 100,000 characters' => [
            ['kind' => 'comment', 'number' => 1, 'text' => str_repeat('x', 100_000)],
            '100,000',
        ];
        // More does not come past nginx. Made when it is wanted: PHPUnit writes down what it is given.
        yield 'a drawing of a hundred thousand points' => [
            fn (): array => [
                'kind' => 'comment',
                'number' => 1,
                'drawing' => [['kind' => 'line', 'points' => array_fill(0, 100_000, [1, 1])]],
            ],
            '6,000 points',
        ];
        yield 'a drawing that is none' => [['kind' => 'comment', 'number' => 1, 'drawing' => 'x'], 'damaged'];
        yield 'a rating of nine' => [['kind' => 'rate', 'number' => 1, 'rating' => 9], '0 to 5'];
        yield 'a list that is none' => [self::choice(1, true, 'Other'), 'list'];
    }

    /** @param  array<string, mixed>|\Closure(): array<string, mixed>  $step */
    #[DataProvider('refused')]
    public function test_what_cannot_be_done_is_refused_by_itself_and_says_why(
        array|\Closure $step,
        string $words,
    ): void {
        $step = is_array($step) ? $step : $step();
        $id = (string) Str::uuid();
        $answer = $this->guestSays($this->link, [
            self::choice(2),
            ['id' => $id, ...$step],
            self::choice(3),
        ])->assertOk();
        self::assertSame([$id], array_keys($answer->json('refused')));
        self::assertStringContainsString($words, $answer->json("refused.{$id}"));
        self::assertSame(
            [2, 0, 0],
            [Choice::query()->count(), Comment::query()->count(), DB::table('guest_ratings')->count()],
        );
    }

    public function test_script_in_a_comment_stays_text(): void
    {
        $this->asGuest(
            $this->guestSays($this->link, [
                self::choice(1),
                ['kind' => 'comment', 'number' => 1, 'text' => ($bad = '<script>alert(1)</script>')],
            ]),
        );
        $this->get("{$this->link}/send")
            ->assertOk()
            ->assertDontSee($bad, false)
            ->assertSee(e($bad), false);
        $this->actingAs($this->member)
            ->get('/galleries/'.Gallery::query()->firstOrFail()->id)
            ->assertDontSee($bad, false)
            ->assertSee(e($bad), false);
    }

    public function test_steps_that_come_twice_count_once(): void
    {
        $steps = [
            ['id' => (string) Str::uuid(), ...self::choice(1)],
            ['id' => (string) Str::uuid(), 'kind' => 'comment', 'number' => 1, 'text' => 'Once'],
        ];
        $this->asGuest($this->guestSays($this->link, $steps));
        $this->guestSays($this->link, $steps)
            ->assertOk()
            ->assertJson(['refused' => []]);
        self::assertSame([1, 1], [Choice::query()->count(), Comment::query()->count()]);
        $this->postJson("{$this->link}/steps", [
            'steps' => [['id' => 'x', 'kind' => 'wish', 'number' => 'one']],
        ])->assertStatus(422);
        $this->postJson("{$this->link}/steps", [
            'steps' => array_fill(0, 501, ['id' => (string) Str::uuid(), ...self::choice(1)]),
        ])->assertStatus(422);
        foreach (['/', "/shoots/{$this->shoot->id}/proof", '/galleries/1', '/branding'] as $page) {
            $this->get($page)->assertRedirect('/sign-in');
        }
    }

    public function test_an_ended_a_withdrawn_and_a_guessed_link_let_nobody_in_and_lose_nothing(): void
    {
        $this->asGuest($this->guestSays($this->link, [self::choice(1)]));
        $share = Share::query()->firstOrFail();
        $share->update(['ends_on' => now()->subDays(2)->format('Y-m-d')]);
        $this->get($this->link)->assertStatus(410)->assertSee('This link has ended')->assertSee($this->member->email);
        $this->guestSays($this->link, [self::choice(2)])->assertStatus(410);
        $share->update(['ends_on' => now('Europe/London')->format('Y-m-d')]);
        $this->get($this->link)->assertOk();
        $this->actingAs($this->member)
            ->post("/shares/{$share->id}/withdraw")
            ->assertRedirect();
        $this->getJson("{$this->link}/frames")->assertStatus(410);
        $this->post("/shares/{$share->id}/withdraw");
        $this->get($this->link)->assertOk();
        $this->get('/g/'.str_repeat('A', 24))->assertNotFound();
        self::assertSame(1, Choice::query()->count());
    }

    public function test_named_people_come_in_by_links_of_their_own_and_nobody_else(): void
    {
        $link = $this->publish('Named', [
            'people' => "Ada Fenn <ada@harbour.example>\njoss@harbour.example",
            'is_named' => '1',
            'comments' => '0',
            'password' => 'anchor light',
        ]);
        $this->get($link)->assertStatus(403)->assertSee('link of their own');
        $this->guestSays($link, [self::choice(1)])->assertStatus(403);
        preg_match(
            '~(/g/\S+/me/\S+)~',
            OutboxMail::query()->where('recipient', 'ada@harbour.example')->firstOrFail()->body,
            $found,
        );
        $this->asGuest($this->get($found[1])->assertRedirect());
        // An own link is as good as the password, in this session and in a later one.
        $this->get($link)->assertOk();
        $this->flushSession();
        $this->get($link)->assertOk();
        self::assertSame([], $this->guestSays($link, [self::choice(1)])->json('refused'));
        self::assertCount(
            1,
            $this->guestSays($link, [['kind' => 'comment', 'number' => 1, 'text' => 'Hello']])->json('refused'),
            'comments are off',
        );
        self::assertSame('Ada Fenn', Guest::query()->whereHas('choices')->firstOrFail()->name);
        $this->actingAs($this->member)
            ->post("/shoots/{$this->shoot->id}/galleries", ['title' => 'Nobody', 'is_named' => '1'])
            ->assertSessionHasErrors('people');
        $this->post("/shoots/{$this->shoot->id}/galleries", [
            'title' => 'Nobody',
            'people' => 'Ada Fenn',
        ])->assertSessionHasErrors('people');
    }

    public function test_a_second_link_allows_other_things(): void
    {
        $gallery = Gallery::query()->firstOrFail();
        $this->actingAs($this->member)
            ->post("/galleries/{$gallery->id}/shares", [
                'share' => 'The press',
                'chooses' => '0',
                'comments' => '0',
                'download' => 'proof',
            ])
            ->assertSessionHasNoErrors();
        $press = $this->link();
        auth()->logout();
        $this->get($press)->assertOk()->assertDontSee('Review and send')->assertSee('Download');
        self::assertCount(1, $this->guestSays($press, [self::choice(1)])->json('refused'));
        $this->get("{$press}/pictures/1")
            ->assertOk()
            ->assertDownload();
        $this->get("{$this->link}/pictures/1")->assertForbidden();
        $this->get("{$press}/pictures/9")->assertNotFound();
        $this->actingAs($this->member)
            ->get("/galleries/{$gallery->id}/links")
            ->assertSee('The press')
            ->assertSee('download in proof size');
    }

    public function test_reminders_go_to_those_who_have_not_sent_once_before_the_last_day(): void
    {
        $link = $this->publish('Soon', [
            'people' => "Ada Fenn <ada@harbour.example>\nJoss Merle <joss@harbour.example>",
            'ends_on' => now()->addDays(2)->format('Y-m-d'),
        ]);
        $this->publish('Later', [
            'people' => 'Noor Hale <noor@harbour.example>',
            'ends_on' => now()->addDays(20)->format('Y-m-d'),
        ]);
        Guest::query()
            ->where('email', 'joss@harbour.example')
            ->update(['sent_at' => now()]);
        foreach (['1 reminded.', '0 reminded.'] as $said) {
            Artisan::call('kanpai:remind');
            self::assertSame($said, trim(Artisan::output()));
        }
        $mail = OutboxMail::query()->where('recipient', 'ada@harbour.example')->orderByDesc('id')->firstOrFail();
        self::assertStringContainsString('Nothing is chosen yet.', $mail->body);
        self::assertStringContainsString("{$link}/me/", $mail->body);
    }

    /** @param  array<string, string>  $facts */
    private function publish(string $title, array $facts): string
    {
        $this->actingAs($this->member)
            ->post("/shoots/{$this->shoot->id}/galleries", ['title' => $title, ...$facts])
            ->assertSessionHasNoErrors()
            ->assertRedirect();
        auth()->logout();

        return $this->link();
    }

    public function test_each_link_has_a_message_rights_a_last_day_and_a_password_of_its_own_that_can_be_changed(): void
    {
        $gallery = Gallery::query()->firstOrFail();
        $own = \App\Proof\Share::query()->where('gallery_id', $gallery->id)->firstOrFail();
        $this->actingAs($this->member)
            ->post("/galleries/{$gallery->id}/shares", [
                'share' => 'The press',
                'message' => 'For print, with credit.',
                'chooses' => '0',
                'comments' => '0',
            ])
            ->assertSessionHasNoErrors();
        $press = $this->link();
        auth()->logout();
        $this->get($press)
            ->assertSee('For print, with credit.')
            ->assertDontSee($own->words() ?: 'nothing of the other');
        $this->get($this->link)->assertDontSee('For print, with credit.');
        $share = \App\Proof\Share::query()->orderByDesc('id')->firstOrFail();
        $this->actingAs($this->member);
        $this->post("/shares/{$share->id}", [
            'message' => 'Until Sunday.',
            'chooses' => '1',
            'lists' => 'Front page 1',
            'comments' => '0',
            'password' => 'short',
        ])->assertSessionHasErrors('password');
        $this->post("/shares/{$share->id}", [
            'message' => 'Until Sunday.',
            'chooses' => '1',
            'lists' => 'Front page 1',
            'comments' => '0',
            'password' => 'anchor light',
            'ends_on' => now()->addDay()->format('Y-m-d'),
        ])->assertSessionHasNoErrors();
        auth()->logout();
        $this->get($press)->assertStatus(401);
        $this->post("{$press}/password", ['password' => 'anchor light'])->assertRedirect();
        $this->get($press)->assertOk()->assertSee('Until Sunday.');
        self::assertSame(
            ['Front page', 1],
            [$this->get("{$press}/frames")->json('lists.0.name'), $this->get("{$press}/frames")->json('lists.0.most')],
        );
        // Left empty the password stays; taken away it is gone.
        $this->actingAs($this->member)
            ->post("/shares/{$share->id}", ['message' => '', 'chooses' => '0', 'comments' => '0'])
            ->assertSessionHasNoErrors();
        self::assertNotNull($share->refresh()->password);
        $this->post("/shares/{$share->id}", [
            'message' => '',
            'chooses' => '0',
            'comments' => '0',
            'no_password' => '1',
        ])->assertSessionHasNoErrors();
        self::assertNull($share->refresh()->password);
        // Removed it leads nowhere, and the other stays as it was.
        $this->delete("/shares/{$share->id}")->assertRedirect();
        auth()->logout();
        $this->get($press)->assertNotFound();
        $this->get($this->link)->assertOk();
    }

    /** @return iterable<string, array{string, string}> */
    public static function namesOfLists(): iterable
    {
        yield 'a number' => ['40', 'is no name of a list'];
        yield 'a negative number' => ['-5', 'is no name of a list'];
        yield 'nought' => ["Album 3\n0", 'is no name of a list'];
        yield 'a number twice' => ["7\n7", 'is no name of a list'];
        yield 'one name twice in other letters' => ["Album 3\nALBUM 4", 'two lists called'];
    }

    #[\PHPUnit\Framework\Attributes\DataProvider('namesOfLists')]
    public function test_lists_that_are_no_words_are_refused_beside_their_field(string $lists, string $words): void
    {
        $gallery = Gallery::query()->firstOrFail();
        $this->actingAs($this->member)
            ->post("/galleries/{$gallery->id}/shares", ['share' => 'Odd', 'chooses' => '1', 'lists' => $lists])
            ->assertSessionHasErrors('lists');
        self::assertStringContainsString($words, (string) session('errors')?->first('lists'));
    }

    public function test_an_empty_line_among_lists_is_none(): void
    {
        $gallery = Gallery::query()->firstOrFail();
        $this->actingAs($this->member)
            ->post("/galleries/{$gallery->id}/shares", ['share' => 'Odd', 'chooses' => '1', 'lists' => "\n\n"])
            ->assertSessionHasNoErrors();
        $this->get($this->link())->assertOk();
    }

    public function test_a_gallery_is_removed_with_its_links_and_counts(): void
    {
        $gallery = Gallery::query()->firstOrFail();
        self::assertSame([], $this->guestSays($this->link, [self::choice(1)])->json('refused'));
        self::assertSame(1, (int) \App\Frames\Frame::query()->sum('chosen'));
        $this->actingAs($this->member)
            ->delete("/galleries/{$gallery->id}")
            ->assertSessionHasErrors('sure');
        $this->delete("/galleries/{$gallery->id}", ['sure' => '1'])->assertRedirect(
            "/shoots/{$this->shoot->id}/proof",
        );
        self::assertSame(
            [0, 0],
            [Gallery::query()->whereKey($gallery->id)->count(), (int) \App\Frames\Frame::query()->sum('chosen')],
        );
        self::assertDirectoryDoesNotExist("{$this->folder}/pictures/gallery-{$gallery->uuid}");
        auth()->logout();
        $this->get($this->link)->assertNotFound()->assertSee('There is nothing here');
    }

    public function test_pictures_end_with_their_link(): void
    {
        $address = (string) $this->get("{$this->link}/frames")->json('frames.0.small');
        self::assertSame(1, preg_match('~^/pictures/[^/]+/\d+/(doors/share-[0-9a-f]+)/~', $address, $m));
        self::assertTrue(is_link("{$this->folder}/pictures/{$m[1]}"));
        $share = \App\Proof\Share::query()->firstOrFail();
        $this->actingAs($this->member)->post("/shares/{$share->id}/withdraw");
        self::assertFalse(is_link("{$this->folder}/pictures/{$m[1]}"), 'what nginx follows is still there');
    }
}
