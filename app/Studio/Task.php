<?php

declare(strict_types=1);

namespace App\Studio;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\MorphTo;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Number;

/**
 * Something that takes a while, with what a page needs to show of it. The work itself is queued.
 *
 * @property int $id
 * @property int $shoot_id
 * @property string $kind
 * @property string $subject_type kind of row that it is about, such as `card`
 * @property int $subject_id
 * @property string $title what is being done, in words
 * @property string $unit frames, files or bytes
 * @property TaskState $state
 * @property int $done
 * @property int $total
 * @property int $pieces files done, where the unit is bytes
 * @property int $pieces_total
 * @property int $resumed_from what was done already when the task was opened
 * @property string|null $problem
 * @property string|null $answer what was found, where the task is a question
 * @property array<string, mixed>|null $checkpoint how far the work has come, as the work itself needs it
 * @property CarbonImmutable $created_at
 * @property CarbonImmutable|null $started_at
 * @property CarbonImmutable|null $ended_at
 * @property Shoot $shoot
 * @property Model|null $subject
 */
final class Task extends Model
{
    use FoundInOwnStudio;

    /** The kind of work that others wait for. */
    public const RENAMING = 'rename';

    protected $guarded = [];

    protected $casts = [
        'state' => TaskState::class,
        'checkpoint' => 'array',
        'started_at' => 'immutable_datetime',
        'ended_at' => 'immutable_datetime',
        'created_at' => 'immutable_datetime',
    ];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    private float $written = 0.0;

    /** @param  Model  $subject  a shoot, or something that belongs to one */
    public static function open(Model $subject, string $kind, string $title, string $unit, int $total = 0): self
    {
        return self::query()->create([
            'shoot_id' => $subject instanceof Shoot ? $subject->id : $subject->getAttribute('shoot_id'),
            'kind' => $kind,
            'subject_type' => $subject->getMorphClass(),
            'subject_id' => $subject->getKey(),
            'title' => $title,
            'unit' => $unit,
            'state' => TaskState::Waiting,
            'total' => $total,
        ]);
    }

    /** @return Builder<self> */
    public static function underWay(): Builder
    {
        return self::query()->whereIn('state', [TaskState::Waiting, TaskState::Running]);
    }

    /** The last task of a kind that is about something. */
    public static function latest(Model $subject, string $kind): ?self
    {
        return self::query()
            ->where([
                'subject_type' => $subject->getMorphClass(),
                'subject_id' => $subject->getKey(),
                'kind' => $kind,
            ])
            ->orderByDesc('id')
            ->first();
    }

    /** @return MorphTo<Model, $this> */
    public function subject(): MorphTo
    {
        return $this->morphTo();
    }

    /**
     * What the task is about, read anew.
     *
     * @template T of Model
     *
     * @param  class-string<T>  $class
     * @return T
     */
    public function about(string $class): Model
    {
        return $class::query()->findOrFail($this->subject_id);
    }

    /** A count that the checkpoint notes; nothing noted is 0. */
    public function reached(string $name): int
    {
        $count = $this->checkpoint[$name] ?? 0;

        return is_int($count) ? $count : 0;
    }

    /**
     * Notes how far the work has come, so that whoever goes on after a kill begins there.
     *
     * @param  array<string, mixed>  $more  what changes in the checkpoint
     */
    public function note(array $more): void
    {
        $this->update(['checkpoint' => [...$this->checkpoint ?? [], ...$more]]);
    }

    public function isUnderWay(): bool
    {
        return ! $this->state->isOver();
    }

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    /** @return Builder<self> the tasks of all shoots of the same studio */
    public function ofStudio(): Builder
    {
        return self::query()->whereIn(
            'shoot_id',
            Shoot::query()->where('studio_id', $this->shoot->studio_id)->select('id'),
        );
    }

