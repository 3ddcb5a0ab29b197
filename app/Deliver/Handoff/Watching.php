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
        if (
            $shoot->watched === null ||
            ! in_array($shoot->watched, StudioFolders::of($shoot->studio_id)->watchable(), true)
        ) {
            return 0;
        }
        $known = array_flip(
            ReturnedFile::query()->where('shoot_id', $shoot->id)->whereNotNull('seen')->pluck('seen')->all(),
        );
        $found = 0;
        clearstatcache();
        foreach (scandir($shoot->watched) ?: [] as $name) {
            $path = "{$shoot->watched}/{$name}";
            if (
                $name[0] === '.' ||
                is_link($path) ||
                ! is_file($path) ||
                ! in_array(strtolower(pathinfo($name, PATHINFO_EXTENSION)), self::ENDINGS, true)
            ) {
                continue;
            }
            [$bytes, $changed] = [(int) filesize($path), (int) filemtime($path)];
            $seen = hash('xxh128', "{$path} {$bytes} {$changed}");
            if ($bytes > 0 && $changed <= time() - self::REST && ! isset($known[$seen])) {
                $this->returning->note($shoot, null, $name, $path, $seen);
                $found++;
            }
        }

        return $found;
    }
}
