<?php

declare(strict_types=1);

namespace Tests\Feature\Looks;

use App\Deliver\Delivery;
use App\Deliver\Handoff\CurrentSidecar;
use App\Deliver\Output;
use App\Deliver\OutputFile;
use App\Deliver\Way\FrameToDeliver;
use App\Frames\Frame;
use App\Imaging\PictureReader;
use App\Looks\FrameLook;
use App\Looks\LearnFinishing;
use App\Looks\MakeLookPreviews;
use App\Looks\StudioFinishing;
use App\Proof\Gallery;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Frames\Metadata\XmpProperties;
use Kanpai\Core\Looks\LookChoice;
use Tests\Feature\FeatureTestCase;

/** Frames with several looks, each for its uses; what culling and retouchers get of looks; what is learned of them. */
final class SeveralLooksTest extends FeatureTestCase
{
    private const GREY = ['name' => 'Silver', 'uses' => ['wall'], 'greys' => ['orange' => 0.2]];

    private function frame(int $frames = 1): Frame
    {
        $this->pushCard('mara-long', $frames, 11);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');

        return $this->frames()[0];
    }

    /** @param  array<string, mixed>  $now */
    private function change(Frame $frame, array $now, int $number = 1, ?string $id = null): void
    {
        $change = ['frame' => $frame->id, 'number' => $number, 'was' => [], 'now' => $now];
        $this->actingAs($this->member)
            ->postJson("/shoots/{$this->shoot->id}/looks/steps", [
                'steps' => [['id' => $id ?? (string) Str::uuid(), 'title' => 'A change', 'changes' => [$change]]],
            ])
            ->assertOk();
    }

    private static function isGrey(string $path): bool
    {
        $samples = PictureReader::jpeg($path)->samples();
        $apart = 0;
        for ($at = 0; $at < strlen($samples) - 3; $at += 2_997) {
            $pixel = array_map(ord(...), str_split(substr($samples, $at, 3)));
            $apart = max($apart, max($pixel) - min($pixel));
        }

        return $apart < 12;
    }

    public function test_each_output_has_the_look_that_is_for_it_without_a_copy_of_the_original(): void
    {
        $frame = $this->frame(2);
        $this->change($frame, ['stops' => 0.3]);
        $this->change($frame, self::GREY, 2);
        $copies = DB::table('copies')->count();
        $this->get("/shoots/{$this->shoot->id}/outputs")->assertOk()->assertSee('for album, where there is one');
        $form = ['name' => 'Wall', 'rule' => 'longest', 'width' => 500, 'format' => 'jpeg', 'file' => '{{name}} {{number}}', 'folder' => 'wall', 'look' => 'Wall'];
        $this->post("/shoots/{$this->shoot->id}/outputs", $form)->assertSessionHasNoErrors();
        $wall = Output::query()->where('name', 'Wall')->sole();
        self::assertStringContainsString('look for Wall', $wall->plan()->inWords());
        $web = Output::query()->where('name', 'Web 2,400 px')->sole();
        $write = fn () => $this->post("/shoots/{$this->shoot->id}/outputs/run?verdict=", ['outputs' => [$wall->id, $web->id]]);
        $file = fn (Output $output, Frame $of): OutputFile => OutputFile::query()->where(['output_id' => $output->id, 'frame_id' => $of->id])->sole();
        $path = fn (Output $output, Frame $of): string => "{$this->folder}/outputs/".$file($output, $of)->path;
        $write();
        $other = $this->frames()[1];
        self::assertTrue(self::isGrey($path($wall, $frame)));
        self::assertFalse(self::isGrey($path($web, $frame)));
        // One that has no look for the wall has its own.
        self::assertFalse(self::isGrey($path($wall, $other)));
        self::assertSame($copies, DB::table('copies')->count());
        // What is said about a look changes no picture; the picture itself does.
        $before = [$file($wall, $frame)->fingerprint, $file($web, $frame)->fingerprint];
        $this->change($frame, ['name' => 'Old silver'], 2);
        $write();
        self::assertSame($before, [$file($wall, $frame)->fingerprint, $file($web, $frame)->fingerprint]);
        $this->change($frame, ['contrast' => 0.5], 2);
        $write();
        self::assertNotSame($before[0], $file($wall, $frame)->fingerprint);
        self::assertSame($before[1], $file($web, $frame)->fingerprint);
        // For the wall no more: its own again.
        $this->change($frame, ['uses' => null], 2);
        $write();
        self::assertFalse(self::isGrey($path($wall, $frame)));
    }

