<?php

declare(strict_types=1);

namespace App\Deliver\Way;

use App\Deliver\UnableToDeliver;

/** A file that goes out of a frame. */
interface FileToDeliver
{
    /** Which of the files of its frame it is, such as `jpegs`, `output:4` or `original:17`. */
    public function key(): string;

    /** What it is made of, and how: as long as that is the same, the file is. */
    public function fingerprint(): string;

    /** What it is called if no file before it in the delivery is. */
    public function name(): string;

    /**
     * Writes it to a path at which nothing is.
     *
     * @throws UnableToDeliver
     */
    public function write(string $target): void;
}
