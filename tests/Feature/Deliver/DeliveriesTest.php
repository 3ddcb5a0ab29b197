<?php

declare(strict_types=1);

namespace Tests\Feature\Deliver;

use App\Captions\FrameCaption;
use App\Copies\Copy;
use App\Deliver\Delivering;
use App\Deliver\Delivery;
use App\Deliver\DeliveryFile;
use App\Deliver\DeliveryZip;
use App\Deliver\MakeDelivery;
use App\Deliver\Output;
use App\Deliver\Receipts;
use App\Deliver\Recipient;
use App\Deliver\ZipWriter;
use App\Proof\Choosing;
use App\Proof\Gallery;
use App\Proof\Guest;
use App\Proof\Selection;
use App\Studio\OutboxMail;
use App\Studio\Task;
use App\Studio\TaskState;
use Illuminate\Support\Str;
use Tests\Feature\FeatureTestCase;

/**
 * Deliveries: what is in them, what comes later, what happens when making one is broken off, and who may fetch what how
 * often. ZIPs are read by Info-ZIP (`unzip`, `zipinfo`), lists by `xxhsum`, tags by exiftool: all Debian's.
 */
final class DeliveriesTest extends FeatureTestCase
{
    private Selection $selection;

    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('mara-long', 4, 11);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
        $this->post("/shoots/{$this->shoot->id}/galleries", ['title' => 'Proofs']);
        $gallery = Gallery::query()->firstOrFail();
        $guest = Guest::named($gallery->shares()->firstOrFail());
        app(Choosing::class)->apply(
            $guest,
            $guest->share,
            $gallery
                ->frames()
                ->orderBy('number')
                ->limit(3)
                ->get()
                ->map(
                    fn ($frame): array => [
                        'id' => (string) Str::uuid(),
                        'kind' => 'choose',
                        'number' => $frame->number,
                        'on' => true,
                    ],
                )
                ->all(),
        );
        $this->selection = app(Choosing::class)->send($guest, 'Ada Fenn', 'ada@harbour.example', '');
    }

    /** @param  array<string, mixed>  $said */
    private function open(array $said = [], string $query = '?verdict='): Delivery
    {
        $this->actingAs($this->member)
            ->post("/shoots/{$this->shoot->id}/deliveries{$query}", ['ways' => ['jpegs'], ...$said])
            ->assertSessionHasNoErrors()
            ->assertRedirect();

        return Delivery::query()->orderByDesc('id')->firstOrFail();
    }

    /** A delivery whose work has not begun. */
    private function waiting(): Delivery
    {
        \Illuminate\Support\Facades\Queue::fake();
        $delivery = app(Delivering::class)->answer($this->selection);

        return $delivery->refresh();
    }

    private function work(Delivery $delivery): Task
    {
        $task = $delivery->load('parts')->task() ?? self::fail('no task');
        $task->update(['state' => TaskState::Running]);
        (new MakeDelivery($task->id))->handle();
        for ($i = 0; $i < 20 && ! $task->refresh()->state->isOver(); $i++) {
            (new MakeDelivery($task->id))->handle();
        }
        $delivery->refresh();

        return $task;
    }

    private function placeOf(?Delivery $delivery = null): string
    {
        return '/d/'.
            Recipient::query()
                ->where('delivery_id', ($delivery ?? Delivery::query()->orderByDesc('id')->firstOrFail())->id)
                ->orderBy('id')
                ->firstOrFail()->token;
    }

    /** @return list<string> names in the ZIPs of a delivery, after Info-ZIP and xxhsum found nothing wrong */
    private function unpacked(Delivery $delivery, string $scope = DeliveryZip::ALL): array
    {
        $folder = $this->folder.'/unpacked-'.bin2hex(random_bytes(4));
        mkdir($folder);
        foreach ($delivery->zips()->where('scope', $scope) as $zip) {
            $path = $delivery->folder().'/'.$zip->stored;
            self::assertSame($zip->hash, hash_file('xxh128', $path));
            exec('unzip -tq '.escapeshellarg($path).' 2>&1', $said, $code);
            self::assertSame(0, $code, implode("\n", $said));
            exec(
                'LC_ALL=C.UTF-8 unzip -qo '.
                    escapeshellarg($path).
                    ' -d '.
                    escapeshellarg($folder).
                    ' && cd '.
                    escapeshellarg($folder).
                    ' && xxhsum -c checksums.xxh128 2>&1 && rm checksums.xxh128',
                $checked,
                $code,
            );
            self::assertSame(0, $code, implode("\n", $checked));
        }
        $names = array_keys($this->tree($folder));

        return $names;
    }

    private function ends(int $receipt, int $sent, string $completion = '', int $status = 206): void
    {
        file_put_contents(
            "{$this->folder}/fetched.log",
            "{$receipt} {$sent} {$status} {$completion} ".time().".123\n",
            FILE_APPEND,
        );
    }

    public function test_a_package_that_was_broken_off_is_finished_from_where_it_stood(): void
    {
        $delivery = $this->waiting();
        $part = $delivery->parts()->with('delivery.shoot.studio', 'delivery.parts')->firstOrFail();
        $frame = $this->selection->frames()->with('shoot.studio')->firstOrFail();
        app(\App\Deliver\Staging::class)->stage($part, $frame, [], 1);
        $first = DeliveryFile::query()->firstOrFail();
        file_put_contents($delivery->folder().'/files/1/.part.jpg', 'half of the second');
        mkdir($delivery->folder().'/zips');
        file_put_contents($delivery->folder().'/zips/1-all-1.zip.part', 'half a package');
        file_put_contents($delivery->folder().'/zips/1-all-1.zip.part.a1B2c3', 'what libzip leaves');
        $inode = fileinode($delivery->folder().'/'.$first->stored);

        self::assertNull($this->work($delivery)->problem);
        self::assertNotNull($delivery->made_at);
        self::assertCount(3, $this->unpacked($delivery));
        clearstatcache();
        self::assertSame(
            $inode,
            fileinode($delivery->folder().'/'.$first->stored),
            'what stood there was made again',
        );
        self::assertSame(
            ['1-all-1.zip'],
            array_values(array_diff(scandir($delivery->folder().'/zips') ?: [], ['.', '..'])),
        );
        self::assertSame(3, DeliveryFile::query()->count());
    }

    public function test_a_kill_between_packing_and_noting_is_made_good(): void
    {
        $delivery = $this->waiting();
        $this->work($delivery);
        $hash = $delivery->zips()->firstOrFail()->hash;
        DeliveryZip::query()->delete();
        $delivery->parts()->update(['made_at' => null]);
        $delivery->update(['made_at' => null]);
        $this->work($delivery);
        self::assertNotNull($delivery->made_at);
        self::assertSame($hash, $delivery->zips()->sole()->hash);
    }

    public function test_frames_without_a_caption_are_delivered_with_their_corrected_time(): void
    {
        self::assertSame(0, FrameCaption::query()->where('tells', true)->count());
        $body = $this->frames()->first()->body_id;
        $this->actingAs($this->member)->post("/shoots/{$this->shoot->id}/clocks/{$body}", [
            'direction' => 'later',
            'hours' => '1',
        ]);
        $delivery = $this->waiting();
        $this->work($delivery);
        $frame = $this->selection->frames()->firstOrFail();
        $facts =
            exif_read_data(
                $delivery->folder().'/'.DeliveryFile::query()->where('frame_id', $frame->id)->value('stored'),
            ) ?:
            [];
        self::assertSame($this->shoot->zone()->format($frame->taken_ms, 'Y:m:d H:i:s'), $facts['DateTimeOriginal']);
        self::assertNotSame(
            $facts['DateTimeOriginal'],
            (exif_read_data((glob("{$this->folder}/drive/*/*/*/*/*/{$frame->name}") ?: [])[0]) ?: [])[
                'DateTimeOriginal'
            ],
            'the original was changed',
        );
    }

    public function test_a_frame_without_a_verified_copy_is_not_delivered_and_the_rest_goes_on_once_it_is(): void
    {
        $frame = $this->selection->frames()->firstOrFail();
        $copies = Copy::query()
            ->whereIn('file_id', $frame->files()->select('id'))
            ->get();
        Copy::query()->whereKey($copies->modelKeys())->delete();
        $delivery = $this->open([], "?selection={$this->selection->id}");
        $task = $delivery->task();
        self::assertSame(TaskState::Failed, $task?->state);
        self::assertStringContainsString('Copy its card first', (string) $task->problem);
        $this->get("/deliveries/{$delivery->id}")->assertSee('Packing was broken off');
        $this->post('/recipients/'.$delivery->recipients()->firstOrFail()->id.'/tell')->assertStatus(409);
        $this->get($this->placeOf($delivery))->assertNotFound();
        Copy::query()->insert($copies->map(fn (Copy $copy): array => $copy->getAttributes())->all());
        $this->post("/deliveries/{$delivery->id}/go-on")->assertRedirect();
        self::assertNotNull($delivery->refresh()->made_at);
        self::assertSame($this->selection->id, $delivery->selection_id);
    }

    public function test_outputs_and_originals_come_in_folders_with_the_names_they_have_and_the_originals_untouched(): void
    {
        $this->studio->update(['name' => 'Größe & Söhne']);
        $this->shoot->update(['name' => 'Überfahrt']);
        $web = Output::ofStudio($this->studio)->where('name', 'Web 2,400 px')->firstOrFail();
        $delivery = $this->open([
            'ways' => ['jpegs', 'originals', "output:{$web->id}"],
            'name' => 'Die Überfahrt',
            'people' => 'Ada Fenn <ada@harbour.example>',
        ]);
        self::assertNotNull($delivery->made_at, (string) $delivery->task()?->problem);
        $names = $this->unpacked($delivery);
        $by = array_count_values(array_map(fn (string $name): string => dirname($name), $names));
        self::assertSame(['Full-size JPEGs' => 4, 'Originals' => 8, 'Web 2,400 px' => 4], $by);
        self::assertNotEmpty(preg_grep('~^Web 2,400 px/Überfahrt 001 ~', $names));
        // Info-ZIP's zipinfo: stored, and names marked as UTF-8 (general purpose bit 11).
        $info = (string) shell_exec(
            'LC_ALL=C.UTF-8 zipinfo -v '.escapeshellarg($delivery->folder().'/zips/1-all-1.zip'),
        );
        self::assertSame(17, substr_count($info, 'none (stored)') + substr_count($info, 'deflated'));
        self::assertSame(16, substr_count($info, 'none (stored)'));
        self::assertStringContainsString('Überfahrt 001', $info);
        foreach (DeliveryFile::query()->where('way', 'like', 'original:%')->with('frame')->get() as $file) {
            $original = \App\Frames\CardFile::query()->findOrFail((int) substr($file->way, 9));
            self::assertSame(
                [$original->hash, $original->size],
                [hash_file('xxh128', $delivery->folder().'/'.$file->stored), $file->bytes],
            );
        }
        // An output serves the delivery as it is; it takes no second room on the disk.
        $output = \App\Deliver\OutputFile::query()->where('output_id', $web->id)->firstOrFail();
        self::assertContains(
            fileinode("{$this->folder}/outputs/{$output->path}"),
            array_map(fileinode(...), glob($delivery->folder().'/files/1/Web*/*') ?: []),
        );
    }

    public function test_one_output_changed_by_hand_is_written_anew_and_a_name_pattern_that_makes_all_names_the_same_loses_none(): void
    {
        $same = Output::query()->create([
            'studio_id' => $this->studio->id,
            'name' => 'Same',
            'plan' => Output::ofStudio($this->studio)->where('name', 'Proof')->firstOrFail()->plan,
            'folder' => '',
            'file' => 'picture',
            'is_shared' => false,
        ]);
        $this->post("/shoots/{$this->shoot->id}/outputs/run?verdict=", ['outputs' => [$same->id]]);
        $one = \App\Deliver\OutputFile::query()->where('output_id', $same->id)->orderBy('path')->firstOrFail();
        file_put_contents("{$this->folder}/outputs/{$one->path}", 'something else');
        $delivery = $this->open(['ways' => ["output:{$same->id}"]]);
        self::assertSame(
            ['picture-2.jpg', 'picture-3.jpg', 'picture-4.jpg', 'picture.jpg'],
            $this->unpacked($delivery),
        );
        self::assertSame(4, DeliveryFile::query()->pluck('hash')->unique()->count());
        // Frames that come later do not take the names, and the files, of those that are there.
        $hashes = array_column(
            \App\Deliver\OutputFile::query()->where('output_id', $same->id)->get()->toArray(),
            'hash',
            'frame_id',
        );
        $this->pushCard('ivo', 2);
        $this->copyCard($this->readCard('ivo'));
        $ivo = $this->frames()->first(fn ($frame): bool => $frame->card->shooter === 'Ivo Tarn')?->body_id;
        $this->post("/shoots/{$this->shoot->id}/outputs/run?body={$ivo}", [
            'outputs' => [$same->id],
        ])->assertSessionHasNoErrors();
        foreach (\App\Deliver\OutputFile::query()->where('output_id', $same->id)->get() as $file) {
            self::assertSame($file->hash, hash_file('xxh128', "{$this->folder}/outputs/{$file->path}"));
            self::assertSame($hashes[$file->frame_id] ?? $file->hash, $file->hash);
        }
    }

    public function test_several_zips_of_a_chosen_size_hold_each_file_once(): void
    {
        $delivery = $this->open(['ways' => ['originals']]);
        $largest = (int) $delivery->files()->max('bytes');
        $delivery->parts()->delete();
        $delivery = $this->open(['ways' => ['originals']]);
        $delivery->update(['zip_bytes' => $largest + 2000]);
        DeliveryZip::query()->where('delivery_id', $delivery->id)->delete();
        $delivery->parts()->update(['made_at' => null]);
        $this->post("/deliveries/{$delivery->id}/go-on");
        $zips = $delivery->refresh()->zips();
        self::assertGreaterThan(2, $zips->count());
        self::assertLessThanOrEqual($largest + 2000, $zips->max('bytes'));
        self::assertSame(8, (int) $zips->sum('files_count'));
        self::assertCount(8, $this->unpacked($delivery));
        self::assertSame(sprintf('harbour-day-1-of-%d.zip', $zips->count()), $zips->first()?->name);
    }

    public function test_a_sneak_peek_first_the_rest_later_in_the_same_place_and_after_a_change_what_is_new_is_named(): void
    {
        $frames = $this->frames();
        $frames[1]->update(['verdict' => 'keep']);
        $frames[2]->update(['verdict' => 'drop']);
        $delivery = $this->open(
            ['part' => 'Sneak peek', 'people' => "Ada Fenn <ada@harbour.example>\nJoss Weir <joss@harbour.example>"],
            '?verdict=keep',
        );
        $link = $this->placeOf($delivery);
        $this->post('/recipients/'.$delivery->recipients()->firstOrFail()->id.'/tell');
        $this->get($link)->assertOk()->assertSee('Sneak peek')->assertSee('1 picture,')->assertSee('for Ada Fenn');
        $peek = DeliveryFile::query()->where('frame_id', $frames[1]->id)->firstOrFail();

        $this->post("/deliveries/{$delivery->id}/parts?verdict=", ['part' => 'The rest'])->assertSessionHasNoErrors();
        self::assertNull($delivery->refresh()->task()?->problem);
        self::assertSame(
            1,
            DeliveryFile::query()->where('frame_id', $frames[1]->id)->count(),
            'what was there came a second time',
        );
        self::assertCount(4, $this->unpacked($delivery));
        self::assertCount(3, $this->unpacked($delivery, DeliveryZip::NEW));
        $this->get($link)
            ->assertOk()
            ->assertSeeInOrder([
                'What is new, as a ZIP',
                'Everything, as a ZIP',
                'The rest',
                '3 pictures, new',
                'Sneak peek',
            ]);
        self::assertFileDoesNotExist($delivery->folder().'/zips/1-all-1.zip');
        $gone = DeliveryZip::query()->whereNotNull('gone_at')->firstOrFail();
        $this->get("{$link}/zips/{$gone->id}")
            ->assertStatus(410)
            ->assertSee('This ZIP has been replaced');
        $this->post('/recipients/'.$delivery->recipients()->firstOrFail()->id.'/tell');
        $mail = OutboxMail::query()->where('recipient', 'ada@harbour.example')->orderByDesc('id')->firstOrFail();
        self::assertStringContainsString('The rest, 3 pictures', $mail->body);

        // Nothing has changed: sending again brings nothing.
        $this->post("/deliveries/{$delivery->id}/again");
        self::assertSame(2, $delivery->parts()->count());
        $this->get("/deliveries/{$delivery->id}")->assertDontSee('changed');
        $this->caption(['headline' => 'The last heat'], '?verdict=keep');
        $this->get("/deliveries/{$delivery->id}")
            ->assertSee('Deliver 1 changed picture')
            ->assertSee($frames[1]->name);
        $this->post("/deliveries/{$delivery->id}/again");
        self::assertSame(
            [$peek->name],
            DeliveryFile::query()
                ->where('part_id', $delivery->parts()->max('id'))
                ->pluck('name')
                ->all(),
            'what replaces a file is called like it',
        );
        self::assertNotNull($peek->refresh()->replaced_at);
        self::assertFileDoesNotExist($delivery->folder().'/'.$peek->stored);
        self::assertSame([$peek->name], $this->unpacked($delivery, DeliveryZip::NEW));
        self::assertCount(4, $this->unpacked($delivery));
        $this->get($link)->assertSee('What has changed');
        $path =
            $delivery->folder().'/'.$delivery->current()->where('frame_id', $frames[1]->id)->firstOrFail()->stored;
        self::assertSame(
            'The last heat',
            trim((string) shell_exec('exiftool -s3 -XMP-photoshop:Headline '.escapeshellarg($path))),
        );
    }

    public function test_receipts_say_who_fetched_what_when_and_how_much_of_it_arrived(): void
    {
        $delivery = $this->open(['people' => "Ada Fenn <ada@harbour.example>\nJoss Weir <joss@harbour.example>"]);
        [$ada, $joss] = $delivery->recipients()->get()->all();
        $zip = $delivery->zips()->sole();
        auth()->logout();
        // A client that breaks off again and again: of each fetch more is sent than arrives.
        $piece = intdiv($zip->bytes, 5);
        for ($from = 0; $from < $zip->bytes; $from += $piece) {
            $this->get(
                "/d/{$ada->token}/zips/{$zip->id}",
                $from === 0 ? ['User-Agent' => 'Fetcher'] : ['Range' => "bytes={$from}-", 'User-Agent' => 'Fetcher'],
            )->assertOk();
            $receipt = $ada->receipts()->get()->last() ?? self::fail('no receipt');
            $isLast = $from + $piece >= $zip->bytes;
            $this->ends(
                $receipt->id,
                min($zip->bytes - $from, $isLast ? $zip->bytes - $from : $piece + 1000),
                $isLast ? 'OK' : '',
                $from === 0 ? 200 : 206,
            );
        }
        $file = $delivery->current()->firstOrFail();
        $this->get("/d/{$joss->token}/files/{$file->id}")
            ->assertOk()
            ->assertHeader(Receipts::HEADER)
            ->assertHeader('Content-Disposition', 'attachment; filename='.basename($file->name));
        $this->ends($joss->receipts()->get()->last()->id ?? 0, 100, '', 200);
        file_put_contents(
            "{$this->folder}/fetched.log",
            "- 12 404  1.0\nnonsense\n999999 5 200 OK 1.0\nhalf of a li",
            FILE_APPEND,
        );
        app(Receipts::class)->collect();
        $summed = app(Receipts::class)->summed($ada->receipts()->get());
        self::assertSame(
            [[$zip->name, $zip->bytes, $zip->bytes, 1, true]],
            array_map(
                fn (array $one): array => [
                    $one['what'],
                    $one['size'],
                    $one['arrived'],
                    $one['times'],
                    $one['isAllThere'],
                ],
                $summed,
            ),
        );
        self::assertSame('Fetcher', $summed[0]['last']->agent);
        $this->actingAs($this->member)
            ->get("/deliveries/{$delivery->id}")
            ->assertOk()
            ->assertSeeInOrder([
                'Ada Fenn',
                $zip->name,
                'all of',
                "in {$summed[0]['begun']} pieces",
                'Joss Weir',
                basename($file->name),
                \Illuminate\Support\Number::fileSize(100, 1).' of',
            ]);
        // Reading the log again from its beginning changes nothing.
        $before = \App\Deliver\Receipt::query()->orderBy('id')->get()->toArray();
        unlink("{$this->folder}/fetched.log.read");
        app(Receipts::class)->collect();
        self::assertSame($before, \App\Deliver\Receipt::query()->orderBy('id')->get()->toArray());
        file_put_contents("{$this->folder}/fetched.log", 'short');
        app(Receipts::class)->collect();
        self::assertSame($before, \App\Deliver\Receipt::query()->orderBy('id')->get()->toArray());
        // A new log is begun once it is large; what nginx still writes to the old one is taken over as well.
        $fetched = $ada->receipts()->where('kind', 'fetched')->get()->last() ?? self::fail('no receipt');
        $fetched->update(['ended_at' => null, 'sent_bytes' => null]);
        file_put_contents("{$this->folder}/fetched.log", str_repeat("999999 5 200 OK 1.0\n", 100));
        app(Receipts::class)->rotate(100_000);
        self::assertFileDoesNotExist("{$this->folder}/fetched.log.old");
        app(Receipts::class)->rotate(1_000);
        self::assertFileDoesNotExist("{$this->folder}/fetched.log");
        file_put_contents("{$this->folder}/fetched.log.old", "{$fetched->id} 7 206  1.0\n", FILE_APPEND);
        file_put_contents("{$this->folder}/fetched.log", "999999 5 200 OK 1.0\n");
        app(Receipts::class)->collect();
        self::assertSame(7, $fetched->refresh()->sent_bytes);
        app(Receipts::class)->rotate(1);
        self::assertSame(
            "999999 5 200 OK 1.0\n",
            file_get_contents("{$this->folder}/fetched.log.old"),
            'one old log is kept',
        );
    }

    public function test_each_file_is_fetched_as_often_as_was_said_and_a_broken_fetch_does_not_count(): void
    {
        $delivery = $this->open(['most_fetches' => '1']);
        $link = $this->placeOf($delivery);
        $zip = $delivery->zips()->sole();
        auth()->logout();
        $this->get("{$link}/zips/{$zip->id}")->assertOk();
        $this->ends(\App\Deliver\Receipt::query()->max('id'), 500, '', 200);
        $this->get("{$link}/zips/{$zip->id}", ['Range' => 'bytes=400-'])->assertOk();
        $this->ends(\App\Deliver\Receipt::query()->max('id'), $zip->bytes - 400, 'OK');
        $this->get("{$link}/zips/{$zip->id}")
            ->assertStatus(429)
            ->assertSee('was fetched 1 time, as often as the studio allows', false);
        $this->get("{$link}/zips/{$zip->id}", ['Range' => 'bytes=400-'])->assertStatus(429);
        $this->get("{$link}/files/".$delivery->current()->firstOrFail()->id)->assertOk();
        $this->get("{$link}/checksums")
            ->assertOk()
            ->assertSee($zip->hash);
    }

    public function test_a_link_has_its_password_its_last_day_and_can_be_withdrawn(): void
    {
        $delivery = $this->open(['password' => 'anchor light', 'ends_on' => now()->addDays(3)->format('Y-m-d')]);
        $link = $this->placeOf($delivery);
        $zip = $delivery->zips()->sole();
        auth()->logout();
        foreach (['', "/zips/{$zip->id}", '/checksums', '/files/'.$delivery->current()->firstOrFail()->id] as $path) {
            $this->get($link.$path)
                ->assertStatus(401)
                ->assertDontSee($this->frames()[0]->name);
        }
        $this->post("{$link}/password", ['password' => 'guess'])->assertSessionHasErrors('password');
        $this->post("{$link}/password", ['password' => 'anchor light'])->assertRedirect();
        $this->get($link)->assertOk()->assertSee('here until');
        $this->travel(5)->days();
        $this->get($link)->assertStatus(410)->assertSee('This link has ended');
        $this->travelBack();
        $this->get($link)->assertOk();
        $this->actingAs($this->member)->post('/recipients/'.$delivery->recipients()->firstOrFail()->id.'/withdraw');
        $this->get($link)->assertStatus(410);
        $this->post('/recipients/'.$delivery->recipients()->firstOrFail()->id.'/withdraw');
        $this->post("/deliveries/{$delivery->id}", [
            'no_password' => '1',
            'people' => 'Joss <joss@harbour.example>',
        ])->assertSessionHasNoErrors();
        $this->asNobody();
        $this->flushSession();
        $this->get($link)->assertOk();
        self::assertSame(2, $delivery->recipients()->count());
        $this->actingAs($this->member)->post("/deliveries/{$delivery->id}/free");
        self::assertDirectoryDoesNotExist($delivery->folder());
        $this->get($link)->assertStatus(410);
        $this->get("/deliveries/{$delivery->id}")
            ->assertOk()
            ->assertSee('deleted on');
        $this->post("/deliveries/{$delivery->id}/parts", [])->assertSessionHasErrors('part');
    }

    public function test_a_disk_that_fills_while_a_zip_is_made_leaves_what_is_packed_and_says_so(): void
    {
        $delivery = $this->open();
        $before = $this->tree($delivery->folder());
        // A file may have no more than so many blocks, so that libzip's writing fails halfway as on a full disk.
        $code =
            'pcntl_signal(SIGXFSZ, SIG_IGN); require "vendor/autoload.php"; try { (new '.
                'App\Deliver\ZipWriter)->write($argv[1], [["path" => $argv[2], "name" => "large.bin", "hash" => ""]], '.
                'fn (float $part): bool => true); echo "made"; } catch (App\Deliver\UnableToDeliver $reason) { echo '.
                '$reason->getMessage(); }';
        file_put_contents("{$this->folder}/large.bin", random_bytes(3_000_000));
        exec(
            'cd '.
                escapeshellarg(base_path()).
                ' && bash -c '.
                escapeshellarg(
                    'ulimit -f 1000; exec '.
                        PHP_BINARY.
                        ' -r '.
                        escapeshellarg($code).
                        ' '.
                        escapeshellarg("{$this->folder}/full.zip").
                        ' '.
                        escapeshellarg("{$this->folder}/large.bin"),
                ).
                ' 2>&1',
            $said,
        );
        self::assertStringContainsString('The ZIP could not be written', implode("\n", $said));
        self::assertSame([], glob("{$this->folder}/full.zip*") ?: []);
        self::assertSame($before, $this->tree($delivery->folder()));
    }

    public function test_a_zip_that_is_stopped_halfway_leaves_nothing(): void
    {
        file_put_contents("{$this->folder}/large.bin", random_bytes(5_000_000));
        $files = array_map(
            fn (int $i): array => ['path' => "{$this->folder}/large.bin", 'name' => "{$i}.bin", 'hash' => ''],
            range(1, 4),
        );
        $told = [];
        self::assertFalse(
            app(ZipWriter::class)->write("{$this->folder}/stopped.zip", $files, function (float $part) use (
                &$told,
            ): bool {
                $told[] = $part;

                return $part < 0.4;
            }),
        );
        self::assertLessThan(0.9, max($told));
        self::assertSame([], glob("{$this->folder}/stopped.zip*") ?: []);
    }

    /** APPNOTE.TXT 4.3.14: zip64 where a plain ZIP ends. Sparse and empty files take no room and little time. */
    public function test_a_zip_beyond_four_gigabytes_and_beyond_65535_files(): void
    {
        if (disk_free_space($this->folder) < 6 << 30) {
            self::markTestSkipped('There is no room for a ZIP of four gigabytes.');
        }
        $large = fopen("{$this->folder}/sparse.bin", 'wb');
        self::assertNotFalse($large);
        ftruncate($large, (4 << 30) + 12_345);
        fclose($large);
        app(ZipWriter::class)->write(
            "{$this->folder}/large.zip",
            [
                ['path' => "{$this->folder}/sparse.bin", 'name' => 'sparse.bin', 'hash' => ''],
                ['path' => __FILE__, 'name' => 'behind it.php', 'hash' => ''],
            ],
            fn (float $part): bool => true,
        );
        $info = (string) shell_exec('zipinfo '.escapeshellarg("{$this->folder}/large.zip"));
        self::assertStringContainsString('4294979641', $info);
        self::assertSame(
            (string) file_get_contents(__FILE__),
            (string) shell_exec('unzip -p '.escapeshellarg("{$this->folder}/large.zip").' "behind it.php"'),
        );
        unlink("{$this->folder}/large.zip");
        unlink("{$this->folder}/sparse.bin");
        touch("{$this->folder}/empty");
        app(ZipWriter::class)->write(
            "{$this->folder}/many.zip",
            array_map(
                fn (int $i): array => ['path' => "{$this->folder}/empty", 'name' => "{$i}.jpg", 'hash' => ''],
                range(1, 65_600),
            ),
            fn (float $part): bool => true,
        );
        exec('unzip -tq '.escapeshellarg("{$this->folder}/many.zip").' 2>&1', $said, $code);
        self::assertSame(0, $code, implode("\n", $said));
        self::assertSame(
            '65601',
            trim(
                (string) shell_exec(
                    'zipinfo -h '.
                        escapeshellarg("{$this->folder}/many.zip").
                        ' | grep -o "entries: [0-9]*" | grep -o "[0-9]*"',
                ),
            ),
        );
    }

    public function test_bad_words_are_answered_beside_their_field(): void
    {
        $this->actingAs($this->member);
        foreach (
            [
                [['ways' => []], 'ways'],
                [['ways' => ['output:99999', 'nonsense']], 'ways'],
                [['people' => 'Ada without an address'], 'people'],
                [['ends_on' => '2020-01-01'], 'ends_on'],
                [['most_fetches' => '0'], 'most_fetches'],
                [['zip_mb' => '3'], 'zip_mb'],
                [['password' => 'abc'], 'password'],
            ] as [$said, $field]
        ) {
            $this->post("/shoots/{$this->shoot->id}/deliveries?verdict=", [
                'ways' => ['jpegs'],
                ...$said,
            ])->assertSessionHasErrors($field);
        }
        $this->post("/shoots/{$this->shoot->id}/deliveries?verdict=drop", [
            'ways' => ['jpegs'],
        ])->assertSessionHasErrors('ways');
        self::assertSame(0, Delivery::query()->count());
    }

    public function test_deliveries_of_another_studio_do_not_exist(): void
    {
        $delivery = $this->waiting();
        $recipient = $delivery->recipients()->firstOrFail();
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->actingAs($stranger);
        foreach (['', '/parts', '/again', '/go-on', '/free'] as $path) {
            $this->post("/deliveries/{$delivery->id}{$path}")->assertNotFound();
        }
        foreach (['tell', 'withdraw'] as $path) {
            $this->post("/recipients/{$recipient->id}/{$path}")->assertNotFound();
        }
        $this->get("/deliveries/{$delivery->id}")->assertNotFound();
        $this->get("/selections/{$this->selection->id}/names")->assertNotFound();
        $this->post("/selections/{$this->selection->id}/deliveries")->assertNotFound();
        $this->get('/galleries/'.$this->selection->gallery_id)->assertNotFound();
        auth()->logout();
        $this->get('/d/'.$recipient->token)->assertNotFound();
    }

    public function test_the_page_of_a_delivery_asks_as_often_for_four_frames_as_for_one(): void
    {
        $asked = function (Delivery $delivery): int {
            \Illuminate\Support\Facades\DB::flushQueryLog();
            \Illuminate\Support\Facades\DB::enableQueryLog();
            $this->get("/deliveries/{$delivery->id}")->assertOk();

            return count(\Illuminate\Support\Facades\DB::getQueryLog());
        };
        $this->frames()[0]->update(['verdict' => 'keep']);
        $web = Output::ofStudio($this->studio)->where('name', 'Web 2,400 px')->firstOrFail();
        $one = $this->open(['ways' => ['jpegs', 'originals', "output:{$web->id}"]], '?verdict=keep');
        $four = $this->open(['ways' => ['jpegs', 'originals', "output:{$web->id}"]]);
        $asked($one);
        self::assertSame($asked($one), $asked($four));
        self::assertLessThan(60, $asked($four));
    }

    public function test_names_come_in_every_form_and_an_unknown_form_falls_back_to_lines(): void
    {
        $names = $this->selection->frames()->pluck('frames.name')->all();
        $this->actingAs($this->member);
        foreach (['lines' => "\n", 'commas' => ', ', 'spaces' => ' ', 'semicolons' => "\n"] as $separator => $between) {
            $this->get("/selections/{$this->selection->id}/names?separator={$separator}&ending=with")->assertSee(
                '>'.implode($between, $names).'<',
                false,
            );
        }
    }
}
