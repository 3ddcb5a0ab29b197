<?php

declare(strict_types=1);

namespace Kanpai\Demo\Scene;

use App\Imaging\Picture;
use App\Imaging\PictureReader;
use Kanpai\Demo\Camera\Handling;

/**
 * Renders layers to pixels: depth of field, camera shake, exposure, vignette and grain.
 *
 * @phpstan-type Handled array{dx: int, dy: int, handling: Handling, grain: float, seed: int, warm: float, darker: float,
 *     card: bool}
 */
final class Darkroom
{
    /** @var array<string, Picture> */
    private array $still = [];

    /** @var array<string, Picture> */
    private array $vignettes = [];

    /** @param  int  $longSide  pixels of the finished picture */
    public function __construct(private readonly int $longSide)
    {
    }

    /**
     * What lies before the lens, blurred and moved as lens and hand do it.
     *
     * @param  list<Layer>  $layers
     * @param  Handled  $shot
     */
    public function drawnScene(array $layers, bool $upright, array $shot): Picture
    {
        $scale = $this->longSide / 2400;
        $w = (int) round(($upright ? 1600 : 2400) * $scale);
        $h = (int) round(($upright ? 2400 : 1600) * $scale);
        $picture = null;
        foreach ($layers as $layer) {
            $blur = hypot($layer->blur, $shot['handling']->defocus) * $scale;
            $drawn = $this->drawn($layer, $scale, $blur);
            $overhang = $drawn->width() - $w;
            if ($overhang > 4) {
                $edge = intdiv($overhang, 2);
                $drawn = $drawn->cropped(
                    max(0, min($overhang, $edge + (int) ($shot['dx'] * $scale))),
                    max(0, min($drawn->height() - $h, $edge + (int) ($shot['dy'] * $scale))),
                    $w,
                    $h,
                );
            }
            $picture = $picture === null ? $drawn->flat() : $picture->under($drawn);
        }
        assert($picture !== null);
        $picture = $shot['card'] ? self::withCard($picture, $w, $h) : $picture;
        $handling = $shot['handling'];
        $picture = Effects::leaning($picture, $handling->tilt);

        return Effects::moved($picture, $handling->motion * $scale, $handling->direction)->inMemory();
    }

    /** A grey card of 18 % in the lower left corner. */
    private static function withCard(Picture $picture, int $w, int $h): Picture
    {
        [$width, $height] = [intdiv($w, 7), intdiv($h, 7)];
        $card = "<svg xmlns='http://www.w3.org/2000/svg' width='{$width}' height='{$height}'>".
            "<rect width='100%' height='100%' fill='#767676'/></svg>";

        return $picture->under(PictureReader::svg($card), intdiv($w, 40), $h - $height - intdiv($h, 40))->inMemory();
    }

    /**
     * As the camera makes it: lighter or darker, warmer, shaded towards the corners, with grain.
     *
     * @param  Handled  $shot
     */
    public function finished(Picture $picture, array $shot): Picture
    {
        $gain = 2 ** (($shot['handling']->stops - $shot['darker']) / 2.2);
        $warm = $shot['warm'];
        $toned = $picture->toned([$gain * (1 + 0.05 * $warm), $gain, $gain * (1 - 0.07 * $warm)], [0.0, 0.0, 0.0]);

        return $this->seen($toned, $shot);
    }

    /**
     * As the sensor saw it, before the camera made anything of it.
     *
     * @param  Handled  $shot
     */
    public function seen(Picture $picture, array $shot): Picture
    {
        $shaded = Effects::shaded($picture, $this->vignette($picture->width(), $picture->height()));

        return Effects::grained($shaded, $shot['grain'], $shot['seed'])->inMemory();
    }

    private function drawn(Layer $layer, float $scale, float $blur): Picture
    {
        $key = $layer->still === null ? null : $layer->still.'@'.round($blur, 1);
        if ($key !== null && isset($this->still[$key])) {
            return $this->still[$key];
        }
        // What is far out of focus needs few pixels.
        $coarse = $blur > 8 ? 4 : ($blur > 3 ? 2 : 1);
        $picture = Effects::blurred(PictureReader::svg($layer->svg, $scale / $coarse), $blur / $coarse);
        if ($coarse > 1) {
            $picture = Effects::scaled($picture, $coarse);
        }
        $picture = $picture->inMemory();
        if ($key !== null) {
            if (count($this->still) > 12) {
                array_shift($this->still);
            }
            $this->still[$key] = $picture;
        }

        return $picture;
    }

    private function vignette(int $w, int $h): Picture
    {
        return $this->vignettes["{$w}x{$h}"] ??= PictureReader::svg(
            "<svg xmlns='http://www.w3.org/2000/svg' width='{$w}' height='{$h}'><defs><radialGradient id='v' ".
                "cx='.5' cy='.5' r='.72'><stop offset='.5' stop-color='#fff'/><stop offset='1' ".
                "stop-color='#b4b4b4'/></radialGradient></defs><rect width='100%' height='100%' ".
                "fill='url(#v)'/></svg>",
        )
            ->flat()
            ->grey()
            ->channel(0)
            ->inMemory();
    }
}
