<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Colour;

/** A colour without its brightness: x and y of CIE 1931. */
final readonly class Chromaticity
{
    private function __construct(public float $x, public float $y)
    {
    }

    public static function of(float $x, float $y): self
    {
        return new self($x, $y);
    }

    /** From u and v of CIE 1960, in which distances from the line of daylight are measured. */
    public static function ofUv(float $u, float $v): self
    {
        $divisor = 2 * $u - 8 * $v + 4;

        return new self((3 * $u) / $divisor, (2 * $v) / $divisor);
    }

    /** @return array{float, float} u and v of CIE 1960 */
    public function uv(): array
    {
        $divisor = -2 * $this->x + 12 * $this->y + 3;

        return [(4 * $this->x) / $divisor, (6 * $this->y) / $divisor];
    }

    /** @return array{float, float, float} X, Y and Z, with Y at 1 */
    public function xyz(): array
    {
        return [$this->x / $this->y, 1.0, (1 - $this->x - $this->y) / $this->y];
    }
}
