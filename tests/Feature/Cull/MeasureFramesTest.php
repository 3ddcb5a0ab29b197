<?php

declare(strict_types=1);

namespace Tests\Feature\Cull;

use App\Cull\Measure\LookCloser;
use App\Cull\Measure\MeasureFrames;
use App\Frames\Frame;
use App\Imaging\Faces\FaceWorker;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Studio\Task;
use Illuminate\Support\Facades\DB;
use Tests\Feature\FeatureTestCase;

/** Frames are measured from their previews, whatever becomes of the face worker. */
final class MeasureFramesTest extends FeatureTestCase
{
    /** Of the card “mara-long”: where the crew at the rail begins, whose people are seen from near. */
    private const CREW = 11;

    public function test_frames_are_measured_once_their_previews_are_made(): void
    {
        config(['kanpai.measures' => true]);
        $this->pushCard('mara-long', 4, self::CREW);
        $card = $this->copyCard($this->readCard('mara-long'));
        $task = MeasureFrames::latest($this->shoot);
        self::assertSame(['done', 4, 4], [$task?->state->value, $task?->done, $task?->total]);
        $rows = DB::table('frame_measures')->get();
        self::assertCount(4, $rows);
        foreach ($rows as $row) {
            self::assertNull($row->problem);
            self::assertGreaterThan(0.2, $row->sharpness);
            self::assertSame((int) $row->faces, DB::table('faces')->where('frame_id', $row->frame_id)->count());
            self::assertSame(4, (int) $row->faces);
        }
        // Against what lens and body reach in the shoot.
        self::assertEqualsWithDelta(1.0, DB::table('frame_measures')->max('sharp'), 0.001);
        $lefts = DB::table('faces')->where('frame_id', $card->frames()->value('id'))->orderBy('number')->pluck('left');
        self::assertSame($lefts->sort()->values()->all(), $lefts->all());
    }

    public function test_more_frames_of_another_card_are_measured_and_no_frame_twice(): void
    {
        config(['kanpai.measures' => true]);
        $this->pushCard('mara-long', 2, self::CREW);
        $this->copyCard($this->readCard('mara-long'));
        $before = DB::table('frame_measures')->pluck('measured_at', 'frame_id')->all();
        $this->pushCard('ivo', 2);
        $this->copyCard($this->readCard('ivo'));
        self::assertCount(4, $after = DB::table('frame_measures')->pluck('measured_at', 'frame_id')->all());
        self::assertSame($before, array_intersect_key($after, $before));
        MeasureFrames::ofShoot($this->shoot);
        self::assertSame(2, Task::query()->where('kind', MeasureFrames::KIND)->count(), 'nothing is left to measure');
    }

    public function test_without_the_models_everything_else_is_measured_and_faces_follow(): void
    {
        $this->pushCard('mara-long', 2, self::CREW);
        $this->copyCard($this->readCard('mara-long'));
        $models = config('kanpai.models');
        config(['kanpai.models' => $this->folder.'/no-models']);
        MeasureFrames::ofShoot($this->shoot);
        self::assertSame('done', MeasureFrames::latest($this->shoot)?->state->value);
        $rows = DB::table('frame_measures')->get();
        self::assertSame([null, null], $rows->pluck('faces_version')->all());
        self::assertGreaterThan(0.2, $rows->min('sharpness'));
        config(['kanpai.models' => $models]);
        MeasureFrames::ofShoot($this->shoot);
        self::assertSame([4, 4], DB::table('frame_measures')->pluck('faces')->map(intval(...))->all());
    }

    public function test_a_face_worker_that_fails_costs_the_faces_alone_and_is_named(): void
    {
        $this->pushCard('mara-long', 2, self::CREW);
        $this->copyCard($this->readCard('mara-long'));
        $this->app?->instance(FaceWorker::class, new FaceWorker(['false'], 2.0));
        MeasureFrames::ofShoot($this->shoot);
        self::assertSame('done', MeasureFrames::latest($this->shoot)?->state->value);
        foreach (DB::table('frame_measures')->get() as $row) {
            self::assertStringContainsString('Faces were not measured', (string) $row->problem);
            self::assertGreaterThan(0.2, $row->sharpness);
        }
    }

    public function test_a_preview_that_cannot_be_read_is_named_and_the_others_go_on(): void
    {
        $this->pushCard('mara-long', 3, self::CREW);
        $this->copyCard($this->readCard('mara-long'));
        $frame = Frame::query()->orderBy('id')->firstOrFail();
        file_put_contents($this->folder.'/pictures/'.$frame->large_path, 'no picture');
        MeasureFrames::ofShoot($this->shoot);
        self::assertSame('done', MeasureFrames::latest($this->shoot)?->state->value);
        $problems = DB::table('frame_measures')->pluck('problem', 'frame_id');
        self::assertCount(3, $problems);
        self::assertNotNull($problems[$frame->id]);
        self::assertCount(1, $problems->filter());
    }

