<?php

declare(strict_types=1);

namespace Tests\Feature\Ingest;

use App\Captions\Batch;
use App\Frames\Frame;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\RemoveCard;
use App\Proof\FullSize;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Cache;
use Tests\Feature\FeatureTestCase;

/** Cards that go in together, and what goes out again: cards read by mistake, and what nobody waits for any more. */
final class TakenOutTest extends FeatureTestCase
{
    public function test_all_new_cards_are_read_and_copied_with_one_button(): void
    {
        $this->pushCard('mara-long', 1);
        $known = $this->readCard('mara-long');
        $this->pushCard('ivo', 2);
        $this->pushCard('mara-wide', 3);
        mkdir("{$this->folder}/rack/unreadable/DCIM", 0700, true);
        $page = "/shoots/{$this->shoot->id}/ingest";
        // What is new is first.
        $this->get($page)
            ->assertOk()
            ->assertSeeInOrder(
                ['Read and copy all new cards', 'data-read="ivo"', 'data-read="mara-wide"', 'mara-long'],
                false,
            );
        $this->post("/shoots/{$this->shoot->id}/cards/all", ['shooter' => 'Ivo Tarn'])->assertRedirect($page);
        $cards = Card::query()->whereKeyNot($known->id)->orderBy('slot')->get();
        self::assertSame([2, 3], $cards->pluck('frames_count')->all());
        self::assertSame([CardState::Safe, CardState::Safe], $cards->pluck('state')->all());
        self::assertSame(['Ivo Tarn', 'Ivo Tarn'], $cards->pluck('shooter')->all());
        self::assertSame(CardState::Read, $known->refresh()->state, 'a card that was read before waits for a decision');
        $this->get($page)->assertDontSee('Read and copy all new cards');
    }

    public function test_a_card_read_by_mistake_is_taken_out_and_one_with_copies_is_not(): void
    {
        $slot = $this->pushCard('ivo', 2);
        $before = $this->tree($slot);
        $mistaken = $this->readCard('ivo');
        $pictures = $this->folder."/pictures/{$mistaken->uuid}";
        self::assertDirectoryExists($pictures);
        $this->get("/shoots/{$this->shoot->id}/ingest")->assertSee('Take this card out');
        $this->delete("/cards/{$mistaken->id}")->assertRedirect();
        self::assertSame([0, 0], [Card::query()->count(), Frame::query()->count()]);
        self::assertDirectoryDoesNotExist($pictures);
        self::assertSame($before, $this->tree($slot));

        $card = $this->copyCard($this->readCard('ivo'));
        $this->get("/shoots/{$this->shoot->id}/ingest")->assertDontSee('Take this card out');
        $this->delete("/cards/{$card->id}")->assertSessionHasErrors('card');
        self::assertSame(2, Frame::query()->count());
        // Its copies may be gone since; what they were is still known.
        \App\Copies\Copy::query()->delete();
        $this->get("/shoots/{$this->shoot->id}/ingest")->assertDontSee('Take this card out');
        $this->delete("/cards/{$card->id}")->assertSessionHasErrors('card');
        [, $stranger] = $this->newStudio('Elsewhere', 'elsewhere@quay.example');
        $this->actingAs($stranger)
            ->delete("/cards/{$card->id}")
            ->assertNotFound();
    }

    public function test_what_was_announced_and_never_came_is_waited_for_for_a_month(): void
    {
        $this->actingAs($this->member);
        foreach (['late', 'lost'] as $name) {
            $this->postJson("/shoots/{$this->shoot->id}/arrivals", [
                'name' => $name,
                'files' => [["DCIM/{$name}.JPG", 3, 1]],
            ])->assertOk();
        }
        [$late, $lost] = Card::query()->orderBy('id')->get()->all();
        self::assertSame(CardState::Arriving, $lost->state);
        $this->travel(RemoveCard::PATIENCE + 1)->days();
        $late->arrivals()->update(['arrived_at' => now()->subDay()]);
        app(RemoveCard::class)->abandoned();
        self::assertSame([$late->id], Card::query()->pluck('id')->all());
    }

    public function test_what_was_looked_over_and_never_done_goes_after_two_days(): void
    {
        foreach (['drafted', 'done'] as $state) {
            Batch::query()->create([
                'shoot_id' => $this->shoot->id,
                'member_id' => $this->member->id,
                'title' => $state,
                'edit' => ['kind' => 'set'],
                'filter' => [],
                'state' => $state,
            ]);
        }
        Batch::tidy();
        self::assertSame(2, Batch::query()->count());
        $this->travel(3)->days();
        Batch::tidy();
        self::assertSame(['done'], Batch::query()->pluck('state')->all());
    }

    public function test_full_sizes_that_nobody_asked_for_lately_are_deleted(): void
    {
        mkdir(FullSize::folder(), 0700, true);
        foreach (['old' => 31, 'new' => 1] as $name => $days) {
            touch(FullSize::folder()."/{$name}.jpg", now()->subDays($days)->getTimestamp());
        }
        FullSize::tidy(now()->subDays(FullSize::KEPT)->getTimestamp());
        self::assertSame(['new.jpg'], array_map(basename(...), glob(FullSize::folder().'/*') ?: []));
    }

    public function test_a_logo_is_made_by_a_worker_and_what_is_no_picture_is_said(): void
    {
        $png = (string) file_get_contents(glob(storage_path('rack/ivo/DCIM/*/*.JPG'))[0]);
        $branding = ['name' => 'Quay Pictures', 'ground' => '#f4f1ea', 'accent' => '#c2410c', 'prefix' => ''];
        $this->actingAs($this->member)
            ->post('/branding', [...$branding, 'logo' => UploadedFile::fake()->createWithContent('logo.jpg', $png)])
            ->assertSessionHasNoErrors();
        $made = $this->studio->refresh()->logo_path;
        self::assertNotNull($made);
        self::assertSame('image/png', mime_content_type($this->folder."/pictures/{$made}"));
        $this->post('/branding', [
            ...$branding,
            'logo' => UploadedFile::fake()->createWithContent('logo.png', 'no picture'),
        ])->assertSessionHasErrors('logo');
        self::assertSame($made, $this->studio->refresh()->logo_path);
        self::assertSame([], glob($this->folder.'/pictures/logos-on-their-way/*'));
        Cache::put(\App\Proof\MakeLogo::key($this->studio->id), \App\Proof\MakeLogo::WAITING, 60);
        $this->get('/branding')->assertOk()->assertSee('is being prepared');
    }
}
