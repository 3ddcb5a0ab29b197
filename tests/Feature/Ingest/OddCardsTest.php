<?php

declare(strict_types=1);

namespace Tests\Feature\Ingest;

use App\Frames\CardFile;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Studio\Task;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/**
 * What cards hold when other programs, other alphabets and other people had their hands on them. Nothing of it is lost.
 */
final class OddCardsTest extends FeatureTestCase
{
    /** @return iterable<string, array{string}> */
    public static function names(): iterable
    {
        yield 'quotes' => ["it's \"one\".JPG"];
        yield 'a newline' => ["two\nlines.JPG"];
        yield 'an emoji' => ['boat 🚣.JPG'];
        yield 'bytes of Latin-1' => ["caf\xE9.JPG"];
        yield 'bytes of no alphabet' => ["\xFF\xFE\x80.JPG"];
        yield 'the longest name there is' => [str_repeat('x', 251).'.JPG'];
        yield 'markup' => ['<b>&amp;.JPG'];
        yield 'dollars and percents' => ['$HOME %s {{name}}.JPG'];
        yield 'a leading hyphen' => ['-rf.JPG'];
        yield 'dots' => ['....JPG'];
    }

    #[DataProvider('names')]
    public function test_a_file_of_any_name_is_read_copied_verified_captioned_and_shown(string $name): void
    {
        $slot = $this->pushCard('ivo', 1);
        $odd = "{$slot}/DCIM/100CORVD/{$name}";
        if (str_starts_with($name, '.')) {
            self::assertNotFalse($odd);
            $odd = "{$slot}/DCIM/100CORVD/x{$name}";
        }
        copy((glob("{$slot}/DCIM/*/*.JPG") ?: [])[0], $odd);
        file_put_contents($odd, "\0", FILE_APPEND);
        $card = $this->copyCard($this->readCard('ivo'));
        self::assertSame('', (string) CopyCard::latest($card)?->problem);
        self::assertSame(CardState::Safe, $card->state);
        self::assertSame(2, $card->frames_count);
        $file = CardFile::query()->where('size', filesize($odd))->firstOrFail();
        self::assertSame(basename($odd), basename($file->path));
        foreach (['drive', 'backup'] as $place) {
            self::assertFileEquals($odd, "{$this->folder}/{$place}/{$file->destination}");
        }
        self::assertTrue($file->frame()->firstOrFail()->is_pictured);
        $this->get("/shoots/{$this->shoot->id}/ingest")->assertOk();
        $this->get("/shoots/{$this->shoot->id}/cull/frames")
            ->assertOk()
            ->assertJsonCount(2, 'frames');
        $this->caption(['headline' => '{{name}}']);
        self::assertNull(Task::query()->whereNotNull('problem')->value('problem'));
        $this->get("/shoots/{$this->shoot->id}/captions")
            ->assertOk()
            ->assertSee('All 2 sidecars are up to date');
    }

    public function test_times_of_nowhere_make_no_trouble(): void
    {
        $slot = $this->pushCard('ivo', 4);
        $files = glob("{$slot}/DCIM/*/*.JPG") ?: [];
        foreach (
            ['2099:12:31 23:59:59', '1903:01:01 00:00:00', '0000:00:00 00:00:00', '    :  :     :  :  '] as $i => $time
        ) {
            $bytes = (string) file_get_contents($files[$i]);
            file_put_contents($files[$i], preg_replace('/2026:09:05 \d\d:\d\d:\d\d/', $time, $bytes));
        }
        $card = $this->copyCard($this->readCard('ivo'));
        self::assertSame([CardState::Safe, 4], [$card->state, $card->frames_count]);
        self::assertSame(2, $card->frames()->where('is_dated', false)->count());
        foreach (['ingest', 'clocks', 'captions', 'cull', 'cull/frames', 'proof'] as $page) {
            $this->get("/shoots/{$this->shoot->id}/{$page}")->assertOk();
        }
    }