    public function test_a_gallery_shows_the_look_that_is_for_it_and_says_when_that_changed(): void
    {
        $frame = $this->frame(2);
        $this->change($frame, self::GREY, 3);
        $this->post("/shoots/{$this->shoot->id}/galleries?verdict=", ['title' => 'Wall', 'message' => '', 'guest' => 'A', 'look' => 'wall']);
        $gallery = Gallery::query()->sole();
        self::assertSame('wall', $gallery->look);
        $proof = fn (): string => "{$this->folder}/pictures/".$gallery->frames()->where('frame_id', $frame->id)->sole()->plain_large_path;
        self::assertTrue(self::isGrey($proof()));
        $this->get("/galleries/{$gallery->id}")->assertOk()->assertDontSee('another picture');
        $this->change($frame, ['stops' => 1.0]);
        $this->get("/galleries/{$gallery->id}")->assertDontSee('another picture');
        $this->change($frame, ['stops' => 1.0], 3);
        $this->get("/galleries/{$gallery->id}")->assertSee('1 with another picture');
        $this->post("/galleries/{$gallery->id}/again");
        self::assertTrue(self::isGrey($proof()));
        $this->change($frame, ['greys' => null, 'stops' => null, 'name' => null, 'uses' => null], 3);
        $this->get("/galleries/{$gallery->id}")->assertSee('1 with another picture');
        $this->post("/galleries/{$gallery->id}/again");
        self::assertFalse(self::isGrey($proof()));
    }

    public function test_the_first_look_for_a_use_is_meant_whatever_its_case(): void
    {
        $looks = [3 => ['Album', 'press'], 2 => ['print'], 5 => ['album']];
        self::assertSame(3, LookChoice::number($looks, 'ALBUM'));
        self::assertSame(2, LookChoice::number($looks, 'print'));
        self::assertSame(1, LookChoice::number($looks, 'web'));
        self::assertSame(1, LookChoice::number($looks, ''));
        self::assertSame(1, LookChoice::number([], 'album'));
        self::assertSame(['a'], LookChoice::uses(['uses' => ['a', 3, null, ['b']]]));
        self::assertSame([], LookChoice::uses(['uses' => 'all']));
    }

    public function test_culling_shows_frames_as_they_were_finished(): void
    {
        $frame = $this->frame(2);
        $address = "/shoots/{$this->shoot->id}/cull/finished";
        self::assertSame(['frames' => [], 'waiting' => 0], $this->actingAs($this->member)->getJson($address)->json());
        $this->change($frame, ['crop' => ['left' => 0.25, 'top' => 0.0, 'width' => 0.5, 'height' => 1.0], 'stops' => 0.5]);
        (new MakeLookPreviews($this->shoot->id))->handle(app(\App\Looks\FinishedPreview::class));
        $told = $this->getJson($address)->assertOk()->json();
        self::assertSame(0, $told['waiting']);
        self::assertSame([$frame->id], array_keys($told['frames']));
        $own = $told['frames'][$frame->id];
        self::assertSame([(int) round($frame->width / 2), $frame->height], [$own['width'], $own['height']]);
        // The middle of what is left is the middle of the frame.
        [[$a, $b, $c], [$d, $e, $f]] = $own['rows'];
        self::assertEqualsWithDelta([0.5, 0.5], [($a + $b) / 2 + $c, ($d + $e) / 2 + $f], 1e-6);
        self::assertEqualsWithDelta(0.25, $c, 1e-6);
        self::assertFileExists("{$this->folder}/pictures/".FrameLook::ofFrame($frame)?->large_path);
        [, $stranger] = $this->newStudio('Elsewhere', 'else@where.example');
        $this->actingAs($stranger)->getJson($address)->assertNotFound();
    }

