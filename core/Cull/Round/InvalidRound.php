<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Round;

use RuntimeException;

final class InvalidRound extends RuntimeException
{
    public static function target(int $target): self
    {
        return new self("A target is 1 to 1,000,000 frames, not {$target}.");
    }

    public static function perMinute(float $perMinute): self
    {
        return new self("A target is more than 0 and at most 600 frames a minute, not {$perMinute}.");
    }

    public static function leavesNoDoubt(): self
    {
        return new self(
            'Where everything counts as kept, nothing is open, and moving past a frame has nothing to say. Start '.
                'with everything open, or let passing say nothing.',
        );
    }

    public static function takesNoFrame(): self
    {
        return new self('No frame would take part: nothing is kept yet, or the set is empty.');
    }
}
