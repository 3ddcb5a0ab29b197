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
        $share = $this->open($request, $gallery);
        if ($gallery->published_at !== null) {
            foreach ($share->guests as $guest) {
                $mailing->invite($guest);
            }
        }
        $invited = match ($share->guests->count()) {
            0 => '.',
            1 => ', and 1 person has been invited.',
            default => ", and {$share->guests->count()} people have been invited.",
        };

        return redirect()
            ->route('proof.links', $gallery)
            ->with('message', "The link for {$share->name} works{$invited}");
    }

    private function open(ShareRequest $request, Gallery $gallery): Share
    {
        $rights = $request->rights();
        $people = $request->people();
        $facts = [
            ...$request->facts(),
            'message' => $request->string('message')->toString(),
            'is_watermarked' => $request->boolean('is_watermarked') && $gallery->proofWatermark() !== null,
        ];

        return DB::transaction(function () use ($gallery, $rights, $facts, $people): Share {
            $share = Share::open($gallery, $rights, $facts);
            foreach ($people as $person) {
                Guest::named($share, $person['name'], $person['email']);
            }

            return $share;
        });
    }

    /** What those who come by it may do, until when, what they read, and by which password. */
    public function update(ShareRequest $request, Share $share): RedirectResponse
    {
        $facts = $request->facts();
        $share->update([
            'name' => $request->filled('share') ? $facts['name'] : $share->name,
            'message' => $request->string('message')->toString(),
            'rights' => $request->rights()->toArray(),
            'ends_on' => $facts['ends_on'],
            ...self::watermark($request, $share),
            ...match (true) {
                $request->boolean('no_password') => ['password' => null],
                $facts['password'] !== null => ['password' => $facts['password']],
                default => [],
            },
        ]);

        return redirect()
            ->route('proof.links', $share->gallery)
            ->with('message', "The link for {$share->name} is changed. Who has it already goes by it from now on.");
    }

    /** @return array{is_watermarked?: bool} */
    private static function watermark(ShareRequest $request, Share $share): array
    {
        $hasMark = $share->gallery->proofWatermark() !== null;

        return $request->has('is_watermarked')
            ? ['is_watermarked' => $hasMark && $request->boolean('is_watermarked')]
            : [];
    }

    /** The link, its guests, and their feedback. */
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
