<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver\Package;

/** Parts files among ZIPs that are no larger than wanted. */
final class ZipSplit
{
    /**
     * Bytes that a stored file takes beside itself: local header 30 and zip64 20, central header 46 and zip64 28, its
     * name twice (APPNOTE.TXT, 4.3.7, 4.3.12, 4.5.3).
     */
    private const AROUND = 124;

    /** The end of a ZIP with zip64 (4.3.14 to 4.3.16), and what the list of checksums takes without its lines. */
    private const END = 98 + self::AROUND + 64;

    /** A line of the list of checksums without the name. */
    private const LINE = 35;

    /**
     * In the order given, so that each ZIP is a stretch of time; a file that is larger than a ZIP may be gets one
     * alone.
     *
     * @param  array<int, array{name: string, bytes: int}>  $files
     * @param  int|null  $most  bytes of one ZIP; null for one ZIP of all
     * @return list<non-empty-list<int>> keys of the files
     */
    public static function of(array $files, ?int $most): array
    {
        $zips = [];
        $room = 0;
        foreach ($files as $key => ['name' => $name, 'bytes' => $bytes]) {
            $needs = $bytes + self::AROUND + self::LINE + 3 * strlen($name);
            if ($zips === [] || ($most !== null && $needs > $room)) {
                $zips[] = [$key];
                $room = ($most ?? 0) - self::END - $needs;
            } else {
                $zips[count($zips) - 1][] = $key;
                $room -= $needs;
            }
        }

        return $zips;
    }

    /** @param  positive-int  $number */
    public static function name(string $name, int $number, int $of): string
    {
        return $of === 1 ? "{$name}.zip" : sprintf('%s-%0'.strlen((string) $of).'d-of-%d.zip', $name, $number, $of);
    }
}
