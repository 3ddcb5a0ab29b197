<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/**
 * Reads the shapes that a browser sent. Places beyond the edge are put on it; what cannot be read is refused.
 *
 * @phpstan-import-type Circle from Drawing
 * @phpstan-import-type Arrow from Drawing
 * @phpstan-import-type Line from Drawing
 * @phpstan-import-type Word from Drawing
 * @phpstan-import-type Shape from Drawing
 */
final readonly class DrawingReader
{
    /** How far a line may leave the hand's way when it is thinned, as a share of the longer side. */
    private const TOLERANCE = 0.0008;

    /** Pixels below which a shape is a slip of the hand. */
    private const LEAST = 2;

    public function __construct(private int $width, private int $height)
    {
    }

    /**
     * @return Shape|null null for a shape of no size
     *
     * @throws InvalidDrawing
     */
    public function shape(mixed $input): ?array
    {
        if (! is_array($input)) {
            throw InvalidDrawing::unreadable();
        }

        return match ($input['kind'] ?? null) {
            'circle' => $this->circle($input),
            'arrow' => $this->arrow($input),
            'line' => $this->line($input['points'] ?? null),
            'word' => $this->word($input),
            default => throw InvalidDrawing::unreadable(),
        };
    }

    /**
     * @param  array<mixed>  $input
     * @return Circle|null
     */
    private function circle(array $input): ?array
    {
        $circle = [
            'kind' => 'circle',
            'x' => $this->x($input['x'] ?? null),
            'y' => $this->y($input['y'] ?? null),
            'rx' => $this->x($input['rx'] ?? null),
            'ry' => $this->y($input['ry'] ?? null),
        ];

        return $circle['rx'] + $circle['ry'] < self::LEAST ? null : $circle;
    }

    /**
     * @param  array<mixed>  $input
     * @return Arrow|null
     */
    private function arrow(array $input): ?array
    {
        $arrow = [
            'kind' => 'arrow',
            'x' => $this->x($input['x'] ?? null),
            'y' => $this->y($input['y'] ?? null),
            'toX' => $this->x($input['toX'] ?? null),
            'toY' => $this->y($input['toY'] ?? null),
        ];
        $length = abs($arrow['x'] - $arrow['toX']) + abs($arrow['y'] - $arrow['toY']);

        return $length < self::LEAST ? null : $arrow;
    }

    /** @return Line|null */
    private function line(mixed $input): ?array
    {
        if (! is_array($input)) {
            throw InvalidDrawing::unreadable();
        }
        $points = [];
        foreach ($input as $point) {
            if (! is_array($point)) {
                throw InvalidDrawing::unreadable();
            }
            $points[] = [$this->x($point[0] ?? null), $this->y($point[1] ?? null)];
        }
        if (count($points) < 2) {
            return null;
        }
        $tolerance = self::TOLERANCE * max($this->width, $this->height);

        return ['kind' => 'line', 'points' => Polyline::thinned($points, $tolerance)];
    }

    /**
     * @param  array<mixed>  $input
     * @return Word|null
     */
    private function word(array $input): ?array
    {
        $text = is_string($input['text'] ?? null) ? $input['text'] : '';
        $text = trim((string) preg_replace('/[\p{C}\s]+/u', ' ', $text));
        if (mb_strlen($text) > Drawing::MOST_LETTERS) {
            throw InvalidDrawing::tooLong(Drawing::MOST_LETTERS);
        }
        if ($text === '') {
            return null;
        }

        return [
            'kind' => 'word',
            'x' => $this->x($input['x'] ?? null),
            'y' => $this->y($input['y'] ?? null),
            'text' => $text,
        ];
    }

    private function x(mixed $value): int
    {
        return self::place($value, $this->width);
    }

    private function y(mixed $value): int
    {
        return self::place($value, $this->height);
    }

    private static function place(mixed $value, int $most): int
    {
        if ((! is_int($value) && ! is_float($value)) || ! is_finite((float) $value)) {
            throw InvalidDrawing::unreadable();
        }

        return (int) round(max(0, min($most, $value)));
    }
}
