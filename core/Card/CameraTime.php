<?php

declare(strict_types=1);

namespace Kanpai\Core\Card;

use DateTimeImmutable;
use DateTimeZone;

/**
 * What a camera's clock showed when the shutter was pressed.
 *
 * Exif gives local time without a zone (DateTimeOriginal, 0x9003), fractions of a second
 * (SubSecTimeOriginal, 0x9291) and, since 2.31, perhaps the zone (OffsetTimeOriginal, 0x9011).
 */
final readonly class CameraTime
{
    /**
     * @param  int  $milliseconds  the reading in milliseconds since 1970-01-01 00:00:00, as though the clock were set to UTC
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
        if ($dateTime === null || preg_match('/^(\d{4})[:-](\d\d)[:-](\d\d)[ T](\d\d):(\d\d):(\d\d)/', $dateTime, $m) !== 1) {
            return null;
        }
        [, $year, $month, $day, $hour, $minute, $second] = array_map(intval(...), $m);
        if (! checkdate($month, $day, $year) || $hour > 23 || $minute > 59 || $second > 59) {
            return null;
        }
        $seconds = gmmktime($hour, $minute, $second, $month, $day, $year);
        $fraction = $subSeconds !== null && preg_match('/^\d+/', trim($subSeconds), $digits) === 1
            ? (int) substr(str_pad($digits[0], 3, '0'), 0, 3)
            : 0;
        $minutes = $offset !== null && preg_match('/^([+-])(\d\d):(\d\d)$/', trim($offset), $z) === 1
            ? ($z[1] === '-' ? -1 : 1) * ((int) $z[2] * 60 + (int) $z[3])
            : null;

        return new self((int) $seconds * 1000 + $fraction, $minutes);
    }

    /** `2026-09-05 10:41:07.310`, as the camera's display would have read. */
    public function __toString(): string
    {
        $time = new DateTimeImmutable('@'.intdiv($this->milliseconds - $this->fraction(), 1000), new DateTimeZone('UTC'));

        return $time->format('Y-m-d H:i:s').sprintf('.%03d', $this->fraction());
    }

    private function fraction(): int
    {
        return (($this->milliseconds % 1000) + 1000) % 1000;
    }
}
