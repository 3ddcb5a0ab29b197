<?php

declare(strict_types=1);

namespace Tests\Feature\Looks;

use App\Deliver\Output;
use App\Deliver\OutputFile;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Imaging\PictureReader;
use App\Looks\DevelopRaws;
use App\Looks\FinishedPicture;
use App\Looks\FinishedPreview;
use App\Looks\FrameLook;
use App\Looks\RawFirst;
use App\Looks\RawOfFrame;
use App\Looks\Raws;
use App\Looks\SavedLook;
use App\Proof\Gallery;
use App\Studio\Task;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Looks\ColourTable;
use Kanpai\Core\Looks\CubeFile;
use Kanpai\Core\Looks\Look;
use Tests\Feature\FeatureTestCase;

/** Looks given, undone, redone and carried; what goes out with them; raw files. */
final class LooksTest extends FeatureTestCase
{
    /** Where in the card the frames begin that have a raw file beside their JPEG. */
    private const PAIRS = 11;

    private function card(int $frames = 3, int $from = self::PAIRS): void
    {
        $this->pushCard('mara-long', $frames, $from);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
    }

    /**
     * @param  array<string, mixed>  $now
     * @param  array<string, mixed>  $was
     * @return array<string, mixed> what the server answered
     */
    private function change(Frame $frame, array $now, array $was = [], ?string $id = null, int $number = 1): array
    {
        $change = ['frame' => $frame->id, 'number' => $number, 'was' => $was, 'now' => $now];

        return $this->send([['id' => $id ?? (string) Str::uuid(), 'title' => 'A change', 'changes' => [$change]]]);
    }

    /**
     * @param  list<array<string, mixed>>  $steps
     * @return array<string, mixed>
     */
    private function send(array $steps): array
    {
        return $this->actingAs($this->member)
            ->postJson("/shoots/{$this->shoot->id}/looks/steps", ['steps' => $steps])
            ->assertOk()
            ->json();
    }

    /** @return array<string, mixed> */
    private function values(Frame $frame): array
    {
        return FrameLook::ofFrame($frame->unsetRelation('looks')->refresh())->values ?? [];
    }

    /** @return array<string, mixed> */
    private function table(): array
    {
        return $this->actingAs($this->member)->getJson("/shoots/{$this->shoot->id}/looks/table")->assertOk()->json();
    }

    public function test_steps_are_applied_once_undone_and_redone(): void
    {
        $this->card(1);
        $frame = $this->frames()[0];
        $id = (string) Str::uuid();
        foreach ([1, 2] as $time) {
            $this->change($frame, ['stops' => 0.5, 'zones' => ['dark' => 0.2]], [], $id);
            self::assertSame(1, DB::table('look_steps')->count(), "sent {$time} times");
        }
        $this->change($frame, ['stops' => null, 'kelvin' => 5200, 'nonsense' => 4], ['stops' => 0.5]);
        self::assertEquals(['kelvin' => 5200, 'zones' => ['dark' => 0.2]], $this->values($frame));
        // The first is undone as far as nothing has changed it since.
        $this->send([['id' => $id, 'takeBack' => true]]);
        self::assertEquals(['kelvin' => 5200], $this->values($frame));
        $this->send([['id' => $id, 'again' => true]]);
        self::assertEquals(['kelvin' => 5200, 'zones' => ['dark' => 0.2], 'stops' => 0.5], $this->values($frame));
        // A step whose undo came first does nothing any more.
        $late = (string) Str::uuid();
        $this->send([['id' => $late, 'takeBack' => true]]);
        $this->change($frame, ['contrast' => 1.0], [], $late);
        self::assertArrayNotHasKey('contrast', $this->values($frame));
        $page = $this->table();
        self::assertSame(5200, $page['frames'][0]['looks'][1]['values']['kelvin']);
    }

