<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Frames\CardFile;

/** Finds a file on a card that is in its slot still, to be looked at before it is copied. */
final class FileOnCard
{
    /** @return string|null null where the card is out, or another lies in its slot */
    public function path(Card $card, CardFile $file): ?string
    {
        $slot = realpath($card->slot);
        $path = $slot === false ? false : realpath("{$slot}/{$file->path}");
        // Nothing outside of the card is shown, whatever a link on it leads to.
        if ($path === false || $slot === false || ! str_starts_with($path, "{$slot}/") || ! is_file($path)) {
            return null;
        }

        return filesize($path) === $file->size && max(0, (int) filemtime($path)) === $file->modified_at ? $path : null;
    }
}
