<?php

declare(strict_types=1);

/*
 * Proves copies, one after another, in a process of its own, so that the next file is read from the card meanwhile.
 *
 * Asked: the name of a closed file, base64, on a line. Done: the file is made durable, gets its name, the folder is
 * made durable, and what is there is read from the disk. Answered: its xxh128, or `!` where something failed.
 */

use App\Copies\TargetFile;

require dirname(__DIR__, 3).'/vendor/autoload.php';

while (($line = fgets(STDIN)) !== false) {
    fwrite(STDOUT, (TargetFile::prove((string) base64_decode(trim($line), true)) ?: '!')."\n");
}
