<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Proof\MakeLogo;
use App\Studio\Member;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Cache;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Proof\Colour;

/** What guests see of the studio: name, logo, colours, and how its links begin. */
final class BrandingController
{
    /** First parts of our own addresses. */
    public function show(): View
    {
        $studio = Member::current()->studio;
        $state = Cache::get(MakeLogo::key($studio->id));

        return view('proof.branding', [
            'studio' => $studio,
            'isMaking' => $state === MakeLogo::WAITING,
            'problem' => is_string($state) && $state !== MakeLogo::WAITING ? $state : '',
        ]);
    }

    public function store(BrandingInput $request): RedirectResponse
    {
        $studio = Member::current()->studio;
        $input = $request->validated();
        $problem = Colour::of($input['ground'])->problemAsGround(Colour::of($input['accent']));
        if ($problem !== null) {
            throw ValidationException::withMessages(['accent' => $problem]);
        }
        $logo = $this->logo($request);
        $studio->update([
            'name' => $input['name'],
            'ground' => strtolower($input['ground']),
            'accent' => strtolower($input['accent']),
            'prefix' => $input['prefix'] ?? null,
            ...$logo,
        ]);

        return redirect()->route('branding')->with('message', 'Guests see it from now on.');
    }

    /** Colours as a sheet of styles: the address says them, so that browsers keep it. */
    public function colours(string $ground, string $accent): Response
    {
        return response(
            ".guest{--ground:#{$ground};--persimmon:#{$accent};--persimmon-deep:color-mix(in srgb,#{$accent} ".
                "82%,#000)}.guest .large{background:#{$ground}}",
            200,
            ['Content-Type' => 'text/css', 'Cache-Control' => 'public, max-age=31536000, immutable'],
        );
    }

    /**
     * Whatever was sent becomes pixels, since a drawing may bring scripts along; a worker does it.
     *
     * @return array{logo_path?: string|null}
     */
    private function logo(Request $request): array
    {
        if ($request->boolean('no_logo')) {
            return ['logo_path' => null];
        }
        $file = $request->file('logo');
        if (! $file instanceof UploadedFile) {
            return [];
        }
        $folder = MakeLogo::folder();
        is_dir($folder) || mkdir($folder, 0700, true);
        $name = bin2hex(random_bytes(12));
        $file->move($folder, $name);
        $studio = Member::current()->studio;
        Cache::put(MakeLogo::key($studio->id), MakeLogo::WAITING, 600);
        MakeLogo::dispatch($studio->id, $name)->onQueue('urgent');
        $state = Cache::get(MakeLogo::key($studio->id));

        return is_string($state) && $state !== MakeLogo::WAITING
            ? throw ValidationException::withMessages(['logo' => $state])
            : [];
    }
}
