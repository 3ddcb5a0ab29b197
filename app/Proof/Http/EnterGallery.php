<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Proof\Guest;
use App\Proof\Share;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Lets a guest into one gallery: by its link, and its password if it has one; where it is for named people, by their
 * own link.
 */
final class EnterGallery
{
    public function handle(Request $request, Closure $next): Response
    {
        $token = $request->route('token');
        $share = Share::behind(is_string($token) ? $token : '');
        $prefix = $request->route('prefix');
        abort_if($prefix !== null && $prefix !== $share->gallery->shoot->studio->prefix, 404);
        $request->attributes->set('share', $share);
        $request->attributes->set('studio', $share->gallery->shoot->studio);
        $facts = ['share' => $share, 'gallery' => $share->gallery, 'studio' => $share->gallery->shoot->studio];
        $refuse = fn (string $view, int $status, string $words): Response => $request->isMethod('GET') &&
        ! $request->expectsJson()
            ? response()->view($view, $facts, $status)
            : response()->json(['message' => $words], $status);
        if (! $share->isOpen()) {
            return $refuse('proof.ended', 410, 'This link has ended.');
        }
        if ($share->gallery->published_at === null) {
            return $refuse('proof.not-ready', 404, 'The pictures are being prepared.');
        }
        $byOwnLink = $request->routeIs('gallery.me', 'gallery.me.prefixed');
        $guest = $byOwnLink ? null : Guest::known($request, $share);
        if ($share->is_named && ! $byOwnLink && $guest === null) {
            return $refuse('proof.named', 403, 'This gallery is open to people with a link of their own.');
        }
        // Whoever was invited has a link of their own, which is as good as a password.
        // What somebody sends who has been inside is taken, though the session has ended meanwhile.
        $isSending = $guest !== null && ! $request->isMethod('GET');
        if (
            $share->password !== null &&
            ! $byOwnLink &&
            ! $isSending &&
            $guest?->invited_at === null &&
            $request->session()->get(self::key($share)) !== $share->password
        ) {
            return $refuse('proof.password', 401, 'The gallery wants its password.');
        }

        return $next($request);
    }

    public static function key(Share $share): string
    {
        return "share.{$share->id}";
    }
}
