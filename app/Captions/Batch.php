<?php

declare(strict_types=1);

namespace App\Captions;

use App\Frames\Frame;
use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Captions\Edit\Edit;
use Kanpai\Core\Captions\Edit\ReplaceText;
use Kanpai\Core\Captions\Edit\SetFields;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Core\Frames\Verdict;

/**
 * One thing done to the captions of many frames: reviewed first, then applied, and undone if need be.
 *
 * @property int $id
 * @property int $shoot_id
 * @property int|null $member_id
 * @property string $title what is done, in words
 * @property array<string, mixed> $edit kind, with what it needs
 * @property array<string, int|string> $filter which frames are chosen
 * @property string $state drafted, running, done, undoing, undone
 * @property CarbonImmutable $created_at
 * @property Shoot $shoot
 */
final class Batch extends Model
{
    use FoundInOwnStudio;

    protected $table = 'caption_batches';

    protected $guarded = [];

    protected $attributes = ['state' => 'drafted'];

    protected $casts = ['edit' => 'array', 'filter' => 'array'];

    /** Deletes what was looked over and never done. */
    public static function tidy(): void
    {
        self::query()->where('state', 'drafted')->where('created_at', '<', now()->subDays(2))->delete();
    }

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    /** @return Builder<Frame> the chosen frames, in order */
    public function frames(): Builder
    {
        if (isset($this->edit['frames'])) {
            return Frame::inOrder($this->shoot)->whereIn('frames.id', (array) $this->edit['frames']);
        }

        return Frame::meeting($this->shoot, FrameFilter::ofQuery($this->filter));
    }

    /** What is to be done to one of them. */
    public function edit(Captioning $captioning, Frame $frame, ?FrameCaption $caption): Edit
    {
        return match ($this->edit['kind']) {
            'sheets' => $captioning->sheets($frame, $caption),
            'replace' => new ReplaceText(
                array_values(array_map(fn (string $name): Field => Field::from($name), $this->edit['in'])),
                $this->edit['find'],
                $this->edit['with'],
                (bool) $this->edit['case'],
                (bool) $this->edit['word'],
            ),
            'theirs' => new SetFields($this->edit['texts'][$frame->id] ?? []),
            default => new SetFields($this->edit['texts']),
        };
    }

    /**
     * Fields that are the frame's own from then on.
     *
     * @param  list<string>  $own
     * @return list<string>
     */
    public function own(array $own, Caption $before, Caption $after): array
    {
        if ($this->edit['kind'] === 'sheets') {
            return $own;
        }

        return array_values(
            array_unique([
                ...$own,
                ...array_map(fn (Field $field): string => $field->value, $before->differsIn($after)),
            ]),
        );
    }

    /** Frames that were changed. */
    public function changed(): int
    {
        return DB::table('caption_changes')->where('batch_id', $this->id)->count();
    }

    /** @return Builder<self> what was done, the latest first */
    public static function doneIn(Shoot $shoot): Builder
    {
        return self::query()->where('shoot_id', $shoot->id)->where('state', '<>', 'drafted')->orderByDesc('id');
    }

    /**
     * The marks that a frame is to have afterwards, where the batch takes over the rating of other software.
     *
     * @param  array{verdict: string, rating: int<0, 5>, label: string}  $before
     * @return array{verdict: string, rating: int<0, 5>, label: string}
     */
    public function marksOf(int $frame, array $before): array
    {
        $given = $this->edit['marks'][$frame] ?? [];
        $after = [...$before, 'label' => $given['label'] ?? $before['label']];
        if (isset($given['rating'])) {
            // Rejected by them is dropped here; a rating lifts that, and says nothing else about the verdict.
            $after['verdict'] = match (true) {
                $given['rating'] < 0 => Verdict::Drop->value,
                $before['verdict'] === Verdict::Drop->value => Verdict::Open->value,
                default => $before['verdict'],
            };
            $after['rating'] = max(0, min(5, $given['rating']));
        }

        return $after;
    }
}
