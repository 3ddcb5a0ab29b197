<?php

declare(strict_types=1);

namespace Tests\Feature\Ingest;

use App\Copies\Disk;
use App\Copies\Place;
use App\Copies\Places;
use App\Copies\Verify\Verifier;
use App\Frames\CardFile;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\Rack\Rack;
use App\Ingest\RecognisedCard;
use App\Studio\Task;
use App\Studio\TaskState;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\UnableToCopy;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;
use Tests\Reference\RawKindsTest;

/** What the pages of ingest say, and what they cost. */
final class IngestPagesTest extends FeatureTestCase
{
    public function test_raw_files_that_are_no_tiff_are_read_shown_and_copied_with_exiftools_help(): void
    {
        $folder = "{$this->folder}/rack/foreign/DCIM/100FOREI";
        mkdir($folder, 0700, true);
        foreach (RawKindsTest::kinds() as [$ending, $bytes]) {
            file_put_contents("{$folder}/FRAM0001.{$ending}", $bytes);
            rename("{$folder}/FRAM0001.{$ending}", "{$folder}/FR{$ending}0001.{$ending}");
        }
        $card = $this->copyCard($this->readCard('foreign'), 'Sam Reed');
        self::assertSame([CardState::Safe, 6, 6], [$card->state, $card->frames_count, $card->files_count]);
        foreach ($card->frames as $frame) {
            self::assertNotNull($frame->small_path, "{$frame->name} has no small picture");
            self::assertNotNull($frame->large_path, "{$frame->name} has no preview");
            self::assertSame(1616, $frame->best_px, $frame->name);
            $size = getimagesize("{$this->folder}/pictures/{$frame->large_path}");
            self::assertSame(1500, $size === false ? 0 : $size[0], $frame->name);
        }
    }

    public function test_the_ingest_page_asks_no_more_of_the_database_for_more_frames(): void
    {
        $this->pushCard('mara-wide', 2);
        $this->copyCard($this->readCard('mara-wide'), 'Mara Quill');
        $count = function (): int {
            // What is counted is kept the first time.
            $this->get("/shoots/{$this->shoot->id}/ingest")->assertOk();
            DB::flushQueryLog();
            DB::enableQueryLog();
            $this->get("/shoots/{$this->shoot->id}/ingest")->assertOk();

            return count(DB::getQueryLog());
        };
        $few = $count();
        $this->pushCard('mara-wide', 30);
        $this->copyCard($this->readCard('mara-wide'), 'Mara Quill');
        self::assertSame($few, $count());
        self::assertLessThan(60, $few);
    }

    /**
     * @return iterable<string, array{int, string, int, int, string}>
     *   days since it was read, its shoot, new frames, new files, words
     */
    public static function recognitions(): iterable
    {
        yield 'today' => [0, 'this', 0, 0, 'read today at 10:00 as card 2, 412 frames, nothing new'];
        yield 'some days ago' => [3, 'this', 3, 5, 'read on Sunday as card 2, 412 frames, 3 new since'];
        yield 'long ago' => [40, 'this', 0, 1, 'read on 25 Jul 2026 as card 2, 412 frames, 1 new file since'];
        yield 'for another shoot' => [
            3,
            'other',
            1204,
            1204,
            'read on Sunday into “Second day”, 412 frames, 1,204 new since',
        ];
    }

