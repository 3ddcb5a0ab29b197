<?php

declare(strict_types=1);

namespace Tests\Feature\Looks;

use App\Cull\Measure\MeasureFrames;
use App\Frames\Frame;
use App\Imaging\PictureMeasures;
use App\Imaging\PictureReader;
use App\Looks\FrameLook;
use App\Looks\RawFirst;
use App\Looks\RawOfFrame;
use App\Looks\Raws;
use App\Looks\SourceOfFrame;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Looks\NeutralSpot;
use Tests\Feature\FeatureTestCase;

/** Lights brought into line, against what the generator knows of each frame. */
final class LightTruthTest extends FeatureTestCase
{
    use DrawsRegatta;

    /** Reads the colours of raw files, as workers do for the page. */
    private function develop(Frame $frame): void
    {
        $file = "{$this->folder}/".bin2hex(random_bytes(4)).'.dng';
        $source = SourceOfFrame::of($frame->load('shoot'));
        if ($source?->isRaw === true && $source->copyTo($file)) {
            app(Raws::class)->preview($frame, $file);
        }
    }

    public function test_brightness_and_white_are_those_of_the_truth_and_what_was_meant_dark_stays(): void
    {
        RawFirst::choose($this->studio->id, true);
        $this->push(['Red crew at the rail', 'Lantern supper', 'Evening light']);
        $this->setClocksRight();
        $lights = [];
        foreach ($this->frames() as $frame) {
            // Upright ones stand, though the picture inside a raw file lies.
            [$width, $height] = getimagesize("{$this->folder}/pictures/{$frame->large_path}") ?: [0, 0];
            self::assertSame($frame->width > $frame->height, $width > $height, $frame->name);
            $this->develop($frame);
            $lights[$this->truthOf($frame)['moment']][] = $frame;
        }
        // With what is measured of pictures and faces, as culling has it by then.
        MeasureFrames::ofShoot($this->shoot);
        self::assertGreaterThan(10, DB::table('faces')->where('light', '>', 0)->count());
        self::assertCount(3, $lights);
        foreach ($lights as $moment => $frames) {
            $this->bring($moment, $frames);
        }
    }

    /** A grey card gives the light of its frame: a click on it is within 100 K of the truth. */
    public function test_grey_cards_give_the_light_within_a_hundred_kelvin(): void
    {
        RawFirst::choose($this->studio->id, true);
        $this->push(['Red crew at the rail', 'Lantern supper', 'Evening light', 'Oars in the rack']);
        $cards = 0;
        foreach ($this->frames() as $frame) {
            $truth = $this->truthOf($frame);
            if (! $truth['grey_card']) {
                continue;
            }
            $this->develop($frame);
            $raw = RawOfFrame::query()->find($frame->id);
            $source = $raw?->source();
            if ($raw?->path === null || $source === null) {
                continue;
            }
            $picture = PictureReader::jpeg("{$this->folder}/pictures/{$raw->path}");
            [$w, $h] = [$picture->width(), $picture->height()];
            // In the middle of the card, which the generator lays into the lower left corner.
            [$x, $y] = [intdiv($w, 40) + intdiv($w, 14), $h - intdiv($h, 40) - intdiv($h, 14)];
            $spot = PictureMeasures::colourGrid($picture->cropped($x - 2, $y - 2, 5, 5), 1, 1);
            $white = NeutralSpot::white(
                [$spot[0] / 255, $spot[1] / 255, $spot[2] / 255],
                $source,
            );
            self::assertEqualsWithDelta($truth['kelvin'], $white['kelvin'], 100, $truth['moment']);
            $cards++;
        }
        self::assertGreaterThanOrEqual(3, $cards);
    }

    /** @param  list<Frame>  $frames */
    private function bring(string $moment, array $frames): void
    {
        // One that was exposed as it should be, is adjusted: by its own error, and by the white of its card.
        $isRaw = fn (Frame $frame): bool => $this->truthOf($frame)['raw_alone'] || $this->truthOf($frame)['raw'] !== null;
        $isSound = fn (Frame $frame): bool => abs($this->truthOf($frame)['stops']) < 0.3 && $isRaw($frame);
        $own = array_values(array_filter($frames, $isSound))[0];
        $truth = $this->truthOf($own);
        $now = ['stops' => round(-$truth['stops'] + $truth['darker'], 3), 'kelvin' => (int) $truth['kelvin']];
        $change = ['frame' => $own->id, 'number' => 1, 'was' => (object) [], 'now' => $now];
        $this->actingAs($this->member)
            ->postJson("/shoots/{$this->shoot->id}/looks/steps", [
                'steps' => [['id' => (string) Str::uuid(), 'title' => 'x', 'changes' => [$change]]],
            ])
            ->assertOk();
        $rest = array_values(array_filter($frames, fn (Frame $frame): bool => $frame->id !== $own->id));
        $asked = $this->postJson("/shoots/{$this->shoot->id}/looks/line", [
            'id' => (string) Str::uuid(),
            'frame' => $own->id,
            'frames' => array_map(fn (Frame $frame): int => $frame->id, $rest),
        ])->assertOk()->json('asked');
        $asked = array_column($asked, 'frame');
        foreach ($rest as $frame) {
            $truth = $this->truthOf($frame);
            $values = FrameLook::ofFrame($frame->refresh())->values ?? [];
            if (in_array($frame->id, $asked, true)) {
                self::assertGreaterThan(1.0, abs($truth['stops']), "{$moment}: {$frame->name} was asked about");
                self::assertSame([], $values);

                continue;
            }
            self::assertFalse($truth['meant_dark'], "{$moment}: {$frame->name} was meant dark");
            $left = $truth['stops'] - $truth['darker'] + ($values['stops'] ?? 0.0);
            self::assertEqualsWithDelta(0.0, $left, 0.1, "{$moment}: {$frame->name}, ".json_encode($truth));
            if ($isRaw($frame)) {
                $raw = RawOfFrame::query()->find($frame->id)?->toJson();
                self::assertEqualsWithDelta($truth['kelvin'], $values['kelvin'] ?? 0, 150, "{$moment}: {$frame->name} {$raw}");
            }
        }
    }
}
