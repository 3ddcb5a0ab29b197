<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Round;

use Kanpai\Core\Frames\Verdict;

/** What it means to move past an open frame without a key. */
enum Doubt: string
{
    case Nothing = 'nothing';
    case Keep = 'keep';
    case Drop = 'drop';

    /** What becomes of the verdict of a frame that was moved past. */
    public function after(Verdict $verdict): Verdict
    {
        return $verdict !== Verdict::Open
            ? $verdict
            : match ($this) {
                self::Nothing => Verdict::Open,
                self::Keep => Verdict::Keep,
                self::Drop => Verdict::Drop,
            };
    }

    public function inWords(): string
    {
        return match ($this) {
            self::Nothing => 'says nothing',
            self::Keep => 'keeps it',
            self::Drop => 'drops it',
        };
    }
}
