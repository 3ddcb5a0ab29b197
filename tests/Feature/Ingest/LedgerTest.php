<?php

declare(strict_types=1);

namespace Tests\Feature\Ingest;

use App\Copies\Copy;
use App\Copies\Place;
use App\Frames\CardFile;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Ingest\VerifyCopies;
use App\Studio\TaskState;
use Tests\Feature\FeatureTestCase;

/** Safe to format is a ledger: for each file the places where a verified copy is, and when it was last read back. */
final class LedgerTest extends FeatureTestCase
{
    private string $slot;

    private Card $card;

    protected function setUp(): void
    {
        parent::setUp();
        $this->slot = $this->pushCard('ivo', 3);
        $this->card = $this->copyCard($this->readCard('ivo'));
        self::assertSame(CardState::Safe, $this->card->state);
    }

    public function test_copies_that_are_well_are_verified_again_with_a_new_time(): void
    {
        Copy::query()->update(['verified_at' => '2026-01-01 00:00:00']);
        $this->prove();
        self::assertSame(0, Copy::query()->where('verified_at', '<', '2026-02-01')->count());
        self::assertSame(CardState::Safe, $this->card->state);
    }

    public function test_one_flipped_bit_turns_the_verdict_back_and_the_list_of_shoots_says_so(): void
    {
        $file = $this->file();
        $this->flip("{$this->folder}/backup/{$file->destination}");
        $this->prove();
        self::assertSame(CardState::Read, $this->card->state);
        self::assertTrue($this->card->hasLostCopies());
        $this->get('/')->assertSee('Look at card 1')->assertSee('copies of card 1 are damaged or gone');
        $this->get("/shoots/{$this->shoot->id}/ingest")
            ->assertSee('damaged or gone')
            ->assertSee('1 of 3 files')
            ->assertDontSee('Safe to format');
        $this->get("/cards/{$this->card->id}/report")
            ->assertOk()
            ->assertSee('damaged, ')
            ->assertSee('Do not format');
    }

    public function test_a_whole_disk_is_checked_and_only_that(): void
    {
        $file = $this->file();
        $this->flip("{$this->folder}/backup/{$file->destination}");
        $old = now()->subDays(30)->format('Y-m-d H:i:s');
        Copy::query()->update(['verified_at' => $old]);
        $check = fn (string $name) => $this->post(
            "/shoots/{$this->shoot->id}/ingest/places/".
                Place::query()->where('name', $name)->firstOrFail()->id.
                '/check',
        );
        $check('drive')->assertSessionHas('message');
        self::assertSame(CardState::Safe, $this->card->refresh()->state);
        self::assertSame(3, Copy::query()->where('verified_at', $old)->count(), 'the other disk was read as well');
        $check('backup');
        self::assertTrue($this->card->refresh()->hasLostCopies());
        rename($this->folder.'/backup', $this->folder.'/unplugged');
        $check('backup')->assertSessionHasErrors('place');
    }

    public function test_the_shooter_can_be_changed_for_a_card(): void
    {
        $this->post("/cards/{$this->card->id}/shooter", ['shooter' => 'Sam Reed'])->assertRedirect();
        self::assertSame('Sam Reed', $this->card->refresh()->shooter);
        $this->post("/cards/{$this->card->id}/shooter", ['shooter' => ''])->assertSessionHasErrors('shooter');
    }

    public function test_a_copy_that_is_gone_is_noticed_and_made_again_from_the_card(): void
    {
        $file = $this->file();
        unlink("{$this->folder}/drive/{$file->destination}");
        $this->prove();
        $this->get("/cards/{$this->card->id}/report")->assertSee('gone, ');
        $this->card = $this->copyCard($this->card);
        self::assertSame(CardState::Safe, $this->card->state);
        self::assertFileEquals("{$this->slot}/{$file->path}", "{$this->folder}/drive/{$file->destination}");
        $this->get('/')->assertDontSee('Look at card 1');
    }

    public function test_a_damaged_copy_is_put_aside_not_deleted_when_it_is_made_again(): void
    {
        $file = $this->file();
        $this->flip("{$this->folder}/drive/{$file->destination}");
        $damaged = hash_file('xxh128', "{$this->folder}/drive/{$file->destination}");
        $this->prove();
        $this->card = $this->copyCard($this->card);
        self::assertSame(CardState::Safe, $this->card->state);
        self::assertSame($file->refresh()->hash, hash_file('xxh128', "{$this->folder}/drive/{$file->destination}"));
        $aside = array_filter(
            $this->tree($this->folder.'/drive'),
            fn (string $what): bool => str_starts_with($what, (string) $damaged),
        );
        self::assertCount(1, $aside);
        self::assertStringContainsString('.damaged-', (string) array_key_first($aside));
    }

