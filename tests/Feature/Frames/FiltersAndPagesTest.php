<?php

declare(strict_types=1);

namespace Tests\Feature\Frames;

use App\Captions\FrameCaption;
use App\Frames\Frame;
use App\Proof\Gallery;
use App\Studio\Member;
use App\Studio\OutboxMail;
use App\Studio\SendMail;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Core\Frames\Verdict;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/** One filter, the same on every page; and what the pages say when there is nothing. */
final class FiltersAndPagesTest extends FeatureTestCase
{
    /** @return iterable<string, array{array<string, string>, list<int>}> query, places of the frames that are meant */
    public static function filters(): iterable
    {
        yield 'all' => [[], [0, 1, 2, 3, 4, 5]];
        yield 'kept' => [['verdict' => 'keep'], [1, 3]];
        yield 'open' => [['verdict' => 'open'], [0, 4]];
        yield 'three or more' => [['rating' => '3'], [3, 5]];
        yield 'kept and three or more' => [['verdict' => 'keep', 'rating' => '3'], [3]];
        yield 'from the third on' => [['from' => '2'], [2, 3, 4, 5]];
        yield 'a window of time' => [['from' => '1', 'to' => '3'], [1, 2, 3]];
        yield 'nothing' => [['verdict' => 'open', 'rating' => '5'], []];
    }

    /**
     * @param  array<string, string>  $query
     * @param  list<int>  $places
     */
    #[DataProvider('filters')]
    public function test_a_filter_means_the_same_frames_on_every_page(array $query, array $places): void
    {
        $this->pushCard('ivo', 6);
        $this->readCard('ivo');
        $frames = $this->frames();
        foreach (
            [1 => ['keep', 1], 2 => ['drop', 0], 3 => ['keep', 4], 5 => ['drop', 5]] as $place => [$verdict, $rating]
        ) {
            $frames[$place]->update(['verdict' => $verdict, 'rating' => $rating]);
        }
        foreach (['from', 'to'] as $end) {
            if (isset($query[$end])) {
                $query[$end] = (string) $frames[(int) $query[$end]]->taken_ms;
            }
        }
        $meant = array_map(fn (int $place): int => $frames[$place]->id, $places);
        self::assertSame($meant, Frame::meeting($this->shoot, FrameFilter::ofQuery($query))->pluck('id')->all());

        $address = "/shoots/{$this->shoot->id}";
        $words = count($places).' of 6 frames';
        $this->get("{$address}/captions?".http_build_query($query ?: ['verdict' => 'all']))
            ->assertOk()
            ->assertSee($words);
        $this->get("{$address}/proof?".http_build_query($query ?: ['verdict' => 'all']))
            ->assertOk()
            ->assertSee($words);
        $this->caption(['headline' => 'Meant'], '?'.http_build_query($query));
        self::assertEqualsCanonicalizing($meant, FrameCaption::query()->where('tells', true)->pluck('frame_id')->all());
        $published = $this->post("{$address}/galleries?".http_build_query($query), ['title' => 'Meant']);
        if ($meant === []) {
            $published->assertSessionHasErrors('title');
            self::assertSame(0, Gallery::query()->count());
        } else {
            self::assertSame(
                $meant,
                Gallery::query()->firstOrFail()->frames()->orderBy('number')->pluck('frame_id')->all(),
            );
        }
    }

    public function test_a_filter_by_body_leaves_the_other_bodies_out(): void
    {
        $this->pushCard('ivo', 2);
        $this->pushCard('mara-wide', 3);
        $this->readCard('ivo');
        $this->readCard('mara-wide');
        $body = (int) $this->frames()->first()->body_id;
        $own = $this->frames()->where('body_id', $body)->count();
        $this->get("/shoots/{$this->shoot->id}/captions?body={$body}")->assertSee("{$own} of 5 frames");
    }

    public function test_empty_pages_say_what_to_do_first(): void
    {
        $this->actingAs($this->member);
        foreach (
            [
                'ingest' => 'No card is in a slot',
                'clocks' => 'Read a card first',
                'captions' => 'No frame meets this filter',
                'cull' => 'Read a card first',
                'proof' => 'No gallery yet',
                'deliver' => 'No selection has come in yet',
                'outputs' => '0 of 0 frames',
                'sent-out' => 'Nothing of this shoot is sent out yet',
                'handoffs' => 'Nothing is out',
                'sheets' => 'None yet',
                'archive' => 'Not archived yet',
            ] as $page => $words
        ) {
            $this->get("/shoots/{$this->shoot->id}/{$page}")
                ->assertOk()
                ->assertSee($words);
        }
        $this->get('/outbox')->assertSee('No mail yet');
    }

    public function test_a_published_gallery_needs_sensible_facts(): void
    {
        $this->pushCard('ivo', 1);
        $this->readCard('ivo');
        $this->post("/shoots/{$this->shoot->id}/galleries", [
            'title' => '',
            'password' => 'abc',
            'wanted' => '0',
            'guest_email' => 'nobody',
        ])->assertSessionHasErrors(['title', 'password', 'wanted', 'guest_email']);
        self::assertSame(0, Gallery::query()->count());
    }

    public function test_a_gallery_without_watermark_has_plain_proofs_and_waits_until_they_are_made(): void
    {
        $this->pushCard('ivo', 2);
        $this->copyCard($this->readCard('ivo'));
        $this->post("/shoots/{$this->shoot->id}/galleries", ['title' => 'Plain', 'watermark' => '']);
        $gallery = Gallery::query()->with('frames.frame')->firstOrFail();
        foreach ($gallery->frames as $proof) {
            self::assertSame(
                [$proof->plain_large_path, $proof->frame->large_path],
                [$proof->large_path, $proof->picture],
            );
        }
        $gallery->update(['published_at' => null]);
        auth()->logout();
        $this->get($this->link())->assertNotFound()->assertSee('being prepared');
    }

