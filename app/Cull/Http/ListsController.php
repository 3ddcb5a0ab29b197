<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\MarkListImport;
use App\Frames\Frame;
use App\Frames\Uses;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Cull\MarkList;
use Kanpai\Core\Cull\NameList;
use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Core\Frames\Verdict;

/** Lists that go out (names for other programs, a table of marks) and lists that come in. */
final class ListsController
{
    /** Lines of a list that the page shows because they could not be used. */
    private const MOST_NAMED = 200;

    public function show(Request $request, Shoot $shoot): View|JsonResponse
    {
        $filter = FrameFilter::ofQuery($request->query->all());
        $asked = $request->query('separator');
        $form = [
            'separator' => is_string($asked) && isset(NameList::SEPARATORS[$asked]) ? $asked : 'lines',
            'ending' => $request->query('ending', '1') === '1',
            'quoted' => $request->query('quoted') === '1',
        ];
        $frames = Frame::meeting($shoot, $filter)->pluck('frames.name')->all();
        $names = NameList::of($frames, $form['separator'], $form['ending'], $form['quoted']);

        return $request->expectsJson()
            ? response()->json(['names' => $names])
            : view('cull.list', [
                'shoot' => $shoot,
                'filter' => $filter,
                'names' => $names,
                ...$form,
                'meant' => count($frames),
                'uses' => Uses::of($shoot->studio)->names,
            ]);
    }

    public function csv(Request $request, Shoot $shoot): Response
    {
        [$uses, $zone] = [Uses::of($shoot->studio), $shoot->zone()];
        $line = fn (\stdClass $frame): array => [
            (string) $frame->name,
            Verdict::from((string) $frame->verdict),
            (int) $frame->rating,
            $uses->named((int) $frame->uses),
            $zone->format((int) $frame->taken_ms, 'Y-m-d\TH:i:s.vP'),
        ];
        $frames = Frame::meeting($shoot, FrameFilter::ofQuery($request->query->all()))->toBase();
        $text = MarkList::write($frames->get(['name', 'verdict', 'rating', 'uses', 'taken_ms'])->map($line));
        $name = Str::slug($shoot->name);

        return response($text, 200, [
            'Content-Type' => 'text/csv; charset=UTF-8',
            'Content-Disposition' => "attachment; filename=\"{$name}-marks.csv\"",
        ]);
    }

    /** Marks the frames that a list names, as the list or the form says. */
    public function store(MarkListRequest $request, Shoot $shoot, MarkListImport $import): RedirectResponse
    {
        $list = $request->list();
        $result = $import->run($shoot, Member::current(), $list, $request->mark());
        if ($result['found'] > 0 && $result['marked'] === 0) {
            throw ValidationException::withMessages([
                'verdict' => 'The list gives names only: say what they are to be marked with.',
            ]);
        }
        $marked = number_format($result['marked']);
        $all = number_format(count($list->marks) + count($list->problems));

        return redirect()
            ->route('cull.list', $shoot)
            ->with(
                'message',
                "{$marked} of {$all} names on the list are marked, as one step that can be undone on the culling page.",
            )
            ->with('unfound', self::unfound([
                'missing' => $result['missing'],
                'several' => $result['several'],
                'problems' => $list->problems,
            ]));
    }

    /**
     * @param  array<string, list<mixed>>  $names  by what is wrong with them
     * @return array<string, list<mixed>> some of each, and how many there are
     */
    private static function unfound(array $names): array
    {
        return [
            ...array_map(fn (array $some): array => array_slice($some, 0, self::MOST_NAMED), $names),
            'counts' => array_map(count(...), array_values($names)),
        ];
    }
}
