<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Ingest\Body;
use App\Ingest\Frame;
use App\Ingest\Lanes;
use App\Proof\Choice;
use App\Proof\Comment;
use App\Proof\Gallery;
use App\Proof\Publishing;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Cull\FrameFilter;

final class ProofController
{
    public function show(Request $request, Shoot $shoot): View
    {
        $filter = $request->query->all() === [] ? FrameFilter::kept() : FrameFilter::ofQuery($request->query->all());
        $galleries = Gallery::query()->where('shoot_id', $shoot->id)->orderByDesc('id')->withCount('frames')->with('selections')->get()->each(fn (Gallery $gallery) => $gallery->setRelation('shoot', $shoot));

        return view('proof.show', [
            'shoot' => $shoot,
            'filter' => $filter,
            'names' => Lanes::names($shoot),
            'bodies' => Body::ofShoot($shoot),
            'meant' => Frame::meeting($shoot, $filter)->count(),
            'all' => Frame::query()->where('shoot_id', $shoot->id)->count(),
            'galleries' => $galleries,
            'chosen' => $this->chosen($galleries->modelKeys()),
            'comments' => Comment::query()->join('guests', 'guests.id', '=', 'comments.guest_id')->whereIn('guests.gallery_id', $galleries->modelKeys())->groupBy('guests.gallery_id')->selectRaw('guests.gallery_id, COUNT(*) AS n')->pluck('n', 'gallery_id'),
        ]);
    }

    public function publish(Request $request, Shoot $shoot, Publishing $publishing): RedirectResponse
    {
        $said = $request->validate([
            'title' => ['required', 'string', 'max:120'],
            'message' => ['nullable', 'string', 'max:4000'],
            'watermark' => ['nullable', 'string', 'max:80'],
            'password' => ['nullable', 'string', 'min:4', 'max:100'],
            'wanted' => ['nullable', 'integer', 'min:1', 'max:60000'],
            'guest_email' => ['nullable', 'email', 'max:255'],
        ], ['title.required' => 'Give the gallery a title; the guest sees it first.', 'password.min' => 'A password needs at least 4 characters, or none at all.', 'guest_email.email' => 'This is no mail address.']);
        $filter = FrameFilter::ofQuery($request->query->all());
        if (Frame::meeting($shoot, $filter)->doesntExist()) {
            throw ValidationException::withMessages(['title' => 'No frame meets this filter, so there is nothing to publish. Keep some frames first.']);
        }
        $publishing->publish($shoot, $filter, [
            'title' => $said['title'], 'message' => $said['message'] ?? '', 'watermark' => $said['watermark'] ?? '',
            'password' => $said['password'] ?? null, 'wanted' => isset($said['wanted']) ? (int) $said['wanted'] : null, 'guest_email' => $said['guest_email'] ?? '',
        ]);

        return redirect()->route('proof.show', $shoot);
    }

    public function close(Gallery $gallery): RedirectResponse
    {
        $gallery->update(['closed_at' => $gallery->closed_at === null ? now() : null]);

        return redirect()->route('proof.show', $gallery->shoot)->with('said', $gallery->closed_at === null ? 'The gallery is open again under the same link.' : 'The link does not work any more. Choices and comments are kept.');
    }

    /** What guests chose and said, frame by frame. */
    public function gallery(Gallery $gallery): View
    {
        $counts = Choice::query()->join('guests', 'guests.id', '=', 'choices.guest_id')->where('guests.gallery_id', $gallery->id)->groupBy('gallery_frame_id')->selectRaw('gallery_frame_id, COUNT(*) AS n')->pluck('n', 'gallery_frame_id');
        $frames = $gallery->frames()->with('frame', 'comments.guest')->orderBy('number')->get()->filter(fn ($frame): bool => isset($counts[$frame->id]) || $frame->comments->isNotEmpty());

        return view('proof.gallery-summary', ['shoot' => $gallery->shoot, 'gallery' => $gallery, 'frames' => $frames, 'counts' => $counts, 'total' => $gallery->frames()->count(), 'selections' => $gallery->selections()->withCount('frames')->orderByDesc('id')->get()]);
    }

    /**
     * @param  array<int, int>  $galleries
     * @return array<int, int> gallery => frames that any guest chose
     */
    private function chosen(array $galleries): array
    {
        return Choice::query()->join('guests', 'guests.id', '=', 'choices.guest_id')->whereIn('guests.gallery_id', $galleries)->groupBy('guests.gallery_id')
            ->selectRaw('guests.gallery_id, COUNT(DISTINCT gallery_frame_id) AS n')->pluck('n', 'gallery_id')->map(fn ($n): int => (int) $n)->all();
    }
}
