<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/**
 * Where and how large a watermark is on a picture. Its size is its width as a share of the picture's width; one
 * that would be larger than the picture is made to fit.
 */
final readonly class WatermarkPlan
{
    /** Air to the edge, as a share of the shorter side. */
    private const AIR = 0.03;

    /** Air between tiles, as a share of the mark's own sides. */
    private const BETWEEN = 0.6;

    /**
     * @param  list<array{int, int}>  $places  left and top of each, in pixels
     */
    private function __construct(public int $width, public int $height, public array $places)
    {
    }

    /**
     * @param  int  $width  pixels of the picture
     * @param  float  $ratio  width of the mark by its height
     * @param  float  $percent  width of the mark in per cent of the picture's
     */
    public static function of(int $width, int $height, float $ratio, float $percent, WatermarkPlace $place): self
    {
        $wide = ($width * max(1.0, min(100.0, $percent))) / 100;
        $tall = $wide / max(0.01, $ratio);
        $fit = min(1.0, $width / $wide, $height / $tall);
        $wide = max(1, (int) floor($wide * $fit));
        $tall = max(1, (int) floor($tall * $fit));
        $air = (int) round(min($width, $height) * self::AIR);
        $left = min($air, $width - $wide);
        $right = max(0, $width - $wide - $air);
        $top = min($air, $height - $tall);
        $bottom = max(0, $height - $tall - $air);
        $middle = intdiv($width - $wide, 2);

        return new self(
            $wide,
            $tall,
            match ($place) {
                WatermarkPlace::TopLeft => [[$left, $top]],
                WatermarkPlace::TopRight => [[$right, $top]],
                WatermarkPlace::BottomLeft => [[$left, $bottom]],
                WatermarkPlace::BottomRight => [[$right, $bottom]],
                WatermarkPlace::Bottom => [[$middle, $bottom]],
                WatermarkPlace::Middle => [[$middle, intdiv($height - $tall, 2)]],
                WatermarkPlace::Tiled => self::tiles($width, $height, $wide, $tall),
            },
        );
    }

    /** @return list<array{int, int}> whole tiles, in rows, the row below moved by half a step */
    private static function tiles(int $width, int $height, int $wide, int $tall): array
    {
        $stepX = (int) ceil($wide * (1 + self::BETWEEN));
        $stepY = (int) ceil($tall * (1 + 2 * self::BETWEEN));
        $places = [];
        // As many as fit, with the rest shared between both edges.
        $edge = fn (int $side, int $own, int $step): int => intdiv(max(0, $side - $own) % $step, 2);
        for ($row = 0, $y = $edge($height, $tall, $stepY); $y + $tall <= $height; $row++, $y += $stepY) {
            $x = $edge($width, $wide, $stepX) + ($row % 2 === 0 ? 0 : intdiv($stepX, 2));
            for (; $x + $wide <= $width; $x += $stepX) {
                $places[] = [$x, $y];
            }
        }

        return $places === [] ? [[intdiv($width - $wide, 2), intdiv($height - $tall, 2)]] : $places;
    }
}
