<?php

declare(strict_types=1);

namespace App\Copies;

use FFI;

/** A file held open through the C library, closed when nobody needs it any more. */
final class OpenFile
{
    private int $number;

    public function __construct(private readonly FFI $library, string $path)
    {
        $this->number = $library->open($path, 0);
    }

    public function begin(int $offset, int $length, int $flags): void
    {
        if ($this->number >= 0 && $length > 0) {
            $this->library->sync_file_range($this->number, $offset, $length, $flags);
        }
    }

    public function __destruct()
    {
        if ($this->number >= 0) {
            $this->library->close($this->number);
        }
    }
}
