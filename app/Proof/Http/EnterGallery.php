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

        return $refusal === null ? $next($request) : self::refuse($request, $share, $refusal);
    }

    /** @param  array{view-string, int, string}  $refusal */
    private static function refuse(Request $request, Share $share, array $refusal): Response
    {
        [$view, $status, $words] = $refusal;
        $facts = ['share' => $share, 'gallery' => $share->gallery, 'studio' => $share->gallery->shoot->studio];

        return $request->isMethod('GET') && ! $request->expectsJson()
            ? response()->view($view, $facts, $status)
            : response()->json(['message' => $words], $status);
    }

    /** @return array{view-string, int, string}|null page, status and words of why somebody does not come in */
    private function refusal(Request $request, Share $share): ?array
    {
        $guest = Guest::known($request, $share);

        return match (true) {
            ! $share->isOpen() => ['proof.ended', 410, 'This link has ended.'],
            $share->gallery->published_at === null => ['proof.not-ready', 404, 'The pictures are being prepared.'],
            $request->routeIs('gallery.me', 'gallery.me.prefixed') => null,
            $share->is_named && $guest === null => [
                'proof.named',
                403,
                'This gallery is open to people with a link of their own.',
            ],
            self::needsPassword($request, $share, $guest) => [
                'proof.password',
                401,
                'The gallery wants its password.',
            ],
            default => null,
        };
    }

    /**
     * Whoever was invited has a link of their own, which is as good as a password. What somebody sends who has been
     * inside is taken, though the session has ended meanwhile.
     */
    private static function needsPassword(Request $request, Share $share, ?Guest $guest): bool
    {
        return $share->password !== null &&
            $guest?->invited_at === null &&
            ($guest === null || $request->isMethod('GET')) &&
            $request->session()->get(self::key($share)) !== $share->password;
    }

    public static function key(Share $share): string
    {
        return "share.{$share->id}";
    }
}