    public function test_mail_is_seen_by_its_studio_alone_and_can_be_taken_as_a_file(): void
    {
        SendMail::write($this->studio, 'ada@harbour.example', 'Grüße & <more>', 'proof.mail-link', [
            'gallery' => new Gallery(['title' => 'A <b>']),
            'chosen' => 0,
            'guest' => new class
            {
                public function address(): string
                {
                    return 'http://127.0.0.1/g/abc';
                }
            },
        ]);
        $mail = OutboxMail::query()->firstOrFail();
        $this->actingAs($this->member);
        $this->get('/outbox')->assertSee('Grüße &amp; &lt;more&gt;', false);
        $this->get("/outbox/{$mail->id}")
            ->assertSee('<a href="http://127.0.0.1/g/abc">', false)
            ->assertSee('&lt;b&gt;', false);
        $file = $this->get("/outbox/{$mail->id}/file")
            ->assertOk()
            ->assertHeader('Content-Type', 'message/rfc822');
        self::assertStringContainsString(
            'To: ada@harbour.example',
            (string) file_get_contents("{$this->folder}/outbox/{$mail->file}"),
        );
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->actingAs($stranger)->get('/outbox')->assertDontSee('more');
        $this->get("/outbox/{$mail->id}")->assertNotFound();
        $this->get("/outbox/{$mail->id}/file")->assertNotFound();
    }

    public function test_the_commands_behind_the_launcher(): void
    {
        self::assertSame(
            0,
            Artisan::call('kanpai:studio', [
                'name' => 'New Studio',
                'member' => 'Sam Reed',
                'email' => 'sam@new.example',
                'password' => 'a good password',
            ]),
        );
        self::assertSame('New Studio', Member::query()->where('email', 'sam@new.example')->firstOrFail()->studio->name);

        DB::table('jobs')->insert([
            'queue' => 'default',
            'payload' => '{}',
            'attempts' => 1,
            'reserved_at' => time(),
            'available_at' => time(),
            'created_at' => time(),
        ]);
        Artisan::call('kanpai:release');
        self::assertSame(0, DB::table('jobs')->whereNotNull('reserved_at')->count());

        Member::query()->where('email', '<>', 'sam@new.example')->delete();
        Artisan::call('kanpai:welcome');
        self::assertSame('', Artisan::output(), 'a studio of one’s own needs no words about the demo');
        Member::query()->delete();
        Artisan::call('kanpai:welcome');
        self::assertStringContainsString('/first-start', Artisan::output());
    }

    public function test_a_cull_page_knows_its_filter_and_history(): void
    {
        $this->pushCard('ivo', 3);
        $this->readCard('ivo');
        $this->get("/shoots/{$this->shoot->id}/cull?verdict=keep&rating=2")
            ->assertSee('data-verdict="keep"', false)
            ->assertSee('data-rating="2"', false);
        $frame = $this->frames()->first();
        $this->step(
            [$frame->id => ['verdict' => 'keep']],
            ['id' => '00000000-0000-4000-8000-000000000001', 'title' => 'Keep'],
        );
        $table = $this->get("/shoots/{$this->shoot->id}/cull/frames")->json();
        self::assertSame(
            [
                [
                    'id' => '00000000-0000-4000-8000-000000000001',
                    'title' => 'Keep',
                    'back' => false,
                    'marks' => [[$frame->id, ['open', 0, 0], ['keep', 0, 0], null]],
                ],
            ],
            $table['history'],
        );
        self::assertSame(Verdict::Keep->value, $table['frames'][0][4]);
        self::assertStringStartsWith('/pictures/', $table['frames'][0][array_search('small', $table['columns'], true)]);
    }

    public function test_captions_begin_with_what_is_kept_and_frames_follow_one_another_there(): void
    {
        $this->pushCard('ivo', 3);
        $this->copyCard($this->readCard('ivo'));
        $frames = $this->frames();
        $page = "/shoots/{$this->shoot->id}/captions";
        $this->get($page)->assertSee('3 of 3 frames');
        foreach ([0, 2] as $kept) {
            $frames[$kept]->update(['verdict' => 'keep']);
        }
        $this->get($page)->assertSee('2 of 3 frames')->assertSee('captions?verdict=keep', false);
        $this->get("{$page}?verdict=all")
            ->assertSee('3 of 3 frames')
            ->assertSee('verdict=all&amp;level=studio', false);

        $this->caption(['headline' => 'Crew of {{shoot}}', 'city' => ''], '?verdict=drop');
        $first = "{$page}/frames/{$frames[0]->id}";
        $this->get("{$first}?verdict=keep")
            ->assertOk()
            ->assertSee('1 of 2')
            ->assertSee("frames/{$frames[2]->id}?verdict=keep", false)
            ->assertDontSee('Frame before')
            // What the sheets would fill in is there in grey; the frame has nothing of its own yet.
            ->assertSee('placeholder="Crew of Harbour day"', false);
        $this->get("{$page}/frames/{$frames[2]->id}?verdict=keep")
            ->assertSee('2 of 2')
            ->assertSee('Frame before')
            ->assertDontSee('Next frame');
        $this->post("{$first}?verdict=keep", [
            'headline' => 'Alone',
            'goes' => (string) $frames[2]->id,
        ])->assertRedirect("{$page}/frames/{$frames[2]->id}?verdict=keep");
        $this->get("{$first}?verdict=keep")->assertSee('value="Alone"', false);
        $this->post("{$first}?verdict=keep", ['headline' => 'Alone', 'goes' => '999999999'])->assertRedirect(
            "{$first}?verdict=keep",
        );
    }
}
