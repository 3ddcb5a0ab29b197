<?php

declare(strict_types=1);

namespace Tests\Feature\Looks;

use App\Frames\Frame;
use App\Looks\FrameLook;
use App\Looks\RawFirst;
use App\Looks\RawOfFrame;
use App\Looks\Raws;
use App\Looks\SourceOfFrame;
use Illuminate\Support\Str;
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
        $lights = [];
        foreach ($this->frames() as $frame) {
            // Upright ones stand, though the picture inside a raw file lies.
            [$width, $height] = getimagesize("{$this->folder}/pictures/{$frame->large_path}") ?: [0, 0];
            self::assertSame($frame->width > $frame->height, $width > $height, $frame->name);
            $this->develop($frame);
            $lights[$this->truthOf($frame)['moment']][] = $frame;
        }
        self::assertCount(3, $lights);
        foreach ($lights as $moment => $frames) {
            $this->bring($moment, $frames);
        }
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
            // Of another body nothing but the pictures tells how dark it is, and these show other things.
            $near = $frame->body_id === $own->body_id ? 0.1 : 0.35;
            self::assertEqualsWithDelta(0.0, $left, $near, "{$moment}: {$frame->name}, ".json_encode($truth));
            if ($isRaw($frame)) {
                $raw = RawOfFrame::query()->find($frame->id)?->toJson();
                self::assertEqualsWithDelta($truth['kelvin'], $values['kelvin'] ?? 0, 150, "{$moment}: {$frame->name} {$raw}");
            }
        }
    }
}
