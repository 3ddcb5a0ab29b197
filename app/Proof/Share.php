<?php

declare(strict_types=1);

namespace App\Proof;

use App\Studio\FoundInOwnStudio;
use App\Studio\PictureDoor;
use App\Studio\Shoot;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Kanpai\Core\Proof\Rights;
use Kanpai\Core\Studio\ShareToken;

/**
 * A gallery given to somebody: a link, and what those who come by it may do.
 *
 * @property int $id
 * @property int $gallery_id
 * @property string $name for whom it is
 * @property string $token the secret of the link; only its hash is looked up
 * @property string $token_hash
 * @property string|null $password hashed
 * @property string|null $message to those who come by it; null where they read that of the gallery
 * @property array<string, mixed> $rights
 * @property bool $is_watermarked whether its proofs carry the watermark
 * @property bool $is_named whether only people with links of their own come in
 * @property CarbonImmutable|null $ends_on the last day
 * @property CarbonImmutable|null $withdrawn_at
 * @property Gallery $gallery
 */
final class Share extends Model
{
    use FoundInOwnStudio;

    protected $guarded = [];

    protected $hidden = ['token', 'password'];

    protected $casts = [
        'token' => 'encrypted',
        'password' => 'hashed',
        'rights' => 'array',
        'is_watermarked' => 'bool',
        'is_named' => 'bool',
        'ends_on' => 'immutable_date',
        'withdrawn_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Gallery, $this> */
    public function gallery(): BelongsTo
    {
        return $this->belongsTo(Gallery::class);
    }

    /** @return HasMany<Guest, $this> */
    public function guests(): HasMany
    {
        return $this->hasMany(Guest::class);
    }

    /** @param  array<string, mixed>  $facts */
    public static function open(Gallery $gallery, Rights $rights, array $facts): self
    {
        $token = ShareToken::random();

        return self::query()->create([
            ...$facts,
            'gallery_id' => $gallery->id,
            'rights' => $rights->toArray(),
            'token' => $token->text,
            'token_hash' => $token->hash(),
        ]);
    }

    /** The share behind a link, open or not. */
    public static function behind(string $token): self
    {
        return self::query()
            ->where('token_hash', ShareToken::of($token)->hash())
            ->with('gallery.shoot.studio')
            ->firstOrFail();
    }

    public function rights(): Rights
    {
        return Rights::fromArray($this->rights);
    }

    /** What may be done by the link, and how it is guarded. */
    public function inWords(): string
    {
        return $this->rights()->inWords().
            ($this->password === null ? '' : ', with password').
            ($this->ends_on === null ? '' : ', until '.$this->ends_on->format('j F'));
    }

    /** What whoever comes by the link reads first. */
    public function words(): string
    {
        return $this->message ?? $this->gallery->message;
    }

    /** The first part of all its pages' addresses, with the studio's own prefix where it has one. */
    public function path(): string
    {
        $prefix = (string) $this->gallery->shoot->studio->prefix;

        return ($prefix === '' ? '' : "/{$prefix}")."/g/{$this->token}";
    }

    public function address(): string
    {
        return url($this->path());
    }

    public function hasEnded(): bool
    {
        return $this->ends_on !== null &&
            $this->ends_on->format('Y-m-d') < now($this->gallery->shoot->zone)->format('Y-m-d');
    }

    /** The way to its pictures, which ends when the link does. */
    public function door(): PictureDoor
    {
        return PictureDoor::of(
            'share',
            $this->token_hash,
            $this->ends_on === null
                ? null
                : CarbonImmutable::parse($this->ends_on->format('Y-m-d'), $this->gallery->shoot->zone)->addDay(),
        );
    }

    public function isOpen(): bool
    {
        return $this->withdrawn_at === null && ! $this->hasEnded();
    }

    /**
     * @param  Builder<self>  $query
     * @param  Builder<Shoot>  $shoots
     */
    protected function narrow(Builder $query, Builder $shoots): void
    {
        $query->whereIn('gallery_id', Gallery::query()->whereIn('shoot_id', $shoots)->select('id'));
    }
}
