<?php

declare(strict_types=1);

namespace Tests\Reference;

use Kanpai\Core\Studio\Zone;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/**
 * Our zones against `zdump` (Debian's libc-bin and tzdata), which prints every change of the IANA time zone database.
 */
final class ZoneTablesTest extends TestCase
{
    #[TestWith(['Europe/Berlin', 2])]
    #[TestWith(['America/New_York', 2])]
    #[TestWith(['Australia/Lord_Howe', 2])]
    #[TestWith(['Asia/Kolkata', 0])]
    public function test_changes_of_ten_years_are_those_of_zdump(string $name, int $changesAYear): void
    {
        exec('zdump -v -c 2020,2030 '.escapeshellarg($name), $lines);
        $zone = Zone::of($name);
        $checked = 0;
        $last = null;
        foreach ($lines as $line) {
            if (
                preg_match(
                    '/^\S+\s+\w+ (\w+ +\d+ [\d:]+ \d{4}) UTC? = \w+ (\w+ +\d+ [\d:]+ \d{4}) (\S+) isdst=(\d) '.
                        'gmtoff=(-?\d+)/',
                    $line,
                    $m,
                ) !== 1
            ) {
                continue;
            }
            $instant = (int) strtotime($m[1].' UTC') * 1000;
            $local = (int) strtotime($m[2].' UTC') * 1000;
            self::assertSame($local, $zone->local($instant), $line);
            // The second before a change and the second of it come in turn.
            if ($last !== null && $instant - $last[0] === 1000) {
                $jump = (int) $m[5] - $last[1];
                $inside = $last[2] + 1000 + intdiv(abs($jump), 2) * 1000 * ($jump < 0 ? -1 : 1);
                self::assertCount($jump < 0 ? 2 : 0, $zone->instants($inside), $line);
                $checked++;
            }
            $last = [$instant, (int) $m[5], $local];
        }
        self::assertSame(10 * $changesAYear, $checked, 'zdump tells no changes: is tzdata installed?');
    }
}
