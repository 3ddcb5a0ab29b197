<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

use App\Demo\SeedDemo;
use mysqli;
use RuntimeException;
use Tests\Browser\Browser;

/** The demo in the tests' own instance: a copy, with which anything may be done. */
final class Demo
{
    private static ?mysqli $link = null;

    public static function make(): void
    {
        // What one guard did to it, another one finds.
        if (self::number("SELECT COUNT(*) FROM members WHERE email = '".SeedDemo::EMAIL."'") === 0) {
            GuardedStudio::artisan('kanpai:demo', '--width=900');
        }
    }

    /** Puts the cards of the rack and the places back as others expect them: pushed in, without faults, in use. */
    public static function leave(): void
    {
        $rack = dirname(__DIR__, 3).'/storage/instances/test/rack';
        foreach (glob("{$rack}/.pulled-out/*") ?: [] as $card) {
            rename($card, $rack.'/'.basename($card));
        }
        array_map(unlink(...), glob("{$rack}/.faults/*") ?: []);
        self::number('UPDATE places SET left_out_at = NULL WHERE studio_id IS NULL');
    }

    public static function owner(): Visitor
    {
        return Visitor::signedIn(SeedDemo::EMAIL, SeedDemo::PASSWORD);
    }

    public static function shooter(): Visitor
    {
        return Visitor::signedIn('ivo@quill.example', SeedDemo::PASSWORD);
    }

    public static function shoot(): int
    {
        return self::number(
            'SELECT shoots.id FROM shoots JOIN frames ON frames.shoot_id = shoots.id WHERE shoots.studio_id = '.
                self::studio().
                ' GROUP BY shoots.id ORDER BY COUNT(*) DESC LIMIT 1',
        );
    }

    public static function studio(): int
    {
        return self::number("SELECT studio_id FROM members WHERE email = '".SeedDemo::EMAIL."'");
    }

    /**
     * The secret part of the first link of a kind; links are encrypted in the database, so that a page is asked for it.
     */
    public static function token(Visitor $owner, string $page, string $kind): string
    {
        return preg_match("~/{$kind}/([A-Za-z0-9_-]{20,})~", $owner->get($page)['body'], $m) === 1
            ? $m[1]
            : throw new RuntimeException("No link of kind {$kind} on {$page}");
    }

    public static function number(string $sql): int
    {
        self::$link ??= self::connect();
        $result = self::$link->query($sql);

        return $result instanceof \mysqli_result ? (int) ($result->fetch_row()[0] ?? 0) : 0;
    }

    private static function connect(): mysqli
    {
        $settings = parse_ini_file(dirname(__DIR__, 3).'/storage/instances/test/env', false, INI_SCANNER_RAW) ?: [];

        return new mysqli(
            '127.0.0.1',
            'kanpai',
            (string) $settings['DB_PASSWORD'],
            'kanpai',
            (int) $settings['DB_PORT'],
        );
    }

    public static function address(): string
    {
        return Browser::address();
    }
}
