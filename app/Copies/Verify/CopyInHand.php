<?php

declare(strict_types=1);

namespace App\Copies\Verify;

use App\Frames\CardFile;
use Kanpai\Core\Copies\UnableToCopy;

/** A file that was read from the card and is being verified in its places. */
final class CopyInHand
{
    /** @var array<string, UnableToCopy> place => why it failed */
    public array $failures = [];

    /** @var list<string> places where it stands, read back and the same */
    public array $verified = [];

    /** @var array<string, true> places that have not answered yet */
    public array $open = [];

    public function __construct(public readonly CardFile $file, public readonly string $hash)
    {
    }
}
