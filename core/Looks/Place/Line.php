<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Place;

/** All on one side of a line, fading towards another one: a sky, a floor. */
final readonly class Line implements Shape
{
    /**
     * @param  array{float, float}  $from  up to where all of it is there, as shares of both sides
     * @param  array{float, float}  $to  from where nothing of it is there
     */
    private function __construct(private array $from, private array $to)
    {
    }

    /** @param  array<array-key, mixed>  $values */
    public static function of(array $values): self
    {
        return new self(Numbers::pair($values['from'] ?? null), Numbers::pair($values['to'] ?? null));
    }

    public function over(Cells $cells): array
    {
        [$x, $y] = [$this->from[0] * $cells->across, $this->from[1] * $cells->down];
        [$dx, $dy] = [$this->to[0] * $cells->across - $x, $this->to[1] * $cells->down - $y];
        $length = max(1e-9, $dx * $dx + $dy * $dy);

        return $cells->each(fn (float $u, float $v): float => Fade::at((($u - $x) * $dx + ($v - $y) * $dy) / $length));
    }
}
