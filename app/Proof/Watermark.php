<?php

declare(strict_types=1);

namespace App\Proof;

use App\Imaging\Picture;

/** Words across a picture, light with a dark edge so that they show on any ground. */
final class Watermark
{
    public static function of(string $words, int $width, int $height): Picture
    {
        $size = round(min($width, $height) / 14, 1);
        $text = htmlspecialchars($words, ENT_XML1);
        $lines = '';
        foreach ([0.28, 0.72] as $i => $share) {
            $x = round($width * ($i === 0 ? 0.38 : 0.62), 1);
            $y = round($height * $share, 1);
            $lines .= "<text x=\"{$x}\" y=\"{$y}\" transform=\"rotate(-14 {$x} {$y})\">{$text}</text>";
        }

        return Picture::fromSvg("<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{$width}\" height=\"{$height}\"><g font-family=\"sans-serif\" font-weight=\"600\" font-size=\"{$size}\" text-anchor=\"middle\" fill=\"#fff\" fill-opacity=\".5\" stroke=\"#000\" stroke-opacity=\".18\" stroke-width=\"1\">{$lines}</g></svg>");
    }
}
