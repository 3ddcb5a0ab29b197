<?php

declare(strict_types=1);

namespace App\Cull\Propose;

use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\Proposal\MeasuredFrame;
use Kanpai\Core\Cull\Proposal\SeenFace;
use Kanpai\Core\Imaging\Blur;
use Kanpai\Core\Imaging\Faces\Lids;
use stdClass;

/** What was measured of a shoot's frames, or of those of one moment, as proposals ask for it. */
final class MeasuredFrames
{
    /** Frames whose faces are asked for at once. */
    private const PIECE = 5000;

    /** @return list<MeasuredFrame> in the order of time; of frames that were not measured nothing */
    public static function ofShoot(Shoot $shoot): array
    {
        return self::read(self::frames($shoot));
    }

    /** @return list<MeasuredFrame> those of the moment that a frame is of */
    public static function ofMoment(Shoot $shoot, int $moment): array
    {
        return self::read(self::frames($shoot)->where('frames.moment', $moment));
    }

    private static function frames(Shoot $shoot): Builder
    {
        return Frame::inOrder($shoot)
            ->toBase()
            ->join('frame_measures', 'frame_measures.frame_id', '=', 'frames.id')
            ->select('frames.id', 'frames.name', 'frames.moment', 'frames.taken_ms', 'frames.likeness', 'blur')
            ->addSelect('sharp', 'ev', 'lights', 'tilt', 'faces');
    }

    /** @return list<MeasuredFrame> */
    private static function read(Builder $frames): array
    {
        $rows = $frames->get();
        $faces = self::faces($rows->filter(fn (stdClass $row): bool => (int) $row->faces > 0)->pluck('id')->all());

        return array_values($rows->map(
            fn (stdClass $row): MeasuredFrame => self::frame($row, $faces[(int) $row->id] ?? []),
        )->all());
    }

    /**
     * @param  array<int, mixed>  $frames
     * @return array<int, list<SeenFace>> frame => its faces, from left to right
     */
    private static function faces(array $frames): array
    {
        $faces = [];
        foreach (array_chunk($frames, self::PIECE) as $ids) {
            $query = DB::table('faces')
                ->whereIn('frame_id', $ids)
                ->orderBy('frame_id')
                ->orderBy('number')
                ->select('frame_id', 'left', 'top', 'width', 'height')
                ->addSelect('lids', 'pitch', 'contact', 'smile', 'sharpness');
            foreach ($query->cursor() as $face) {
                assert($face instanceof stdClass);
                $faces[(int) $face->frame_id][] = self::face($face);
            }
        }

        return $faces;
    }

    /** @param  list<SeenFace>  $faces */
    private static function frame(stdClass $row, array $faces): MeasuredFrame
    {
        return new MeasuredFrame(
            (int) $row->id,
            self::short((string) $row->name),
            (int) $row->moment,
            (int) $row->taken_ms,
            $row->sharp === null ? null : (float) $row->sharp,
            Blur::from((string) $row->blur),
            (float) $row->ev,
            (float) $row->lights,
            $row->tilt === null ? null : (float) $row->tilt,
            // The first of 64 bits would be a sign.
            (int) hexdec(substr(str_pad((string) $row->likeness, 16, '0'), 0, 15)),
            $faces,
        );
    }

    private static function face(stdClass $face): SeenFace
    {
        return new SeenFace(
            (float) $face->left,
            (float) $face->top,
            (float) $face->width,
            (float) $face->height,
            Lids::from((string) $face->lids),
            (float) $face->pitch,
            $face->contact === null ? null : (float) $face->contact,
            (float) $face->smile,
            (float) $face->sharpness,
        );
    }

    /** The last long number of a file's name, with what tells equal ones apart; the name where it has none. */
    private static function short(string $name): string
    {
        $stem = pathinfo($name, PATHINFO_FILENAME);

        return preg_match('/(\d{3,6}(?:-\d+)?)\D*$/', $stem, $match) === 1 ? $match[1] : $stem;
    }
}
