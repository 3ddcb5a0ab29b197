<?php

declare(strict_types=1);

namespace Tests\Feature\Ingest;

use App\Frames\CardFile;
use App\Frames\Frame;
use App\Ingest\Card;
use App\Ingest\CardReader;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Ingest\Slots;
use Kanpai\Core\Frames\FileKind;
use Tests\Feature\FeatureTestCase;

/** Raw and JPEG, counters that roll over, equal names, cards without clocks or pictures. */
final class CardsOfAllKindsTest extends FeatureTestCase
{
    public function test_raw_and_jpeg_of_one_number_are_one_frame_and_both_are_copied(): void
    {
        $slot = $this->pushCard('mara-long', 5, 10);
        $pairs = count(glob("{$slot}/DCIM/*/*.DNG") ?: []);
        self::assertGreaterThan(0, $pairs);
        $card = $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
        self::assertSame([5, 5 + $pairs], [$card->frames_count, $card->files_count]);
        $frame = Frame::query()->whereHas('files', fn ($query) => $query->where('kind', FileKind::Raw))->firstOrFail();
        self::assertStringEndsWith('.JPG', $frame->name);
        self::assertSame(
            ['jpeg', 'raw'],
            $frame->files()->orderBy('kind')->get()->map(fn (CardFile $file): string => $file->kind->value)->all(),
        );
        self::assertSame(CardState::Safe, $card->state);
    }

    public function test_a_raw_file_alone_is_shown_by_the_preview_embedded_in_it(): void
    {
        $slot = $this->pushCard('mara-long', 5, 10);
        $raw = (glob("{$slot}/DCIM/*/*.DNG") ?: [])[0];
        $jpeg = substr($raw, 0, -3).'JPG';
        unlink($jpeg);
        $card = $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
        $frame = Frame::query()->where('name', basename($raw))->firstOrFail();
        self::assertTrue($frame->is_pictured);
        $size = getimagesize("{$this->folder}/pictures/{$frame->large_path}");
        self::assertGreaterThan(600, max($size[0] ?? 0, $size[1] ?? 0));
        self::assertSame(CardState::Safe, $card->state);
    }

    public function test_numbers_that_roll_over_and_equal_names_stay_apart_and_in_order(): void
    {
        $slot = $this->pushCard('ivo', 7, 46);
        $folders = array_map(basename(...), glob("{$slot}/DCIM/*") ?: []);
        self::assertSame(['100CORVD', '101CORVD'], $folders, 'the demo’s counter rolls over');
        // The first name of the second folder is in the first one as well.
        $second = (glob("{$slot}/DCIM/101CORVD/*.JPG") ?: [])[0];
        $first = (glob("{$slot}/DCIM/100CORVD/*.JPG") ?: [])[0];
        copy($first, "{$slot}/DCIM/100CORVD/".basename($second));
        $card = $this->copyCard($this->readCard('ivo'));
        self::assertSame(CardState::Safe, $card->state);
        self::assertSame(8, $card->frames_count);
        self::assertSame(8, CardFile::query()->distinct()->count('destination'));
        $rolled = $this->frames()->pluck('name')->all();
        self::assertLessThan(array_search('CRVM0002.JPG', $rolled, true), array_search('CRVM9998.JPG', $rolled, true));
    }

    public function test_two_cards_of_one_body_with_the_same_names_never_meet(): void
    {
        $this->pushCard('ivo', 3);
        $this->copyCard($this->readCard('ivo'));
        rename("{$this->folder}/rack/ivo", "{$this->folder}/rack/away");
        $slot = $this->pushCard('ivo', 3);
        foreach (glob("{$slot}/DCIM/*/*.JPG") ?: [] as $i => $jpeg) {
            file_put_contents($jpeg, str_repeat("\0", $i + 1), FILE_APPEND);
        }
        $second = $this->copyCard($this->readCard('ivo'));
        self::assertSame(2, $second->number);
        self::assertSame(CardState::Safe, $second->state);
        self::assertSame(1, $second->frames()->distinct()->count('body_id'));
        self::assertCount(6, $this->tree("{$this->folder}/drive"));
        self::assertSame(6, CardFile::query()->distinct()->count('destination'));
    }