    public function test_proving_changes_nothing_in_any_place(): void
    {
        $this->flip("{$this->folder}/drive/{$this->file()->destination}");
        $before = [
            $this->tree($this->folder.'/drive'),
            $this->tree($this->folder.'/backup'),
            $this->tree($this->slot),
        ];
        $this->prove();
        self::assertSame($before, [
            $this->tree($this->folder.'/drive'),
            $this->tree($this->folder.'/backup'),
            $this->tree($this->slot),
        ]);
    }

    public function test_the_checksum_list_is_accepted_by_xxhsum_in_every_place_and_finds_damage(): void
    {
        $list = (string) $this->get("/cards/{$this->card->id}/checksums")
            ->assertOk()
            ->getContent();
        self::assertCount(3, explode("\n", trim($list)));
        foreach (['drive', 'backup'] as $place) {
            file_put_contents("{$this->folder}/{$place}/list.xxh128", $list);
            exec('cd '.escapeshellarg("{$this->folder}/{$place}").' && xxhsum -c list.xxh128 2>&1', $said, $code);
            self::assertSame(0, $code, implode("\n", $said));
        }
        $this->flip("{$this->folder}/drive/{$this->file()->destination}");
        exec('cd '.escapeshellarg("{$this->folder}/drive").' && xxhsum -c list.xxh128 2>&1', $said, $code);
        self::assertSame(1, $code);
    }

    public function test_a_place_that_fails_is_named_and_the_others_go_on(): void
    {
        $this->pushCard('mara-wide', 3);
        $card = $this->readCard('mara-wide');
        file_put_contents($this->folder.'/blocked', '');
        config([
            'kanpai.places' => [
                'drive' => $this->folder.'/drive',
                'archive drive' => $this->folder.'/blocked',
                'backup' => $this->folder.'/backup',
            ],
        ]);
        $card = $this->copyCard($card, 'Mara Quill');
        self::assertSame(TaskState::Failed, CopyCard::latest($card)?->state);
        self::assertStringContainsString('“archive drive”', (string) CopyCard::latest($card)->problem);
        self::assertStringContainsString('The other places have all files', (string) CopyCard::latest($card)->problem);
        self::assertSame(
            ['backup' => 3, 'drive' => 3],
            Copy::query()
                ->whereIn('file_id', $card->files()->select('id'))
                ->selectRaw('place, COUNT(*) AS n')
                ->groupBy('place')
                ->orderBy('place')
                ->pluck('n', 'place')
                ->map(fn ($n): int => (int) $n)
                ->all(),
        );

        // Once the drive is there, only what it lacks is copied, and the card counts as the studio asks: two places are
        // enough.
        unlink($this->folder.'/blocked');
        $before = Copy::query()
            ->whereIn('file_id', $card->files()->select('id'))
            ->where('place', 'drive')
            ->pluck('verified_at')
            ->all();
        $card = $this->copyCard($card, 'Mara Quill');
        self::assertSame(CardState::Safe, $card->state);
        self::assertSame(
            9,
            Copy::query()
                ->whereIn('file_id', $card->files()->select('id'))
                ->count(),
        );
        self::assertEquals(
            $before,
            Copy::query()
                ->whereIn('file_id', $card->files()->select('id'))
                ->where('place', 'drive')
                ->pluck('verified_at')
                ->all(),
            'what was verified was copied again',
        );
    }

    public function test_the_report_names_every_file_and_is_closed_to_others(): void
    {
        file_put_contents("{$this->slot}/DCIM/100CORVD/CRVM8002.JPG", '');
        $report = $this->get("/cards/{$this->card->id}/report")->assertOk();
        foreach (CardFile::query()->get() as $file) {
            $report->assertSee(basename($file->path))->assertSee((string) $file->hash);
        }
        $report->assertSee('Safe to format: all 3 files');
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->actingAs($stranger);
        $this->get("/cards/{$this->card->id}/report")->assertNotFound();
        $this->get("/cards/{$this->card->id}/checksums")->assertNotFound();
        $this->post("/cards/{$this->card->id}/verify")->assertNotFound();
    }

    private function prove(): void
    {
        $this->actingAs($this->member)
            ->post("/cards/{$this->card->id}/verify")
            ->assertRedirect();
        $this->card->refresh();
        self::assertSame(TaskState::Done, VerifyCopies::latest($this->card)?->state);
    }

    private function file(): CardFile
    {
        return CardFile::query()->orderBy('id')->offset(1)->firstOrFail();
    }

    private function flip(string $path): void
    {
        $bytes = (string) file_get_contents($path);
        $at = intdiv(strlen($bytes), 3);
        $bytes[$at] = chr(ord($bytes[$at]) ^ 1);
        $time = (int) filemtime($path);
        file_put_contents($path, $bytes);
        touch($path, $time);
    }
}
