<?php

declare(strict_types=1);

namespace App\Copies;

use Kanpai\Core\Copies\ReadOnceCopy;
use Kanpai\Core\Copies\UnableToCopy;

/** Copies one file into one place and reads it back there. Nothing is written over. */
final readonly class VerifiedCopy
{
    public function __construct(private ReadOnceCopy $copy)
    {
    }

    /**
     * What is there already and is the same, is left.
     *
     * @param  string  $place  its name
     * @param  string  $hash  xxh128 of the file
     *
     * @throws UnableToCopy when something else is there, or the place does not take it, or what is read back is
     *     not the same
     */
    public function put(string $source, string $place, string $target, string $hash): void
    {
        clearstatcache(true, $target);
        if (file_exists($target)) {
            if (TargetFile::readBack($target) !== $hash) {
                throw UnableToCopy::isOccupied($place, basename($target));
            }

            return;
        }
        $this->write($source, TargetFile::open($place, $target));
        if (! TargetFile::name($target)) {
            throw UnableToCopy::cannotWrite($place, basename($target));
        }
        if (TargetFile::readBack($target) !== $hash) {
            @unlink($target);
            throw UnableToCopy::isDifferent($place, basename($target));
        }
    }

    /** @throws UnableToCopy */
    private function write(string $source, TargetFile $target): void
    {
        $read = @fopen($source, 'rb');
        try {
            if ($read === false) {
                throw UnableToCopy::cannotOpen(basename($source));
            }
            $this->copy->copy($read, [basename($target->path) => $target->stream]);
        } catch (UnableToCopy $reason) {
            $target->discard();
            throw $reason;
        } finally {
            is_resource($read) && fclose($read);
        }
        $target->close((int) filemtime($source));
    }
}
