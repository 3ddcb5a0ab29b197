<?php

declare(strict_types=1);

namespace App\Studio\Http;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * What browsers must not do: no inline script or style (WebAssembly from here is let in: it computes checksums),
 * no frames, no addresses passed on.
 */
final class SecurityHeaders
{
    private const HEADERS = [
        'Content-Security-Policy' => "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; img-src 'self' ".
            "data:; object-src 'none'; ".
            "base-uri 'none'; form-action 'self'; frame-ancestors 'none'",
        'X-Content-Type-Options' => 'nosniff',
        'X-Frame-Options' => 'DENY',
        'Referrer-Policy' => 'same-origin',
        'Cross-Origin-Opener-Policy' => 'same-origin',
        'Permissions-Policy' => 'camera=(), microphone=(), geolocation=()',
    ];

    public function handle(Request $request, Closure $next): Response
    {
        $response = $next($request);
        foreach (self::HEADERS as $name => $value) {
            $response->headers->set($name, $value);
        }

        // Nothing but styles may be kept by anybody in between.
        if ($response->headers->hasCacheControlDirective('public') && ! $request->routeIs('colours')) {
            $response->setPrivate();
        }

        return $response;
    }
}
