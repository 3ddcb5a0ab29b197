<?php

declare(strict_types=1);

namespace Tests\Feature\Deliver;

use App\Copies\VersionCopy;
use App\Deliver\Delivery;
use App\Deliver\DeliveryFile;
use App\Deliver\Handoff\Handoff;
use App\Deliver\Handoff\ReturnedFile;
use App\Deliver\Handoff\Returning;
use App\Deliver\Handoff\ReturnState;
use App\Deliver\Handoff\Watching;
use App\Frames\Frame;
use App\Frames\Version;
use App\Imaging\Picture;
use App\Imaging\PictureMeasures;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Ingest\Versions;
use App\Proof\Gallery;
use Tests\Feature\FeatureTestCase;

/**
 * Frames that go to a retoucher and come back, turn by turn; results of a raw editor; questions where a name does not
 * say it.
 */
final class HandoffsTest extends FeatureTestCase
{
    private Handoff $handoff;

    private string $link;

    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('mara-long', 4, 11);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
        $this->caption(['headline' => 'Under the bridge']);
        $this->post("/shoots/{$this->shoot->id}/galleries", ['title' => 'Proofs', 'draws' => '1']);
        $frame = $this->frames()[0];
        auth()->logout();
        $this->asGuest(
            $this->guestSays($this->link(), [
                [
                    'kind' => 'comment',
                    'number' => 1,
                    'text' => 'Please take the buoy out',
                    'drawing' => [
                        [
                            'kind' => 'circle',
                            'x' => intdiv($frame->width, 2),
                            'y' => intdiv($frame->height, 2),
                            'rx' => 90,
                            'ry' => 60,
                        ],
                    ],
                ],
            ])->assertOk(),
        );
        $this->asNobody();
        $this->actingAs($this->member)
            ->post("/shoots/{$this->shoot->id}/handoffs?verdict=", [
                'people' => 'Robin Saye <robin@harbour.example>',
                'note' => 'Straighten the horizon',
                'with_guests' => '1',
            ])
            ->assertSessionHasNoErrors();
        $this->handoff = Handoff::query()->firstOrFail();
        self::assertNotNull($this->handoff->delivery->made_at, (string) $this->handoff->delivery->task()?->problem);
        $this->link = '/d/'.$this->handoff->delivery->recipients()->firstOrFail()->token;
    }

    /** A picture that differs from all others; what came back of a frame. */
    private function picture(string $name, int $shade = 90, string $format = 'jpeg', int $width = 640): string
    {
        $path = "{$this->folder}/{$name}";
        $picture = PictureReader::svg(
            "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{$width}\" height=\"480\"><rect width=\"{$width}\" ".
                "height=\"480\" fill=\"rgb({$shade},90,60)\"/></svg>",
        )->flat();
        PictureWriter::file($picture->bare(), $path, $format === 'tiff' ? 'tiff' : 'jpeg', 92);

        return $path;
    }

    /** Sends a file as the retoucher's browser does, in pieces. */
    private function sendBack(string $path, ?string $name = null, int $pieces = 1): void
    {
        $name ??= basename($path);
        $bytes = (string) file_get_contents($path);
        $told = $this->postJson("{$this->link}/returns", [
            'name' => '',
            'files' => [[$name, strlen($bytes), (int) filemtime($path)]],
        ])
            ->assertOk()
            ->json();
        if ($told['wanted'] === []) {
            return;
        }
        $made = $this->call(
            'POST',
            $told['tus'],
            server: [
                'HTTP_Tus-Resumable' => '1.0.0',
                'HTTP_Upload-Length' => (string) strlen($bytes),
                'HTTP_Upload-Metadata' => 'path '.base64_encode($name).',hash '.base64_encode(hash('xxh128', $bytes)),
            ],
        );
        $made->assertStatus(201);
        $each = (int) ceil(strlen($bytes) / $pieces);
        for ($at = 0; $at < strlen($bytes); $at += $each) {
            $this->call(
                'PATCH',
                (string) $made->headers->get('Location'),
                server: [
                    'HTTP_Tus-Resumable' => '1.0.0',
                    'HTTP_Upload-Offset' => (string) $at,
                    'CONTENT_TYPE' => 'application/offset+octet-stream',
                ],
                content: substr($bytes, $at, $each),
            )->assertStatus(204);
        }
    }

    private function stem(int $frame): string
    {
        return pathinfo($this->frames()[$frame]->name, PATHINFO_FILENAME);
    }

    public function test_the_retoucher_gets_raws_with_sidecars_the_drawn_notes_and_the_list_without_an_account(): void
    {
        auth()->logout();
        $this->get($this->link)
            ->assertOk()
            ->assertSee('Straighten the horizon')
            ->assertSee('Please take the buoy out')
            ->assertSee('<ellipse', false)
            ->assertSee('4 to do');
        $zip = $this->handoff->delivery->zips()->sole();
        $this->get("{$this->link}/zips/{$zip->id}")->assertOk();
        $folder = "{$this->folder}/unzipped";
        exec(
            'unzip -q '.
                escapeshellarg($this->handoff->delivery->folder().'/'.$zip->stored).
                ' -d '.
                escapeshellarg($folder).
                ' && cd '.
                escapeshellarg($folder).
                ' && xxhsum -c checksums.xxh128 2>&1',
            $said,
            $code,
        );
        self::assertSame(0, $code, implode("\n", $said));
        $stems = array_map($this->stem(...), range(0, 3));
        self::assertSame(
            [
                ...array_merge(...array_map(fn (string $stem): array => ["{$stem}.DNG", "{$stem}.xmp"], $stems)),
                "{$stems[0]}-note.jpg",
                'checksums.xxh128',
                'list.csv',
            ],
            collect(array_keys($this->tree($folder)))
                ->sortBy(fn (string $name): string => str_contains($name, '-note') ? 'Y'.$name : $name)
                ->values()
                ->all(),
        );
        foreach ($stems as $i => $stem) {
            self::assertSame(
                'Under the bridge',
                trim(
                    (string) shell_exec(
                        'exiftool -s3 -XMP-photoshop:Headline '.escapeshellarg("{$folder}/{$stem}.xmp"),
                    ),
                ),
                "sidecar of {$i}",
            );
            self::assertSame(
                0,
                (int) shell_exec(
                    'raw-identify '.escapeshellarg("{$folder}/{$stem}.DNG").' >/dev/null 2>&1; echo $?',
                ),
            );
        }
        // What was drawn is on the picture.
        $plain = PictureMeasures::greyGrid(
            PictureReader::jpeg("{$this->folder}/pictures/{$this->frames()[0]->large_path}"),
            180,
            120,
        );
        $drawn = PictureMeasures::greyGrid(PictureReader::jpeg("{$folder}/{$stems[0]}-note.jpg"), 180, 120);
        self::assertGreaterThan(
            20,
            count(array_filter(array_keys($plain), fn (int $i): bool => abs($plain[$i] - $drawn[$i]) > 20)),
        );
        $rows = array_map(
            fn (string $line): array => str_getcsv($line),
            explode("\r\n", trim((string) file_get_contents("{$folder}/list.csv"))),
        );
        self::assertSame(['file', 'round', 'from', 'what is to be done', 'taken', 'headline'], $rows[0]);
        self::assertSame(
            ["{$stems[0]}.DNG", '1', 'Quay Pictures', 'Straighten the horizon'],
            array_slice($rows[1], 0, 4),
        );
        self::assertStringContainsString('Please take the buoy out · drawn: one circle', $rows[2][3]);
        self::assertCount(6, $rows);
    }

    public function test_what_comes_back_stands_for_its_frame_is_proofed_and_delivered_and_goes_another_turn(): void
    {
        $this->post("/shoots/{$this->shoot->id}/deliveries?verdict=", ['ways' => ['jpegs']]);
        $delivery = Delivery::query()->orderByDesc('id')->firstOrFail();
        $original = $this->tree("{$this->folder}/drive");
        auth()->logout();
        $edited = $this->picture($this->stem(1).'-edit.jpg');
        $this->sendBack($edited, pieces: 3);
        $frame = $this->frames()[1]->refresh();
        $version = Version::query()->findOrFail($frame->version_id);
        self::assertSame(
            [2, hash_file('xxh128', $edited), 640, 480, 'jpeg', 'Robin Saye'],
            [
                $version->number,
                $version->hash,
                $version->width,
                $version->height,
                $version->format,
                $version->came_from,
            ],
        );
        foreach (['drive', 'backup'] as $place) {
            self::assertSame($version->hash, hash_file('xxh128', "{$this->folder}/{$place}/{$version->destination}"));
        }
        self::assertSame(
            dirname((string) $frame->files()->where('is_main', true)->value('destination')),
            dirname($version->destination),
        );
        self::assertSame(2, VersionCopy::query()->count());
        self::assertSame(
            $original,
            array_diff_key($this->tree("{$this->folder}/drive"), [$version->destination => 1]),
            'an original was touched',
        );
        self::assertSame(
            [640, 480],
            array_slice(getimagesize("{$this->folder}/pictures/{$frame->large_path}") ?: [], 0, 2),
        );
        $this->get("{$this->link}/returns")->assertSee("is version 2 of {$frame->name}", false);

        // Proofed from then on …
        $this->actingAs($this->member);
        $gallery = Gallery::query()->firstOrFail();
        $this->get("/galleries/{$gallery->id}")
            ->assertSee('Out of date:')
            ->assertSee('1 with another picture');
        $this->post("/galleries/{$gallery->id}/again");
        self::assertSame($frame->large_path, $gallery->frames()->where('frame_id', $frame->id)->firstOrFail()->picture);
        // … and delivered.
        $this->get("/deliveries/{$delivery->id}")->assertSee('Deliver 1 changed picture');
        $this->post("/deliveries/{$delivery->id}/again");
        $file = $delivery->current()->where('frame_id', $frame->id)->sole();
        self::assertSame([640, 480], array_slice(getimagesize($delivery->folder().'/'.$file->stored) ?: [], 0, 2));
        self::assertSame(
            'Under the bridge',
            trim(
                (string) shell_exec(
                    'exiftool -s3 -XMP-photoshop:Headline '.escapeshellarg($delivery->folder().'/'.$file->stored),
                ),
            ),
        );

        // Another turn, with new notes and what came back.
        $this->get("/handoffs/{$this->handoff->id}")
            ->assertOk()
            ->assertSee('1 of 4 back')
            ->assertSee('2: '.basename($version->destination));
        $this->post("/handoffs/{$this->handoff->id}/rounds", ['again' => [$frame->id]])->assertSessionHasErrors('again');
        $this->post("/handoffs/{$this->handoff->id}/rounds", [
            'again' => [$frame->id],
            'notes' => [$frame->id => 'A little warmer'],
        ])->assertSessionHasNoErrors();
        $part = $this->handoff->delivery->parts()->where('number', 2)->firstOrFail();
        self::assertNotNull($part->made_at);
        self::assertEqualsCanonicalizing(
            [basename($version->destination)],
            $part->files()->pluck('name')->all(),
            'only what is new goes out',
        );
        auth()->logout();
        $this->get($this->link)->assertSee('A little warmer')->assertSee('What is new in round 2')->assertSee('4 to do');
        $warmer = $this->picture($this->stem(1).'-edit.jpg', 140);
        touch($warmer, time() + 5);
        $this->sendBack($warmer);
        self::assertSame(3, Version::query()->findOrFail($frame->refresh()->version_id)->number);
        self::assertSame(2, $this->handoff->frames()->where('frame_id', $frame->id)->value('returned_round'));

        // Back to the camera's own.
        $own = Version::query()
            ->where(['frame_id' => $frame->id, 'number' => 1])
            ->firstOrFail();
        $this->actingAs($this->member)
            ->post("/shoots/{$this->shoot->id}/versions", ['version' => $own->id])
            ->assertRedirect();
        self::assertSame(
            [null, $own->large_path, $own->width],
            [$frame->refresh()->version_id, $frame->large_path, $frame->width],
        );
        $this->post("/handoffs/{$this->handoff->id}/close");
        auth()->logout();
        $this->get($this->link)->assertStatus(410);
    }

    public function test_a_tiff_comes_back_and_is_delivered_as_a_jpeg_and_written_by_outputs(): void
    {
        auth()->logout();
        $this->sendBack($this->picture($this->stem(2).'_final (1).tif', 200, 'tiff'));
        $frame = $this->frames()[2]->refresh();
        self::assertSame('tiff', Version::query()->findOrFail($frame->version_id)->format);
        $this->actingAs($this->member)->get("/shoots/{$this->shoot->id}/outputs");
        $blog = \App\Deliver\Output::query()->where('name', 'Web 2,400 px')->firstOrFail();
        $this->post("/shoots/{$this->shoot->id}/deliveries?verdict=", [
            'ways' => ['jpegs', "output:{$blog->id}"],
        ])->assertSessionHasNoErrors();
        $delivery = Delivery::query()->orderByDesc('id')->firstOrFail();
        self::assertNotNull($delivery->made_at, (string) $delivery->task()?->problem);
        foreach (
            DeliveryFile::query()
                ->where(['delivery_id' => $delivery->id, 'frame_id' => $frame->id])
                ->get() as $file
        ) {
            self::assertSame(
                [640, 480, IMAGETYPE_JPEG],
                array_slice(getimagesize($delivery->folder().'/'.$file->stored) ?: [], 0, 3),
            );
            [$red] = PictureMeasures::greyGrid(PictureReader::jpeg($delivery->folder().'/'.$file->stored)->channel(0), 1, 1);
            self::assertEqualsWithDelta(200, $red, 3);
        }
    }

    public function test_a_wide_colour_profile_is_kept_where_an_output_keeps_it_and_turned_into_srgb_elsewhere(): void
    {
        $path = "{$this->folder}/wide.jpg";
        $green = PictureReader::svg(
            '<svg xmlns="http://www.w3.org/2000/svg" width="640" height="480"><rect width="640" height="480" '.
                'fill="rgb(40,200,60)"/></svg>',
        );
        PictureWriter::file($green->flat()->bare(), $path, 'jpeg', 95, 'p3');
        self::assertStringContainsString(
            'P3',
            (string) shell_exec('exiftool -s3 -ICC_Profile:ProfileDescription '.escapeshellarg($path)),
        );
        auth()->logout();
        $this->sendBack($path, $this->stem(0).'-wide.jpg');
        $this->actingAs($this->member)->get("/shoots/{$this->shoot->id}/outputs");
        foreach (['kept' => '1', 'turned' => '0'] as $name => $keeps) {
            $this->post("/shoots/{$this->shoot->id}/outputs", [
                'name' => $name,
                'rule' => 'longest',
                'width' => '320',
                'format' => 'jpeg',
                'quality' => '95',
                'file' => '{{original}}',
                'folder' => $name,
                'keeps_profile' => $keeps,
            ])->assertSessionHasNoErrors();
        }
        $ids = \App\Deliver\Output::query()
            ->whereIn('name', ['kept', 'turned'])
            ->pluck('id', 'name');
        $this->post("/shoots/{$this->shoot->id}/outputs/run?verdict=", [
            'outputs' => $ids->values()->all(),
        ])->assertSessionHasNoErrors();
        $file = fn (string $name): string => "{$this->folder}/outputs/".
            \App\Deliver\OutputFile::query()
                ->where(['output_id' => $ids[$name], 'frame_id' => $this->frames()[0]->id])
                ->firstOrFail()->path;
        self::assertStringContainsString(
            'P3',
            (string) shell_exec('exiftool -s3 -ICC_Profile:ProfileDescription '.escapeshellarg($file('kept'))),
        );
        self::assertStringContainsString(
            'sRGB',
            (string) shell_exec('exiftool -s3 -ICC_Profile:ProfileDescription '.escapeshellarg($file('turned'))),
        );
        // The same colour needs other numbers: less red than sRGB has for this green, so that it lies beyond what sRGB
        // shows.
        [$kept, $turned] = [
            PictureMeasures::greyGrid(PictureReader::jpeg($file('kept'))->channel(0), 1, 1)[0],
            PictureMeasures::greyGrid(PictureReader::jpeg($file('turned'))->channel(0), 1, 1)[0],
        ];
        self::assertEqualsWithDelta(40, $kept, 3);
        self::assertLessThan(12, $turned);
    }

    public function test_what_matches_nothing_or_two_is_asked_about_and_not_guessed(): void
    {
        $this->frames()[3]->update(['name' => $this->frames()[2]->name]);
        auth()->logout();
        $this->sendBack($this->picture('group final.jpg'));
        $this->get("{$this->link}/returns")->assertSee('the studio will say to which picture it belongs');
        // Of the whole shoot, two frames have one name.
        mkdir("{$this->folder}/watched/exports", 0700, true);
        touch($this->picture('watched/exports/'.$this->stem(2).'-edit.jpg', 120), time() - 60);
        $this->actingAs($this->member)->post("/shoots/{$this->shoot->id}/watched", ['watched' => '0/exports']);
        [$nothing, $two] = ReturnedFile::query()->orderBy('id')->get()->all();
        self::assertSame([ReturnState::Asked, ReturnState::Asked], [$nothing->state, $two->state]);
        self::assertSame(0, Version::query()->count());
        $this->get("/handoffs/{$this->handoff->id}")->assertSee('No frame has this name');
        $this->get("/shoots/{$this->shoot->id}/handoffs")->assertSee('2 frames have this name');
        $this->post("/returned/{$nothing->id}", ['frame' => 'nobody'])->assertSessionHasErrors("frame-{$nothing->id}");
        $this->post("/returned/{$nothing->id}", ['frame' => $this->frames()[2]->name])->assertSessionHasErrors(
            "frame-{$nothing->id}",
        );
        $this->post("/returned/{$two->id}", ['frame' => (string) $this->frames()[3]->id])->assertSessionHasNoErrors();
        self::assertSame([ReturnState::Taken, $this->frames()[3]->id], [$two->refresh()->state, $two->frame_id]);
        $this->post("/returned/{$nothing->id}", ['leave' => '1']);
        self::assertSame(ReturnState::Left, $nothing->refresh()->state);
        self::assertFileDoesNotExist($nothing->stored);
        $this->post("/returned/{$two->id}", ['leave' => '1'])->assertStatus(409);
    }

    public function test_an_upload_that_claims_to_be_a_jpeg_is_refused_and_cut_short_ones_too(): void
    {
        auth()->logout();
        file_put_contents("{$this->folder}/fake.jpg", '<?php echo "not a picture";'.str_repeat('x', 4000));
        $this->sendBack("{$this->folder}/fake.jpg", $this->stem(0).'-edit.jpg');
        $whole = (string) file_get_contents($this->picture('whole.jpg'));
        file_put_contents("{$this->folder}/cut.jpg", substr($whole, 0, intdiv(strlen($whole), 2)));
        $this->sendBack("{$this->folder}/cut.jpg", $this->stem(1).'-edit.jpg');
        [$fake, $cut] = ReturnedFile::query()->orderBy('id')->get()->all();
        self::assertSame([ReturnState::Refused, ReturnState::Refused], [$fake->state, $cut->state]);
        self::assertStringContainsString('it is no JPEG, TIFF or PNG, whatever its name says', (string) $fake->problem);
        self::assertSame(0, Version::query()->count());
        self::assertNull($this->frames()[0]->version_id);
        $this->get("{$this->link}/returns")->assertSee('whatever its name says');
        $this->actingAs($this->member)
            ->get("/handoffs/{$this->handoff->id}")
            ->assertSee('whatever its name says');
    }

    public function test_two_returns_of_one_frame_at_once_become_two_versions_and_none_is_lost(): void
    {
        $frame = $this->frames()[0];
        $paths = [$this->picture('one.jpg', 50), $this->picture('two.jpg', 150)];
        $said = $this->atOnce(
            array_map(
                fn (
                    string $path,
                ): string => 'app(App\Ingest\Versions::class)->add(App\Frames\Frame::query()->with("shoot.studio", "card")->findOrFail('.
                    $frame->id.
                    '), '.
                    var_export($path, true).
                    ', '.
                    var_export(pathinfo($frame->name, PATHINFO_FILENAME).'-edit.jpg', true).
                    ', "two at once"); echo "added";',
                $paths,
            ),
            fn () => Frame::query()->whereKey($frame->id)->lockForUpdate()->first(),
        );
        self::assertSame(['added', 'added'], $said);
        $versions = Version::query()->where('frame_id', $frame->id)->orderBy('number')->get();
        self::assertSame([1, 2, 3], $versions->pluck('number')->all());
        self::assertEqualsCanonicalizing(
            array_map(fn (string $path) => hash_file('xxh128', $path), $paths),
            $versions->slice(1)->pluck('hash')->all(),
        );
        self::assertSame(2, $versions->slice(1)->pluck('destination')->unique()->count());
        foreach ($versions->slice(1) as $version) {
            self::assertSame($version->hash, hash_file('xxh128', "{$this->folder}/drive/{$version->destination}"));
        }
        self::assertSame($versions->last()?->id, $frame->refresh()->version_id);
    }

    public function test_a_raw_editors_results_come_from_a_watched_folder_once_each_time_they_are_written(): void
    {
        mkdir("{$this->folder}/watched/exports", 0700, true);
        $this->post("/shoots/{$this->shoot->id}/watched", ['watched' => '/etc'])->assertSessionHasErrors('watched');
        $result = $this->picture('watched/exports/'.$this->stem(0).'.jpg', 30);
        touch($result, time() - 60);
        file_put_contents("{$this->folder}/watched/exports/notes.txt", 'no picture');
        touch($this->picture('watched/exports/elsewhere.jpg', 77), time() - 60);
        $fresh = $this->picture('watched/exports/'.$this->stem(1).'.jpg', 40);
        $this->post("/shoots/{$this->shoot->id}/watched", ['watched' => '0/exports'])->assertSessionHasNoErrors();
        self::assertSame(
            ['elsewhere.jpg' => ReturnState::Asked, basename($result) => ReturnState::Taken],
            ReturnedFile::query()
                ->orderBy('name')
                ->get()
                ->sortBy(fn (ReturnedFile $file): string => $file->state->value)
                ->mapWithKeys(fn (ReturnedFile $file): array => [$file->name => $file->state])
                ->all(),
            'one that is just being written is not taken',
        );
        self::assertFileExists($result);
        $this->artisan('kanpai:look');
        self::assertSame(2, ReturnedFile::query()->count());
        touch($fresh, time() - 60);
        $again = $this->picture('watched/exports/'.$this->stem(0).'.jpg', 31);
        touch($again, time() - 30);
        $this->artisan('kanpai:look');
        self::assertSame(
            [3, 2],
            [
                (int) Version::query()
                    ->where('frame_id', $this->frames()[0]->id)
                    ->max('number'),
                (int) Version::query()
                    ->where('frame_id', $this->frames()[1]->id)
                    ->max('number'),
            ],
        );
        $this->get("/shoots/{$this->shoot->id}/handoffs")
            ->assertOk()
            ->assertSee('in the watched folder')
            ->assertSee('Came back');
        self::assertSame(0, app(Watching::class)->look($this->shoot->refresh()));
        $this->post("/shoots/{$this->shoot->id}/watched", ['watched' => ''])->assertSessionHasNoErrors();
        self::assertNull($this->shoot->refresh()->watched);
    }

    public function test_a_worker_killed_between_arriving_and_noting_loses_nothing(): void
    {
        $path = $this->picture($this->stem(0).'-edit.jpg');
        auth()->logout();
        \Illuminate\Support\Facades\Event::fake([\App\Ingest\Upload\FileArrived::class]);
        $this->sendBack($path);
        self::assertSame(0, ReturnedFile::query()->count());
        $this->artisan('kanpai:look');
        self::assertSame(1, ReturnedFile::query()->count());
        $this->sendBack($path);
        self::assertSame(ReturnState::Taken, ReturnedFile::query()->sole()->state);
        // The same once more brings nothing new.
        app(Returning::class)->takeIn(
            ReturnedFile::query()->create([
                ...ReturnedFile::query()
                    ->sole()
                    ->only(['shoot_id', 'handoff_id', 'name', 'bytes']),
                'stored' => $path,
                'state' => ReturnState::New,
                'came_at' => now(),
            ]),
        );
        self::assertSame(2, Version::query()->count());
    }

    public function test_two_frames_of_one_name_go_out_under_two_and_come_back_to_their_own(): void
    {
        // Two bodies that began at the same number.
        [$own, $stem] = [$this->frames()[0], $this->stem(0)];
        $this->pushCard('ivo', 1);
        $ivo = $this->copyCard($this->readCard('ivo'));
        $other = $ivo->frames()->firstOrFail();
        $file = $other->files()->firstOrFail();
        $twin = dirname($file->destination).'/'.$stem.'.JPG';
        foreach (['drive', 'backup'] as $place) {
            rename("{$this->folder}/{$place}/{$file->destination}", "{$this->folder}/{$place}/{$twin}");
        }
        $file->update(['destination' => $twin]);
        $this->post("/shoots/{$this->shoot->id}/handoffs?verdict=", [
            'people' => 'Robin Saye <robin@harbour.example>',
        ])->assertSessionHasNoErrors();
        $handoff = Handoff::query()->orderByDesc('id')->firstOrFail();
        $names = $handoff->delivery
            ->files()
            ->get()
            ->groupBy('frame_id')
            ->map(
                fn ($files): array => $files->map(fn (DeliveryFile $one): string => $one->name)->sort()->values()->all(),
            );
        self::assertSame(["{$stem}.JPG", "{$stem}.xmp"], $names[$other->id]);
        self::assertSame(["{$stem}_card1.DNG", "{$stem}_card1.xmp"], array_slice($names[$own->id], 0, 2));
        $this->link = '/d/'.$handoff->delivery->recipients()->firstOrFail()->token;
        auth()->logout();
        $this->sendBack($this->picture("{$stem}_card1-edit.jpg", 33));
        $this->sendBack($this->picture("{$stem}-edit.jpg", 44));
        self::assertSame(
            ["{$stem}_card1-edit.jpg", "{$stem}-edit.jpg"],
            array_map(
                fn (int $id): string => (string) Version::query()
                    ->where(['frame_id' => $id, 'number' => 2])
                    ->value('name'),
                [$own->id, $other->id],
            ),
        );
    }

    public function test_at_one_hundred_per_cent_the_version_is_seen(): void
    {
        $frame = $this->frames()[0];
        $route = collect(\Illuminate\Support\Facades\Route::getRoutes()->getRoutes())->first(
            fn ($route): bool => str_contains((string) $route->getActionName(), 'WholePictureController'),
        );
        $address =
            '/'.
            str_replace(
                ['{shoot}', '{frame}'],
                [(string) $this->shoot->id, (string) $frame->id],
                (string) $route?->uri(),
            );
        $bytes = fn (): string => (string) file_get_contents(
            $this->get($address)->assertOk()->baseResponse->getFile()->getPathname(),
        );
        $before = $bytes();
        $path = $this->picture('seen.jpg', 12);
        app(Versions::class)->add($frame, $path, 'seen.jpg', 'a test');
        self::assertSame((string) file_get_contents($path), $bytes());
        app(Versions::class)->choose(
            $frame,
            Version::query()
                ->where(['frame_id' => $frame->id, 'number' => 1])
                ->firstOrFail(),
        );
        self::assertSame($before, $bytes());
    }

    public function test_a_version_is_taken_from_the_other_place_where_one_was_damaged(): void
    {
        $version = app(Versions::class)->add(
            $frame = $this->frames()[0],
            $this->picture($this->stem(0).'-edit.jpg'),
            'x-edit.jpg',
            'a test',
        );
        file_put_contents("{$this->folder}/drive/{$version->destination}", 'damaged');
        $target = "{$this->folder}/out.jpg";
        self::assertTrue(\App\Copies\VerifiedPicture::of($frame->refresh())?->copyTo($target));
        self::assertSame($version->hash, hash_file('xxh128', $target));
        file_put_contents("{$this->folder}/backup/{$version->destination}", 'damaged');
        self::assertFalse(\App\Copies\VerifiedPicture::of($frame)->copyTo($target));
    }

    public function test_the_mails_of_a_handoff_say_what_it_is_and_its_page_is_its_own(): void
    {
        $recipient = $this->handoff->delivery->recipients()->firstOrFail();
        $this->get("/deliveries/{$this->handoff->delivery_id}")->assertRedirect("/handoffs/{$this->handoff->id}");
        $this->get("/shoots/{$this->shoot->id}/deliver")
            ->assertOk()
            ->assertDontSee('Robin Saye');
        $this->post("/recipients/{$recipient->id}/tell")->assertRedirect();
        $mails = fn () => \App\Studio\OutboxMail::query()
            ->where('recipient', 'robin@harbour.example')
            ->orderByDesc('id')
            ->firstOrFail();
        self::assertSame('To be worked on: Harbour day', $mails()->subject);
        self::assertStringContainsString('4 pictures of Harbour day are ready for you to work on', $mails()->body);
        self::assertStringContainsString($recipient->address(), $mails()->body);
        $this->post("/handoffs/{$this->handoff->id}/rounds", [
            'again' => [$this->frames()[0]->id],
            'note' => 'Warmer',
        ])->assertSessionHasNoErrors();
        $this->post("/recipients/{$recipient->id}/tell");
        self::assertStringContainsString('There is more to do on the pictures of Harbour day: Round 2', $mails()->body);
        // The list goes along, although no file has changed.
        $zip = $this->handoff->delivery->zips()->sole();
        self::assertStringContainsString(
            'Warmer',
            (string) shell_exec(
                'unzip -p '.escapeshellarg($this->handoff->delivery->folder().'/'.$zip->stored).' list.csv',
            ),
        );
    }

    public function test_bad_words_and_strangers_stay_outside(): void
    {
        $this->post("/shoots/{$this->shoot->id}/handoffs?verdict=", ['people' => ''])->assertSessionHasErrors('people');
        $this->post("/shoots/{$this->shoot->id}/handoffs?verdict=drop", [
            'people' => 'a@b.example',
        ])->assertSessionHasErrors('people');
        $this->postJson("{$this->link}/returns", ['files' => [['../../etc/passwd', 5, 1]]])->assertStatus(422);
        $this->postJson("{$this->link}/returns", ['files' => []])->assertStatus(422);
        $this->postJson("{$this->link}/returns", ['files' => [['x.jpg']]])->assertStatus(422);
        $this->call(
            'POST',
            '/d/'.str_repeat('A', 24).'/arriving',
            server: ['HTTP_Tus-Resumable' => '1.0.0'],
        )->assertNotFound();
        $this->post("/shoots/{$this->shoot->id}/deliveries?verdict=", ['ways' => ['jpegs']]);
        $plain = '/d/'.Delivery::query()->orderByDesc('id')->firstOrFail()->recipients()->firstOrFail()->token;
        $this->postJson("{$plain}/returns", ['files' => [['x.jpg', 5, 1]]])->assertNotFound();
        $this->call('POST', "{$plain}/arriving", server: ['HTTP_Tus-Resumable' => '1.0.0'])->assertNotFound();
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->actingAs($stranger)
            ->get("/handoffs/{$this->handoff->id}")
            ->assertNotFound();
        $this->post("/handoffs/{$this->handoff->id}/close")->assertNotFound();
        $this->post("/handoffs/{$this->handoff->id}/rounds")->assertNotFound();
    }
}
