<?php

declare(strict_types=1);

namespace Tests\Feature\Ingest;

use App\Copies\Copy;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\CompareWithCard;
use App\Ingest\CopyCard;
use App\Ingest\Rack\Faults;
use App\Ingest\Rack\Rack;
use App\Studio\TaskState;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/** The rack's faults, and what the copy makes of them. */
final class RackTest extends FeatureTestCase
{
    private Rack $rack;

    protected function setUp(): void
    {
        parent::setUp();
        config(['kanpai.rack' => $this->folder.'/rack']);
        $this->rack = new Rack($this->folder.'/rack');
    }

    public function test_a_file_that_cannot_be_read_at_a_byte_is_named_and_all_others_are_verified(): void
    {
        $this->pushCard('mara-wide', 5);
        $card = $this->readCard('mara-wide');
        $bad = $card->files()->orderBy('id')->offset(2)->firstOrFail();
        $this->rack->make('mara-wide', new Faults(failsAt: 20_000, only: basename($bad->path)));
        $card = $this->copyCard($card, 'Mara Quill');
        self::assertSame(TaskState::Failed, CopyCard::latest($card)?->state);
        self::assertStringContainsString('could not be read on after byte', (string) CopyCard::latest($card)->problem);
        self::assertStringContainsString('4 of 5 files have verified copies', (string) CopyCard::latest($card)->problem);
        self::assertSame(8, Copy::query()->count());
        self::assertNull($bad->refresh()->hash);
        $this->get("/shoots/{$this->shoot->id}/ingest")
            ->assertSee(basename($bad->path))
            ->assertSee('Do not format: 1 of 5 files')
            ->assertSee('Go on copying: 1 of 5 files left');
        $this->get("/cards/{$card->id}/report")->assertSee('could not be read on after byte');
        self::assertSame(
            [],
            array_filter(
                array_keys($this->tree($this->folder.'/drive')),
                fn (string $path): bool => str_ends_with($path, '.part'),
            ),
        );

        // In another reader it can be read.
        $this->rack->make('mara-wide', new Faults());
        self::assertSame(CardState::Safe, $this->copyCard($card, 'Mara Quill')->state);
    }

    /** @return iterable<string, array{int}> bytes after which the card comes out */
    public static function pulls(): iterable
    {
        yield 'in the first file' => [5_000];
        yield 'in a later one' => [350_000];
        yield 'at the very first byte' => [0];
    }

    #[DataProvider('pulls')]
    public function test_a_card_that_is_pulled_out_in_the_middle_loses_nothing_and_goes_on(int $bytes): void
    {
        $slot = $this->pushCard('mara-wide', 6);
        $before = $this->tree($slot);
        $card = $this->readCard('mara-wide');
        $this->rack->make('mara-wide', new Faults(pullsOutAt: $bytes));
        $card = $this->copyCard($card, 'Mara Quill');
        self::assertFalse(is_dir($slot));
        self::assertStringContainsString('The card was pulled out at ', (string) CopyCard::latest($card)?->problem);
        self::assertSame(CardState::Read, $card->state);
        foreach (Copy::query()->with('file')->get() as $copy) {
            self::assertSame(
                $copy->hash,
                hash_file('xxh128', "{$this->folder}/{$copy->place}/{$copy->file->destination}"),
            );
        }
        $verified = Copy::query()->orderBy('id')->pluck('verified_at', 'id')->all();

        $this->rack->make('mara-wide', new Faults());
        $this->rack->pushIn('mara-wide');
        $this->get("/shoots/{$this->shoot->id}/ingest")->assertSee('Go on copying');
        $card = $this->copyCard($card, 'Mara Quill');
        self::assertSame(CardState::Safe, $card->state);
        self::assertEquals(
            $verified,
            Copy::query()->whereKey(array_keys($verified))->orderBy('id')->pluck('verified_at', 'id')->all(),
            'what was verified was copied again',
        );
        self::assertSame($before, $this->tree($slot), 'the card was touched');
        self::assertCount(6, $this->tree($this->folder.'/drive'));
    }

    public function test_a_card_pulled_out_while_it_is_read_goes_on_when_it_is_back(): void
    {
        $this->pushCard('mara-wide', 4);
        $this->rack->make('mara-wide', new Faults(pullsOutAt: 100_000));
        $card = $this->readCard('mara-wide');
        $this->rack->make('mara-wide', new Faults());
        $this->rack->pushIn('mara-wide');
        $this->actingAs($this->member)->post("/shoots/{$this->shoot->id}/cards", ['slot' => '0/mara-wide']);
        $card = Card::query()->where('shoot_id', $this->shoot->id)->orderByDesc('id')->firstOrFail();
        self::assertSame([4, CardState::Read], [$card->frames()->count(), $card->state]);
    }