    public function test_a_picture_that_claims_to_be_enormous_is_named_and_copied(): void
    {
        $slot = $this->pushCard('ivo', 1);
        $bytes = (string) file_get_contents((glob("{$slot}/DCIM/*/*.JPG") ?: [])[0]);
        // The frame header (ITU-T T.81, B.2.2) says 60,000 × 60,000.
        $at = strpos($bytes, "\xFF\xC0\x00\x11\x08", (int) strrpos($bytes, "\xFF\xDB"));
        self::assertNotFalse($at);
        file_put_contents(
            "{$slot}/DCIM/100CORVD/HUGE0001.JPG",
            substr_replace($bytes, pack('nn', 60_000, 60_000), $at + 5, 4),
        );
        $card = $this->copyCard($this->readCard('ivo'));
        self::assertSame([CardState::Safe, 2], [$card->state, $card->frames_count]);
        $file = CardFile::query()->where('path', 'DCIM/100CORVD/HUGE0001.JPG')->firstOrFail();
        self::assertNotNull($file->problem);
        $this->get("/shoots/{$this->shoot->id}/ingest")
            ->assertSee('HUGE0001.JPG')
            ->assertSee('1 file with a problem. What cannot be shown is copied all the same');
    }

    public function test_folders_that_go_in_circles_and_hidden_files_are_passed_by(): void
    {
        $slot = $this->pushCard('ivo', 1);
        symlink($slot, "{$slot}/DCIM/loop");
        mkdir("{$slot}/.Trashes");
        file_put_contents("{$slot}/.Trashes/old.JPG", 'x');
        file_put_contents("{$slot}/DCIM/._CRVM0001.JPG", 'x');
        self::assertSame(1, $this->copyCard($this->readCard('ivo'))->files_count);
    }

    public function test_the_same_card_put_in_by_two_people_at_once_is_one_card(): void
    {
        $this->pushCard('ivo', 2);
        config(['queue.default' => 'database']);
        $this->readCard('ivo');
        $second = $this->studio
            ->members()
            ->create([
                'name' => 'Second',
                'email' => 'second@quay.example',
                'password' => 'a good password',
                'role' => 'shooter',
            ]);
        $this->actingAs($second)
            ->post("/shoots/{$this->shoot->id}/cards", ['slot' => '0/ivo'])
            ->assertRedirect();
        self::assertSame(1, Card::query()->count());
        self::assertSame(1, Task::query()->where('kind', 'read')->count());
    }

    public function test_ten_thousand_and_one_files_in_one_folder_are_listed_read_copied_and_verified(): void
    {
        $slot = $this->pushCard('ivo', 4);
        for ($i = 1; $i <= 9_997; $i++) {
            file_put_contents(sprintf('%s/DCIM/100CORVD/DATA%04d.BIN', $slot, $i), "file {$i}");
            touch(sprintf('%s/DCIM/100CORVD/DATA%04d.BIN', $slot, $i), 1_788_600_000 + $i);
        }
        // Making twenty thousand files durable on a disk is the disk's matter; these are in memory where there is
        // such a place.
        $fast = is_dir('/dev/shm') ? '/dev/shm/kanpai-'.bin2hex(random_bytes(5)) : $this->folder;
        config(['kanpai.places' => ['drive' => $fast.'/drive', 'backup' => $fast.'/backup']]);
        try {
            $card = $this->copyCard($this->readCard('ivo'));
            self::assertSame([CardState::Safe, 4, 10_001], [$card->state, $card->frames_count, $card->files_count]);
            self::assertCount(10_001, $this->tree($fast.'/backup'));
            $this->get("/shoots/{$this->shoot->id}/ingest")
                ->assertOk()
                ->assertSee('Safe to format: all 10,001 files');
            $told = $this->getJson("/cards/{$card->id}/frames")->assertOk();
            self::assertFalse($told->json('isRead'), 'all at once is too much');
            self::assertCount(2_004, $told->json('frames'));
        } finally {
            exec('rm -rf '.escapeshellarg($fast));
        }
    }

    public function test_a_card_without_a_single_readable_picture_is_copied_all_the_same(): void
    {
        mkdir("{$this->folder}/rack/broken/DCIM/100BROKE", 0700, true);
        foreach (['BROK0001.JPG' => '', 'BROK0002.JPG' => 'text', 'BROK0003.DNG' => 'II*'] as $name => $bytes) {
            file_put_contents("{$this->folder}/rack/broken/DCIM/100BROKE/{$name}", $bytes);
        }
        $card = $this->copyCard($this->readCard('broken'), 'Sam Reed');
        self::assertSame([CardState::Safe, 0, 3], [$card->state, $card->frames_count, $card->files_count]);
        $this->get("/shoots/{$this->shoot->id}/ingest")
            ->assertOk()
            ->assertSee('3 files with a problem. What cannot be shown is copied all the same');
    }
}
