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
        $studio = $share->gallery->shoot->studio;
        $prefix = $request->route('prefix');
        abort_if($prefix !== null && $prefix !== $studio->prefix, 404);
        $request->attributes->set('share', $share);
        $request->attributes->set('studio', $studio);
        $refusal = $this->refusal($request, $share);
        if ($refusal === null) {
            return $next($request);
        }
        [$view, $status, $words] = $refusal;
        $facts = ['share' => $share, 'gallery' => $share->gallery, 'studio' => $studio];

        return $request->isMethod('GET') && ! $request->expectsJson()
            ? response()->view($view, $facts, $status)
            : response()->json(['message' => $words], $status);
    }

    /** @return array{view-string, int, string}|null page, status and words of why somebody does not come in */
    private function refusal(Request $request, Share $share): ?array
    {
        if (! $share->isOpen()) {
            return ['proof.ended', 410, 'This link has ended.'];
        }
        if ($share->gallery->published_at === null) {
            return ['proof.not-ready', 404, 'The pictures are being prepared.'];
        }
        if ($request->routeIs('gallery.me', 'gallery.me.prefixed')) {
            return null;
        }
        $guest = Guest::known($request, $share);
        if ($share->is_named && $guest === null) {
            return ['proof.named', 403, 'This gallery is open to people with a link of their own.'];
        }
        // Whoever was invited has a link of their own, which is as good as a password.
        // What somebody sends who has been inside is taken, though the session has ended meanwhile.
        $needsNone =
            $share->password === null ||
            $guest?->invited_at !== null ||
            ($guest !== null && ! $request->isMethod('GET')) ||
            $request->session()->get(self::key($share)) === $share->password;

        return $needsNone ? null : ['proof.password', 401, 'The gallery wants its password.'];
    }

    public static function key(Share $share): string
    {
        return "share.{$share->id}";
    }
}