    public function test_the_shooter_is_filled_in_from_the_bodys_last_use(): void
    {
        $this->pushCard('ivo', 2);
        $card = $this->readCard('ivo');
        self::assertSame('Ivo Tarn', $card->shooter, 'the owner’s name in the camera');
        $this->copyCard($card, 'Sam Reed');
        rename("{$this->folder}/rack/ivo", "{$this->folder}/rack/away");
        $this->pushCard('ivo', 4);
        self::assertSame('Sam Reed', $this->readCard('ivo')->shooter);
        $this->actingAs($this->member)
            ->post('/cards/'.Card::query()->max('id').'/copy', ['shooter' => ' '])
            ->assertSessionHasErrors('shooter');
    }

    public function test_frames_without_a_time_are_dated_by_their_file_and_stay_out_of_clocks(): void
    {
        $slot = $this->folder.'/rack/plain';
        mkdir("{$slot}/DCIM/100PLAIN", 0700, true);
        $image = imagecreatetruecolor(300, 200);
        imagejpeg($image, "{$slot}/DCIM/100PLAIN/PLAN0001.JPG");
        touch("{$slot}/DCIM/100PLAIN/PLAN0001.JPG", 1_788_600_000);
        file_put_contents("{$slot}/DCIM/100PLAIN/NOTE.TXT", 'a note');
        $card = $this->copyCard($this->readCard('plain'), 'Sam Reed');
        $frame = $this->frames()->first();
        self::assertFalse($frame->is_dated);
        self::assertSame(1_788_600_000_000, $frame->taken_ms);
        self::assertSame('Unknown camera', $frame->body->label());
        self::assertSame([1, 2], [$card->frames_count, $card->files_count]);
        self::assertSame(CardState::Safe, $card->state);
        $this->post("/shoots/{$this->shoot->id}/clocks/{$frame->body_id}", ['direction' => 'later', 'hours' => '1']);
        self::assertSame(1_788_600_000_000, $frame->refresh()->taken_ms);
    }

    public function test_an_empty_card_says_so(): void
    {
        mkdir("{$this->folder}/rack/empty/DCIM/100EMPTY", 0700, true);
        $this->actingAs($this->member)->post("/shoots/{$this->shoot->id}/cards", ['slot' => '0/empty']);
        self::assertSame(0, Card::query()->count());
        self::assertSame('There is no file on this card.', \App\Studio\Task::query()->firstOrFail()->problem);
    }

    public function test_reading_that_was_broken_off_goes_on_without_reading_a_frame_twice(): void
    {
        $this->pushCard('ivo', 60);
        $card = $this->readCard('ivo');
        $files = app(Slots::class)->files($card->slot);
        $keys = $card->frames()->pluck('id', 'name')->all();
        // As a kill leaves it: a part of the frames is in the database.
        Frame::query()->whereKey(array_slice($keys, 25))->delete();
        self::assertTrue(app(CardReader::class)->read($card, $files, fn (): bool => true));
        self::assertSame(60, $card->frames()->count());
        self::assertSame(60, $card->files()->count());
        self::assertSame(
            array_slice($keys, 0, 25),
            $card->frames()->whereKey(array_slice($keys, 0, 25))->pluck('id', 'name')->all(),
        );
    }

    public function test_a_place_that_is_full_or_missing_is_named_and_the_card_is_not_safe(): void
    {
        $this->pushCard('ivo', 2);
        $card = $this->readCard('ivo');
        file_put_contents($this->folder.'/blocked', 'a file where a folder should be');
        config([
            'kanpai.places' => ['drive' => $this->folder.'/drive', 'archive drive' => $this->folder.'/blocked'],
        ]);
        $card = $this->copyCard($card);
        self::assertSame(CardState::Read, $card->state);
        self::assertStringContainsString('“archive drive”', (string) CopyCard::latest($card)?->problem);
        $this->get("/shoots/{$this->shoot->id}/ingest")
            ->assertSee('archive drive')
            ->assertSee('Do not format');
    }
}
