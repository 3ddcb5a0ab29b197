<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Ingest\Rack\Faults;
use App\Ingest\Rack\Rack;
use App\Studio\Member;
use App\Studio\StudioFolders;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

/** The stand-in for card readers: cards are pushed in, pulled out, and made to fail. */
final class RackController
{
    public function show(): View
    {
        return view('ingest.rack', ['cards' => self::rack()->cards()]);
    }

    public function change(Request $request, string $name): RedirectResponse
    {
        $rack = self::rack();
        abort_unless(isset($rack->cards()[$name]), 404);
        $said = $request->validate([
            'do' => ['required', 'in:push-in,pull-out,make'],
            'megabytes' => ['nullable', 'numeric', 'min:0.001', 'max:10000'],
            'failsAt' => ['nullable', 'integer', 'min:0'],
            'flipsAt' => ['nullable', 'integer', 'min:0'],
            'pullsOutAt' => ['nullable', 'integer', 'min:0'],
            'only' => ['nullable', 'string', 'max:200'],
        ]);
        match ($said['do']) {
            'push-in' => $rack->pushIn($name),
            'pull-out' => $rack->pullOut($name),
            default => $rack->make(
                $name,
                Faults::of([
                    ...$said,
                    'bytesPerSecond' => isset($said['megabytes']) ? (int) (1e6 * (float) $said['megabytes']) : null,
                ]),
            ),
        };

        return redirect()->route('rack');
    }

    /** The rack stands in for the card readers of one studio. */
    private static function rack(): Rack
    {
        abort_unless(StudioFolders::of(Member::current()->studio_id)->hasConfigured(), 404);

        return Rack::installed();
    }
}
