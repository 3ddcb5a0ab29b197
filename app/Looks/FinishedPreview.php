<?php

declare(strict_types=1);

namespace App\Looks;

use App\Copies\Disk;
use App\Copies\VerifiedPicture;
use App\Frames\Frame;
use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Imaging\PreviewMaker;
use App\Imaging\UnableToMakePicture;
use Kanpai\Core\Looks\ColourSource;
use Kanpai\Core\Looks\Look;

/**
 * The preview of a frame as it goes out: with its look, a raw file developed. Made when somebody needs it, under a name
 * that says what it was made of; in a worker alone.
 *
 * @throws UnableToMakePicture
 */
final readonly class FinishedPreview
{
    private const QUALITY = 85;

    public function __construct(private Finisher $finisher, private Raws $raws, private Lenses $lenses)
    {
    }

    /**
     * Which picture it is: another name stands for another picture.
     *
     * @param  string  $use  that it is made for; empty for none in particular
     */
    public static function name(Frame $frame, string $use = ''): string
    {
        return FrameLook::ofFrame($frame, $use)->large_path ?? (string) $frame->large_path;
    }

    /** At most as large as previews are. */
    public function picture(Frame $frame, string $use = ''): Picture
    {
        $look = FrameLook::ofFrame($frame, $use);
        if ($look === null || $look->large_path === null) {
            return $this->made($frame, Look::plain());
        }
        if (! is_file(self::folder()."/{$look->large_path}")) {
            $this->make($frame, $look);
        }

        return PictureReader::jpeg(self::folder()."/{$look->large_path}");
    }

    /** @return array{int, int} pixels of the finished picture in full size */
    public static function size(Frame $frame, string $use = ''): array
    {
        $framing = FrameLook::ofFrame($frame, $use)?->look()->framing;

        return $framing === null || $frame->width * $frame->height === 0
            ? [$frame->width, $frame->height]
            : $framing->size($frame->width, $frame->height);
    }

    public function make(Frame $frame, FrameLook $look): void
    {
        $picture = $this->made($frame, $look->look())->inMemory();
        self::save($picture, (string) $look->large_path);
        self::save($picture->within(PreviewMaker::SMALL), (string) $look->small_path);
        // As long as the look is still this one: it may have been changed meanwhile.
        FrameLook::query()->whereKey($look->id)->where('large_path', $look->large_path)->update(['is_made' => true]);
        self::removeOthers($frame, $look);
    }

    /** Previews of looks that the frame has no more. */
    private static function removeOthers(Frame $frame, FrameLook $look): void
    {
        $kept = FrameLook::query()->where('frame_id', $frame->id)->get(['large_path', 'small_path']);
        $names = [...$kept->pluck('large_path')->all(), ...$kept->pluck('small_path')->all()];
        foreach (glob(self::folder().'/'.dirname((string) $look->large_path).'/*-[ls].jpg') ?: [] as $file) {
            in_array(substr($file, strlen(self::folder()) + 1), $names, true) || @unlink($file);
        }
    }

    private function made(Frame $frame, Look $look): Picture
    {
        [$picture, $source] = $this->raw($frame) ?? [self::preview((string) $frame->large_path), null];
        $isPlain = $look == Look::plain() && $source === null;

        return $isPlain
            ? $picture
            : $this->finisher->finish($picture, $look, $source, $this->lenses->correction($frame));
    }

    /** @return array{Picture, ColourSource}|null null where the frame is not finished from a raw file */
    private function raw(Frame $frame): ?array
    {
        $source = SourceOfFrame::of($frame);
        if ($source === null || ! $source->isRaw) {
            return null;
        }
        $raw = RawOfFrame::ofFrame($frame);
        if ($raw === null || ($raw->path === null && $raw->problem === null)) {
            $this->develop($frame, $source);
            $raw = RawOfFrame::query()->find($frame->id);
        }
        $colours = $raw?->source();

        return $raw?->path === null || $colours === null ? null : [self::preview($raw->path), $colours];
    }

    private function develop(Frame $frame, VerifiedPicture $source): void
    {
        $file = sys_get_temp_dir().'/kanpai-'.bin2hex(random_bytes(8));
        try {
            $source->copyTo($file) && $this->raws->preview($frame, $file);
        } finally {
            @unlink($file);
        }
    }

    private static function preview(string $path): Picture
    {
        return PictureReader::jpeg(self::folder()."/{$path}");
    }

    private static function save(Picture $picture, string $path): void
    {
        $target = self::folder()."/{$path}";
        Disk::makeFolder(dirname($target), 0700);
        $part = $target.'.'.bin2hex(random_bytes(4)).'.part.jpg';
        PictureWriter::jpeg($picture, $part, self::QUALITY);
        rename($part, $target);
    }

    private static function folder(): string
    {
        return (string) config('kanpai.pictures');
    }
}
