<?php

declare(strict_types=1);

namespace App\Looks;

use App\Copies\VerifiedPicture;
use App\Frames\Frame;
use App\Imaging\ExifTool;
use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Imaging\UnableToMakePicture;
use Kanpai\Core\Looks\ColourSource;
use Kanpai\Core\Looks\Look;
use Kanpai\Core\Looks\LookValues;

/**
 * The picture of a frame in full size as it goes out: from a verified copy, developed where it is a raw file, with the
 * look of the frame. Without a look, a JPEG is what the camera wrote.
 */
final readonly class FinishedPicture
{
    private const QUALITY = 95;

    private function __construct(private Frame $frame, private VerifiedPicture $source, private ?FrameLook $look)
    {
    }

    /**
     * @param  string  $use  that it is made for; empty for none in particular
     * @return self|null null where no copy of the frame was ever verified
     */
    public static function of(Frame $frame, string $use = ''): ?self
    {
        $source = SourceOfFrame::of($frame);

        return $source === null ? null : new self($frame, $source, FrameLook::ofFrame($frame, $use));
    }

    /** What it is made of, and how. */
    public function hash(): string
    {
        return $this->isAsItIs()
            ? $this->source->hash()
            : hash('xxh128', serialize([
                $this->source->hash(),
                LookValues::ofPicture($this->look->values ?? []),
                Finisher::VERSION,
            ]));
    }

    /** Whether it is the file itself, byte for byte. */
    private function isAsItIs(): bool
    {
        return $this->look === null && ! $this->source->isRaw;
    }

    /**
     * All its pixels, upright; with the profile of its file where it has no look.
     *
     * @return Picture|null null where no copy is whole any more
     *
     * @throws UnableToMakePicture when it cannot be read
     */
    public function picture(): ?Picture
    {
        $file = self::temporary();
        try {
            return $this->source->copyTo($file) ? $this->finished($file) : null;
        } finally {
            @unlink($file);
        }
    }

    private function finished(string $file): Picture
    {
        $look = $this->look?->look() ?? Look::plain();
        $finisher = app(Finisher::class);
        $lens = app(Lenses::class)->correction($this->frame);
        if ($this->source->isRaw) {
            [$picture, $source] = $this->developed($file, $look);

            return $finisher->finish($picture, $look, $source, $lens);
        }
        $picture = $this->source->isJpeg ? PictureReader::jpeg($file) : PictureReader::file($file);

        return $this->look === null
            ? $picture
            : $finisher->finish($picture->inSrgb()->inEightBits()->bare(), $look, null, $lens);
    }

    /**
     * While LibRaw is at work, the tables of colours are made.
     *
     * @return array{Picture, ColourSource|null}
     */
    private function developed(string $file, Look $look): array
    {
        $prepare = fn (ColourSource $source) => app(Finisher::class)->prepare($look, $source);

        return app(Raws::class)->whole($this->frame, $file, $prepare);
    }

    /**
     * As a JPEG file. False where no copy is whole any more.
     *
     * @throws UnableToMakePicture
     */
    public function jpegTo(string $target): bool
    {
        if ($this->isAsItIs()) {
            return $this->source->jpegTo($target);
        }
        $file = self::temporary();
        try {
            if (! $this->source->copyTo($file)) {
                return false;
            }
            PictureWriter::file($this->finished($file), $target, 'jpeg', self::QUALITY);
            app(ExifTool::class)->carry($file, $target);

            return true;
        } finally {
            @unlink($file);
        }
    }

    private static function temporary(): string
    {
        return sys_get_temp_dir().'/kanpai-'.bin2hex(random_bytes(8));
    }
}
