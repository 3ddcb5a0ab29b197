<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver\Package;

/** Where a fetch begins, by its Range header (RFC 9110, section 14.1.2). */
final class ByteRange
{
    /**
     * @return int the first byte; 0 where the header says nothing that a server must follow, or asks for several parts
     */
    public static function first(string $header, int $size): int
    {
        return match (true) {
            preg_match('/^bytes=(\d{1,18})-\d*$/', trim($header), $found) === 1 => (int) $found[1],
            preg_match('/^bytes=-(\d{1,18})$/', trim($header), $found) === 1 => max(0, $size - (int) $found[1]),
            default => 0,
        };
    }
}