    /**
     * Begins a turn, if it may: while files of the studio are renamed nothing begins that could count on their names.
     * What had begun before goes on, and is waited for.
     */
    public function mayTakeTurn(): bool
    {
        if ($this->state !== TaskState::Waiting) {
            $this->begin();

            return true;
        }

        return DB::transaction(function (): bool {
            Studio::query()->whereKey($this->shoot->studio_id)->lockForUpdate()->first();
            if (
                $this->kind !== self::RENAMING &&
                $this->ofStudio()
                    ->where('kind', self::RENAMING)
                    ->whereIn('state', [TaskState::Waiting, TaskState::Running])
                    ->exists()
            ) {
                return false;
            }
            $this->begin();

            return true;
        });
    }

    public function begin(?int $total = null): void
    {
        $this->fill([
            'state' => TaskState::Running,
            'started_at' => $this->started_at ?? now(),
            'total' => $total ?? $this->total,
            'problem' => null,
        ])->save();
    }

    /** As `begin`, for work of which a part was done before the task was opened: that part counts for no rate. */
    public function beginWith(int $done, int $total, int $pieces, int $piecesTotal): void
    {
        if ($this->pieces_total === 0) {
            $this->resumed_from = $done;
        }
        $this->fill(['done' => $done, 'pieces' => $pieces, 'pieces_total' => $piecesTotal]);
        $this->begin($total);
    }

    /**
     * Notes how far the work is, four times a second at most.
     *
     * @return bool whether to go on: false once somebody stopped it
     */
    public function reach(int $done, int $pieces = 0): bool
    {
        $this->done = $done;
        $this->pieces = $pieces;
        if (microtime(true) - $this->written < 0.25) {
            return true;
        }
        $this->written = microtime(true);

        return self::query()
            ->whereKey($this->id)
            ->where('state', TaskState::Running)
            ->update(['done' => $done, 'pieces' => $pieces, 'updated_at' => now()]) > 0 ||
            self::query()->whereKey($this->id)->where('state', TaskState::Running)->exists();
    }

    public function finish(): void
    {
        $this->fill([
            'state' => TaskState::Done,
            'done' => $this->total,
            'pieces' => $this->pieces_total,
            'ended_at' => now(),
        ])->save();
    }

    public function fail(string $problem): void
    {
        // A problem may name a file whose name is no text.
        $this->fill([
            'state' => TaskState::Failed,
            'problem' => mb_scrub($problem, 'UTF-8'),
            'ended_at' => now(),
        ])->save();
    }

    public function stop(): void
    {
        self::underWay()
            ->whereKey($this->id)
            ->update(['state' => TaskState::Stopped, 'ended_at' => now()]);
        $this->refresh();
    }

    /** Whole percents. */
    public function percent(): int
    {
        return $this->total > 0
            ? (int) min(100, floor((100 * $this->done) / $this->total))
            : ($this->state === TaskState::Done
                ? 100
                : 0);
    }

    /** “312 of 612 frames · 48 a second · 6 s left” */
    public function progressInWords(): string
    {
        $fresh = $this->done - $this->resumed_from;
        $seconds = $this->seconds();
        $rate = $seconds < 0.5 || $fresh <= 0 ? null : $fresh / $seconds;

        return implode(' · ', array_filter([
            $this->doneInWords(),
            $this->pieces_total > 0
                ? number_format($this->pieces).' of '.number_format($this->pieces_total).' files'
                : null,
            $rate === null ? null : $this->rateInWords($rate),
            $rate === null || $this->state->isOver() ? null : $this->leftInWords($rate),
        ]));
    }

    private function doneInWords(): string
    {
        return $this->unit === 'bytes'
            ? Number::fileSize($this->done, 1).' of '.Number::fileSize($this->total, 1)
            : number_format($this->done).' of '.number_format($this->total).' '.$this->unit;
    }

    private function seconds(): float
    {
        return $this->started_at === null
            ? 0.0
            : $this->started_at->diffInSeconds($this->ended_at ?? CarbonImmutable::now(), true);
    }

    private function rateInWords(float $rate): string
    {
        return ($this->unit === 'bytes' ? Number::fileSize($rate, 1) : number_format($rate, $rate < 10 ? 1 : 0)).
            ' a second';
    }

    private function leftInWords(float $rate): string
    {
        $left = (int) ceil(($this->total - $this->done) / $rate);

        return ($left >= 90 ? (int) ceil($left / 60).' min' : "{$left} s").' left';
    }
}
