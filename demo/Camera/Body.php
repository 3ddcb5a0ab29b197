<?php

declare(strict_types=1);

namespace Kanpai\Demo\Camera;

/** A made-up camera with its card, and what is wrong with its clock. */
final readonly class Body
{
    /**
     * @param  int  $offset  milliseconds the clock shows too much (negative: it is slow)
     * @param  float  $drift  seconds a day it gains
     * @param  string|null  $zone  what it writes into OffsetTimeOriginal
     */
    public function __construct(
        public string $key,
        public string $card,
        public string $shooter,
        public string $make,
        public string $model,
        public string $serial,
        public string $lens,
        public int $focalLength,
        public float $aperture,
        public string $prefix,
        public string $folder,
        public int $firstNumber,
        public int $offset,
        public float $drift,
        public ?string $zone,
        public bool $hasGps = false,
    ) {
    }

    /** @return array<string, self> */
    public static function all(): array
    {
        return [
            'a' => new self(
                'a',
                'mara-long',
                'Mara Quill',
                'Halden Optical',
                'Halden 6',
                'H6-204417',
                'Halden 85-200 mm F2.8',
                135,
                2.8,
                'HLDA',
                'HALDN',
                4120,
                0,
                2.0,
                '+01:00',
                true,
            ),
            'b' => new self(
                'b',
                'mara-wide',
                'Mara Quill',
                'Halden Optical',
                'Halden 6',
                'H6-204530',
                'Halden 24-35 mm F2',
                28,
                4.0,
                'HLDB',
                'HALDN',
                881,
                -3_600_000,
                0.0,
                null,
            ),
            'c' => new self(
                'c',
                'ivo',
                'Ivo Tarn',
                'Corvid',
                'Corvid M2',
                'CM2-77810',
                'Corvid 70 mm F1.8',
                70,
                2.2,
                'CRVM',
                'CORVD',
                9951,
                -197_000,
                0.0,
                '+01:00',
            ),
        ];
    }

    /** What its clock reads at a true instant: milliseconds of local time as though it were UTC.
     *
     * @param  int  $instant  true UTC milliseconds
     * @param  int  $setRight  the instant at which a drifting clock was last right
     */
    public function reading(int $instant, int $setRight): int
    {
        $local = $instant + 3_600_000;

        return $local + $this->offset + (int) round(($this->drift * ($instant - $setRight)) / 86_400);
    }
}
