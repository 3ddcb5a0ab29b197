<?php

declare(strict_types=1);

namespace App\Imaging;

/** Preview, thumbnail and what they look like of a frame, all from one decoding. */
final class PreviewMaker
{
    /** Long side in pixels: what a quarter of a 24-megapixel frame has, so that the decoder does the work. */
    public const LARGE = 1500;

    public const SMALL = 375;

    /**
     * @param  string|null  $jpeg  bytes to be decoded instead of the file
     * @param  int  $longSide  pixels of the whole picture
     *
     * @throws UnableToMakePicture
     */
    public function make(string $path, ?string $jpeg, int $longSide, string $large, string $small): ImageFeatures
    {
        $shrink = 1;
        foreach ([2, 4, 8] as $candidate) {
            if (intdiv($longSide + $candidate - 1, $candidate) >= self::LARGE) {
                $shrink = $candidate;
            }
        }
        $picture = $jpeg === null ? PictureReader::jpeg($path, $shrink) : PictureReader::jpegBytes($jpeg, $shrink);
        $preview = $picture->within(self::LARGE)->inMemory();
        $this->save($preview, $large, 80);
        $thumbnail = $preview->within(self::SMALL)->inMemory();
        $this->save($thumbnail, $small, 80);

        return ImageFeatures::of($preview, $thumbnail);
    }

    /** @param  int<1, 100>  $quality */
    private function save(Picture $picture, string $path, int $quality): void
    {
        PictureWriter::jpeg($picture, $path.'.part.jpg', $quality);
        rename($path.'.part.jpg', $path);
    }
}
