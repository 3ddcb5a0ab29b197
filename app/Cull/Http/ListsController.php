<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\Marking;
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
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Captions\UnreadableTable;
use Kanpai\Core\Cull\MarkList;
use Kanpai\Core\Cull\NameList;
use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Core\Frames\Verdict;

/** Lists that go out (names for other programs, a table of marks) and lists that come in. */
final class ListsController
{
    public function show(Request $request, Shoot $shoot): View|JsonResponse
    {
        $filter = FrameFilter::ofQuery($request->query->all());
        $asked = $request->query('separator');
        $separator = is_string($asked) && isset(NameList::SEPARATORS[$asked]) ? $asked : 'lines';
        $names = NameList::of(
            Frame::meeting($shoot, $filter)->pluck('frames.name')->all(),
            $separator,
            $request->query('ending', '1') === '1',
            $request->query('quoted') === '1',
        );
        if ($request->expectsJson()) {
            return response()->json(['names' => $names]);
        }

        return view('cull.list', [
            'shoot' => $shoot,
            'filter' => $filter,
            'names' => $names,
            'separator' => $separator,
            'ending' => $request->query('ending', '1') === '1',
            'quoted' => $request->query('quoted') === '1',
            'meant' => Frame::meeting($shoot, $filter)->count(),
            'uses' => Uses::of($shoot->studio)->names,
        ]);
    }

    public function csv(Request $request, Shoot $shoot): Response
    {
        $uses = Uses::of($shoot->studio);
        $zone = $shoot->zone();
        $text = MarkList::write(
            Frame::meeting($shoot, FrameFilter::ofQuery($request->query->all()))
                ->toBase()
                ->get(['name', 'verdict', 'rating', 'uses', 'taken_ms'])
                ->map(
                    fn ($frame): array => [
                        (string) $frame->name,
                        Verdict::from((string) $frame->verdict),
                        (int) $frame->rating,
                        $uses->named((int) $frame->uses),
                        $zone->format((int) $frame->taken_ms, 'Y-m-d\TH:i:s.vP'),
                    ],
                ),
        );

        return response($text, 200, [
            'Content-Type' => 'text/csv; charset=UTF-8',
            'Content-Disposition' => 'attachment; filename="'.Str::slug($shoot->name).'-marks.csv"',
        ]);
    }

    /** Marks the frames that a list names, as the list or the form says. */
    public function store(Request $request, Shoot $shoot, Marking $marking): RedirectResponse
    {
        $request->validate([
            'list' => ['nullable', 'string', 'max:4000000'],
            'file' => ['nullable', 'file', 'max:4096'],
            'verdict' => ['nullable', Rule::enum(Verdict::class)],
            'rating' => ['nullable', 'integer', 'between:0,5'],
            'use' => ['nullable', 'integer', 'between:0,29'],
        ]);
        $file = $request->file('file');
        $text =
            is_object($file) && method_exists($file, 'getContent')
                ? (string) $file->getContent()
                : (string) $request->string('list');
        try {
            $list = MarkList::read($text);
        } catch (UnreadableTable $reason) {
            throw ValidationException::withMessages(['list' => $reason->getMessage()]);
        }
        if ($list->marks === [] && $list->problems === []) {
            throw ValidationException::withMessages(['list' => 'Paste names or a table, or choose a file.']);
        }
        $verdict = $request->filled('verdict') ? (string) $request->string('verdict') : null;
        $rating = $request->filled('rating') ? $request->integer('rating') : null;
        $use = $request->filled('use') ? 1 << $request->integer('use') : 0;
        [$names, $before] = Frame::names($shoot);
        ['found' => $found, 'missing' => $missing, 'several' => $several] = $list->matched($names, $before);
        $marks = [];
        foreach ($found as $n => $frame) {
            $said = $list->marks[$n];
            $uses =
                $said['uses'] === null
                    ? 0
                    : array_reduce(
                        $said['uses'],
                        fn (int $bits, string $name): int => $bits | Uses::with($shoot->studio, $name)->bits($name),
                        0,
                    );
            $mark = [
                'frame' => $frame,
                'verdict' => $said['verdict'] ?? $verdict,
                'rating' => $said['rating'] ?? $rating,
                'given' => $uses | $use,
                'taken' => $said['uses'] === null ? 0 : 0x3FFFFFFF & ~($uses | $use),
            ];
            if ($mark['verdict'] !== null || $mark['rating'] !== null || $mark['given'] !== 0 || $mark['taken'] !== 0) {
                $marks[] = $mark;
            }
        }
        if ($found !== [] && $marks === []) {
            throw ValidationException::withMessages([
                'verdict' => 'The list gives names only: say what they are to be marked with.',
            ]);
        }
        foreach (array_chunk($marks, 5000) as $some) {
            $marking->apply($shoot, Member::current(), [
                [
                    'id' => (string) Str::uuid(),
                    'said' => 'Marked '.number_format(count($some)).' frames of a list',
                    'marks' => $some,
                ],
            ]);
        }

        return redirect()
            ->route('cull.list', $shoot)
            ->with(
                'said',
                number_format(count($marks)).
                    ' of '.
                    number_format(count($list->marks) + count($list->problems)).
                    ' names on the list are marked, as one step that can be taken back on the culling page.',
            )
            ->with('unfound', [
                'missing' => array_slice($missing, 0, 200),
                'several' => array_slice($several, 0, 200),
                'problems' => array_slice($list->problems, 0, 200),
                'counts' => [count($missing), count($several), count($list->problems)],
            ]);
    }
}