    public function test_two_who_change_the_same_see_each_other(): void
    {
        $this->card(1);
        $frame = $this->frames()[0];
        $this->change($frame, ['stops' => 0.5]);
        $other = $this->studio->members()->create(
            ['name' => 'Ivo', 'email' => 'ivo@quay.example', 'password' => 'a good password', 'role' => 'editor'],
        );
        $mine = $this->member;
        $this->member = $other;
        $answer = $this->change($frame, ['stops' => -1.0], ['stops' => null]);
        self::assertSame(['stops'], $answer['conflicts'][0]['parts']);
        self::assertSame('Owner', $answer['conflicts'][0]['by']);
        self::assertEquals(['stops' => 0.5], $this->values($frame));
        // Another part of the same look is no conflict, and whoever sees what is there may change it.
        self::assertSame([], $this->change($frame, ['contrast' => 0.2], ['contrast' => null])['conflicts']);
        self::assertSame([], $this->change($frame, ['stops' => -1.0], ['stops' => 0.5])['conflicts']);
        $this->member = $mine;
        $since = $this->actingAs($mine)->getJson("/shoots/{$this->shoot->id}/looks/since/1")->json();
        self::assertEquals(['contrast' => 0.2, 'stops' => -1.0], $since['looks'][0]['values']);
        self::assertSame([], $this->getJson("/shoots/{$this->shoot->id}/looks/since/{$since['revision']}")->json('looks'));
    }

    public function test_bad_input_changes_nothing_or_the_nearest(): void
    {
        $this->card(1);
        $frame = $this->frames()[0];
        $this->actingAs($this->member);
        $address = "/shoots/{$this->shoot->id}/looks";
        $this->postJson("{$address}/steps", ['steps' => 'all'])->assertUnprocessable();
        $this->postJson("{$address}/steps", ['steps' => [['id' => 'x']]])->assertUnprocessable();
        $this->postJson("{$address}/lights", ['fineness' => 900])->assertUnprocessable();
        $this->postJson("{$address}/line", ['id' => 'x', 'frame' => 1, 'frames' => []])->assertUnprocessable();
        $this->postJson("{$address}/saved", ['name' => '', 'frame' => $frame->id])->assertUnprocessable();
        $this->postJson("{$address}/saved", ['name' => 'Mine', 'frame' => $frame->id])
            ->assertJsonValidationErrors(['name' => 'no look yet']);
        // JSON has no NaN; what is too large comes as infinite.
        $body = '{"steps":[{"id":"'.Str::uuid().'","changes":[{"frame":'.$frame->id.
            ',"now":{"stops":1e999,"contrast":-1e300,"zones":{"dark":"much"},"crop":{"left":7,"top":-3,"width":1e9}}}]}]}';
        $this->call('POST', "{$address}/steps", [], [], [], [
            'CONTENT_TYPE' => 'application/json',
            'HTTP_ACCEPT' => 'application/json',
        ], $body)->assertOk();
        $values = $this->values($frame);
        self::assertArrayNotHasKey('stops', $values);
        self::assertEquals(-1e6, $values['contrast']);
        [$width, $height] = FrameLook::ofFrame($frame)?->look()->framing->size($frame->width, $frame->height) ?? [0, 0];
        self::assertGreaterThan(0, $width * $height);
        self::assertLessThanOrEqual($frame->width, $width);
        self::assertNotNull(FinishedPicture::of($frame)?->picture());
        // Frames of somebody else are nobody's.
        [, , $theirs] = $this->newStudio('Other', 'other@quay.example');
        $this->getJson("/shoots/{$theirs->id}/looks/table")->assertNotFound();
    }

    public function test_what_goes_out_has_the_look_and_says_when_it_is_out_of_date(): void
    {
        $this->card(2, 0);
        $this->actingAs($this->member)->get("/shoots/{$this->shoot->id}/outputs");
        $frame = $this->frames()[0];
        $web = Output::query()->where('name', 'Full size')->sole();
        $write = fn () => $this->post("/shoots/{$this->shoot->id}/outputs/run?verdict=", ['outputs' => [$web->id]]);
        $write();
        $file = fn (): OutputFile => OutputFile::query()->where('frame_id', $frame->id)->sole();
        $before = $file();
        $this->change($frame, ['greys' => ['blue' => -0.5], 'turns' => 1]);
        $write();
        self::assertNotSame($before->fingerprint, $file()->fingerprint);
        self::assertSame([$before->height, $before->width], [$file()->width, $file()->height]);
        $samples = PictureReader::jpeg("{$this->folder}/outputs/{$file()->path}")->samples();
        foreach (range(0, strlen($samples) - 3, 9_999) as $at) {
            $pixel = array_map(ord(...), str_split(substr($samples, $at - $at % 3, 3)));
            self::assertLessThanOrEqual(6, max($pixel) - min($pixel));
        }
        // The other frame has no look: its file is as it was.
        self::assertSame(2, OutputFile::query()->where('output_id', $web->id)->count());
        $this->change($frame, ['greys' => null, 'turns' => null]);
        $write();
        self::assertSame($before->hash, $file()->hash);
    }

