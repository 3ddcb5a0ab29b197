<?php

declare(strict_types=1);

namespace App\Cull\Measure;

use App\Copies\VerifiedPicture;
use App\Cull\Propose\KeptFindings;
use App\Frames\Frame;
use App\Imaging\Faces\FaceModels;
use App\Imaging\PictureReader;
use App\Imaging\PreviewMaker;
use App\Imaging\UnableToMakePicture;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Imaging\Faces\Face;

/**
 * Looks once more, at full size, at faces that are too small in the preview: of frames alone that others compete with,
 * since a whole picture is decoded for it. A frame whose copies are out of reach, or of which the process that looks at
 * faces says nothing, is looked at the next time.
 */
final class LookCloser extends WorkInTurns
{
    public const KIND = 'closer';

    public const UNIT = 'frames';

    public const QUEUE = MeasureFrames::QUEUE;

    /** Counted up when a closer look gives other figures. */
    public const VERSION = 1;

    /** How much larger than its preview a picture must be, so that more can be seen in it. */
    private const LARGER = 1.3;

    /** Pixels from which a picture is decoded at half its size: it has to be in memory. */
    private const MOST_PIXELS = 60_000_000;

    public static function ofShoot(Shoot $shoot): void
    {
        $count = FaceModels::missing() === null && ! self::isUnderWay($shoot) ? self::due($shoot)->count() : 0;
        if ($count > 0) {
            self::open($shoot, 'Looking closer at small faces', $count);
        }
    }

    protected function turn(Task $task): bool
    {
        $shoot = $task->about(Shoot::class);
        $task->begin($task->total);
        while (($frame = $this->next($shoot, $task)) !== null) {
            Measurement::lock($frame->id)->hold(fn () => $this->look($frame));
            $task->note(['frame' => $frame->id]);
            if (! $task->reach($task->done + 1) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
    }

    protected function over(Task $task): void
    {
        $shoot = Shoot::query()->find($task->shoot_id);
        if ($shoot !== null) {
            KeptFindings::refresh($shoot);
        }
    }

    /** In the order of their numbers, so that one that cannot be read now is not tried again and again. */
    private function next(Shoot $shoot, Task $task): ?Frame
    {
        $id = self::due($shoot)
            ->where('frames.id', '>', $task->reached('frame'))
            ->orderBy('frames.id')
            ->value('frames.id');

        return Frame::query()
            ->with('files.copies', 'files.sameAs.copies')
            ->whereKey((int) $id)
            ->first();
    }

    private static function due(Shoot $shoot): Builder
    {
        $small = DB::table('faces')->whereColumn('faces.frame_id', 'frames.id')->where('lids', 'small');

        return DB::table('frames')
            ->join('frame_measures', 'frame_measures.frame_id', '=', 'frames.id')
            ->where('frames.shoot_id', $shoot->id)
            ->whereNull('frames.aside_at')
            ->where('frames.moment_size', '>', 1)
            ->where('frame_measures.closer_version', '<', self::VERSION)
            ->whereRaw('GREATEST(frames.width, frames.height) > ?', [self::LARGER * PreviewMaker::LARGE])
            ->whereExists($small);
    }

    private function look(Frame $frame): void
    {
        $path = VerifiedPicture::of($frame)?->path();
        if ($path === null) {
            return;
        }
        try {
            $isLarge = $frame->width * $frame->height > self::MOST_PIXELS;
            $picture = str_ends_with(strtolower($path), 'jpg')
                ? PictureReader::jpeg($path, $isLarge ? 2 : 1)
                : PictureReader::file($path);
            $closer = new CloserFaces($picture->inSrgb()->flat()->inEightBits()->inMemory());
            $faces = $closer->of(self::smallFaces($frame));
            if ($faces !== null) {
                $this->keep($frame, $faces);
            }
        } catch (UnableToMakePicture) {
            // It was read when its preview was made: what is seen in that remains.
            $this->keep($frame, []);
        }
    }

    /** @return array<int, array{float, float, float, float}> number => left, top, width, height */
    private static function smallFaces(Frame $frame): array
    {
        $faces = [];
        foreach (DB::table('faces')->where(['frame_id' => $frame->id, 'lids' => 'small'])->get() as $row) {
            $box = [(float) $row->left, (float) $row->top, (float) $row->width, (float) $row->height];
            $faces[(int) $row->number] = $box;
        }

        return $faces;
    }

    /** @param  array<int, Face>  $faces  number => what was seen of it at full size */
    private function keep(Frame $frame, array $faces): void
    {
        DB::transaction(function () use ($frame, $faces): void {
            if (DB::table('frames')->where('id', $frame->id)->sharedLock()->doesntExist()) {
                return;
            }
            foreach ($faces as $number => $face) {
                DB::table('faces')
                    ->where(['frame_id' => $frame->id, 'number' => $number])
                    ->update(Measurement::looks($face));
            }
            $isAway = 'contact IS NOT NULL AND ABS(contact) > '.Face::ON_THE_CAMERA;
            $counts = (array) DB::table('faces')
                ->where('frame_id', $frame->id)
                ->selectRaw("SUM(lids = 'closed') AS closed, SUM(lids = 'unsure') AS unsure, SUM({$isAway}) AS away")
                ->first();
            DB::table('frame_measures')
                ->where('frame_id', $frame->id)
                ->update([...$counts, 'closer_version' => self::VERSION, 'measured_at' => now()]);
        });
    }
}
