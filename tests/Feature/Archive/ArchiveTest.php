<?php

declare(strict_types=1);

namespace Tests\Feature\Archive;

use App\Archive\Archiving;
use App\Archive\Bag;
use App\Archive\BagState;
use App\Archive\FreeCopies;
use App\Archive\MakeBag;
use App\Archive\References;
use App\Archive\ShootRecord;
use App\Archive\ShootTables;
use App\Copies\Copy;
use App\Deliver\Delivery;
use App\Deliver\Output;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Ingest\Versions;
use App\Looks\ColourCubes;
use App\Proof\Choosing;
use App\Proof\Gallery;
use App\Proof\Guest;
use App\Studio\Shoot;
use App\Studio\Studio;
use App\Studio\Task;
use App\Studio\TaskState;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Looks\ColourCube;
use Kanpai\Core\Looks\ColourTable;
use Kanpai\Core\Looks\Look;
use Tests\Feature\FeatureTestCase;

/**
 * A shoot leaves the desk as a bag and comes back. Bags are checked with sha512sum (coreutils) and by the rules of
 * RFC 8493, whose sections are beside the checks.
 */
final class ArchiveTest extends FeatureTestCase
{
    /** A shoot with something of everything. */
    private function work(): void
    {
        $this->pushCard('mara-long', 4, 11);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
        $this->caption(['headline' => 'Größe am Ufer', 'keywords' => 'rowing', 'persons' => 'Ada Fenn']);
        $frames = $this->frames();
        $this->step([$frames[0]->id => ['verdict' => 'keep', 'rating' => 4], $frames[1]->id => ['verdict' => 'drop']]);
        // A table of colours from elsewhere goes along with the look that names it; another one does not.
        $cubes = array_map(
            fn (float $contrast): ColourCube => ColourCube::of(5, ColourTable::of(Look::of(['contrast' => $contrast]), 5)->nodes),
            [0.3, 0.6],
        );
        array_map(fn (ColourCube $cube) => ColourCubes::keep($this->studio->id, $cube), $cubes);
        $now = ['stops' => 0.4, 'cube' => ['table' => $cubes[0]->hash(), 'amount' => 1]];
        $this->postJson("/shoots/{$this->shoot->id}/looks/steps", [
            'steps' => [
                [
                    'id' => (string) Str::uuid(),
                    'title' => 'Exposure',
                    'changes' => [['frame' => $frames[0]->id, 'was' => (object) [], 'now' => $now]],
                ],
            ],
        ])->assertOk();
        $this->postJson("/shoots/{$this->shoot->id}/looks/lights", ['frame' => $frames[1]->id, 'kind' => 'split']);
        $this->post("/shoots/{$this->shoot->id}/galleries?body={$frames[0]->body_id}", [
            'title' => 'Proofs',
            'watermark' => 'proof',
            'password' => 'anchor light',
            'draws' => '1',
        ]);
        $gallery = Gallery::query()->firstOrFail();
        $guest = Guest::named($gallery->shares()->firstOrFail(), 'Ada Fenn', 'ada@harbour.example');
        app(Choosing::class)->apply($guest, $guest->share, [
            ['id' => (string) Str::uuid(), 'kind' => 'choose', 'number' => 1, 'on' => true],
            [
                'id' => (string) Str::uuid(),
                'kind' => 'comment',
                'number' => 2,
                'text' => 'Lovely',
                'drawing' => [['kind' => 'circle', 'x' => 50, 'y' => 50, 'rx' => 20, 'ry' => 20]],
            ],
        ]);
        app(Choosing::class)->send($guest, 'Ada Fenn', 'ada@harbour.example', 'Thank you');
        $blog = Output::ofStudio($this->studio)->where('name', 'Blog')->firstOrFail();
        $this->post("/shoots/{$this->shoot->id}/deliveries?verdict=", [
            'ways' => ['jpegs', 'originals', "output:{$blog->id}"],
            'people' => 'Ada Fenn <ada@harbour.example>',
        ])->assertSessionHasNoErrors();
        $this->get('/d/'.Delivery::query()->firstOrFail()->recipients()->firstOrFail()->token)->assertOk();
        $this->get("/shoots/{$this->shoot->id}/sent-out");
        $this->post("/shoots/{$this->shoot->id}/sent-out?verdict=keep", [
            'destination' => DB::table('destinations')->where('kind', 'drop')->value('id'),
            'output' => $blog->id,
        ])->assertSessionHasNoErrors();
        $this->post("/shoots/{$this->shoot->id}/handoffs?verdict=keep", [
            'people' => 'Robin <robin@harbour.example>',
            'note' => 'warmer',
            'with_guests' => '1',
        ])->assertSessionHasNoErrors();
        $picture = "{$this->folder}/edit.jpg";
        $drawn = PictureReader::svg(
            '<svg xmlns="http://www.w3.org/2000/svg" width="600" height="400"><rect width="600" height="400" '.
                'fill="#875"/></svg>',
        );
        PictureWriter::file($drawn->flat()->bare(), $picture, 'jpeg', 90);
        app(Versions::class)->add(
            Frame::query()->with('shoot.studio', 'card')->findOrFail($frames[0]->id),
            $picture,
            pathinfo($frames[0]->name, PATHINFO_FILENAME).'-edit.jpg',
            'Robin',
        );
        $this->post("/shoots/{$this->shoot->id}/sheets?verdict=", [
            'paper' => 'a4',
            'columns' => '2',
            'rows' => '2',
            'with_names' => '1',
        ])->assertSessionHasNoErrors();
        $this->post("/shoots/{$this->shoot->id}/outputs/run?verdict=keep", [
            'outputs' => [$blog->id],
        ])->assertSessionHasNoErrors();
    }