    public function test_a_gallery_shows_the_look_and_is_out_of_date_after_a_change(): void
    {
        $this->card(2, 0);
        $this->step(array_values($this->frames()->map(fn (Frame $frame): array => [
            'frame' => $frame->id,
            'verdict' => 'keep',
        ])->all()));
        $this->actingAs($this->member)
            ->post("/shoots/{$this->shoot->id}/galleries?verdict=keep", ['title' => 'Proofs', 'watermark' => ''])
            ->assertSessionHasNoErrors();
        $gallery = Gallery::query()->sole();
        $frame = $this->frames()[0];
        $proof = fn () => $gallery->frames()->where('frame_id', $frame->id)->sole();
        $before = $proof()->plain_large_path;
        $this->change($frame, ['stops' => -2.0, 'crop' => ['left' => 0.0, 'top' => 0.0, 'width' => 0.5, 'height' => 1.0]]);
        $this->get("/galleries/{$gallery->id}")->assertOk()->assertSee('1 with another picture');
        $this->post("/galleries/{$gallery->id}/again");
        self::assertNotSame($before, $proof()->plain_large_path);
        self::assertSame((int) round($frame->width / 2), $proof()->width);
        $picture = PictureReader::jpeg("{$this->folder}/pictures/{$proof()->plain_large_path}");
        self::assertEqualsWithDelta(0.75, $picture->width() / $picture->height(), 0.01);
    }

    public function test_raw_files_alone_go_wherever_jpegs_go(): void
    {
        $this->card(2);
        $frames = $this->frames();
        DB::table('files')->where('kind', 'jpeg')->delete();
        $frame = Frame::query()->with('shoot')->findOrFail($frames[0]->id);
        $plain = FinishedPicture::of($frame);
        self::assertNotNull($plain);
        $target = "{$this->folder}/one.jpg";
        self::assertTrue($plain->jpegTo($target));
        self::assertSame([$frame->width, $frame->height], array_slice(getimagesize($target) ?: [], 0, 2));
        // The camera's facts come along.
        $tags = json_decode((string) shell_exec('exiftool -j -n '.escapeshellarg($target)), true)[0];
        self::assertEqualsWithDelta($frame->exposure, $tags['ExposureTime'], 1e-6);
        self::assertSame('Halden 6', $tags['Model']);
        // It is the picture that the camera's JPEG is, since both were drawn from one: a few levels apart.
        $preview = app(FinishedPreview::class)->picture($frame)->within(300)->samples();
        $shot = PictureReader::jpeg("{$this->folder}/pictures/{$frame->large_path}")->within(300)->samples();
        self::assertNotNull(RawOfFrame::query()->find($frame->id)?->path);
        self::assertLessThan(12, abs(self::mean($preview) - self::mean($shot)));
        $this->change($frame, ['stops' => 1.0]);
        $brighter = app(FinishedPreview::class)->picture($frame->unsetRelation('looks')->refresh())->within(300)->samples();
        self::assertGreaterThan(self::mean($preview) + 15, self::mean($brighter));
    }

    public function test_a_raw_file_out_of_reach_is_developed_once_its_disk_is_back(): void
    {
        $this->card(1);
        $frame = $this->frames()->firstOrFail();
        DB::table('files')->where('kind', 'jpeg')->delete();
        foreach (['drive', 'backup'] as $disk) {
            rename("{$this->folder}/{$disk}", "{$this->folder}/{$disk}-unplugged");
        }
        DevelopRaws::ofShoot($this->shoot);
        $task = Task::latest($this->shoot, DevelopRaws::KIND);
        self::assertStringContainsString('is within reach: plug in the disk', (string) $task?->problem);
        self::assertNull(RawOfFrame::query()->find($frame->id));
        // Pages that ask again in the same minute begin no other.
        DevelopRaws::ofShoot($this->shoot);
        self::assertSame($task?->id, Task::latest($this->shoot, DevelopRaws::KIND)?->id);
        foreach (['drive', 'backup'] as $disk) {
            rename("{$this->folder}/{$disk}-unplugged", "{$this->folder}/{$disk}");
        }
        $this->travel(2)->minutes();
        DevelopRaws::ofShoot($this->shoot);
        self::assertNotNull(RawOfFrame::query()->find($frame->id)?->path);
    }

    private static function mean(string $samples): float
    {
        return array_sum(array_map(ord(...), str_split($samples))) / max(1, strlen($samples));
    }

