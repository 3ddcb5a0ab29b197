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

    /** @var list<string> places where it is, read back and the same */
    public array $verified = [];

    /** @var array<string, true> places that have not answered yet */
    public array $open = [];

    /** @param  string  $hash  xxh128 of what was read; empty until it is read */
    public function __construct(public readonly CardFile $file, public string $hash = '')
    {
    }

    public function fail(string $place, UnableToCopy $reason): void
    {
        $this->failures[$place] = $reason;
    }

    /** Takes what was read back in a place. */
    public function answer(string $place, string $hash): void
    {
        unset($this->open[$place]);
        match ($hash) {
            $this->hash => ($this->verified[] = $place),
            '' => $this->fail($place, UnableToCopy::cannotWrite($place, $this->file->shown())),
            default => $this->fail($place, UnableToCopy::isDifferent($place, $this->file->shown())),
        };
    }
}
