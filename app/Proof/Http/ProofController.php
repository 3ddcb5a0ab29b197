<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Frames\Frame;
use App\Frames\FrameSet;
use App\Ingest\Lanes;
use App\Proof\Gallery;
use App\Proof\Publishing;
use App\Studio\Shoot;
use App\Studio\Task;
use Illuminate\Contracts\View\View;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Frames\Filter\InvalidFilter;
use Kanpai\Core\Frames\FrameFilter;

/** The galleries of a shoot, and how another is made. */
final class ProofController
{
    public function show(Request $request, Shoot $shoot): View
    {
        $filter = $request->query->all() === [] ? FrameFilter::kept() : FrameFilter::ofQuery($request->query->all());
        $galleries = self::galleries($shoot);
        $lanes = Lanes::of($shoot);

        return view('proof.show', [
            'shoot' => $shoot,
            'filter' => $filter,
            'names' => $lanes->names,
            'bodies' => $lanes->bodies,
            'sets' => FrameSet::ofShoot($shoot)->get(),
            'meant' => self::meant($shoot, $filter),
            'all' => Frame::of($shoot)->count(),
            'galleries' => $galleries,
            'tasks' => $this->tasks($galleries),
            ...$this->feedback($galleries->modelKeys()),
        ]);
    }

    /** @return Collection<int, Gallery> */
    private static function galleries(Shoot $shoot): Collection
    {
        return Gallery::query()
            ->where('shoot_id', $shoot->id)
            ->orderByDesc('id')
            ->withCount(['frames' => fn ($frames) => $frames->whereNull('gone_at')])
            ->with(['selections', 'shares.gallery.shoot.studio', 'shown' => fn ($frames) => $frames->limit(6)])
            ->get()
            ->each(fn (Gallery $gallery) => $gallery->setRelation('shoot', $shoot));
    }

    private static function meant(Shoot $shoot, FrameFilter $filter): int
    {
        try {
            return Frame::meeting($shoot, $filter)->count();
        } catch (InvalidFilter) {
            return 0;
        }
    }

    /**
     * @param  Collection<int, Gallery>  $galleries
     * @return array<int, Task|null> gallery => its last task
     */
    private function tasks(Collection $galleries): array
    {
        $tasks = [];
        foreach ($galleries as $gallery) {
            $tasks[$gallery->id] = $gallery->task();
            if ($gallery->published_at === null && $tasks[$gallery->id]?->isUnderWay() !== true) {
                // It may have been opened between the two questions.
                $gallery->published_at = Gallery::query()->whereKey($gallery->id)->first()?->published_at;
            }
        }

        return $tasks;
    }

    /**
     * @param  array<int, int>  $galleries
     * @return array<string, mixed> how much was chosen and written in each
     */
    private function feedback(array $galleries): array
    {
        $unanswered = 'IF(answered_at IS NULL AND done_at IS NULL, 1, NULL)';

        return [
            'chosen' => $this->counted('choices', 'DISTINCT gallery_frame_id', $galleries),
            'comments' => $this->counted('comments', '*', $galleries),
            'unanswered' => $this->counted('comments', $unanswered, $galleries),
        ];
    }

    public function publish(PublishRequest $request, Shoot $shoot, Publishing $publishing): RedirectResponse
    {
        $filter = FrameFilter::ofQuery($request->query->all());
        $facts = $request->gallery($shoot);
        $set = $request->everywhere($shoot);
        $people = $request->people();
        if ($set === null && $facts['live'] === null && Frame::meeting($shoot, $filter)->doesntExist()) {
            throw ValidationException::withMessages([
                'title' => 'No frame meets this filter, so there is nothing to publish. Keep some frames first.',
            ]);
        }
        $publishing->publish($shoot, $filter, $facts, $request->rights(), $request->facts(), $people, $set);

        return redirect()->route('proof.show', $shoot);
    }

    /**
     * @param  array<int, int>  $galleries
     * @return array<int, int> gallery => how many
     */
    private function counted(string $table, string $what, array $galleries): array
    {
        return DB::table($table)
            ->join('guests', 'guests.id', '=', "{$table}.guest_id")
            ->whereIn('guests.gallery_id', $galleries)
            ->groupBy('guests.gallery_id')
            ->selectRaw("guests.gallery_id, COUNT({$what}) AS n")
            ->pluck('n', 'gallery_id')
            ->map(fn ($n): int => (int) $n)
            ->all();
    }
}
