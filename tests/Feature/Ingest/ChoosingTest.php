<?php

declare(strict_types=1);

namespace Tests\Feature\Ingest;

use App\Copies\Copy;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Ingest\MakePreviews;
use App\Studio\Task;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\DB;
use Tests\Feature\FeatureTestCase;

/** A card is looked through before anything is copied, and only what is ticked is copied. */
final class ChoosingTest extends FeatureTestCase
{
    /** @return list<array<string, mixed>> */
    private function contents(Card $card, int $after = 0, int $files = 0): array
    {
        $told = $this->actingAs($this->member)
            ->getJson("/cards/{$card->id}/frames?after={$after}&files={$files}")
            ->assertOk()
            ->json();

        return array_map(fn (array $row): array => array_combine($told['columns'], $row), $told['frames']);
    }

    public function test_everything_is_ticked_at_first_with_its_kinds_sizes_and_pixels(): void
    {
        $slot = $this->pushCard('mara-long', 4, 15);
        $first = (string) current(glob("{$slot}/DCIM/*/*.JPG") ?: []);
        file_put_contents(substr($first, 0, -3).'WAV', 'RIFF');
        file_put_contents("{$slot}/DCIM/CLIP0001.MP4", 'film');
        $card = $this->readCard('mara-long');
        $rows = $this->contents($card);
        self::assertSame([true], array_values(array_unique(array_column($rows, 'isTicked'))));
        self::assertSame((int) $card->files()->sum('size'), array_sum(array_column($rows, 'bytes')));
        $kinds = array_column($rows, 'kinds', 'name');
        self::assertStringContainsString('JPEG', $kinds[basename($first)]);
        self::assertStringContainsString('sound note', $kinds[basename($first)]);
        self::assertSame('film clip', $kinds['CLIP0001.MP4']);
        $this->get("/shoots/{$this->shoot->id}/ingest")
            ->assertSee('1 film clip')
            ->assertSee('1 sound note');
    }

    public function test_of_a_raw_file_alone_the_pixels_that_can_be_shown_are_said(): void
    {
        $this->pushCard('mara-long', 40);
        foreach (glob("{$this->folder}/rack/mara-long/DCIM/*/*.JPG") ?: [] as $jpeg) {
            unlink($jpeg);
        }
        $card = $this->readCard('mara-long');
        $row = $this->contents($card)[0];
        self::assertMatchesRegularExpression('/\b\d+ px of [\d,]+/', (string) $row['facts']);
        $card = $this->copyCard($card, 'Mara Quill');
        $frame = $card->frames()->firstOrFail();
        $size = getimagesize("{$this->folder}/pictures/{$frame->large_path}");
        self::assertNotFalse($size);
        // The preview is made from the embedded picture, and no larger than it.
        self::assertLessThanOrEqual($frame->best_px, max($size[0], $size[1]));
        self::assertLessThan(max($frame->width, $frame->height), $frame->best_px);
    }

    public function test_only_what_is_ticked_is_copied_and_the_card_is_not_called_safe(): void
    {
        $this->pushCard('mara-long', 12);
        $card = $this->readCard('mara-long');
        $rows = $this->contents($card);
        $out = array_column(array_slice($rows, 2, 3), 'id');
        $left = $card->files()->whereIn('frame_id', $out)->count();
        $this->postJson("/cards/{$card->id}/ticks", ['frames' => $out, 'files' => [], 'ticked' => false])
            ->assertOk()
            ->assertJson(['files' => $card->files_count - $left]);
        $card = $this->copyCard($card, 'Mara Quill');
        self::assertSame(CardState::Chosen, $card->state);
        self::assertSame(2 * ($card->files_count - $left), Copy::query()->count());
        self::assertSame(
            [],
            array_filter(
                array_keys($this->tree($this->folder.'/drive')),
                fn (string $path): bool => in_array(
                    basename($path),
                    array_column(array_slice($rows, 2, 3), 'name'),
                    true,
                ),
            ),
        );
        $this->get("/shoots/{$this->shoot->id}/ingest")
            ->assertSee("Do not format: {$left} of {$card->files_count} files were left out")
            ->assertDontSee('Safe to format');
        $this->get("/cards/{$card->id}/report")->assertSee('skipped: it was not ticked');

        // One changes one's mind: the rest is copied, and what is verified is not copied again.
        $before = Copy::query()->orderBy('id')->pluck('verified_at', 'id')->all();
        $this->postJson("/cards/{$card->id}/ticks", ['frames' => $out, 'files' => [], 'ticked' => true])->assertOk();
        self::assertSame(CardState::Read, $card->refresh()->state);
        $card = $this->copyCard($card, 'Mara Quill');
        self::assertSame(CardState::Safe, $card->state);
        self::assertEquals(
            $before,
            Copy::query()->whereKey(array_keys($before))->orderBy('id')->pluck('verified_at', 'id')->all(),
        );
    }

