<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Place;

use Kanpai\Core\Looks\Framing;

/**
 * A grid laid over what is shown of a picture, and where in the picture the middle of each of its cells lies: in units
 * of the long side of the picture, from its upper left corner.
 */
final readonly class Cells
{
    /** Cells along the long side of what is shown. */
    public const SIDE = 256;

    /**
     * @param  int<1, max>  $columns
     * @param  int<1, max>  $rows
     * @param  array{float, float, float}  $x  the place of a cell: a · column + b · row + c
     * @param  array{float, float, float}  $y
     * @param  float  $across  width of the picture in those units
     * @param  float  $down  its height
     */
    private function __construct(
        public int $columns,
        public int $rows,
        private array $x,
        private array $y,
        public float $across,
        public float $down,
    ) {
    }

    /** Of a framed picture whose file has such sides. */
    public static function of(Framing $framing, int $width, int $height): self
    {
        [$w, $h] = $framing->size($width, $height);
        $columns = max(1, (int) round(self::SIDE * $w / max($w, $h)));
        $rows = max(1, (int) round(self::SIDE * $h / max($w, $h)));
        $long = max($width, $height);
        [$x, $y] = $framing->source($width, $height);

        return new self(
            $columns,
            $rows,
            self::scaled($x, $columns, $rows, $width / $long),
            self::scaled($y, $columns, $rows, $height / $long),
            $width / $long,
            $height / $long,
        );
    }

    /**
     * @param  array{float, float, float}  $row
     * @return array{float, float, float}
     */
    private static function scaled(array $row, int $columns, int $rows, float $side): array
    {
        return [
            $row[0] / $columns * $side,
            $row[1] / $rows * $side,
            ($row[2] + $row[0] / 2 / $columns + $row[1] / 2 / $rows) * $side,
        ];
    }

    /**
     * What a rule says of each cell.
     *
     * @param  callable(float $x, float $y): float  $rule
     * @return list<float> row by row
     */
    public function each(callable $rule): array
    {
        [[$a, $b, $c], [$d, $e, $f]] = [$this->x, $this->y];
        $values = [];
        for ($row = 0; $row < $this->rows; $row++) {
            for ($column = 0; $column < $this->columns; $column++) {
                $values[] = $rule($a * $column + $b * $row + $c, $d * $column + $e * $row + $f);
            }
        }

        return $values;
    }

    /**
     * Which cells can lie within a distance of the line between two places.
     *
     * @return array{int, int, int, int} first and last column, first and last row; none where the first is the larger
     */
    public function near(float $x1, float $y1, float $x2, float $y2, float $distance): array
    {
        [[$a, $b, $c], [$d, $e, $f]] = [$this->x, $this->y];
        $determinant = $a * $e - $b * $d;
        $columns = $rows = [];
        foreach ([[$x1, $y1], [$x2, $y2]] as [$x, $y]) {
            $columns[] = ($e * ($x - $c) - $b * ($y - $f)) / $determinant;
            $rows[] = ($a * ($y - $f) - $d * ($x - $c)) / $determinant;
        }
        // Cells are as wide as they are high, but for what rounding makes of them.
        $reach = 1.1 * $distance / sqrt(abs($determinant)) + 1;

        return [
            max(0, (int) floor(min($columns) - $reach)),
            min($this->columns - 1, (int) ceil(max($columns) + $reach)),
            max(0, (int) floor(min($rows) - $reach)),
            min($this->rows - 1, (int) ceil(max($rows) + $reach)),
        ];
    }

    /** @return array{float, float} where the middle of a cell lies */
    public function at(int $column, int $row): array
    {
        return [
            $this->x[0] * $column + $this->x[1] * $row + $this->x[2],
            $this->y[0] * $column + $this->y[1] * $row + $this->y[2],
        ];
    }
}
