<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

/** A small part of a picture in grey, looked at pixel by pixel. */
final readonly class Patch
{
    /** Ways that a gradient can point, evenly spread over half a turn: 0 is from left to right, 2 from top to bottom. */
    public const WAYS = 4;

    /** tan 22.5°: a gradient nearer to an axis than this points along it. */
    private const NEAR = 0.41421356;

    /** @param  list<float>  $levels  0 to 255, row by row */
    private function __construct(private array $levels, private int $width)
    {
    }

    /**
     * @param  string  $grey  levels, a byte each, row by row
     * @param  positive-int  $width  pixels of a row
     */
    public static function of(string $grey, int $width): self
    {
        $levels = array_values(unpack('C*', $grey) ?: []);

        return new self(array_map(fn (mixed $level): float => is_int($level) ? (float) $level : 0.0, $levels), $width);
    }

    /** At half its size, each pixel the mean of four. */
    public function halved(): self
    {
        [$width, $height] = [intdiv($this->width, 2), intdiv(intdiv(count($this->levels), $this->width), 2)];
        $half = [];
        for ($row = 0; $row < $height; $row++) {
            for ($i = 2 * $row * $this->width, $end = $i + 2 * $width; $i < $end; $i += 2) {
                $below = $i + $this->width;
                $half[] =
                    ($this->levels[$i] +
                        $this->levels[$i + 1] +
                        $this->levels[$below] +
                        $this->levels[$below + 1]) /
                    4;
            }
        }

        return new self($half, max(1, $width));
    }

    /**
     * Energy of the gradients by the way that each points, so that a slanting edge is not taken for one that lies
     * across.
     *
     * @return array{float, float, float, float} way => mean over all pixels of the squared gradients that point so;
     *     squares of levels a pixel
     */
    public function energies(): array
    {
        $sums = [0.0, 0.0, 0.0, 0.0];
        $levels = $this->levels;
        $width = $this->width;
        $rows = intdiv(count($levels), $width);
        for ($row = 1; $row < $rows - 1; $row++) {
            for ($i = $row * $width + 1, $end = ($row + 1) * $width - 1; $i < $end; $i++) {
                [$above, $below] = [$i - $width, $i + $width];
                $falling = $levels[$above - 1] - $levels[$below + 1];
                $rising = $levels[$above + 1] - $levels[$below - 1];
                $across = 10 * ($levels[$i - 1] - $levels[$i + 1]) + 3 * ($falling - $rising);
                $down = 10 * ($levels[$above] - $levels[$below]) + 3 * ($falling + $rising);
                [$a, $d] = [abs($across), abs($down)];
                $way = $d <= self::NEAR * $a ? 0 : ($a <= self::NEAR * $d ? 2 : ($across * $down > 0 ? 1 : 3));
                $sums[$way] += $a * $a + $d * $d;
            }
        }
        $count = max(1, ($rows - 2) * ($width - 2)) * Tensor::SCALE ** 2;

        return [$sums[0] / $count, $sums[1] / $count, $sums[2] / $count, $sums[3] / $count];
    }
}
