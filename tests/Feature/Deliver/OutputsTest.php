<?php

declare(strict_types=1);

namespace Tests\Feature\Deliver;

use App\Deliver\Output;
use App\Deliver\OutputFile;
use App\Deliver\OutputRun;
use App\Deliver\WriteOutputs;
use App\Studio\Task;
use App\Studio\WorkPlan;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/**
 * Files written in several ways: sizes, kinds and tags as exiftool (Debian) reads them; what is written again and what
 * not.
 */
final class OutputsTest extends FeatureTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('mara-long', 3, 3);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
        $this->caption(['headline' => 'Final', 'persons' => 'Ada Fenn', 'copyright' => '© 2026 Mara Quill']);
        $this->actingAs($this->member)
            ->get("/shoots/{$this->shoot->id}/outputs")
            ->assertOk()
            ->assertSee('Social with mark');
    }

    /**
     * @param  list<string>  $names
     * @return array<string, list<string>> output => paths of its files, in order
     */
    private function write(array $names, string $query = '?verdict='): array
    {
        $ids = Output::query()->whereIn('name', $names)->pluck('id')->all();
        $this->post("/shoots/{$this->shoot->id}/outputs/run{$query}", ['outputs' => $ids])
            ->assertSessionHasNoErrors()
            ->assertRedirect();
        $paths = [];
        foreach (
            OutputFile::query()->whereIn('output_id', $ids)->orderBy('output_id')->orderBy('path')->get() as $file
        ) {
            $paths[
                (string) Output::query()->findOrFail($file->output_id)->name
            ][] = "{$this->folder}/outputs/{$file->path}";
        }

        return $paths;
    }

    private function task(): Task
    {
        return WriteOutputs::latest(OutputRun::query()->orderByDesc('id')->firstOrFail()) ?? self::fail('no task');
    }

    /** @param  array<string, mixed>  $said */
    private function save(array $said, string $name = 'Mine'): \Illuminate\Testing\TestResponse
    {
        return $this->post("/shoots/{$this->shoot->id}/outputs", [
            'name' => $name,
            'rule' => 'longest',
            'width' => '600',
            'format' => 'jpeg',
            'file' => '{{original}}',
            ...$said,
        ]);
    }

    /** @return array<string, mixed> */
    private function tags(string $path): array
    {
        return json_decode(
            (string) shell_exec('exiftool -j -G1 -a '.escapeshellarg($path)),
            true,
            16,
            JSON_THROW_ON_ERROR,
        )[0];
    }

    public function test_the_six_a_studio_starts_with(): void
    {
        $written = $this->write(['Full size', 'Print 8 × 10 in', 'Web 2,400 px', 'Social with mark', 'Blog', 'Proof']);
        self::assertSame([3, 3, 3, 3, 3, 3], array_values(array_map(count(...), $written)));
        $frame = $this->frames()[0];
        // The demo's test frames have 900 pixels on the longest side, so nothing is made larger.
        $of = fn (string $name): array => array_slice(getimagesize($written[$name][0]) ?: [], 0, 3);
        self::assertSame([$frame->width, $frame->height, IMAGETYPE_JPEG], $of('Full size'));
        self::assertSame(IMAGETYPE_WEBP, $of('Blog')[2]);
        self::assertLessThanOrEqual(400_000, filesize($written['Blog'][0]));
        self::assertMatchesRegularExpression(
            '~/outputs/\d+/harbour-day-\d+/Full size/Harbour day 001 \w+\.jpg$~',
            $written['Full size'][0],
        );
        $tags = $this->tags($written['Full size'][0]);
        self::assertSame(
            ['Final', 'Ada Fenn', 'sRGB'],
            [
                $tags['XMP-photoshop:Headline'],
                $tags['XMP-iptcExt:PersonInImage'],
                substr((string) ($tags['ICC_Profile:ProfileDescription'] ?? ''), 0, 4),
            ],
        );
        self::assertSame(
            $frame->taken_ms,
            (int) ((float) strtotime(
                (string) preg_replace(
                    '/^(\d+):(\d+):/',
                    '$1-$2-',
                    substr((string) $tags['XMP-exif:DateTimeOriginal'], 0, 19),
                ).' Europe/London',
            ) * 1000) + (int) round(1000 * (float) ('0.'.$tags['ExifIFD:SubSecTimeOriginal'])),
        );
        // Quality as exiftool tells it from the quantisation tables.
        self::assertSame(
            ['94', '94', '86', '84', '78'],
            array_map(
                fn (string $name): string => trim(
                    (string) shell_exec('exiftool -s3 -JPEGQualityEstimate '.escapeshellarg($written[$name][0])),
                ),
                ['Full size', 'Print 8 × 10 in', 'Web 2,400 px', 'Social with mark', 'Proof'],
            ),
        );
        $social = $this->tags($written['Social with mark'][0]);
        self::assertSame(
            ['© 2026 Mara Quill', null, null],
            [
                $social['XMP-dc:Rights'] ?? null,
                $social['XMP-photoshop:Headline'] ?? null,
                $social['XMP-iptcExt:PersonInImage'] ?? null,
            ],
        );
        self::assertSame(
            0,
            preg_match('/GPS|SerialNumber|MakerNotes/', json_encode([$tags, $social], JSON_THROW_ON_ERROR)),
        );
        self::assertNotSame(md5_file($written['Proof'][0]), md5_file($written['Full size'][0]));
        self::assertSame('done', $this->task()->state->value);
        $this->get("/shoots/{$this->shoot->id}/outputs")->assertSee('3 written');
    }

    /** @return iterable<string, array{array<string, mixed>, callable(array<string, mixed>, string): mixed, mixed}> */
    public static function ways(): iterable
    {
        yield 'a TIFF' => [['format' => 'tiff'], fn (array $tags) => $tags['File:FileType'], 'TIFF'];
        yield 'shortest side' => [
            ['rule' => 'shortest', 'width' => '200'],
            fn (array $tags) => min($tags['File:ImageWidth'], $tags['File:ImageHeight']),
            200,
        ];
        yield 'per cent' => [
            ['rule' => 'percent', 'width' => '50'],
            fn (array $tags) => max($tags['File:ImageWidth'], $tags['File:ImageHeight']),
            450,
        ];
        yield 'enlarged' => [
            ['width' => '1350', 'enlarges' => '1'],
            fn (array $tags) => max($tags['File:ImageWidth'], $tags['File:ImageHeight']),
            1350,
        ];
        yield 'not enlarged' => [
            ['width' => '1350'],
            fn (array $tags) => max($tags['File:ImageWidth'], $tags['File:ImageHeight']),
            900,
        ];
        yield 'within' => [
            ['rule' => 'within', 'width' => '300', 'height' => '300'],
            fn (array $tags) => max($tags['File:ImageWidth'], $tags['File:ImageHeight']),
            300,
        ];
        yield 'no metadata' => [
            ['metadata' => 'none'],
            fn (array $tags) => array_filter(
                array_keys($tags),
                fn (string $tag): bool => preg_match('/^(XMP|IPTC|IFD0:Copyright|ExifIFD:DateTime)/', $tag) === 1,
            ),
            [],
        ];
        yield 'a limit' => [
            ['most_kb' => '30', 'quality' => '95', 'metadata' => 'none'],
            fn (array $tags, string $path) => filesize($path) <= 30_000,
            true,
        ];
    }

    /** @param  array<string, mixed>  $said */
    #[DataProvider('ways')]
    public function test_a_way_of_writing_is_kept_to(array $said, callable $asked, mixed $expected): void
    {
        $this->save($said)->assertSessionHasNoErrors();
        $path = $this->write(['Mine'])['Mine'][0];
        self::assertSame($expected, $asked($this->tags($path), $path));
    }

    public function test_unchanged_files_are_not_written_again_and_changed_ones_are(): void
    {
        $this->save([]);
        $first = $this->write(['Mine'])['Mine'];
        $inodes = array_map(fileinode(...), $first);
        self::assertSame($inodes, array_map(fileinode(...), $this->write(['Mine'])['Mine']));
        $frame = $this->frames()[1];
        DB::table('captions')
            ->where('frame_id', $frame->id)
            ->update(['fields' => json_encode(['headline' => 'Another'])]);
        unlink($first[2]);
        clearstatcache();
        $again = array_map(fileinode(...), $this->write(['Mine'])['Mine']);
        self::assertSame($inodes[0], $again[0]);
        self::assertNotSame($inodes[1], $again[1]);
        self::assertFileExists($first[2]);
        // Another name takes the place of the old one.
        Output::query()
            ->where('name', 'Mine')
            ->update(['file' => 'final {{number}}']);
        self::assertStringEndsWith('final 001.jpg', $this->write(['Mine'])['Mine'][0]);
        self::assertFileDoesNotExist($first[0]);
        self::assertSame([], glob(dirname($first[0]).'/.*.part*') ?: []);
    }

    public function test_a_pattern_that_makes_every_name_the_same_numbers_them_apart(): void
    {
        $this->save(['file' => 'picture']);
        self::assertSame(
            ['picture-2.jpg', 'picture-3.jpg', 'picture.jpg'],
            array_map(basename(...), $this->write(['Mine'])['Mine']),
        );
    }

    public function test_a_shared_folder_and_only_what_is_meant(): void
    {
        $this->save(['is_shared' => '1', 'folder' => 'best/{{year}}']);
        $this->step([$this->frames()[2]->id => ['rating' => 5]]);
        $written = $this->write(['Mine'], '?rating=5')['Mine'];
        self::assertCount(1, $written);
        self::assertStringContainsString('/shared/best/2026/', $written[0]);
    }

    public function test_a_run_that_was_killed_goes_on_where_it_stood_and_one_that_is_stopped_stops(): void
    {
        $this->save([]);
        config(['queue.default' => 'null']);
        $ids = array_map(intval(...), $this->frames()->pluck('id')->all());
        $run = OutputRun::start($this->shoot, [Output::query()->where('name', 'Mine')->firstOrFail()->id], $ids);
        $task = $this->task();
        // A worker died after the second file, before it could say so.
        WorkPlan::of($task)->make([
            ...array_map(
                fn (int $id): array => [
                    'frame' => $id,
                    'paths' => [$run->outputs[0] => $run->paths($this->frames())[$run->outputs[0]][$id]],
                ],
                $ids,
            ),
        ]);
        foreach (WorkPlan::of($task)->from(0) as $byte => $step) {
            break;
        }
        $task->note([
            'byte' => $byte ?? 0,
            'steps' => 1,
            'failed' => 1,
            'problems' => ['Frame 0 could not be read.'],
        ]);
        (new WriteOutputs($task->id))->handle();
        self::assertSame([2, 'done'], [OutputFile::query()->count(), $task->refresh()->state->value]);
        self::assertStringContainsString('1 frame could not be written. Frame 0', (string) $task->problem);
        $second = OutputRun::start($this->shoot, $run->outputs, $ids);
        $stopped = $this->task();
        $stopped->stop();
        (new WriteOutputs($stopped->id))->handle();
        self::assertSame([$second->id, 2], [$stopped->subject_id, OutputFile::query()->count()]);
    }

    public function test_a_damaged_copy_is_not_written_and_the_others_are(): void
    {
        $this->save([]);
        $frame = $this->frames()[0];
        $file = (string) DB::table('files')->where('frame_id', $frame->id)->where('kind', 'jpeg')->value('destination');
        foreach (['drive', 'backup'] as $place) {
            file_put_contents("{$this->folder}/{$place}/{$file}", 'damaged');
        }
        self::assertCount(2, $this->write(['Mine'])['Mine']);
        self::assertStringContainsString($frame->name, (string) $this->task()->problem);
        $this->get("/shoots/{$this->shoot->id}/outputs")->assertSee('1 frame could not be written');
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function wrong(): iterable
    {
        yield 'no name' => [['name' => ''], 'name'];
        yield 'a name that is taken' => [['name' => 'Proof'], 'name'];
        yield 'no size' => [['width' => ''], 'width'];
        yield 'a size of letters' => [['width' => 'large'], 'width'];
        yield 'a quality of 500' => [['quality' => '500'], 'quality'];
        yield 'two kilobytes' => [['most_kb' => '2'], 'most_kb'];
        yield 'a small TIFF' => [['format' => 'tiff', 'most_kb' => '500'], 'most_kb'];
        yield 'another format' => [['format' => 'bmp'], 'format'];
        yield 'a placeholder that is none' => [['file' => '{{wish}}'], 'file'];
        yield 'a folder that climbs out' => [['folder' => '../../etc'], 'folder'];
    }

    /** @param  array<string, mixed>  $said */
    #[DataProvider('wrong')]
    public function test_what_cannot_be_written_is_said_at_its_field(array $said, string $field): void
    {
        $this->save($said)->assertSessionHasErrors($field);
        self::assertSame(6, Output::query()->where('studio_id', $this->studio->id)->count());
    }

    public function test_outputs_belong_to_the_studio_and_nothing_runs_on_nothing(): void
    {
        $address = "/shoots/{$this->shoot->id}/outputs";
        $this->post("{$address}/run", ['outputs' => []])->assertSessionHasErrors('outputs');
        $this->post("{$address}/run?rating=5", ['outputs' => [Output::query()->value('id')]])->assertSessionHasErrors(
            'outputs',
        );
        $mine = Output::query()->where('name', 'Blog')->firstOrFail();
        $this->post("{$address}/{$mine->id}", [
            'name' => 'Diary',
            'rule' => 'full',
            'format' => 'jpeg',
            'file' => '{{original}}',
        ])->assertSessionHasNoErrors();
        self::assertSame('Diary', $mine->refresh()->name);
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->actingAs($stranger)->get($address)->assertNotFound();
        $theirs = $stranger->studio
            ->shoots()
            ->create(['name' => 'Theirs', 'zone' => 'Europe/London', 'held_on' => '2026-09-05']);
        $this->delete("/shoots/{$theirs->id}/outputs/{$mine->id}")->assertNotFound();
        $this->actingAs($this->member)
            ->delete("{$address}/{$mine->id}")
            ->assertRedirect();
        self::assertNull(Output::query()->find($mine->id));
    }

    public function test_the_last_run_is_removed_from_its_page_and_its_files_stay(): void
    {
        $written = $this->write(['Web 2,400 px']);
        $run = OutputRun::query()->orderByDesc('id')->firstOrFail();
        $this->get("/shoots/{$this->shoot->id}/outputs")->assertSee("/output-runs/{$run->id}\"", false);
        $this->delete("/output-runs/{$run->id}")->assertRedirect();
        self::assertNull($run->fresh());
        self::assertFileExists($written['Web 2,400 px'][0]);
        $this->get("/shoots/{$this->shoot->id}/outputs")->assertDontSee("/output-runs/{$run->id}\"", false);
    }

    public function test_two_runs_at_once_over_the_same_frames_write_each_file_whole_and_know_it_once(): void
    {
        $web = Output::query()->where('name', 'Web 2,400 px')->firstOrFail();
        $run = fn (): OutputRun => OutputRun::query()->create([
            'shoot_id' => $this->shoot->id,
            'outputs' => [$web->id],
            'frames' => $this->frames()->modelKeys(),
            'begun_at' => now(),
        ]);
        $task = fn (): int => Task::open($run(), 'outputs', 'Writing', 'frames', 3)->id;
        $said = $this->atOnce(
            array_map(
                fn (
                    int $id,
                ): string => "(new App\\Deliver\\WriteOutputs({$id}))->handle(); \$task = App\\Studio\\Task::query()->findOrFail({$id}); while (! \$task->refresh()->state->isOver()) { (new App\\Deliver\\WriteOutputs({$id}))->handle(); } echo \$task->state->value.\$task->problem;",
                [$task(), $task()],
            ),
        );
        self::assertSame(['done', 'done'], array_map(fn (string $one): string => substr($one, 0, 4), $said));
        $files = OutputFile::query()->where('output_id', $web->id)->get();
        self::assertCount(3, $files);
        foreach ($files as $file) {
            self::assertSame(
                [$file->hash, $file->bytes],
                [
                    hash_file('xxh128', "{$this->folder}/outputs/{$file->path}"),
                    filesize("{$this->folder}/outputs/{$file->path}"),
                ],
            );
        }
        self::assertSame([], glob("{$this->folder}/outputs/*/*/*/.*part*") ?: []);
    }
}
