<?php

declare(strict_types=1);

namespace App\Looks\Http;

use App\Frames\Frame;
use App\Looks\FrameLook;
use App\Looks\RawOfFrame;
use App\Looks\SavedLook;
use App\Studio\Shoot;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Looks\Light\LightWhite;
use Kanpai\Core\Looks\LookValues;

/** Looks of the studio by name. */
final class SavedLooksController
{
    public function store(SaveLookInput $request, Shoot $shoot): JsonResponse
    {
        $frame = Frame::of($shoot)->findOrFail($request->integer('frame'));
        $values = FrameLook::numbered($frame, $request->integer('number', FrameLook::FIRST))->values ?? [];
        $own = array_intersect_key($values, array_flip([...LookValues::COLOURS, ...LookValues::DETAIL]));
        if ($own === []) {
            throw ValidationException::withMessages(['name' => 'This frame has no look yet. Change something first.']);
        }
        if (isset($own['kelvin'])) {
            $own['kelvin'] = self::shift($shoot, $frame, $own);
        }
        SavedLook::query()->updateOrCreate(
            ['studio_id' => $shoot->studio_id, 'name' => $request->string('name')->trim()->value()],
            ['values' => $own],
        );

        return self::all($shoot);
    }

    /**
     * Other frames are of other lights: what is saved is how far a white is from what its frame was shot for.
     *
     * @param  array<string, mixed>  $values
     */
    private static function shift(Shoot $shoot, Frame $frame, array $values): ?float
    {
        $shotFor = (RawOfFrame::ofShoot($shoot)[$frame->id] ?? null)?->shotFor();

        return LightWhite::carried($shotFor, null, $values)['kelvin'];
    }

    public function remove(Shoot $shoot, int $saved): JsonResponse
    {
        SavedLook::query()->where('studio_id', $shoot->studio_id)->whereKey($saved)->firstOrFail()->delete();

        return self::all($shoot);
    }

    private static function all(Shoot $shoot): JsonResponse
    {
        return response()->json(['saved' => SavedLook::forPage($shoot->studio_id)]);
    }
}
