<?php

declare(strict_types=1);

namespace App\Looks;

use App\Imaging\Arithmetic;
use App\Imaging\Picture;
use App\Imaging\UnableToMakePicture;
use App\Imaging\Vips;
use FFI\CData;
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
        $own = self::picture($patch, $picture->isDeep());

        return $picture->changed('heal a spot', fn (CData $image, CData $out): int => Vips::library()
            ->vips_insert($image, $own->image(), $out, $left, $top, null));
    }

    private static function picture(Patch $patch, bool $isDeep): Picture
    {
        $samples = $patch->samples();
        $format = $isDeep ? Arithmetic::FORMAT_USHORT : Arithmetic::FORMAT_UCHAR;
        $own = Vips::library()
            ->vips_image_new_from_memory_copy($samples, strlen($samples), $patch->width, $patch->height, 3, $format);

        return Picture::of(Vips::given($own, 'heal a spot'));
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