    public function test_what_was_copied_cannot_be_unticked_and_other_cards_are_out_of_reach(): void
    {
        $this->pushCard('ivo', 2);
        $card = $this->copyCard($this->readCard('ivo'));
        $ids = $card->frames()->pluck('id')->all();
        $this->postJson("/cards/{$card->id}/ticks", ['frames' => $ids, 'files' => [], 'ticked' => false])->assertOk();
        self::assertSame(CardState::Safe, $card->refresh()->state);
        self::assertSame(0, $card->files()->where('is_ticked', false)->count());
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        foreach (["/cards/{$card->id}", "/cards/{$card->id}/frames"] as $address) {
            $this->actingAs($stranger)->get($address)->assertNotFound();
        }
        $this->actingAs($stranger)
            ->postJson("/cards/{$card->id}/ticks", ['frames' => $ids, 'files' => [], 'ticked' => false])
            ->assertNotFound();
    }

    public function test_verdicts_given_before_the_copy_stay_with_the_frame(): void
    {
        $this->pushCard('ivo', 4);
        $card = $this->readCard('ivo');
        $ids = array_column($this->contents($card), 'id');
        $this->step([$ids[0] => ['verdict' => 'keep'], $ids[1] => ['verdict' => 'drop', 'rating' => 2]]);
        $card = $this->copyCard($card);
        self::assertSame(
            ['keep', 'drop', 'open', 'open'],
            $card->frames()->orderBy('id')->get()->map(fn ($frame): string => $frame->verdict->value)->all(),
        );
        self::assertSame(['keep', 'drop'], array_slice(array_column($this->contents($card), 'verdict'), 0, 2));
    }

    public function test_frames_come_in_pieces_and_none_twice(): void
    {
        $this->pushCard('mara-wide', 9);
        $card = $this->readCard('mara-wide');
        $all = array_column($this->contents($card), 'id');
        self::assertCount(9, $all);
        self::assertSame(array_slice($all, 4), array_column($this->contents($card, $all[3]), 'id'));
        $card->update(['state' => CardState::Reading]);
        self::assertFalse(
            $this->getJson("/cards/{$card->id}/frames")->json('isRead'),
            'a card that is being read is not all there',
        );
    }

    public function test_previews_that_found_no_copy_begin_again_when_somebody_looks(): void
    {
        $this->pushCard('ivo', 2);
        $card = $this->readCard('ivo');
        config(['queue.default' => 'null']);
        $task = Task::open($card, 'copy', 'Copying', 'bytes', $card->bytes);
        while (! $task->refresh()->state->isOver()) {
            (new CopyCard($task->id))->handle();
        }
        foreach (['drive', 'backup'] as $place) {
            rename("{$this->folder}/{$place}", "{$this->folder}/{$place}-away");
        }
        (new MakePreviews((int) MakePreviews::latest($card)?->id))->handle();
        self::assertStringContainsString('out of reach', (string) MakePreviews::latest($card)?->problem);
        rename("{$this->folder}/backup-away", "{$this->folder}/backup");
        config(['queue.default' => 'sync']);
        $ids = $this->frames()->modelKeys();
        $this->postJson("/shoots/{$this->shoot->id}/wanted", ['frames' => $ids])->assertJson(['pictures' => []]);
        $this->travel(40)->seconds();
        self::assertCount(
            2,
            $this->postJson("/shoots/{$this->shoot->id}/wanted", ['frames' => $ids])->json('pictures'),
        );
    }

