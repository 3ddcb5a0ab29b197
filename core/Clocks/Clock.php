<?php

declare(strict_types=1);

namespace Kanpai\Core\Clocks;

use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Studio\Zone;

/**
 * What makes a body's readings true: an offset that is added, a drift that is taken out, and the zone it was set to.
 *
 * The drift is the time a clock gains in a day (quartz: ±20 ppm, up to 1.73 s a day). It counts from the reading at
 * which the offset holds exactly.
 */
final readonly class Clock
{
    /** Seconds a day. A quartz clock does a fortieth of it; what gains more is no clock but a mistake. */
    public const MOST_DRIFT = 60.0;

    private const DAY = 86_400_000;

    private function __construct(
        public Offset $offset,
        public float $drift,
        public ?int $rightAt,
        public ?Zone $zone,
    ) {
    }

    public static function asRead(): self
    {
        return new self(Offset::zero(), 0.0, null, null);
    }

    /**
     * @param  float  $drift  seconds a day the clock gains; negative when it loses
     * @param  int|null  $rightAt  corrected local reading, in milliseconds as CameraTime counts them,
     *     at which the offset holds;
     *                             needed for a drift other than zero
     * @param  Zone|null  $zone  the zone the body was set to; null for what its files say, else the shoot's
     *
     * @throws InvalidClock when the drift is above MOST_DRIFT
     */
    public static function of(Offset $offset, float $drift = 0.0, ?int $rightAt = null, ?Zone $zone = null): self
    {
        if (abs($drift) > self::MOST_DRIFT || is_nan($drift)) {
            throw InvalidClock::drifts($drift);
        }

        return new self($offset, $drift, $rightAt, $zone);
    }

    public function isAsRead(): bool
    {
        return $this->offset->milliseconds === 0 && $this->drift === 0.0 && $this->zone === null;
    }

    /** The same clock with something more added to it. */
    public function movedBy(Offset $more): self
    {
        return new self(
            Offset::ofMilliseconds($this->offset->milliseconds + $more->milliseconds),
            $this->drift,
            $this->rightAt === null ? null : $this->rightAt + $more->milliseconds,
            $this->zone,
        );
    }

    /** The corrected local reading, in milliseconds as CameraTime counts them. */
    public function corrected(int $reading): int
    {
        $shifted = $reading + $this->offset->milliseconds;
        if ($this->drift === 0.0 || $this->rightAt === null) {
            return $shifted;
        }

        // reading = true + drift × (true − rightAt), solved for the true time.
        return $this->rightAt + (int) round(($shifted - $this->rightAt) / (1 + ($this->drift * 1000) / self::DAY));
    }

    /**
     * The instant of a frame in milliseconds since 1970-01-01T00:00:00Z.
     *
     * The zone of this clock comes first, then the distance to UTC that the camera wrote, then the shoot's zone.
     */
    public function instant(CameraTime $time, Zone $shoot): int
    {
        $local = $this->corrected($time->milliseconds);

        return $this->zone === null
            ? CameraTime::of($local, $time->offsetMinutes)->instant($shoot)
            : $this->zone->instant($local);
    }

    /**
     * What the body should have shown at an instant: the reading that this clock would leave as it is.
     *
     * @param  CameraTime  $time  a frame of the body, for the distance to UTC that the camera writes
     */
    public function rightReading(int $instant, CameraTime $time, Zone $shoot): int
    {
        return match (true) {
            $this->zone !== null => $this->zone->local($instant),
            $time->offsetMinutes !== null => $instant + $time->offsetMinutes * 60_000,
            default => $shoot->local($instant),
        };
    }

    /** “+ 3 min 17.1 s, gains 2 s a day, set to Europe/Berlin”, or “right as it is”. */
    public function __toString(): string
    {
        $words = [];
        if ($this->offset->milliseconds !== 0) {
            $words[] = (string) $this->offset;
        }
        if ($this->drift !== 0.0) {
            $words[] = ($this->drift > 0 ? 'gains ' : 'loses ').round(abs($this->drift), 2).' s a day';
        }
        if ($this->zone !== null) {
            $words[] = 'set to '.$this->zone->name();
        }

        return $words === [] ? 'right as it is' : implode(', ', $words);
    }
}