    public function test_the_studio_says_which_of_a_pair_is_finished(): void
    {
        $this->card(1);
        $frame = Frame::query()->with('shoot')->firstOrFail();
        $jpeg = CardFile::query()->where('kind', 'jpeg')->sole();
        self::assertSame((string) $jpeg->hash, FinishedPicture::of($frame)?->hash());
        RawFirst::choose($this->studio->id, true);
        self::assertNotSame((string) $jpeg->hash, FinishedPicture::of($frame)->hash());
        // A raw file that cannot be developed leaves the JPEG.
        RawOfFrame::query()->create(
            ['frame_id' => $frame->id, 'shoot_id' => $this->shoot->id, 'problem' => 'unknown', 'developed_at' => now()],
        );
        self::assertSame((string) $jpeg->hash, FinishedPicture::of($frame->unsetRelation('raw'))?->hash());
    }

    public function test_a_light_is_brought_into_line_and_can_be_undone(): void
    {
        $this->card(4, 0);
        $frames = $this->frames();
        [$first, $second, $third, $dark] = $frames->all();
        // One was shot a stop darker, one far darker than the others.
        $base = ['f_number' => 4.0, 'iso' => 100, 'body_id' => $first->body_id];
        foreach ([[$first, 1 / 200], [$second, 1 / 400], [$third, 1 / 200], [$dark, 1 / 3200]] as [$frame, $seconds]) {
            Frame::query()->whereKey($frame->id)->update([...$base, 'exposure' => $seconds]);
        }
        $this->change($first, ['stops' => 0.3, 'kelvin' => 5600, 'crop' => ['width' => 0.5]]);
        $this->change($second, ['crop' => ['width' => 0.8], 'vignette' => -0.4]);
        $id = (string) Str::uuid();
        $answer = $this->postJson("/shoots/{$this->shoot->id}/looks/line", [
            'id' => $id,
            'frame' => $first->id,
            'frames' => [$second->id, $third->id, $dark->id],
        ])->assertOk()->json();
        self::assertEquals(['stops' => 1.3, 'kelvin' => 5600, 'crop' => ['width' => 0.8]], $this->values($second));
        self::assertEquals(['stops' => 0.3, 'kelvin' => 5600], $this->values($third));
        self::assertSame([], $this->values($dark));
        self::assertSame($dark->id, $answer['asked'][0]['frame']);
        self::assertStringContainsString('EV darker than the others', $answer['asked'][0]['reason']);
        $this->send([['id' => $id, 'takeBack' => true]]);
        self::assertEquals(['crop' => ['width' => 0.8], 'vignette' => -0.4], $this->values($second));
        self::assertSame([], $this->values($third));
        // Chosen parts alone.
        $this->postJson("/shoots/{$this->shoot->id}/looks/line", [
            'id' => (string) Str::uuid(),
            'frame' => $first->id,
            'frames' => [$second->id, $third->id],
            'parts' => ['stops', 'crop', 'nonsense'],
        ])->assertOk();
        self::assertEquals(['crop' => ['width' => 0.8], 'vignette' => -0.4, 'stops' => 1.3], $this->values($second));
        self::assertEquals(['stops' => 0.3], $this->values($third));
    }

    public function test_lights_are_few_or_many_and_split_by_hand(): void
    {
        $this->card(6, 0);
        $frames = $this->frames();
        $count = fn (array $body): int => count(array_unique((array) $this->actingAs($this->member)
            ->postJson("/shoots/{$this->shoot->id}/looks/lights", $body)
            ->assertOk()
            ->json('lights')));
        self::assertSame(1, $count(['fineness' => 0]));
        self::assertSame(6, $count(['fineness' => 100]));
        self::assertSame(1, $count(['fineness' => 0]));
        self::assertSame(2, $count(['frame' => $frames[3]->id, 'kind' => 'split']));
        self::assertSame(5, $count(['fineness' => 100, 'frame' => $frames[3]->id, 'kind' => 'join']));
    }

