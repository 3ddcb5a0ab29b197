<?php

declare(strict_types=1);

namespace Kanpai\Core\Caption;

use RuntimeException;

final class UnreadableSidecar extends RuntimeException
{
    public static function isNoXml(): self
    {
        return new self('The sidecar that stands beside this frame is no XML. It was left as it is.');
    }

    public static function isNoXmp(): self
    {
        return new self('The sidecar that stands beside this frame is no XMP. It was left as it is.');
    }

    public static function namesEntities(): self
    {
        return new self('The sidecar that stands beside this frame names entities from elsewhere. It was not read, and left as it is.');
    }

    public static function isNoUtf8(): self
    {
        return new self('The sidecar that stands beside this frame is not written in UTF-8. It was not read, and left as it is.');
    }

    public static function isTooLarge(int $bytes): self
    {
        return new self('The sidecar that stands beside this frame has '.number_format($bytes / 1_000_000).' MB; no sidecar needs more than a quarter of one. It was left as it is.');
    }
}
