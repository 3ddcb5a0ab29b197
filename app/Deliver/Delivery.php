<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Proof\Selection;
use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use App\Studio\Task;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Kanpai\Core\Share\ShareToken;

/**
 * A package for somebody.
 *
 * @property int $id
 * @property string $uuid
 * @property int $shoot_id
 * @property int $selection_id
 * @property string $name of the package's file
 * @property string $token
 * @property int $frames_count
 * @property int $bytes
 * @property string|null $hash xxh128 of the package
 * @property CarbonImmutable|null $made_at
 * @property Shoot $shoot
 * @property Selection $selection
 */
final class Delivery extends Model
{
    use FoundInOwnStudio;

    protected $guarded = [];

    protected $casts = ['token' => 'encrypted', 'made_at' => 'immutable_datetime'];

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    /** @return BelongsTo<Selection, $this> */
    public function selection(): BelongsTo
    {
        return $this->belongsTo(Selection::class);
    }

    /** @return HasMany<Receipt, $this> */
    public function receipts(): HasMany
    {
        return $this->hasMany(Receipt::class);
    }

    public function address(): string
    {
        return route('delivery', $this->token);
    }

    public function folder(): string
    {
        return config('kanpai.deliveries').'/'.$this->uuid;
    }

    public function task(): ?Task
    {
        return Task::latest($this->shoot, "delivery:{$this->id}", 'delivery');
    }

    public static function behind(string $token): self
    {
        return self::query()->where('token_hash', ShareToken::of($token)->hash())->whereNotNull('made_at')->with('shoot.studio')->firstOrFail();
    }
}
