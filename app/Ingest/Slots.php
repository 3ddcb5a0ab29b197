<?php

declare(strict_types=1);

namespace App\Ingest;

use FilesystemIterator;
use Kanpai\Core\Card\CardSignature;
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
    /** @return list<array{slot: string, name: string, files: int, signature: string}> */
    public function all(): array
    {
        $slots = [];
        foreach ($this->roots() as $number => $root) {
            foreach (glob($root.'/*', GLOB_ONLYDIR) ?: [] as $folder) {
                if (! is_link($folder) && is_dir($folder.'/DCIM')) {
                    $files = $this->files($folder);
                    $slots[] = ['slot' => $number.'/'.basename($folder), 'name' => basename($folder), 'files' => count($files), 'signature' => CardSignature::of($files)];
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

    /** @return list<string> */
    private function roots(): array
    {
        return array_values(array_filter(array_map(fn (string $root): string => (string) realpath($root), (array) config('kanpai.roots'))));
    }
}
