<?php

declare(strict_types=1);

namespace App\Looks;

use App\Imaging\Picture;
use App\Imaging\PlacedPixels;
use App\Imaging\UnableToMakePicture;
use Kanpai\Core\Looks\Spot\Healing;
use Kanpai\Core\Looks\Spot\Patch;
use Kanpai\Core\Looks\Spot\Spot;

/** A picture with spots of it healed. */
final class HealedPicture
{
    /**
     * @param  list<Spot>  $spots
     *
     * @throws UnableToMakePicture
     */
    public static function of(Picture $picture, array $spots): Picture
    {
        $healed = $spots === [] ? $picture : $picture->inMemory();
        foreach ($spots as $spot) {
            $healed = self::healed($healed, $spot->pixels($picture->width(), $picture->height()));
        }

        return $spots === [] ? $picture : $healed->inMemory();
    }

    /** @param  array{x: int, y: int, radius: int, from: array{int, int}|null}  $spot  in pixels */
    private static function healed(Picture $picture, array $spot): Picture
    {
        [$left, $top, $width, $height] = self::around($picture, $spot);
        if ($width < 1 || $height < 1) {
            return $picture;
        }
        $part = $picture->cropped($left, $top, $width, $height);
        $patch = Patch::of($part->samples(), $width, $height, $picture->isDeep());
        Healing::heal($patch, [...$spot, 'x' => $spot['x'] - $left, 'y' => $spot['y'] - $top]);

        return PlacedPixels::inserted($picture, $patch->samples(), $left, $top, $width, $height);
    }

    /**
     * @param  array{x: int, y: int, radius: int, from: array{int, int}|null}  $spot
     * @return array{int, int, int, int} left, top, width and height of what has to be known
     */
    private static function around(Picture $picture, array $spot): array
    {
        $far = $spot['from'] === null ? 0.0 : hypot(...$spot['from']);
        $reach = max(Healing::REACH * ($spot['radius'] + 1), $far + $spot['radius']);
        $reach = (int) ceil($reach + Healing::MARGIN);
        [$left, $top] = [max(0, $spot['x'] - $reach), max(0, $spot['y'] - $reach)];

        return [
            $left,
            $top,
            min($picture->width(), $spot['x'] + $reach + 1) - $left,
            min($picture->height(), $spot['y'] + $reach + 1) - $top,
        ];
    }
}
