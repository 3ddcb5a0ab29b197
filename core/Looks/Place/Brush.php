<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Place;

/**
 * What was painted over, stroke by stroke; a stroke can take away again.
 *
 * @phpstan-type Stroke array{points: list<float>, radius: float, takes: bool}
 */
final readonly class Brush implements Shape
{
    private const LEAST = 0.002;

    private const MOST = 0.5;

    /** Strokes of one place, and points of one stroke. */
    private const STROKES = 200;

    private const POINTS = 1_000;

    /**
     * @param  list<Stroke>  $strokes  points as shares of both sides, x and y in turn; radii as shares of the long side
     */
    private function __construct(private array $strokes, private float $feather)
    {
    }

    /** @param  array<array-key, mixed>  $values */
    public static function of(array $values): self
    {
        $strokes = [];
        $all = is_array($values['strokes'] ?? null) ? $values['strokes'] : [];
        foreach (array_slice(array_filter($all, is_array(...)), 0, self::STROKES) as $stroke) {
            $strokes[] = [
                'points' => self::points($stroke['points'] ?? null),
                'radius' => Numbers::of($stroke['radius'] ?? null, 0.05, self::LEAST, self::MOST),
                'takes' => ($stroke['takes'] ?? false) === true,
            ];
        }

        return new self($strokes, Numbers::of($values['feather'] ?? null, 0.5, 0.0, 1.0));
    }

    /** @return list<float> */
    private static function points(mixed $points): array
    {
        return array_map(
            fn (mixed $value): float => Numbers::of($value, 0.0, -1.0, 2.0),
            array_slice(array_values(is_array($points) ? $points : []), 0, 2 * self::POINTS),
        );
    }

    public function over(Cells $cells): array
    {
        $over = array_fill(0, $cells->columns * $cells->rows, 0.0);
        foreach ($this->strokes as $stroke) {
            $near = self::distances($stroke, $cells);
            foreach ($near as $cell => $distance) {
                $share = Fade::out($distance / $stroke['radius'], $this->feather);
                $over[$cell] = $stroke['takes'] ? min($over[$cell], 1.0 - $share) : max($over[$cell], $share);
            }
        }

        return array_values($over);
    }

    /**
     * @param  Stroke  $stroke
     * @return array<int, float> cell => how far it is from the stroke, of cells that are near enough
     */
    private static function distances(array $stroke, Cells $cells): array
    {
        $points = array_chunk($stroke['points'], 2);
        $near = [];
        foreach ($points as $i => $point) {
            $before = $points[max(0, $i - 1)];
            if (count($point) < 2) {
                continue;
            }
            $ends = [
                $before[0] * $cells->across, $before[1] * $cells->down,
                $point[0] * $cells->across, $point[1] * $cells->down,
            ];
            // The first point is a line of its own, unless there is another one.
            if ($i > 0 || count($points) === 1) {
                self::segment($near, $ends, $stroke['radius'], $cells);
            }
        }

        return $near;
    }

    /**
     * @param  array<int, float>  $near
     * @param  array{float, float, float, float}  $ends
     */
    private static function segment(array &$near, array $ends, float $radius, Cells $cells): void
    {
        [$x, $y, $x2, $y2] = $ends;
        [$dx, $dy] = [$x2 - $x, $y2 - $y];
        $length = max(1e-12, $dx * $dx + $dy * $dy);
        [$left, $right, $top, $bottom] = $cells->near($x, $y, $x2, $y2, $radius);
        for ($row = $top; $row <= $bottom; $row++) {
            for ($column = $left; $column <= $right; $column++) {
                [$u, $v] = $cells->at($column, $row);
                $t = max(0.0, min(1.0, (($u - $x) * $dx + ($v - $y) * $dy) / $length));
                $distance = hypot($u - $x - $t * $dx, $v - $y - $t * $dy);
                $cell = $row * $cells->columns + $column;
                if ($distance < $radius && $distance < ($near[$cell] ?? INF)) {
                    $near[$cell] = $distance;
                }
            }
        }
    }
}
