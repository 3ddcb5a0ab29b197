<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Deliver\Recipient;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Lets somebody into one delivery: by the link, until its last day, and with its password if it has one. */
final class EnterDelivery
{
    public function handle(Request $request, Closure $next): Response
    {
        $token = $request->route('token');
        $recipient = Recipient::behind(is_string($token) ? $token : '');
        $request->attributes->set('recipient', $recipient);
        $request->attributes->set('studio', $recipient->delivery->shoot->studio);
        $delivery = $recipient->delivery;
        $facts = [
            'delivery' => $delivery,
            'recipient' => $recipient,
            'studio' => $delivery->shoot->studio,
            'token' => $recipient->token,
        ];
        if ($recipient->withdrawn_at !== null || $delivery->hasEnded()) {
            return response()->view('deliver.ended', $facts, 410);
        }
        if ($delivery->password !== null && $request->session()->get(self::key($recipient)) !== $delivery->password) {
            return response()->view('deliver.password', $facts, 401);
        }

        return $next($request);
    }

    public static function key(Recipient $recipient): string
    {
        return "delivery.{$recipient->delivery_id}";
    }
}
