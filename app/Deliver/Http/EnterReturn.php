<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Behind EnterDelivery: says for which handoff files arrive. */
final class EnterReturn
{
    public function handle(Request $request, Closure $next): Response
    {
        $request->attributes->set('owner', ReturnController::handoff($request)->uuid);

        return $next($request);
    }
}
