<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Frames\CardFile;
use App\Frames\Frame;
use App\Ingest\Upload\Arrival;
use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\CardSafety;

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
 * @property string $volume what tells the card's file system from others; empty where nothing does
 * @property bool $is_copied_at_once whether it is copied as soon as it is read
 * @property bool $is_uploaded whether it came through a browser
 * @property int|null $upload_link_id
 * @property CardState $state
 * @property int $frames_count
 * @property int $files_count
 * @property int $bytes
 * @property list<string> $left_out paths on the card that are not copied: links, pipes,
 *     what computers leave on every disk
 * @property CarbonImmutable|null $read_at
 * @property CarbonImmutable|null $safe_at
 * @property Shoot $shoot
 */
final class Card extends Model
{
    use FoundInOwnStudio;

    protected $guarded = [];

    protected $casts = [
        'state' => CardState::class,
        'read_at' => 'immutable_datetime',
        'safe_at' => 'immutable_datetime',
        'is_uploaded' => 'bool',
        'left_out' => 'array',
        'is_copied_at_once' => 'bool',
    ];

    protected $attributes = ['left_out' => '[]'];

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

    /** @return HasMany<Arrival, $this> the files that came through a browser */
    public function arrivals(): HasMany
    {
        return $this->hasMany(Arrival::class);
    }

    public function safety(): CardSafety
    {
        return CardSafety::ofGroups(
            self::filesByCopies([$this->id])[$this->id] ?? [],
            max(1, $this->shoot->studio->copies_required),
        );
    }

    /**
     * @param  list<int>  $cards
     * @return array<int, list<array{copies: int, isTicked: bool, files: int}>> card => how many files have how many
     *     sound copies; those that rest on another card have its copies
     */
    public static function filesByCopies(array $cards): array
    {
        $rows = DB::query()
            ->fromSub(self::soundCopies($cards), 'counted')
            ->groupBy('card_id', 'is_ticked', 'n')
            ->selectRaw('card_id, is_ticked, n, COUNT(*) AS files');
        $groups = [];
        foreach ($rows->get() as $row) {
            $groups[(int) $row->card_id][] = [
                'copies' => (int) $row->n,
                'isTicked' => (bool) $row->is_ticked,
                'files' => (int) $row->files,
            ];
        }

        return $groups;
    }

    /**
     * @param  list<int>  $cards
     * @return \Illuminate\Database\Query\Builder each file with the number of its sound copies
     */
    private static function soundCopies(array $cards): \Illuminate\Database\Query\Builder
    {
        $sound = fn ($join) => $join
            ->on('copies.file_id', '=', DB::raw('COALESCE(files.same_as_id, files.id)'))
            ->where('copies.is_sound', true);

        return DB::table('files')
            ->leftJoin('copies', $sound)
            ->whereIn('files.card_id', $cards)
            ->groupBy('files.id', 'files.card_id', 'files.is_ticked')
            ->selectRaw('files.card_id, files.is_ticked, COUNT(copies.id) AS n');
    }

    /**
     * Brings the verdict in step with the proofs, given or withdrawn; also of cards that rest on copies of this one.
     */
    public function updateSafety(): bool
    {
        return $this->updateSafetyOf([]);
    }

    /**
     * @param  list<int>  $visited  cards that have been looked at: files may rest on others of their own card, and two
     *                           cards on each other
     */
    private function updateSafetyOf(array $visited): bool
    {
        $visited[] = $this->id;
        $safety = $this->safety();
        $this->update(
            match (true) {
                $safety->isSafeToFormat() => ['state' => CardState::Safe, 'safe_at' => now()],
                $safety->isCopiedAsChosen() => ['state' => CardState::Chosen],
                default => ['state' => CardState::Read],
            },
        );
        foreach ($this->resting()->whereKeyNot($visited)->get() as $card) {
            $card->updateSafetyOf($visited);
        }

        return $safety->isSafeToFormat();
    }

    /** @return Builder<self> cards that were called safe, or copied as chosen, by copies of files of this one */
    private function resting(): Builder
    {
        $cards = CardFile::query()->whereIn('same_as_id', $this->files()->select('id'))->distinct()->select('card_id');

        return self::query()->whereIn('id', $cards)->whereIn('state', [CardState::Safe, CardState::Chosen]);
    }

    /**
     * Whether any of it was ever copied, or found to be in the studio already; its checksums are remembered since.
     */
    public function wasCopied(): bool
    {
        return $this->files()->whereNotNull('hash')->exists();
    }

    /** Whether it was safe once and is not any more: a copy was found damaged or gone. */
    public function hasLostCopies(): bool
    {
        return $this->state === CardState::Read && $this->safe_at !== null;
    }
}
