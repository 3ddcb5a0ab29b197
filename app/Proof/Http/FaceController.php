<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Imaging\Picture;
use App\Imaging\UnableToMakePicture;
use App\Studio\Member;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Proof\Colour;

/** The studio's face on guests' pages: name, mark, colours, and how its links begin. */
final class FaceController
{
    private const LARGEST_MARK = 800;

    /** First parts of our own addresses. */
    private const TAKEN = ['shoots', 'galleries', 'g', 'd', 'u', 'face', 'colours', 'outbox', 'rack', 'pictures', 'build', 'sign-in', 'sign-out', 'cards', 'tasks', 'up'];

    public function show(): View
    {
        return view('proof.face', ['studio' => Member::current()->studio]);
    }

    public function store(Request $request): RedirectResponse
    {
        $studio = Member::current()->studio;
        abort_unless(Member::current()->role === 'owner', 403);
        $said = $request->validate([
            'name' => ['required', 'string', 'max:120'], 'ground' => ['required', 'regex:/^#[0-9a-f]{6}$/i'], 'accent' => ['required', 'regex:/^#[0-9a-f]{6}$/i'],
            'prefix' => ['nullable', 'string', 'max:40', 'regex:/^[a-z0-9](?:[a-z0-9-]*[a-z0-9])?$/', Rule::notIn(self::TAKEN), Rule::unique('studios', 'prefix')->ignore($studio->id)],
            'mark' => ['nullable', 'file', 'max:4096'],
        ], ['name.required' => 'Guests see the name first.', 'prefix.regex' => 'Use small letters, digits and hyphens, as in quill-photo.', 'prefix.not_in' => 'This word is taken by the program itself.', 'prefix.unique' => 'Another studio begins its links so.', 'mark.max' => 'The picture of the mark is larger than 4 MB.', '*.regex' => 'A colour is written as #1d1c1a.']);
        $problem = Colour::of($said['ground'])->problemAsGround(Colour::of($said['accent']));
        if ($problem !== null) {
            throw ValidationException::withMessages(['accent' => $problem]);
        }
        $studio->update(['name' => $said['name'], 'ground' => strtolower($said['ground']), 'accent' => strtolower($said['accent']), 'prefix' => $said['prefix'] ?? null, ...$this->mark($request)]);

        return redirect()->route('face')->with('said', 'Guests see it from now on.');
    }

    /** Colours as a sheet of styles: the address says them, so that browsers keep it. */
    public function colours(string $ground, string $accent): Response
    {
        return response(".guest{--ground:#{$ground};--persimmon:#{$accent};--persimmon-deep:color-mix(in srgb,#{$accent} 82%,#000)}.guest .large{background:#{$ground}}", 200, ['Content-Type' => 'text/css', 'Cache-Control' => 'public, max-age=31536000, immutable']);
    }

    /** @return array{mark_path?: string|null} */
    private function mark(Request $request): array
    {
        if ($request->boolean('no_mark')) {
            return ['mark_path' => null];
        }
        $file = $request->file('mark');
        if (! is_object($file) || ! method_exists($file, 'getContent')) {
            return [];
        }
        $bytes = (string) $file->getContent();
        $path = 'marks/'.hash('xxh128', $bytes).'.png';
        $folder = (string) config('kanpai.pictures');
        try {
            // Whatever it was, it becomes pixels: a drawing may bring scripts along.
            $picture = Picture::fromBytes($bytes)->within(self::LARGEST_MARK);
            if (! is_dir("{$folder}/marks")) {
                mkdir("{$folder}/marks", 0700, true);
            }
            $picture->savePng("{$folder}/{$path}");
        } catch (UnableToMakePicture) {
            throw ValidationException::withMessages(['mark' => 'This is no picture that can be read. A PNG with transparent ground does best.']);
        }

        return ['mark_path' => $path];
    }
}
