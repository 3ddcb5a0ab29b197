<?php

declare(strict_types=1);

namespace Tests\Core\Looks;

use Kanpai\Core\Looks\ColourSource;
use Kanpai\Core\Looks\Hue;

/** Looks that use everything there is, for tests. */
final class Looks
{
    /** @return array<string, array<string, mixed>> name => values */
    public static function twenty(): array
    {
        return [
            'plain' => [],
            'brighter' => ['stops' => 0.33],
            'much brighter' => ['stops' => 1.5],
            'darker' => ['stops' => -1.25],
            'contrast' => ['contrast' => 0.6],
            'soft' => ['contrast' => -0.7],
            'zones' => ['zones' => ['deep' => -0.3, 'dark' => 0.6, 'middle' => 0.1, 'light' => -0.4, 'bright' => -0.8]],
            'lamp' => ['kelvin' => 3200.0],
            'shade' => ['kelvin' => 8200.0, 'beside' => 12.0],
            'green light' => ['kelvin' => 4600.0, 'beside' => -45.0, 'stops' => 0.2],
            'colourful' => ['saturation' => 0.3, 'muted' => 0.4],
            'pale' => ['saturation' => -0.5, 'muted' => -0.3],
            'all hues' => ['hues' => array_combine(
                Hue::NAMES,
                array_map(
                    fn (int $i): array => ['turn' => 1 - 2 * ($i % 2), 'colour' => ($i % 3) - 1, 'light' => 0.5],
                    range(0, 7),
                ),
            )],
            'blue alone' => ['hues' => ['blue' => ['turn' => -0.4, 'colour' => 0.6, 'light' => -0.5]]],
            'tints' => ['tints' => [
                'shadows' => ['degrees' => 220.0, 'amount' => 0.5],
                'middle' => ['degrees' => 120.0, 'amount' => 0.1],
                'lights' => ['degrees' => 50.0, 'amount' => 0.4],
            ]],
            'black and white' => ['greys' => []],
            'red filter' => ['greys' => ['pink' => 0.8, 'orange' => 0.6, 'blue' => -0.9], 'contrast' => 0.3],
            'toned grey' => ['greys' => ['green' => 0.3], 'tints' => ['middle' => ['degrees' => 60.0, 'amount' => 0.3]]],
            'too much of all' => ['stops' => 1e9, 'contrast' => -7.0, 'zones' => ['middle' => 40.0], 'saturation' => 90],
            'everything' => [
                'kelvin' => 5200.0, 'beside' => 8.0, 'stops' => 0.35, 'contrast' => 0.3, 'muted' => 0.3,
                'saturation' => 0.05,
                'zones' => ['deep' => -0.2, 'dark' => 0.5, 'bright' => -0.5],
                'hues' => ['pink' => ['turn' => 0.1, 'colour' => 0.1], 'blue' => ['colour' => 0.3, 'light' => -0.3]],
                'tints' => [
                    'shadows' => ['degrees' => 220.0, 'amount' => 0.3],
                    'lights' => ['degrees' => 50.0, 'amount' => 0.2],
                ],
            ],
        ];
    }

    /** A made-up sensor of the usual shape, in the light of a lamp, with two stops beyond white. */
    public static function camera(): ColourSource
    {
        return ColourSource::camera(
            [[1.72, -0.61, -0.11], [-0.19, 1.52, -0.33], [0.03, -0.52, 1.49]],
            [1.62, 1.0, 2.31],
            [2.12, 1.0, 1.44],
            2.0,
        );
    }
}
