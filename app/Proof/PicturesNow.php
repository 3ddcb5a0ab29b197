<?php

declare(strict_types=1);

namespace App\Proof;

use App\Looks\FrameLook;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Verdict;
use stdClass;

/** The pictures of a gallery beside what their frames are by now. */
final class PicturesNow
{
    /** @return Collection<int, stdClass> each picture with the facts of its frame now */
    public static function of(Gallery $gallery): Collection
    {
        $rows = self::rows($gallery);
        $frames = $rows->pluck('frame_id')->map(fn ($id): int => (int) $id)->all();
        $paths = $gallery->look === '' ? [] : FrameLook::pathsFor($gallery->look, array_values($frames));
        foreach ($rows as $row) {
            if (array_key_exists((int) $row->frame_id, $paths)) {
                $row->now_picture = $paths[(int) $row->frame_id] ?? $row->plain_picture;
            }
        }

        return $rows;
    }

    /** @return Collection<int, stdClass> */
    private static function rows(Gallery $gallery): Collection
    {
        return DB::table('gallery_frames')
            ->join('frames', 'frames.id', '=', 'gallery_frames.frame_id')
            ->leftJoin('captions', 'captions.frame_id', '=', 'frames.id')
            ->leftJoin('looks', FrameLook::ofThem(...))
            ->where('gallery_id', $gallery->id)
            ->orderBy('number')
            ->selectRaw(
                'gallery_frames.*, COALESCE(looks.large_path, frames.large_path) AS now_picture, '.
                    'frames.large_path AS plain_picture, '.
                    'frames.taken_ms AS now_taken, '.
                    "JSON_VALUE(captions.fields, '$.headline') AS now_headline, JSON_VALUE(captions.fields, ".
                    "'$.description') AS now_description, frames.verdict <> ? AND frames.aside_at IS NULL AS ".
                    'now_meant',
                [Verdict::Drop->value],
            )
            ->get();
    }
}
