<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Studio\Shoot;
use App\Studio\StudioFolders;

/**
 * A folder into which a raw editor writes its results: each file in it that is whole is taken in, once for each time it
 * was written. Nothing in it is changed.
 */
final class Watching
{
    private const ENDINGS = ['jpg', 'jpeg', 'tif', 'tiff', 'png'];

    /** Seconds for which a file has to rest before it is taken for whole. */
    private const REST = 3;

    public function __construct(private readonly Returning $returning)
    {
    }

    /** @return int how many files were found that are new, or were written anew */
    public function look(Shoot $shoot): int
    {
        $folder = $shoot->watched;
        if ($folder === null || ! in_array($folder, StudioFolders::of($shoot->studio_id)->watchable(), true)) {
            return 0;
        }
        $known = ReturnedFile::query()->where('shoot_id', $shoot->id)->whereNotNull('seen')->pluck('id', 'seen');
        $found = 0;
        foreach (self::pictures($folder) as $path) {
            $seen = self::seen($path);
            if ($seen !== null && ! isset($known[$seen])) {
                $this->returning->note($shoot, null, basename($path), $path, $seen);
                $found++;
            }
        }

        return $found;
    }

    /** A file as it is now; null while it is still being written. */
    private static function seen(string $path): ?string
    {
        [$bytes, $changed] = [(int) filesize($path), (int) filemtime($path)];

        return $bytes > 0 && $changed <= time() - self::REST ? hash('xxh128', "{$path} {$bytes} {$changed}") : null;
    }

    /** @return list<string> paths of files that may be pictures */
    private static function pictures(string $folder): array
    {
        clearstatcache();
        $isPicture = fn (string $name): bool => $name[0] !== '.' &&
            ! is_link("{$folder}/{$name}") &&
            is_file("{$folder}/{$name}") &&
            in_array(strtolower(pathinfo($name, PATHINFO_EXTENSION)), self::ENDINGS, true);

        $names = array_values(array_filter(scandir($folder) ?: [], $isPicture));

        return array_map(fn (string $name): string => "{$folder}/{$name}", $names);
    }
}
