<?php

declare(strict_types=1);

namespace Kanpai\Core\Copies;

/**
 * Copies a file to several places from one single reading, hashing what was read on the way.
 *
 * The hash is xxh128 (XXH3, 128 bits), which is quicker than any disk; the places are compared with it
 * after they have been read back.
 */
final readonly class ReadOnceCopy
{
    private const CHUNK = 1 << 20;

    private const PATIENCE = 1000;

    /** @param  string|null  $other  a second checksum that is worked out as well, by PHP's name of it */
    public function __construct(private ?string $other = null)
    {
    }

    /**
     * A place that takes no more is left out from there on; the others go on.
     *
     * @param  resource  $source
     * @param  array<string, resource>  $places  open for writing, under the names of the places
     * @param  (callable(string $place, UnableToCopy $reason): void)|null  $failed  called for each place that fails;
     *     without it the first failure ends the copy
     * @param  (callable(int $size): bool)|null  $goesOn  asked after each piece with the bytes so far
     *
     * @throws UnableToCopy when the source ends in an error, or when it does not go on
     */
    public function copy($source, array $places, ?callable $failed = null, ?callable $goesOn = null): CopiedBytes
    {
        $sums = array_map(hash_init(...), array_filter(['xxh128', $this->other]));
        $size = 0;
        while (($chunk = $this->read($source, $size)) !== '') {
            array_map(fn ($sum): bool => hash_update($sum, $chunk), $sums);
            $places = $this->writeAll($places, $chunk, $size, $failed);
            $size += strlen($chunk);
            if ($goesOn !== null && ! $goesOn($size)) {
                throw UnableToCopy::wasStopped();
            }
        }

        return new CopiedBytes($size, ...array_map(hash_final(...), $sums));
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

    /**
     * The next piece; empty at the end. A reader that gives nothing and does not end has failed as well.
     *
     * @param  resource  $source
     *
     * @throws UnableToCopy
     */
    private function read($source, int $at): string
    {
        for ($tries = 0; $tries < self::PATIENCE && ! feof($source); $tries++) {
            $chunk = @fread($source, self::CHUNK);
            if ($chunk === false) {
                break;
            }
            if ($chunk !== '') {
                return $chunk;
            }
        }

        return feof($source) && ($chunk ?? '') === '' ? '' : throw UnableToCopy::readingStopped($at);
    }

    /**
     * @param  array<string, resource>  $places
     * @param  (callable(string, UnableToCopy): void)|null  $failed
     * @return array<string, resource> those that took it
     *
     * @throws UnableToCopy
     */
    private function writeAll(array $places, string $chunk, int $at, ?callable $failed): array
    {
        foreach ($places as $name => $place) {
            try {
                $this->write($place, $chunk, $name, $at);
            } catch (UnableToCopy $reason) {
                if ($failed === null) {
                    throw $reason;
                }
                unset($places[$name]);
                $failed($name, $reason);
            }
        }

        return $places;
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
