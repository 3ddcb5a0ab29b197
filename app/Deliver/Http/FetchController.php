<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Deliver\Delivery;
use Illuminate\Contracts\View\View;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** What a guest sees behind the link of a delivery. */
final class FetchController
{
    public function show(Request $request, string $token): View
    {
        $delivery = Delivery::behind($token);
        $this->note($delivery, $request, 'opened', 0);

        return view('deliver.fetch', ['delivery' => $delivery, 'token' => $token]);
    }

    /** nginx sends the file, and answers range requests (RFC 9110) so that a broken fetch goes on where it stopped. */
    public function file(Request $request, string $token): Response
    {
        $delivery = Delivery::behind($token);
        $from = preg_match('/^bytes=(\d+)-/', (string) $request->headers->get('Range'), $m) === 1 ? (int) $m[1] : 0;
        $this->note($delivery, $request, 'fetched', $from);

        return response('', 200, [
            'X-Accel-Redirect' => "/hidden/deliveries/{$delivery->uuid}/package.zip",
            'Content-Type' => 'application/zip',
            'Content-Disposition' => "attachment; filename=\"{$delivery->name}\"",
        ]);
    }

    private function note(Delivery $delivery, Request $request, string $kind, int $from): void
    {
        $delivery->receipts()->create(['kind' => $kind, 'from_byte' => $from, 'agent' => mb_substr((string) $request->userAgent(), 0, 255), 'at' => now()]);
    }
}
