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

    private readonly string $ends;

    private readonly string $secret;

    /** @param  int|null  $before  second at which it ends at the latest */
    public function __construct(?int $before = null)
    {
        $this->ends = (string) min((intdiv(time(), self::DAY) + 2) * self::DAY, $before ?? PHP_INT_MAX);
        $this->secret = (string) config('kanpai.picture_secret');
    }

    /**
     * The address of one of many pictures.
     *
     * @param  string|null  $path  below the folder of pictures
     */
    public function to(?string $path): string
    {
        if ($path === null) {
            return '';
        }
        $signature = rtrim(strtr(base64_encode(md5("{$this->ends}/{$path} {$this->secret}", true)), '+/', '-_'), '=');

        return "/pictures/{$signature}/{$this->ends}/{$path}";
    }

    /** @param  int|null  $before  second at which it ends at the latest */
    public static function of(string $path, ?int $before = null): string
    {
        return (new self($before))->to($path);
    }

    public static function orNothing(?string $path): string
    {
        return $path === null ? '' : self::of($path);
    }
}
