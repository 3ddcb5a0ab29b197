<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Place;

/** An ellipse: a face, a cake. */
final readonly class Ring implements Shape
{
    /** The smallest radius, as a share of the long side. */
    private const LEAST = 0.005;

    /**
     * @param  array{float, float}  $middle  as shares of both sides
     * @param  array{float, float}  $radii  as shares of the long side
     * @param  float  $degrees  clockwise
     * @param  float  $feather  0 to 1
     */
    private function __construct(
        private array $middle,
        private array $radii,
        private float $degrees,
        private float $feather,
    ) {
    }

    /** @param  array<array-key, mixed>  $values */
    public static function of(array $values): self
    {
        [$across, $down] = Numbers::pair($values['radii'] ?? null);

        return new self(
            Numbers::pair($values['middle'] ?? null),
            [max(self::LEAST, $across), max(self::LEAST, $down)],
            Numbers::of($values['degrees'] ?? null, 0.0, -360.0, 360.0),
            Numbers::of($values['feather'] ?? null, 0.5, 0.0, 1.0),
        );
    }

    public function over(Cells $cells): array
    {
        [$x, $y] = [$this->middle[0] * $cells->across, $this->middle[1] * $cells->down];
        [$sine, $cosine] = [sin(deg2rad($this->degrees)), cos(deg2rad($this->degrees))];
        [$across, $down] = $this->radii;

        return $cells->each(function (float $u, float $v) use ($x, $y, $sine, $cosine, $across, $down): float {
            $p = (($u - $x) * $cosine + ($v - $y) * $sine) / $across;
            $q = (($v - $y) * $cosine - ($u - $x) * $sine) / $down;

            return Fade::out(sqrt($p * $p + $q * $q), $this->feather);
        });
    }
}
