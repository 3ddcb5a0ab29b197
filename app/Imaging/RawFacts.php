<?php

declare(strict_types=1);

namespace App\Imaging;

/** What a raw file says of its colours. */
final readonly class RawFacts
{
    /**
     * @param  string  $camera  make and model
     * @param  array{array{float, float, float}, array{float, float, float}, array{float, float, float}}  $toSrgb
     * @param  array{float, float, float}  $asShot  by what red, green and blue are multiplied for the scene's light
     * @param  array{float, float, float}  $daylight  and for daylight
     * @param  float  $stops  by which the picture is meant to be brighter than its values
     */
    private function __construct(
        public string $camera,
        public array $toSrgb,
        public array $asShot,
        public array $daylight,
        public float $stops,
    ) {
    }

    /**
     * @param  string  $said  what raw-identify prints of a file
     * @param  float  $stops  BaselineExposure of DNG 1.4, where the file has it
     *
     * @throws UnableToMakePicture
     */
    public static function of(string $said, float $stops): self
    {
        $camera = trim((string) self::match('/^Camera: (.+?)(?: ID: 0x\w+)?$/m', $said));
        $matrix = self::numbers('/^camRGB -> sRGB Matrix:\n((?:[^\n]+\n){3})/m', $said, 9);
        $asShot = self::numbers('/^ *As shot +([^\t\n]+)/m', $said, 3);
        $daylight = self::numbers('/^Derived D65 multipliers: ([^\n]+)/m', $said, 3) ?? [1.0, 1.0, 1.0];
        if ($matrix === null || array_filter($matrix) === []) {
            throw UnableToMakePicture::because('develop the raw file', "the colours of {$camera} are not known");
        }
        $asShot = $asShot === null || in_array(0.0, $asShot, true) ? $daylight : $asShot;

        [$one, $two, $three] = array_map(self::three(...), array_chunk($matrix, 3));

        return new self($camera, [$one, $two, $three], self::three($asShot), self::three($daylight), $stops);
    }

    /**
     * @param  list<float>  $values
     * @return array{float, float, float}
     */
    private static function three(array $values): array
    {
        return [$values[0] ?? 0.0, $values[1] ?? 0.0, $values[2] ?? 0.0];
    }

    private static function match(string $pattern, string $said): ?string
    {
        return preg_match($pattern, $said, $found) === 1 ? $found[1] ?? '' : null;
    }

    /** @return list<float>|null as many as are asked for */
    private static function numbers(string $pattern, string $said, int $count): ?array
    {
        $words = preg_split('/\s+/', trim((string) self::match($pattern, $said)), -1, PREG_SPLIT_NO_EMPTY) ?: [];
        $numbers = array_slice(array_map(floatval(...), array_filter($words, is_numeric(...))), 0, $count);

        return count($numbers) === $count ? array_values($numbers) : null;
    }
}
