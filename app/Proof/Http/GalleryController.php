<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Proof\Gallery;
use App\Proof\GalleryFeedback;
use App\Proof\Publishing;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;

/** One gallery as the studio sees it: guests' feedback, what is out of date, its links. */
final class GalleryController
{
    /** Pictures of which what has changed is worked out with the page. */
    private const AT_ONCE = 400;

    /** What a final list is called, by its rule. */
    private const RULES = ['all' => 'all agree', 'best' => 'most wanted', 'any' => 'anybody’s'];

    private const SHOWN = 120;

    public function show(Request $request, Gallery $gallery, Publishing $publishing): View
    {
        $list = is_string($request->query('list')) && $request->query('list') !== '' ? $request->query('list') : null;
        $kind = is_string($request->query('kind')) ? $request->query('kind') : 'said';
        $total = $gallery->shown()->count();

        return view('proof.said', [
            'shoot' => $gallery->shoot,
            'gallery' => $gallery,
            'kind' => $kind,
            'list' => $list,
            'with' => fn (array $change): string => route('proof.gallery', [
                $gallery,
                ...array_filter(['list' => $list, 'kind' => $kind, ...$change]),
            ]),
            'total' => $total,
            'selections' => $gallery->selections()->with('guest', 'gallery')->orderByDesc('id')->get(),
            'task' => $gallery->task(),
            ...self::feedback($gallery, $list, $kind),
            // Of many pictures it is worked out beside the page.
            ...$total > self::AT_ONCE ? ['outOfDate' => null] : self::changes($gallery, $publishing),
        ]);
    }

    /** What the gallery shows differently from what it is now. */
    public function outOfDate(Gallery $gallery, Publishing $publishing): View
    {
        return view('proof.changes', [
            'shoot' => $gallery->shoot,
            'gallery' => $gallery,
            ...self::changes($gallery, $publishing),
        ]);
    }

    /** @return array<string, mixed> */
    private static function changes(Gallery $gallery, Publishing $publishing): array
    {
        return [
            'outOfDate' => $publishing->outOfDate($gallery),
            'missing' => count($publishing->missing($gallery)),
        ];
    }

    /** @return array<string, mixed> */
    private static function feedback(Gallery $gallery, ?string $list, string $kind): array
    {
        $feedback = GalleryFeedback::of($gallery, $list);

        return [
            'feedback' => $feedback,
            'kinds' => self::kinds($feedback),
            'frames' => $feedback->pictures($feedback->meeting($kind), self::SHOWN)->withQueryString(),
        ];
    }

    /** @return array<string, array{string, int}> which pictures can be asked for: name => words, number of pictures */
    private static function kinds(GalleryFeedback $feedback): array
    {
        return [
            'said' => ['everything said', count($feedback->frames)],
            'all' => ['all agree', count($feedback->agreement->all())],
            'one' => ['only one wants it', count($feedback->agreement->onlyOne())],
            'noted' => ['with comments', count($feedback->meeting('noted'))],
            'unanswered' => ['to answer', count($feedback->meeting('unanswered'))],
        ];
    }

    public function links(Gallery $gallery): View
    {
        return view('proof.links', [
            'shoot' => $gallery->shoot,
            'gallery' => $gallery,
            'shares' => $gallery->shares()->with('guests', 'gallery.shoot.studio')->orderBy('id')->get(),
            'total' => $gallery->shown()->count(),
            'frames' => $gallery->shown()->with('frame')->limit(120)->get(),
        ]);
    }

    /** Title, message, cover, sections, watermark, what goes along. */
    public function update(PublishRequest $request, Gallery $gallery, Publishing $publishing): RedirectResponse
    {
        $request->validate([
            'cover_id' => [
                'nullable',
                'integer',
                Rule::exists('gallery_frames', 'frame_id')->where('gallery_id', $gallery->id),
            ],
        ]);
        $before = $gallery->proofWatermark()?->fingerprint();
        $gallery->update([
            ...array_diff_key($request->gallery($gallery->shoot), ['message' => true]),
            'cover_id' => $request->filled('cover_id') ? $request->integer('cover_id') : null,
        ]);
        if ($gallery->proofWatermark()?->fingerprint() !== $before || $gallery->wasChanged('metadata')) {
            $gallery->frames()->update(['plain_large_path' => null]);
        }
        $publishing->again($gallery);

        return redirect()->route('proof.links', $gallery)->with('message', 'The gallery is as you said.');
    }

    /** The gallery with its links, proofs, and all feedback of guests. Frames and originals are not touched. */
    public function remove(RemoveGalleryInput $request, Gallery $gallery, Publishing $publishing): RedirectResponse
    {
        $publishing->remove($gallery);

        return redirect()
            ->route('proof.show', $gallery->shoot)
            ->with('message', "“{$gallery->title}” is removed. Frames and originals are not touched.");
    }

    public function again(Gallery $gallery, Publishing $publishing): RedirectResponse
    {
        $publishing->again($gallery);

        return redirect()
            ->route('proof.gallery', $gallery)
            ->with('message', 'Published again. All choices, comments and drawings are kept.');
    }

    /** A final list out of what several people chose. */
    public function final(FinalListInput $request, Gallery $gallery, TakeUpFrames $frames): RedirectResponse
    {
        $list = $request->filled('list') ? $request->string('list')->toString() : null;
        $rule = $request->string('rule')->toString();
        $ids = GalleryFeedback::of($gallery, $list)->final($rule, $request->integer('size'));
        if ($ids === []) {
            throw ValidationException::withMessages(['rule' => 'No picture meets this, so no list was made.']);
        }
        $name = trim("{$gallery->title}: ".self::RULES[$rule]." {$list}");

        return $frames->as($request->string('as')->toString(), $gallery, $ids, $name, (string) $request->string('use'));
    }
}
