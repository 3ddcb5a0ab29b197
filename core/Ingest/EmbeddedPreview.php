<?php

declare(strict_types=1);

namespace Kanpai\Core\Ingest;

use Kanpai\Core\Imaging\ByteSource;

/** A JPEG inside a file: where it is, and how many pixels it has where the file says so. */
final readonly class EmbeddedPreview
{
    /**
     * @param  int  $offset  bytes from the beginning of the file
     * @param  int  $length  bytes
     */
    public function __construct(
        public int $offset,
        public int $length,
        public int $width = 0,
        public int $height = 0,
    ) {
    }

    public function bytes(ByteSource $source): string
    {
        return $source->bytes($this->offset, $this->length);
    }
}
