<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/** What a guest may take home. */
enum Download: string
{
    case Nothing = 'nothing';
    case Proof = 'proof';
    case Full = 'full';

    public function inWords(): string
    {
        return match ($this) {
            self::Nothing => 'no download',
            self::Proof => 'download in proof size',
            self::Full => 'download in full size',
        };
    }
}
