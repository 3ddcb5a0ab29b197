<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Proof\Choosing;
use App\Proof\FullSize;
use App\Proof\Gallery;
use App\Proof\GalleryFrame;
use App\Proof\Guest;
use App\Proof\GuestState;
use App\Proof\Mailing;
use App\Proof\Share;
use App\Proof\UnableToSend;
use App\Studio\PictureDoor;
use Illuminate\Contracts\View\View;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Hash;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Proof\ChoiceList;
use Kanpai\Core\Proof\Download;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** What a guest sees and does. Every action goes through EnterGallery, but for the password itself. */
final class GuestController
{
    public function password(Request $request): RedirectResponse
    {
        $share = Share::behind(self::part($request, 'token'));
        if ($share->password !== null && ! Hash::check((string) $request->string('password'), $share->password)) {
            throw ValidationException::withMessages(['password' => 'This is not the password of the gallery.']);
        }
        $request->session()->regenerate();
        $request->session()->put(EnterGallery::key($share), $share->password);

        return redirect($share->path());
    }

    /** A guest's own link: this device is theirs from here on. */
    public function me(Request $request): RedirectResponse
    {
        $share = $this->share($request);
        $guest = Guest::byKey($share, self::part($request, 'key')) ?? abort(404);
        $guest->remember($share);
        $guest->update(['seen_at' => now()]);
        $request->session()->put(EnterGallery::key($share), $share->password);

        return redirect($share->path());
    }

    public function show(Request $request): View
    {
        $share = $this->share($request);
        $guest = Guest::known($request, $share);
        Guest::expect($request, $share);
        $gallery = $share->gallery;
        $cover = $gallery->cover_id === null ? null : $gallery->shown()->where('frame_id', $gallery->cover_id)->first();
        $selections = $gallery->selections()->orderByDesc('id');

        return view('proof.gallery', [
            ...$this->page($share),
            'guest' => $guest,
            'cover' => $share->door()->address($cover?->large($share)),
            'sent' => $guest?->sent_at === null ? null : $selections->where('guest_id', $guest->id)->first(),
        ]);
    }

    public function frames(Request $request): JsonResponse
    {
        $share = $this->share($request);
        $state = (new GuestState($share, Guest::known($request, $share)))->toArray();
        $rights = $share->rights();
        $door = $share->door();
        // A picture that left stays visible for whoever gave feedback on it.
        $own = array_unique([
            ...array_merge([], ...array_values($state['chosen'])),
            ...array_column($state['comments'], 'number'),
        ]);
        $row = fn (object $frame): array => $this->row((array) $frame, $rights->captions, $door);

        return response()
            ->json([
                'frames' => $this->pictures($share, $own)->map($row)->all(),
                'download' => $rights->download->value,
                'live' => $share->gallery->live !== null,
                'lists' => array_values(array_map(self::list(...), $rights->lists)),
                ...$state,
            ])
            ->header('Cache-Control', 'no-store');
    }

    /** @return array<string, mixed> */
    private static function list(ChoiceList $list): array
    {
        return ['name' => $list->name, 'least' => $list->least, 'most' => $list->most, 'wanted' => $list->wanted()];
    }

    /**
     * @param  array<int, int>  $numbers  of pictures that are shown although they left
     * @return Collection<int, \stdClass>
     */
    private function pictures(Share $share, array $numbers): Collection
    {
        $files = $share->is_watermarked
            ? 'small_path AS small, large_path AS large'
            : 'COALESCE(plain_small_path, small_path) AS small, COALESCE(plain_large_path, large_path) AS large';

        return DB::table('gallery_frames')
            ->where('gallery_id', $share->gallery_id)
            ->whereNotNull('large_path')
            ->where(fn ($query) => $query->whereNull('gone_at')->orWhereIn('number', $numbers))
            ->orderBy('taken_ms')
            ->orderBy('number')
            ->selectRaw("number, width, height, section, gone_at, headline, description, {$files}")
            ->get();
    }

    /** This guest's feedback so far, on whatever device; what the studio answered; what came and changed. */
    public function since(Request $request): JsonResponse
    {
        $share = $this->share($request);
        $edition = $request->string('edition')->toString();
        $state = (new GuestState($share, Guest::known($request, $share)))->toArray();

        return $state['edition'] === $edition || $edition === ''
            ? response()->json($state)->header('Cache-Control', 'no-store')
            : $this->frames($request);
    }

    public function steps(StepsRequest $request, Choosing $choosing): JsonResponse
    {
        $share = $this->share($request);
        $guest = Guest::of($request, $share);
        $refused = $choosing->apply($guest, $share, $request->steps());

        return response()->json(['refused' => $refused, ...(new GuestState($share, $guest->refresh()))->toArray()]);
    }

    public function lookOver(Request $request): View|RedirectResponse
    {
        $share = $this->share($request);
        $guest = Guest::known($request, $share);
        $problem = match (true) {
            $guest?->sent_at !== null => UnableToSend::sentAlready(),
            $guest === null || ! $this->chosen($share, $guest)->exists() => UnableToSend::nothing(),
            default => null,
        };
        if ($guest === null || $problem !== null) {
            return redirect($share->path())->with('message', $problem->getMessage());
        }

        return view('proof.look-over', [
            ...$this->page($share),
            'guest' => $guest,
            'frames' => $this->chosen($share, $guest)
                ->with(['comments' => fn ($query) => $query->where('guest_id', $guest->id)])
                ->get(),
            'lists' => self::listsOf($guest),
        ]);
    }

