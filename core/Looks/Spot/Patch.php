<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks\Spot;

/** A part of a picture: red, green and blue of each pixel, eight or sixteen bits each, row by row. */
final class Patch
{
    /**
     * @param  string  $samples  of sixteen bits with the lower half first
     * @param  int<1, max>  $width
     * @param  int<1, max>  $height
     * @param  bool  $isDeep  whether samples have sixteen bits
     */
    private function __construct(
        private string $samples,
        public readonly int $width,
        public readonly int $height,
        private readonly bool $isDeep,
    ) {
    }

    /**
     * @param  int<1, max>  $width
     * @param  int<1, max>  $height
     */
    public static function of(string $samples, int $width, int $height, bool $isDeep = false): self
    {
        return new self($samples, $width, $height, $isDeep);
    }

    public function samples(): string
    {
        return $this->samples;
    }

    public function most(): int
    {
        return $this->isDeep ? 65_535 : 255;
    }

    /** Beyond its sides the nearest. */
    public function at(int $x, int $y, int $channel): int
    {
        $i = 3 * (max(0, min($this->height - 1, $y)) * $this->width + max(0, min($this->width - 1, $x))) + $channel;

        return $this->isDeep
            ? ord($this->samples[2 * $i]) | (ord($this->samples[2 * $i + 1]) << 8)
            : ord($this->samples[$i]);
    }

    /** @return array{float, float, float} of the nine pixels about a place */
    public function mean(int $x, int $y): array
    {
        $sums = [0, 0, 0];
        for ($v = $y - 1; $v <= $y + 1; $v++) {
            for ($u = $x - 1; $u <= $x + 1; $u++) {
                for ($channel = 0; $channel < 3; $channel++) {
                    $sums[$channel] += $this->at($u, $v, $channel);
                }
            }
        }

        return [$sums[0] / 9, $sums[1] / 9, $sums[2] / 9];
    }

    public function put(int $x, int $y, int $channel, float $value): void
    {
        $i = 3 * ($y * $this->width + $x) + $channel;
        $level = (int) max(0, min($this->most(), floor($value + 0.5)));
        if ($this->isDeep) {
            $this->samples[2 * $i] = chr($level & 0xFF);
            $this->samples[2 * $i + 1] = chr($level >> 8);
        } else {
            $this->samples[$i] = chr($level);
        }
    }
}
