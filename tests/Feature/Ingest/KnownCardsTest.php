<?php

declare(strict_types=1);

namespace Tests\Feature\Ingest;

use App\Copies\Copy;
use App\Frames\CardFile;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\Slots;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\TaskState;
use Tests\Feature\FeatureTestCase;

/** A card is known again by what lies on it; what the studio has already is not copied twice. */
final class KnownCardsTest extends FeatureTestCase
{
    private function slots(?Shoot $shoot = null): \Illuminate\Testing\TestResponse
    {
        return $this->actingAs($this->member)
            ->get('/shoots/'.($shoot ?? $this->shoot)->id.'/ingest')
            ->assertOk();
    }

    public function test_new_frames_on_a_known_card_are_counted_read_and_copied_alone(): void
    {
        $this->pushCard('mara-wide', 6);
        $card = $this->copyCard($this->readCard('mara-wide'), 'Mara Quill');
        $card->update(['read_at' => now()->subDays(2)]);
        $before = Copy::query()->orderBy('id')->pluck('verified_at', 'id')->all();
        $this->pushCard('mara-wide', 9);
        $this->slots()
            ->assertSee(
                'read on '.
                    now()->subDays(2)->setTimezone($this->shoot->zone)->format('l').
                    ' as card 1, 6 frames, 3 new since',
            )
            ->assertSee('Read the 3 new');
        $again = $this->readCard('mara-wide');
        self::assertSame([$card->id, 9, CardState::Read], [$again->id, $again->frames_count, $again->state]);
        $again = $this->copyCard($again, 'Mara Quill');
        self::assertSame(CardState::Safe, $again->state);
        self::assertSame(18, Copy::query()->count());
        self::assertEquals(
            $before,
            Copy::query()->whereKey(array_keys($before))->orderBy('id')->pluck('verified_at', 'id')->all(),
        );
        $this->slots()->assertSee('9 frames, nothing new');
    }

    public function test_a_card_that_was_formatted_and_filled_anew_is_a_new_card(): void
    {
        $slot = $this->pushCard('mara-wide', 3);
        $first = $this->readCard('mara-wide');
        exec('rm -rf '.escapeshellarg($slot));
        $this->pushCard('mara-wide', 3, 5);
        self::assertNotSame($first->id, $this->readCard('mara-wide')->id);
        // The same names with other contents are no going on either.
        foreach (glob("{$slot}/DCIM/*/*.JPG") ?: [] as $i => $file) {
            if ($i > 0) {
                touch($file, 1_700_000_000);
            }
        }
        $this->readCard('mara-wide');
        self::assertSame(3, Card::query()->count());
    }

    public function test_what_the_studio_has_is_skipped_by_content_whatever_it_is_called(): void
    {
        $slot = $this->pushCard('ivo', 4);
        $first = $this->copyCard($this->readCard('ivo'));
        $names = glob("{$slot}/DCIM/*/*.JPG") ?: [];
        // Another card of another shoot: two of the frames, one under another name and time, and a new one.
        $other = "{$this->folder}/rack/other/DCIM/900OTHER";
        mkdir($other, 0700, true);
        copy($names[0], "{$other}/".basename($names[0]));
        touch("{$other}/".basename($names[0]), (int) filemtime($names[0]));
        copy($names[1], "{$other}/RENA0001.JPG");
        $this->pushCard('mara-wide', 1);
        rename((string) current(glob("{$this->folder}/rack/mara-wide/DCIM/*/*.JPG") ?: []), "{$other}/NEWF0001.JPG");
        exec('rm -rf '.escapeshellarg("{$this->folder}/rack/mara-wide"));
        $shoot = $this->studio
            ->shoots()
            ->create(['name' => 'Second day', 'zone' => 'Europe/London', 'held_on' => '2026-09-06']);
        $this->post("/shoots/{$shoot->id}/cards", ['slot' => '0/other'])->assertRedirect();
        $card = Card::query()->where('shoot_id', $shoot->id)->firstOrFail();
        $this->getJson("/cards/{$card->id}/frames")->assertOk();
        $card = $this->copyCard($card, 'Ivo Tarn');
        self::assertSame(CardState::Safe, $card->state);
        self::assertSame(2, $card->files()->whereNotNull('same_as_id')->count());
        self::assertSame(
            2,
            Copy::query()
                ->whereIn('file_id', $card->files()->select('id'))
                ->count(),
            'only the new frame was copied',
        );
        self::assertCount(5, $this->tree($this->folder.'/drive'));
        $this->get("/cards/{$card->id}/report")->assertSee('skipped: the studio has it from card 1 of “Harbour day”');
        $this->get("/shoots/{$shoot->id}/ingest")->assertSee(
            '2 files were not copied again: the studio has them from other cards',
        );
        foreach ($card->frames as $frame) {
            self::assertTrue($frame->is_pictured);
            self::assertNotNull($frame->large_path, 'a skipped frame has its preview too');
        }

        // Both, or neither.
        $same = $card->files()->whereNotNull('same_as_id')->with('sameAs')->firstOrFail();
        unlink("{$this->folder}/backup/{$same->sameAs?->destination}");
        $this->post("/cards/{$first->id}/verify");
        self::assertSame([CardState::Read, CardState::Read], [$first->refresh()->state, $card->refresh()->state]);
        // Either card brings the copies back.
        $card = $this->copyCard($card);
        self::assertSame(CardState::Safe, $card->state);
        self::assertSame(1, $card->files()->whereNotNull('same_as_id')->count());
    }