    public function test_a_bit_that_comes_back_wrong_is_noticed_when_the_card_is_put_in_again(): void
    {
        $this->pushCard('ivo', 2);
        $card = $this->readCard('ivo');
        $file = $card->files()->orderBy('id')->firstOrFail();
        $this->rack->make('ivo', new Faults(flipsAt: 50_000, only: basename($file->path)));
        $card = $this->copyCard($card);
        // The copies agree with what the reader gave; only the card knows better.
        self::assertSame(CardState::Safe, $card->state);
        self::assertNotSame(hash_file('xxh128', "{$card->slot}/{$file->path}"), $file->refresh()->hash);
        $this->rack->make('ivo', new Faults());
        $this->post("/cards/{$card->id}/compare")->assertRedirect();
        $card->refresh();
        self::assertStringContainsString(basename($file->path), (string) CompareWithCard::latest($card)?->problem);
        self::assertSame(CardState::Read, $card->state);
        $this->get("/shoots/{$this->shoot->id}/ingest")->assertDontSee('Safe to format');
        $card = $this->copyCard($card);
        self::assertSame(CardState::Safe, $card->state);
        self::assertFileEquals("{$card->slot}/{$file->path}", "{$this->folder}/drive/{$file->refresh()->destination}");
        $this->post("/cards/{$card->id}/compare");
        self::assertSame(TaskState::Done, CompareWithCard::latest($card)?->state);
    }

    public function test_another_card_in_the_slot_is_not_taken_for_the_one_that_was_read(): void
    {
        $slot = $this->pushCard('ivo', 2);
        $card = $this->readCard('ivo');
        // Another card whose files have the same names and sizes, as uncompressed raw files do.
        foreach (glob("{$slot}/DCIM/*/*.JPG") ?: [] as $file) {
            file_put_contents($file, random_bytes((int) filesize($file)));
            touch($file, 1_700_000_000);
        }
        $card = $this->copyCard($card);
        self::assertSame([CardState::Read, 0], [$card->state, Copy::query()->count()]);
        self::assertStringContainsString('Is it the same card?', (string) $card->files()->firstOrFail()->copy_problem);
    }

    public function test_comparing_with_another_card_changes_nothing(): void
    {
        $slot = $this->pushCard('ivo', 2);
        $card = $this->copyCard($this->readCard('ivo'));
        exec('rm -rf '.escapeshellarg($slot));
        $this->pushCard('ivo', 2, 5);
        $this->post("/cards/{$card->id}/compare");
        self::assertStringContainsString('Nothing was changed', (string) CompareWithCard::latest($card)?->problem);
        self::assertSame(CardState::Safe, $card->refresh()->state);
        self::assertSame(0, $card->files()->whereNull('hash')->count());
    }

    public function test_a_slow_card_shows_how_long_it_takes(): void
    {
        $this->pushCard('ivo', 2);
        $this->rack->make('ivo', new Faults(bytesPerSecond: 150_000));
        $card = $this->copyCard($this->readCard('ivo'));
        $task = CopyCard::latest($card);
        self::assertGreaterThan(
            ($card->bytes / 150_000) * 0.6,
            (float) $task?->started_at?->diffInSeconds($task->ended_at, true),
        );
        self::assertMatchesRegularExpression(
            '/ of .* · 2 of 2 files · .* a second/',
            (string) $task?->progressInWords(),
        );
    }

    public function test_the_page_pushes_pulls_and_spoils(): void
    {
        $slot = $this->pushCard('ivo', 1);
        $this->get('/rack')->assertRedirect('/sign-in');
        $this->actingAs($this->member)->get('/rack')->assertOk()->assertSee('ivo')->assertSee('in its slot');
        $this->post('/rack/ivo', ['do' => 'pull-out']);
        self::assertDirectoryDoesNotExist($slot);
        $this->get('/rack')->assertSee('pulled out');
        $this->post('/rack/ivo', ['do' => 'push-in']);
        self::assertDirectoryExists($slot);
        $this->post('/rack/ivo', ['do' => 'make', 'megabytes' => '2', 'failsAt' => '77', 'only' => 'CRVM']);
        $this->get('/rack')->assertSee('2.0 MB a second, cannot be read at byte 77, in files with “CRVM”');
        $this->post('/rack/ivo', ['do' => 'make', 'failsAt' => 'soon'])->assertSessionHasErrors('failsAt');
        $this->post('/rack/..', ['do' => 'pull-out'])->assertNotFound();
        $this->post('/rack/nothing', ['do' => 'pull-out'])->assertNotFound();
        self::assertSame(
            ['DCIM'],
            array_values(array_diff(scandir($slot) ?: [], ['.', '..'])),
            'the faults lie beside the card',
        );
    }
}
