<?php

declare(strict_types=1);

namespace Tests\Feature\Archive;

use App\Archive\RemoveShoot;
use App\Frames\Frame;
use App\Ingest\Card;
use App\Proof\Gallery;
use App\Studio\Shoot;
use App\Studio\Task;
use Illuminate\Support\Facades\DB;
use Tests\Feature\FeatureTestCase;

/** Deleting a shoot says what is where, takes what is ours, and leaves originals and bags. */
final class LeavingShootTest extends FeatureTestCase
{
    public function test_what_stands_where_is_said_first_and_originals_stay(): void
    {
        $this->pushCard('ivo', 2);
        $card = $this->copyCard($this->readCard('ivo'));
        $this->post("/shoots/{$this->shoot->id}/archive");
        $this->pushCard('mara-wide', 1);
        $uncopied = $this->readCard('mara-wide');
        $this->post("/shoots/{$this->shoot->id}/galleries", ['title' => 'Proofs']);
        $originals = [
            $this->tree("{$this->folder}/drive"),
            $this->tree("{$this->folder}/backup"),
            $this->tree("{$this->folder}/archive"),
        ];
        self::assertNotSame([], $originals[2]);
        $link = $this->link();
        $page = "/shoots/{$this->shoot->id}/leave";
        $this->get($page)
            ->assertOk()
            ->assertSee('drive')
            ->assertSee('backup')
            ->assertSee('The bag')
            ->assertSee('1 file has no verified copy anywhere')
            ->assertSee('2 cards, 1 gallery, 0 deliveries');
        foreach (['', 'Harbour', 'harbour day'] as $wrong) {
            $this->post($page, ['name' => $wrong])->assertSessionHasErrors('name');
        }
        $task = Task::open($card, 'copy', 'Copying card 1', 'bytes', 1);
        $this->post($page, ['name' => 'Harbour day'])->assertSessionHasErrors('name');
        $this->get($page)->assertSee('“Copying card 1” is under way');
        $task->stop();
        $shooter = $this->studio
            ->members()
            ->create([
                'name' => 'Ivo',
                'email' => 'ivo@quay.example',
                'password' => 'a good password',
                'role' => 'shooter',
            ]);
        $this->actingAs($shooter)->get($page)->assertSee('Only the owner');
        $this->post($page, ['name' => 'Harbour day'])->assertForbidden();
        [, $stranger] = $this->newStudio('Elsewhere', 'elsewhere@quay.example');
        $this->actingAs($stranger)->get($page)->assertNotFound();

        $this->actingAs($this->member)
            ->post($page, ['name' => 'Harbour day'])
            ->assertSessionHasNoErrors()
            ->assertRedirect('/');
        self::assertSame(
            [0, 0, 0, 0],
            [
                Shoot::query()->whereKey($this->shoot->id)->count(),
                Card::query()->count(),
                Frame::query()->count(),
                Gallery::query()->count(),
            ],
        );
        self::assertSame($originals, [
            $this->tree("{$this->folder}/drive"),
            $this->tree("{$this->folder}/backup"),
            $this->tree("{$this->folder}/archive"),
        ]);
        self::assertDirectoryDoesNotExist("{$this->folder}/pictures/{$card->uuid}");
        $this->get('/')
            ->assertOk()
            ->assertDontSee('data-shoot="'.$this->shoot->id.'"', false);
        $this->get('/archive')->assertOk();
        auth()->logout();
        self::assertContains($this->get($link)->status(), [404, 410]);
    }

    public function test_a_shoot_on_whose_copies_another_rests_stays(): void
    {
        $this->pushCard('ivo', 2);
        $this->copyCard($this->readCard('ivo'));
        $other = $this->studio
            ->shoots()
            ->create([
                'name' => 'Same card',
                'client' => '',
                'venue' => '',
                'zone' => 'Europe/London',
                'held_on' => '2026-09-05',
            ]);
        $this->post("/shoots/{$other->id}/cards", ['slot' => '0/ivo'])->assertRedirect();
        $second = Card::query()->where('shoot_id', $other->id)->sole();
        $this->copyCard($second);
        $isResting = $second->files()->whereNotNull('same_as_id')->exists();
        $this->post("/shoots/{$this->shoot->id}/leave", ['name' => 'Harbour day']);
        self::assertSame(
            $isResting,
            Shoot::query()->whereKey($this->shoot->id)->exists(),
            'the second card would be left without a copy',
        );
        self::assertTrue($isResting);
        $this->post("/shoots/{$other->id}/leave", ['name' => 'Same card'])->assertSessionHasNoErrors();
        $this->post("/shoots/{$this->shoot->id}/leave", ['name' => 'Harbour day'])->assertSessionHasNoErrors();
        self::assertSame(0, Card::query()->count());
        self::assertSame(0, DB::table('revisions')->count());
    }

    public function test_a_removal_that_was_lost_on_its_way_is_begun_again_and_its_shoot_is_found_nowhere(): void
    {
        $this->pushCard('ivo', 1);
        $this->readCard('ivo');
        // Killed before the doors were closed.
        $this->post("/shoots/{$this->shoot->id}/galleries", ['title' => 'Proofs']);
        $this->shoot->update(['removal_at' => now()]);
        $this->get('/')->assertDontSee('Harbour day');
        $this->get('/?find=harbour')->assertSee('No shoot has these words');
        $this->get("/shoots/{$this->shoot->id}/cull")->assertNotFound();
        RemoveShoot::again();
        self::assertSame(1, Frame::query()->count(), 'a worker may be at it');
        $this->travel(3)->hours();
        RemoveShoot::again();
        self::assertSame(
            [0, 0, 0],
            [Gallery::query()->count(), Frame::query()->count(), Shoot::query()->whereKey($this->shoot->id)->count()],
        );
    }
}
