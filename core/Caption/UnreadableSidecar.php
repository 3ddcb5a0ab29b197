<?php

declare(strict_types=1);

namespace Kanpai\Core\Caption;

use RuntimeException;

final class UnreadableSidecar extends RuntimeException
{
    public static function isNoXmp(): self
    {
        return new self('The sidecar that stands beside this frame is no XMP. It was left as it is.');
    }
}
