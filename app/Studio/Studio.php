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
 * @property string $code_sign what starts a short code in a caption
 * @property list<string> $required_fields of captions
 * @property bool $writes_sidecars at once, and not only when asked
 * @property string|null $logo_path the picture of its mark, as guests see it
 * @property string $ground colour of guests' pages, as #rrggbb
 * @property string $accent colour of their buttons
 * @property string|null $prefix how its links begin
 * @property int $copies_required verified copies of every file that make a card safe to format
 */
final class Studio extends Model
{
    protected $guarded = [];

    protected $casts = ['copies_required' => 'int', 'required_fields' => 'array', 'writes_sidecars' => 'bool'];

    protected $attributes = [
        'copies_required' => 2,
        'code_sign' => '@',
        'required_fields' => '[]',
        'ground' => '#faf8f3',
        'accent' => '#b93c15',
        'writes_sidecars' => true,
    ];

    /** @return HasMany<Member, $this> */
    public function members(): HasMany
    {
        return $this->hasMany(Member::class);
    }

    /** @return HasMany<Shoot, $this> */
    public function shoots(): HasMany
    {
        $shoots = $this->hasMany(Shoot::class);
        $shoots->whereNull('removal_at');

        return $shoots;
    }

    /** Where the studio's mail about selections goes. */
    public function address(): string
    {
        return (string) $this->members()->where('role', Role::Owner)->orderBy('id')->value('email');
    }
}
