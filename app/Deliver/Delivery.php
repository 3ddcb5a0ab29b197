<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Proof\Selection;
use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use App\Studio\Task;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A place where somebody finds files: pictures, ZIPs, checksums. What comes into it comes in parts.
 *
 * @property int $id
 * @property string $uuid
 * @property int $shoot_id
 * @property int|null $selection_id what it answers
 * @property DeliveryKind $kind
 * @property string $name that people read; the names of its ZIPs come from it
 * @property string|null $message
 * @property string|null $password hashed
 * @property CarbonImmutable|null $ends_on the last day
 * @property int|null $most_fetches how often each person may fetch each file
 * @property int|null $zip_bytes of a ZIP at most; null for one ZIP of all
 * @property int $frames_count
 * @property CarbonImmutable|null $made_at when its first part was whole
 * @property CarbonImmutable|null $freed_at when its files were deleted to free the disk
 * @property CarbonImmutable $created_at
 * @property Shoot $shoot
 * @property Selection|null $selection
 * @property Collection<int, DeliveryPart> $parts
 * @property Collection<int, Recipient> $recipients
 */
final class Delivery extends Model
{
    use FoundInOwnStudio;

    protected $guarded = [];

    protected $attributes = ['kind' => DeliveryKind::Pictures->value];

    protected $hidden = ['password'];

    protected $casts = [
        'kind' => DeliveryKind::class,
        'password' => 'hashed',
        'ends_on' => 'immutable_date',
        'most_fetches' => 'int',
        'zip_bytes' => 'int',
        'made_at' => 'immutable_datetime',
        'freed_at' => 'immutable_datetime',
        'created_at' => 'immutable_datetime',
    ];

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

    /** @return HasMany<DeliveryPart, $this> */
    public function parts(): HasMany
    {
        $rows = $this->hasMany(DeliveryPart::class);
        $rows->orderBy('number');

        return $rows;
    }

    /** @return HasMany<Recipient, $this> */
    public function recipients(): HasMany
    {
        $rows = $this->hasMany(Recipient::class);
        $rows->orderBy('id');

        return $rows;
    }

    /** @return HasMany<Receipt, $this> */
    public function receipts(): HasMany
    {
        $rows = $this->hasMany(Receipt::class);
        $rows->orderBy('id');

        return $rows;
    }

    /** @return HasMany<DeliveryFile, $this> all that were ever in it */
    public function files(): HasMany
    {
        $rows = $this->hasMany(DeliveryFile::class);
        $rows->orderBy('delivery_files.id');

        return $rows;
    }

    /** @return Builder<DeliveryFile> what somebody finds in it now */
    public function current(): Builder
    {
        return DeliveryFile::query()
            ->where('delivery_files.delivery_id', $this->id)
            ->whereNull('replaced_at')
            ->whereIn(
                'part_id',
                DeliveryPart::query()->where('delivery_id', $this->id)->whereNotNull('made_at')->select('id'),
            )
            ->orderBy('delivery_files.name')
            ->orderBy('delivery_files.id');
    }

    /** @return Collection<int, DeliveryZip> */
    public function zips(): Collection
    {
        return DeliveryZip::query()
            ->where('delivery_id', $this->id)
            ->whereNull('gone_at')
            ->whereIn(
                'part_id',
                DeliveryPart::query()->where('delivery_id', $this->id)->whereNotNull('made_at')->select('id'),
            )
            ->orderBy('scope')
            ->orderBy('number')
            ->get();
    }

    public function folder(): string
    {
        return config('kanpai.deliveries').'/'.$this->uuid;
    }

    public function task(): ?Task
    {
        $part = $this->parts->last();

        return $part === null ? null : MakeDelivery::latest($part);
    }

    public function hasEnded(): bool
    {
        return $this->freed_at !== null ||
            ($this->ends_on !== null && $this->ends_on->format('Y-m-d') < now($this->shoot->zone)->format('Y-m-d'));
    }

    /** @return list<int> frames of all its parts, each once, in the order in which they came */
    public function frames(): array
    {
        return array_values(
            array_unique(
                array_merge(...$this->parts->map(fn (DeliveryPart $part): array => $part->frames)->all() ?: [[]]),
            ),
        );
    }

    /** @return list<string> keys of the ways of all its parts, each once */
    public function ways(): array
    {
        return array_values(
            array_unique(
                array_merge(...$this->parts->map(fn (DeliveryPart $part): array => $part->ways)->all() ?: [[]]),
            ),
        );
    }

    public function fetchedInWords(): string
    {
        $fetched = $this->recipients->flatMap->receipts->where('kind', 'fetched')->max('at');

        return $fetched === null
            ? 'Not fetched yet.'
            : 'Fetched '.$fetched->setTimezone($this->shoot->zone)->format('D j M, H:i').'.';
    }

    /** @return \stdClass files, frames and bytes as they are now */
    public function counted(): \stdClass
    {
        $sums = 'COUNT(*) AS files, COUNT(DISTINCT frame_id) AS frames, COALESCE(SUM(bytes), 0) AS bytes';

        return $this->current()->toBase()->reorder()->selectRaw($sums)->firstOrFail();
    }
}
