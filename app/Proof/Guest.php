<?php

declare(strict_types=1);

namespace App\Proof;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cookie;
use Kanpai\Core\Share\ShareToken;

/**
 * Somebody who comes by a gallery's link, known again by a cookie.
 *
 * @property int $id
 * @property int $gallery_id
 * @property string $name
 * @property string $email
 */
final class Guest extends Model
{
    private const YEAR_IN_MINUTES = 525_600;

    protected $guarded = [];

    /** @return HasMany<Choice, $this> */
    public function choices(): HasMany
    {
        return $this->hasMany(Choice::class);
    }

    /** @return HasMany<Comment, $this> */
    public function comments(): HasMany
    {
        return $this->hasMany(Comment::class);
    }

    public static function known(Request $request, Gallery $gallery): ?self
    {
        $key = $request->cookie(self::cookie($gallery));

        return is_string($key) ? self::query()->where(['gallery_id' => $gallery->id, 'key_hash' => ShareToken::of($key)->hash()])->first() : null;
    }

    /** The guest of the request; a new one gets a cookie that lasts a year. */
    public static function of(Request $request, Gallery $gallery): self
    {
        $known = self::known($request, $gallery);
        if ($known !== null) {
            return $known;
        }
        $key = ShareToken::random();
        Cookie::queue(cookie(self::cookie($gallery), $key->text, self::YEAR_IN_MINUTES, '/g/', null, null, true, false, 'lax'));

        return self::query()->create(['gallery_id' => $gallery->id, 'key_hash' => $key->hash()]);
    }

    private static function cookie(Gallery $gallery): string
    {
        return "kanpai_guest_{$gallery->id}";
    }
}
