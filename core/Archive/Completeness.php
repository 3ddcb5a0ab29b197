<?php

declare(strict_types=1);

namespace Kanpai\Core\Archive;

/** Whether a bag is complete (RFC 8493, section 3): every file that is listed is there, and none besides. */
final class Completeness
{
    /**
     * @param  array<string, string>  $payload  path => checksum, of the payload manifest
     * @param  array<string, int>  $there  path => bytes, of all files in the bag
     * @param  array<string, string>  $info  of bag-info.txt
     *
     * @throws InvalidBag
     */
    public static function check(array $payload, array $there, array $info): void
    {
        $missing = array_keys(array_diff_key($payload, $there));
        if ($missing !== []) {
            throw InvalidBag::missing(array_map(strval(...), $missing));
        }
        $data = array_filter(
            $there,
            fn (int|string $path): bool => str_starts_with((string) $path, 'data/'),
            ARRAY_FILTER_USE_KEY,
        );
        $more = array_keys(array_diff_key($data, $payload));
        if ($more !== []) {
            throw InvalidBag::more(array_map(strval(...), $more));
        }
        $oxum = self::oxum($data);
        if (isset($info['payload-oxum']) && $info['payload-oxum'] !== $oxum) {
            throw InvalidBag::oxum($info['payload-oxum'], $oxum);
        }
    }

    /** @param  array<string, int>  $data  path => bytes */
    public static function oxum(array $data): string
    {
        return array_sum($data).'.'.count($data);
    }
}
