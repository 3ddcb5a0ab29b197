<?php

declare(strict_types=1);

namespace App\Captions\Http;

use App\Captions\Batch;
use App\Captions\Captioning;
use App\Captions\CaptionsReport;
use App\Captions\FrameCaption;
use App\Captions\Keywords;
use App\Captions\LookAtSidecars;
use App\Captions\OpenGroups;
use App\Captions\RosterPerson;
use App\Captions\Sheet;
use App\Captions\SidecarFile;
use App\Frames\Frame;
use App\Ingest\Lanes;
use App\Studio\Shoot;
use App\Studio\Task;
use Illuminate\Contracts\View\View;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Captions\CaptionSheet;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Core\Frames\Verdict;

/** The sheets of studio, shoot and moments, with what they make of any frame. */
final class CaptionsController
{
    private const NOTHING_TO_SAY = ['cut' => [], 'own' => [], 'missing' => [], 'unknownCodes' => [], 'unlisted' => []];

    private const TILES = 120;

    public function __construct(private readonly Keywords $keywords)
    {
    }

    public function show(Request $request, Shoot $shoot): View
    {
        LookAtSidecars::startNowAndThen($shoot);
        $filter = $this->asked($request, $shoot);
        $level = in_array($request->query('level'), ['studio', 'shoot', 'moment'], true)
            ? (string) $request->query('level')
            : 'shoot';
        $moments = $level === 'moment' ? $this->moments($shoot) : [];
        $moment = is_string($request->query('moment')) ? $request->query('moment') : (string) array_key_first($moments);
        $sheet = $this->sheetAsked($request, $shoot, $level, $moment);
        $lanes = Lanes::of($shoot);

        return view('captions.show', [
            'shoot' => $shoot,
            'filter' => $filter,
            'query' => self::query($filter),
            'level' => $level,
            'moments' => $moments,
            'moment' => $moment,
            'names' => $lanes->names,
            'bodies' => $lanes->bodies,
            'steps' => Batch::doneIn($shoot)->limit(6)->get(),
            'tasks' => self::seenTasks($shoot),
            ...$this->counts($shoot, $filter),
            ...$this->form($shoot, $sheet, $level),
            ...$this->example($shoot, $filter, $level, $sheet->sheet(), 0),
        ]);
    }

    /** As it is kept, or filled from a saved one. */
    private function sheetAsked(Request $request, Shoot $shoot, string $level, string $moment): Sheet
    {
        $sheet = $this->sheet($shoot, $level, $moment);
        if ($request->query('saved') !== null) {
            $saved = Sheet::named($shoot->studio)->find((int) $request->query('saved'));
            $sheet->fill($saved?->only('fields', 'added', 'emptied') ?? []);
        }

        return $sheet;
    }

    /** @return Collection<int, Task> looking at sidecars goes on unseen */
    private static function seenTasks(Shoot $shoot): Collection
    {
        return CaptionsReport::workUnderWay($shoot)->where('kind', '<>', LookAtSidecars::KIND)->get();
    }

    /** @return array<string, int> how many frames are chosen, captioned, and written into sidecars */
    private function counts(Shoot $shoot, FrameFilter $filter): array
    {
        $captions = FrameCaption::query()->where('shoot_id', $shoot->id);

        return [
            'meant' => Frame::meeting($shoot, $filter)->count(),
            'all' => Frame::query()->where('shoot_id', $shoot->id)->count(),
            'captioned' => (clone $captions)->where('tells', true)->count(),
            'behind' => (clone $captions)->whereNull('written_at')->count(),
            'written' => SidecarFile::ofShoot($shoot)->distinct()->count('frame_id'),
            'differing' => SidecarFile::ofShoot($shoot)->whereNotNull('theirs')->count(),
        ];
    }

    /** @return array<string, mixed> the sheet that is edited, and what its fields are filled from */
    private function form(Shoot $shoot, Sheet $sheet, string $level): array
    {
        $required = $shoot->studio->required_fields;

        return [
            'sheet' => $sheet,
            'inherited' => $this->inherited($shoot, $level),
            'saved' => Sheet::named($shoot->studio)->get(),
            'groups' => Field::grouped(),
            'open' => OpenGroups::of($sheet->fields, $required),
            'chosen' => array_values(array_filter((array) old('frames'), is_scalar(...))),
            'required' => $required,
            ...$this->sources($shoot),
        ];
    }

