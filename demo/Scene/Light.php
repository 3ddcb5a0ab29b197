<?php

declare(strict_types=1);

namespace Kanpai\Demo\Scene;

use Kanpai\Demo\Drawing\Colour;

/** The light and weather of an hour of the day, and how bright it is. */
final readonly class Light
{
    /**
     * @param  float  $sunX  0–1 across the picture
     * @param  float  $sunY  0–1 of the sky, 1 on the horizon
     * @param  float  $ev  exposure value at ISO 100 that fits the scene
     */
    private function __construct(
        public string $zenith,
        public string $horizon,
        public string $cloud,
        public string $hill,
        public string $bank,
        public string $waterFar,
        public string $waterNear,
        public string $glint,
        public float $sunX,
        public float $sunY,
        public float $haze,
        public float $clouds,
        public float $ev,
        public float $side,
    ) {
    }

    /** @param  float  $hour  local, 6 to 22 */
    public static function at(float $hour): self
    {
        $hours = [
            '6.5' => new self(
                '#8c9fb8',
                '#f3d9c0',
                '#f7e9de',
                '#8f9aa3',
                '#6f7d76',
                '#d9cfc6',
                '#8fa3ad',
                '#fff3e2',
                0.72,
                0.86,
                0.75,
                0.35,
                10.5,
                -1,
            ),
            '9' => new self(
                '#5f8fc4',
                '#dbe7ea',
                '#fbf7f0',
                '#7f9a8d',
                '#5d7d56',
                '#b4cbd3',
                '#3f6a80',
                '#ffffff',
                0.78,
                0.5,
                0.35,
                0.4,
                13.8,
                -1,
            ),
            '12.5' => new self(
                '#4d86c6',
                '#cfe3ee',
                '#ffffff',
                '#6f9070',
                '#55803f',
                '#9fc3d4',
                '#2c627f',
                '#ffffff',
                0.5,
                0.1,
                0.15,
                0.6,
                14.8,
                1,
            ),
            '14' => new self(
                '#7d8d9e',
                '#ccd2d3',
                '#e3e4e2',
                '#71807a',
                '#5c7052',
                '#a9b6ba',
                '#4d6670',
                '#eef2f2',
                0.4,
                0.2,
                0.4,
                1.0,
                12.9,
                1,
            ),
            '16.5' => new self(
                '#5a86b8',
                '#f0dfc0',
                '#fff3dc',
                '#7d8b68',
                '#6e7c3f',
                '#c5c6b4',
                '#3e6474',
                '#fff1cf',
                0.2,
                0.5,
                0.25,
                0.5,
                14.0,
                1,
            ),
            '18.5' => new self(
                '#56719f',
                '#f4b27a',
                '#f7c9a0',
                '#66626e',
                '#5a5236',
                '#d9a988',
                '#3d5166',
                '#ffdfae',
                0.24,
                0.84,
                0.35,
                0.6,
                11.6,
                1,
            ),
            '20' => new self(
                '#2a3558',
                '#b06a6a',
                '#7b5a70',
                '#37374a',
                '#2c2b2c',
                '#7c6272',
                '#1f2c44',
                '#f3b58a',
                0.2,
                1.0,
                0.3,
                0.5,
                7.0,
                1,
            ),
        ];
        $before = 6.5;
        foreach ($hours as $at => $light) {
            if ($at > $hour) {
                return self::between($hours[(string) $before], $light, ($hour - $before) / max(0.1, $at - $before));
            }
            $before = (float) $at;
        }

        return $hours[(string) $before];
    }

    private static function between(self $a, self $b, float $share): self
    {
        $share = max(0.0, min(1.0, $share));
        $mix = fn (string $x, string $y): string => Colour::mix($x, $y, $share);
        $go = fn (float $x, float $y): float => $x + ($y - $x) * $share;

        return new self(
            $mix($a->zenith, $b->zenith),
            $mix($a->horizon, $b->horizon),
            $mix($a->cloud, $b->cloud),
            $mix($a->hill, $b->hill),
            $mix($a->bank, $b->bank),
            $mix($a->waterFar, $b->waterFar),
            $mix($a->waterNear, $b->waterNear),
            $mix($a->glint, $b->glint),
            $go($a->sunX, $b->sunX),
            $go($a->sunY, $b->sunY),
            $go($a->haze, $b->haze),
            $go($a->clouds, $b->clouds),
            $go($a->ev, $b->ev),
            $share < 0.5 ? $a->side : $b->side,
        );
    }
}
