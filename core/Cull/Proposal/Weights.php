<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

/** How much each thing that was measured counts in a proposal. */
final readonly class Weights
{
    /** Name => what it is called. */
    public const NAMES = [
        'sharp' => 'Sharpness',
        'eyes' => 'Open eyes',
        'contact' => 'Looking at the camera',
        'smile' => 'Smiles',
        'light' => 'Exposure',
        'whole' => 'Nothing cut off, level',
        'peak' => 'Peak of movement',
    ];

    public const MOST = 100;

    /** @param  array<string, int>  $values  name => 0 to 100 */
    private function __construct(public array $values)
    {
    }

    /** @param  array<array-key, mixed>  $values  by name; what is missing, or no number, counts nothing */
    public static function of(array $values): self
    {
        return new self(array_map(
            fn (string $name): int => is_numeric($values[$name] ?? null)
                ? max(0, min(self::MOST, (int) $values[$name]))
                : 0,
            array_combine(array_keys(self::NAMES), array_keys(self::NAMES)),
        ));
    }

    /**
     * The mean of what is known, each as much as it counts.
     *
     * @param  array<string, float|null>  $parts  name => 0 to 1; null where it is not known
     * @return float 0 to 1
     */
    public function mean(array $parts): float
    {
        [$sum, $weight] = [0.0, 0.0];
        foreach ($parts as $name => $part) {
            if ($part !== null) {
                $sum += $part * ($this->values[$name] ?? 0);
                $weight += $this->values[$name] ?? 0;
            }
        }

        return $weight > 0 ? $sum / $weight : 0.5;
    }
}