    private function archive(): Bag
    {
        $this->actingAs($this->member)
            ->post("/shoots/{$this->shoot->id}/archive")
            ->assertRedirect();
        $bag = Bag::query()->orderByDesc('id')->firstOrFail();
        self::assertSame(BagState::Checked, $bag->state, (string) $bag->problem.$bag->task()?->problem);

        return $bag;
    }

    private function takeIn(string $name): Bag
    {
        $this->post('/archive', ['bag' => $name])
            ->assertSessionHasNoErrors()
            ->assertRedirect();

        return Bag::query()->where('name', $name)->orderByDesc('id')->firstOrFail();
    }

    /**
     * The database as it is on the first day, with one studio and its owner; and none of the old folders but the
     * archive.
     */
    private function emptyInstallation(): void
    {
        DB::statement('SET FOREIGN_KEY_CHECKS = 0');
        foreach (DB::select('SHOW TABLES') as $row) {
            $table = (string) array_values((array) $row)[0];
            $table === 'migrations' || DB::table($table)->delete();
        }
        DB::statement('SET FOREIGN_KEY_CHECKS = 1');
        foreach (['drive', 'backup', 'pictures', 'deliveries', 'outputs', 'sheets', 'sent-out'] as $name) {
            exec('rm -rf '.escapeshellarg("{$this->folder}/{$name}"));
            mkdir("{$this->folder}/{$name}", 0700);
        }
        $before = $this->studio->id;
        $this->studio = Studio::query()->create(['name' => 'Quay Pictures']);
        $this->member = $this->studio
            ->members()
            ->create([
                'name' => 'Owner',
                'email' => 'owner@quay.example',
                'password' => 'a good password',
                'role' => 'owner',
            ]);
        rename("{$this->folder}/archive/{$before}", "{$this->folder}/archive/{$this->studio->id}");
        $this->actingAs($this->member);
    }

