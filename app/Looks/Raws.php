<?php

declare(strict_types=1);

namespace App\Looks;

use App\Copies\Disk;
use App\Frames\Frame;
use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Imaging\PreviewMaker;
use App\Imaging\RawDeveloper;
use App\Imaging\RawFacts;
use App\Imaging\UnableToMakePicture;
use App\Ingest\EmbeddedPictures;
use InvalidArgumentException;
use Kanpai\Core\Looks\ColourSource;

/** Raw files of frames: what their values mean, and pictures in the colours of their sensors. */
final readonly class Raws
{
    /** Of a preview in the colours of the sensor: half a step of error in the mean, at 300 KB. */
    private const QUALITY = 92;

    /** Whole pictures of one card that are kept: 5 to 20 MB each. */
    private const KEPT = 12;

    public function __construct(private RawDeveloper $developer, private EmbeddedPictures $embedded)
    {
    }

    /** Whether it was tried, and cannot be developed. */
    public static function isUnusable(Frame $frame): bool
    {
        return RawOfFrame::ofFrame($frame)?->problem !== null;
    }

    /**
     * The whole picture of a raw file, and what its values mean: null for what the camera embedded, where it cannot be
     * developed.
     *
     * @param  string  $file  a copy of it
     * @param  (callable(ColourSource): void)|null  $meanwhile  what can be done while it is developed
     * @return array{Picture, ColourSource|null}
     *
     * @throws UnableToMakePicture
     */
    public function whole(Frame $frame, string $file, ?callable $meanwhile = null): array
    {
        return $this->developed($frame, $file, false, $meanwhile) ??
            [PictureReader::jpegBytes($this->embedded->largest($file)['bytes']), null];
    }

    /**
     * @param  (callable(ColourSource): void)|null  $meanwhile
     * @return array{Picture, ColourSource}|null
     */
    private function developed(Frame $frame, string $file, bool $isHalf, ?callable $meanwhile = null): ?array
    {
        if (self::isUnusable($frame)) {
            return null;
        }
        try {
            $facts = $this->developer->facts($file);
            $source = ColourSource::camera($facts->toSrgb, $facts->asShot, $facts->daylight, $facts->stops);
            $picture = $this->developer->develop(
                $file,
                $isHalf,
                $meanwhile === null ? null : fn () => $meanwhile($source),
            );
            $this->note($frame, ['colours' => self::colours($facts)]);

            return [$picture, $source];
        } catch (UnableToMakePicture|InvalidArgumentException $reason) {
            $this->giveUp($frame, $reason->getMessage());

            return null;
        }
    }

    /** @return array<string, mixed> */
    private static function colours(RawFacts $facts): array
    {
        return [
            'toSrgb' => $facts->toSrgb,
            'asShot' => $facts->asShot,
            'daylight' => $facts->daylight,
            'stops' => $facts->stops,
        ];
    }

    /**
     * Makes the preview in the colours of the sensor, for the page and for proofs.
     *
     * @param  string  $file  a copy of the raw file
     */
    public function preview(Frame $frame, string $file): void
    {
        $isHalf = max($frame->width, $frame->height) >= 2 * PreviewMaker::LARGE;
        $developed = $this->developed($frame, $file, $isHalf);
        if ($developed === null) {
            return;
        }
        $path = dirname((string) $frame->large_path)."/{$frame->id}-raw.jpg";
        $picture = $developed[0]->within(PreviewMaker::LARGE)->shallow()->inMemory();
        self::save($picture, config('kanpai.pictures')."/{$path}");
        $this->note($frame, ['path' => $path, 'width' => $picture->width(), 'height' => $picture->height()]);
    }

    /** Below the folder of pictures. */
    public static function wholeName(Frame $frame): string
    {
        return dirname((string) $frame->large_path)."/whole/{$frame->id}-raw.jpg";
    }

    public function wholePath(Frame $frame): string
    {
        return config('kanpai.pictures').'/'.self::wholeName($frame);
    }

    /**
     * Keeps all pixels in the colours of the sensor, for somebody who looks at them; of those that were looked at
     * before, the last few.
     *
     * @param  string  $file  a copy of the raw file
     *
     * @throws UnableToMakePicture
     */
    public function keepWhole(Frame $frame, string $file): void
    {
        $developed = $this->developed($frame, $file, false);
        if ($developed === null) {
            return;
        }
        $target = $this->wholePath($frame);
        self::save($developed[0]->shallow(), $target);
        $all = glob(dirname($target).'/*-raw.jpg') ?: [];
        usort($all, fn (string $one, string $other): int => (int) @filemtime($other) <=> (int) @filemtime($one));
        array_map(fn (string $old): bool => @unlink($old), array_slice($all, self::KEPT));
    }

    private static function save(Picture $picture, string $target): void
    {
        Disk::makeFolder(dirname($target), 0700);
        $part = $target.'.'.bin2hex(random_bytes(4)).'.part.jpg';
        PictureWriter::fullColours($picture, $part, self::QUALITY);
        rename($part, $target);
    }

    /** Notes why it cannot be developed; what the camera embedded is all there is. */
    public function giveUp(Frame $frame, string $reason): void
    {
        $this->note($frame, ['problem' => mb_substr($reason, 0, 255)]);
    }

    /** @param  array<string, mixed>  $facts */
    private function note(Frame $frame, array $facts): void
    {
        RawOfFrame::query()->updateOrCreate(
            ['frame_id' => $frame->id],
            ['shoot_id' => $frame->shoot_id, ...$facts, 'developed_at' => now()],
        );
        $frame->unsetRelation('raw');
    }
}
