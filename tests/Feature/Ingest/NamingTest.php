<?php

declare(strict_types=1);

namespace Tests\Feature\Ingest;

use App\Frames\CardFile;
use App\Ingest\CardState;
use App\Ingest\SavedPattern;
use Tests\Feature\FeatureTestCase;

/** Folders and names of copies by pattern: what the page promises is what comes out. */
final class NamingTest extends FeatureTestCase
{
    private function use(string $folder, string $file, string $name = ''): \Illuminate\Testing\TestResponse
    {
        return $this->actingAs($this->member)->post("/shoots/{$this->shoot->id}/ingest/pattern", [
            'folder' => $folder,
            'file' => $file,
            'name' => $name,
        ]);
    }

    public function test_copies_go_where_the_pattern_says_numbered_in_order_of_time_over_all_cards(): void
    {
        $this->use('{{client}}/{{shooter}}', '{{date}}-{{number}}')->assertSessionHasNoErrors();
        $this->pushCard('mara-long', 22);
        $this->pushCard('ivo', 3);
        $first = $this->readCard('mara-long');
        $this->get("/shoots/{$this->shoot->id}/ingest/where")
            ->assertOk()
            ->assertSee('2026-09-05-0001')
            ->assertSee('wait to be copied');
        $first = $this->copyCard($first, 'Mara Quill');
        self::assertSame(CardState::Safe, $first->state);
        $second = $this->copyCard($this->readCard('ivo'), 'Ivo Tarn');

        $frames = $first->frames()->orderBy('taken_ms')->orderBy('id')->with('files')->get();
        foreach ($frames as $i => $frame) {
            foreach ($frame->files as $file) {
                self::assertSame(
                    sprintf(
                        'Harbour Office/Mara Quill/2026-09-05-%04d.%s',
                        $i + 1,
                        pathinfo($file->path, PATHINFO_EXTENSION),
                    ),
                    $file->destination,
                );
                self::assertFileEquals("{$first->slot}/{$file->path}", "{$this->folder}/backup/{$file->destination}");
                // The frame is called as its copy is; the camera's own name stays in the record.
                self::assertSame(
                    [pathinfo($file->destination, PATHINFO_FILENAME), pathinfo($file->path, PATHINFO_FILENAME)],
                    [pathinfo($frame->name, PATHINFO_FILENAME), pathinfo($frame->camera_name, PATHINFO_FILENAME)],
                );
            }
        }
        self::assertSame(
            'Harbour Office/Ivo Tarn/2026-09-05-0023.JPG',
            $second->files()->where('is_main', true)->orderBy('frame_id')->firstOrFail()->destination,
        );
        $this->get("/cards/{$first->id}/report")
            ->assertSee($frames[0]->name)
            ->assertSee('2026-09-05-0001');
    }

    public function test_clashes_are_shown_before_and_nothing_is_overwritten(): void
    {
        $this->pushCard('ivo', 3);
        $this->readCard('ivo');
        $this->get(
            "/shoots/{$this->shoot->id}/ingest/tree?".http_build_query(['folder' => '', 'file' => '{{shoot}}']),
        )
            ->assertOk()
            ->assertSee('2 names are taken')
            ->assertSee('Harbour day-3.JPG');
        $this->use('', '{{shoot}}');
        $card = $this->copyCard(\App\Ingest\Card::query()->firstOrFail());
        self::assertSame(CardState::Safe, $card->state);
        self::assertSame(
            ['Harbour day-2.JPG', 'Harbour day-3.JPG', 'Harbour day.JPG'],
            array_keys($this->tree($this->folder.'/drive')),
        );
    }

    public function test_two_cards_never_get_the_same_name(): void
    {
        $this->use('all', '{{number}}');
        $this->pushCard('ivo', 2);
        $this->pushCard('mara-wide', 2);
        $one = $this->readCard('ivo');
        $other = $this->readCard('mara-wide');
        $this->copyCard($one);
        $this->copyCard($other, 'Mara Quill');
        self::assertCount(4, array_unique(CardFile::query()->pluck('destination')->all()));
        self::assertCount(4, $this->tree($this->folder.'/drive'));
    }

    public function test_what_stands_in_a_place_without_being_in_the_record_is_not_in_the_way(): void
    {
        mkdir($this->folder.'/backup/all');
        file_put_contents($this->folder.'/backup/all/0001.jpg', 'of another installation');
        $this->use('all', '{{number}}');
        $this->pushCard('ivo', 2);
        $card = $this->readCard('ivo');
        $this->get("/shoots/{$this->shoot->id}/ingest/where")->assertSee('1 name is taken');
        $card = $this->copyCard($card);
        self::assertSame(
            [CardState::Safe, ['all/0001-2.JPG', 'all/0002.JPG']],
            [$card->state, $card->files()->orderBy('destination')->pluck('destination')->all()],
        );
        self::assertSame('of another installation', file_get_contents($this->folder.'/backup/all/0001.jpg'));

        // Two studios of one installation share its places, and may have shoots of one name.
        [, $stranger, $elsewhere] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->actingAs($stranger)->post("/shoots/{$elsewhere->id}/ingest/pattern", [
            'folder' => 'all',
            'file' => '{{number}}',
        ]);
        $this->post("/shoots/{$elsewhere->id}/cards", ['slot' => '0/ivo']);
        $this->post('/cards/'.($card->id + 1).'/copy', ['shooter' => 'Somebody']);
        self::assertSame(
            ['all/0001-3.JPG', 'all/0002-2.JPG'],
            CardFile::query()
                ->where('card_id', $card->id + 1)
                ->orderBy('destination')
                ->pluck('destination')
                ->all(),
        );
    }

    public function test_patterns_are_saved_by_name_and_forgotten(): void
    {
        $this->use('{{year}}', '{{original}}', 'By year')->assertRedirect();
        $this->use('{{client}}', '{{original}}', 'By year')->assertRedirect();
        self::assertSame(['{{client}}'], SavedPattern::query()->where('name', 'By year')->pluck('folder')->all());
        $this->get("/shoots/{$this->shoot->id}/ingest/where")->assertSee('By year');
        [, $stranger, $elsewhere] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $id = SavedPattern::query()->firstOrFail()->id;
        $this->actingAs($stranger)
            ->get("/shoots/{$elsewhere->id}/ingest/where")
            ->assertOk()
            ->assertDontSee('By year');
        $this->actingAs($stranger)->delete("/shoots/{$elsewhere->id}/ingest/patterns/{$id}");
        self::assertSame(1, SavedPattern::query()->count());
        $this->actingAs($this->member)->delete("/shoots/{$this->shoot->id}/ingest/patterns/{$id}");
        self::assertSame(0, SavedPattern::query()->count());
    }

    public function test_a_pattern_that_cannot_be_is_refused_where_it_was_typed(): void
    {
        $this->use('{{nothing}}', '{{original}}')->assertSessionHasErrors('folder');
        $this->use('', '{{original')->assertSessionHasErrors('file');
        $this->use('../..', '{{original}}')->assertSessionHasErrors('folder');
        self::assertSame('', $this->shoot->refresh()->file_pattern);
        $this->withHeader('HX-Request', 'true')
            ->get("/shoots/{$this->shoot->id}/ingest/tree?".http_build_query(['folder' => '{{', 'file' => 'x']))
            ->assertStatus(422)
            ->assertSee('does not end');
    }
}
