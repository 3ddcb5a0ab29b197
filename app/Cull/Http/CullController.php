<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\FrameTable;
use App\Cull\Marking;
use App\Ingest\Body;
use App\Ingest\Frame;
use App\Ingest\Lanes;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kanpai\Core\Cull\FrameFilter;
use Kanpai\Core\Cull\InvalidMark;

final class CullController
{
    public function show(Request $request, Shoot $shoot): View
    {
        return view('cull.show', [
            'shoot' => $shoot,
            'filter' => FrameFilter::ofQuery($request->query->all()),
            'bodies' => Body::ofShoot($shoot),
            'names' => Lanes::names($shoot),
            'all' => Frame::query()->where('shoot_id', $shoot->id)->count(),
        ]);
    }

    public function frames(Shoot $shoot, FrameTable $table): JsonResponse
    {
        return response()->json($table->of($shoot, Member::current()))->header('Cache-Control', 'no-store');
    }

    /** Marks in the order in which they were made. The same mark may come again, when an answer was lost. */
    public function mark(Request $request, Shoot $shoot, Marking $marking): JsonResponse
    {
        $said = $request->validate([
            'marks' => ['required', 'array', 'max:500'],
            'marks.*.id' => ['required', 'uuid'],
            'marks.*.frame' => ['required_without:marks.*.takeBack', 'integer'],
            'marks.*.verdict' => ['nullable', 'string'],
            'marks.*.rating' => ['nullable', 'integer'],
            'marks.*.takeBack' => ['nullable', 'boolean'],
        ]);
        $member = Member::current();
        $refused = [];
        foreach ($said['marks'] as $mark) {
            try {
                ($mark['takeBack'] ?? false)
                    ? $marking->takeBack($shoot, $member, $mark['id'])
                    : $marking->mark($shoot, $member, $mark['id'], (int) $mark['frame'], $mark['verdict'] ?? null, isset($mark['rating']) ? (int) $mark['rating'] : null);
            } catch (InvalidMark $reason) {
                $refused[$mark['id']] = $reason->getMessage();
            }
        }

        return response()->json(['refused' => (object) $refused]);
    }
}
