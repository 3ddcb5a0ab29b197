<?php

declare(strict_types=1);

namespace Kanpai\Core\Clock;

use DateTimeImmutable;
use DateTimeZone;
use Exception;

/** An IANA time zone, turning local readings into instants and back. All values in milliseconds. */
final class Zone
{
    /** @var array<int, int> hour of local time => seconds east of UTC */
    private array $known = [];

    private function __construct(private readonly DateTimeZone $zone)
    {
    }

    /** @throws InvalidClock */
    public static function of(string $name): self
    {
        try {
            return new self(new DateTimeZone($name));
        } catch (Exception) {
            throw InvalidClock::unknownZone($name);
        }
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
     * @param  int  $local  a local reading in seconds
     * @return int seconds east of UTC
     */
    private function east(int $local): int
    {
        $offset = fn (int $instant): int => $this->zone->getOffset(new DateTimeImmutable('@'.$instant));
        $before = $offset($local - 86_400);
        $after = $offset($local + 86_400);
        // The larger distance gives the earlier instant.
        foreach ([max($before, $after), min($before, $after)] as $east) {
            if ($offset($local - $east) === $east) {
                return $east;
            }
        }

        return $before;
    }

    /** The local reading at an instant. */
    public function local(int $instant): int
    {
        return $instant + $this->zone->getOffset(new DateTimeImmutable('@'.intdiv($instant, 1000))) * 1000;
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
