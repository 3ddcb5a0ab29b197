<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/**
 * What somebody drew on a picture: circles, arrows, freehand lines, words. Places are in pixels of the whole picture as
 * it stands upright, so that a drawing means the same spot on a proof, a print and the retoucher's screen.
 *
 * @phpstan-type Mark array{kind: 'circle', x: int, y: int, rx: int, ry: int}|array{kind: 'arrow', x: int, y: int, toX: int, toY: int}|array{kind: 'line', points: list<array{int, int}>}|array{kind: 'word', x: int, y: int, text: string}
 */
final readonly class Drawing
{
    public const MOST_MARKS = 200;

    /** Points of all lines together, as they arrive. */
    public const MOST_POINTS = 6_000;

    public const MOST_LETTERS = 200;

    /** How far a line may leave the hand's way when it is thinned, as a share of the longer side. */
    private const TOLERANCE = 0.0008;

    /** Width of a stroke, as a share of the longer side. */
    private const STROKE = 0.005;

    /** @param  list<Mark>  $marks */
    private function __construct(public array $marks, public int $width, public int $height)
    {
    }

    /**
     * Reads what a browser sent. Places beyond the edge are put on it; what cannot be read is refused whole.
     *
     * @param  mixed  $said  list of marks
     * @param  int  $width  pixels of the whole picture
     *
     * @throws InvalidDrawing
     */
    public static function of(mixed $said, int $width, int $height): self
    {
        if (! is_array($said) || ! array_is_list($said)) {
            throw InvalidDrawing::unreadable();
        }
        if (count($said) > self::MOST_MARKS) {
            throw InvalidDrawing::tooMany(self::MOST_MARKS, 'parts');
        }
        $points = array_sum(
            array_map(
                fn (mixed $mark): int => is_array($mark) && is_array($mark['points'] ?? null)
                    ? count($mark['points'])
                    : 0,
                $said,
            ),
        );
        if ($points > self::MOST_POINTS) {
            throw InvalidDrawing::tooMany(self::MOST_POINTS, 'points');
        }
        $marks = array_values(
            array_filter(array_map(fn (mixed $mark): ?array => self::mark($mark, $width, $height), $said)),
        );
        if ($marks === []) {
            throw InvalidDrawing::empty();
        }

        return new self($marks, $width, $height);
    }

    /**
     * The drawing as a picture of its own, to be laid over the one it was drawn on; nothing but shapes, and words
     * escaped.
     */
    public function toSvg(): string
    {
        $stroke = max(2, (int) round(max($this->width, $this->height) * self::STROKE));
        $under = $over = '';
        foreach ($this->marks as $mark) {
            $shape = $this->shape($mark, $stroke);
            $under .= $shape;
            $over .= $shape;
        }
        $rim = (int) round($stroke * 1.9);
        $style = 'fill="none" stroke-linecap="round" stroke-linejoin="round"';

        // A dark rim below the light line, so that both show on any ground.
        return "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {$this->width} {$this->height}\"><g {$style} ".
            "stroke=\"#111\" stroke-opacity=\"0.75\" stroke-width=\"{$rim}\">{$under}</g><g {$style} stroke=\"#fff\" ".
            "stroke-width=\"{$stroke}\">{$over}</g></svg>";
    }

    /**
     * What is drawn, in words.
     *
     * @param  list<array<string, mixed>>  $marks  as `of` has left them
     */
    public static function words(array $marks): string
    {
        $said = [];
        foreach (
            ['circle' => ['circle', 'circles'], 'arrow' => ['arrow', 'arrows'], 'line' => ['line', 'lines']] as $kind => [$one, $many]
        ) {
            $count = count(array_filter($marks, fn (array $mark): bool => ($mark['kind'] ?? null) === $kind));
            if ($count > 0) {
                $said[] = $count === 1 ? "one {$one}" : "{$count} {$many}";
            }
        }
        foreach ($marks as $mark) {
            if (is_string($mark['text'] ?? null)) {
                $said[] = "“{$mark['text']}”";
            }
        }

        return implode(', ', $said);
    }

    /**
     * @return Mark|null null for a mark of no size
     *
     * @throws InvalidDrawing
     */
    private static function mark(mixed $mark, int $width, int $height): ?array
    {
        if (! is_array($mark)) {
            throw InvalidDrawing::unreadable();
        }
        $x = fn (mixed $value): int => self::place($value, $width);
        $y = fn (mixed $value): int => self::place($value, $height);
        switch ($mark['kind'] ?? null) {
            case 'circle':
                $circle = [
                    'kind' => 'circle',
                    'x' => $x($mark['x'] ?? null),
                    'y' => $y($mark['y'] ?? null),
                    'rx' => $x($mark['rx'] ?? null),
                    'ry' => $y($mark['ry'] ?? null),
                ];

                return $circle['rx'] + $circle['ry'] < 2 ? null : $circle;
            case 'arrow':
                $arrow = [
                    'kind' => 'arrow',
                    'x' => $x($mark['x'] ?? null),
                    'y' => $y($mark['y'] ?? null),
                    'toX' => $x($mark['toX'] ?? null),
                    'toY' => $y($mark['toY'] ?? null),
                ];

                return abs($arrow['x'] - $arrow['toX']) + abs($arrow['y'] - $arrow['toY']) < 2 ? null : $arrow;
            case 'line':
                $points = [];
                foreach (
                    is_array($mark['points'] ?? null) ? $mark['points'] : throw InvalidDrawing::unreadable() as $point
                ) {
                    $points[] = is_array($point)
                        ? [$x($point[0] ?? null), $y($point[1] ?? null)]
                        : throw InvalidDrawing::unreadable();
                }

                return count($points) < 2
                    ? null
                    : ['kind' => 'line', 'points' => self::thinned($points, self::TOLERANCE * max($width, $height))];
            case 'word':
                $text = is_string($mark['text'] ?? null)
                    ? trim((string) preg_replace('/[\p{C}\s]+/u', ' ', $mark['text']))
                    : '';
                if (mb_strlen($text) > self::MOST_LETTERS) {
                    throw InvalidDrawing::tooLong(self::MOST_LETTERS);
                }

                return $text === ''
                    ? null
                    : ['kind' => 'word', 'x' => $x($mark['x'] ?? null), 'y' => $y($mark['y'] ?? null), 'text' => $text];
        }
        throw InvalidDrawing::unreadable();
    }

    /** @throws InvalidDrawing */
    private static function place(mixed $value, int $most): int
    {
        if ((! is_int($value) && ! is_float($value)) || ! is_finite((float) $value)) {
            throw InvalidDrawing::unreadable();
        }

        return (int) round(max(0, min($most, $value)));
    }

    /**
     * Leaves out points that lie on the way between others (Douglas and Peucker 1973, without recursion).
     *
     * @param  non-empty-list<array{int, int}>  $points
     * @return list<array{int, int}>
     */
    private static function thinned(array $points, float $tolerance): array
    {
        $last = count($points) - 1;
        $kept = [0 => true, $last => true];
        $open = [[0, $last]];
        while ($open !== []) {
            [$from, $to] = array_pop($open);
            [$ax, $ay] = $points[$from];
            [$bx, $by] = $points[$to];
            $length = hypot($bx - $ax, $by - $ay);
            $farthest = 0.0;
            $at = null;
            for ($i = $from + 1; $i < $to; $i++) {
                [$px, $py] = $points[$i];
                $distance =
                    $length === 0.0
                        ? hypot($px - $ax, $py - $ay)
                        : self::distance($px - $ax, $py - $ay, $bx - $ax, $by - $ay, $length);
                if ($distance > $farthest) {
                    [$farthest, $at] = [$distance, $i];
                }
            }
            if ($at !== null && $farthest > $tolerance) {
                $kept[$at] = true;
                array_push($open, [$from, $at], [$at, $to]);
            }
        }
        ksort($kept);

        return array_map(fn (int $i): array => $points[$i], array_keys($kept));
    }

    /** From a point to a stretch: beyond its ends to the end, else across. */
    private static function distance(int $px, int $py, int $bx, int $by, float $length): float
    {
        $along = ($px * $bx + $py * $by) / ($length * $length);
        $along = max(0.0, min(1.0, $along));

        return hypot($px - $along * $bx, $py - $along * $by);
    }

    /** @param  Mark  $mark */
    private function shape(array $mark, int $stroke): string
    {
        switch ($mark['kind']) {
            case 'circle':
                return "<ellipse cx=\"{$mark['x']}\" cy=\"{$mark['y']}\" rx=\"{$mark['rx']}\" ry=\"{$mark['ry']}\"/>";
            case 'arrow':
                $angle = atan2($mark['toY'] - $mark['y'], $mark['toX'] - $mark['x']);
                $head = '';
                foreach ([-0.5, 0.5] as $turn) {
                    $head .= sprintf(
                        'M%d %dL%d %d',
                        round($mark['toX'] - 6 * $stroke * cos($angle + $turn)),
                        round($mark['toY'] - 6 * $stroke * sin($angle + $turn)),
                        $mark['toX'],
                        $mark['toY'],
                    );
                }

                return "<path d=\"M{$mark['x']} {$mark['y']}L{$mark['toX']} {$mark['toY']}{$head}\"/>";
            case 'line':
                return '<path d="M'.
                    implode('L', array_map(fn (array $point): string => "{$point[0]} {$point[1]}", $mark['points'])).
                    '"/>';
            case 'word':
                $size = 6 * $stroke;
                $thin = max(1, intdiv($stroke, 3));

                return "<text x=\"{$mark['x']}\" y=\"{$mark['y']}\" font-family=\"sans-serif\" font-size=\"{$size}\" fill=\"#fff\" stroke-width=\"{$thin}\">".
                    htmlspecialchars($mark['text'], ENT_XML1 | ENT_QUOTES).
                    '</text>';
        }
    }
}
