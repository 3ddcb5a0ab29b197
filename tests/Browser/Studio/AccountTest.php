<?php

declare(strict_types=1);

namespace Tests\Browser\Studio;

use PHPUnit\Framework\TestCase;

/** Whoever starts Kanpai as root, nothing of it runs as root. */
final class AccountTest extends TestCase
{
    public function test_no_program_of_an_instance_runs_as_root(): void
    {
        $root = dirname(__DIR__, 3);
        if (posix_geteuid() === 0) {
            // Only where the user that was made for it cannot read the folder, tests go on as root.
            exec(
                'setpriv --reuid=kanpai --regid=kanpai --init-groups test -r '.escapeshellarg("{$root}/kanpai"),
                $said,
                $code,
            );
            self::assertNotSame(0, $code, 'the tests run as root, and need not');
        }
        $programs = [];
        foreach (glob('/proc/[0-9]*/cmdline') ?: [] as $file) {
            $line = str_replace("\0", ' ', (string) @file_get_contents($file));
            if (str_contains($line, "{$root}/storage/instances/test/") || str_contains($line, "{$root}/artisan")) {
                $programs[rtrim(basename(explode(' ', $line)[0]), ':')][] = fileowner(dirname($file));
            }
        }
        foreach (['mariadbd', 'nginx', 'php-fpm', basename(PHP_BINARY)] as $program) {
            self::assertArrayHasKey($program, $programs);
        }
        self::assertSame(
            [posix_geteuid()],
            array_values(array_unique(array_merge(...array_values($programs)))),
            (string) json_encode($programs),
        );
    }
}