    /** @return Collection<array-key, array<mixed>> list => pictures */
    private static function listsOf(Guest $guest): Collection
    {
        return DB::table('choices')
            ->where('guest_id', $guest->id)
            ->get(['gallery_frame_id', 'list'])
            ->groupBy('list')
            ->map(fn ($rows): array => $rows->pluck('gallery_frame_id')->all());
    }

    /** @return HasMany<GalleryFrame, Gallery> pictures that a guest chose and that are still there */
    private function chosen(Share $share, Guest $guest): HasMany
    {
        return $share->gallery->shown()->whereIn('id', $guest->choices()->select('gallery_frame_id'));
    }

    /** @return array<string, mixed> what every page of a gallery needs */
    private function page(Share $share): array
    {
        return [
            'gallery' => $share->gallery,
            'share' => $share,
            'studio' => $share->gallery->shoot->studio,
            'rights' => $share->rights(),
            'base' => $share->path(),
            'total' => $share->gallery->shown()->count(),
        ];
    }

    public function send(SendSelectionInput $request, Choosing $choosing): RedirectResponse
    {
        $input = $request->validated();
        $share = $this->share($request);
        $guest = Guest::known($request, $share);
        if ($guest === null || $guest->choices()->doesntExist()) {
            return redirect($share->path())->with('message', UnableToSend::nothing()->getMessage());
        }
        try {
            $choosing->send($guest, $input['name'], $input['email'], $input['message'] ?? '');
        } catch (UnableToSend $reason) {
            return redirect($share->path().'/send')
                ->withInput()
                ->withErrors(['choice' => $reason->getMessage()]);
        }

        return redirect($share->path());
    }

    /** Mails the guest the link that brings them back on another device. */
    public function keep(KeepLinkInput $request, Mailing $mailing): RedirectResponse
    {
        $input = $request->validated();
        $share = $this->share($request);
        $guest = Guest::of($request, $share);
        $guest->update(['email' => $input['email'], 'name' => $input['name'] ?? $guest->name]);
        $mailing->bringBack($guest);

        return redirect($share->path())->with(
            'message',
            "Your own link is on its way to {$input['email']}. It opens the gallery on any device, with all you ".
                'chose and said.',
        );
    }

    public function download(Request $request, FullSize $fullSize): BinaryFileResponse|RedirectResponse|Response
    {
        $share = $this->share($request);
        $download = $share->rights()->download;
        $proof = $share->gallery->shown()->where('number', (int) self::part($request, 'number'))->firstOrFail();
        abort_if($download === Download::Nothing, 403);
        $name = sprintf('%s-%03d.jpg', str($share->gallery->title)->slug('-') ?: 'picture', $proof->number);

        return $download === Download::Proof
            ? response()->download(config('kanpai.pictures').'/'.$proof->large($share), $name)
            : $this->fullSize($share, $proof, $fullSize, $name);
    }

    private function fullSize(
        Share $share,
        GalleryFrame $proof,
        FullSize $fullSize,
        string $name,
    ): RedirectResponse|Response {
        $ready = $fullSize->ready($proof->frame);
        if ($ready === null && $fullSize->request($proof->frame)) {
            // Where work is done at once it is there by now.
            $ready = $fullSize->ready($proof->frame);
            if ($ready === null) {
                return $this->wait($share, $proof->number);
            }
        }

        return $ready === null ? self::notNow($share, $proof->number) : self::sent($ready, $name);
    }

    private static function notNow(Share $share, int $number): RedirectResponse
    {
        $why = "Picture {$number} cannot be had in full size just now.";

        return redirect($share->path())->with('message', "{$why} Please try again in some minutes, or ask the studio.");
    }

    /** nginx sends the file. */
    private static function sent(string $file, string $name): Response
    {
        return response('', 200, [
            'X-Accel-Redirect' => '/hidden/full-sizes/'.rawurlencode($file),
            'Content-Type' => 'image/jpeg',
            'Content-Disposition' => "attachment; filename={$name}",
            'Cache-Control' => 'private, no-store',
        ]);
    }

    /** A page that looks again by itself, until a worker has made the file. */
    private function wait(Share $share, int $number): Response
    {
        return response()
            ->view('proof.wait', [...$this->page($share), 'number' => $number], 202)
            ->header('Refresh', '2');
    }

    /**
     * @param  array<array-key, mixed>  $frame
     * @return array<string, mixed>
     */
    private function row(array $frame, bool $captions, PictureDoor $door): array
    {
        $text = fn (string $name): string => is_string($frame[$name] ?? null) ? $frame[$name] : '';

        return [
            'number' => $frame['number'],
            'width' => $frame['width'],
            'height' => $frame['height'],
            'section' => $text('section'),
            'isGone' => $frame['gone_at'] !== null,
            'small' => $door->address($text('small')),
            'large' => $door->address($text('large')),
            'caption' => $captions ? ($text('headline') ?: $text('description')) : '',
        ];
    }

    private static function part(Request $request, string $name): string
    {
        $part = $request->route($name);

        return is_string($part) ? $part : '';
    }

    private function share(Request $request): Share
    {
        $share = $request->attributes->get('share');
        assert($share instanceof Share);

        return $share;
    }
}
