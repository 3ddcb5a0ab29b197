<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Suggest;

/**
 * A crop around the people of a frame, by their faces: tight for heads and shoulders, loose down to the waist. How much
 * of a body belongs to a face is in heights of a face (a head is about an eighth of a body, and a face two thirds of a
 * head: common practice of drawing, no source).
 *
 * @phpstan-type Box array{left: float, top: float, width: float, height: float}
 */
final class CropByFaces
{
    /** Heights of the largest faces beside, above and below them. */
    private const TIGHT = ['beside' => 0.9, 'above' => 0.7, 'below' => 1.5];

    private const LOOSE = ['beside' => 1.8, 'above' => 1.2, 'below' => 3.6];

    /** A face smaller than this share of the largest one is somebody in the background. */
    private const BACKGROUND = 0.45;

    /** Share of a side that is left at least: fewer pixels are not enough to print. */
    private const LEAST = 0.3;

    /** A crop that leaves more than this is none. */
    private const MOST = 0.86;

    /**
     * @param  list<Box>  $faces  boxes as shares of the sides of the frame
     * @param  int  $width  of the frame in pixels; the height likewise
     * @param  float|null  $ratio  width by height of what is cropped; null for that of the frame
     * @return array{tight: Box|null, loose: Box|null} shares of the frame; null where there is nothing to gain
     */
    public static function of(array $faces, int $width, int $height, ?float $ratio = null): array
    {
        $largest = max([0.0, ...array_column($faces, 'height')]);
        $people = array_values(array_filter(
            $faces,
            fn (array $face): bool => $face['height'] >= self::BACKGROUND * $largest && $face['height'] > 0.0,
        ));
        // A share of the height for a share of the width.
        $shape = ($ratio ?? $width / $height) * $height / $width;

        return [
            'tight' => $people === [] ? null : self::crop($people, self::TIGHT, $width / $height, $shape),
            'loose' => $people === [] ? null : self::crop($people, self::LOOSE, $width / $height, $shape),
        ];
    }

    /**
     * @param  non-empty-list<Box>  $faces
     * @param  array{beside: float, above: float, below: float}  $room
     * @param  float  $aspect  of the frame
     * @param  float  $shape  of the crop: its width for its height, both as shares
     * @return Box|null
     */
    private static function crop(array $faces, array $room, float $aspect, float $shape): ?array
    {
        $tall = max(array_column($faces, 'height'));
        $beside = $room['beside'] * $tall / $aspect;
        $rights = array_map(fn (array $face): float => $face['left'] + $face['width'], $faces);
        $bottoms = array_map(fn (array $face): float => $face['top'] + $face['height'], $faces);
        $left = max(0.0, min(array_column($faces, 'left')) - $beside);
        $top = max(0.0, min(array_column($faces, 'top')) - $room['above'] * $tall);
        $right = min(1.0, max($rights) + $beside);
        $bottom = min(1.0, max($bottoms) + $room['below'] * $tall);

        return self::shaped($left, $top, $right - $left, $bottom - $top, $shape);
    }

    /**
     * Grown to the shape about its middle, and moved into the frame.
     *
     * @return Box|null
     */
    private static function shaped(float $left, float $top, float $width, float $height, float $shape): ?array
    {
        [$across, $down] = [max($width, $height * $shape), max($height, $width / $shape)];
        if ($across > 1.0 || $down > 1.0) {
            // It cannot be had in this shape with all that belongs into it.
            return null;
        }
        if (max($across, $down) > self::MOST || min($across, $down) < self::LEAST) {
            return null;
        }
        $x = max(0.0, min(1.0 - $across, $left + ($width - $across) / 2));
        // What is added above or below a group is added below: heads stay where they are in the picture.
        $y = max(0.0, min(1.0 - $down, $top));

        return [
            'left' => round($x, 5),
            'top' => round($y, 5),
            'width' => round($across, 5),
            'height' => round($down, 5),
        ];
    }
}
