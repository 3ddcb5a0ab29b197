<?php

declare(strict_types=1);

namespace Kanpai\Core\Studio;

use DateTimeImmutable;
use DateTimeZone;
use Exception;

/**
 * An IANA time zone, or a fixed distance to UTC such as `+01:00`, turning local readings into instants and back.
 *
 * All values in milliseconds. A camera does not follow summer time by itself: for one that worked through the change,
 * the fixed distance is the zone it was set to.
 */
final class Zone
{
    /** @var array<int, int> quarter hour of local time => seconds east of UTC */
    private array $known = [];

    private function __construct(private readonly DateTimeZone $zone)
    {
    }

    /** @throws InvalidZone */
    public static function of(string $name): self
    {
        try {
            return new self(new DateTimeZone($name));
        } catch (Exception) {
            throw InvalidZone::unknown($name);
        }
    }

    public function name(): string
    {
        return $this->zone->getName();
    }

    /**
     * A local reading that happens twice is taken as the first of the two; one that never happens is moved on by the
     * change.
     */
    public function instant(int $local): int
    {
        // Zones change on the quarter hour at the finest, so that readings of one quarter share their distance to UTC.
        $quarter = (int) floor($local / 900_000);
        $east = $this->known[$quarter] ??= $this->east($quarter * 900);

        return $local - $east * 1000;
    }

    /**
     * All instants at which clocks here show a local reading: one, two where the clocks went back, none where they
     * went forward over it.
     *
     * @return list<int> in order
     */
    public function instants(int $local): array
    {
        $seconds = (int) floor($local / 1000);
        $instants = [];
        foreach ($this->distances($seconds) as $east) {
            if ($this->offset($seconds - $east) === $east) {
                $instants[] = $local - $east * 1000;
            }
        }

        return $instants;
    }

    /**
     * @param  int  $local  a local reading in seconds
     * @return int seconds east of UTC
     */
    private function east(int $local): int
    {
        $distances = $this->distances($local);
        foreach ($distances as $east) {
            if ($this->offset($local - $east) === $east) {
                return $east;
            }
        }

        return $this->offset($local - 86_400);
    }

    /**
     * The distances to UTC a day before and after; the larger gives the earlier instant.
     *
     * @return list<int>
     */
    private function distances(int $local): array
    {
        $distances = array_unique([$this->offset($local - 86_400), $this->offset($local + 86_400)]);
        rsort($distances);

        return $distances;
    }

    private function offset(int $instant): int
    {
        return $this->zone->getOffset(new DateTimeImmutable('@'.$instant));
    }

    /** The local reading at an instant. */
    public function local(int $instant): int
    {
        return $instant + $this->offset((int) floor($instant / 1000)) * 1000;
    }

    /**
     * @param  string  $format  as PHP's date()
     */
    public function format(int $instant, string $format): string
    {
        $seconds = (int) floor($instant / 1000);
        $time = (new DateTimeImmutable('@'.$seconds))->modify('+'.($instant - $seconds * 1000).' milliseconds');

        return $time->setTimezone($this->zone)->format($format);
    }
}
