<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames;

use DateTimeImmutable;
use DateTimeZone;
use Kanpai\Core\Studio\Zone;

/**
 * What a camera's clock showed when the shutter was pressed.
 *
 * Exif gives local time without a zone (DateTimeOriginal, 0x9003), fractions of a second
 * (SubSecTimeOriginal, 0x9291) and, since 2.31, perhaps the zone (OffsetTimeOriginal, 0x9011).
 */
final readonly class CameraTime
{
    /** The years 1800 and 2200, in milliseconds. */
    private const EARLIEST = -5_364_662_400_000;

    private const LATEST = 7_258_118_400_000;

    private const DATE_TIME = '/^(\d{4})[:-](\d\d)[:-](\d\d)[ T](\d\d):(\d\d):(\d\d)/';

    /** Hours of the zones farthest from Greenwich. */
    public const FARTHEST = 14;

    /**
     * @param  int  $milliseconds  the reading in milliseconds since 1970-01-01 00:00:00,
     *     as though the clock were set to UTC
     * @param  int|null  $offsetMinutes  minutes east of UTC that the camera wrote, or null
     */
    private function __construct(public int $milliseconds, public ?int $offsetMinutes)
    {
    }

    public static function of(int $milliseconds, ?int $offsetMinutes = null): self
    {
        return new self($milliseconds, $offsetMinutes);
    }

    /**
     * @param  string|null  $subSeconds  decimal digits after the point, as Exif writes them
     * @param  string|null  $offset  `+01:00` or `-03:30`
     * @return self|null null when the camera did not know (blanks or zeros) or wrote no date
     */
    public static function fromExif(?string $dateTime, ?string $subSeconds = null, ?string $offset = null): ?self
    {
        if (preg_match(self::DATE_TIME, (string) $dateTime, $m) !== 1) {
            return null;
        }
        [, $year, $month, $day, $hour, $minute, $second] = array_map(intval(...), $m);
        // Years of two figures would be taken for others by the calendar.
        if ($year < 1800 || ! checkdate($month, $day, $year) || $hour > 23 || $minute > 59 || $second > 59) {
            return null;
        }
        $seconds = gmmktime($hour, $minute, $second, $month, $day, $year);
        $milliseconds = (int) $seconds * 1000 + self::thousandths((string) $subSeconds);

        return self::isPlausible($milliseconds) ? new self($milliseconds, self::zone($offset)) : null;
    }

    /** @return int milliseconds */
    private static function thousandths(string $digits): int
    {
        return preg_match('/^\d+/', trim($digits), $found) === 1
            ? (int) substr(str_pad($found[0], 3, '0'), 0, 3)
            : 0;
    }

    /** @return int|null minutes east of Greenwich; null for what is no zone on this earth */
    private static function zone(?string $offset): ?int
    {
        if (
            $offset === null ||
            preg_match('/^([+-])(\d\d):([0-5]\d)$/', trim($offset), $z) !== 1 ||
            (int) $z[2] > self::FARTHEST
        ) {
            return null;
        }

        return ($z[1] === '-' ? -1 : 1) * ((int) $z[2] * 60 + (int) $z[3]);
    }

    /**
     * Whether an instant can have come from a camera or a satellite at all: damaged files bring years beyond every
     * calendar.
     *
     * @param  int  $milliseconds  since 1970-01-01T00:00:00Z, or as a camera's reading
     */
    public static function isPlausible(int $milliseconds): bool
    {
        return $milliseconds >= self::EARLIEST && $milliseconds < self::LATEST;
    }

    /**
     * The instant, as long as nothing is known of the body's clock: by the zone that the camera wrote, else the
     * shoot's.
     */
    public function instant(Zone $shoot): int
    {
        return $this->offsetMinutes === null
            ? $shoot->instant($this->milliseconds)
            : $this->milliseconds - $this->offsetMinutes * 60_000;
    }

    /** `2026-09-05 10:41:07.310`, as the camera's display would have read. */
    public function __toString(): string
    {
        $time = new DateTimeImmutable(
            '@'.intdiv($this->milliseconds - $this->fraction(), 1000),
            new DateTimeZone('UTC'),
        );

        return $time->format('Y-m-d H:i:s').sprintf('.%03d', $this->fraction());
    }

    private function fraction(): int
    {
        return (($this->milliseconds % 1000) + 1000) % 1000;
    }
}
