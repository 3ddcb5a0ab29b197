<?php

declare(strict_types=1);

namespace Kanpai\Core\Studio;

use InvalidArgumentException;

final class UnreadablePeople extends InvalidArgumentException
{
    public static function noAddress(string $line): self
    {
        return new self("“{$line}” has no mail address. Write one person in a line: Ada Fenn <ada@saltmarsh.example>.");
    }

    public static function tooMany(int $most): self
    {
        return new self("At most {$most} people can be invited at once.");
    }
}
