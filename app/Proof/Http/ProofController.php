<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Frames\Frame;
use App\Frames\FrameSet;
use App\Ingest\Lanes;
use App\Proof\Gallery;
use App\Proof\Publishing;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
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
        $galleries = Gallery::query()
            ->where('shoot_id', $shoot->id)
            ->orderByDesc('id')
            ->withCount(['frames' => fn ($frames) => $frames->whereNull('gone_at')])
            ->with('selections', 'shares.gallery.shoot.studio')
            ->get()
            ->each(fn (Gallery $gallery) => $gallery->setRelation('shoot', $shoot));
        $tasks = [];
        foreach ($galleries as $gallery) {
            $tasks[$gallery->id] = $gallery->task();
            if ($gallery->published_at === null && $tasks[$gallery->id]?->isUnderWay() !== true) {
                // It may have been opened between the two questions.
                $gallery->published_at = Gallery::query()->whereKey($gallery->id)->first()?->published_at;
            }
        }
        try {
            $meant = Frame::meeting($shoot, $filter)->count();
        } catch (InvalidFilter) {
            $meant = 0;
        }
        $lanes = Lanes::of($shoot);

        return view('proof.show', [
            'shoot' => $shoot,
            'filter' => $filter,
            'names' => $lanes->names,
            'bodies' => $lanes->bodies,
            'sets' => FrameSet::ofShoot($shoot)->get(),
            'meant' => $meant,
            'all' => Frame::of($shoot)->count(),
            'galleries' => $galleries,
            'tasks' => $tasks,
            'chosen' => $this->counted('choices', 'DISTINCT gallery_frame_id', $galleries->modelKeys()),
            'comments' => $this->counted('comments', '*', $galleries->modelKeys()),
            'unanswered' => $this->counted(
                'comments',
                'IF(answered_at IS NULL AND done_at IS NULL, 1, NULL)',
                $galleries->modelKeys(),
            ),
        ]);
    }

    public function publish(PublishRequest $request, Shoot $shoot, Publishing $publishing): RedirectResponse
    {
        $filter = FrameFilter::ofQuery($request->query->all());
        $facts = $request->gallery($shoot);
        $everywhere = $request->everywhere($shoot);
        $people = $request->people();
        if ($everywhere === null && $facts['live'] === null && Frame::meeting($shoot, $filter)->doesntExist()) {
            throw ValidationException::withMessages([
                'title' => 'No frame meets this filter, so there is nothing to publish. Keep some frames first.',
            ]);
        }
        $publishing->publish($shoot, $filter, $facts, $request->rights(), $request->facts(), $people, $everywhere);

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
