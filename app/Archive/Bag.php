<?php

declare(strict_types=1);

namespace App\Archive;

use App\Studio\Member;
use App\Studio\Shoot;
use App\Studio\Task;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Facades\Auth;

/**
 * An archived shoot in a folder, as RFC 8493 describes.
 *
 * @property int $id
 * @property string $uuid
 * @property int $studio_id
 * @property int|null $shoot_id
 * @property string $name of its folder
 * @property BagState $state
 * @property int $files_count
 * @property int $bytes
 * @property string|null $problem
 * @property CarbonImmutable|null $made_at
 * @property CarbonImmutable|null $checked_at when it was read from the disk and found whole
 * @property Shoot|null $shoot
 */
final class Bag extends Model
{
    protected $guarded = [];

    protected $casts = [
        'state' => BagState::class,
        'files_count' => 'int',
        'bytes' => 'int',
        'made_at' => 'immutable_datetime',
        'checked_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    public function resolveRouteBinding($value, $field = null): ?self
    {
        $member = Auth::user();

        return $member instanceof Member
            ? self::query()->where('studio_id', $member->studio_id)->whereKey($value)->first()
            : null;
    }

    public function folder(): BagFolder
    {
        return new BagFolder(config('kanpai.archive')."/{$this->studio_id}/{$this->name}");
    }

    /** The name of the place that its originals are. */
    public function place(): string
    {
        return mb_substr("bag {$this->name}", 0, 40);
    }

    public function checkedInWords(string $zone): string
    {
        return $this->checked_at === null
            ? 'never checked'
            : 'last found whole on '.$this->checked_at->setTimezone($zone)->format('j M Y');
    }

    public function stateInWords(): string
    {
        return match ($this->state) {
            BagState::Making => 'being written',
            BagState::Made => 'written, being read again',
            BagState::Checked => 'read and found whole '.$this->checked_at?->format('D j M Y, H:i'),
            BagState::Damaged => 'damaged',
            BagState::Arriving => 'being taken in',
            BagState::Refused => 'not taken in',
        };
    }

    public function task(): ?Task
    {
        return Task::query()
            ->where(['subject_type' => $this->getMorphClass(), 'subject_id' => $this->id])
            ->orderByDesc('id')
            ->first();
    }
}
