<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Deliver\Handoff\Handoff;
use App\Deliver\Handoff\HandoffFrame;
use App\Deliver\Handoff\Handoffs;
use App\Deliver\Handoff\ReturnedFile;
use App\Deliver\Handoff\Returning;
use App\Deliver\Handoff\ReturnState;
use App\Deliver\Handoff\TakeReturns;
use App\Deliver\Handoff\Watching;
use App\Frames\Frame;
use App\Frames\Version;
use App\Ingest\Versions;
use App\Studio\Shoot;
use App\Studio\StudioFolders;
use Illuminate\Contracts\View\View;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;

/** Frames that go to somebody outside and come back: handoffs, rounds, questions, the watched folder. */
final class HandoffsController
{
    public function index(Request $request, Shoot $shoot): View
    {
        $handoffs = Handoff::query()
            ->where('shoot_id', $shoot->id)
            ->with('delivery.recipients', 'frames', 'delivery.parts')
            ->orderByDesc('id')
            ->get()
            ->each(fn (Handoff $handoff) => $handoff->delivery->setRelation('shoot', $shoot));

        return view('deliver.handoffs', [
            'shoot' => $shoot,
            'handoffs' => $handoffs,
            'free' => StudioFolders::of($shoot->studio_id)->watchable(),
            'task' => TakeReturns::latest($shoot),
            ...$this->returned($shoot),
            ...FramesAsked::by($request, $shoot)->forPage(),
        ]);
    }

    public function store(DeliveryRequest $request, Shoot $shoot, Handoffs $handoffs): RedirectResponse
    {
        $input = $request->validate(['note' => ['nullable', 'string', 'max:2000']]);
        $frames = FramesAsked::by($request, $shoot)->some('people', 'hand off');
        $people = $request->people();
        if ($people === []) {
            throw ValidationException::withMessages([
                'people' => 'Say who gets them: Robin Saye <robin@saltmarsh.example>.',
            ]);
        }
        $facts = [...$request->facts(), 'name' => $people[0]['name'] ?: $people[0]['email']];
        $note = trim((string) ($input['note'] ?? ''));
        $handoff = $handoffs->open($shoot, $frames, $facts, $people, $note, $request->boolean('with_guests'));

        return redirect()->route('handoff', $handoff);
    }

    public function show(Handoff $handoff): View
    {
        $handoff->load('delivery.parts', 'delivery.recipients.receipts', 'shoot.studio');
        $handoff->delivery->setRelation('shoot', $handoff->shoot);

        return view('deliver.handoff', [
            'shoot' => $handoff->shoot,
            'handoff' => $handoff,
            'delivery' => $handoff->delivery,
            'frames' => ($frames = $handoff->inOrder()),
            'task' => $handoff->delivery->task(),
            'returns' => $handoff->returnTask(),
            'versions' => Version::query()
                ->whereIn('frame_id', $frames->pluck('frame_id'))
                ->orderBy('number')
                ->get()
                ->groupBy('frame_id'),
            ...$this->returned($handoff->shoot, $handoff),
        ]);
    }

    public function nextRound(NextRoundInput $request, Handoff $handoff, Handoffs $handoffs): RedirectResponse
    {
        if ($handoff->delivery->task()?->isUnderWay() === true) {
            throw ValidationException::withMessages([
                'again' => 'A round is just being packed. Wait until it is there.',
            ]);
        }
        $notes = self::notes($request, $handoff);
        if ($notes === [] || in_array('', $notes, true)) {
            throw ValidationException::withMessages([
                'again' => 'Say for each picture what is still to be done, or once for all of them.',
            ]);
        }
        $handoffs->nextRound($handoff, $notes);

        return redirect()->route('handoff', $handoff);
    }

    /** @return array<int, string> frame => what is still to be done */
    private static function notes(NextRoundInput $request, Handoff $handoff): array
    {
        $notes = [];
        foreach ($handoff->frames()->whereIn('frame_id', (array) $request->input('again'))->get() as $one) {
            $own = trim((string) $request->input("notes.{$one->frame_id}"));
            $notes[$one->frame_id] = $own !== '' ? $own : trim($request->string('note')->toString());
        }

        return $notes;
    }

    public function close(Handoff $handoff, Handoffs $handoffs): RedirectResponse
    {
        $handoffs->close($handoff);

        return redirect()
            ->route('handoff', $handoff)
            ->with(
                'message',
                $handoff->closed_at === null
                    ? 'The handoff is open again, its links work.'
                    : 'The handoff is closed: its links end, what came back stays.',
            );
    }

