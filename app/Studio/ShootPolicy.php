<?php

declare(strict_types=1);

namespace App\Studio;

/** All members work on all shoots of their studio; only owners delete one. */
final class ShootPolicy
{
    public function delete(Member $member, Shoot $shoot): bool
    {
        return $member->role === Role::Owner && $member->studio_id === $shoot->studio_id;
    }
}
