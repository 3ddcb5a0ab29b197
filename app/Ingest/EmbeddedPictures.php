<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Imaging\ExifTool;
use App\Imaging\UnableToMakePicture;
use Kanpai\Core\Imaging\ByteSource;
use Kanpai\Core\Imaging\UnreadableFile;
use Kanpai\Core\Ingest\ExifReader;
use Kanpai\Core\Ingest\OrientedThumbnail;

/**
 * Finds the largest JPEG in a raw file: by our own reader where the file is laid out as TIFF, else by exiftool.
 */
final class EmbeddedPictures
{
    /** Where cameras put their previews, by exiftool's names, the larger first. */
    private const TAGS = ['JpgFromRaw', 'PreviewImage', 'JpgFromRaw2', 'OtherImage', 'ThumbnailImage'];

    public function __construct(private readonly ExifReader $reader)
    {
    }

    /**
     * @return array{bytes: string, pixels: int} the JPEG, and the pixels of its long side
     *
     * @throws UnableToMakePicture when there is none
     */
    public function largest(string $path): array
    {
        $best =
            $this->inTiff($path) ??
            ($this->byExifTool($path) ??
                throw UnableToMakePicture::because('show the raw file', 'no preview is embedded in it'));

        return ['bytes' => $best, 'pixels' => self::longSide($best)];
    }

    /**
     * The smallest that serves as a first picture, for a raw file that is not laid out as TIFF.
     */
    public function small(string $path): string
    {
        foreach (array_reverse(self::TAGS) as $tag) {
            $bytes = ExifTool::binary($path, $tag);
            if (str_starts_with($bytes, "\xFF\xD8")) {
                return $bytes;
            }
        }

        return '';
    }

    private function inTiff(string $path): ?string
    {
        try {
            $source = ByteSource::ofFile($path);
            $exif = $this->reader->read($source);
        } catch (UnreadableFile) {
            return null;
        }
        $bytes = ($exif->previews[0] ?? null)?->bytes($source) ?? '';

        return str_starts_with($bytes, "\xFF\xD8") ? $this->upright($bytes, $exif->orientation) : null;
    }

    /**
     * A picture inside a raw file lies as the sensor does, unless it says itself how it is turned.
     *
     * @param  int<1, 8>  $orientation  of the raw file
     */
    private function upright(string $jpeg, int $orientation): string
    {
        try {
            $own = $this->reader->read(ByteSource::ofString($jpeg))->orientation;
        } catch (UnreadableFile) {
            $own = 1;
        }

        return $own === 1 ? OrientedThumbnail::of($jpeg, $orientation) : $jpeg;
    }

    private function byExifTool(string $path): ?string
    {
        $best = null;
        foreach (self::TAGS as $tag) {
            $bytes = ExifTool::binary($path, $tag);
            if (str_starts_with($bytes, "\xFF\xD8") && strlen($bytes) > strlen((string) $best)) {
                $best = $bytes;
            }
        }

        return $best;
    }

    private static function longSide(string $jpeg): int
    {
        try {
            $exif = (new ExifReader())->read(ByteSource::ofString($jpeg));
        } catch (UnreadableFile $reason) {
            throw UnableToMakePicture::because('show the raw file', $reason->getMessage());
        }

        return max($exif->width, $exif->height);
    }
}
