<?php

declare(strict_types=1);

/*
 * Plays a face worker that is not well: `php fake-face-worker.php WHAT MARKER`. What it does once, it does while the
 * file MARKER does not exist, and makes it.
 */

[, $what, $marker] = $argv;
$isFirst = ! is_file($marker);
touch($marker);
echo "{\"ready\":true}\n";
if ($what === 'dies at once') {
    exit(1);
}
while (($line = fgets(STDIN)) !== false) {
    $request = json_decode($line, true);
    if ($what === 'dies' || ($what === 'dies once' && $isFirst)) {
        exit(1);
    }
    if ($what === 'hangs' || ($what === 'hangs once' && $isFirst)) {
        sleep(60);
    }
    $answer = json_encode(['id' => $request['id'], 'faces' => []]);
    echo match ($what) {
        'no JSON' => "segmentation fault\n",
        'no line' => str_repeat('x', 3_000_000),
        'no faces' => json_encode(['id' => $request['id'], 'faces' => 'many'])."\n",
        'an error' => json_encode(['id' => $request['id'], 'error' => 'out of memory'])."\n",
        'what nobody asked' => json_encode(['id' => 999, 'faces' => [[]]])."\n{$answer}\n",
        default => "{$answer}\n",
    };
}
