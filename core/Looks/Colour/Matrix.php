<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Colour;

use InvalidArgumentException;

/** Three by three figures that turn one colour into another, rows first. */
final readonly class Matrix
{
    /** Below which a determinant is none: such a matrix cannot be turned round. */
    private const LEAST = 1e-12;

    /** @param  array{array{float, float, float}, array{float, float, float}, array{float, float, float}}  $rows */
    private function __construct(public array $rows)
    {
    }

    /** @param  array{array{float, float, float}, array{float, float, float}, array{float, float, float}}  $rows */
    public static function of(array $rows): self
    {
        return new self($rows);
    }

    public static function diagonal(float $x, float $y, float $z): self
    {
        return new self([[$x, 0.0, 0.0], [0.0, $y, 0.0], [0.0, 0.0, $z]]);
    }

    /** This one after the other. */
    public function after(self $other): self
    {
        $columns = $other->turned();
        [$x, $y, $z] = $columns->rows;

        return (new self([$this->applied($x), $this->applied($y), $this->applied($z)]))->turned();
    }

    /** Rows as columns. */
    private function turned(): self
    {
        [[$a, $b, $c], [$d, $e, $f], [$g, $h, $i]] = $this->rows;

        return new self([[$a, $d, $g], [$b, $e, $h], [$c, $f, $i]]);
    }

    public function times(float $factor): self
    {
        return self::diagonal($factor, $factor, $factor)->after($this);
    }

    /**
     * @param  array{float, float, float}  $colour
     * @return array{float, float, float}
     */
    public function applied(array $colour): array
    {
        [$x, $y, $z] = $colour;
        [$a, $b, $c] = $this->rows;

        return [
            $a[0] * $x + $a[1] * $y + $a[2] * $z,
            $b[0] * $x + $b[1] * $y + $b[2] * $z,
            $c[0] * $x + $c[1] * $y + $c[2] * $z,
        ];
    }

    /** @throws InvalidArgumentException where it turns different colours into one */
    public function inverse(): self
    {
        [[$a, $b, $c], [$d, $e, $f], [$g, $h, $i]] = $this->rows;
        $cofactors = [$e * $i - $f * $h, $f * $g - $d * $i, $d * $h - $e * $g];
        $determinant = $a * $cofactors[0] + $b * $cofactors[1] + $c * $cofactors[2];
        if (! is_finite($determinant) || abs($determinant) < self::LEAST) {
            throw new InvalidArgumentException('This matrix turns different colours into one; it has no inverse.');
        }

        return (new self([
            [$cofactors[0], $c * $h - $b * $i, $b * $f - $c * $e],
            [$cofactors[1], $a * $i - $c * $g, $c * $d - $a * $f],
            [$cofactors[2], $b * $g - $a * $h, $a * $e - $b * $d],
        ]))->times(1 / $determinant);
    }
}
