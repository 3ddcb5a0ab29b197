<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Proof\Choosing;
use App\Proof\CountChoices;
use App\Proof\Gallery;
use App\Proof\Guest;
use App\Proof\Mailing;
use App\Proof\Share;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\DB;

/** Links to a gallery: opened, withdrawn, sent to people. */
final class SharesController
{
    public function store(ShareRequest $request, Gallery $gallery, Mailing $mailing): RedirectResponse
    {
        $rights = $request->rights();
        $facts = $request->facts();
        $people = $request->people();
        $share = DB::transaction(function () use ($request, $gallery, $rights, $facts, $people): Share {
            $share = Share::open($gallery, $rights, [
                ...$facts,
                'message' => $request->string('message')->toString(),
                'is_watermarked' => $request->boolean('is_watermarked') && $gallery->proofWatermark() !== null,
            ]);
            foreach ($people as $person) {
                Guest::named($share, $person['name'], $person['email']);
            }

            return $share;
        });
        if ($gallery->published_at !== null) {
            foreach ($share->guests as $guest) {
                $mailing->invite($guest);
            }
        }

        return redirect()
            ->route('proof.links', $gallery)
            ->with(
                'message',
                "The link for {$share->name} works".
                    ($people === []
                        ? '.'
                        : ', and '.
                            count($people).
                            (count($people) === 1 ? ' person has' : ' people have').
                            ' been invited.'),
            );
    }

    /** What those who come by it may do, until when, what they read, and by which password. */
    public function update(ShareRequest $request, Share $share): RedirectResponse
    {
        $facts = $request->facts();
        $password = match (true) {
            $request->boolean('no_password') => ['password' => null],
            $facts['password'] !== null => ['password' => $facts['password']],
            default => [],
        };
        $hasMark = $share->gallery->proofWatermark() !== null;
        $share->update([
            'name' => $request->filled('share') ? $facts['name'] : $share->name,
            'message' => $request->string('message')->toString(),
            'rights' => $request->rights()->toArray(),
            'ends_on' => $facts['ends_on'],
            ...$request->has('is_watermarked')
                ? ['is_watermarked' => $hasMark && $request->boolean('is_watermarked')]
                : [],
            ...$password,
        ]);

        return redirect()
            ->route('proof.links', $share->gallery)
            ->with('message', "The link for {$share->name} is changed. Who has it already goes by it from now on.");
    }

    /** The link, its guests, and what they said. */
    public function remove(Share $share): RedirectResponse
    {
        $share->door()->close();
        $share->delete();
        CountChoices::soon($share->gallery_id);

        return redirect()
            ->route('proof.links', $share->gallery)
            ->with('message', "The link for {$share->name} is removed, with what was said by it.");
    }

    public function withdraw(Share $share): RedirectResponse
    {
        $share->update(['withdrawn_at' => $share->withdrawn_at === null ? now() : null]);
        $share->door()->close();

        return redirect()
            ->route('proof.links', $share->gallery)
            ->with(
                'message',
                $share->withdrawn_at === null
                    ? 'The link works again.'
                    : 'The link does not work any more. Choices and comments are kept.',
            );
    }

    /** More people for a share; whoever is there already gets the mail once more. */
    public function invite(ShareRequest $request, Share $share, Mailing $mailing): RedirectResponse
    {
        $people = $request->people();
        foreach ($people as $person) {
            $guest =
                $share->guests()->where('email', $person['email'])->first() ??
                Guest::named($share, $person['name'], $person['email']);
            $mailing->invite($guest);
        }

        return redirect()
            ->route('proof.links', $share->gallery)
            ->with(
                'message',
                count($people) === 0
                    ? 'Nobody was named, so no mail was sent.'
                    : count($people).(count($people) === 1 ? ' mail is' : ' mails are').' on the way.',
            );
    }

    public function reopen(Guest $guest, Choosing $choosing): RedirectResponse
    {
        $choosing->reopen($guest);

        return redirect()
            ->route('proof.gallery', $guest->gallery)
            ->with('message', "{$guest->called()} can choose again. What was sent stays as it was.");
    }
}
