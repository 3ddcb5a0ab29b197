<?php

declare(strict_types=1);

namespace App\Proof;

use App\Imaging\Picture;
use App\Imaging\PictureMeasures;
use App\Imaging\PictureReader;
use Kanpai\Core\Proof\WatermarkPlace;
use Kanpai\Core\Proof\WatermarkPlan;

/**
 * What is burnt into proofs: words, light with a dark edge so that they show on any ground, or a picture.
 *
 * @phpstan-type Mark array{text: string, image: string|null, place: string, size: float, opacity: float}
 */
final class Watermark
{
    /** Height of the letters in which words are measured, in pixels. */
    private const LETTERS = 120;

    /** @var array{int, int, int, int}|null left, top, width, height of the words as they are measured */
    private ?array $bounds = null;

    /** @var array<string, Picture> by size of the picture */
    private array $drawn = [];

    private function __construct(
        private readonly string $text,
        private readonly ?string $image,
        private readonly WatermarkPlace $place,
        private readonly float $size,
        private readonly float $opacity,
    ) {
    }

    /** @param  array<string, mixed>  $mark  null for one of nothing */
    public static function of(array $mark): ?self
    {
        $text = is_string($mark['text'] ?? null) ? trim($mark['text']) : '';
        $image = is_string($mark['image'] ?? null) && $mark['image'] !== '' ? $mark['image'] : null;
        $number = fn (string $key, float $usual): float => is_numeric($mark[$key] ?? null)
            ? (float) $mark[$key]
            : $usual;

        return $text === '' && $image === null
            ? null
            : new self(
                $text,
                $image,
                WatermarkPlace::tryFrom((string) ($mark['place'] ?? '')) ?? WatermarkPlace::Tiled,
                $number('size', 40),
                max(5, min(100, $number('opacity', 45))),
            );
    }

    /** Which watermark it is, so that proofs are made anew only for another one. */
    public function fingerprint(): string
    {
        return hash('xxh3', serialize([$this->text, $this->image, $this->place, $this->size, $this->opacity]));
    }

    public function inWords(): string
    {
        return ($this->image === null ? "“{$this->text}”" : 'a picture').", {$this->place->value}";
    }

    public function on(Picture $picture): Picture
    {
        return $picture->under($this->layer($picture->width(), $picture->height()))->inMemory();
    }

    private function layer(int $width, int $height): Picture
    {
        return $this->drawn["{$width} {$height}"] ??= PictureReader::svg($this->svg($width, $height));
    }

    private function svg(int $width, int $height): string
    {
        [$left, $top, $wide, $tall] = $this->bounds();
        $plan = WatermarkPlan::of($width, $height, $wide / $tall, $this->size, $this->place);
        $scale = $plan->width / $wide;
        $copies = implode(
            '',
            array_map(
                fn (
                    array $place,
                ): string => "<use href=\"#m\" transform=\"translate({$place[0]} {$place[1]}) scale({$scale}) ".
                    "translate(-{$left} -{$top})\"/>",
                $plan->places,
            ),
        );

        return '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" '.
            "width=\"{$width}\" height=\"{$height}\"><defs><g id=\"m\">{$this->shape()}</g></defs><g opacity=\"".
            $this->opacity / 100 .
            "\">{$copies}</g></svg>";
    }

    private function shape(): string
    {
        if ($this->image !== null) {
            [, , $wide, $tall] = $this->bounds();

            return "<image width=\"{$wide}\" height=\"{$tall}\" href=\"data:image/png;base64,".
                base64_encode((string) file_get_contents($this->path())).
                '"/>';
        }
        $text = htmlspecialchars($this->text, ENT_XML1 | ENT_QUOTES);
        $at = ['x' => self::LETTERS, 'y' => 2 * self::LETTERS];
        $letters =
            "<text x=\"{$at['x']}\" y=\"{$at['y']}\" font-family=\"sans-serif\" font-weight=\"600\" font-size=\"".
            self::LETTERS.
            '"';

        return "{$letters} fill=\"none\" stroke=\"#000\" stroke-opacity=\".55\" ".
            "stroke-width=\"6\">{$text}</text>{$letters} fill=\"#fff\">{$text}</text>";
    }

    /** @return array{int, int, int, int} */
    private function bounds(): array
    {
        if ($this->bounds === null && $this->image !== null) {
            $picture = PictureReader::bytes((string) file_get_contents($this->path()));
            $this->bounds = [0, 0, $picture->width(), $picture->height()];
        }

        return $this->bounds ??= PictureMeasures::opaque(PictureReader::svg(
            '<svg xmlns="http://www.w3.org/2000/svg" width="'.
                (2 + mb_strlen($this->text)) * self::LETTERS.
                '" height="'.
                3 * self::LETTERS.
                "\">{$this->shape()}</svg>",
        ));
    }

    private function path(): string
    {
        return config('kanpai.pictures')."/{$this->image}";
    }
}
