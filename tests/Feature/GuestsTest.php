<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Cull\Marking;
use App\Proof\Choice;
use App\Proof\Comment;
use App\Proof\Gallery;
use App\Proof\Selection;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use Kanpai\Core\Cull\Verdict;

/** Guests of one gallery, of two galleries, and with bad manners. */
final class GuestsTest extends FeatureTestCase
{
    private string $link;

    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('ivo', 4);
        $this->copyCard($this->readCard('ivo'));
        $this->link = $this->publish('First', ['wanted' => '2']);
    }

    public function test_a_gallery_shows_what_was_published_whatever_is_culled_later(): void
    {
        $frame = $this->frames()->first();
        app(Marking::class)->mark($this->shoot, $this->member, (string) Str::uuid(), $frame->id, 'drop', null);
        self::assertSame(Verdict::Drop, $frame->refresh()->verdict);
        self::assertCount(4, $this->get("{$this->link}/frames")->json('frames'));
    }

    public function test_a_guest_of_one_gallery_is_nobody_in_another(): void
    {
        $second = $this->publish('Second', ['password' => 'anchor']);
        $this->as($this->choose(1));
        $this->get($second)->assertStatus(401);
        $this->getJson("{$second}/frames")->assertStatus(401);
        $this->post("{$second}/choices", ['number' => 1, 'chosen' => true])->assertStatus(401);
        self::assertSame(1, Choice::query()->count());
    }

    public function test_the_studio_sees_what_each_guest_chose(): void
    {
        $this->as($this->choose(1));
        $this->post("{$this->link}/comments", ['number' => 1, 'text' => 'First guest']);
        $this->flushCookies();
        $this->as($this->choose(1));
        $this->choose(2);
        $this->post("{$this->link}/send", ['name' => 'Second Guest', 'email' => 'second@harbour.example']);
        self::assertSame(3, Choice::query()->count());
        $gallery = Gallery::query()->firstOrFail();
        $this->actingAs($this->member)->get("/galleries/{$gallery->id}")->assertSee('2 of 4 frames chosen by somebody')->assertSee('First guest')->assertSee('Second Guest chose 2');
        $this->get("/shoots/{$this->shoot->id}/proof")->assertSee('2 chosen')->assertSee('of 2 wanted')->assertSee('1 comments');
    }

    public function test_a_selection_that_was_sent_stays_as_it_was_and_another_can_follow(): void
    {
        $this->as($this->choose(1));
        $this->post("{$this->link}/send", ['name' => 'Ada Fenn', 'email' => 'ada@harbour.example']);
        $this->choose(3);
        $first = Selection::query()->firstOrFail();
        self::assertSame(1, $first->frames()->count());
        $this->post("{$this->link}/send", ['name' => 'Ada Fenn', 'email' => 'ada@harbour.example']);
        self::assertSame([1, 2], Selection::query()->orderBy('id')->withCount('frames')->pluck('frames_count')->map(fn ($n): int => (int) $n)->all());
    }

    public function test_looking_over_counts_against_what_was_asked_for(): void
    {
        $this->as($this->choose(1));
        $this->get("{$this->link}/send")->assertSee('1 more can be chosen');
        $this->choose(2);
        $this->get("{$this->link}/send")->assertSee('Exactly the 2 that were asked for');
        $this->choose(3);
        $this->get("{$this->link}/send")->assertSee('1 more than the 2');
    }

    public function test_nothing_can_be_sent_when_nothing_is_chosen(): void
    {
        $this->get("{$this->link}/send")->assertRedirect($this->link);
        $this->post("{$this->link}/send", ['name' => 'Ada Fenn', 'email' => 'ada@harbour.example'])->assertRedirect($this->link);
        self::assertSame(0, Selection::query()->count());
        $this->get($this->link)->assertOk()->assertSee('Nothing is chosen yet');
    }

    public function test_bad_manners_change_nothing(): void
    {
        $this->as($this->choose(1));
        foreach ([['number' => 0, 'chosen' => true], ['number' => 5, 'chosen' => true]] as $wrong) {
            $this->postJson("{$this->link}/choices", $wrong)->assertNotFound();
        }
        $this->postJson("{$this->link}/choices", ['number' => 'x', 'chosen' => 'perhaps'])->assertStatus(422);
        $this->postJson("{$this->link}/comments", ['number' => 1, 'text' => ' '])->assertStatus(422);
        $this->postJson("{$this->link}/comments", ['number' => 1, 'text' => str_repeat('x', 2001)])->assertStatus(422);
        self::assertSame([1, 0], [Choice::query()->count(), Comment::query()->count()]);
        $this->choose(1);
        self::assertSame(1, Choice::query()->count(), 'a choice made twice counts once');
        foreach (['/', "/shoots/{$this->shoot->id}/proof", '/galleries/1'] as $page) {
            $this->get($page)->assertRedirect('/sign-in');
        }
    }

    /** @param  array<string, string>  $facts */
    private function publish(string $title, array $facts): string
    {
        $this->actingAs($this->member)->post("/shoots/{$this->shoot->id}/galleries", ['title' => $title, ...$facts])->assertRedirect();
        auth()->logout();

        return '/g/'.Gallery::query()->orderByDesc('id')->firstOrFail()->token;
    }

    private function choose(int $number): TestResponse
    {
        return $this->post("{$this->link}/choices", ['number' => $number, 'chosen' => true])->assertOk();
    }

    private function as(TestResponse $response): void
    {
        $name = 'kanpai_guest_'.Gallery::query()->orderBy('id')->value('id');
        $this->withCookies([$name => (string) $response->getCookie($name)?->getValue()]);
    }

    private function flushCookies(): void
    {
        $this->defaultCookies = [];
    }
}
