<?php

declare(strict_types=1);

namespace Tests\Feature\Copies;

use App\Copies\Copy;
use App\Copies\Place;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Ingest\VerifyCopies;
use App\Studio\TaskState;
use Tests\Feature\FeatureTestCase;

/** Places: a third one, one whose disk is away, one that is read-only, one without room. */
final class PlacesTest extends FeatureTestCase
{
    private function add(string $disk, string $name): \Illuminate\Testing\TestResponse
    {
        return $this->actingAs($this->member)->post("/shoots/{$this->shoot->id}/ingest/places", [
            'place_path' => str_replace($this->folder.'/disks/', '0/', $disk),
            'place_name' => $name,
        ]);
    }

    public function test_a_third_place_is_added_and_filled_up_with_what_it_lacks(): void
    {
        $this->pushCard('ivo', 3);
        $card = $this->copyCard($this->readCard('ivo'));
        mkdir($this->folder.'/disks/archive');
        $this->get("/shoots/{$this->shoot->id}/ingest/where")->assertSee('archive');
        $this->add($this->folder.'/disks/archive', 'archive disk')->assertSessionHasNoErrors();
        $this->get("/shoots/{$this->shoot->id}/ingest")->assertSee('Copy to “archive disk” too');
        $card = $this->copyCard($card);
        self::assertSame(TaskState::Done, CopyCard::latest($card)?->state);
        self::assertSame($this->tree($this->folder.'/drive'), $this->tree($this->folder.'/disks/archive'));
        self::assertSame(9, Copy::query()->count());

        // With three asked for, losing one is losing the verdict.
        $this->post("/shoots/{$this->shoot->id}/ingest/copies", ['copies_required' => 3])->assertSessionHasNoErrors();
        self::assertSame(CardState::Safe, $card->refresh()->state);
        $this->post("/shoots/{$this->shoot->id}/ingest/copies", ['copies_required' => 4]);
        self::assertSame(CardState::Read, $card->refresh()->state);
        $this->post("/shoots/{$this->shoot->id}/ingest/copies", ['copies_required' => 0])->assertSessionHasErrors(
            'copies_required',
        );
    }

    public function test_only_disks_that_the_server_allows_become_places_and_only_for_the_owner(): void
    {
        mkdir($this->folder.'/disks/archive');
        symlink('/etc', $this->folder.'/disks/link');
        foreach (
            ['/etc', $this->folder.'/disks', $this->folder.'/disks/archive/..', $this->folder.'/disks/link', ''] as $path
        ) {
            $this->add($path, 'evil')->assertSessionHasErrors('place_path');
        }
        $this->add($this->folder.'/disks/archive', 'drive')->assertSessionHasErrors('place_name');
        $shooter = $this->studio
            ->members()
            ->create([
                'name' => 'Sam',
                'email' => 'sam@quay.example',
                'password' => 'a good password',
                'role' => 'shooter',
            ]);
        $this->actingAs($shooter)
            ->post("/shoots/{$this->shoot->id}/ingest/places", ['place_path' => '0/archive', 'place_name' => 'mine'])
            ->assertForbidden();
        self::assertSame(0, Place::query()->whereNotNull('studio_id')->count());
        [, $stranger, $elsewhere] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->add($this->folder.'/disks/archive', 'archive disk');
        $this->actingAs($stranger)
            ->get("/shoots/{$elsewhere->id}/ingest/where")
            ->assertOk()
            ->assertDontSee('archive disk');
    }

    public function test_a_place_whose_disk_was_unplugged_is_named_and_nothing_is_written_where_it_was(): void
    {
        $this->pushCard('ivo', 2);
        $this->copyCard($this->readCard('ivo'));
        // What is left of a disk that is unplugged is an empty folder.
        rename($this->folder.'/backup', $this->folder.'/unplugged');
        mkdir($this->folder.'/backup');
        $this->pushCard('mara-wide', 2);
        $card = $this->copyCard($this->readCard('mara-wide'), 'Mara Quill');
        self::assertStringContainsString('The place “backup” is not there', (string) CopyCard::latest($card)?->problem);
        self::assertSame(CardState::Read, $card->state);
        self::assertSame(['.', '..'], scandir($this->folder.'/backup'));
        self::assertSame(
            2,
            Copy::query()
                ->where('place', 'drive')
                ->whereIn('file_id', $card->files()->select('id'))
                ->count(),
        );
        $this->get("/shoots/{$this->shoot->id}/ingest")->assertSee('is not there');

        // Reading copies again does not take an unplugged disk for a loss.
        $first = $this->shoot->id;
        $one = \App\Ingest\Card::query()
            ->where(['shoot_id' => $first, 'number' => 1])
            ->firstOrFail();
        $this->post("/cards/{$one->id}/verify");
        self::assertSame(CardState::Safe, $one->refresh()->state);
        self::assertStringContainsString('not plugged in', (string) VerifyCopies::latest($one)?->problem);

        rmdir($this->folder.'/backup');
        rename($this->folder.'/unplugged', $this->folder.'/backup');
        self::assertSame(CardState::Safe, $this->copyCard($card, 'Mara Quill')->state);
    }

