<?php

declare(strict_types=1);

namespace App\Deliver\Way;

use App\Deliver\UnableToDeliver;

/** A way in which frames are delivered. */
interface Way
{
    /** As the parts of deliveries keep it, such as `jpegs` or `output:4`. */
    public function key(): string;

    /** What people read, and the folder of its files where a delivery has several ways. */
    public function label(): string;

    /** What is in its files, in a few words. */
    public function inWords(): string;

    /** Whether a file of a delivery came in this way, by the key of the file. */
    public function owns(string $file): bool;

    /**
     * @return list<FileToDeliver> all that goes out of a frame
     *
     * @throws UnableToDeliver
     */
    public function files(FrameToDeliver $frame): array;
}