    public function test_a_table_from_elsewhere_is_taken_in_and_given(): void
    {
        $this->card(1, 0);
        $frame = $this->frames()[0];
        $address = "/shoots/{$this->shoot->id}/looks";
        $text = CubeFile::of(ColourTable::of(Look::of(['greys' => []]), 9), 'Grey');
        $file = UploadedFile::fake()->createWithContent('Old paper.cube', $text);
        $saved = $this->actingAs($this->member)->post("{$address}/cubes", ['table' => $file])->assertOk()->json('saved');
        self::assertContains('Old paper', array_column($saved, 'name'));
        $values = SavedLook::query()->where('name', 'Old paper')->sole()->values;
        self::assertIsArray($values['cube']);
        $nodes = $this->get("{$address}/cubes/{$values['cube']['table']}")->assertOk()->getContent();
        self::assertSame(6 * 9 ** 3, strlen((string) $nodes));
        $this->get("{$address}/cubes/".str_repeat('a', 32))->assertNotFound();
        $this->change($frame, $values);
        $samples = FinishedPicture::of(Frame::query()->with('shoot')->findOrFail($frame->id))?->picture()?->samples() ?? '';
        foreach (range(0, strlen($samples) - 3, 29_997) as $at) {
            $pixel = array_map(ord(...), str_split(substr($samples, $at - $at % 3, 3)));
            self::assertLessThanOrEqual(3, max($pixel) - min($pixel));
        }
        // What cannot be read is refused, and nothing is kept of it.
        $bad = UploadedFile::fake()->createWithContent('Bad.cube', "LUT_3D_SIZE 257\n");
        $this->postJson("{$address}/cubes", ['table' => $bad])->assertJsonValidationErrors(['table' => '257 nodes']);
        self::assertSame(0, SavedLook::query()->where('name', 'Bad')->count());
        // And out again.
        $this->get("{$address}/frames/{$frame->id}/look.cube")->assertOk()->assertSee('LUT_3D_SIZE 33');
        self::assertStringContainsString(
            'link',
            (string) $this->get("{$address}/frames/{$frame->id}/look.icc")->assertOk()->getContent(),
        );
    }

    public function test_looks_are_saved_by_name_and_removed(): void
    {
        $this->card(1);
        $frame = $this->frames()[0];
        self::assertContains('Silver', array_column($this->table()['saved'], 'name'));
        $this->change($frame, ['stops' => 0.4, 'crop' => ['width' => 0.5], 'saturation' => 0.2]);
        $address = "/shoots/{$this->shoot->id}/looks/saved";
        $this->postJson($address, ['name' => 'Quay', 'frame' => $frame->id])->assertOk();
        $saved = SavedLook::query()->where('name', 'Quay')->sole();
        self::assertEquals(['stops' => 0.4, 'saturation' => 0.2], $saved->values);
        $this->deleteJson("{$address}/{$saved->id}")->assertOk();
        self::assertNotContains('Quay', array_column($this->table()['saved'], 'name'));
        [, $other] = $this->newStudio('Other', 'other@quay.example');
        $theirs = SavedLook::query()->create(['studio_id' => $other->studio_id, 'name' => 'Theirs', 'values' => []]);
        $this->deleteJson("{$address}/{$theirs->id}")->assertNotFound();
    }

    /** All pixels of the sensor are developed when somebody looks at them, and the last few are kept. */
    public function test_true_pixels_of_a_raw_file_are_those_of_its_sensor(): void
    {
        $this->card(2);
        RawFirst::choose($this->studio->id, true);
        [$frame, $other] = [$this->frames()[0], $this->frames()[1]];
        $address = fn (Frame $of): string => "/shoots/{$this->shoot->id}/looks/frames/{$of->id}/sensor";
        // The queue of the tests works at once: the second time it is there.
        $this->actingAs($this->member)->getJson($address($frame))->assertOk()->assertJson(['picture' => null]);
        $told = $this->getJson($address($frame))->assertOk()->json();
        self::assertFalse($told['isUnusable']);
        self::assertNotNull($told['picture']);
        $file = app(Raws::class)->wholePath($frame);
        $size = getimagesize($file) ?: [0, 0];
        // As many pixels as the frame has, and not as its preview.
        self::assertEqualsWithDelta([$frame->width, $frame->height], [$size[0], $size[1]], 2);
        // A raw file that cannot be developed says so, and nothing is made of it.
        app(Raws::class)->giveUp($other, 'of no kind');
        $told = $this->getJson($address($other))->assertOk()->json();
        self::assertSame(['picture' => null, 'isUnusable' => true], $told);
        self::assertFileDoesNotExist(app(Raws::class)->wholePath($other));
        [, $stranger] = $this->newStudio('Other', 'other@quay.example');
        $this->actingAs($stranger)->getJson($address($frame))->assertNotFound();
    }
}
