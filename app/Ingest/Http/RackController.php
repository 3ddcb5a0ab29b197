<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Ingest\Rack\Faults;
use App\Ingest\Rack\Rack;
use App\Studio\Member;
use App\Studio\StudioFolders;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;

/** The stand-in for card readers: cards are pushed in, pulled out, and made to fail. */
final class RackController
{
    public function show(): View
    {
        return view('ingest.rack', ['cards' => self::rack()->cards()]);
    }

    public function change(RackInput $request, string $name): RedirectResponse
    {
        $rack = self::rack();
        $input = $request->validated();
        match ($input['do']) {
            'push-in' => $rack->pushIn($name),
            'pull-out' => $rack->pullOut($name),
            default => $rack->make(
                $name,
                Faults::of([
                    ...$input,
                    'bytesPerSecond' => isset($input['megabytes']) ? (int) (1e6 * (float) $input['megabytes']) : null,
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
