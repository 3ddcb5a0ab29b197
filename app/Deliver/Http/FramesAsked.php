<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Frames\Frame;
use App\Frames\FrameSet;
use App\Ingest\Lanes;
use App\Proof\Selection;
use App\Studio\Shoot;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Frames\Filter\InvalidFilter;
use Kanpai\Core\Frames\FrameFilter;

/** The frames that a page of this room is about: those of a selection, or those that a filter means. */
final readonly class FramesAsked
{
    private function __construct(private Shoot $shoot, public FrameFilter $filter, public ?Selection $selection)
    {
    }

    public static function by(Request $request, Shoot $shoot): self
    {
        // A form may be in the query as well.
        $query = array_intersect_key($request->query->all(), array_flip(FrameFilter::KEYS));
        $selection = $request->query->has('selection')
            ? Selection::query()
                ->whereKey($request->integer('selection'))
                ->whereHas('gallery', fn ($gallery) => $gallery->where('shoot_id', $shoot->id))
                ->first()
            : null;

        return new self($shoot, $query === [] ? FrameFilter::kept() : FrameFilter::ofQuery($query), $selection);
    }

    /** @return list<int> in the order of time */
    public function ids(): array
    {
        return array_values(array_map(intval(...), $this->frames()->pluck('frames.id')->all()));
    }

    public function count(): int
    {
        return $this->frames()->reorder()->count();
    }

    /** Rows, in the order of time. */
    private function frames(): Builder
    {
        return $this->selection === null
            ? Frame::meeting($this->shoot, $this->filter)->toBase()
            : $this->selection->frames()->toBase();
    }

    /**
     * @return non-empty-list<int>
     *
     * @throws ValidationException
     */
    public function some(string $field, string $toDo): array
    {
        try {
            $ids = $this->ids();
        } catch (InvalidFilter $reason) {
            throw ValidationException::withMessages([$field => $reason->getMessage()]);
        }

        return $ids === []
            ? throw ValidationException::withMessages([
                $field => "No frame meets this filter, so there is nothing to {$toDo}.",
            ])
            : $ids;
    }

    /** @return array<string, mixed> what the page's filter shows */
    public function forPage(): array
    {
        $lanes = Lanes::of($this->shoot);

        return [
            'filter' => $this->filter,
            'selection' => $this->selection,
            'names' => $lanes->names,
            'bodies' => $lanes->bodies,
            'meant' => $this->count(),
            'all' => Frame::of($this->shoot)->count(),
            'sets' => FrameSet::ofShoot($this->shoot)->get(),
            'query' => $this->selection === null
                    ? ($this->filter->toQuery() ?: ['verdict' => 'all'])
                    : ['selection' => $this->selection->id],
        ];
    }
}