    public function test_the_bag_is_what_the_rfc_wants_and_sha512sum_finds_every_file_as_listed(): void
    {
        $this->work();
        $before = [$this->tree("{$this->folder}/drive"), $this->tree("{$this->folder}/backup")];
        $bag = $this->archive();
        $folder = $bag->folder()->path;
        foreach (['manifest-sha512.txt', 'tagmanifest-sha512.txt'] as $manifest) {
            exec('cd '.escapeshellarg($folder)." && sha512sum -c --quiet --strict {$manifest} 2>&1", $said, $code);
            self::assertSame(0, $code, implode("\n", $said));
        }
        // 2.1: the base holds the declaration, manifests and data; 2.2.2: Payload-Oxum as find counts it.
        self::assertSame(
            ['bag-info.txt', 'bagit.txt', 'data', 'manifest-sha512.txt', 'tagmanifest-sha512.txt'],
            array_values(array_diff(scandir($folder) ?: [], ['.', '..'])),
        );
        self::assertSame(
            "BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n",
            file_get_contents("{$folder}/bagit.txt"),
        );
        $files = (int) shell_exec('find '.escapeshellarg("{$folder}/data").' -type f | wc -l');
        $bytes = (int) shell_exec(
            'find '.escapeshellarg("{$folder}/data").' -type f -printf "%s\n" | awk "{s+=\\$1} END {print s+0}"',
        );
        self::assertStringContainsString(
            "Payload-Oxum: {$bytes}.{$files}\n",
            (string) file_get_contents("{$folder}/bag-info.txt"),
        );
        self::assertSame($files, substr_count((string) file_get_contents("{$folder}/manifest-sha512.txt"), "\n"));
        foreach (CardFile::query()->get() as $file) {
            self::assertSame($file->hash, hash_file('xxh128', "{$folder}/data/originals/{$file->destination}"));
        }
        self::assertCount(1, glob("{$folder}/data/selections/*.json") ?: []);
        self::assertCount(2, glob("{$folder}/data/deliveries/*.json") ?: []);
        self::assertCount(1, glob("{$folder}/data/sheets/*.pdf") ?: []);
        self::assertSame(4, count(glob("{$folder}/data/originals/*/*/*/*/*/*.xmp") ?: []));
        $record = ShootRecord::read((string) file_get_contents("{$folder}/data/shoot.json"));
        foreach (
            array_diff(array_keys(ShootTables::OWNED), [
                'upload_links',
                'ties',
                'clocks',
                'clock_changes',
                'roster_people',
                'moment_edits',
                'guest_ratings',
                'sets',
                'set_frames',
                'returned_files',
                'rounds',
                'round_frames',
            ]) as $table
        ) {
            self::assertNotSame([], $record['tables'][$table], "{$table} is empty in the record");
        }
        self::assertStringNotContainsString(
            (string) $this->member->password,
            (string) file_get_contents("{$folder}/data/shoot.json"),
        );
        // Nothing else was touched, and the ledger counts the bag as a place.
        self::assertSame($before, [$this->tree("{$this->folder}/drive"), $this->tree("{$this->folder}/backup")]);
        self::assertSame(8, Copy::query()->where('place', $bag->place())->count());
        $this->get("/shoots/{$this->shoot->id}/archive")
            ->assertOk()
            ->assertSee('read and found whole')
            ->assertSee('all of them may go');
        $this->get('/archive')->assertOk()->assertSee('Harbour day');
        $this->get('/')->assertSee('archived');
    }

    /** Every table that has to do with a shoot is in the record, or left out for a reason. */
    public function test_no_table_of_shoots_is_forgotten(): void
    {
        $references = (new References())->all();
        $reached = ['shoots' => true];
        do {
            $count = count($reached);
            foreach ($references as $table => $columns) {
                if (array_intersect($columns, array_keys($reached)) !== []) {
                    $reached[$table] = true;
                }
            }
        } while (count($reached) > $count);
        unset($reached['shoots']);
        self::assertSame(
            [],
            array_values(array_diff(array_keys($reached), array_keys(ShootTables::OWNED), ShootTables::LEFT_OUT)),
        );
        foreach (ShootTables::OWNED as $table => [$column, $owner]) {
            self::assertContains($column, (new References())->columns($table));
            self::assertTrue(
                $owner === 'shoots' ||
                    array_search($owner, array_keys(ShootTables::OWNED), true) <
                        array_search($table, array_keys(ShootTables::OWNED), true),
                "{$table} before {$owner}",
            );
        }
    }

