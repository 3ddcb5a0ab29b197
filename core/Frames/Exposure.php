<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames;

/** How a frame was exposed, as photographers write it: “135 mm · 1/800 · f/2.8 · ISO 400”. */
final readonly class Exposure
{
    /** Seconds from which an exposure is written as seconds and not as a fraction of one. */
    private const SECONDS = 0.4;

    /**
     * @param  float|null  $focalLength  millimetres
     * @param  float|null  $seconds  for which the shutter was open
     */
    private function __construct(
        private ?float $focalLength,
        private ?float $seconds,
        private ?float $fNumber,
        private ?int $iso,
    ) {
    }

    public static function of(?float $focalLength, ?float $seconds, ?float $fNumber, ?int $iso): self
    {
        return new self($focalLength, $seconds, $fNumber, $iso);
    }

    /**
     * Exposure value at ISO 100, by which scenes are compared: log2(N² / t) − log2(S / 100) (APEX, as Exif 2.32 annex C
     * has it). Null where the camera did not say all of it.
     */
    public function ev100(): ?float
    {
        return $this->seconds > 0.0 && $this->fNumber > 0.0 && $this->iso > 0
            ? log($this->fNumber ** 2 / $this->seconds, 2) - log($this->iso / 100, 2)
            : null;
    }

    public function __toString(): string
    {
        $words = [];
        if ($this->focalLength !== null) {
            $words[] = round($this->focalLength).' mm';
        }
        if ($this->seconds !== null && $this->seconds > 0) {
            $words[] = $this->seconds >= self::SECONDS
                ? round($this->seconds, 1).' s'
                : '1/'.round(1 / $this->seconds);
        }
        if ($this->fNumber !== null) {
            $words[] = 'f/'.round($this->fNumber, 1);
        }
        if ($this->iso !== null) {
            $words[] = 'ISO '.$this->iso;
        }

        return implode(' · ', $words);
    }
}
