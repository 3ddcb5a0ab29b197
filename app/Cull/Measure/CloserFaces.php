<?php

declare(strict_types=1);

namespace App\Cull\Measure;

use App\Imaging\Faces\FaceWorker;
use App\Imaging\Picture;
use Generator;
use Kanpai\Core\Imaging\Faces\Face;
use Kanpai\Core\Imaging\Faces\Lids;
use Kanpai\Core\Imaging\Faces\UnreadableFace;

/**
 * Faces of a picture at full size, whose places are known from its preview. Sharpness and place stay as they were
 * measured there: only so can faces of one moment be compared.
 *
 * @phpstan-type Box array{float, float, float, float}
 */
final readonly class CloserFaces
{
    /** What is cut out around a face, in its own heights: the detector looks for a head with something around it. */
    private const AROUND = 4.0;

    /** Pixels of what is cut out at most: a face is large enough then. */
    private const SIDE = 640;

    /** How far from where it should be the face may be found, as a share of what was cut out. */
    private const BESIDE = 0.15;

    public function __construct(private Picture $picture)
    {
    }

    /**
     * @param  array<int, Box>  $boxes  number => left, top, width and height of the face, as shares of the picture
     * @return array<int, Face>|null number => the face, where it is large enough to be judged now; null where the
     *     process that looks at faces gave no answer to one of them
     */
    public function of(array $boxes): ?array
    {
        $faces = $parts = [];
        $pictures = (function () use ($boxes, &$parts): Generator {
            foreach ($boxes as $number => $box) {
                $parts[$number] = $this->part($box);
                yield $number => $parts[$number]['picture'];
            }
        })();
        foreach (app(FaceWorker::class)->measured($pictures) as $number => $answer) {
            ['picture' => $part, 'at' => $at] = $parts[$number];
            unset($parts[$number]);
            if (! isset($answer['faces'])) {
                return null;
            }
            $face = self::nearest($part, $at, $answer['faces']);
            if ($face !== null && $face->lids !== Lids::Small) {
                $faces[$number] = $face;
            }
        }

        return $faces;
    }

    /**
     * @param  Box  $box
     * @return array{picture: Picture, at: array{float, float}} what is around a face, and where in it its middle is
     */
    private function part(array $box): array
    {
        [$left, $top, $width, $height] = $box;
        [$across, $down] = [$this->picture->width(), $this->picture->height()];
        [$x, $y] = [($left + $width / 2) * $across, ($top + $height / 2) * $down];
        $side = (int) min($across, $down, max(1, self::AROUND * $height * $down));
        $from = fn (float $middle, int $most): int => (int) max(0, min($most - $side, $middle - $side / 2));
        [$fromX, $fromY] = [$from($x, $across), $from($y, $down)];

        return [
            'picture' => $this->picture->cropped($fromX, $fromY, $side, $side)->within(self::SIDE)->inMemory(),
            'at' => [($x - $fromX) / $side, ($y - $fromY) / $side],
        ];
    }

    /**
     * @param  array{float, float}  $at  where it should be
     * @param  list<array<string, mixed>>  $answers
     */
    private static function nearest(Picture $part, array $at, array $answers): ?Face
    {
        $nearest = null;
        $least = self::BESIDE;
        foreach ($answers as $answer) {
            try {
                $face = Face::ofAnswer($answer, max(1, $part->width()), max(1, $part->height()));
            } catch (UnreadableFace) {
                continue;
            }
            $beside = hypot($face->left + $face->width / 2 - $at[0], $face->top + $face->height / 2 - $at[1]);
            if ($beside < $least) {
                [$nearest, $least] = [$face, $beside];
            }
        }

        return $nearest;
    }
}