    public function test_archived_wiped_and_taken_in_again_with_nothing_missing(): void
    {
        $this->work();
        $bag = $this->archive();
        $before = ShootRecord::read((string) file_get_contents($bag->folder()->path.'/data/shoot.json'));
        $link = Gallery::query()->firstOrFail()->shares()->firstOrFail()->path();
        $originals = array_filter(
            $this->tree("{$this->folder}/drive"),
            fn (string $path): bool => ! str_contains($path, '.kanpai'),
            ARRAY_FILTER_USE_KEY,
        );
        // The small pictures that served until the previews were made are named by no row any more.
        $pictures = array_filter(
            array_map(fn (string $said): string => explode(' ', $said)[0], $this->tree("{$this->folder}/pictures")),
            fn (string $path): bool => ! str_ends_with($path, '-e.jpg'),
            ARRAY_FILTER_USE_KEY,
        );
        $this->emptyInstallation();
        self::assertSame(0, Frame::query()->count());
        DB::table('colour_cubes')->delete();
        $this->get('/archive')->assertOk()->assertSee('a bag of which nothing is known here');
        $taken = $this->takeIn($bag->name);
        self::assertSame([BagState::Checked, null], [$taken->state, $taken->problem]);
        $shoot = Shoot::query()->sole();
        self::assertSame(
            ['Harbour day', 'Harbour Office', '2026-09-05', $before['shoot']['uuid']],
            [$shoot->name, $shoot->client, $shoot->held_on->format('Y-m-d'), $shoot->uuid],
        );

        self::assertSame(
            array_column($before['shared']['colour_cubes'], 'hash'),
            DB::table('colour_cubes')->pluck('hash')->all(),
        );
        self::assertCount(1, $before['shared']['colour_cubes']);

        // Row for row what it was, but for what says where things are on this machine.
        $after = ShootRecord::read(app(ShootRecord::class)->of($shoot, []));
        foreach (array_diff(array_keys(ShootTables::OWNED), ShootTables::OF_THE_DISK) as $table) {
            self::assertSame($this->bare($before['tables'][$table]), $this->bare($after['tables'][$table]), $table);
        }
        self::assertSame(
            array_map(fn (string $said): string => explode(' ', $said)[0], $originals),
            array_map(fn (string $said): string => explode(' ', $said)[0], $this->tree("{$this->folder}/drive")),
        );
        self::assertSame($originals, $this->tree("{$this->folder}/backup"), 'another time, or another content');
        self::assertSame(
            $pictures,
            array_map(fn (string $said): string => explode(' ', $said)[0], $this->tree("{$this->folder}/pictures")),
        );

        // And it works: cards are safe, the guest's link opens, an output is written from what came back.
        $this->shoot = $shoot;
        self::assertTrue($this->frames()[0]->card->safety()->isSafeToFormat());
        $this->get("/shoots/{$shoot->id}/cull/frames")
            ->assertOk()
            ->assertSee($this->frames()[0]->name);
        $this->get("/shoots/{$shoot->id}/captions")->assertOk();
        $this->get("/galleries/{$before['tables']['galleries'][0]['id']}")
            ->assertOk()
            ->assertSee('Lovely');
        $this->get("/shoots/{$shoot->id}/proof")
            ->assertOk()
            ->assertSee($link);
        auth()->logout();
        $this->get($link)->assertStatus(401);
        $this->post("{$link}/password", ['password' => 'anchor light'])->assertRedirect();
        $this->get($link)->assertOk()->assertSee('Proofs');
        $this->actingAs($this->member)
            ->post("/shoots/{$shoot->id}/deliveries?verdict=", ['ways' => ['jpegs']])
            ->assertSessionHasNoErrors();
        self::assertNotNull(Delivery::query()->orderByDesc('id')->firstOrFail()->made_at);
        self::assertNotNull(
            Delivery::query()->orderBy('id')->firstOrFail()->freed_at,
            'files that are no part of the bag are said to be there',
        );
        // Twice is refused.
        exec(
            'cp -a '.
                escapeshellarg($taken->folder()->path).
                ' '.
                escapeshellarg(dirname($taken->folder()->path).'/again'),
        );
        $again = $this->takeIn('again');
        self::assertSame([BagState::Refused, null], [$again->state, $again->shoot_id]);
        self::assertStringContainsString('is here already', (string) $again->problem);
        self::assertSame(1, Shoot::query()->count());
    }

