<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Proof\Gallery;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Lets a guest into one gallery: by its link, and its password if it has one. */
final class EnterGallery
{
    public function handle(Request $request, Closure $next): Response
    {
        $token = $request->route('token');
        $gallery = Gallery::behind(is_string($token) ? $token : '');
        $request->attributes->set('gallery', $gallery);
        if ($gallery->published_at === null) {
            return response()->view('proof.not-ready', ['gallery' => $gallery], 404);
        }
        if ($gallery->password !== null && $request->session()->get(self::key($gallery)) !== $gallery->password) {
            return $request->isMethod('GET') && ! $request->expectsJson()
                ? response()->view('proof.password', ['gallery' => $gallery], 401)
                : response('The gallery wants its password.', 401);
        }

        return $next($request);
    }

    public static function key(Gallery $gallery): string
    {
        return "gallery.{$gallery->id}";
    }
}
