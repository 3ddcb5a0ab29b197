<?php

declare(strict_types=1);

namespace Tests\Feature\Ingest;

use App\Copies\Copy;
use App\Frames\CardFile;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Studio\TaskState;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

final class IngestTest extends FeatureTestCase
{
    public function test_a_card_with_damaged_files_is_read_and_every_file_of_it_copied_with_proof(): void
    {
        $slot = $this->pushCard('ivo', 5);
        $broken = substr((string) file_get_contents(glob("{$slot}/DCIM/*/*.JPG")[0]), 0, 20_000);
        file_put_contents("{$slot}/DCIM/100CORVD/CRVM8001.JPG", $broken);
        file_put_contents("{$slot}/DCIM/100CORVD/CRVM8002.JPG", '');
        file_put_contents("{$slot}/DCIM/100CORVD/CRVM8003.JPG", 'not a picture');
        symlink('/etc/passwd', "{$slot}/DCIM/100CORVD/CRVM8004.JPG");
        $before = $this->tree($slot);

        $card = $this->readCard('ivo');
        self::assertSame(CardState::Read, $card->state);
        self::assertSame([5, 8], [$card->frames_count, $card->files_count]);
        $this->get("/shoots/{$this->shoot->id}/ingest")
            ->assertOk()
            ->assertSee('3 files with a problem')
            ->assertSee('CRVM8002.JPG')
            ->assertSee('cut short')
            ->assertSee('0 bytes')
            ->assertSee('Do not format')
            ->assertDontSee('Safe to format');

        $card = $this->copyCard($card);
        self::assertSame(CardState::Safe, $card->state);
        self::assertSame($before, $this->tree($slot), 'the card was touched');
        foreach (['drive', 'backup'] as $place) {
            $copies = $this->tree("{$this->folder}/{$place}");
            self::assertCount(8, $copies);
            self::assertEqualsCanonicalizing(array_diff_key($before, ['DCIM/100CORVD/CRVM8004.JPG' => 0]), $copies);
        }
        self::assertSame(16, Copy::query()->count());
        $this->get("/shoots/{$this->shoot->id}/ingest")->assertSee(
            'Safe to format: all 8 files have verified copies in 2 places',
        );
        foreach ($this->frames() as $frame) {
            self::assertTrue($frame->is_pictured);
            self::assertFileExists("{$this->folder}/pictures/{$frame->large_path}");
            self::assertFileExists("{$this->folder}/pictures/{$frame->small_path}");
        }
    }

    /** @return iterable<string, array{string}> */
    public static function outside(): iterable
    {
        yield 'up and away' => ['0/../drive'];
        yield 'the folder above' => ['0/..'];
        yield 'the root itself' => ['0/.'];
        yield 'an absolute path' => ['/etc'];
        yield 'deeper' => ['0/ivo/DCIM'];
        yield 'another root' => ['7/ivo'];
        yield 'a link' => ['0/link'];
        yield 'nothing' => [''];
        yield 'a zero byte' => ["0/ivo\0/DCIM"];
    }

    #[DataProvider('outside')]
    public function test_no_card_is_read_outside_the_allowed_roots(string $slot): void
    {
        $this->pushCard('ivo', 1);
        symlink($this->folder.'/drive', $this->folder.'/rack/link');
        $this->actingAs($this->member)
            ->post("/shoots/{$this->shoot->id}/cards", ['slot' => $slot])
            ->assertSessionHasErrors('slot');
        self::assertSame(0, Card::query()->count());
    }

    public function test_the_same_card_is_known_again(): void
    {
        $this->pushCard('mara-wide', 3);
        $this->readCard('mara-wide');
        $this->readCard('mara-wide');
        self::assertSame(1, Card::query()->count());
        $this->get("/shoots/{$this->shoot->id}/ingest")->assertSee('as card 1, 3 frames, nothing new');
    }

    public function test_a_file_that_changed_since_reading_stops_the_copy_and_says_so(): void
    {
        $slot = $this->pushCard('ivo', 3);
        $card = $this->readCard('ivo');
        file_put_contents(glob("{$slot}/DCIM/*/*.JPG")[1], 'x', FILE_APPEND);
        $card = $this->copyCard($card);
        self::assertSame(CardState::Read, $card->state);
        self::assertSame(TaskState::Failed, CopyCard::latest($card)?->state);
        self::assertStringContainsString('Read the card again', (string) CopyCard::latest($card)->problem);
    }

    public function test_a_file_of_somebody_else_is_never_overwritten(): void
    {
        $this->pushCard('ivo', 2);
        $card = $this->readCard('ivo');
        $this->copyCard($card);
        $file = CardFile::query()->orderBy('id')->firstOrFail();
        Copy::query()->where('file_id', $file->id)->delete();
        $card->update(['state' => CardState::Read]);
        file_put_contents("{$this->folder}/drive/{$file->destination}", 'precious');
        $card = $this->copyCard($card);
        self::assertStringContainsString('was left as it is', (string) CopyCard::latest($card)?->problem);
        self::assertSame('precious', file_get_contents("{$this->folder}/drive/{$file->destination}"));
        self::assertSame(CardState::Read, $card->state);
    }

    public function test_a_copy_that_was_killed_goes_on_where_it_stopped(): void
    {
        $this->pushCard('ivo', 4);
        $card = $this->copyCard($this->readCard('ivo'));
        // As a kill leaves it: one file under its temporary name, one whole but not yet noted.
        [$first, $second] = CardFile::query()->orderBy('id')->limit(2)->get()->all();
        Copy::query()
            ->whereIn('file_id', [$first->id, $second->id])
            ->delete();
        unlink("{$this->folder}/drive/{$first->destination}");
        file_put_contents(\App\Copies\Disk::temporary("{$this->folder}/drive/{$first->destination}"), 'half');
        $card->update(['state' => CardState::Read, 'safe_at' => null]);

        $card = $this->copyCard($card);
        self::assertSame(CardState::Safe, $card->state);
        self::assertSame(
            [],
            array_filter(
                array_keys($this->tree($this->folder.'/drive')),
                fn (string $path): bool => str_ends_with($path, '.part'),
            ),
        );
        self::assertSame($first->hash, hash_file('xxh128', "{$this->folder}/drive/{$first->destination}"));
    }

    public function test_a_card_that_was_pulled_out_fails_with_a_sentence(): void
    {
        $slot = $this->pushCard('ivo', 2);
        $card = $this->readCard('ivo');
        rename($slot, $this->folder.'/away');
        $card = $this->copyCard($card);
        self::assertStringContainsString('Is the card still in its slot?', (string) CopyCard::latest($card)?->problem);
        rename($this->folder.'/away', $slot);
        self::assertSame(CardState::Safe, $this->copyCard($card)->state);
    }
}
