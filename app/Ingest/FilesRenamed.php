<?php

declare(strict_types=1);

namespace App\Ingest;

/**
 * Files of frames have other names in all places, and what was beside them has too. Told inside the transaction that
 * notes it.
 */
final readonly class FilesRenamed
{
    /** @param  array<int, array<string, string>>  $paths  frame => path below a place => the new one */
    public function __construct(public array $paths)
    {
    }
}
