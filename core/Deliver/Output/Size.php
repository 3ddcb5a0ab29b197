<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver\Output;

/**
 * How large a picture is written. The shape of the picture stays; it is never enlarged unless that is asked for.
 */
final readonly class Size
{
    /** Of either side, in pixels: JPEG's limit (ITU-T T.81, 16-bit lines and samples). */
    public const MOST = 65_535;

    /**
     * @param  float  $width  pixels, inches, per cent or megapixels, as the rule says; the only number of most rules
     * @param  float|null  $height  pixels or inches, of rules with two sides
     * @param  int|null  $ppi  pixels for each inch of a print
     */
    private function __construct(
        public SizeRule $rule,
        public float $width,
        public ?float $height,
        public ?int $ppi,
        public bool $enlarges,
    ) {
    }

    public static function full(): self
    {
        return new self(SizeRule::Full, 0.0, null, null, false);
    }

    /** @throws InvalidOutput */
    public static function longest(int $pixels, bool $enlarges = false): self
    {
        return new self(SizeRule::Longest, self::pixels($pixels), null, null, $enlarges);
    }

    /** @throws InvalidOutput */
    public static function shortest(int $pixels, bool $enlarges = false): self
    {
        return new self(SizeRule::Shortest, self::pixels($pixels), null, null, $enlarges);
    }

    /** @throws InvalidOutput */
    public static function within(int $width, int $height, bool $enlarges = false): self
    {
        return new self(SizeRule::Within, self::pixels($width), self::pixels($height), null, $enlarges);
    }

    /**
     * To fill a print: large enough for it in both directions, whichever way the picture lies.
     *
     * @param  float  $width  inches
     * @param  float  $height  inches
     *
     * @throws InvalidOutput
     */
    public static function print(float $width, float $height, int $ppi = 300, bool $enlarges = false): self
    {
        if ($width <= 0.0 || $height <= 0.0 || $ppi < 30 || $ppi > 2400) {
            throw InvalidOutput::size(
                'A print has a width and a height in inches, and 30 to 2,400 pixels for each inch.',
            );
        }
        self::pixels((int) ceil($width * $ppi));
        self::pixels((int) ceil($height * $ppi));

        return new self(SizeRule::Print, $width, $height, $ppi, $enlarges);
    }

    /** @throws InvalidOutput */
    public static function percent(float $percent): self
    {
        if (! ($percent > 0.0 && $percent <= 400.0)) {
            throw InvalidOutput::size('Say a number of per cent from 1 to 400.');
        }

        return new self(SizeRule::Percent, $percent, null, null, $percent > 100.0);
    }

    /** @throws InvalidOutput */
    public static function megapixels(float $millions, bool $enlarges = false): self
    {
        if (! ($millions > 0.0 && $millions <= 1000.0)) {
            throw InvalidOutput::size('Say a number of megapixels up to 1,000.');
        }

        return new self(SizeRule::Megapixels, $millions, null, null, $enlarges);
    }

    /**
     * @param  int  $width  pixels of the picture as it is upright
     * @return array{int, int} pixels to be written, at least one each
     */
    public function of(int $width, int $height): array
    {
        $scale = $this->scale($width, $height);
        if (! $this->enlarges) {
            $scale = min(1.0, $scale);
        }
        $scale = min($scale, self::MOST / max($width, $height));

        return [max(1, (int) round($width * $scale)), max(1, (int) round($height * $scale))];
    }

    /**
     * Whether a picture has fewer pixels than are asked for: it is enlarged then, or stays smaller.
     *
     * @param  int  $width  pixels of the picture as it is upright
     */
    public function isTooLargeFor(int $width, int $height): bool
    {
        return $this->rule !== SizeRule::Percent && $this->scale($width, $height) > 1.0;
    }

    public function inWords(): string
    {
        $number = fn (float $value): string => rtrim(rtrim(number_format($value, 2), '0'), '.');

        $height = $number((float) $this->height);
        $words = match ($this->rule) {
            SizeRule::Full => 'full size',
            SizeRule::Longest => $number($this->width).' px on the longest side',
            SizeRule::Shortest => $number($this->width).' px on the shortest side',
            SizeRule::Within => "within {$number($this->width)} × {$height} px",
            SizeRule::Print => "print {$number($this->width)} × {$height} in at {$this->ppi} ppi",
            SizeRule::Percent => $number($this->width).' %',
            SizeRule::Megapixels => $number($this->width).' megapixels',
        };

        return $words.($this->enlarges && $this->rule !== SizeRule::Percent ? ', enlarged where needed' : '');
    }

    private function scale(int $width, int $height): float
    {
        return match ($this->rule) {
            SizeRule::Full => 1.0,
            SizeRule::Longest => $this->width / max($width, $height),
            SizeRule::Shortest => $this->width / min($width, $height),
            SizeRule::Within => min($this->width / $width, (float) $this->height / $height),
            SizeRule::Print => $this->scaleToPrint($width, $height),
            SizeRule::Percent => $this->width / 100,
            SizeRule::Megapixels => sqrt(($this->width * 1_000_000) / ($width * $height)),
        };
    }

    /** A print is turned with the picture, so that the long side of one lies along the long side of the other. */
    private function scaleToPrint(int $width, int $height): float
    {
        $sides = [$this->width * (int) $this->ppi, (float) $this->height * (int) $this->ppi];

        return max(max($sides) / max($width, $height), min($sides) / min($width, $height));
    }

    /** @throws InvalidOutput */
    private static function pixels(int $pixels): float
    {
        if ($pixels < 1 || $pixels > self::MOST) {
            throw InvalidOutput::size('A side has 1 to '.number_format(self::MOST).' pixels.');
        }

        return (float) $pixels;
    }
}
