<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Captions\EmbeddedCaption;
use App\Captions\FrameCaption;
use App\Copies\Disk;
use App\Frames\Frame;
use App\Imaging\ExifTool;
use App\Looks\FinishedPicture;
use App\Proof\Watermark;
use Carbon\CarbonImmutable;
use Illuminate\Support\Str;
use Kanpai\Core\Deliver\Output\OutputPlan;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\MetadataScope;

/**
 * Writes a frame in several ways. It is decoded once for all of them; files are whole under their names at any time.
 */
final class OutputWriter
{
    public function __construct(private readonly ExifTool $exifTool)
    {
    }

    /**
     * @param  array<int, array{plan: OutputPlan, path: string}>  $ways  output => how,
     *     and where below the folder of outputs
     * @return int how many files were written; those that are there already in the same way are left
     *
     * @throws UnableToDeliver
     */
    public function write(Frame $frame, array $ways): int
    {
        $caption = self::caption($frame);
        $mark = self::mark($frame);
        $known = OutputFile::query()->where('frame_id', $frame->id)->whereIn('output_id', array_keys($ways));
        $known = $known->get()->keyBy('output_id');
        $pictures = $due = [];
        foreach ($ways as $output => $way) {
            $finished = self::finished($frame, $way['plan']);
            $fingerprint = self::printed($frame, $way['plan'], $finished, $caption, $mark);
            $there = $known[$output] ?? null;
            if ($there?->isStill($fingerprint, $way['path']) !== true) {
                $pictures[$finished->hash()] = $finished;
                $due[$finished->hash()][$output] = [...$way, 'fingerprint' => $fingerprint, 'before' => $there];
            }
        }
        foreach ($due as $hash => $some) {
            $this->writeDue($frame, $pictures[$hash], $caption, $mark, $some);
        }

        return array_sum(array_map(count(...), $due));
    }

    /** @throws UnableToDeliver */
    private static function finished(Frame $frame, OutputPlan $plan): FinishedPicture
    {
        return FinishedPicture::of($frame, $plan->look) ?? throw UnableToDeliver::noVerifiedCopy($frame->name);
    }

    /**
     * @param  array<int, array{plan: OutputPlan, path: string, fingerprint: string, before: OutputFile|null}>  $due
     *
     * @throws UnableToDeliver
     */
    private function writeDue(
        Frame $frame,
        FinishedPicture $finished,
        Caption $caption,
        ?Watermark $mark,
        array $due,
    ): void {
        $picture = $finished->picture() ?? throw UnableToDeliver::isDamaged($frame->name);
        $picture = new OutputPicture($picture->inMemory());
        foreach ($due as $output => $one) {
            $this->file($frame, $picture, $caption, $mark, $output, $one);
        }
    }

    /**
     * What a file is made of, and how.
     *
     * @param  Caption|null  $caption  of the frame, where it is known already
     *
     * @throws UnableToDeliver
     */
    public function fingerprint(Frame $frame, OutputPlan $plan, ?Caption $caption = null): string
    {
        return self::printed(
            $frame,
            $plan,
            self::finished($frame, $plan),
            $caption ?? self::caption($frame),
            $plan->isMarked ? self::mark($frame) : null,
        );
    }

    private static function printed(
        Frame $frame,
        OutputPlan $plan,
        FinishedPicture $finished,
        Caption $caption,
        ?Watermark $mark,
    ): string {
        $judgement =
            $plan->metadata === MetadataScope::All
                ? [$frame->verdict->xmpRating($frame->rating), $frame->label()]
                : [];

        return hash(
            'xxh128',
            serialize([
                $finished->hash(),
                $plan->toArray(),
                $plan->metadata->of($caption)->values(),
                $frame->taken_ms,
                $judgement,
                $plan->isMarked ? $mark?->fingerprint() : '',
            ]),
        );
    }

    private static function caption(Frame $frame): Caption
    {
        return FrameCaption::query()->find($frame->id)?->caption() ?? Caption::of([]);
    }

    private static function mark(Frame $frame): ?Watermark
    {
        return Watermark::of([
            'text' => $frame->shoot->studio->name,
            'image' => $frame->shoot->studio->logo_path,
            'place' => 'bottom right',
            'size' => 22,
            'opacity' => 80,
        ]);
    }

    /** @param  array{plan: OutputPlan, path: string, fingerprint: string, before: OutputFile|null}  $one */
    private function file(
        Frame $frame,
        OutputPicture $picture,
        Caption $caption,
        ?Watermark $mark,
        int $output,
        array $one,
    ): void {
        $target = config('kanpai.outputs').'/'.$one['path'];
        Disk::makeFolder(dirname($target), 0700);
        $part = dirname($target).'/.'.bin2hex(random_bytes(6)).'.part.'.$one['plan']->format->ending();
        try {
            [$width, $height] = $picture->save($one['plan'], $mark, $part, $this->words($one['plan'], $caption));
            $this->say($frame, $one['plan'], $caption, $part);
            $facts = self::facts($part, $width, $height);
            rename($part, $target);
        } finally {
            @unlink($part);
        }
        OutputFile::query()->updateOrCreate(
            ['output_id' => $output, 'frame_id' => $frame->id],
            ['path' => $one['path'], 'fingerprint' => $one['fingerprint'], ...$facts],
        );
        if ($one['before'] !== null && $one['before']->path !== $one['path']) {
            self::removeUnnamed($one['before']->path);
        }
    }

    private function say(Frame $frame, OutputPlan $plan, Caption $caption, string $file): void
    {
        if ($plan->metadata !== MetadataScope::None) {
            $this->exifTool->write($file, $this->tags($frame, $plan, $caption));
        }
    }

    /** @return array{bytes: int, hash: string, width: int, height: int, made_at: CarbonImmutable} */
    private static function facts(string $file, int $width, int $height): array
    {
        clearstatcache(true, $file);

        return [
            'bytes' => (int) filesize($file),
            'hash' => (string) hash_file('xxh128', $file),
            'width' => $width,
            'height' => $height,
            'made_at' => now()->toImmutable(),
        ];
    }

    /** What no output calls its own any more, since its file has another name now. */
    private static function removeUnnamed(string $path): void
    {
        if (OutputFile::query()->where('path', $path)->doesntExist()) {
            @unlink(config('kanpai.outputs').'/'.$path);
        }
    }

    /** @return list<array{string, string}> */
    private function tags(Frame $frame, OutputPlan $plan, Caption $caption): array
    {
        $tags = EmbeddedCaption::tags(
            $plan->metadata->of($caption),
            $frame->taken_ms,
            $frame->shoot->zone(),
            max(0, $frame->verdict->xmpRating($frame->rating)),
            $plan->metadata === MetadataScope::All ? $frame->label() : '',
        );
        // WebP has no place for IIM.
        $isLeft = fn (string $name): bool => ! Str::startsWith($name, ['IPTC:', 'Photoshop:']);

        return array_values(
            array_filter(
                $tags,
                fn (array $tag): bool => $tag[1] !== '' &&
                    ($plan->format->value !== 'webp' || $isLeft($tag[0])) &&
                    ($plan->metadata === MetadataScope::All || $tag[0] !== 'XMP-xmp:Rating'),
            ),
        );
    }

    private function words(OutputPlan $plan, Caption $caption): int
    {
        return $plan->metadata === MetadataScope::None
            ? 0
            : 8_000 + 4 * strlen(implode('', $plan->metadata->of($caption)->values()));
    }
}
