<?php

declare(strict_types=1);

namespace App\Proof;

use Illuminate\Database\Eloquent\Collection;
use Illuminate\Pagination\LengthAwarePaginator;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Proof\Agreement;

/** The feedback of all guests of a gallery: who chose what, on which list, how it is rated, what is written and drawn. */
final readonly class GalleryFeedback
{
    /**
     * @param  Collection<int, Guest>  $guests  who gave any, by id
     * @param  list<string>  $lists
     * @param  array<int, array<int, list<string>>>  $choices  picture => guest => lists
     * @param  array<int, float>  $ratings  picture => mean
     * @param  array<int, int>  $frames  pictures with feedback, in the order of time => their frames
     * @param  array<int, bool>  $commented  picture with comments => whether one of them waits for an answer
     */
    private function __construct(
        public Gallery $gallery,
        public Collection $guests,
        public array $lists,
        public array $choices,
        public array $ratings,
        public Agreement $agreement,
        public array $frames,
        private array $commented,
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
        $commented = self::commentedOf($gallery);
        $frames = self::framesOf($gallery, array_keys($choices + $ratings + $commented));

        return new self(
            $gallery,
            self::guestsOf($gallery),
            $lists,
            $choices,
            $ratings,
            Agreement::of($byGuest),
            $frames,
            $commented,
        );
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

    /** @return array<int, bool> picture with comments => whether one of them waits for an answer */
    private static function commentedOf(Gallery $gallery): array
    {
        return DB::table('comments')
            ->join('gallery_frames', 'gallery_frames.id', '=', 'comments.gallery_frame_id')
            ->where('gallery_frames.gallery_id', $gallery->id)
            ->groupBy('gallery_frame_id')
            ->selectRaw('gallery_frame_id, MAX(answered_at IS NULL AND done_at IS NULL) AS waits')
            ->pluck('waits', 'gallery_frame_id')
            ->map(fn ($waits): bool => (bool) $waits)
            ->all();
    }

    /**
     * @param  list<int>  $pictures
     * @return array<int, int> picture => its frame, in the order of time
     */
    private static function framesOf(Gallery $gallery, array $pictures): array
    {
        return DB::table('gallery_frames')
            ->where('gallery_id', $gallery->id)
            ->whereIntegerInRaw('id', array_unique($pictures))
            ->orderBy('taken_ms')
            ->orderBy('number')
            ->pluck('frame_id', 'id')
            ->map(fn ($frame): int => (int) $frame)
            ->all();
    }

    /**
     * @param  list<int>  $pictures
     * @return LengthAwarePaginator<int, GalleryFrame> in the order of time, with what is written to them
     */
    public function pictures(array $pictures, int $size): LengthAwarePaginator
    {
        return GalleryFrame::query()
            ->whereIntegerInRaw('id', array_keys(array_intersect_key($this->frames, array_flip($pictures))))
            ->with('frame', 'comments.guest')
            ->orderBy('taken_ms')
            ->orderBy('number')
            ->paginate($size);
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
                $kind === 'noted' => array_keys($this->commented),
                $kind === 'unanswered' => array_keys(array_filter($this->commented)),
                str_starts_with($kind, 'guest-') => $this->chosenBy((int) substr($kind, 6)),
                default => array_keys($this->frames),
            },
        );
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
        $places = array_flip(array_keys($this->frames));
        $pictures = match ($rule) {
            'all' => $this->agreement->all(),
            'best' => $this->agreement->best($size, $this->ratings, $places),
            default => $this->agreement->atLeast(1),
        };

        return array_values(array_intersect_key($this->frames, array_flip($pictures)));
    }
}
