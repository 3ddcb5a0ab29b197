<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Deliver\Delivering;
use App\Deliver\Delivery;
use App\Deliver\Handoff\Handoff;
use App\Frames\Frame;
use App\Proof\Selection;
use App\Studio\Shoot;
use App\Studio\Task;
use Illuminate\Contracts\View\View;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Kanpai\Core\Cull\NameList;
use Kanpai\Core\Frames\FileKind;

final class DeliverController
{
    /** Pictures of a selection on one page. */
    private const SHOWN = 120;

    public function show(Request $request, Shoot $shoot): View
    {
        $selections = self::selections($shoot);
        $selection = $selections->firstWhere('id', $request->integer('selection')) ?? $selections->first();
        $deliveries = self::deliveries($shoot);

        return view('deliver.show', [
            'shoot' => $shoot,
            'selections' => $selections,
            'selection' => $selection,
            'frames' => $selection?->frames()->paginate(self::SHOWN)->withQueryString() ?? [],
            'deliveries' => $deliveries,
            'tasks' => $deliveries->keyBy('id')->map(fn (Delivery $delivery): ?Task => $delivery->task())->all(),
            ...$this->list($request, $selection),
        ]);
    }

    /** @return Collection<int, Selection> */
    private static function selections(Shoot $shoot): Collection
    {
        return Selection::query()
            ->whereHas('gallery', fn ($query) => $query->where('shoot_id', $shoot->id))
            ->with('gallery')
            ->withCount('frames')
            ->orderByDesc('id')
            ->get();
    }

    /** The names as the form asks for them. */
    public function names(Request $request, Selection $selection): View
    {
        return view('deliver.names', ['selection' => $selection, ...$this->list($request, $selection)]);
    }

    public function make(Selection $selection, Delivering $delivering): RedirectResponse
    {
        return redirect()->route('delivery.show', $delivering->answer($selection));
    }

    /** @return array{names: string, separator: string, withEnding: bool, isQuoted: bool, ofRaw: bool} */
    private function list(Request $request, ?Selection $selection): array
    {
        $asked = (string) $request->string('separator', 'lines');
        $separator = isset(NameList::SEPARATORS[$asked]) ? $asked : 'lines';
        $withEnding = $request->string('ending', 'with')->toString() === 'with';
        [$isQuoted, $ofRaw] = [$request->boolean('quoted'), $request->boolean('raw')];

        $names = $selection === null ? [] : self::namesOf($selection, $ofRaw);

        return [
            'names' => NameList::of($names, $separator, $withEnding, $isQuoted),
            'separator' => $separator,
            'withEnding' => $withEnding,
            'isQuoted' => $isQuoted,
            'ofRaw' => $ofRaw,
        ];
    }

    /**
     * @param  bool  $ofRaw  an editor looks for the raw file, where there is one
     * @return list<string>
     */
    private static function namesOf(Selection $selection, bool $ofRaw): array
    {
        if (! $ofRaw) {
            return array_values($selection->frames()->toBase()->pluck('frames.name')->map(strval(...))->all());
        }
        $name = fn (Frame $frame): string => basename($frame->ofKind(FileKind::Raw)->path ?? $frame->name);

        return array_values($selection->frames()->with('files')->get()->map($name)->all());
    }

    /** @return Collection<int, Delivery> the last first, without those that are handoffs */
    private static function deliveries(Shoot $shoot): Collection
    {
        return Delivery::query()
            ->with('parts', 'recipients.receipts', 'selection')
            ->where('shoot_id', $shoot->id)
            ->whereKeyNot(Handoff::query()->where('shoot_id', $shoot->id)->pluck('delivery_id')->all())
            ->orderByDesc('id')
            ->get()
            ->each(fn (Delivery $delivery) => $delivery->setRelation('shoot', $shoot));
    }
}
