<?php

declare(strict_types=1);

namespace App\Looks\Http;

use App\Frames\Frame;
use App\Looks\DevelopWhole;
use App\Looks\Raws;
use App\Studio\PictureAddress;
use App\Studio\Shoot;
use Illuminate\Http\JsonResponse;

/** All pixels of a raw file in the colours of its sensor: where they are, once they are developed. */
final class SensorController
{
    public function __invoke(Shoot $shoot, int $frame, Raws $raws): JsonResponse
    {
        $found = Frame::of($shoot)->findOrFail($frame);
        $isThere = is_file($raws->wholePath($found));
        $isUnusable = Raws::isUnusable($found);
        $isThere || $isUnusable || DevelopWhole::dispatch($found->id)->onQueue('pictures');

        return response()
            ->json([
                'picture' => $isThere ? (new PictureAddress())->to(Raws::wholeName($found)) : null,
                'isUnusable' => $isUnusable,
            ])
            ->header('Cache-Control', 'no-store');
    }
}
