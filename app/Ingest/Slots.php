<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\StudioFolders;
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
    /** Bytes; longer than any camera writes. */
    private const LONGEST_PATH = 2048;

    private const MOST_LEFT_OUT = 200;

    /** @return list<array{slot: string, path: string, name: string}> those of a studio */
    public function all(int $studio): array
    {
        $slots = [];
        foreach (self::roots($studio) as $number => $root) {
            foreach (glob($root.'/*', GLOB_ONLYDIR) ?: [] as $folder) {
                if (! is_link($folder) && is_dir($folder.'/DCIM')) {
                    $slots[] = [
                        'slot' => $number.'/'.basename($folder),
                        'path' => $folder,
                        'name' => basename($folder),
                    ];
                }
            }
        }

        return $slots;
    }

    /**
     * @param  string  $slot  as `all` names it
     * @return string absolute path
     *
     * @throws UnusableSlot when it is not directly below a root of the studio
     */
    public function path(int $studio, string $slot): string
    {
        if (preg_match('~^(\d+)/([^/\0]+)$~', $slot, $m) !== 1 || in_array($m[2], ['.', '..'], true)) {
            throw UnusableSlot::isOutside();
        }
        $root = self::roots($studio)[(int) $m[1]] ?? throw UnusableSlot::isOutside();
        $path = $root.'/'.$m[2];
        if (is_link($path)) {
            throw UnusableSlot::isOutside();
        }

        return is_dir($path) ? $path : throw UnusableSlot::isGone($m[2]);
    }

    /**
     * What lies on a card. Links are not followed; what computers leave on every disk is left out.
     *
     * @return CardListing
     *
     * @throws UnusableSlot when the card is gone, or a part of it cannot be listed
     */
    public function files(string $card): array
    {
        $files = [];
        foreach ($this->walk($card, fn (SplFileInfo $file): bool => CardEntry::isOfCard($file)) as $file) {
            if ($file->isDir()) {
                continue;
            }
            $path = substr($file->getPathname(), strlen($card) + 1);
            if (strlen($path) > self::LONGEST_PATH) {
                throw UnusableSlot::pathIsTooLong($file->getFilename());
            }
            // Files from before 1970 are dated by damage; databases count from there on.
            $files[] = [
                'path' => $path,
                'size' => (int) $file->getSize(),
                'modifiedAt' => max(0, (int) $file->getMTime()),
            ];
        }

        return $files;
    }

    /**
     * What lies on a card and is not copied: links, pipes, devices, and what computers leave on every disk. Of a folder
     * only its own name.
     *
     * @return list<string> paths on the card, as text
     *
     * @throws UnusableSlot
     */
    public function leftOut(string $card): array
    {
        $names = [];
        $walk = $this->walk($card, function (SplFileInfo $file) use ($card, &$names): bool {
            $isOfCard = CardEntry::isOfCard($file);
            if (! $isOfCard && count($names) < self::MOST_LEFT_OUT) {
                $names[] = mb_scrub(substr($file->getPathname(), strlen($card) + 1), 'UTF-8');
            }

            return $isOfCard;
        });
        while ($walk->valid()) {
            $walk->next();
        }
        sort($names);

        return $names;
    }

    /**
     * @param  callable(SplFileInfo): bool  $isWanted  of a folder: whether to go into it
     * @return \Generator<int, SplFileInfo>
     *
     * @throws UnusableSlot
     */
    private function walk(string $card, callable $isWanted): \Generator
    {
        if (! is_dir($card)) {
            throw UnusableSlot::isGone(basename($card));
        }
        try {
            yield from new RecursiveIteratorIterator(
                new \RecursiveCallbackFilterIterator(
                    new RecursiveDirectoryIterator(
                        $card,
                        FilesystemIterator::SKIP_DOTS | FilesystemIterator::UNIX_PATHS,
                    ),
                    $isWanted,
                ),
            );
        } catch (\UnexpectedValueException) {
            throw UnusableSlot::cannotBeListed(basename($card));
        }
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
    private static function roots(int $studio): array
    {
        return array_values(
            array_filter(
                array_map(fn (string $root): string => (string) realpath($root), StudioFolders::of($studio)->slots()),
            ),
        );
    }
}