    public function test_a_retoucher_gets_the_looks_in_the_sidecar(): void
    {
        $frame = $this->frame();
        $text = fn (): string => app(CurrentSidecar::class)->of(new FrameToDeliver(Frame::query()->with('shoot.studio')->findOrFail($frame->id), new Delivery()));
        self::assertSame([], XmpProperties::read($text())->items(XmpProperties::LOOKS));
        $this->change($frame, ['stops' => 0.3, 'places' => [['kind' => 'ring', 'middle' => [0.5, 0.5], 'stops' => 0.5]]]);
        $this->change($frame, self::GREY, 2);
        $looks = json_decode(XmpProperties::read($text())->items(XmpProperties::LOOKS)[0], true, 16, JSON_THROW_ON_ERROR);
        self::assertEquals(0.3, $looks[1]['stops']);
        self::assertSame('ring', $looks[1]['places'][0]['kind']);
        self::assertSame(['wall'], $looks[2]['uses']);
        // As a general-purpose tool reads it.
        $file = "{$this->folder}/one.xmp";
        file_put_contents($file, $text());
        self::assertStringContainsString(
            '"stops":0.3',
            html_entity_decode((string) shell_exec('exiftool -X '.escapeshellarg($file))),
        );
        self::assertStringContainsString('Silver', (string) shell_exec('exiv2 -PXnv '.escapeshellarg($file).' 2>&1'));
    }

    /** Finished shoots tell what is made of a light; what they tell is offered in another one, and thrown away. */
    public function test_finished_shoots_tell_what_is_made_of_a_light(): void
    {
        $frame = $this->frame();
        $address = "/shoots/{$this->shoot->id}/looks/habit";
        self::assertSame(
            ['shoots' => 0, 'lights' => [], 'isOff' => false],
            $this->actingAs($this->member)->getJson($address)->json(),
        );
        for ($shoot = 1; $shoot <= 4; $shoot++) {
            $this->finishedShoot($frame, $shoot);
        }
        DB::table('frames')->where('id', $frame->id)->update(['verdict' => 'keep']);
        (new LearnFinishing($this->studio->id))->handle(app(StudioFinishing::class));
        $told = $this->getJson($address)->assertOk()->json();
        self::assertSame(4, $told['shoots']);
        self::assertCount(1, $told['lights']);
        // Every frame of those was made brighter by as much as its picture lacked, and its white was left.
        $lacks = -(float) DB::table('frame_measures')->where('frame_id', $frame->id)->value('ev');
        self::assertEqualsWithDelta($lacks, $told['lights'][0]['now']['stops'], 0.2);
        self::assertArrayNotHasKey('kelvin', $told['lights'][0]['now']);
        // Another studio is told nothing.
        [, $stranger] = $this->newStudio('Elsewhere', 'else@where.example');
        $this->actingAs($stranger)->getJson($address)->assertNotFound();
        $this->actingAs($this->member)->deleteJson($address)->assertOk();
        self::assertSame('[]', DB::table('finishing_habits')->value('lights'));
        $told = $this->getJson($address)->json();
        self::assertSame([true, []], [$told['isOff'], $told['lights']]);
        // Asked for, it is there again.
        $this->postJson($address)->assertOk();
        self::assertCount(1, $this->getJson($address)->json('lights'));
    }

    /** A shoot of four lights that was finished: copies of one frame with other exposures and brightnesses. */
    private function finishedShoot(Frame $frame, int $n): void
    {
        $shoot = $this->studio->shoots()->create([...$this->shoot->only('client', 'venue', 'zone'), 'name' => "Shoot {$n}", 'held_on' => "2026-08-0{$n}"]);
        DB::table('frame_measures')->updateOrInsert(
            ['frame_id' => $frame->id],
            ['shoot_id' => $this->shoot->id, 'version' => 1, 'ev' => -0.8, 'measured_at' => now()],
        );
        for ($light = 0; $light < 4; $light++) {
            $own = (array) DB::table('frames')->where('id', $frame->id)->first();
            $ev = -1.6 + 0.4 * $light + 0.07 * $n;
            $id = DB::table('frames')->insertGetId([
                ...array_diff_key($own, ['id' => 1]),
                'shoot_id' => $shoot->id, 'name' => "{$n}-{$light}.JPG", 'verdict' => 'keep', 'moment' => $light,
                'taken_ms' => $own['taken_ms'] + 7_200_000 * $light, 'exposure' => 0.004 / 4 ** $light,
            ]);
            DB::table('frame_measures')->insert(
                ['frame_id' => $id, 'shoot_id' => $shoot->id, 'version' => 1, 'ev' => $ev, 'measured_at' => now()],
            );
            FrameLook::query()->create([
                'frame_id' => $id, 'shoot_id' => $shoot->id, 'values' => ['stops' => -$ev], 'large_path' => 'x', 'small_path' => 'y',
            ]);
        }
    }
}
