<?php

declare(strict_types=1);

namespace App\Studio;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\Auth;

/**
 * A model that an address names is found only by members of the studio it belongs to; for all others it does not exist.
 */
trait FoundInOwnStudio
{
    public function resolveRouteBinding($value, $field = null): ?self
    {
        $member = Auth::user();
        if (! $member instanceof Member) {
            return null;
        }
        $query = self::query()->whereKey($value);
        $this->narrow($query, Shoot::query()->where('studio_id', $member->studio_id)->select('id'));

        return $query->first();
    }

    /**
     * @param  Builder<self>  $query
     * @param  Builder<Shoot>  $shoots  the keys of the studio's shoots
     */
    protected function narrow(Builder $query, Builder $shoots): void
    {
        $query->whereIn('shoot_id', $shoots);
    }
}
