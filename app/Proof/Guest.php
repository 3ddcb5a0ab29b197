<?php

declare(strict_types=1);

namespace App\Proof;

use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use Carbon\CarbonImmutable;
use Illuminate\Cache\RateLimiter;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Cookie;
use Kanpai\Core\Studio\ShareToken;

/**
 * Somebody who comes by a gallery's link, known again by a cookie, and on another device by a link of their own.
 *
 * @property int $id
 * @property int $gallery_id
 * @property int $share_id
 * @property string $key_hash
 * @property string|null $key the secret of the own link
 * @property string $name
 * @property string $email
 * @property CarbonImmutable|null $invited_at
 * @property CarbonImmutable|null $reminded_at
 * @property CarbonImmutable|null $seen_at
 * @property CarbonImmutable|null $sent_at since when the selection is with the studio; null while it can be changed
 * @property Share $share
 * @property Gallery $gallery
 */
final class Guest extends Model
{
    use FoundInOwnStudio;

    private const YEAR_IN_MINUTES = 525_600;

    private const NEW_ONES_AN_HOUR = 600;

    protected $guarded = [];

    protected $hidden = ['key'];

    protected $casts = [
        'key' => 'encrypted',
        'invited_at' => 'immutable_datetime',
        'reminded_at' => 'immutable_datetime',
        'seen_at' => 'immutable_datetime',
        'sent_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Share, $this> */
    public function share(): BelongsTo
    {
        return $this->belongsTo(Share::class);
    }

    /** @return BelongsTo<Gallery, $this> */
    public function gallery(): BelongsTo
    {
        return $this->belongsTo(Gallery::class);
    }

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

    /** What the studio calls them. */
    public function called(): string
    {
        return $this->name !== '' ? $this->name : ($this->email !== '' ? $this->email : "Guest {$this->id}");
    }

    public static function named(Share $share, string $name = '', string $email = '', ?ShareToken $key = null): self
    {
        $key ??= ShareToken::random();

        return self::query()->createOrFirst(
            ['key_hash' => $key->hash()],
            [
                'gallery_id' => $share->gallery_id,
                'share_id' => $share->id,
                'key' => $key->text,
                'name' => $name,
                'email' => $email,
            ],
        );
    }

    /**
     * Gives a browser that has none the key of a guest to be. Nobody is made before something is done; but the first
     * answer may be lost, and whoever says the same once more has to be the same guest.
     */
    public static function expect(Request $request, Share $share): void
    {
        if (! is_string($request->cookie(self::cookie($share)))) {
            Cookie::queue(
                cookie(
                    self::cookie($share),
                    ShareToken::random()->text,
                    self::YEAR_IN_MINUTES,
                    '/',
                    null,
                    null,
                    true,
                    false,
                    'lax',
                ),
            );
        }
    }

    public static function known(Request $request, Share $share): ?self
    {
        $key = $request->cookie(self::cookie($share));

        return is_string($key) ? self::byKey($share, $key) : null;
    }

    public static function byKey(Share $share, string $key): ?self
    {
        return self::query()
            ->where(['share_id' => $share->id, 'key_hash' => ShareToken::of($key)->hash()])
            ->first();
    }

    /** The guest of the request; a new one is made with the key of the browser's cookie, which lasts a year. */
    public static function of(Request $request, Share $share): self
    {
        $known = self::known($request, $share);
        if ($known !== null) {
            return $known;
        }
        // A wedding of hundreds comes by the one address of the house; a flood of new guests is no house.
        // Counted in a file: fifty that come at once would wait for one another's commits in the database.
        abort_unless(
            (new RateLimiter(Cache::store('file')))->attempt(
                "new-guest {$share->id} {$request->ip()}",
                self::NEW_ONES_AN_HOUR,
                fn (): bool => true,
                3600,
            ),
            429,
        );

        $key = $request->cookie(self::cookie($share));

        return tap(
            self::named($share, key: is_string($key) && $key !== '' ? ShareToken::of($key) : null),
            fn (self $guest) => $guest->remember($share),
        );
    }

    /** Gives this browser the key. */
    public function remember(Share $share): void
    {
        Cookie::queue(
            cookie(
                self::cookie($share),
                (string) $this->key,
                self::YEAR_IN_MINUTES,
                '/',
                null,
                null,
                true,
                false,
                'lax',
            ),
        );
    }

    /** The link that brings this guest back on any device. */
    public function address(): string
    {
        return $this->share->address().'/me/'.$this->key;
    }

    /**
     * @param  Builder<self>  $query
     * @param  Builder<Shoot>  $shoots
     */
    protected function narrow(Builder $query, Builder $shoots): void
    {
        $query->whereIn('gallery_id', Gallery::query()->whereIn('shoot_id', $shoots)->select('id'));
    }

    /** @return non-empty-string */
    private static function cookie(Share $share): string
    {
        return "kanpai_guest_{$share->id}";
    }
}
