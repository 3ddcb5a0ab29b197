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
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Proof\Colour;

/** The studio's face on guests' pages: name, mark, colours, and how its links begin. */
final class FaceController
{
    /** First parts of our own addresses. */
    private const TAKEN = [
        'shoots',
        'galleries',
        'g',
        'd',
        'u',
        'face',
        'colours',
        'outbox',
        'rack',
        'pictures',
        'build',
        'sign-in',
        'sign-out',
        'cards',
        'tasks',
        'up',
    ];

    public function show(): View
    {
        $studio = Member::current()->studio;
        $said = Cache::get(MakeLogo::key($studio->id));

        return view('proof.face', [
            'studio' => $studio,
            'isMaking' => $said === MakeLogo::WAITING,
            'problem' => is_string($said) && $said !== MakeLogo::WAITING ? $said : '',
        ]);
    }

    public function store(Request $request): RedirectResponse
    {
        $studio = Member::current()->studio;
        abort_unless(Member::current()->role === 'owner', 403);
        $said = $request->validate(
            [
                'name' => ['required', 'string', 'max:120'],
                'ground' => ['required', 'regex:/^#[0-9a-f]{6}$/i'],
                'accent' => ['required', 'regex:/^#[0-9a-f]{6}$/i'],
                'prefix' => [
                    'nullable',
                    'string',
                    'max:40',
                    'regex:/^[a-z0-9](?:[a-z0-9-]*[a-z0-9])?$/',
                    Rule::notIn(self::TAKEN),
                    Rule::unique('studios', 'prefix')->ignore($studio->id),
                ],
                'mark' => ['nullable', 'file', 'max:4096'],
            ],
            [
                'name.required' => 'Guests see the name first.',
                'prefix.regex' => 'Use small letters, digits and hyphens, as in quill-photo.',
                'prefix.not_in' => 'This word is taken by the program itself.',
                'prefix.unique' => 'Another studio begins its links so.',
                'mark.max' => 'The picture of the mark is larger than 4 MB.',
                '*.regex' => 'A colour is written as #1d1c1a.',
            ],
        );
        $problem = Colour::of($said['ground'])->problemAsGround(Colour::of($said['accent']));
        if ($problem !== null) {
            throw ValidationException::withMessages(['accent' => $problem]);
        }
        $mark = $this->mark($request);
        $studio->update([
            'name' => $said['name'],
            'ground' => strtolower($said['ground']),
            'accent' => strtolower($said['accent']),
            'prefix' => $said['prefix'] ?? null,
            ...$mark,
        ]);

        return redirect()->route('face')->with('message', 'Guests see it from now on.');
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
    private function mark(Request $request): array
    {
        if ($request->boolean('no_mark')) {
            return ['logo_path' => null];
        }
        $file = $request->file('mark');
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
        $said = Cache::get(MakeLogo::key($studio->id));

        return is_string($said) && $said !== MakeLogo::WAITING
            ? throw ValidationException::withMessages(['mark' => $said])
            : [];
    }
}