    /** On an installation with shoots of its own, numbers move up, and what refers to them follows. */
    public function test_taken_in_beside_other_shoots_everything_refers_to_what_it_did(): void
    {
        $this->work();
        $bag = $this->archive();
        $before = ShootRecord::read((string) file_get_contents($bag->folder()->path.'/data/shoot.json'));
        $this->emptyInstallation();
        $this->shoot = $this->studio
            ->shoots()
            ->create([
                'name' => 'Another day',
                'client' => '',
                'venue' => '',
                'zone' => 'Europe/London',
                'held_on' => '2026-10-01',
            ]);
        DB::table('uses')->insert(['studio_id' => $this->studio->id, 'bit' => 5, 'name' => 'taken']);
        // Its frames have higher numbers than those in the bag.
        $this->pushCard('ivo', 3);
        $this->copyCard($this->readCard('ivo'));
        $others = Frame::of($this->shoot)->orderBy('id')->get()->toArray();
        $taken = $this->takeIn($bag->name);
        self::assertSame([BagState::Checked, null], [$taken->state, $taken->problem]);
        self::assertSame($others, Frame::of($this->shoot)->orderBy('id')->get()->toArray());
        $shoot = $taken->shoot ?? self::fail('no shoot');
        $moved = (int) Frame::of($shoot)->min('id') - $before['tables']['frames'][0]['id'];
        self::assertGreaterThan(0, $moved);
        self::assertSame(
            array_map(
                fn (int $id): int => $id + $moved,
                json_decode((string) $before['tables']['delivery_parts'][0]['frames']),
            ),
            \App\Deliver\DeliveryPart::query()->orderBy('id')->firstOrFail()->frames,
        );
        $blog = Output::query()->where('name', 'Blog')->firstOrFail();
        self::assertContains(
            "output:{$blog->id}",
            \App\Deliver\DeliveryPart::query()->orderBy('id')->firstOrFail()->ways,
        );
        $gallery = Gallery::query()->firstOrFail();
        parse_str((string) $gallery->source, $source);
        self::assertSame(Frame::of($shoot)->firstOrFail()->body_id, (int) $source['body']);
        self::assertSame(
            Frame::of($shoot)->orderBy('id')->firstOrFail()->version?->name ??
                \App\Frames\Version::query()->where('number', 2)->firstOrFail()->name,
            \App\Frames\Version::query()->findOrFail(
                Frame::of($shoot)->whereNotNull('version_id')->firstOrFail()->version_id,
            )->name,
        );
        $original = \App\Deliver\DeliveryFile::query()->where('way', 'like', 'original:%')->firstOrFail();
        self::assertSame($original->hash, CardFile::query()->findOrFail((int) substr($original->way, 9))->hash);
        $this->get("/deliveries/{$original->delivery_id}")->assertOk();
        self::assertSame(
            [],
            DB::select(
                'SELECT f.id FROM files f LEFT JOIN frames r ON r.id = f.frame_id WHERE f.frame_id IS NOT NULL '.
                    'AND r.id IS NULL',
            ),
        );
    }

    public function test_the_working_copy_goes_where_the_ledger_allows_and_stays_where_it_does_not(): void
    {
        $this->work();
        $plan = fn (): array => array_column(FreeCopies::plan($this->shoot), 'mayGo', 'place');
        self::assertSame(['backup' => 0, 'drive' => 0], $plan());
        $this->post("/shoots/{$this->shoot->id}/archive/free", [
            'place' => 'drive',
            'name' => 'Harbour day',
        ])->assertSessionHasErrors('place');
        $bag = $this->archive();
        self::assertSame(['backup' => 8, $bag->place() => 0, 'drive' => 8], $plan());
        $this->post("/shoots/{$this->shoot->id}/archive/free", [
            'place' => 'drive',
            'name' => 'Harbor day',
        ])->assertSessionHasErrors('name');
        // One file is damaged in the other place: its copy stays.
        $file = CardFile::query()->firstOrFail();
        Copy::query()
            ->where(['file_id' => $file->id, 'place' => 'backup'])
            ->update(['hash' => str_repeat('0', 32)]);
        $this->post("/shoots/{$this->shoot->id}/archive/free", [
            'place' => 'drive',
            'name' => 'Harbour day',
        ])->assertSessionHasNoErrors();
        $left = array_values(
            array_filter(
                array_keys($this->tree("{$this->folder}/drive")),
                fn (string $path): bool => ! str_ends_with($path, '.xmp'),
            ),
        );
        self::assertSame([$file->destination], $left);
        self::assertStringContainsString(
            '1 file stayed',
            (string) Task::latest($this->shoot, 'free')?->problem,
        );
        self::assertSame(
            2,
            (int) Copy::query()
                ->where('file_id', '<>', $file->id)
                ->groupBy('file_id')
                ->selectRaw('COUNT(*) AS n')
                ->get()
                ->min('n'),
        );
        self::assertTrue($this->frames()[1]->card->safety()->verified >= 7);
        // Nothing more may go, not even from the other place; what is read is read from the bag.
        self::assertSame(0, $plan()['backup']);
        exec('rm -rf '.escapeshellarg("{$this->folder}/backup"));
        $this->post("/shoots/{$this->shoot->id}/deliveries?verdict=", [
            'ways' => ['originals'],
        ])->assertSessionHasNoErrors();
        self::assertNotNull(
            Delivery::query()->orderByDesc('id')->firstOrFail()->made_at,
            (string) Delivery::query()->orderByDesc('id')->firstOrFail()->task()?->problem,
        );
        $this->post("/shoots/{$this->shoot->id}/archive/free", [
            'place' => $bag->place(),
            'name' => 'Harbour day',
        ])->assertSessionHasErrors('place');
        // Nothing is ever written into a bag.
        $tree = $this->tree($bag->folder()->path);
        $this->caption(['headline' => 'Another word']);
        self::assertSame($tree, $this->tree($bag->folder()->path));
    }

