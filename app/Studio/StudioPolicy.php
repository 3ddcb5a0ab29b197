<?php

declare(strict_types=1);

namespace App\Studio;

/** What changes the studio for everybody, or cannot be undone, is up to its owners. */
final class StudioPolicy
{
    public function update(Member $member, Studio $studio): bool
    {
        return $member->role === Role::Owner && $member->studio_id === $studio->id;
    }
}
