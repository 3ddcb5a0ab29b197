<?php

declare(strict_types=1);

namespace Tests\Feature\Captions;

use App\Captions\Batch;
use App\Captions\FrameCaption;
use App\Captions\SidecarFile;
use App\Captions\WriteCaptions;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Studio\Task;
use Illuminate\Support\Facades\DB;
use Tests\Feature\FeatureTestCase;

/**
 * Captions on their way to the disk: what is beside the copies, and what happens when something else is there.
 */
final class SidecarsTest extends FeatureTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('mara-long', 3, 11);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
    }

    public function test_raw_and_jpeg_share_one_sidecar_and_the_originals_stay_as_they_are(): void
    {
        $before = $this->tree($this->folder.'/drive');
        $this->caption(['headline' => 'Crew', 'creator' => '{{shooter}}']);
        $after = $this->tree($this->folder.'/drive');
        self::assertSame($before, array_intersect_key($after, $before));
        $sidecars = array_keys(array_diff_key($after, $before));
        self::assertCount(3, $sidecars);
        foreach ($sidecars as $sidecar) {
            self::assertArrayHasKey(substr($sidecar, 0, -4).'.JPG', $before);
        }
        self::assertSame(array_keys($after), array_keys($this->tree($this->folder.'/backup')));
    }

    public function test_a_sidecar_that_the_card_brought_is_an_original_and_never_written_to(): void
    {
        $slot = $this->pushCard('ivo', 2);
        $jpeg = (string) current(glob("{$slot}/DCIM/*/*.JPG") ?: []);
        file_put_contents(substr($jpeg, 0, -3).'xmp', '<x:xmpmeta xmlns:x="adobe:ns:meta/"/>');
        $card = $this->copyCard($this->readCard('ivo'));
        $before = $this->tree($this->folder.'/backup');
        $this->caption(['headline' => 'Crew']);
        $after = $this->tree($this->folder.'/backup');
        self::assertSame($before, array_intersect_key($after, $before), 'an original was written to');
        self::assertCount(
            1,
            array_filter(array_keys($after), fn (string $path): bool => str_ends_with($path, basename($jpeg).'.xmp')),
        );
        $this->post("/cards/{$card->id}/verify");
        self::assertTrue($card->refresh()->safety()->isSafeToFormat());
    }

    public function test_what_another_program_wrote_into_a_sidecar_stays(): void
    {
        $file = $this->sidecar();
        file_put_contents(
            $file,
            '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF '.
                'xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" '.
                'xmlns:own="http://example.org/own/" own:Crop="1 2 3 4"/></rdf:RDF></x:xmpmeta>',
        );
        $this->caption(['headline' => 'Crew']);
        self::assertStringContainsString('own:Crop="1 2 3 4"', (string) file_get_contents($file));
        self::assertStringContainsString(
            '<photoshop:Headline>Crew</photoshop:Headline>',
            (string) file_get_contents($file),
        );
    }

    public function test_a_file_that_is_no_sidecar_is_left_alone_and_named(): void
    {
        $file = $this->sidecar();
        file_put_contents($file, 'my notes, not XMP');
        $this->caption(['headline' => 'Crew']);
        self::assertSame('my notes, not XMP', file_get_contents($file));
        $this->get("/shoots/{$this->shoot->id}/ingest")->assertSee('is no XML');
        self::assertSame(
            0,
            FrameCaption::query()->whereNull('written_at')->count(),
            'one bad sidecar holds up the others',
        );
    }

    public function test_only_sidecars_that_are_behind_are_written(): void
    {
        $this->caption(['headline' => 'Crew']);
        $frame = $this->frames()->first();
        $frame->update(['rating' => 5]);
        FrameCaption::query()
            ->whereKey($frame->id)
            ->update(['written_at' => null]);
        $times = fn (): array => array_map(
            fn (string $path): int => (int) fileinode($path),
            glob($this->folder.'/drive/*/*/*/*/*/*.xmp') ?: [],
        );
        $before = $times();
        $this->post("/shoots/{$this->shoot->id}/captions/sidecars");
        self::assertCount(1, array_diff_assoc($before, $times()));
    }

    public function test_a_caption_that_changed_while_its_sidecar_was_written_is_written_again(): void
    {
        $this->caption(['headline' => 'Crew']);
        FrameCaption::query()->update(['written_at' => null]);
        // As a second sheet that is applied at the same moment.
        $changed = false;
        DB::listen(function ($query) use (&$changed): void {
            if (! $changed && str_starts_with($query->sql, 'select `captions`.`frame_id`')) {
                $changed = true;
                DB::update('update captions set fields = ?', ['{"headline": "Changed"}']);
            }
        });
        $task = Task::open($this->shoot, 'sidecars', 'Writing', 'frames', 3);
        (new WriteCaptions($task->id))->handle();
        self::assertTrue($changed);
        self::assertStringContainsString(
            '>Changed<',
            (string) file_get_contents($this->sidecar()),
            'the old caption was taken for the new one',
        );
        self::assertSame(0, FrameCaption::query()->whereNull('written_at')->count());
    }

    public function test_a_clock_that_is_set_later_leaves_all_sidecars_behind(): void
    {
        $this->caption(['description' => 'At {{time}}']);
        $body = $this->frames()->first()->body_id;
        $this->post("/shoots/{$this->shoot->id}/clocks/{$body}", ['direction' => 'later', 'hours' => '1']);
        $this->get("/shoots/{$this->shoot->id}/captions")->assertSee('3 of 3 sidecars are behind');
        $this->post("/shoots/{$this->shoot->id}/captions/sidecars");
        $frame = $this->frames()->first();
        self::assertStringContainsString(
            '<photoshop:DateCreated>'.$this->shoot->zone()->format($frame->taken_ms, 'Y-m-d\TH:i:s.vP'),
            (string) file_get_contents($this->sidecar()),
        );
    }

    public function test_what_other_software_changes_is_offered_as_a_difference_and_never_written_over_unseen(): void
    {
        $this->caption(['headline' => 'Crew', 'keywords' => 'rowing']);
        $file = $this->sidecar();
        $frame = $this->frames()->first();
        // Another program gives it another headline, a rating and something of its own.
        $theirs = str_replace(
            ['>Crew<', '<xmp:Rating>0<'],
            ['>Their crew<', '<xmp:Rating>5<'],
            (string) file_get_contents($file),
        );
        file_put_contents($file, $theirs);
        // Opening the page is enough for it to be noticed.
        $this->get("/shoots/{$this->shoot->id}/captions")->assertSee('Other software has changed 1 sidecar');
        $this->get("/shoots/{$this->shoot->id}/captions/sidecars")
            ->assertSee('Their crew')
            ->assertSee('Crew')
            ->assertSee('Rating')
            ->assertDontSee('>Keywords<', false);

        // Written from here all the same, the file stays as they left it.
        $this->caption(['headline' => 'Third', 'keywords' => 'rowing']);
        self::assertSame($theirs, file_get_contents($file));
        self::assertStringContainsString(
            '>Third<',
            (string) file_get_contents(str_replace('/drive/', '/backup/', $file)),
        );

        $this->post("/shoots/{$this->shoot->id}/captions/sidecars/settle", ['take' => 'theirs'])->assertRedirect();
        self::assertSame(
            ['Their crew', 5],
            [FrameCaption::query()->findOrFail($frame->id)->fields['headline'], $frame->refresh()->rating],
        );
        foreach ([$file, str_replace('/drive/', '/backup/', $file)] as $path) {
            self::assertStringContainsString('>Their crew<', (string) file_get_contents($path), $path);
        }
        $this->get("/shoots/{$this->shoot->id}/captions/sidecars")->assertSee('None differ');
        // What was taken over is a step like any other; the frame's own from then on.
        $this->post(
            "/shoots/{$this->shoot->id}/captions/steps/".Batch::query()->orderByDesc('id')->value('id').'/undo',
        );
        self::assertSame('Third', FrameCaption::query()->findOrFail($frame->id)->fields['headline']);
        self::assertSame([0, 'open'], [$frame->refresh()->rating, $frame->verdict->value]);
    }

    public function test_rating_verdict_and_label_come_back_with_the_batch_unless_somebody_changed_them_since(): void
    {
        $this->caption(['headline' => 'Crew']);
        $frames = $this->frames();
        foreach ($frames as $n => $frame) {
            $file =
                "{$this->folder}/drive/".
                preg_replace('/\.[^.]+$/', '.xmp', $frame->files->firstOrFail()->destination);
            $words = (string) file_get_contents($file);
            file_put_contents(
                $file,
                str_replace(
                    '<xmp:Rating>0<',
                    '<xmp:Label>Second</xmp:Label><xmp:Rating>'.[-1, 4, 2][$n].'<',
                    $words,
                ),
            );
        }
        $this->get("/shoots/{$this->shoot->id}/captions")->assertSee('Other software has changed 3 sidecars');
        $this->post("/shoots/{$this->shoot->id}/captions/sidecars/settle", ['take' => 'theirs'])->assertRedirect();
        $standing = fn (): array => $this->frames()
            ->map(fn (Frame $frame): array => [$frame->verdict->value, $frame->rating, $frame->label()])
            ->all();
        self::assertSame([['drop', 0, 'Second'], ['open', 4, 'Second'], ['open', 2, 'Second']], $standing());
        // Each is a mark as well, so that the culling page can tell and take it back.
        self::assertSame(3, DB::table('marks')->count());

        $frames[1]->refresh()->update(['rating' => 5]);
        $this->post(
            "/shoots/{$this->shoot->id}/captions/steps/".Batch::query()->orderByDesc('id')->value('id').'/undo',
        );
        self::assertSame([['open', 0, ''], ['open', 5, ''], ['open', 0, '']], $standing());
        self::assertSame('Crew', FrameCaption::query()->findOrFail($frames[0]->id)->fields['headline']);
    }

    public function test_ours_can_be_kept_and_goes_over_theirs_without_a_byte_of_what_we_do_not_know(): void
    {
        $this->caption(['headline' => 'Crew']);
        $file = $this->sidecar();
        file_put_contents(
            $file,
            str_replace(
                ['>Crew<', '</rdf:Description>'],
                ['>Theirs<', '<e:Own xmlns:e="http://example.org/own/">kept  </e:Own></rdf:Description>'],
                (string) file_get_contents($file),
            ),
        );
        $this->post("/shoots/{$this->shoot->id}/captions/sidecars/look");
        $id = SidecarFile::query()->whereNotNull('theirs')->sole()->id;
        $this->post("/shoots/{$this->shoot->id}/captions/sidecars/settle", [
            'take' => 'ours',
            'sidecar' => $id,
        ])->assertRedirect();
        self::assertStringContainsString('>Crew<', (string) file_get_contents($file));
        self::assertStringContainsString(
            '<e:Own xmlns:e="http://example.org/own/">kept  </e:Own>',
            (string) file_get_contents($file),
        );
        $this->post("/shoots/{$this->shoot->id}/captions/sidecars/settle", ['take' => 'both'])->assertSessionHasErrors(
            'take',
        );
    }

    public function test_other_software_that_changes_only_its_own_is_no_difference(): void
    {
        $this->caption(['headline' => 'Crew']);
        $file = $this->sidecar();
        file_put_contents(
            $file,
            str_replace(
                '</rdf:Description>',
                '<e:Own xmlns:e="http://example.org/own/">1</e:Own></rdf:Description>',
                (string) file_get_contents($file),
            ),
        );
        $this->post("/shoots/{$this->shoot->id}/captions/sidecars/look");
        self::assertSame(0, SidecarFile::query()->whereNotNull('theirs')->count());
        $this->caption(['headline' => 'Changed']);
        self::assertStringContainsString('>Changed<', (string) file_get_contents($file));
        self::assertStringContainsString(
            '<e:Own xmlns:e="http://example.org/own/">1</e:Own>',
            (string) file_get_contents($file),
        );
    }

    public function test_sidecars_are_written_only_when_asked_where_the_studio_wants_it_so(): void
    {
        $this->studio->update(['writes_sidecars' => false]);
        $this->caption(['headline' => 'Crew']);
        self::assertFileDoesNotExist($this->sidecar());
        $this->get("/shoots/{$this->shoot->id}/captions")->assertSee('Write 3 sidecars');
        $this->post("/shoots/{$this->shoot->id}/captions/sidecars");
        self::assertFileExists($this->sidecar());
    }

    public function test_the_preview_follows_the_frame_that_is_asked_for(): void
    {
        $frames = $this->frames();
        foreach ([0 => 0, 1 => 1, 2 => 2, 3 => 0, -1 => 2] as $asked => $shown) {
            $this->post(
                "/shoots/{$this->shoot->id}/captions/preview?at={$asked}",
                ['headline' => '{{name}} {{number}}'],
                ['HX-Request' => 'true'],
            )
                ->assertOk()
                ->assertSee("{$frames[$shown]->name} ".($shown + 1));
        }
        $this->post(
            "/shoots/{$this->shoot->id}/captions/preview",
            ['headline' => '{{nobody}}'],
            ['HX-Request' => 'true'],
        )
            ->assertStatus(422)
            ->assertSee('There is no placeholder');
        $this->post(
            "/shoots/{$this->shoot->id}/captions/preview",
            ['city' => str_repeat('x', 40)],
            ['HX-Request' => 'true'],
        )->assertSee('longer than the 32 bytes');
    }

    private function sidecar(): string
    {
        $frame = $this->frames()->first();
        assert($frame instanceof Frame);
        $file = CardFile::query()->where('frame_id', $frame->id)->where('kind', 'jpeg')->firstOrFail();

        return $this->folder.'/drive/'.substr($file->destination, 0, -4).'.xmp';
    }
}
