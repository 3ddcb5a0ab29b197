<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Captions\FrameCaption;
use App\Captions\WriteCaptions;
use App\Ingest\CardFile;
use App\Ingest\Frame;
use App\Studio\Task;
use Illuminate\Support\Facades\DB;

/** Captions on their way to the disk: what stands beside the copies, and what happens when something else stands there. */
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
        $this->post("/shoots/{$this->shoot->id}/captions", ['headline' => 'Crew', 'creator' => '{{shooter}}'])->assertRedirect();
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
        $this->post("/shoots/{$this->shoot->id}/captions", ['headline' => 'Crew']);
        $after = $this->tree($this->folder.'/backup');
        self::assertSame($before, array_intersect_key($after, $before), 'an original was written to');
        self::assertCount(1, array_filter(array_keys($after), fn (string $path): bool => str_ends_with($path, basename($jpeg).'.xmp')));
        $this->post("/cards/{$card->id}/prove");
        self::assertTrue($card->refresh()->safety()->isSafeToFormat());
    }

    public function test_what_another_program_wrote_into_a_sidecar_stays(): void
    {
        $file = $this->sidecar();
        file_put_contents($file, '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:own="http://example.org/own/" own:Crop="1 2 3 4"/></rdf:RDF></x:xmpmeta>');
        $this->post("/shoots/{$this->shoot->id}/captions", ['headline' => 'Crew']);
        self::assertStringContainsString('own:Crop="1 2 3 4"', (string) file_get_contents($file));
        self::assertStringContainsString('<photoshop:Headline>Crew</photoshop:Headline>', (string) file_get_contents($file));
    }

    public function test_a_file_that_is_no_sidecar_is_left_alone_and_named(): void
    {
        $file = $this->sidecar();
        file_put_contents($file, 'my notes, not XMP');
        $this->post("/shoots/{$this->shoot->id}/captions", ['headline' => 'Crew'])->assertRedirect();
        self::assertSame('my notes, not XMP', file_get_contents($file));
        $this->get("/shoots/{$this->shoot->id}/ingest")->assertSee('is no XMP');
        self::assertSame(0, FrameCaption::query()->whereNull('written_at')->count(), 'one bad sidecar holds up the others');
    }

    public function test_only_sidecars_that_are_behind_are_written(): void
    {
        $this->post("/shoots/{$this->shoot->id}/captions", ['headline' => 'Crew']);
        $frame = $this->frames()->first();
        FrameCaption::query()->whereKey($frame->id)->update(['written_at' => null]);
        $times = fn (): array => array_map(fn (string $path): int => (int) fileinode($path), glob($this->folder.'/drive/*/*/*/*/*/*.xmp') ?: []);
        $before = $times();
        $this->post("/shoots/{$this->shoot->id}/captions/sidecars");
        self::assertCount(1, array_diff_assoc($before, $times()));
    }

    public function test_a_caption_that_changed_while_its_sidecar_was_written_is_written_again(): void
    {
        $this->post("/shoots/{$this->shoot->id}/captions", ['headline' => 'Crew']);
        FrameCaption::query()->update(['written_at' => null]);
        // As a second sheet that is applied at the same moment.
        $changed = false;
        DB::listen(function ($query) use (&$changed): void {
            if (! $changed && str_starts_with($query->sql, 'select * from `captions`')) {
                $changed = true;
                DB::update('update captions set fields = ?', ['{"headline": "Changed"}']);
            }
        });
        $task = Task::open($this->shoot, 'sidecars', 'captions', 'Writing', 'frames', 3);
        (new WriteCaptions($task->id))->handle();
        self::assertTrue($changed);
        self::assertSame(3, FrameCaption::query()->whereNull('written_at')->count(), 'the old caption was taken for the new one');
    }

    public function test_a_clock_that_is_set_later_leaves_all_sidecars_behind(): void
    {
        $this->post("/shoots/{$this->shoot->id}/captions", ['description' => 'At {{time}}']);
        $body = $this->frames()->first()->body_id;
        $this->post("/shoots/{$this->shoot->id}/clocks/{$body}", ['direction' => 'later', 'hours' => '1']);
        $this->get("/shoots/{$this->shoot->id}/captions")->assertSee('3 of 3 sidecars are behind');
        $this->post("/shoots/{$this->shoot->id}/captions/sidecars");
        $frame = $this->frames()->first();
        self::assertStringContainsString('<photoshop:DateCreated>'.$this->shoot->zone()->format($frame->taken_ms, 'Y-m-d\TH:i:s.vP'), (string) file_get_contents($this->sidecar()));
    }

    public function test_the_preview_follows_the_frame_that_is_asked_for(): void
    {
        $frames = $this->frames();
        foreach ([0 => 0, 1 => 1, 2 => 2, 3 => 0, -1 => 2] as $asked => $shown) {
            $this->post("/shoots/{$this->shoot->id}/captions/preview?at={$asked}", ['headline' => '{{name}} {{number}}'], ['HX-Request' => 'true'])
                ->assertOk()->assertSee("{$frames[$shown]->name} ".($shown + 1));
        }
        $this->post("/shoots/{$this->shoot->id}/captions/preview", ['headline' => '{{nobody}}'], ['HX-Request' => 'true'])->assertStatus(422)->assertSee('There is no placeholder');
        $this->post("/shoots/{$this->shoot->id}/captions/preview", ['city' => str_repeat('x', 40)], ['HX-Request' => 'true'])->assertSee('longer than the 32 bytes');
    }

    private function sidecar(): string
    {
        $frame = $this->frames()->first();
        assert($frame instanceof Frame);
        $file = CardFile::query()->where('frame_id', $frame->id)->where('kind', 'jpeg')->firstOrFail();

        return $this->folder.'/drive/'.substr($file->destination, 0, -4).'.xmp';
    }
}
