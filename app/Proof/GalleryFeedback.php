<?php

declare(strict_types=1);

namespace App\Proof;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Proof\Agreement;

/** What all guests of a gallery said: who chose what, on which list, how it is rated, what is written and drawn. */
final readonly class GalleryFeedback
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
        $all = self::choicesOf($gallery);
        $choices = $byGuest = [];
        foreach ($list === null ? $all : $all->where('list', $list) as $choice) {
            [$frame, $guest] = [(int) $choice->gallery_frame_id, (int) $choice->guest_id];
            $choices[$frame][$guest][] = (string) $choice->list;
            $byGuest[$guest][] = $frame;
        }
        $lists = array_map(strval(...), array_values($all->pluck('list')->unique()->all()));
        $ratings = self::ratingsOf($gallery);
        $frames = self::framesOf($gallery, [...array_keys($choices), ...array_keys($ratings)]);
        $guests = self::guestsOf($gallery);

        return new self($gallery, $guests, $lists, $choices, $ratings, Agreement::of($byGuest), $frames);
    }

    /** @return \Illuminate\Support\Collection<int, \stdClass> */
    private static function choicesOf(Gallery $gallery): \Illuminate\Support\Collection
    {
        return DB::table('choices')
            ->join('guests', 'guests.id', '=', 'choices.guest_id')
            ->where('guests.gallery_id', $gallery->id)
            ->orderBy('choices.id')
            ->get(['guest_id', 'gallery_frame_id', 'list']);
    }

    /** @return Collection<int, Guest> by id */
    private static function guestsOf(Gallery $gallery): Collection
    {
        return Guest::query()
            ->where('gallery_id', $gallery->id)
            ->with('share')
            ->withCount('choices', 'comments')
            ->orderBy('id')
            ->get()
            ->keyBy('id');
    }

    /** @return array<int, float> picture => mean of what guests rated it */
    private static function ratingsOf(Gallery $gallery): array
    {
        $means = DB::table('guest_ratings')
            ->join('guests', 'guests.id', '=', 'guest_ratings.guest_id')
            ->where('guests.gallery_id', $gallery->id)
            ->groupBy('gallery_frame_id')
            ->selectRaw('gallery_frame_id, AVG(rating) AS mean')
            ->pluck('mean', 'gallery_frame_id');

        return array_map(floatval(...), $means->all());
    }

    /**
     * Pictures that were chosen or rated, and those with comments.
     *
     * @param  list<int>  $ids
     * @return Collection<int, GalleryFrame>
     */
    private static function framesOf(Gallery $gallery, array $ids): Collection
    {
        return GalleryFrame::query()
            ->where('gallery_id', $gallery->id)
            ->where(
                fn (Builder $query) => $query
                    ->whereIn('id', array_unique($ids))
                    ->orWhereIn('id', Comment::query()->select('gallery_frame_id')),
            )
            ->with('frame', 'comments.guest')
            ->orderBy('taken_ms')
            ->orderBy('number')
            ->get()
            ->keyBy('id');
    }

    /**
     * Pictures of one kind of agreement.
     *
     * @return list<int> pictures
     */
    public function meeting(string $kind): array
    {
        $isUnanswered = fn (Comment $comment): bool => $comment->answered_at === null && $comment->done_at === null;

        return array_values(
            match (true) {
                $kind === 'all' => $this->agreement->all(),
                $kind === 'one' => array_keys($this->agreement->onlyOne()),
                $kind === 'noted' => $this->commented(fn (Comment $comment): bool => true),
                $kind === 'unanswered' => $this->commented($isUnanswered),
                str_starts_with($kind, 'guest-') => $this->chosenBy((int) substr($kind, 6)),
                default => array_map(intval(...), $this->frames->modelKeys()),
            },
        );
    }

    /**
     * @param  callable(Comment): bool  $isMeant
     * @return array<int> pictures with such a comment
     */
    private function commented(callable $isMeant): array
    {
        return $this->frames
            ->filter(fn (GalleryFrame $frame): bool => $frame->comments->contains($isMeant))
            ->map(fn (GalleryFrame $frame): int => $frame->id)
            ->all();
    }

    /** @return list<int> */
    private function chosenBy(int $guest): array
    {
        return array_keys(array_filter($this->choices, fn (array $own): bool => isset($own[$guest])));
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
