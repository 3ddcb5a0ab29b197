<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Light;

/**
 * How much brighter each frame of a light has to become to be like the one that was adjusted.
 *
 * What the shutter, aperture and sensitivity say is exact as long as the light is the same, and the picture says the
 * rest: by how much the pictures of one body are darker than their exposures promise (a lens, a meter of its own),
 * as the median over the moments of the shoot, so that what happens to be in one picture counts for little. In a moment
 * in which both bodies saw faces, faces are compared: they are what has to be alike, whatever is behind them. Frames
 * that are far from the others of their body were meant so, or went wrong: nobody knows which, so that they are asked
 * about. Ours.
 */
final class InLine
{
    /** Stops from which a frame is too far from the others of its body to be brought along unasked. */
    private const FAR = 1.2;

    /** A step smaller than this is not worth one. */
    private const LEAST = 0.02;

    /**
     * @param  list<LineSample>  $others
     * @param  list<LineSample>  $shoot  frames of the whole shoot, by which bodies are compared; none for those of the
     *     light
     * @return array<int, array{stops: float, reason: string}> frame => stops that its look is to add, and why it is to
     *     be asked about, if it is
     */
    public static function of(LineSample $adjusted, array $others, array $shoot = []): array
    {
        $offsets = self::offsets($adjusted, $shoot ?: [$adjusted, ...$others]);
        $usual = self::usual([$adjusted, ...$others]);
        $lines = [];
        foreach ($others as $frame) {
            $needed = self::needed($adjusted, $frame) + ($offsets[$frame->body] ?? 0.0);
            $stops = round($adjusted->stops + $needed, 2);
            $beside = $frame->ev === null || ! isset($usual[$frame->body]) ? 0.0 : $usual[$frame->body] - $frame->ev;
            $lines[$frame->frame] = [
                'stops' => abs($stops) < self::LEAST ? 0.0 : $stops,
                'reason' => self::reason($beside),
            ];
        }

        return $lines;
    }

    /** Stops by exposure alone; by the pictures where nothing is known of it. */
    private static function needed(LineSample $adjusted, LineSample $frame): float
    {
        return $adjusted->ev !== null && $frame->ev !== null
            ? $frame->ev - $adjusted->ev
            : self::seen($adjusted, $frame) ?? 0.0;
    }

    /** Stops by the pictures alone. */
    private static function seen(LineSample $adjusted, LineSample $frame): ?float
    {
        return $adjusted->brightness === null || $frame->brightness === null
            ? null
            : $adjusted->brightness - $frame->brightness;
    }

    /**
     * By how much the frames of each other body are darker than their exposures promise, beside those of the body of
     * the adjusted frame: in each moment that both have seen, and of those the median.
     *
     * @param  list<LineSample>  $shoot
     * @return array<int, float> body => stops to be added
     */
    private static function offsets(LineSample $adjusted, array $shoot): array
    {
        $pictures = self::darkness($shoot, fn (LineSample $frame): ?float => $frame->brightness);
        $faces = self::darkness($shoot, fn (LineSample $frame): ?float => $frame->faces);
        $differences = [];
        foreach ($pictures as $moment => $bodies) {
            foreach (array_keys($bodies) as $body) {
                $difference = self::apart($faces[$moment] ?? [], $body, $adjusted->body)
                    ?? self::apart($bodies, $body, $adjusted->body);
                $difference === null || ($differences[$body][] = $difference);
            }
        }
        unset($differences[$adjusted->body]);

        return array_map(fn (array $values): float => (float) Lights::median($values), $differences);
    }

    /** @param  array<int, float>  $bodies */
    private static function apart(array $bodies, int $one, int $other): ?float
    {
        return isset($bodies[$one], $bodies[$other]) ? $bodies[$one] - $bodies[$other] : null;
    }

    /**
     * By how much frames are darker than their exposures promise: a picture of a scene with less light was exposed
     * longer, and both together say how the body renders it.
     *
     * @param  list<LineSample>  $shoot
     * @param  callable(LineSample): ?float  $brightness
     * @return array<int, array<int, float>> moment => body => the median of its frames, in stops
     */
    private static function darkness(array $shoot, callable $brightness): array
    {
        $darkness = [];
        foreach ($shoot as $frame) {
            $own = $brightness($frame);
            if ($frame->ev !== null && $own !== null) {
                $darkness[$frame->moment][$frame->body][] = -$own - $frame->ev;
            }
        }

        return array_map(
            fn (array $bodies): array => array_map(fn (array $own): float => (float) Lights::median($own), $bodies),
            $darkness,
        );
    }

    /**
     * @param  list<LineSample>  $frames
     * @return array<int, float> body => the exposure value that its frames usually have
     */
    private static function usual(array $frames): array
    {
        $values = [];
        foreach ($frames as $frame) {
            $values[$frame->body][] = $frame->ev;
        }

        return array_filter(array_map(Lights::median(...), $values), fn (?float $value): bool => $value !== null);
    }

    private static function reason(float $beside): string
    {
        $stops = number_format(abs($beside), 1);

        return match (true) {
            $beside <= -self::FAR => "was shot {$stops} EV darker than the others of its body, perhaps on purpose.",
            $beside >= self::FAR => "was shot {$stops} EV brighter than the others of its body, perhaps on purpose.",
            default => '',
        };
    }
}
