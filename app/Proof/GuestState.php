<?php

declare(strict_types=1);

namespace App\Proof;

use Illuminate\Support\Facades\DB;

/**
 * What a guest has chosen, rated and written in a gallery, as the guest's page shows it.
 *
 * @phpstan-type State array{edition: string, chosen: array<string, list<int>>, ratings: array<int, int>,
 *     comments: list<array<string, mixed>>, isSent: bool}
 */
final readonly class GuestState
{
    public function __construct(private Share $share, private ?Guest $guest)
    {
    }

    /** @return State pictures by their numbers */
    public function toArray(): array
    {
        return [
            'edition' => $this->edition(),
            'chosen' => $this->chosen(),
            'ratings' => $this->ratings(),
            'comments' => $this->comments(),
            'isSent' => $this->guest?->sent_at !== null,
        ];
    }

    /** Changes when pictures come, leave or change, and when the rights of the link do. */
    public function edition(): string
    {
        $gallery = $this->share->gallery;
        $shown = DB::table('gallery_frames')
            ->where('gallery_id', $gallery->id)
            ->whereNotNull('large_path')
            ->count();

        return hash('xxh3', "{$gallery->updated_at->getTimestamp()} {$shown} ".json_encode($this->share->rights));
    }

    /** @return array<string, list<int>> by list */
    private function chosen(): array
    {
        if ($this->guest === null) {
            return [];
        }
        $choices = DB::table('choices')
            ->join('gallery_frames', 'gallery_frames.id', '=', 'choices.gallery_frame_id')
            ->where('guest_id', $this->guest->id)
            ->get(['number', 'list']);
        $chosen = [];
        foreach ($choices as $choice) {
            $chosen[(string) $choice->list][] = (int) $choice->number;
        }

        return $chosen;
    }

    /** @return array<int, int> */
    private function ratings(): array
    {
        if ($this->guest === null) {
            return [];
        }
        $ratings = DB::table('guest_ratings')
            ->join('gallery_frames', 'gallery_frames.id', '=', 'guest_ratings.gallery_frame_id')
            ->where('guest_id', $this->guest->id)
            ->pluck('rating', 'number');

        return array_map(intval(...), $ratings->all());
    }

    /** @return list<array<string, mixed>> in the order in which they were written */
    private function comments(): array
    {
        if ($this->guest === null) {
            return [];
        }
        $comments = Comment::query()
            ->where('guest_id', $this->guest->id)
            ->with('galleryFrame')
            ->orderBy('id')
            ->get()
            ->toBase()
            ->map(
                fn (Comment $comment): array => [
                    'id' => $comment->uuid,
                    'number' => $comment->galleryFrame->number,
                    'text' => $comment->text,
                    'svg' => $comment->drawing($comment->galleryFrame)?->toSvg(),
                    'answer' => $comment->answer,
                    'isDone' => $comment->done_at !== null,
                ],
            );

        return array_values($comments->all());
    }
}