    /** @return array<string, mixed> */
    private function sources(Shoot $shoot): array
    {
        return [
            'placeholders' => CaptionSheet::PLACEHOLDERS,
            'people' => RosterPerson::query()->where('shoot_id', $shoot->id)->count(),
            'counts' => array_slice($this->keywords->counts($shoot), 0, 40, true),
            'listed' => DB::table('keywords')->where('studio_id', $shoot->studio_id)->count(),
        ];
    }

    /** What is kept, where nothing else is asked for and something is kept: the rest is rarely captioned. */
    private function asked(Request $request, Shoot $shoot): FrameFilter
    {
        $query = $request->query->all();
        if (
            array_intersect_key($query, array_flip(FrameFilter::KEYS)) === [] &&
            Frame::of($shoot)->where('verdict', Verdict::Keep)->exists()
        ) {
            $query['verdict'] = Verdict::Keep->value;
        }

        return FrameFilter::ofQuery($query);
    }

    /** @return array<string, int|string> the filter for an address, with “all” written out */
    public static function query(FrameFilter $filter): array
    {
        return ['verdict' => 'all', ...$filter->toQuery()];
    }

    /** Some of the chosen frames, to pick single ones from; then some more. */
    public function tiles(Request $request, Shoot $shoot): View
    {
        $filter = FrameFilter::ofQuery($request->query->all());
        $page = max(0, min(10_000, (int) $request->string('page', '0')->toString()));
        $frames = Frame::meeting($shoot, $filter)
            ->offset($page * self::TILES)
            ->limit(self::TILES + 1)
            ->get();

        return view('captions.tiles', [
            'shoot' => $shoot,
            'query' => self::query($filter),
            'frames' => $frames->take(self::TILES),
            'page' => $page,
            'isMore' => $frames->count() > self::TILES,
        ]);
    }

    /** What the sheets make of one frame, while one of them is written. */
    public function preview(SheetRequest $request, Shoot $shoot): View
    {
        return view('captions.preview', [
            'shoot' => $shoot,
            'level' => $request->level(),
            'query' => self::query(FrameFilter::ofQuery($request->query->all())),
            ...$this->example(
                $shoot,
                FrameFilter::ofQuery($request->query->all()),
                $request->level(),
                $request->sheet(),
                (int) $request->query('at', '0'),
            ),
        ]);
    }

    /** Keeps the sheet; then what it would do to the chosen frames is reviewed. */
    public function store(SheetRequest $request, Shoot $shoot): RedirectResponse
    {
        $level = $request->level();
        $name = trim((string) $request->string('name'));
        if ($level === 'saved' && $name === '') {
            throw ValidationException::withMessages(['name' => 'Give the sheet a name to save it by.']);
        }
        [$from, $to] = $level === 'moment' ? $request->span() : [null, null];
        $this->keep($shoot, $request->sheet(), $level, $name, $from, $to);

        return $level === 'saved'
            ? redirect()
                ->route('captions.show', $shoot)
                ->with('message', "The sheet “{$name}” is saved for all shoots.")
            : $this->review($request, $shoot, self::within($request, $from, $to));
    }

    /** @param  array<string, mixed>  $query */
    private function review(SheetRequest $request, Shoot $shoot, array $query): RedirectResponse
    {
        return redirect()->route('captions.batch', [$shoot, $this->filling($request, $shoot, $query)]);
    }

    /** @return array<string, mixed> the frames of the filter, from a time to another where there is one */
    private static function within(SheetRequest $request, ?int $from, ?int $to): array
    {
        $query = FrameFilter::ofQuery($request->query->all())->toQuery();

        return $from === null ? $query : FrameFilter::ofQuery([...$query, 'from' => $from, 'to' => $to])->toQuery();
    }

    /** @param  array<string, int|string>  $filter */
    private function filling(SheetRequest $request, Shoot $shoot, array $filter): Batch
    {
        return Batch::query()->create([
            'shoot_id' => $shoot->id,
            'member_id' => $request->user()?->id,
            'title' => 'Filling in the sheets',
            'edit' => ['kind' => 'sheets', ...ChosenFrames::of($request, $shoot)],
            'filter' => $filter,
        ]);
    }

    private function keep(Shoot $shoot, CaptionSheet $sheet, string $level, string $name, ?int $from, ?int $to): void
    {
        Sheet::query()->updateOrCreate(
            [
                'studio_id' => $shoot->studio_id,
                'shoot_id' => in_array($level, ['shoot', 'moment'], true) ? $shoot->id : null,
                'level' => $level,
                'from_ms' => $from,
                'to_ms' => $to,
                ...$level === 'saved' ? ['name' => $name] : [],
            ],
            [
                'name' => $name,
                'fields' => $sheet->templates(),
                'added' => $sheet->added(),
                'emptied' => array_keys(array_filter($sheet->templates(), fn (string $text): bool => $text === '')),
            ],
        );
    }

