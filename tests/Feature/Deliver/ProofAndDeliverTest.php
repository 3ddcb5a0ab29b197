<?php

declare(strict_types=1);

namespace Tests\Feature\Deliver;

use App\Deliver\Delivery;
use App\Frames\CardFile;
use App\Proof\Choice;
use App\Proof\Gallery;
use App\Proof\Selection;
use App\Studio\OutboxMail;
use Kanpai\Core\Frames\Verdict;
use Tests\Feature\FeatureTestCase;
use ZipArchive;

final class ProofAndDeliverTest extends FeatureTestCase
{
    private Gallery $gallery;

    private string $link;

    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('mara-long', 6);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
        foreach ($this->frames()->take(4) as $frame) {
            $frame->update(['verdict' => Verdict::Keep]);
        }
        $this->post("/shoots/{$this->shoot->id}/galleries?verdict=keep", [
            'title' => 'Harbour proofs',
            'message' => 'Please choose.',
            'watermark' => 'proof',
            'password' => 'anchor light',
            'guest_email' => 'guest@harbour.example',
            'draws' => '1',
        ])->assertRedirect();
        $this->gallery = Gallery::query()->firstOrFail();
        $this->link = $this->link();
        auth()->logout();
    }

    public function test_publishing_mails_the_link_and_shows_only_the_frames_that_were_meant(): void
    {
        self::assertNotNull($this->gallery->published_at);
        self::assertSame(4, $this->gallery->frames()->count());
        $mail = OutboxMail::query()->where('recipient', 'guest@harbour.example')->firstOrFail();
        self::assertStringContainsString($this->gallery->shares()->firstOrFail()->address(), $mail->body);
        self::assertStringContainsString(
            'Subject: Harbour proofs',
            (string) file_get_contents("{$this->folder}/outbox/{$mail->file}"),
        );

        $this->enter();
        $frames = $this->get("{$this->link}/frames")
            ->assertOk()
            ->json('frames');
        self::assertSame([1, 2, 3, 4], array_column($frames, 'number'));
        $proof = $this->gallery->frames()->firstOrFail();
        self::assertNotSame(
            $proof->frame->large_path,
            $proof->large_path,
            'the guest was given a picture without watermark',
        );
        self::assertFileExists("{$this->folder}/pictures/{$proof->large_path}");
    }

    public function test_a_wrong_password_and_a_guessed_link_stay_outside(): void
    {
        $this->get($this->link)->assertStatus(401)->assertSee('password')->assertDontSee('Please choose.');
        $this->getJson("{$this->link}/frames")->assertStatus(401);
        $this->guestSays($this->link, [self::choice(1)])->assertStatus(401);
        for ($i = 0; $i < 20; $i++) {
            $answer = $this->post("{$this->link}/password", ['password' => 'guess '.$i]);
            $i < 6 ? $answer->assertSessionHasErrors('password') : $answer->assertStatus(429);
        }
        $this->post("{$this->link}/password", ['password' => 'anchor light'])->assertStatus(429);
        $this->get($this->link)->assertStatus(401);
        $this->get('/g/'.str_repeat('A', 24))->assertNotFound();
        $this->get("/shoots/{$this->shoot->id}/proof")->assertRedirect('/sign-in');
        self::assertSame(0, Choice::query()->count());
    }

    public function test_a_guest_chooses_comments_comes_back_and_sends_and_the_studio_delivers(): void
    {
        $this->enter();
        $this->asGuest($this->guestSays($this->link, [self::choice(2)])->assertOk());
        $this->guestSays($this->link, [
            self::choice(4),
            self::choice(1),
            self::choice(1, false),
            ['kind' => 'comment', 'number' => 4, 'text' => 'Lovely <b>light</b>'],
        ])->assertJson(['refused' => []]);
        self::assertSame([2, 4], $this->get("{$this->link}/frames")->json('chosen.Chosen'));
        $this->get("{$this->link}/send")
            ->assertOk()
            ->assertSee('2 of 4 pictures')
            ->assertSee('Lovely &lt;b&gt;light&lt;/b&gt;', false);
        $this->post("{$this->link}/send", ['name' => '', 'email' => 'nobody'])->assertSessionHasErrors([
            'name',
            'email',
        ]);
        $this->post("{$this->link}/send", [
            'name' => 'Ada Fenn',
            'email' => 'ada@harbour.example',
            'message' => 'Thank you',
        ])->assertRedirect();
        $this->get($this->link)->assertSee('Thank you, Ada Fenn');

        $selection = Selection::query()->firstOrFail();
        $names = $selection->frames()->pluck('frames.name')->all();
        $mail = OutboxMail::query()->where('recipient', $this->member->email)->firstOrFail();
        self::assertStringContainsString('Ada Fenn chose 2 of 4', $mail->subject);
        foreach ($names as $name) {
            self::assertStringContainsString($name, $mail->body);
        }
        self::assertStringContainsString('Lovely', $mail->body);

        $this->actingAs($this->member);
        $this->get("/selections/{$selection->id}/names?separator=commas&ending=without")->assertSee(
            implode(', ', array_map(fn (string $name): string => substr($name, 0, -4), $names)),
        );
        $this->get("/galleries/{$this->gallery->id}")
            ->assertOk()
            ->assertSee('Lovely');
        $this->post("/selections/{$selection->id}/deliveries")->assertRedirect();
        $delivery = Delivery::query()->firstOrFail();
        self::assertNotNull($delivery->made_at);
        $recipient = $delivery->recipients()->firstOrFail();
        $this->post("/recipients/{$recipient->id}/tell");
        self::assertStringContainsString(
            $recipient->address(),
            OutboxMail::query()->where('recipient', 'ada@harbour.example')->orderByDesc('id')->firstOrFail()->body,
        );

        $zip = new ZipArchive();
        self::assertTrue($zip->open($delivery->folder().'/zips/1-all-1.zip'));
        self::assertSame(3, $zip->numFiles);
        foreach ($names as $i => $name) {
            $inside = sprintf('harbour-day-%03d-%s.jpg', $i + 1, substr($name, 0, -4));
            self::assertSame(ZipArchive::CM_STORE, $zip->statName($inside)['comp_method'] ?? null);
        }
        auth()->logout();
        $this->get('/d/'.$recipient->token)
            ->assertOk()
            ->assertSee('2 pictures');
        $zip = $delivery->zips()->firstOrFail();
        $this->get("/d/{$recipient->token}/zips/{$zip->id}", ['Range' => 'bytes=1000-'])
            ->assertOk()
            ->assertHeader('X-Accel-Redirect', "/hidden/deliveries/{$delivery->uuid}/zips/1-all-1.zip");
        self::assertSame(
            [['opened', 0], ['fetched', 1000]],
            $delivery
                ->receipts()
                ->orderBy('id')
                ->get()
                ->map(fn ($receipt): array => [$receipt->kind, (int) $receipt->from_byte])
                ->all(),
        );
        $this->get('/d/'.str_repeat('B', 24))->assertNotFound();
    }

    public function test_a_damaged_copy_is_never_delivered(): void
    {
        $selection = $this->selection();
        $file = CardFile::query()
            ->where('frame_id', $selection->frames()->firstOrFail()->id)
            ->where('kind', 'jpeg')
            ->firstOrFail();
        $this->damage("{$this->folder}/drive/{$file->destination}");
        $this->actingAs($this->member)->post("/selections/{$selection->id}/deliveries");
        self::assertNotNull(Delivery::query()->firstOrFail()->made_at, 'the good copy in the other place was not used');

        $this->damage("{$this->folder}/backup/{$file->destination}");
        $this->post("/selections/{$selection->id}/deliveries");
        $second = Delivery::query()->orderByDesc('id')->firstOrFail();
        self::assertNull($second->made_at);
        self::assertStringContainsString(
            "No copy of {$file->frame()->firstOrFail()->name} is the same",
            (string) $second->task()?->problem,
        );
        auth()->logout();
        $this->get('/d/'.$second->recipients()->firstOrFail()->token)->assertNotFound();
    }

    public function test_two_guests_of_one_link_choose_apart(): void
    {
        $this->enter();
        $this->guestSays($this->link, [self::choice(1)])->assertOk();
        self::assertSame(
            [],
            $this->get("{$this->link}/frames")->json('chosen'),
            'without the cookie of the first guest there is nothing of theirs to see',
        );
    }

    private function enter(): void
    {
        $this->post("{$this->link}/password", ['password' => 'anchor light'])->assertRedirect();
    }

    private function selection(): Selection
    {
        $this->enter();
        $this->asGuest($this->guestSays($this->link, [self::choice(3)]));
        $this->post("{$this->link}/send", ['name' => 'Ada Fenn', 'email' => 'ada@harbour.example']);

        return Selection::query()->firstOrFail();
    }

    private function damage(string $path): void
    {
        $bytes = (string) file_get_contents($path);
        $bytes[intdiv(strlen($bytes), 2)] = chr(ord($bytes[intdiv(strlen($bytes), 2)]) ^ 1);
        file_put_contents($path, $bytes);
    }
}
