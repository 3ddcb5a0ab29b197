<?php

declare(strict_types=1);

namespace App\Proof;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Proof\Agreement;

/** What all guests of a gallery said: who chose what, on which list, how it is rated, what is written and drawn. */
final readonly class SaidInGallery
{
    /**
     * @param  Collection<int, Guest>  $guests  who said anything, by id
     * @param  list<string>  $lists
     * @param  array<int, array<int, list<string>>>  $choices  picture => guest => lists
     * @param  array<int, float>  $ratings  picture => mean
     * @param  Collection<int, GalleryFrame>  $frames  of which something was said, by id, in the order of time
     */
    private function __construct(
        public Gallery $gallery,
        public Collection $guests,
        public array $lists,
        public array $choices,
        public array $ratings,
        public Agreement $agreement,
        public Collection $frames,
    ) {
    }

    /** @param  string|null  $list  only what was chosen for this one */
    public static function of(Gallery $gallery, ?string $list = null): self
    {
        $choices = $byGuest = $lists = [];
        foreach (
            DB::table('choices')
                ->join('guests', 'guests.id', '=', 'choices.guest_id')
                ->where('guests.gallery_id', $gallery->id)
                ->orderBy('choices.id')
                ->get(['guest_id', 'gallery_frame_id', 'list']) as $choice
        ) {
            $lists[(string) $choice->list] = true;
            if ($list === null || $choice->list === $list) {
                $choices[(int) $choice->gallery_frame_id][(int) $choice->guest_id][] = (string) $choice->list;
                $byGuest[(int) $choice->guest_id][] = (int) $choice->gallery_frame_id;
            }
        }
        $ratings = DB::table('guest_ratings')
            ->join('guests', 'guests.id', '=', 'guest_ratings.guest_id')
            ->where('guests.gallery_id', $gallery->id)
            ->groupBy('gallery_frame_id')
            ->selectRaw('gallery_frame_id, AVG(rating) AS mean')
            ->pluck('mean', 'gallery_frame_id')
            ->map(fn ($mean): float => (float) $mean)
            ->all();
        $frames = GalleryFrame::query()
            ->where('gallery_id', $gallery->id)
            ->where(
                fn (Builder $query) => $query
                    ->whereIn('id', array_keys($choices))
                    ->orWhereIn('id', array_keys($ratings))
                    ->orWhereIn('id', Comment::query()->select('gallery_frame_id')),
            )
            ->with('frame', 'comments.guest')
            ->orderBy('taken_ms')
            ->orderBy('number')
            ->get()
            ->keyBy('id');
        $guests = Guest::query()
            ->where('gallery_id', $gallery->id)
            ->with('share')
            ->withCount('choices', 'comments')
            ->orderBy('id')
            ->get()
            ->keyBy('id');

        return new self($gallery, $guests, array_keys($lists), $choices, $ratings, Agreement::of($byGuest), $frames);
    }

    /**
     * Pictures of one kind of agreement.
     *
     * @return list<int> pictures
     */
    public function meeting(string $kind): array
    {
        return array_values(
            match (true) {
                $kind === 'all' => $this->agreement->all(),
                $kind === 'one' => array_keys($this->agreement->onlyOne()),
                $kind === 'noted' => $this->frames
                    ->filter(fn (GalleryFrame $frame): bool => $frame->comments->isNotEmpty())
                    ->map(fn (GalleryFrame $frame): int => $frame->id)
                    ->values()
                    ->all(),
                $kind === 'unanswered' => $this->frames
                    ->filter(
                        fn (GalleryFrame $frame): bool => $frame->comments->contains(
                            fn (Comment $comment): bool => $comment->answered_at === null && $comment->done_at === null,
                        ),
                    )
                    ->map(fn (GalleryFrame $frame): int => $frame->id)
                    ->values()
                    ->all(),
                str_starts_with($kind, 'guest-') => array_keys(
                    array_filter($this->choices, fn (array $own): bool => isset($own[(int) substr($kind, 6)])),
                ),
                default => $this->frames->map(fn (GalleryFrame $frame): int => $frame->id)->all(),
            },
        );
    }

    /**
     * @return list<int>
     *   frames that make a final list: what all want, what most want up to a number, or what anybody wants
     */
    public function final(string $rule, int $size): array
    {
        $places = array_flip(array_values($this->frames->modelKeys()));
        $pictures = match ($rule) {
            'all' => $this->agreement->all(),
            'best' => $this->agreement->best($size, $this->ratings, $places),
            default => $this->agreement->atLeast(1),
        };

        return array_values(
            $this->frames->only($pictures)->map(fn (GalleryFrame $frame): int => $frame->frame_id)->all(),
        );
    }
}