    /** Says to which frame a file belongs that matched none or several, or that it belongs nowhere. */
    public function answer(Request $request, ReturnedFile $returned, Returning $returning): RedirectResponse
    {
        abort_unless($returned->state === ReturnState::Asked || $returned->state === ReturnState::Refused, 409);
        if ($request->boolean('leave')) {
            $returning->leave($returned);
        } else {
            $name = (string) $request->validate(
                ['frame' => ['required', 'string', 'max:120']],
                ['frame.required' => 'Say to which frame it belongs.'],
            )['frame'];
            $returning->answer($returned, self::called($returned, $name));
        }

        return $this->back($returned);
    }

    /** @throws ValidationException unless exactly one frame is called so */
    private static function called(ReturnedFile $returned, string $name): Frame
    {
        $found = self::candidates($returned, $name);
        $why = match ($found->count()) {
            0 => "No frame of this shoot is called {$name}.",
            1 => null,
            default => "{$found->count()} frames are called {$name}; choose one of them.",
        };

        return $why === null
            ? $found->sole()
            : throw ValidationException::withMessages(["frame-{$returned->id}" => $why]);
    }

    /** @return Collection<int, Frame> */
    private static function candidates(ReturnedFile $returned, string $name): Collection
    {
        $start = addcslashes(pathinfo($name, PATHINFO_FILENAME), '%_\\');

        return Frame::of($returned->shoot)
            ->where(
                fn (Builder $frames) => $frames
                    ->where('frames.id', ctype_digit($name) ? (int) $name : 0)
                    ->orWhere('name', $name)
                    ->orWhere('camera_name', $name)
                    ->orWhere('name', 'like', "{$start}.%"),
            )
            ->get();
    }

    /** Which version stands for a frame. */
    public function version(VersionInput $request, Shoot $shoot, Versions $versions): RedirectResponse
    {
        $version = Version::query()
            ->whereHas('frame', fn ($frames) => $frames->where('shoot_id', $shoot->id))
            ->with('frame')
            ->findOrFail($request->integer('version'));
        $versions->choose($version->frame, $version);
        $handoff = HandoffFrame::query()->where('frame_id', $version->frame_id)->orderByDesc('id')->value('handoff_id');
        $page = $handoff === null ? route('handoffs', $shoot) : route('handoff', $handoff);

        return redirect($page)->with(
            'message',
            "Version {$version->number} stands for {$version->frame->name} now. Galleries show it once they are ".
                'published again.',
        );
    }

    public function watch(Request $request, Shoot $shoot, Watching $watching): RedirectResponse
    {
        $folders = StudioFolders::of($shoot->studio_id)->watchable();
        $input = $request->validate(
            ['watched' => ['nullable', 'string', Rule::in(array_keys($folders))]],
            ['watched.in' => 'This folder cannot be watched.'],
        );
        $shoot->update(['watched' => $folders[$input['watched'] ?? ''] ?? null]);
        $found = $watching->look($shoot);
        $message = match (true) {
            $shoot->watched === null => 'No folder is watched any more.',
            $found === 1 => 'The folder is watched. 1 file is new in it.',
            default => "The folder is watched. {$found} files are new in it.",
        };

        return redirect()->route('handoffs', $shoot)->with('message', $message);
    }

    /** @return array<string, mixed> what came back: the last files, and those that somebody is asked about */
    private function returned(Shoot $shoot, ?Handoff $handoff = null): array
    {
        $files = ReturnedFile::query()
            ->where('shoot_id', $shoot->id)
            ->when($handoff !== null, fn ($files) => $files->where('handoff_id', $handoff?->id))
            ->with('frame', 'handoff.delivery', 'version');
        $asked = $files->clone()->whereIn('state', [ReturnState::Asked, ReturnState::Refused])->orderBy('id')->get();

        return [
            'asked' => $asked,
            'known' => self::known($asked),
            'taken' => $files->where('state', ReturnState::Taken)->orderByDesc('id')->limit(12)->get(),
        ];
    }

    /**
     * @param  Collection<int, ReturnedFile>  $asked
     * @return Collection<array-key, Frame> those that they may belong to
     */
    private static function known(Collection $asked): Collection
    {
        $candidates = $asked->flatMap(fn (ReturnedFile $file): array => $file->candidates ?? []);

        return Frame::query()->whereKey($candidates->all())->with('card')->get()->keyBy('id');
    }

    private function back(ReturnedFile $returned): RedirectResponse
    {
        return $returned->handoff_id === null
            ? redirect()->route('handoffs', $returned->shoot)
            : redirect()->route('handoff', $returned->handoff_id);
    }
}
