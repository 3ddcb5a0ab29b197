<?php

declare(strict_types=1);

namespace App\Looks\Http;

use App\Looks\ColourCubes;
use App\Looks\SavedLook;
use App\Studio\Shoot;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Http\UploadedFile;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Looks\CubeFile;
use Kanpai\Core\Looks\UnreadableCube;

/** Tables of colours from elsewhere: taken in as a saved look, and given to the page. */
final class CubesController
{
    private const YEAR = 31_536_000;

    public function store(CubeInput $request, Shoot $shoot): JsonResponse
    {
        $file = $request->file('table');
        assert($file instanceof UploadedFile);
        try {
            $cube = CubeFile::read((string) $file->get());
        } catch (UnreadableCube $reason) {
            throw ValidationException::withMessages(['table' => $reason->getMessage()]);
        }
        ColourCubes::keep($shoot->studio_id, $cube);
        $name = mb_substr(trim(mb_scrub(pathinfo($file->getClientOriginalName(), PATHINFO_FILENAME))), 0, 80);
        SavedLook::query()->updateOrCreate(
            ['studio_id' => $shoot->studio_id, 'name' => $name === '' ? 'A table' : $name],
            ['values' => ['cube' => ['table' => $cube->hash(), 'amount' => 1.0]]],
        );

        return response()->json(['saved' => SavedLook::forPage($shoot->studio_id)]);
    }

    /** The nodes, sixteen bits each, blue fastest. */
    public function show(Shoot $shoot, string $cube): Response
    {
        $found = ColourCubes::find($cube) ?? abort(404);

        return response($found->nodes, 200, [
            'Content-Type' => 'application/octet-stream',
            'Cache-Control' => 'private, immutable, max-age='.self::YEAR,
        ]);
    }
}
