<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Metadata;

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
        return new self(
            'The sidecar that stands beside this frame names entities from elsewhere. It was not read, and left '.
                'as it is.',
        );
    }

    public static function isNoUtf8(): self
    {
        return new self(
            'The sidecar that stands beside this frame is not written in UTF-8. It was not read, and left as it is.',
        );
    }

    public static function isTooLarge(int $most): self
    {
        return new self(
            'The sidecar that stands beside this frame is larger than '.
                number_format($most / 1024).
                ' KB, which none needs to be. It was not read, and left as it is.',
        );
    }
}
