<?php

declare(strict_types=1);

namespace Tests\Feature\Studio;

use App\Proof\Comment;
use App\Proof\Gallery;
use App\Proof\Guest;
use App\Proof\Share;
use App\Studio\OutboxMail;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/** Mails to guests and to the studio: plain text that can be read, through the mailer, each sent once. */
final class MailsTest extends FeatureTestCase
{
    private string $link;

    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('ivo', 3);
        $this->copyCard($this->readCard('ivo'));
        $this->post("/shoots/{$this->shoot->id}/galleries", [
            'title' => 'Harbour & quay <proofs>',
            'message' => "Dear all,\nplease choose.",
            'people' => 'Ada Fenn <ada@harbour.example>',
            'ends_on' => now()->addDays(2)->format('Y-m-d'),
            'draws' => '1',
        ])->assertSessionHasNoErrors();
        $this->link = $this->link();
        auth()->logout();
    }

    private function mail(string $to = 'ada@harbour.example'): OutboxMail
    {
        return OutboxMail::query()->where('recipient', $to)->orderByDesc('id')->firstOrFail();
    }

    private function asAda(): Guest
    {
        $guest = Guest::query()->where('email', 'ada@harbour.example')->firstOrFail();
        $this->asGuest($this->get(parse_url($guest->address(), PHP_URL_PATH) ?: '')->assertRedirect());

        return $guest;
    }

    private function send(): void
    {
        $this->asAda();
        $this->guestSays($this->link, [
            self::choice(1),
            self::choice(3),
            [
                'kind' => 'comment',
                'number' => 3,
                'text' => 'Lovely & <b>large</b>',
                'drawing' => [['kind' => 'word', 'x' => 9, 'y' => 9, 'text' => 'here']],
            ],
        ])->assertJson(['refused' => []]);
        $this->post("{$this->link}/send", [
            'name' => 'Ada Fenn',
            'email' => 'ada@harbour.example',
            'message' => 'Thank you',
        ])->assertSessionHasNoErrors();
    }

    public function test_the_invitation_carries_the_guests_own_link_the_message_and_the_last_day(): void
    {
        $mail = $this->mail();
        self::assertSame('Harbour & quay <proofs>', $mail->subject);
        foreach (
            [
                "Ada Fenn,\n",
                "Dear all,\nplease choose.",
                $this->link.'/me/',
                now()->addDays(2)->format('l j F Y'),
                $this->studio->name,
            ] as $part
        ) {
            self::assertStringContainsString($part, $mail->body);
        }
        self::assertStringNotContainsString('&amp;', $mail->body, 'plain text has no marks of HTML');
        self::assertSame(1, OutboxMail::query()->count());
        self::assertNotNull(Guest::query()->firstOrFail()->invited_at);
    }

    public function test_more_people_are_invited_and_whoever_is_there_gets_the_same_link_again(): void
    {
        $share = Share::query()->firstOrFail();
        $before = Guest::query()->firstOrFail()->address();
        $this->actingAs($this->member)
            ->post("/shares/{$share->id}/invite", ['people' => "ada@harbour.example\nJoss Merle, joss@harbour.example"])
            ->assertSessionHasNoErrors();
        self::assertStringContainsString($before, $this->mail()->body);
        self::assertStringContainsString('/me/', $this->mail('joss@harbour.example')->body);
        self::assertSame(['Ada Fenn', 'Joss Merle'], Guest::query()->orderBy('id')->pluck('name')->all());
        $this->post("/shares/{$share->id}/invite", ['people' => 'nobody at all'])->assertSessionHasErrors('people');
        $this->post("/shares/{$share->id}/invite", [
            'people' => implode("\n", array_map(fn (int $n): string => "g{$n}@harbour.example", range(1, 201))),
        ])->assertSessionHasErrors('people');
        self::assertSame(2, Guest::query()->count());
    }

    public function test_the_receipt_and_what_the_studio_reads(): void
    {
        $this->send();
        $receipt = $this->mail()->body;
        foreach (['has arrived: 2 pictures', 'Chosen: 001, 003', 'closed now', '/me/'] as $part) {
            self::assertStringContainsString($part, $receipt);
        }
        $studio = $this->mail($this->member->email);
        self::assertSame('Ada Fenn chose 2 of 3 from “Harbour & quay <proofs>”', $studio->subject);
        foreach (
            [
                'Chosen (2)',
                '“Thank you”',
                'Lovely & <b>large</b> (drawn: “here”)',
                $this->frames()[0]->name,
                '/galleries/',
            ] as $part
        ) {
            self::assertStringContainsString($part, $studio->body);
        }
    }

    public function test_the_second_selection_says_how_it_differs(): void
    {
        $this->send();
        $guest = Guest::query()->firstOrFail();
        $this->actingAs($this->member)->post("/guests/{$guest->id}/open");
        auth()->logout();
        self::assertStringContainsString('All you chose and said is still there', $this->mail()->body);
        $this->guestSays($this->link, [self::choice(1, false), self::choice(2)]);
        $this->post("{$this->link}/send", ['name' => 'Ada Fenn', 'email' => 'ada@harbour.example']);
        self::assertStringContainsString('1 new, 1 left out, 1 as before', $this->mail($this->member->email)->body);
        // Opening what is open already says nothing to anybody.
        Guest::query()
            ->whereKey($guest->id)
            ->update(['sent_at' => null]);
        $count = OutboxMail::query()->count();
        $this->actingAs($this->member)->post("/guests/{$guest->id}/open");
        self::assertSame($count, OutboxMail::query()->count());
    }

    /** @return iterable<string, array{string, list<string>}> what the guest said, what the answer repeats of it */
    public static function notes(): iterable
    {
        yield 'words' => [
            'Could it be brighter?',
            ['You wrote about picture 2: “Could it be brighter?”', 'Our answer: Yes, gladly.'],
        ];
        yield 'a drawing without words' => ['', ['You drew on picture 2.', 'Our answer: Yes, gladly.']];
    }

    /** @param  list<string>  $parts */
    #[DataProvider('notes')]
    public function test_an_answer_repeats_what_it_answers(string $text, array $parts): void
    {
        $this->asAda();
        $this->guestSays($this->link, [
            [
                'kind' => 'comment',
                'number' => 2,
                'text' => $text,
                'drawing' => [['kind' => 'arrow', 'x' => 1, 'y' => 1, 'toX' => 50, 'toY' => 50]],
            ],
        ])->assertJson(['refused' => []]);
        $comment = Comment::query()->firstOrFail();
        $this->actingAs($this->member)
            ->post("/comments/{$comment->id}/answer", ['answer' => ' Yes, gladly. '])
            ->assertSessionHas(
                'message',
                'The answer stands beside the picture and is on its way to ada@harbour.example.',
            );
        foreach ($parts as $part) {
            self::assertStringContainsString($part, $this->mail()->body);
        }
    }

    public function test_somebody_without_an_address_gets_no_mail_and_loses_nothing(): void
    {
        $this->asNobody();
        $count = OutboxMail::query()->count();
        $this->asGuest(
            $this->guestSays($this->link, [['kind' => 'comment', 'number' => 1, 'text' => 'Hello']])->assertOk(),
        );
        $comment = Comment::query()->firstOrFail();
        $this->actingAs($this->member)
            ->post("/comments/{$comment->id}/answer", ['answer' => 'Hello to you'])
            ->assertSessionHas('message', 'The answer stands beside the picture.');
        self::assertSame($count, OutboxMail::query()->count());
        self::assertSame('Hello to you', $this->getJson("{$this->link}/since")->json('comments.0.answer'));
    }

    public function test_a_gallery_that_is_published_again_invites_nobody_twice(): void
    {
        $gallery = Gallery::query()->firstOrFail();
        $this->actingAs($this->member)->post("/galleries/{$gallery->id}/again");
        $this->post("/galleries/{$gallery->id}", [
            'title' => 'Renamed',
            'watermark' => 'another',
        ])->assertSessionHasNoErrors();
        self::assertSame(1, OutboxMail::query()->count());
    }
}
