<?php

declare(strict_types=1);

namespace App\Proof;

use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use App\Studio\Task;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Kanpai\Core\Share\ShareToken;

/**
 * What a guest is shown.
 *
 * @property int $id
 * @property string $uuid
 * @property int $shoot_id
 * @property string $title
 * @property string $message
 * @property string $token the secret of the link; only its hash is looked up
 * @property string $token_hash
 * @property string|null $password hashed
 * @property string $watermark empty for none
 * @property int|null $wanted how many the guest is asked to choose
 * @property string $guest_email
 * @property CarbonImmutable|null $published_at
 * @property CarbonImmutable|null $closed_at
 * @property CarbonImmutable $created_at
 * @property Shoot $shoot
 */
final class Gallery extends Model
{
    use FoundInOwnStudio;

    protected $guarded = [];

    protected $hidden = ['token', 'password'];

    protected $casts = ['token' => 'encrypted', 'password' => 'hashed', 'wanted' => 'int', 'published_at' => 'immutable_datetime', 'closed_at' => 'immutable_datetime', 'created_at' => 'immutable_datetime'];

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    /** @return HasMany<GalleryFrame, $this> */
    public function frames(): HasMany
    {
        return $this->hasMany(GalleryFrame::class);
    }

    /** @return HasMany<Selection, $this> */
    public function selections(): HasMany
    {
        return $this->hasMany(Selection::class);
    }

    /** @return HasMany<Guest, $this> */
    public function guests(): HasMany
    {
        return $this->hasMany(Guest::class);
    }

    public function address(): string
    {
        return route('gallery', $this->token);
    }

    public function task(): ?Task
    {
        return Task::latest($this->shoot, "gallery:{$this->id}", 'proofs');
    }

    /** The open gallery behind a link. */
    public static function behind(string $token): self
    {
        return self::query()->where('token_hash', ShareToken::of($token)->hash())->whereNull('closed_at')->with('shoot.studio')->firstOrFail();
    }
}