    #[DataProvider('recognitions')]
    public function test_a_card_that_is_known_is_described_in_words(
        int $days,
        string $which,
        int $frames,
        int $files,
        string $words,
    ): void {
        $this->travelTo(CarbonImmutable::parse('2026-09-02 09:00:00', 'UTC')->addDay());
        $other = $this->studio
            ->shoots()
            ->create(['name' => 'Second day', 'zone' => 'Europe/London', 'held_on' => '2026-09-06']);
        $card = new Card([
            'shoot_id' => $which === 'this' ? $this->shoot->id : $other->id,
            'number' => 2,
            'frames_count' => 412,
            'read_at' => now()->subDays($days === 3 ? 4 : $days),
        ]);
        $card->setRelation('shoot', $which === 'this' ? $this->shoot : $other);
        self::assertSame($words, (new RecognisedCard($card, $frames, $files, 0))->inWords($this->shoot));
        self::assertSame($which === 'this', (new RecognisedCard($card, $frames, $files, 0))->goesOn($this->shoot));
        self::assertFalse(
            (new RecognisedCard($card, $frames, $files, 1))->goesOn($this->shoot),
            'a file that changed makes another card of it',
        );
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function progress(): iterable
    {
        $second = [
            'started_at' => '2026-09-05 10:00:00.000',
            'unit' => 'bytes',
            'total' => 12 * 1024 ** 3,
            'pieces_total' => 824,
        ];
        yield 'files, bytes, rate and what is left' => [
            [...$second, 'done' => 3 * 1024 ** 3, 'pieces' => 214],
            '3.0 GB of 12.0 GB · 214 of 824 files · 51.2 MB a second · 3 min left',
        ];
        yield 'what was done before counts for no rate' => [
            [...$second, 'done' => 3 * 1024 ** 3, 'pieces' => 214, 'resumed_from' => 2 * 1024 ** 3],
            '3.0 GB of 12.0 GB · 214 of 824 files · 17.1 MB a second · 9 min left',
        ];
        yield 'nothing yet' => [[...$second, 'done' => 0, 'pieces' => 0], '0.0 B of 12.0 GB · 0 of 824 files'];
        yield 'frames' => [
            ['started_at' => '2026-09-05 10:00:50.000', 'unit' => 'frames', 'done' => 312, 'total' => 612],
            '312 of 612 frames · 31 a second · 10 s left',
        ];
        yield 'slow frames' => [
            ['started_at' => '2026-09-05 10:00:00.000', 'unit' => 'frames', 'done' => 30, 'total' => 6000],
            '30 of 6,000 frames · 0.5 a second · 199 min left',
        ];
    }

    /** @param  array<string, mixed>  $facts */
    #[DataProvider('progress')]
    public function test_progress_is_said_with_files_bytes_rate_and_time_left(array $facts, string $words): void
    {
        $this->travelTo(CarbonImmutable::parse('2026-09-05 10:01:00', 'UTC'));
        $task = new Task([
            'state' => TaskState::Running,
            'kind' => 'copy',
            'pieces' => 0,
            'pieces_total' => 0,
            'resumed_from' => 0,
            ...$facts,
        ]);
        self::assertSame($words, $task->progressInWords());
    }

    public function test_what_the_studio_has_from_elsewhere_can_be_unticked_at_once(): void
    {
        $this->pushCard('ivo', 3);
        $this->copyCard($this->readCard('ivo'));
        $this->pushCard('ivo', 5);
        $shoot = $this->studio
            ->shoots()
            ->create(['name' => 'Second day', 'zone' => 'Europe/London', 'held_on' => '2026-09-06']);
        $this->post("/shoots/{$shoot->id}/cards", ['slot' => '0/ivo']);
        $card = Card::query()->where('shoot_id', $shoot->id)->firstOrFail();
        $told = $this->getJson("/cards/{$card->id}/frames")->json();
        $known = array_column(
            array_map(fn (array $row): array => array_combine($told['columns'], $row), $told['frames']),
            'isKnown',
        );
        self::assertSame(
            [3, 2],
            [count(array_filter($known)), count(array_filter($known, fn (bool $is): bool => ! $is))],
        );
    }

    public function test_a_place_keeps_its_mark_over_a_move_and_a_new_database(): void
    {
        $places = app(Places::class);
        $place = $places->used($this->studio->id)->firstOrFail('name', 'drive');
        $place->open();
        $mark = trim((string) file_get_contents("{$this->folder}/drive/".Place::MARKER));
        self::assertSame($mark, $place->refresh()->marker);
        // The same disk under another path.
        rename("{$this->folder}/drive", "{$this->folder}/moved");
        config(['kanpai.places' => ['drive' => "{$this->folder}/moved", 'backup' => "{$this->folder}/backup"]]);
        self::assertTrue($places->used($this->studio->id)->firstOrFail('name', 'drive')->isThere());
        // Another disk in its stead is not the place.
        rename("{$this->folder}/moved", "{$this->folder}/away");
        mkdir("{$this->folder}/moved");
        file_put_contents("{$this->folder}/moved/".Place::MARKER, 'another');
        self::assertFalse($place->refresh()->isThere());
        // A database that knows nothing takes the mark that is there.
        Place::query()->delete();
        $new = $places->used($this->studio->id)->firstOrFail('name', 'drive');
        $new->open();
        self::assertSame('another', $new->refresh()->marker);
    }

    public function test_a_process_that_proves_says_what_it_could_not(): void
    {
        $good = "{$this->folder}/good";
        $again = "{$this->folder}/again";
        file_put_contents(Disk::temporary($good), 'bytes');
        $prover = new Verifier();
        $prover->prove(1, $good);
        $prover->prove(2, "{$this->folder}/missing");
        self::assertSame([1 => hash('xxh128', 'bytes'), 2 => ''], $prover->answers(true));
        self::assertFileDoesNotExist(Disk::temporary($good));
        self::assertSame([], $prover->answers(true));
        // Killed in the middle: nothing it had in hand counts as verified, and the next is verified by a new one.
        file_put_contents(Disk::temporary($again), 'bytes');
        exec('pkill -KILL -P '.getmypid().' -f Verify/verify.php');
        usleep(50_000);
        $prover->prove(3, $again);
        self::assertSame([3 => ''], $prover->answers(true));
        file_put_contents(Disk::temporary($again), 'bytes');
        $prover->prove(4, $again);
        self::assertSame([4 => hash('xxh128', 'bytes')], $prover->answers(true));
    }

    public function test_only_cards_of_the_rack_are_opened_behind_its_faults(): void
    {
        mkdir("{$this->folder}/rack/one");
        $rack = new Rack("{$this->folder}/rack");
        self::assertSame('/elsewhere/one/DCIM/A.JPG', $rack->address('/elsewhere/one', 'DCIM/A.JPG'));
        self::assertStringStartsWith(
            'kanpai-rack://',
            $rack->address((string) realpath("{$this->folder}/rack").'/one', 'DCIM/A.JPG'),
        );
        self::assertFalse(
            @fopen($rack->address((string) realpath("{$this->folder}/rack").'/one', 'x'), 'wb'),
            'a card was opened for writing',
        );
        self::assertFileDoesNotExist("{$this->folder}/rack/one/x");
        self::assertSame([], (new Rack('/nowhere'))->cards());
    }

    public function test_sentences_name_what_they_are_about(): void
    {
        foreach (
            [
                UnableToCopy::isAway('archive'),
                UnableToCopy::isFull('archive', 3 * 1024 ** 3, 12 * 1024 ** 3),
                UnableToCopy::cannotWrite('archive', 'A.JPG'),
            ] as $reason
        ) {
            self::assertStringContainsString('“archive”', $reason->getMessage());
        }
        self::assertStringContainsString(
            '3.0 GB free and needs 12.0 GB',
            UnableToCopy::isFull('archive', 3 * 1024 ** 3, 12 * 1024 ** 3)->getMessage(),
        );
        $file = new CardFile(['path' => "DCIM/100A/caf\xE9.JPG"]);
        self::assertSame('café.JPG', $file->shown());
    }
}
