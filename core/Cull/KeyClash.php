<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull;

use RuntimeException;

final class KeyClash extends RuntimeException
{
    public static function between(string $key, string $has, string $wants): self
    {
        return new self(
            '“'.
                Keys::inWords($key).
                "” already means “{$has}”, so it cannot mean “{$wants}” too. Give that another key first.",
        );
    }

    public static function key(string $key): self
    {
        return new self('“'.mb_strimwidth($key, 0, 20, '…').'” is not one key, with or without Shift.');
    }

    public static function action(string $action): self
    {
        return new self('Nothing is called “'.mb_strimwidth($action, 0, 20, '…').'” that could have a key.');
    }
}