    /**
     * Four people of a photograph, small in the preview, with open eyes as somebody sees them in the original.
     */
    public function test_faces_too_small_in_the_preview_are_looked_at_in_the_original_where_frames_compete(): void
    {
        $this->far();
        MeasureFrames::ofShoot($this->shoot);
        $lids = fn (): array => DB::table('faces')->groupBy('lids')->selectRaw('lids, COUNT(*) AS n')->pluck('n', 'lids')->all();
        $small = $lids()['small'] ?? 0;
        self::assertGreaterThanOrEqual(6, $small, json_encode($lids()) ?: '');
        self::assertNull(LookCloser::latest($this->shoot), 'nothing competes');
        $sharpness = DB::table('faces')->orderBy('frame_id')->orderBy('number')->pluck('sharpness')->all();

        DB::table('frames')->update(['moment' => 1, 'moment_size' => 2]);
        LookCloser::ofShoot($this->shoot);
        self::assertSame(['done', 2], [LookCloser::latest($this->shoot)?->state->value, LookCloser::latest($this->shoot)?->done]);
        self::assertGreaterThanOrEqual(0.8 * $small, $lids()['open'] ?? 0, json_encode($lids()) ?: '');
        self::assertSame(0, $lids()['closed'] ?? 0);
        self::assertSame($sharpness, DB::table('faces')->orderBy('frame_id')->orderBy('number')->pluck('sharpness')->all());
        LookCloser::ofShoot($this->shoot);
        self::assertSame(1, Task::query()->where('kind', LookCloser::KIND)->count(), 'once is enough');
    }

    public function test_without_a_copy_within_reach_small_faces_stay_small_and_are_looked_at_the_next_time(): void
    {
        $this->far();
        MeasureFrames::ofShoot($this->shoot);
        DB::table('frames')->update(['moment' => 1, 'moment_size' => 2]);
        foreach (['drive', 'backup'] as $place) {
            rename("{$this->folder}/{$place}", "{$this->folder}/{$place}-away");
        }
        LookCloser::ofShoot($this->shoot);
        self::assertSame('done', LookCloser::latest($this->shoot)?->state->value);
        self::assertSame(0, DB::table('faces')->where('lids', 'open')->count());
        foreach (['drive', 'backup'] as $place) {
            rename("{$this->folder}/{$place}-away", "{$this->folder}/{$place}");
        }
        LookCloser::ofShoot($this->shoot);
        self::assertGreaterThan(0, DB::table('faces')->where('lids', 'open')->count());
    }

    public function test_a_face_worker_that_fails_at_a_closer_look_leaves_small_faces_for_the_next_time(): void
    {
        $this->far();
        MeasureFrames::ofShoot($this->shoot);
        DB::table('frames')->update(['moment' => 1, 'moment_size' => 2]);
        $worker = $this->app?->make(FaceWorker::class);
        $this->app?->instance(FaceWorker::class, new FaceWorker(['false'], 2.0));
        LookCloser::ofShoot($this->shoot);
        self::assertSame('done', LookCloser::latest($this->shoot)?->state->value);
        self::assertSame(0, DB::table('faces')->where('lids', '<>', 'small')->count());
        self::assertSame(0, (int) DB::table('frame_measures')->max('closer_version'));
        $this->app?->instance(FaceWorker::class, $worker);
        LookCloser::ofShoot($this->shoot);
        self::assertGreaterThan(0, DB::table('faces')->where('lids', 'open')->count());
    }

    /** Two frames of a group that fills a fifth of a picture of 4,500 pixels. */
    private function far(): void
    {
        $this->pushCard('mara-long', 2, self::CREW);
        $group = dirname(__DIR__, 3).'/node_modules/@vladmandic/face-api/demo/sample6.jpg';
        foreach (glob("{$this->folder}/rack/mara-long/DCIM/*/*.JPG") ?: [] as $jpeg) {
            // The camera's own fields, and another picture.
            $picture = PictureReader::jpeg($group)->within(900);
            $canvas = PictureReader::svg('<svg xmlns="http://www.w3.org/2000/svg" width="4500" height="3000"><rect '.
                'width="4500" height="3000" fill="#888"/></svg>')->flat();
            $all = $canvas->under($picture, 1500, 1000);
            PictureWriter::file($all, "{$jpeg}.new.jpg", 'jpeg', 92);
            exec('exiftool -q -overwrite_original -TagsFromFile '.escapeshellarg($jpeg).' -all:all -Orientation#=1 '.escapeshellarg("{$jpeg}.new.jpg"));
            rename("{$jpeg}.new.jpg", $jpeg);
        }
        $this->copyCard($this->readCard('mara-long'));
        DB::table('frames')->update(['moment_size' => 1]);
    }

    public function test_a_frame_that_goes_meanwhile_leaves_nothing_behind(): void
    {
        config(['kanpai.measures' => true]);
        $this->pushCard('mara-long', 2, self::CREW);
        $this->copyCard($this->readCard('mara-long'));
        Frame::query()->orderBy('id')->firstOrFail()->delete();
        self::assertSame(1, DB::table('frame_measures')->count());
        self::assertSame(4, DB::table('faces')->count());
    }
}
