<?php

declare(strict_types=1);

namespace App\Studio;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * The business. Everything belongs to one, and is closed to all others.
 *
 * @property int $id
 * @property string $name
 * @property int $copies_wanted proved copies of every file that make a card safe to format
 */
final class Studio extends Model
{
    protected $guarded = [];

    protected $casts = ['copies_wanted' => 'int'];

    protected $attributes = ['copies_wanted' => 2];

    /** @return HasMany<Member, $this> */
    public function members(): HasMany
    {
        return $this->hasMany(Member::class);
    }

    /** @return HasMany<Shoot, $this> */
    public function shoots(): HasMany
    {
        return $this->hasMany(Shoot::class);
    }

    /** Where the studio's mail about selections goes. */
    public function address(): string
    {
        return (string) $this->members()->where('role', 'owner')->orderBy('id')->value('email');
    }
}
