<?php

declare(strict_types=1);

namespace App\Studio\Http;

use Illuminate\Session\Middleware\StartSession as Sessions;

/**
 * Sessions are written by pages and forms alone. A part of a page, or a script that asks and tells, reads one: it would
 * else put it back as it was when it began to read, and with that undo the message of a form for the next page
 * meanwhile.
 */
final class StartSession extends Sessions
{
    protected function saveSession($request): void
    {
        if (! $request->hasHeader('HX-Request') && ! $request->expectsJson()) {
            parent::saveSession($request);
        }
    }
}
