<?php

declare(strict_types=1);

/*
 * Proves copies, one after another, in a process of its own, so that the next file is read from the card meanwhile.
 *
 * Asked: `temporary-name final-name`, both base64, on a line. Done: the file is made durable, gets its name, the folder
 * is made durable, and what stands there is read from the disk. Answered: its xxh128, or `!` where something failed.
 */

use App\Copies\Disk;
use Kanpai\Core\Copies\ReadOnceCopy;

require dirname(__DIR__, 3).'/vendor/autoload.php';

$copy = new ReadOnceCopy();
while (($line = fgets(STDIN)) !== false) {
    [$temporary, $final] = array_map(
        fn (string $name): string => (string) base64_decode($name, true),
        explode(' ', trim($line).' '),
    );
    $answer = '!';
    if (Disk::sync($temporary) && @rename($temporary, $final)) {
        Disk::syncFolder(dirname($final));
        Disk::forget($final);
        $file = @fopen($final, 'rb');
        if ($file !== false) {
            try {
                $answer = $copy->readBack($file)->hash;
            } catch (Throwable) {
            }
            fclose($file);
        }
    }
    fwrite(STDOUT, $answer."\n");
}
