<?php

declare(strict_types=1);

namespace Kanpai\Core\Copies;

/**
 * Copies a file to several places from one single reading, hashing what was read on the way.
 *
 * The hash is xxh128 (XXH3, 128 bits), which is quicker than any disk; the places are compared with it
 * after they have been read back.
 */
final class ReadOnceCopy
{
    private const CHUNK = 1 << 20;

    private const PATIENCE = 1000;

    /**
     * A place that takes no more is left out from there on; the others go on.
     *
     * @param  resource  $source
     * @param  array<string, resource>  $places  open for writing, under the names of the places
     * @param  (callable(string $place,
     *     UnableToCopy $reason): void)|null  $failed  told of each place that fails; without it the
     *                                                                             first failure ends the copy
     * @param  (callable(int $size): bool)|null  $goesOn  asked after each piece with the bytes so far
     *
     * @throws UnableToCopy when the source ends in an error, or when it does not go on
     */
    public function copy($source, array $places, ?callable $failed = null, ?callable $goesOn = null): CopiedBytes
    {
        $hash = hash_init('xxh128');
        $size = 0;
        $nothing = 0;
        while (! feof($source)) {
            $chunk = @fread($source, self::CHUNK);
            if ($chunk === false) {
                throw UnableToCopy::readingStopped($size);
            }
            if ($chunk === '') {
                // A reader that gives nothing and does not end has failed as well.
                if (++$nothing > self::PATIENCE) {
                    throw UnableToCopy::readingStopped($size);
                }

                continue;
            }
            $nothing = 0;
            hash_update($hash, $chunk);
            foreach ($places as $name => $place) {
                try {
                    $this->write($place, $chunk, $name, $size);
                } catch (UnableToCopy $reason) {
                    if ($failed === null) {
                        throw $reason;
                    }
                    unset($places[$name]);
                    $failed($name, $reason);
                }
            }
            $size += strlen($chunk);
            if ($goesOn !== null && ! $goesOn($size)) {
                throw UnableToCopy::wasStopped();
            }
        }

        return new CopiedBytes($size, hash_final($hash));
    }

    /**
     * Reads a copy back.
     *
     * @param  resource  $copy
     *
     * @throws UnableToCopy
     */
    public function readBack($copy): CopiedBytes
    {
        return $this->copy($copy, []);
    }

    /** @param  resource  $place */
    private function write($place, string $chunk, string $name, int $at): void
    {
        while ($chunk !== '') {
            $written = @fwrite($place, $chunk);
            if ($written === false || $written === 0) {
                throw UnableToCopy::writingFailed($name, $at);
            }
            $chunk = substr($chunk, $written);
        }
    }
}
