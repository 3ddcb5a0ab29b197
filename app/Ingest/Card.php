<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use App\Studio\Task;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Card\CardSafety;
use Kanpai\Core\Deliver\DeliveredName;

/**
 * A memory card as it was read into a shoot.
 *
 * @property int $id
 * @property string $uuid
 * @property int $shoot_id
 * @property int $number
 * @property string $slot path of the folder that plays the card
 * @property string $name
 * @property string $signature
 * @property string $shooter
 * @property CardState $state
 * @property int $frames_count
 * @property int $files_count
 * @property int $bytes
 * @property CarbonImmutable|null $read_at
 * @property CarbonImmutable|null $safe_at
 * @property Shoot $shoot
 */
final class Card extends Model
{
    use FoundInOwnStudio;

    protected $guarded = [];

    protected $casts = ['state' => CardState::class, 'read_at' => 'immutable_datetime', 'safe_at' => 'immutable_datetime'];

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    /** @return HasMany<Frame, $this> */
    public function frames(): HasMany
    {
        return $this->hasMany(Frame::class);
    }

    /** @return HasMany<CardFile, $this> */
    public function files(): HasMany
    {
        return $this->hasMany(CardFile::class);
    }

    public function subject(): string
    {
        return "card:{$this->id}";
    }

    public function task(string $kind): ?Task
    {
        return Task::latest($this->shoot, $this->subject(), $kind);
    }

    public function safety(): CardSafety
    {
        $proofs = DB::table('files')->leftJoin('copies', fn ($join) => $join->on('copies.file_id', '=', 'files.id')->on('copies.hash', '=', 'files.hash'))
            ->where('files.card_id', $this->id)->groupBy('files.id')->selectRaw('COUNT(copies.id) AS n')->pluck('n')->map(fn ($n): int => (int) $n);

        return CardSafety::of($proofs, max(1, (int) config('kanpai.copies_for_safety')));
    }

    /** Brings the verdict in step with the proofs: given, or taken back. */
    public function isSafeAfterProof(): bool
    {
        $isSafe = $this->safety()->isSafeToFormat();
        $this->update($isSafe ? ['state' => CardState::Safe, 'safe_at' => now()] : ['state' => CardState::Read]);

        return $isSafe;
    }

    /** Whether it was safe once and is not any more: a copy was found damaged or gone. */
    public function hasLostCopies(): bool
    {
        return $this->state === CardState::Read && $this->safe_at !== null;
    }

    /** The folder of this card's copies below a place. */
    public function folder(): string
    {
        $shooter = $this->shooter === '' ? 'shooter' : DeliveredName::slug($this->shooter);

        return "{$this->shoot->folder()}/{$shooter}/card-{$this->number}-".DeliveredName::slug($this->name);
    }
}
