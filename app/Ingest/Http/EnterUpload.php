<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Ingest\Card;
use App\Ingest\Upload\UploadLink;
use App\Studio\Member;
use Closure;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Symfony\Component\HttpFoundation\Response;

/** Lets in who may send files of a card: members of its studio, and who has the link it came by. */
final class EnterUpload
{
    public const LINK = 'Kanpai-Upload-Link';

    public function handle(Request $request, Closure $next): Response
    {
        $card = Card::query()
            ->where(['uuid' => $request->route()?->parameter('arriving'), 'is_uploaded' => true])
            ->with('shoot.studio')
            ->first();
        if ($card === null || ! $this->mayEnter($request, $card)) {
            abort(404);
        }
        $request->attributes->set('owner', $card->uuid);

        return $next($request);
    }

    private function mayEnter(Request $request, Card $card): bool
    {
        $member = Auth::user();
        if ($member instanceof Member && $member->studio_id === $card->shoot->studio_id) {
            return true;
        }
        $link = $request->hasHeader(self::LINK)
            ? UploadLink::behind((string) $request->headers->get(self::LINK))
            : null;

        return $link !== null && $link->isOpen() && $card->upload_link_id === $link->id;
    }
}
