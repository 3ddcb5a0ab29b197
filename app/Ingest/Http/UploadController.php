<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Ingest\Card;
use App\Ingest\Upload\Announcing;
use App\Ingest\Upload\Arrivals;
use App\Ingest\Upload\UnusableUpload;
use App\Ingest\Upload\UploadLink;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Cards that come through a browser: of members, and of shooters who have a link and no account. */
final class UploadController
{
    public function announce(Request $request, Shoot $shoot, Announcing $announcing): JsonResponse
    {
        return $this->answer($request, $shoot, $announcing, null);
    }

    public function announceByLink(Request $request, string $token, Announcing $announcing): JsonResponse
    {
        $link = $this->link($token);

        return $this->answer($request, $link->shoot, $announcing, $link);
    }

    public function makeLink(UploadLinkInput $request, Shoot $shoot): RedirectResponse
    {
        $input = $request->validated();
        UploadLink::issue($shoot, $input['link_shooter']);

        return redirect()->route('ingest.show', $shoot);
    }

    public function withdraw(UploadLink $link): RedirectResponse
    {
        $link->update(['withdrawn_at' => now()]);

        return redirect()->route('ingest.show', $link->shoot);
    }

    /** The page of a shooter without an account. */
    public function page(string $token): View|Response
    {
        $link = UploadLink::behind($token);

        return $link === null || ! $link->isOpen()
            ? response()->view('ingest.link-ended', [], $link === null ? 404 : 410)
            : view('ingest.link', [
                'link' => $link,
                'shoot' => $link->shoot,
                'token' => $token,
                'cards' => $this->cards($link),
            ]);
    }

    /** What became of the cards that came by a link. */
    public function sent(string $token): View
    {
        $link = $this->link($token);

        return view('ingest.link-cards', ['cards' => $this->cards($link), 'token' => $token]);
    }

    private function answer(Request $request, Shoot $shoot, Announcing $announcing, ?UploadLink $link): JsonResponse
    {
        $input = $request->validate([
            'name' => ['present', 'nullable', 'string', 'max:255'],
            'files' => ['present', 'array', 'max:'.Arrivals::MOST_FILES + 1],
        ]);
        try {
            $listing = app(Arrivals::class)->listing($input['files']);
            $announced = $announcing->announce($shoot, (string) $input['name'], $listing, $link);
        } catch (UnusableUpload $reason) {
            return response()->json(['problem' => $reason->getMessage()], $reason->status);
        }
        $card = $announced['card'];

        return response()->json([
            ...$card->only('number', 'name'),
            'card' => $card->id,
            'known' => $announced['known'],
            'wanted' => $announced['wanted'],
            'tus' => route('tus.create', $card->uuid, false),
            'page' => $link === null ? route('ingest.choose', $card) : null,
        ]);
    }

    private function link(string $token): UploadLink
    {
        $link = UploadLink::behind($token) ?? abort(404);
        abort_unless($link->isOpen(), 410);

        return $link;
    }

    /** @return \Illuminate\Database\Eloquent\Collection<int, Card> */
    private function cards(UploadLink $link): \Illuminate\Database\Eloquent\Collection
    {
        return Card::query()
            ->where('upload_link_id', $link->id)
            ->with('shoot.studio')
            ->withCount(['arrivals', 'arrivals as arrived_count' => fn ($query) => $query->whereNotNull('arrived_at')])
            ->orderByDesc('id')
            ->get();
    }
}