    public function test_nothing_is_skipped_for_what_another_studio_has_nor_for_one_copy_alone(): void
    {
        $this->pushCard('ivo', 2);
        $this->copyCard($this->readCard('ivo'));
        [, $stranger, $elsewhere] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->actingAs($stranger)->post("/shoots/{$elsewhere->id}/cards", ['slot' => '0/ivo']);
        $card = Card::query()->where('shoot_id', $elsewhere->id)->firstOrFail();
        $this->post("/cards/{$card->id}/copy", ['shooter' => 'Somebody']);
        self::assertSame(0, $card->files()->whereNotNull('same_as_id')->count());
        self::assertSame(
            4,
            Copy::query()
                ->whereIn('file_id', $card->files()->select('id'))
                ->count(),
        );

        CardFile::query()->first()?->copies()->where('place', 'backup')->delete();
        $shoot = $this->studio
            ->shoots()
            ->create(['name' => 'Second day', 'zone' => 'Europe/London', 'held_on' => '2026-09-06']);
        $this->actingAs($this->member)->post("/shoots/{$shoot->id}/cards", ['slot' => '0/ivo']);
        $second = $this->copyCard(Card::query()->where('shoot_id', $shoot->id)->firstOrFail());
        self::assertSame([CardState::Safe, 1], [$second->state, $second->files()->whereNotNull('same_as_id')->count()]);
    }

    public function test_a_card_in_another_slot_goes_on_where_it_was(): void
    {
        $slot = $this->pushCard('ivo', 3);
        $card = $this->readCard('ivo');
        rename($slot, "{$this->folder}/rack/left-reader");
        $this->slots()->assertSee('Go on from this slot');
        $this->post("/shoots/{$this->shoot->id}/cards", ['slot' => '0/left-reader'])->assertRedirect(
            "/cards/{$card->id}",
        );
        self::assertSame(CardState::Safe, $this->copyCard($card->refresh())->state);
        self::assertSame(1, Card::query()->count());
    }

    public function test_two_people_who_read_the_same_card_at_once_get_one_card(): void
    {
        $this->pushCard('ivo', 3);
        config(['queue.default' => 'null']);
        $this->readCard('ivo');
        $second = $this->studio
            ->members()
            ->create([
                'name' => 'Sam',
                'email' => 'sam@quay.example',
                'password' => 'a good password',
                'role' => 'shooter',
            ]);
        $this->actingAs($second)
            ->post("/shoots/{$this->shoot->id}/cards", ['slot' => '0/ivo'])
            ->assertRedirect();
        self::assertSame([1, 1], [Card::query()->count(), Task::query()->where('kind', 'read')->count()]);
        self::assertSame(TaskState::Waiting, Task::query()->firstOrFail()->state);
    }

    public function test_a_file_system_is_known_by_its_name_where_the_folder_is_one_of_its_own(): void
    {
        // /proc is a file system of its own everywhere, and has no name; a folder inside the disk has none either.
        self::assertSame('', Slots::volume($this->folder));
        self::assertSame('', Slots::volume('/proc'));
        $this->pushCard('ivo', 2);
        $this->readCard('ivo')->update(['volume' => '1A2B-3C4D']);
        $before = app(\App\Ingest\KnownCards::class)->readBefore($this->shoot, '1A2B-3C4D');
        self::assertSame(1, $before?->number);
        self::assertNull(app(\App\Ingest\KnownCards::class)->readBefore($this->shoot, ''));
    }
}
