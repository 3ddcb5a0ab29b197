<?php

declare(strict_types=1);

namespace App\Ingest;

/** How far the renaming of one file is. At each of them the record names a path at which the file is. */
enum RenameState: string
{
    case Planned = 'planned';
    /** The record has the new name; the file may still have the old one as well. */
    case Named = 'named';
    /** Something else is where it was to go; it kept its name. */
    case Refused = 'refused';
}
