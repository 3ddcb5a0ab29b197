<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

/** Energies of gradients by the way they point (`Patch::WAYS`), at full, half and quarter size. */
final readonly class WayEnergies
{
    /** @param  array{list<float>, list<float>, list<float>}  $sizes  at full, half and quarter size, way by way */
    private function __construct(public array $sizes)
    {
    }

    public static function of(Patch $patch): self
    {
        $half = $patch->halved();

        return new self([$patch->energies(), $half->energies(), $half->halved()->energies()]);
    }

    /** @param  list<self>  $several */
    public static function mean(array $several): self
    {
        $mean = fn (int $size): array => array_map(
            fn (int $way): float => array_sum(array_map(
                fn (self $one): float => $one->sizes[$size][$way],
                $several,
            )) / max(1, count($several)),
            range(0, Patch::WAYS - 1),
        );

        return new self([$mean(0), $mean(1), $mean(2)]);
    }

    /** @param  array{float, float, float}  $floors  what noise gives each way, at each size */
    public function without(array $floors): self
    {
        $less = fn (int $size): array => array_map(
            fn (float $energy): float => max(0.0, $energy - $floors[$size]),
            $this->sizes[$size],
        );

        return new self([$less(0), $less(1), $less(2)]);
    }

    /**
     * @param  float  $share  of the strongest way's energy from which another way shows enough
     * @return array<int, float> way => steepness of the edges across it
     */
    public function steepness(float $share): array
    {
        $steep = [];
        $strongest = max(0.0, ...$this->sizes[2]);
        foreach ($this->sizes[2] as $way => $energy) {
            if ($energy > 0.0 && $energy >= $share * $strongest) {
                $steep[$way] = Steepness::of($this->sizes[0][$way], $this->sizes[1][$way], $energy);
            }
        }

        return $steep;
    }

    /** Steepness of the edges all ways, each as much as there is of it, 0 to 1. */
    public function sharpness(): float
    {
        $sum = 0.0;
        foreach ($this->steepness(0.0) as $way => $steepness) {
            $sum += $steepness * $this->sizes[2][$way];
        }

        return $sum / max(1e-9, array_sum($this->sizes[2]));
    }
}
