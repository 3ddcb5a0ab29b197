<?php

declare(strict_types=1);

namespace App\Looks;

use App\Cull\FinishedPictures;
use App\Studio\Shoot;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Looks\Framing;
use stdClass;

/** The previews of all looks of a shoot that are made; the others are asked for. */
final class FinishedOfShoot implements FinishedPictures
{
    public function of(Shoot $shoot): array
    {
        $finished = [];
        foreach (self::looks($shoot)->where('looks.is_made', true)->cursor() as $row) {
            assert($row instanceof stdClass);
            $framing = Framing::of((array) json_decode((string) $row->values, true));
            $sides = [max(1, (int) $row->width), max(1, (int) $row->height)];
            [$width, $height] = $framing->size(...$sides);
            $finished[(int) $row->frame_id] = [
                'small' => (string) $row->small_path,
                'large' => (string) $row->large_path,
                'width' => $width,
                'height' => $height,
                'rows' => $framing->source(...$sides),
            ];
        }

        return $finished;
    }

    public function waiting(Shoot $shoot): int
    {
        $waiting = self::looks($shoot)->where('looks.is_made', false)->count();
        $waiting === 0 || MakeLookPreviews::soon($shoot);

        return $waiting;
    }

    private static function looks(Shoot $shoot): Builder
    {
        return DB::table('frames')
            ->join('looks', FrameLook::ofThem(...))
            ->where('looks.shoot_id', $shoot->id)
            ->whereNotNull('looks.large_path')
            ->select('looks.frame_id', 'looks.values', 'looks.small_path', 'looks.large_path')
            ->addSelect('frames.width', 'frames.height');
    }
}
