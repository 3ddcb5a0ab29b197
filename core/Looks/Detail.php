<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

/** What a look does that depends on neighbours, and nothing on place. */
final readonly class Detail
{
    /**
     * @param  float  $local  contrast, −1 to 1
     * @param  float  $vignette  −1 (dark corners) to 1
     * @param  float  $sharpening  0 to 1
     * @param  float  $mask  0 to 1, how much only edges are sharpened
     * @param  float  $lightNoise  0 to 1, how much of the noise of lightness goes
     * @param  float  $colourNoise  0 to 1
     * @param  array{distortion: bool, darkening: bool, fringes: bool}  $lens  what of the lens is put right
     */
    private function __construct(
        public float $local,
        public float $vignette,
        public float $sharpening,
        public float $mask,
        public float $lightNoise,
        public float $colourNoise,
        public array $lens,
    ) {
    }

    /** @param  array<array-key, mixed>  $values  of a look */
    public static function of(array $values): self
    {
        $sharpening = is_array($values['sharpening'] ?? null) ? $values['sharpening'] : [];
        $noise = is_array($values['noise'] ?? null) ? $values['noise'] : [];

        return new self(
            self::share($values['local'] ?? 0, -1.0),
            self::share($values['vignette'] ?? 0, -1.0),
            self::share($sharpening['amount'] ?? 0, 0.0),
            self::share($sharpening['mask'] ?? 0, 0.0),
            self::share($noise['light'] ?? 0, 0.0),
            self::share($noise['colour'] ?? 0, 0.0),
            self::lens($values['lens'] ?? null),
        );
    }

    /** @return array{distortion: bool, darkening: bool, fringes: bool} */
    private static function lens(mixed $values): array
    {
        $values = is_array($values) ? $values : [];

        return [
            'distortion' => ($values['distortion'] ?? false) === true,
            'darkening' => ($values['darkening'] ?? false) === true,
            'fringes' => ($values['fringes'] ?? false) === true,
        ];
    }

    public function asksForLens(): bool
    {
        return in_array(true, $this->lens, true);
    }

    private static function share(mixed $value, float $least): float
    {
        return (is_int($value) || is_float($value)) && ! is_nan((float) $value)
            ? max($least, min(1.0, (float) $value))
            : 0.0;
    }

    public function hasGains(): bool
    {
        return $this->local !== 0.0 || $this->vignette !== 0.0;
    }
}