    public function test_what_is_on_the_screen_gets_its_preview_first(): void
    {
        $this->pushCard('ivo', 5);
        $card = $this->readCard('ivo');
        $frames = $this->frames();
        $wanted = [$frames[3]->id, $frames[4]->id];
        $this->postJson("/shoots/{$this->shoot->id}/wanted", ['frames' => $wanted])
            ->assertOk()
            ->assertJson(['pictures' => []]);
        // Copied by hand, so that all copies are before the first preview is made.
        config(['queue.default' => 'null']);
        $task = Task::open($card, 'copy', 'Copying', 'bytes', $card->bytes);
        while (! $task->refresh()->state->isOver()) {
            (new CopyCard($task->id))->handle();
        }
        self::assertSame(0, DB::table('frames')->where('is_pictured', true)->count());
        $made = [];
        DB::listen(function (QueryExecuted $query) use (&$made): void {
            if (str_starts_with($query->sql, 'update `frames`') && str_contains($query->sql, 'large_path')) {
                $made[] = end($query->bindings);
            }
        });
        $previews = MakePreviews::latest($card);
        self::assertNotNull($previews);
        (new MakePreviews($previews->id))->handle();
        self::assertEqualsCanonicalizing($wanted, array_slice($made, 0, 2));
        self::assertSame([$frames[0]->id, $frames[1]->id, $frames[2]->id], array_slice($made, 2));
        $pictures = $this->postJson("/shoots/{$this->shoot->id}/wanted", ['frames' => $wanted])->json('pictures');
        self::assertEqualsCanonicalizing($wanted, array_column($pictures, 0));
        self::assertStringStartsWith('/pictures/', $pictures[0][2]);
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->actingAs($stranger)
            ->postJson("/shoots/{$this->shoot->id}/wanted", ['frames' => $wanted])
            ->assertNotFound();
    }

    public function test_a_frame_is_looked_at_in_all_its_pixels_before_it_is_copied(): void
    {
        $this->pushCard('mara-long', 6);
        $card = $this->readCard('mara-long');
        $shown = 0;
        foreach ($card->frames()->with('files')->get() as $frame) {
            $answer = $this->actingAs($this->member)
                ->get("/shoots/{$this->shoot->id}/cull/frames/{$frame->id}/whole")
                ->assertOk()
                ->assertHeader('Content-Type', 'image/jpeg');
            self::assertStringContainsString('private', (string) $answer->headers->get('Cache-Control'));
            $jpeg = $frame->files->firstWhere('kind', \Kanpai\Core\Frames\FileKind::Jpeg);
            if ($jpeg !== null) {
                self::assertSame(
                    realpath("{$card->slot}/{$jpeg->path}"),
                    realpath((string) $answer->baseResponse->getFile()->getPathname()),
                );
                $shown++;
            }
        }
        self::assertGreaterThan(0, $shown);
        // What lies there now is another file, leads off the card, or the card is out: nothing is shown.
        $frame = $card->frames()->whereHas('files', fn ($files) => $files->where('kind', 'jpeg'))->firstOrFail();
        $file = $frame->files()->where('kind', 'jpeg')->firstOrFail();
        $frame->files()->where('kind', '<>', 'jpeg')->delete();
        $whole = "/shoots/{$this->shoot->id}/cull/frames/{$frame->id}/whole";
        $path = "{$card->slot}/{$file->path}";
        rename($path, "{$this->folder}/elsewhere.jpg");
        $this->get($whole)->assertNotFound();
        symlink("{$this->folder}/elsewhere.jpg", $path);
        $this->get($whole)->assertNotFound();
        unlink($path);
        file_put_contents($path, 'another');
        $this->get($whole)->assertNotFound();
        [, $stranger] = $this->newStudio('Elsewhere', 'elsewhere@quay.example');
        $this->actingAs($stranger)->get($whole)->assertNotFound();
    }
}
