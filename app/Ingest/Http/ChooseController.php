<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Copies\Places;
use App\Frames\Frame;
use App\Ingest\Card;
use App\Ingest\CardContents;
use App\Ingest\CopyCard;
use App\Ingest\MakePreviews;
use App\Studio\PictureAddress;
use App\Studio\Shoot;
use App\Studio\TaskState;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Looking through a card before it is copied, and choosing what is. */
final class ChooseController
{
    public function show(Card $card, Places $places): View
    {
        return view('ingest.choose', [
            'card' => $card,
            'shoot' => $card->shoot,
            'copying' => CopyCard::latest($card),
            'isAllCopied' => $card->state->isDone() && $card->files()->where('is_ticked', false)->doesntExist(),
            'places' => $places->used($card->shoot->studio_id)->pluck('name')->all(),
        ]);
    }

    /** What was read of a card so far: the frames after a given one. */
    public function frames(Request $request, Card $card, CardContents $contents): JsonResponse
    {
        return response()
            ->json($contents->after($card, $request->integer('after'), $request->integer('files')))
            ->header('Cache-Control', 'no-store');
    }

    public function tick(TickInput $request, Card $card, CardContents $contents): JsonResponse
    {
        $input = $request->validated();
        $contents->tick(
            $card,
            array_values(array_map(intval(...), $input['frames'])),
            array_values(array_map(intval(...), $input['files'])),
            (bool) $input['ticked'],
        );

        return response()->json($contents->ticked($card));
    }

    /**
     * Frames that are on somebody's screen: their previews are made before all others; answered is what is made by now.
     */
    public function wanted(RequestedFramesInput $request, Shoot $shoot): JsonResponse
    {
        $ids = $request->validated()['frames'];
        $unseen = Frame::query()->where(['shoot_id' => $shoot->id, 'is_pictured' => false])->whereIn('id', $ids);
        $unseen->clone()->toBase()->update(['requested_at' => now()->format('Y-m-d H:i:s.v')]);
        foreach (Card::query()->whereIn('id', $unseen->select('card_id'))->get() as $card) {
            self::tryAgain($card);
        }
        $made = Frame::query()
            ->where(['shoot_id' => $shoot->id, 'is_pictured' => true])
            ->whereIn('id', $ids)
            ->get(['id', 'small_path', 'large_path']);
        $picture = fn (Frame $frame): array => [
            $frame->id,
            PictureAddress::orNothing($frame->small_path),
            PictureAddress::orNothing($frame->large_path),
        ];

        return response()->json(['pictures' => $made->toBase()->map($picture)->all()]);
    }

    /** A disk that was away may be back; not asked more than twice a minute. */
    private static function tryAgain(Card $card): void
    {
        $last = MakePreviews::latest($card);
        if ($last?->state === TaskState::Failed && $last->ended_at?->lessThan(now()->subSeconds(30)) === true) {
            MakePreviews::ofCard($card);
        }
    }
}
