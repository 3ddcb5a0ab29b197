<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Captions\FrameCaption;
use App\Deliver\Delivery;
use App\Deliver\MakeDelivery;
use App\Deliver\Package;
use App\Ingest\Frame;
use App\Proof\Choosing;
use App\Proof\Gallery;
use App\Proof\Guest;
use App\Proof\Selection;
use App\Studio\Task;
use App\Studio\TaskState;
use Kanpai\Core\Share\ShareToken;
use ZipArchive;

/** Packages: what is in them, what happens when making one is broken off, and who may fetch them. */
final class DeliveriesTest extends FeatureTestCase
{
    private Selection $selection;

    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('mara-wide', 4);
        $this->copyCard($this->readCard('mara-wide'), 'Mara Quill');
        $this->post("/shoots/{$this->shoot->id}/galleries", ['title' => 'Proofs']);
        $gallery = Gallery::query()->firstOrFail();
        $guest = Guest::named($gallery->shares()->firstOrFail());
        app(Choosing::class)->apply($guest, $guest->share, $gallery->frames()->orderBy('number')->limit(3)->get()->map(fn ($frame): array => ['id' => (string) \Illuminate\Support\Str::uuid(), 'kind' => 'choose', 'number' => $frame->number, 'on' => true])->all());
        $this->selection = app(Choosing::class)->send($guest, 'Ada Fenn', 'ada@harbour.example', '');
    }

    public function test_a_package_that_was_broken_off_is_finished_from_where_it_stood(): void
    {
        [$delivery, $task] = $this->opened();
        $package = app(Package::class);
        $names = $package->names($delivery);
        $package->stage($delivery, Frame::query()->findOrFail(array_key_first($names)), $names[array_key_first($names)]);
        file_put_contents($delivery->folder().'/files/part.jpg', 'half of the second');
        file_put_contents($delivery->folder().'/package.zip.part', 'half a package');
        $first = (string) hash_file('xxh128', $delivery->folder().'/files/'.$names[array_key_first($names)]);

        (new MakeDelivery($task->id))->handle();
        $delivery->refresh();
        self::assertNull($task->refresh()->problem);
        self::assertNotNull($delivery->made_at);
        $zip = new ZipArchive;
        self::assertTrue($zip->open($delivery->folder().'/package.zip', ZipArchive::CHECKCONS));
        self::assertSame(4, $zip->numFiles);
        self::assertSame($first, hash('xxh128', (string) $zip->getFromName($names[array_key_first($names)])), 'what stood there was not made again');
        self::assertSame(['package.zip'], array_values(array_diff(scandir($delivery->folder()) ?: [], ['.', '..'])), 'the staging folder is cleared');
        self::assertSame($delivery->hash, hash_file('xxh128', $delivery->folder().'/package.zip'));
    }

    public function test_a_kill_between_packing_and_noting_is_made_good(): void
    {
        [$delivery, $task] = $this->opened();
        (new MakeDelivery($task->id))->handle();
        $hash = $delivery->refresh()->hash;
        $delivery->update(['made_at' => null, 'bytes' => 0, 'hash' => null]);
        $task->refresh()->update(['state' => TaskState::Running]);
        (new MakeDelivery($task->id))->handle();
        self::assertSame($hash, $delivery->refresh()->hash);
        self::assertNotNull($delivery->made_at);
    }

    public function test_the_checksums_inside_are_those_of_the_files_inside(): void
    {
        [$delivery, $task] = $this->opened();
        (new MakeDelivery($task->id))->handle();
        $zip = new ZipArchive;
        $zip->open($delivery->folder().'/package.zip');
        $lines = explode("\n", trim((string) $zip->getFromName('checksums.xxh128')));
        self::assertCount(3, $lines);
        foreach ($lines as $line) {
            [$hash, $name] = explode('  ', $line);
            self::assertSame($hash, hash('xxh128', (string) $zip->getFromName($name)));
        }
    }

    public function test_frames_without_a_caption_are_delivered_with_their_corrected_time(): void
    {
        self::assertSame(0, FrameCaption::query()->where('tells', true)->count());
        $body = $this->frames()->first()->body_id;
        $this->actingAs($this->member)->post("/shoots/{$this->shoot->id}/clocks/{$body}", ['direction' => 'later', 'hours' => '1']);
        [$delivery, $task] = $this->opened();
        (new MakeDelivery($task->id))->handle();
        $zip = new ZipArchive;
        $zip->open($delivery->folder().'/package.zip');
        $frame = $this->selection->frames()->firstOrFail();
        file_put_contents($this->folder.'/out.jpg', (string) $zip->getFromIndex(1));
        $facts = exif_read_data($this->folder.'/out.jpg') ?: [];
        self::assertSame($this->shoot->zone()->format($frame->taken_ms, 'Y:m:d H:i:s'), $facts['DateTimeOriginal']);
        self::assertNotSame($facts['DateTimeOriginal'], (exif_read_data((glob("{$this->folder}/drive/*/*/*/*/*/{$frame->name}") ?: [])[0]) ?: [])['DateTimeOriginal'], 'the original was changed');
    }

    public function test_a_frame_without_a_proved_copy_is_not_delivered(): void
    {
        $frame = $this->selection->frames()->firstOrFail();
        \App\Ingest\Copy::query()->whereIn('file_id', $frame->files()->select('id'))->delete();
        [$delivery, $task] = $this->opened();
        (new MakeDelivery($task->id))->handle();
        self::assertSame(TaskState::Failed, $task->refresh()->state);
        self::assertStringContainsString('Copy its card first', (string) $task->problem);
        $this->actingAs($this->member)->get("/shoots/{$this->shoot->id}/deliver")->assertSee('Packing was broken off');
        $this->post("/deliveries/{$delivery->id}/mail")->assertStatus(409);
    }

    public function test_deliveries_of_another_studio_do_not_exist(): void
    {
        [$delivery] = $this->opened();
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->actingAs($stranger);
        $this->post("/deliveries/{$delivery->id}/mail")->assertNotFound();
        $this->get("/selections/{$this->selection->id}/names")->assertNotFound();
        $this->post("/selections/{$this->selection->id}/deliveries")->assertNotFound();
        $this->get('/galleries/'.$this->selection->gallery_id)->assertNotFound();
        $this->post("/galleries/{$this->selection->gallery_id}/again")->assertNotFound();
        auth()->logout();
        $this->get('/d/'.$delivery->token)->assertNotFound();
    }

    public function test_names_come_in_every_form_and_an_unknown_form_falls_back_to_lines(): void
    {
        $names = $this->selection->frames()->pluck('frames.name')->all();
        $this->actingAs($this->member);
        foreach (['lines' => "\n", 'commas' => ', ', 'spaces' => ' ', 'semicolons' => "\n"] as $separator => $between) {
            $this->get("/selections/{$this->selection->id}/names?separator={$separator}&ending=with")->assertSee('>'.implode($between, $names).'<', false);
        }
    }

    /** @return array{Delivery, Task} */
    private function opened(): array
    {
        $token = ShareToken::random();
        $delivery = Delivery::query()->create(['uuid' => (string) \Illuminate\Support\Str::uuid(), 'shoot_id' => $this->shoot->id, 'selection_id' => $this->selection->id, 'name' => 'x.zip', 'token' => $token->text, 'token_hash' => $token->hash(), 'frames_count' => 3]);

        return [$delivery, Task::open($this->shoot, 'delivery', "delivery:{$delivery->id}", 'Packing', 'frames', 3)];
    }
}
