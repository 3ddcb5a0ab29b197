<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

/**
 * Brightness of what comes out for what goes in, on encoded values from 0 to 1: a curve through five zones, which never
 * falls, however they are set.
 *
 * Between the zones it is the monotone cubic of Fritsch and Carlson (SIAM J. Numer. Anal. 17, 1980). Zones, their reach
 * and the form of the contrast are ours.
 */
final readonly class ToneCurve
{
    /** Name => where in the range of encoded values the zone is. */
    public const ZONES = ['deep' => 0.1, 'dark' => 0.3, 'middle' => 0.5, 'light' => 0.7, 'bright' => 0.9];

    /** How far a zone is moved at most. */
    private const REACH = 0.12;

    /** Slope that full contrast adds in the middle; at 0.5 the ends would be flat. */
    private const CONTRAST = 0.45;

    /**
     * @param  non-empty-list<float>  $x
     * @param  non-empty-list<float>  $y
     * @param  non-empty-list<float>  $slopes
     */
    private function __construct(private array $x, private array $y, private array $slopes)
    {
    }

    /**
     * @param  array<string, float>  $zones  name => −1 to 1; what is missing stays
     * @param  float  $contrast  −1 to 1
     */
    public static function of(array $zones, float $contrast): self
    {
        $x = [0.0, ...array_values(self::ZONES), 1.0];
        $y = [0.0];
        foreach (self::ZONES as $name => $at) {
            $moved = self::contrasted($at, $contrast) + self::REACH * ($zones[$name] ?? 0.0);
            $y[] = max(end($y), min(1.0, $moved));
        }
        $y[] = 1.0;

        return new self($x, $y, self::slopes($x, $y));
    }

    private static function contrasted(float $value, float $contrast): float
    {
        $beside = 2 * $value - 1;

        return 0.5 + ($value - 0.5) * (1 + self::CONTRAST * $contrast * (1 - $beside ** 2));
    }

    /**
     * @param  non-empty-list<float>  $x
     * @param  non-empty-list<float>  $y
     * @return non-empty-list<float>
     */
    private static function slopes(array $x, array $y): array
    {
        $secants = [];
        for ($i = 1; $i < count($x); $i++) {
            $secants[] = ($y[$i] - $y[$i - 1]) / ($x[$i] - $x[$i - 1]);
        }
        $slopes = [$secants[0]];
        for ($i = 1; $i < count($secants); $i++) {
            $slopes[] = $secants[$i - 1] * $secants[$i] <= 0.0 ? 0.0 : ($secants[$i - 1] + $secants[$i]) / 2;
        }
        $slopes[] = $secants[count($secants) - 1];

        return self::tamed($slopes, $secants);
    }

    /**
     * Slopes within a circle of radius three, in which the cubic does not turn back.
     *
     * @param  non-empty-list<float>  $slopes
     * @param  list<float>  $secants
     * @return non-empty-list<float>
     */
    private static function tamed(array $slopes, array $secants): array
    {
        foreach ($secants as $i => $secant) {
            $size = $secant === 0.0 ? INF : hypot($slopes[$i], $slopes[$i + 1]) / $secant;
            if ($size > 3.0) {
                $slopes[$i] *= 3.0 / $size;
                $slopes[$i + 1] *= 3.0 / $size;
            }
        }

        return array_values($slopes);
    }

    public function at(float $value): float
    {
        $last = count($this->x) - 1;
        $i = 0;
        while ($i < $last - 1 && $value > $this->x[$i + 1]) {
            $i++;
        }
        $width = $this->x[$i + 1] - $this->x[$i];
        $t = max(0.0, min(1.0, ($value - $this->x[$i]) / $width));
        $cubed = $t ** 3;
        $squared = $t ** 2;

        return $this->y[$i] * (2 * $cubed - 3 * $squared + 1) +
            $width * $this->slopes[$i] * ($cubed - 2 * $squared + $t) +
            $this->y[$i + 1] * (3 * $squared - 2 * $cubed) +
            $width * $this->slopes[$i + 1] * ($cubed - $squared);
    }
}
