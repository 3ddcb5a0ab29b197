<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Proof\Comment;
use App\Proof\Mailing;
use Illuminate\Http\RedirectResponse;

/** What the studio answers to comments and drawings, and what is done of them. */
final class NotesController
{
    public function answer(AnswerInput $request, Comment $comment, Mailing $mailing): RedirectResponse
    {
        $input = $request->validated();
        $comment->update(['answer' => trim($input['answer']), 'answered_at' => now()]);
        $mailing->answered($comment->load('guest.gallery', 'galleryFrame'));

        return $this->back(
            $comment,
            'The answer stands beside the picture'.
                ($comment->guest->email === '' ? '.' : " and is on its way to {$comment->guest->email}."),
        );
    }

    public function done(Comment $comment): RedirectResponse
    {
        $comment->update(['done_at' => $comment->done_at === null ? now() : null]);

        return $this->back($comment, $comment->done_at === null ? 'It is open again.' : 'Ticked off.');
    }

    private function back(Comment $comment, string $message): RedirectResponse
    {
        return redirect()
            ->to(
                route('proof.gallery', [$comment->guest->gallery_id, 'kind' => 'noted']).
                    "#picture-{$comment->gallery_frame_id}",
            )
            ->with('message', $message);
    }
}
