<?php

declare(strict_types=1);

namespace App\Ingest\Upload;

/** A file from a browser is here, whole and the same as it was sent. */
final readonly class FileArrived
{
    public function __construct(public Arrival $arrival)
    {
    }
}
