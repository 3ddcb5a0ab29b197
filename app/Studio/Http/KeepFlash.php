<?php

declare(strict_types=1);

namespace App\Studio\Http;

use Closure;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Session;
use Symfony\Component\HttpFoundation\Response;

/**
 * What was said for the next page waits for a page: a part of one that is asked for meanwhile, by a task's bar or while
 * somebody types, does not use it up.
 */
final class KeepFlash
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        if ($request->hasSession() && ($request->hasHeader('HX-Request') || $request->expectsJson())) {
            Session::reflash();
        }

        return $next($request);
    }
}
