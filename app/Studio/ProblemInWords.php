<?php

declare(strict_types=1);

namespace App\Studio;

use Throwable;

/** What a page may say of a failure: our own sentences as they are, anything else without its inner parts. */
final class ProblemInWords
{
    /** Whose exceptions carry sentences for people. */
    private const OURS = ['App\\', 'Kanpai\\Core\\'];

    public static function of(?Throwable $reason): string
    {
        if ($reason === null) {
            return 'The work ended without a reason.';
        }
        foreach (self::OURS as $namespace) {
            if (str_starts_with($reason::class, $namespace)) {
                return $reason->getMessage();
            }
        }

        return 'The work stopped at a fault of the program, noted in its log at '.
            now()->format('Y-m-d H:i:s').
            ' UTC. What was done is kept; try again, and if it stops at the same place, tell whoever looks after '.
                'this installation.';
    }
}
