<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Proof\Choosing;
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
            $share = Share::open($gallery, $rights, [...$facts, 'is_marked' => $request->boolean('is_marked') && $gallery->watermark() !== null]);
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

        return redirect()->route('proof.links', $gallery)->with('said', "The link for {$share->name} works".($people === [] ? '.' : ', and '.count($people).(count($people) === 1 ? ' person has' : ' people have').' been invited.'));
    }

    public function withdraw(Share $share): RedirectResponse
    {
        $share->update(['withdrawn_at' => $share->withdrawn_at === null ? now() : null]);
        $share->door()->close();

        return redirect()->route('proof.links', $share->gallery)->with('said', $share->withdrawn_at === null ? 'The link works again.' : 'The link does not work any more. Choices and comments are kept.');
    }

    /** More people for a share; whoever is there already gets the mail once more. */
    public function invite(ShareRequest $request, Share $share, Mailing $mailing): RedirectResponse
    {
        $people = $request->people();
        foreach ($people as $person) {
            $guest = $share->guests()->where('email', $person['email'])->first() ?? Guest::named($share, $person['name'], $person['email']);
            $mailing->invite($guest);
        }

        return redirect()->route('proof.links', $share->gallery)->with('said', count($people) === 0 ? 'Nobody was named, so no mail was sent.' : count($people).(count($people) === 1 ? ' mail is' : ' mails are').' on the way.');
    }

    public function reopen(Guest $guest, Choosing $choosing): RedirectResponse
    {
        $choosing->reopen($guest);

        return redirect()->route('proof.gallery', $guest->gallery)->with('said', "{$guest->called()} can choose again. What was sent stays as it was.");
    }
}
