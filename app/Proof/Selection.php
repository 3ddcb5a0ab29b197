<?php

declare(strict_types=1);

namespace App\Proof;

use App\Frames\Frame;
use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Proof\SelectionDifference;

/**
 * The choices of a guest as they were sent in. Later clicks of the guest do not change it.
 *
 * @property int $id
 * @property int $gallery_id
 * @property int $guest_id
 * @property string $name
 * @property string $email
 * @property string $message
 * @property CarbonImmutable $sent_at
 * @property Gallery $gallery
 * @property Guest $guest
 *
 * @phpstan-type Chosen array{frame: int, name: string, number: int, list: string, rating: int, comment: string,
 *     taken: int, isGone: bool}
 */
final class Selection extends Model
{
    use FoundInOwnStudio;

    public $timestamps = false;

    protected $guarded = [];

    protected $casts = ['sent_at' => 'immutable_datetime'];

    /** @return BelongsTo<Gallery, $this> */
    public function gallery(): BelongsTo
    {
        return $this->belongsTo(Gallery::class);
    }

    /** @return BelongsTo<Guest, $this> */
    public function guest(): BelongsTo
    {
        return $this->belongsTo(Guest::class);
    }

    /** @return BelongsToMany<Frame, $this> each once, in the order of time */
    public function frames(): BelongsToMany
    {
        $frames = $this->belongsToMany(Frame::class, 'selection_frames')->withPivot('comment');
        $frames->whereRaw(
            'selection_frames.id = (SELECT MIN(own.id) FROM selection_frames AS own WHERE own.selection_id = '.
                'selection_frames.selection_id AND own.frame_id = selection_frames.frame_id)',
        );
        $frames->orderBy('frames.taken_ms')->orderBy('frames.id');

        return $frames;
    }

    /** @return list<Chosen> in the order of time; a frame of two lists is there twice */
    public function chosen(): array
    {
        $row = fn (\stdClass $row): array => [
            'frame' => (int) $row->id,
            'name' => (string) $row->name,
            'number' => (int) $row->number,
            'list' => (string) $row->list,
            'rating' => (int) $row->rating,
            'comment' => (string) $row->comment,
            'taken' => (int) $row->taken_ms,
            'isGone' => $row->gone_at !== null,
        ];

        return array_values($this->rows()->map($row)->all());
    }

    /** @return \Illuminate\Support\Collection<int, \stdClass> */
    private function rows(): \Illuminate\Support\Collection
    {
        $inGallery = fn ($join) => $join
            ->on('gallery_frames.frame_id', '=', 'frames.id')
            ->where('gallery_frames.gallery_id', $this->gallery_id);

        return DB::table('selection_frames')
            ->join('frames', 'frames.id', '=', 'selection_frames.frame_id')
            ->leftJoin('gallery_frames', $inGallery)
            ->where('selection_id', $this->id)
            ->orderBy('frames.taken_ms')
            ->orderBy('frames.id')
            ->orderBy('selection_frames.id')
            ->select('frames.id', 'frames.name', 'frames.taken_ms', 'number', 'list', 'gone_at', 'comment')
            ->addSelect('selection_frames.rating')
            ->get();
    }

    /** What the same guest sent before this. */
    public function before(): ?self
    {
        return self::query()
            ->where('guest_id', $this->guest_id)
            ->where('id', '<', $this->id)
            ->orderByDesc('id')
            ->first();
    }

    public function differenceTo(self $before): SelectionDifference
    {
        return SelectionDifference::of(
            array_values(array_unique(array_column($before->chosen(), 'frame'))),
            array_values(array_unique(array_column($this->chosen(), 'frame'))),
        );
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