    public function test_two_places_freed_at_once_leave_as_many_copies_as_the_studio_wants(): void
    {
        $this->pushCard('mara-long', 4, 11);
        $this->copyCard($this->readCard('mara-long'));
        $bag = $this->archive();
        $this->atOnce(
            array_map(
                function (string $place): string {
                    $id = Task::open($this->shoot, 'free', 'Deleting', 'files', 8)->id;

                    return "\$task = App\\Studio\\Task::query()->findOrFail({$id}); for (\$i = 0; \$i < 20 && ! ".
                        "\$task->refresh()->state->isOver(); \$i++) { (new App\\Archive\\FreeCopies({$id}, ".
                        "'{$place}'))->handle(); usleep(100000); }";
                },
                ['drive', 'backup'],
            ),
        );
        self::assertSame(
            array_fill(0, 8, 2),
            array_map(
                intval(...),
                Copy::query()->groupBy('file_id')->selectRaw('COUNT(*) AS n')->toBase()->pluck('n')->all(),
            ),
        );
        foreach (Copy::query()->with('file')->get() as $copy) {
            self::assertFileExists(
                ($copy->place === $bag->place()
                    ? $bag->folder()->path.'/data/originals'
                    : "{$this->folder}/{$copy->place}")."/{$copy->file->destination}",
            );
        }
    }

    public function test_only_the_owner_frees_and_strangers_see_nothing(): void
    {
        $this->pushCard('mara-long', 1, 11);
        $this->copyCard($this->readCard('mara-long'));
        $bag = $this->archive();
        $editor = $this->studio
            ->members()
            ->create([
                'name' => 'Ed',
                'email' => 'ed@quay.example',
                'password' => 'a good password',
                'role' => 'editor',
            ]);
        $this->actingAs($editor)
            ->post("/shoots/{$this->shoot->id}/archive/free", ['place' => 'drive', 'name' => 'Harbour day'])
            ->assertForbidden();
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->actingAs($stranger)
            ->post("/bags/{$bag->id}/check")
            ->assertNotFound();
        $this->get("/shoots/{$this->shoot->id}/archive")->assertNotFound();
        $this->get('/archive')->assertDontSee($bag->name);
        $this->post('/archive', ['bag' => $bag->name])->assertSessionHasErrors('bag');
        $this->post('/archive', ['bag' => '../1/'.$bag->name])->assertSessionHasErrors('bag');
    }

