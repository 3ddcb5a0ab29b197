<?php

declare(strict_types=1);

namespace App\Studio;

use Illuminate\Database\Eloquent\Casts\Attribute;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Foundation\Auth\User;
use Illuminate\Support\Facades\Auth;

/**
 * A person who signs in.
 *
 * @property int $id
 * @property int $studio_id
 * @property string $name
 * @property string $email in small letters
 * @property string $password hashed
 * @property Role $role
 * @property Studio $studio
 */
final class Member extends User
{
    protected $guarded = [];

    protected $hidden = ['password', 'remember_token'];

    protected $casts = ['password' => 'hashed', 'role' => Role::class];

    /** @return Attribute<string, string> */
    protected function email(): Attribute
    {
        return Attribute::set(fn (string $email): string => mb_strtolower($email));
    }

    /** @return BelongsTo<Studio, $this> */
    public function studio(): BelongsTo
    {
        return $this->belongsTo(Studio::class);
    }

    /** The member with exactly this mail address, in whatever case it is typed: é is not e. */
    public static function behind(string $email): ?self
    {
        $members = self::query();
        $members->whereRaw('email = ? COLLATE utf8mb4_bin', [mb_strtolower($email)]);

        return $members->first();
    }

    /** The member of the request at hand. */
    public static function current(): self
    {
        $member = Auth::user();

        return $member instanceof self ? $member : abort(403);
    }
}