    public function test_a_place_without_room_stops_the_copy_before_the_first_byte(): void
    {
        $slot = $this->pushCard('ivo', 2);
        // As large as no disk here, and holding nothing.
        $huge = fopen("{$slot}/DCIM/HUGE0001.MOV", 'wb');
        self::assertNotFalse($huge);
        self::assertTrue(ftruncate($huge, 10 * 1024 ** 4));
        fclose($huge);
        $card = $this->copyCard($this->readCard('ivo'));
        self::assertSame(TaskState::Failed, CopyCard::latest($card)?->state);
        self::assertMatchesRegularExpression(
            '/“drive” has [\d,.]+ GB free and needs 10,240\.\d GB\. Nothing was copied there/',
            (string) CopyCard::latest($card)->problem,
        );
        self::assertSame(0, Copy::query()->count());
        self::assertSame([], $this->tree($this->folder.'/drive'));

        // Without the large one there is room.
        $file = $card->files()->where('path', 'DCIM/HUGE0001.MOV')->firstOrFail();
        $this->postJson("/cards/{$card->id}/ticks", ['frames' => [], 'files' => [$file->id], 'ticked' => false]);
        self::assertSame(CardState::Chosen, $this->copyCard($card)->state);
    }

    public function test_a_place_left_out_gets_nothing_more_and_its_copies_go_on_counting(): void
    {
        $this->pushCard('ivo', 2);
        $card = $this->copyCard($this->readCard('ivo'));
        mkdir($this->folder.'/disks/archive');
        $this->add($this->folder.'/disks/archive', 'archive disk');
        $this->post(
            "/shoots/{$this->shoot->id}/ingest/places/".Place::query()->where('name', 'drive')->firstOrFail()->id,
        )->assertSessionHasNoErrors();
        $this->pushCard('mara-wide', 2);
        $other = $this->copyCard($this->readCard('mara-wide'), 'Mara Quill');
        self::assertSame(CardState::Safe, $other->state);
        self::assertSame(
            ['archive disk', 'backup'],
            Copy::query()
                ->whereIn('file_id', $other->files()->select('id'))
                ->distinct()
                ->orderBy('place')
                ->pluck('place')
                ->all(),
        );
        self::assertTrue($card->refresh()->safety()->isSafeToFormat());
        foreach (['archive disk', 'backup'] as $name) {
            $left = $this->post(
                "/shoots/{$this->shoot->id}/ingest/places/".Place::query()->where('name', $name)->firstOrFail()->id,
            );
        }
        $left->assertSessionHasErrors('place');
    }

    public function test_a_read_only_place_is_named_and_the_others_go_on(): void
    {
        $this->pushCard('ivo', 2);
        $card = $this->readCard('ivo');
        // A place that takes nothing, whoever asks: its folder is a file in the way of folders.
        mkdir($this->folder.'/disks/archive');
        $this->add($this->folder.'/disks/archive', 'archive disk');
        Place::query()
            ->where('name', 'archive disk')
            ->update(['path' => '/proc/kanpai']);
        $card = $this->copyCard($card);
        self::assertStringContainsString(
            'The place “archive disk” does not let',
            (string) CopyCard::latest($card)?->problem,
        );
        self::assertSame(CardState::Safe, $card->state, 'two places are as many as the studio asks for');
        self::assertSame(4, Copy::query()->count());
    }

    public function test_a_place_of_all_studios_is_not_taken_out_of_use_by_one(): void
    {
        $this->actingAs($this->member)
            ->get("/shoots/{$this->shoot->id}/ingest/where")
            ->assertOk();
        $place = Place::query()->whereNull('studio_id')->orderByDesc('id')->firstOrFail();
        $this->newStudio('Elsewhere', 'elsewhere@quay.example');
        $this->post("/shoots/{$this->shoot->id}/ingest/places/{$place->id}")->assertSessionHasErrors('place');
        self::assertNull($place->refresh()->left_out_at);
    }
}
