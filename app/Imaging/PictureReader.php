<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI;
use FFI\CData;

/**
 * Decodes pictures, upright as their Exif orientation says. A file that is broken or cut short is refused.
 *
 * @throws UnableToMakePicture
 */
final class PictureReader
{
    /** The most that a header may claim; the largest cameras have 150 million. */
    public const MOST_PIXELS = 200_000_000;

    private const FAIL_ON_TRUNCATED = 3;

    private const RANDOM_ACCESS = 0;

    private const FROM_THE_TOP = 1;

    /** In the order of the file: what is decoded goes to where it stays. */
    private const HOW = ['access', self::FROM_THE_TOP, 'fail_on', self::FAIL_ON_TRUNCATED, null];

    /** @param  1|2|4|8  $shrink  division done inside the DCT, at almost no cost */
    public static function jpeg(string $path, int $shrink = 1): Picture
    {
        return self::loaded('read the JPEG '.basename($path), $shrink, null, fn (CData $out): int => Vips::library()
            ->vips_jpegload($path, $out, 'shrink', $shrink, ...self::HOW));
    }

    /** @param  1|2|4|8  $shrink */
    public static function jpegBytes(string $bytes, int $shrink = 1): Picture
    {
        $length = strlen($bytes);

        return self::loaded('read the JPEG', $shrink, $bytes, fn (CData $out): int => Vips::library()
            ->vips_jpegload_buffer($bytes, $length, $out, 'shrink', $shrink, ...self::HOW));
    }

    public static function svg(string $svg, float $scale = 1.0): Picture
    {
        $out = Vips::out();
        $result = Vips::library()->vips_svgload_buffer(
            $svg,
            strlen($svg),
            FFI::addr($out),
            'scale',
            $scale,
            'unlimited',
            1,
            null,
        );
        Vips::check($result, 'draw the SVG');

        return Picture::of($out, $svg)->inMemory();
    }

    /** Any kind of picture that is known: PNG, JPEG, WebP, SVG. */
    public static function bytes(string $bytes): Picture
    {
        $image = Vips::library()->vips_image_new_from_buffer($bytes, strlen($bytes), '', null);

        return self::upright($image, $bytes);
    }

    /** Any kind of picture file that is known, with eight bits a sample. */
    public static function file(string $path): Picture
    {
        // libvips takes brackets in a name for options, so that it is given a name without.
        $name = sys_get_temp_dir().'/kanpai-'.bin2hex(random_bytes(8));
        symlink((string) realpath($path), $name);
        try {
            $image = Vips::library()->vips_image_new_from_file(
                $name,
                'access',
                self::RANDOM_ACCESS,
                'fail_on',
                self::FAIL_ON_TRUNCATED,
                null,
            );

            return self::upright($image, null)->inEightBits()->inMemory();
        } finally {
            @unlink($name);
        }
    }

    /** A TIFF that Kanpai had written, with as many bits a sample as it has. */
    public static function deepFile(string $path): Picture
    {
        return self::loaded('read '.basename($path), 1, null, fn (CData $out): int => Vips::library()
            ->vips_tiffload($path, $out, ...self::HOW));
    }

    /** @param  callable(CData $out): int  $load */
    private static function loaded(string $doing, int $shrink, ?string $bytes, callable $load): Picture
    {
        $out = Vips::out();
        Vips::check($load(FFI::addr($out)), $doing);
        $picture = Picture::of($out, $bytes);
        self::checkSize($picture, $shrink);

        // Decoded once, into memory, before anything is turned.
        return $picture->inMemory()->upright()->inMemory();
    }

    private static function upright(?CData $image, ?string $bytes): Picture
    {
        $picture = Picture::of(Vips::given($image, 'read the picture'), $bytes);
        self::checkSize($picture, 1);

        return $picture->upright()->inMemory();
    }

    /** Nothing has been decoded yet when this refuses a header that claims more than any camera has. */
    private static function checkSize(Picture $picture, int $shrink): void
    {
        [$width, $height] = [$shrink * $picture->width(), $shrink * $picture->height()];
        if ($width * $height > self::MOST_PIXELS) {
            throw UnableToMakePicture::tooLarge($width, $height, self::MOST_PIXELS);
        }
    }
}
