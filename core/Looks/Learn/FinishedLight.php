<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Learn;

/**
 * A light of a finished shoot: what was measured of its frames, and what somebody made of it.
 *
 * @phpstan-type Features array{ev: float, brightness: float, lightness: float, a: float, b: float, raw: float,
 *     mired: float}
 * @phpstan-type Made array{stops: float, warmer: float, beside: float, contrast: float, deep: float, dark: float,
 *     middle: float, light: float, bright: float}
 */
final readonly class FinishedLight
{
    /** By how much targets are divided so that errors of all count alike: half a stop, 30 mired, a fifth of a zone. */
    public const SCALES = [
        'stops' => 0.5, 'warmer' => 30.0, 'beside' => 30.0, 'contrast' => 0.2, 'deep' => 0.2, 'dark' => 0.2,
        'middle' => 0.2, 'light' => 0.2, 'bright' => 0.2,
    ];

    /** What is proposed together: it is good or not as a whole. */
    public const GROUPS = [
        'exposure' => ['stops'],
        'white' => ['warmer', 'beside'],
        'tone' => ['contrast', 'deep', 'dark', 'middle', 'light', 'bright'],
    ];

    /**
     * @param  int  $shoot  that it is of
     * @param  Features  $features  exposure value at ISO 100; stops by which its pictures are brighter than a middle
     *     grey; their mean L*, a* and b*; 1 where they are raw files, and the mired they were shot for
     * @param  Made  $made  stops; mired by which the white was moved; ten-thousandths beside the line; contrast; zones
     */
    public function __construct(public int $shoot, public array $features, public array $made)
    {
    }
}
