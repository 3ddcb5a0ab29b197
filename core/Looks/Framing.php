<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

/**
 * Which part of a picture is shown, and how it is turned: by quarters, by some degrees about its middle, and cropped.
 * What would lie outside of the picture is brought in. `resources/js/looks/framing.js` is the same.
 *
 * @phpstan-type Box array{left: float, top: float, width: float, height: float}
 */
final readonly class Framing
{
    /** Degrees by which a picture is levelled at most. */
    public const MOST = 45.0;

    /** Share of a side below which nothing is cropped. */
    private const LEAST = 0.02;

    /** Halvings by which it is found how much of a crop lies inside. */
    private const HALVINGS = 24;

    /**
     * @param  int<0, 3>  $turns  clockwise quarters
     * @param  float  $level  degrees clockwise
     * @param  Box|null  $crop  shares of the turned picture; null for as much as there is
     */
    private function __construct(public int $turns, public float $level, public ?array $crop)
    {
    }

    /** @param  array<array-key, mixed>  $values  of a look */
    public static function of(array $values): self
    {
        return new self(
            max(0, ((int) self::number($values['turns'] ?? 0, -4.0, 4.0) + 4) % 4),
            self::number($values['level'] ?? 0, -self::MOST, self::MOST),
            is_array($values['crop'] ?? null) ? self::crop($values['crop']) : null,
        );
    }

    /**
     * @param  array<array-key, mixed>  $crop
     * @return Box
     */
    private static function crop(array $crop): array
    {
        return [
            'left' => self::number($crop['left'] ?? 0, -1.0, 2.0),
            'top' => self::number($crop['top'] ?? 0, -1.0, 2.0),
            'width' => max(self::LEAST, self::number($crop['width'] ?? 1, 0.0, 2.0)),
            'height' => max(self::LEAST, self::number($crop['height'] ?? 1, 0.0, 2.0)),
        ];
    }

    private static function number(mixed $value, float $least, float $most): float
    {
        return (is_int($value) || is_float($value)) && ! is_nan((float) $value)
            ? max($least, min($most, (float) $value))
            : 0.0;
    }

    public function isPlain(): bool
    {
        return $this->turns === 0 && $this->level === 0.0 && $this->crop === null;
    }

    /** @return array{int, int} pixels of what is shown of a picture of such sides */
    public function size(int $width, int $height): array
    {
        [$turnedWidth, $turnedHeight] = $this->turned($width, $height);
        $box = $this->box($width, $height);

        return [
            max(1, (int) round($box['width'] * $turnedWidth)),
            max(1, (int) round($box['height'] * $turnedHeight)),
        ];
    }

    /** @return array{int, int} */
    private function turned(int $width, int $height): array
    {
        return $this->turns % 2 === 0 ? [$width, $height] : [$height, $width];
    }

    /** @return Box what is shown, as shares of the turned picture, with all its corners inside of the picture */
    public function box(int $width, int $height): array
    {
        [$w, $h] = $this->turned($width, $height);
        $box = $this->crop ?? self::largest($w, $h, $this->level);
        $inside = fn (float $share): bool => $this->isInside(self::towardsTheMiddle($box, $share), $w, $h);
        if ($inside(1.0)) {
            return $box;
        }
        [$least, $most] = [0.0, 1.0];
        for ($i = 0; $i < self::HALVINGS; $i++) {
            $middle = ($least + $most) / 2;
            [$least, $most] = $inside($middle) ? [$middle, $most] : [$least, $middle];
        }

        return self::towardsTheMiddle($box, $least);
    }

    /** @return Box the largest of the shape of the picture that a levelled one holds */
    private static function largest(int $width, int $height, float $level): array
    {
        $angle = deg2rad(abs($level));
        $share = 1 / (cos($angle) + (max($width, $height) / min($width, $height)) * sin($angle));

        return ['left' => (1 - $share) / 2, 'top' => (1 - $share) / 2, 'width' => $share, 'height' => $share];
    }

    /**
     * @param  Box  $box
     * @return Box so much of it, nearer to the middle of the picture
     */
    private static function towardsTheMiddle(array $box, float $share): array
    {
        $x = 0.5 + ($box['left'] + $box['width'] / 2 - 0.5) * $share;
        $y = 0.5 + ($box['top'] + $box['height'] / 2 - 0.5) * $share;
        [$width, $height] = [max(self::LEAST, $box['width'] * $share), max(self::LEAST, $box['height'] * $share)];

        return ['left' => $x - $width / 2, 'top' => $y - $height / 2, 'width' => $width, 'height' => $height];
    }

    /** @param  Box  $box */
    private function isInside(array $box, int $width, int $height): bool
    {
        [$sine, $cosine] = [sin(deg2rad($this->level)), cos(deg2rad($this->level))];
        foreach ([[0, 0], [1, 0], [0, 1], [1, 1]] as [$u, $v]) {
            $x = ($box['left'] + $u * $box['width'] - 0.5) * $width;
            $y = ($box['top'] + $v * $box['height'] - 0.5) * $height;
            if (
                abs($x * $cosine + $y * $sine) > $width / 2 + 1e-6 ||
                abs(-$x * $sine + $y * $cosine) > $height / 2 + 1e-6
            ) {
                return false;
            }
        }

        return true;
    }

    /**
     * Where in the picture each place of what is shown comes from: x = a·u + b·v + c, and y the same, all in shares.
     *
     * @return array{array{float, float, float}, array{float, float, float}}
     */
    public function source(int $width, int $height): array
    {
        [$w, $h] = $this->turned($width, $height);
        $box = $this->box($width, $height);
        [$sine, $cosine] = [sin(deg2rad($this->level)), cos(deg2rad($this->level))];
        [$x, $y] = [($box['left'] - 0.5) * $w, ($box['top'] - 0.5) * $h];
        [$across, $down] = [$box['width'] * $w, $box['height'] * $h];
        $turnedX = [$across * $cosine / $w, $down * $sine / $w, ($x * $cosine + $y * $sine) / $w + 0.5];
        $turnedY = [-$across * $sine / $h, $down * $cosine / $h, (-$x * $sine + $y * $cosine) / $h + 0.5];

        return match ($this->turns) {
            0 => [$turnedX, $turnedY],
            1 => [$turnedY, self::fromTheOtherSide($turnedX)],
            2 => [self::fromTheOtherSide($turnedX), self::fromTheOtherSide($turnedY)],
            3 => [self::fromTheOtherSide($turnedY), $turnedX],
        };
    }

    /**
     * @param  array{float, float, float}  $row
     * @return array{float, float, float}
     */
    private static function fromTheOtherSide(array $row): array
    {
        return [-$row[0], -$row[1], 1 - $row[2]];
    }
}
