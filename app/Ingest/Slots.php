<?php

declare(strict_types=1);

namespace App\Ingest;

use FilesystemIterator;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use SplFileInfo;

/**
 * The slots that the server sees: folders below the allowed roots that look like cards.
 *
 * @phpstan-type CardListing list<array{path: string, size: int, modifiedAt: int}>
 */
final class Slots
{
    /** @return list<array{slot: string, path: string, name: string}> */
    public function all(): array
    {
        $slots = [];
        foreach ($this->roots() as $number => $root) {
            foreach (glob($root.'/*', GLOB_ONLYDIR) ?: [] as $folder) {
                if (! is_link($folder) && is_dir($folder.'/DCIM')) {
                    $slots[] = ['slot' => $number.'/'.basename($folder), 'path' => $folder, 'name' => basename($folder)];
                }
            }
        }

        return $slots;
    }

    /**
     * @param  string  $slot  as `all` names it
     * @return string absolute path
     *
     * @throws UnusableSlot when it is not directly below an allowed root
     */
    public function path(string $slot): string
    {
        if (preg_match('~^(\d+)/([^/\0]+)$~', $slot, $m) !== 1 || in_array($m[2], ['.', '..'], true)) {
            throw UnusableSlot::isOutside();
        }
        $root = $this->roots()[(int) $m[1]] ?? throw UnusableSlot::isOutside();
        $path = $root.'/'.$m[2];
        if (is_link($path)) {
            throw UnusableSlot::isOutside();
        }

        return is_dir($path) ? $path : throw UnusableSlot::isGone($m[2]);
    }

    /**
     * What lies on a card. Links are not followed, hidden files of computers are left out.
     *
     * @return CardListing
     */
    public function files(string $card): array
    {
        if (! is_dir($card)) {
            throw UnusableSlot::isGone(basename($card));
        }
        $files = [];
        $walk = new RecursiveIteratorIterator(new \RecursiveCallbackFilterIterator(
            new RecursiveDirectoryIterator($card, FilesystemIterator::SKIP_DOTS | FilesystemIterator::UNIX_PATHS),
            fn (SplFileInfo $file): bool => ! $file->isLink() && ! str_starts_with($file->getFilename(), '.'),
        ));
        foreach ($walk as $file) {
            assert($file instanceof SplFileInfo);
            $files[] = ['path' => substr($file->getPathname(), strlen($card) + 1), 'size' => (int) $file->getSize(), 'modifiedAt' => (int) $file->getMTime()];
        }

        return $files;
    }

    /**
     * The name that a file system gives itself, where the folder is one of its own and the system tells.
     *
     * @param  string  $names  folder with a link for each, as udev makes it
     */
    public static function volume(string $path, string $names = '/dev/disk/by-uuid'): string
    {
        $card = @stat($path);
        $above = @stat(dirname($path));
        if ($card === false || $above === false || $card['dev'] === $above['dev']) {
            return '';
        }
        foreach (glob($names.'/*') ?: [] as $name) {
            $device = @stat($name);
            if ($device !== false && $device['rdev'] === $card['dev']) {
                return substr(basename($name), 0, 80);
            }
        }

        return '';
    }

    /** @return list<string> */
    private function roots(): array
    {
        return array_values(array_filter(array_map(fn (string $root): string => (string) realpath($root), (array) config('kanpai.roots'))));
    }
}
