<?php

declare(strict_types=1);

namespace App\Studio;

/**
 * Addresses of pictures that nginx checks by itself (secure_link): a signature, an end, a path.
 *
 * The end is the same for a whole day, so that browsers keep pictures.
 */
final class PictureAddress
{
    private const DAY = 86_400;

    /**
     * @param  string  $path  below the folder of pictures
     * @param  int|null  $before  second at which it ends at the latest
     */
    public static function of(string $path, ?int $before = null): string
    {
        $ends = min((intdiv(time(), self::DAY) + 2) * self::DAY, $before ?? PHP_INT_MAX);

        return '/pictures/'.self::signature($path, $ends).'/'.$ends.'/'.$path;
    }

    public static function orNothing(?string $path): string
    {
        return $path === null ? '' : self::of($path);
    }

    private static function signature(string $path, int $ends): string
    {
        return rtrim(
            strtr(base64_encode(md5("{$ends}/{$path} ".config('kanpai.picture_secret'), true)), '+/', '-_'),
            '=',
        );
    }
}
