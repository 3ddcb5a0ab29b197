<?php

declare(strict_types=1);

namespace App\Cull\Measure;

use App\Imaging\GradientMeasures;
use App\Imaging\Histograms;
use App\Imaging\Picture;
use App\Studio\NamedLock;
use Kanpai\Core\Imaging\Faces\Face;
use Kanpai\Core\Imaging\Faces\Lids;
use Kanpai\Core\Imaging\Tones;

/** What was measured of one frame, as the columns that keep it. */
final readonly class Measurement
{
    /** Counted up when other ways of measuring give other figures. */
    public const VERSION = 1;

    /** Held by whoever writes what was measured of a frame. */
    public static function lock(int $frame): NamedLock
    {
        return new NamedLock("measure-{$frame}");
    }

    /** @return array<string, mixed> columns of `frame_measures` that tell of the picture as a whole */
    public static function ofPicture(Picture $picture): array
    {
        $gradients = GradientMeasures::of($picture);
        $tones = Tones::of(Histograms::of($picture));

        return [
            'sharpness' => $gradients->sharpness->value,
            'blur' => $gradients->sharpness->blur->value,
            'blur_angle' => $gradients->sharpness->angle,
            'tilt' => $gradients->tilt,
            'ev' => $tones->ev,
            'lights' => $tones->lights,
            'darks' => $tones->darks,
        ];
    }

    /**
     * @param  list<Face>  $faces
     * @return array{faces: int, closed: int, unsure: int, away: int} columns of `frame_measures` that count
     */
    public static function counts(array $faces): array
    {
        $count = fn (callable $holds): int => count(array_filter($faces, $holds));

        return [
            'faces' => count($faces),
            'closed' => $count(fn (Face $face): bool => $face->lids === Lids::Closed),
            'unsure' => $count(fn (Face $face): bool => $face->lids === Lids::Unsure),
            'away' => $count(fn (Face $face): bool => $face->looksAtTheCamera() === false),
        ];
    }

    /**
     * @param  list<Face>  $faces
     * @return list<array<string, mixed>> rows of `faces`, from left to right
     */
    public static function rows(int $frame, array $faces): array
    {
        usort($faces, fn (Face $a, Face $b): int => $a->left + $a->width / 2 <=> $b->left + $b->width / 2);

        return array_map(
            fn (int $number, Face $face): array => [
                'frame_id' => $frame,
                'number' => $number,
                'left' => $face->left,
                'top' => $face->top,
                'width' => $face->width,
                'height' => $face->height,
                ...self::looks($face),
                'sharpness' => $face->sharpness,
                'score' => $face->score,
                'light' => $face->light,
            ],
            array_keys($faces),
            $faces,
        );
    }

    /** @return array<string, mixed> columns of `faces` that a closer look may tell better: lids, pose, gaze, smile */
    public static function looks(Face $face): array
    {
        return [
            'lids' => $face->lids->value,
            'closedness' => $face->closedness,
            'roll' => $face->roll,
            'yaw' => $face->yaw,
            'pitch' => $face->pitch,
            'contact' => $face->contact,
            'smile' => $face->smile,
        ];
    }
}