    public function test_a_bag_with_a_byte_changed_a_file_missing_one_more_or_a_path_that_climbs_out_brings_nothing(): void
    {
        $this->pushCard('mara-long', 2, 11);
        $this->copyCard($this->readCard('mara-long'));
        $bag = $this->archive();
        $good = $bag->folder()->path;
        $this->emptyInstallation();
        $good = "{$this->folder}/archive/{$this->studio->id}/{$bag->name}";
        $original = (glob("{$good}/data/originals/*/*/*/*/*/*.DNG") ?: self::fail('no raw'))[0];
        $below = substr($original, strlen($good) + 1);
        $ways = [
            'changed' => [fn (string $folder) => $this->flip("{$folder}/{$below}"), 'A file is not as it was'],
            'missing' => [fn (string $folder) => unlink("{$folder}/{$below}"), 'A file is missing'],
            'more' => [fn (string $folder) => file_put_contents("{$folder}/data/extra.txt", 'x'), 'no manifest names'],
            'climbing' => [
                fn (string $folder) => file_put_contents(
                    "{$folder}/manifest-sha512.txt",
                    str_repeat('a', 128)."  data/../../../owned.txt\n",
                    FILE_APPEND,
                ),
                'leads out of the bag',
            ],
            'linked' => [
                fn (string $folder) => unlink("{$folder}/{$below}") && symlink('/etc/hostname', "{$folder}/{$below}"),
                'leads out of the bag',
            ],
            'oxum' => [
                fn (string $folder) => file_put_contents(
                    "{$folder}/bag-info.txt",
                    (string) preg_replace(
                        '/Payload-Oxum: \d+/',
                        'Payload-Oxum: 1',
                        (string) file_get_contents("{$folder}/bag-info.txt"),
                    ),
                ) && unlink("{$folder}/tagmanifest-sha512.txt"),
                'bytes.files',
            ],
            'manifest' => [fn (string $folder) => $this->flip("{$folder}/manifest-sha512.txt"), 'not as it was'],
            'undeclared' => [fn (string $folder) => file_put_contents("{$folder}/bagit.txt", 'hello'), 'bagit.txt'],
            'climbing record' => [
                fn (string $folder) => $this->rewrite(
                    $folder,
                    fn (string $json): string => (string) preg_replace(
                        '/"destination":"[^"]+"/',
                        '"destination":"../../../owned.txt"',
                        (string) preg_replace('/^"originals": .*$/m', '"originals": {},', $json),
                        1,
                    ),
                ),
                'leads out of the bag',
            ],
            'record with a strange number' => [
                fn (string $folder) => $this->rewrite(
                    $folder,
                    fn (string $json): string => (string) preg_replace(
                        '/("id":\d+,"uuid":")[^"]+/',
                        '$1../../pictures',
                        $json,
                        1,
                    ),
                ),
                'leads out of the bag',
            ],
            'record' => [
                fn (string $folder) => $this->rewrite($folder, fn (): string => '{"kanpai": 99}'),
                'shoot.json cannot be read',
            ],
        ];
        foreach ($ways as $name => [$harm, $words]) {
            $folder = dirname($good)."/{$name}";
            exec('cp -a '.escapeshellarg($good).' '.escapeshellarg($folder));
            $harm($folder);
            $taken = $this->takeIn($name);
            self::assertSame(BagState::Refused, $taken->state, $name);
            self::assertStringContainsString($words, (string) $taken->problem, $name);
            self::assertSame(
                [0, 0, 0],
                [Shoot::query()->count(), Frame::query()->count(), count(glob("{$this->folder}/drive/*") ?: [])],
                $name,
            );
            $this->get('/archive')->assertSee((string) $taken->problem);
        }
        self::assertFileDoesNotExist("{$this->folder}/owned.txt");
        self::assertSame(BagState::Checked, $this->takeIn($bag->name)->state, 'the good one comes in');
    }

    public function test_a_bag_that_was_damaged_later_is_found_out_and_its_copies_count_no_more(): void
    {
        $this->pushCard('mara-long', 1, 11);
        $this->copyCard($this->readCard('mara-long'));
        $bag = $this->archive();
        self::assertSame(2, Copy::query()->where('place', $bag->place())->count());
        $this->flip((glob($bag->folder()->path.'/data/originals/*/*/*/*/*/*.JPG') ?: self::fail('no file'))[0]);
        $this->post("/bags/{$bag->id}/check")->assertRedirect();
        self::assertSame(BagState::Damaged, $bag->refresh()->state);
        self::assertSame(0, Copy::query()->where('place', $bag->place())->count());
        self::assertSame([0, 0], array_column(FreeCopies::plan($this->shoot), 'mayGo'));
        $this->get("/shoots/{$this->shoot->id}/archive")->assertSee('A file is not as it was');
        $this->get('/')->assertSee('Look at the damaged archive');
    }

