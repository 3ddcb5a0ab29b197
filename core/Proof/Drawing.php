<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/**
 * What somebody drew on a picture: circles, arrows, freehand lines, words. Places are in pixels of the whole picture as
 * it is upright, so that a drawing means the same spot on a proof, a print and the retoucher's screen.
 *
 * @phpstan-type Circle array{kind: 'circle', x: int, y: int, rx: int, ry: int}
 * @phpstan-type Arrow array{kind: 'arrow', x: int, y: int, toX: int, toY: int}
 * @phpstan-type Line array{kind: 'line', points: list<array{int, int}>}
 * @phpstan-type Word array{kind: 'word', x: int, y: int, text: string}
 * @phpstan-type Shape Circle|Arrow|Line|Word
 */
final readonly class Drawing
{
    public const MOST_MARKS = 200;

    /** Points of all lines together, as they arrive. */
    public const MOST_POINTS = 6_000;

    public const MOST_LETTERS = 200;

    /** Width of a stroke, as a share of the longer side. */
    private const STROKE = 0.005;

    /** @param  list<Shape>  $marks */
    private function __construct(public array $marks, public int $width, public int $height)
    {
    }

    /**
     * Reads what a browser sent. Places beyond the edge are put on it; what cannot be read is refused whole.
     *
     * @param  mixed  $data  list of marks
     * @param  int  $width  pixels of the whole picture
     *
     * @throws InvalidDrawing
     */
    public static function of(mixed $data, int $width, int $height): self
    {
        if (! is_array($data) || ! array_is_list($data)) {
            throw InvalidDrawing::unreadable();
        }
        if (count($data) > self::MOST_MARKS) {
            throw InvalidDrawing::tooMany(self::MOST_MARKS, 'parts');
        }
        $points = array_sum(array_map(self::points(...), $data));
        if ($points > self::MOST_POINTS) {
            throw InvalidDrawing::tooMany(self::MOST_POINTS, 'points');
        }
        $reader = new DrawingReader($width, $height);
        $marks = array_values(array_filter(array_map($reader->shape(...), $data)));
        if ($marks === []) {
            throw InvalidDrawing::empty();
        }

        return new self($marks, $width, $height);
    }

    private static function points(mixed $shape): int
    {
        return is_array($shape) && is_array($shape['points'] ?? null) ? count($shape['points']) : 0;
    }

    /**
     * The drawing as a picture of its own, to be laid over the one it was drawn on; nothing but shapes, and words
     * escaped.
     */
    public function toSvg(): string
    {
        $stroke = max(2, (int) round(max($this->width, $this->height) * self::STROKE));
        $shapes = implode('', array_map(fn (array $mark): string => $this->shape($mark, $stroke), $this->marks));
        $rim = (int) round($stroke * 1.9);
        $style = 'fill="none" stroke-linecap="round" stroke-linejoin="round"';

        // A dark rim below the light line, so that both show on any ground.
        return "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {$this->width} {$this->height}\"><g {$style} ".
            "stroke=\"#111\" stroke-opacity=\"0.75\" stroke-width=\"{$rim}\">{$shapes}</g><g {$style} stroke=\"#fff\" ".
            "stroke-width=\"{$stroke}\">{$shapes}</g></svg>";
    }

    /**
     * What is drawn, in words.
     *
     * @param  list<array<string, mixed>>  $marks  as `of` has left them
     */
    public static function words(array $marks): string
    {
        $data = [];
        $names = ['circle' => ['circle', 'circles'], 'arrow' => ['arrow', 'arrows'], 'line' => ['line', 'lines']];
        foreach ($names as $kind => [$one, $many]) {
            $count = count(array_filter($marks, fn (array $mark): bool => ($mark['kind'] ?? null) === $kind));
            if ($count > 0) {
                $data[] = $count === 1 ? "one {$one}" : "{$count} {$many}";
            }
        }
        foreach ($marks as $mark) {
            if (is_string($mark['text'] ?? null)) {
                $data[] = "“{$mark['text']}”";
            }
        }

        return implode(', ', $data);
    }

    /** @param  Shape  $mark */
    private function shape(array $mark, int $stroke): string
    {
        return match ($mark['kind']) {
            'circle' => "<ellipse cx=\"{$mark['x']}\" cy=\"{$mark['y']}\" rx=\"{$mark['rx']}\" ry=\"{$mark['ry']}\"/>",
            'arrow' => self::arrow($mark, $stroke),
            'line' => '<path d="M'.
                implode('L', array_map(fn (array $at): string => implode(' ', $at), $mark['points'])).
                '"/>',
            'word' => self::word($mark, $stroke),
        };
    }

    /** @param  Arrow  $mark */
    private static function arrow(array $mark, int $stroke): string
    {
        ['x' => $x, 'y' => $y, 'toX' => $toX, 'toY' => $toY] = $mark;
        $angle = atan2($toY - $y, $toX - $x);
        $head = '';
        foreach ([-0.5, 0.5] as $turn) {
            $left = round($toX - 6 * $stroke * cos($angle + $turn));
            $top = round($toY - 6 * $stroke * sin($angle + $turn));
            $head .= sprintf('M%d %dL%d %d', $left, $top, $toX, $toY);
        }

        return "<path d=\"M{$x} {$y}L{$toX} {$toY}{$head}\"/>";
    }

    /** @param  Word  $mark */
    private static function word(array $mark, int $stroke): string
    {
        $size = 6 * $stroke;
        $thin = max(1, intdiv($stroke, 3));
        $text = htmlspecialchars($mark['text'], ENT_XML1 | ENT_QUOTES);

        return "<text x=\"{$mark['x']}\" y=\"{$mark['y']}\" font-family=\"sans-serif\" font-size=\"{$size}\"".
            " fill=\"#fff\" stroke-width=\"{$thin}\">{$text}</text>";
    }
}
