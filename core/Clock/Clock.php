<?php

declare(strict_types=1);

namespace Kanpai\Core\Clock;

use Kanpai\Core\Card\CameraTime;

/**
 * What makes a body's readings true: an offset that is added, a drift that is taken out, and the zone it was set to.
 *
 * The drift is the time a clock gains in a day (quartz: ±20 ppm, up to 1.73 s a day). It counts from the reading at
 * which the offset holds exactly.
 */
final readonly class Clock
{
    private const DAY = 86_400_000;

    private function __construct(public Offset $offset, public float $drift, public ?int $rightAt)
    {
    }

    public static function asRead(): self
    {
        return new self(Offset::zero(), 0.0, null);
    }

    /**
     * @param  float  $drift  seconds a day the clock gains; negative when it loses
     * @param  int|null  $rightAt  corrected local reading, in milliseconds as CameraTime counts them, at which the offset holds;
     *                             needed for a drift other than zero
     *
     * @throws InvalidClock when the drift is above an hour a day
     */
    public static function of(Offset $offset, float $drift = 0.0, ?int $rightAt = null): self
    {
        if (abs($drift) > 3600 || is_nan($drift)) {
            throw InvalidClock::drifts($drift);
        }

        return new self($offset, $drift, $rightAt);
    }

    public function isAsRead(): bool
    {
        return $this->offset->milliseconds === 0 && $this->drift === 0.0;
    }

    /** The corrected local reading, in milliseconds as CameraTime counts them. */
    public function corrected(int $reading): int
    {
        $shifted = $reading + $this->offset->milliseconds;
        if ($this->drift === 0.0 || $this->rightAt === null) {
            return $shifted;
        }

        // reading = true + drift × (true − rightAt), solved for the true time.
        return $this->rightAt + (int) round(($shifted - $this->rightAt) / (1 + $this->drift * 1000 / self::DAY));
    }

    /**
     * The instant of a frame in milliseconds since 1970-01-01T00:00:00Z.
     *
     * The zone the camera wrote is trusted; without one the shoot's zone is taken.
     */
    public function instant(CameraTime $time, Zone $zone): int
    {
        $local = $this->corrected($time->milliseconds);

        return $time->offsetMinutes !== null ? $local - $time->offsetMinutes * 60_000 : $zone->instant($local);
    }
}
