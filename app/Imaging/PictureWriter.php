<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI;

/**
 * Writes pictures.
 *
 * @throws UnableToMakePicture
 */
final class PictureWriter
{
    private const TIFF_LZW = 5;

    private const SUBSAMPLE_OFF = 2;

    /**
     * A file with a colour profile. A picture that is bare brings nothing else into it.
     *
     * @param  'jpeg'|'tiff'|'webp'  $format
     * @param  int<1, 100>  $quality
     * @param  string  $profile  the name of one that libvips has, or a path
     */
    public static function file(
        Picture $picture,
        string $path,
        string $format,
        int $quality,
        string $profile = 'srgb',
    ): void {
        $library = Vips::library();
        $image = $picture->image();
        $result = match ($format) {
            'jpeg' => $library->vips_jpegsave(
                $image,
                $path,
                'Q',
                $quality,
                'optimize_coding',
                1,
                'profile',
                $profile,
                null,
            ),
            'webp' => $library->vips_webpsave($image, $path, 'Q', $quality, 'profile', $profile, null),
            'tiff' => $library->vips_tiffsave($image, $path, 'compression', self::TIFF_LZW, 'profile', $profile, null),
        };
        Vips::check($result, 'write '.basename($path));
    }

    /**
     * A JPEG with nothing but pixels.
     *
     * @param  int<1, 100>  $quality
     */
    public static function jpeg(Picture $picture, string $path, int $quality = 82): void
    {
        $result = Vips::library()->vips_jpegsave(
            $picture->image(),
            $path,
            'Q',
            $quality,
            'strip',
            1,
            'optimize_coding',
            0,
            null,
        );
        Vips::check($result, 'write '.basename($path));
    }

    /**
     * A JPEG with nothing but pixels, each with colours of its own.
     *
     * @param  int<1, 100>  $quality
     */
    public static function fullColours(Picture $picture, string $path, int $quality): void
    {
        $result = Vips::library()->vips_jpegsave(
            $picture->image(),
            $path,
            'Q',
            $quality,
            'strip',
            1,
            'subsample_mode',
            self::SUBSAMPLE_OFF,
            null,
        );
        Vips::check($result, 'write '.basename($path));
    }

    public static function png(Picture $picture, string $path): void
    {
        $result = Vips::library()->vips_pngsave($picture->image(), $path, 'strip', 1, null);
        Vips::check($result, 'write '.basename($path));
    }

    /** @param  int<1, 100>  $quality */
    public static function jpegBytes(Picture $picture, int $quality = 82): string
    {
        $buffer = Vips::fresh('void*');
        $length = Vips::fresh('size_t');
        $result = Vips::library()->vips_jpegsave_buffer(
            $picture->image(),
            FFI::addr($buffer),
            FFI::addr($length),
            'Q',
            $quality,
            'strip',
            1,
            null,
        );
        Vips::check($result, 'write a JPEG');
        $bytes = FFI::string($buffer, $length->cdata);
        Vips::library()->g_free($buffer);

        return $bytes;
    }
}
