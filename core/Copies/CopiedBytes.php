<?php

declare(strict_types=1);

namespace Kanpai\Core\Copies;

/**
 * What went through a copy: the number of bytes, their xxh128 as 32 hexadecimal digits, and the other checksum that was
 * asked for.
 */
final readonly class CopiedBytes
{
    public function __construct(public int $size, public string $hash, public string $other = '')
    {
    }
}
