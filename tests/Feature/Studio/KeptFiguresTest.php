<?php

declare(strict_types=1);

namespace Tests\Feature\Studio;

use App\Ingest\Card;
use App\Studio\KeptFigures;
use App\Studio\Revised;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Bench\SeededStudio;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/** What is counted once is kept, and never a moment longer than it is true. */
final class KeptFiguresTest extends FeatureTestCase
{
    private Shoot $seeded;

    private int $counted = 0;

    protected function setUp(): void
    {
        parent::setUp();
        $this->seeded = (new SeededStudio())->shoot(60);
    }

    /** @return iterable<string, array{string, bool}> a statement on rows of the shoot => whether it outdates */
    public static function changes(): iterable
    {
        $frame = '(SELECT MIN(id) FROM (SELECT id, shoot_id FROM frames) AS own WHERE shoot_id = :shoot)';
        yield 'a verdict' => ["UPDATE frames SET verdict = 'drop' WHERE shoot_id = :shoot LIMIT 1", true];
        yield 'a clock' => ['UPDATE frames SET taken_ms = taken_ms + 1 WHERE shoot_id = :shoot LIMIT 1', true];
        yield 'set aside' => ['UPDATE frames SET aside_at = NOW() WHERE shoot_id = :shoot LIMIT 1', true];
        yield 'a frame that goes' => ['DELETE FROM frames WHERE shoot_id = :shoot LIMIT 1', true];
        yield 'a card that goes, with its frames' => ['DELETE FROM cards WHERE shoot_id = :shoot LIMIT 1', true];
        yield 'who shot it' => ["UPDATE cards SET shooter = 'Ada Fenn' WHERE shoot_id = :shoot LIMIT 1", true];
        yield 'a caption that tells nothing more' => ["UPDATE captions SET tells = 0 WHERE frame_id = {$frame}", true];
        yield 'a rating, which nothing counts' => ['UPDATE frames SET rating = 5 WHERE shoot_id = :shoot', false];
        yield 'the same verdict again' => ['UPDATE frames SET verdict = verdict WHERE shoot_id = :shoot', false];
        yield 'a sidecar that was written' => ['UPDATE captions SET written_at = NOW() WHERE shoot_id = :shoot', false];
    }

    #[DataProvider('changes')]
    public function test_figures_are_counted_again_once_what_they_count_has_changed(
        string $change,
        bool $outdates,
    ): void {
        $other = $this->shoot;
        $this->figures($this->seeded);
        $this->figures($other);
        self::assertSame(['frames' => 60], $this->figures($this->seeded));
        self::assertSame(2, $this->counted);

        $changed = DB::update($change, ['shoot' => $this->seeded->id]);
        self::assertTrue($changed > 0 || ! $outdates, 'Nothing was changed.');

        $now = DB::table('frames')->where('shoot_id', $this->seeded->id)->count();
        self::assertSame(['frames' => $now], $this->figures($this->seeded));
        self::assertSame($outdates ? 3 : 2, $this->counted);
        $this->figures($other);
        self::assertSame($outdates ? 3 : 2, $this->counted, 'Another shoot is counted again as well.');
    }

    /** @return iterable<string, array{string, bool}> */
    public static function changesOfFiles(): iterable
    {
        $file = 'SELECT id FROM (SELECT id, card_id FROM files) AS own WHERE card_id IN (:cards)';
        yield 'a copy' => ["DELETE FROM copies WHERE file_id IN ({$file}) LIMIT 1", true];
        yield 'a copy that was damaged' => ["UPDATE copies SET hash = '' WHERE file_id IN ({$file}) LIMIT 1", true];
        yield 'other bytes' => ["UPDATE files SET hash = '0' WHERE card_id IN (:cards) LIMIT 1", true];
        yield 'a tick' => ['UPDATE files SET is_ticked = 1 - is_ticked WHERE card_id IN (:cards) LIMIT 1', true];
        yield 'when it was compared' => ['UPDATE files SET compared_at = NOW() WHERE card_id IN (:cards)', false];
    }

    #[DataProvider('changesOfFiles')]
    public function test_figures_of_files_are_counted_again_once_a_file_or_copy_has_changed(
        string $change,
        bool $outdates,
    ): void {
        $cards = Card::query()->where('shoot_id', $this->seeded->id)->orderBy('id')->pluck('id')->all();
        $figures = fn (): array => KeptFigures::fromCards($this->seeded->id, array_values($cards))
            ->get('test', fn (): array => [$this->seeded->id => ['n' => ++$this->counted]]);
        $figures();
        self::assertSame([$this->seeded->id => ['n' => 1]], $figures());

        self::assertGreaterThan(0, DB::update(str_replace(':cards', implode(',', $cards), $change)));

        self::assertSame([$this->seeded->id => ['n' => $outdates ? 2 : 1]], $figures());
    }

    public function test_a_statement_counts_once_however_many_rows_it_changes(): void
    {
        $revision = fn (): int => (int) DB::table('revisions')
            ->where(['kind' => 'frames', 'subject_id' => $this->seeded->id])
            ->value('revision');
        $before = $revision();
        DB::table('frames')->where('shoot_id', $this->seeded->id)->increment('taken_ms', 1000);
        DB::table('frames')->where('shoot_id', $this->seeded->id)->increment('taken_ms', 1000);
        self::assertSame($before + 2, $revision());
    }

    /** A page that counts while somebody changes what it counts keeps figures that nobody is given afterwards. */
    public function test_what_changes_while_it_is_counted_is_counted_again(): void
    {
        $kept = KeptFigures::from([$this->seeded->id], Revised::Frames);
        $kept->get('test', function (): array {
            DB::update('UPDATE frames SET verdict = ? WHERE shoot_id = ? LIMIT 1', ['drop', $this->seeded->id]);

            return [$this->seeded->id => ['frames' => -1]];
        });

        self::assertSame(['frames' => 60], $this->figures($this->seeded));
    }

    public function test_a_shoot_that_goes_while_it_is_counted_breaks_no_page(): void
    {
        $given = KeptFigures::from([$this->seeded->id], Revised::Frames)->get('test', function (): array {
            $this->seeded->delete();

            return [$this->seeded->id => ['frames' => 60]];
        });

        self::assertSame([$this->seeded->id => ['frames' => 60]], $given);
        self::assertSame(0, DB::table('kept_figures')->where('name', 'test')->count());
    }

    public function test_a_shoot_that_goes_takes_its_figures_along(): void
    {
        $this->figures($this->seeded);
        self::assertGreaterThan(0, DB::table('kept_figures')->where('shoot_id', $this->seeded->id)->count());

        $this->seeded->delete();

        self::assertSame(0, DB::table('kept_figures')->where('shoot_id', $this->seeded->id)->count());
    }

    /** @return array<mixed> */
    private function figures(Shoot $shoot): array
    {
        $kept = KeptFigures::from([$shoot->id], Revised::Frames, Revised::Cards, Revised::Captions);

        return $kept->get('test', function () use ($shoot): array {
            $this->counted++;

            return [$shoot->id => ['frames' => DB::table('frames')->where('shoot_id', $shoot->id)->count()]];
        })[$shoot->id] ?? [];
    }
}
