<?php

declare(strict_types=1);

namespace App\Proof;

use Kanpai\Core\Proof\ChoiceList;
use RuntimeException;

/** Why a selection cannot be sent yet; the message is for the guest. */
final class UnableToSend extends RuntimeException
{
    public static function sentAlready(): self
    {
        return new self('Your selection is with the studio already.');
    }

    public static function closed(): self
    {
        return new self(
            'Your selection is with the studio. Ask it to open the selection again, if you want to change something.',
        );
    }

    public static function nothing(): self
    {
        return new self('Nothing is chosen yet. Choose the pictures you want, then come back here.');
    }

    public static function tooFew(ChoiceList $list, int $count): self
    {
        return new self("“{$list->name}”: ".$list->progress($count));
    }
}