    public function test_a_bag_that_was_broken_off_goes_on_and_copies_nothing_twice(): void
    {
        $this->work();
        \Illuminate\Support\Facades\Queue::fake();
        $bag = app(Archiving::class)->start($this->shoot);
        $contents = app(\App\Archive\BagContents::class);
        foreach (array_slice($contents->entries($this->shoot), 0, 5) as $entry) {
            self::assertTrue($bag->folder()->put($entry['sources'][0], $entry['path'], $entry['hash']));
        }
        // Killed while a file was written, and while a line was.
        file_put_contents($bag->folder()->path.'/data/originals/.kanpai-half.part', 'half');
        file_put_contents($bag->folder()->path.'/manifest-sha512.txt.part', 'abcdef', FILE_APPEND);
        $first = array_key_first($bag->folder()->soFar());
        $inode = fileinode($bag->folder()->path.'/'.$first);
        self::assertCount(5, $bag->folder()->soFar());
        file_put_contents(
            $bag->folder()->path.'/manifest-sha512.txt.part',
            substr((string) file_get_contents($bag->folder()->path.'/manifest-sha512.txt.part'), 0, -6),
        );
        $task = $bag->task() ?? self::fail('no task');
        for ($i = 0; $i < 10 && ! $task->refresh()->state->isOver(); $i++) {
            (new MakeBag($task->id))->handle();
        }
        self::assertSame(TaskState::Done, $task->state);
        clearstatcache();
        self::assertSame($inode, fileinode($bag->folder()->path.'/'.$first));
        exec(
            'cd '.escapeshellarg($bag->folder()->path).' && sha512sum -c --quiet --strict manifest-sha512.txt 2>&1',
            $said,
            $code,
        );
        self::assertSame(0, $code, implode("\n", $said));
        $bag->folder()->complete();
    }

    public function test_what_is_not_copied_or_damaged_everywhere_is_not_archived_and_said(): void
    {
        $this->pushCard('mara-long', 1, 11);
        $card = $this->readCard('mara-long');
        $this->post("/shoots/{$this->shoot->id}/archive");
        self::assertStringContainsString('is not copied yet', (string) Bag::query()->firstOrFail()->problem);
        $this->copyCard($card);
        $file = CardFile::query()->firstOrFail();
        foreach (['drive', 'backup'] as $place) {
            $this->flip("{$this->folder}/{$place}/{$file->destination}");
        }
        $this->post("/shoots/{$this->shoot->id}/archive");
        self::assertStringContainsString('has no copy within reach', (string) Bag::query()->firstOrFail()->problem);
        $this->flip("{$this->folder}/backup/{$file->destination}");
        $this->get("/shoots/{$this->shoot->id}/archive")->assertSee('Go on archiving');
        $this->archive();
        self::assertSame(1, Bag::query()->count());
    }

    /** Another record in a bag that is whole otherwise. */
    private function rewrite(string $folder, callable $change): void
    {
        $json = $change((string) file_get_contents("{$folder}/data/shoot.json"));
        file_put_contents("{$folder}/data/shoot.json", $json);
        file_put_contents(
            "{$folder}/manifest-sha512.txt",
            (string) preg_replace(
                '~^[0-9a-f]{128}  data/shoot\.json$~m',
                hash('sha512', $json).'  data/shoot.json',
                (string) file_get_contents("{$folder}/manifest-sha512.txt"),
            ),
        );
        unlink("{$folder}/tagmanifest-sha512.txt");
        unlink("{$folder}/bag-info.txt");
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @return list<array<string, mixed>> without what belongs to the machine and to its members
     */
    private function bare(array $rows): array
    {
        return array_map(
            fn (array $row): array => array_diff_key(
                $row,
                array_flip([
                    'studio_id',
                    'shoot_id',
                    'slot',
                    'seen',
                    'freed_at',
                    'stored',
                    'member_id',
                    'safe_at',
                    'state',
                    'updated_at',
                    'last_shooter',
                ]),
            ),
            $rows,
        );
    }

    private function flip(string $path): void
    {
        $bytes = (string) file_get_contents($path);
        $bytes[intdiv(strlen($bytes), 2)] = chr(ord($bytes[intdiv(strlen($bytes), 2)]) ^ 1);
        file_put_contents($path, $bytes);
    }
}
