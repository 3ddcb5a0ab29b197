<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Proof\Choosing;
use App\Proof\Comment;
use App\Proof\Gallery;
use App\Proof\GalleryFrame;
use App\Proof\Guest;
use App\Studio\PictureAddress;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Hash;
use Illuminate\Validation\ValidationException;

/** What a guest sees and does. Every action goes through EnterGallery, but for the password itself. */
final class GuestController
{
    public function password(Request $request, string $token): RedirectResponse
    {
        $gallery = Gallery::behind($token);
        if ($gallery->password !== null && ! Hash::check((string) $request->string('password'), $gallery->password)) {
            throw ValidationException::withMessages(['password' => 'This is not the password of the gallery.']);
        }
        $request->session()->regenerate();
        $request->session()->put(EnterGallery::key($gallery), $gallery->password);

        return redirect()->route('gallery', $token);
    }

    public function show(Request $request, string $token): View
    {
        $gallery = $this->gallery($request);

        return view('proof.gallery', ['gallery' => $gallery, 'token' => $token, 'total' => $gallery->frames()->count(), 'sent' => Guest::known($request, $gallery) === null ? null : $gallery->selections()->where('guest_id', Guest::known($request, $gallery)->id)->orderByDesc('id')->first()]);
    }

    public function frames(Request $request): JsonResponse
    {
        $gallery = $this->gallery($request);
        $guest = Guest::known($request, $gallery);
        $chosen = $guest === null ? [] : array_flip($guest->choices()->pluck('gallery_frame_id')->all());
        $comments = $guest === null ? collect() : $guest->comments()->orderBy('id')->get()->groupBy('gallery_frame_id');

        return response()->json(['wanted' => $gallery->wanted, 'frames' => $gallery->frames()->orderBy('number')->get()->map(fn (GalleryFrame $frame): array => [
            'number' => $frame->number,
            'width' => $frame->width,
            'height' => $frame->height,
            'small' => PictureAddress::orNothing($frame->small_path),
            'large' => PictureAddress::orNothing($frame->large_path),
            'chosen' => isset($chosen[$frame->id]),
            'comments' => ($comments[$frame->id] ?? collect())->pluck('text')->all(),
        ])])->header('Cache-Control', 'no-store');
    }

    public function choose(Request $request, Choosing $choosing): JsonResponse
    {
        $said = $request->validate(['number' => ['required', 'integer'], 'chosen' => ['required', 'boolean']]);
        $gallery = $this->gallery($request);
        $guest = Guest::of($request, $gallery);
        $choosing->choose($guest, $this->frame($gallery, (int) $said['number']), (bool) $said['chosen']);

        return response()->json(['chosen' => $guest->choices()->count()]);
    }

    public function comment(Request $request): JsonResponse
    {
        $said = $request->validate(['number' => ['required', 'integer'], 'text' => ['required', 'string', 'max:2000']]);
        $gallery = $this->gallery($request);
        Comment::query()->create(['guest_id' => Guest::of($request, $gallery)->id, 'gallery_frame_id' => $this->frame($gallery, (int) $said['number'])->id, 'text' => trim($said['text'])]);

        return response()->json(['said' => true]);
    }

    public function lookOver(Request $request, string $token): View|RedirectResponse
    {
        $gallery = $this->gallery($request);
        $guest = Guest::known($request, $gallery);
        $frames = $guest === null ? collect() : $gallery->frames()->whereIn('id', $guest->choices()->select('gallery_frame_id'))->with(['comments' => fn ($query) => $query->where('guest_id', $guest->id)])->orderBy('number')->get();
        if ($frames->isEmpty()) {
            return redirect()->route('gallery', $token)->with('said', 'Nothing is chosen yet. Choose the pictures you want, then come back here.');
        }

        return view('proof.look-over', ['gallery' => $gallery, 'guest' => $guest, 'frames' => $frames, 'token' => $token, 'total' => $gallery->frames()->count()]);
    }

    public function send(Request $request, string $token, Choosing $choosing): RedirectResponse
    {
        $said = $request->validate(
            ['name' => ['required', 'string', 'max:120'], 'email' => ['required', 'email', 'max:255'], 'message' => ['nullable', 'string', 'max:4000']],
            ['name.required' => 'Please say who you are.', 'email.required' => 'Please leave a mail address for the answer.', 'email.email' => 'This is no mail address.'],
        );
        $gallery = $this->gallery($request);
        $guest = Guest::known($request, $gallery);
        if ($guest === null || $guest->choices()->doesntExist()) {
            return redirect()->route('gallery', $token)->with('said', 'Nothing is chosen yet.');
        }
        $choosing->send($gallery, $guest, $said['name'], $said['email'], $said['message'] ?? '');

        return redirect()->route('gallery', $token);
    }

    private function gallery(Request $request): Gallery
    {
        $gallery = $request->attributes->get('gallery');
        assert($gallery instanceof Gallery);

        return $gallery;
    }

    private function frame(Gallery $gallery, int $number): GalleryFrame
    {
        return $gallery->frames()->where('number', $number)->firstOrFail();
    }
}