    public function removeSheet(Shoot $shoot, int $sheet): RedirectResponse
    {
        Sheet::query()
            ->where('studio_id', $shoot->studio_id)
            ->whereIn('level', ['saved', 'moment'])
            ->findOrFail($sheet)
            ->delete();

        return redirect()
            ->route('captions.show', $shoot)
            ->with('message', 'The sheet was taken away. Captions stay as they are.');
    }

    private function sheet(Shoot $shoot, string $level, string $moment): Sheet
    {
        [$from, $to] = [...explode('-', $moment), null, null];

        return match ($level) {
            'studio' => Sheet::ofStudio($shoot->studio),
            'moment' => Sheet::moments($shoot)->first(
                fn (Sheet $sheet): bool => (string) $sheet->from_ms === $from && (string) $sheet->to_ms === $to,
            ),
            default => Sheet::ofShoot($shoot),
        } ?? new Sheet(['level' => $level, 'studio_id' => $shoot->studio_id, 'fields' => []]);
    }

    /** @return array<string, string> field => what it inherits where this level leaves it alone */
    private function inherited(Shoot $shoot, string $level): array
    {
        $outer = $level === 'studio' ? [] : [Sheet::ofStudio($shoot->studio)];
        if ($level === 'moment') {
            $outer[] = Sheet::ofShoot($shoot);
        }

        return array_merge([], ...array_map(fn (?Sheet $sheet): array => $sheet->fields ?? [], $outer));
    }

    /** @return array<string, string> span => what it is called; those that have a sheet and all of the shoot */
    private function moments(Shoot $shoot): array
    {
        $zone = $shoot->zone();
        $words = [];
        foreach (Sheet::moments($shoot) as $sheet) {
            $words["{$sheet->from_ms}-{$sheet->to_ms}"] =
                $zone->format((int) $sheet->from_ms, 'H:i:s').' '.($sheet->name ?: 'has a sheet');
        }
        foreach (Frame::moments($shoot) as ['from' => $from, 'to' => $to, 'frames' => $count]) {
            $words["{$from}-{$to}"] ??=
                $zone->format($from, 'H:i:s').
                ' to '.
                $zone->format($to, 'H:i:s').
                ', '.
                number_format($count).
                ($count === 1 ? ' frame' : ' frames');
        }
        uksort($words, fn (string $a, string $b): int => (int) $a <=> (int) $b);

        return $words;
    }

    /** @return array<string, mixed> one of the chosen frames, as the sheet would caption it */
    private function example(Shoot $shoot, FrameFilter $filter, string $level, CaptionSheet $sheet, int $at): array
    {
        $count = Frame::meeting($shoot, $filter)->count();
        $at = $count === 0 ? 0 : (($at % $count) + $count) % $count;
        $frame = Frame::meeting($shoot, $filter)->with('card', 'body')->offset($at)->first();
        $found = ['frame' => $frame, 'at' => $at, 'count' => $count];

        return $frame === null
            ? ['caption' => null, ...$found, ...self::NOTHING_TO_SAY]
            : [...$found, ...$this->captioned($shoot, $frame, Captioning::with($shoot, $level, $sheet))];
    }

    /** @return array<string, mixed> */
    private function captioned(Shoot $shoot, Frame $frame, Captioning $captioning): array
    {
        $row = FrameCaption::query()->find($frame->id);
        $before = $row?->caption() ?? Caption::nothing();
        $caption = $captioning->sheets($frame, $row)->of($before, $captioning->values($frame, $before));

        return ['caption' => $caption, 'own' => $row->own ?? [], ...$this->doubts($shoot, $captioning, $caption)];
    }

    /** @return array<string, mixed> what to report of a caption before it is applied */
    private function doubts(Shoot $shoot, Captioning $captioning, Caption $caption): array
    {
        $unknown = array_map(
            fn (string $text): array => $captioning->codes->expand($text)->unknown,
            array_values($caption->values()),
        );
        $required = array_map(Field::from(...), $shoot->studio->required_fields);

        return [
            'cut' => $caption->cutInIim(),
            'missing' => array_filter($required, fn (Field $field): bool => $caption->text($field) === ''),
            'unknownCodes' => array_values(array_unique(array_merge([], ...$unknown))),
            'unlisted' => $this->keywords->ofStudio($shoot->studio)->unknown($caption->items(Field::Keywords)),
        ];
    }
}
