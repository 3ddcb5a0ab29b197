<?php

declare(strict_types=1);

namespace Kanpai\Deploy;

/** The Debian packages that Kanpai needs. */
final class Packages
{
    private const RUN = [
        'mariadb-server',
        'php8.2-cli',
        'php8.2-fpm',
        'php8.2-mysql',
        'php8.2-zip',
        'php8.2-curl',
        'php8.2-gd',
        'php8.2-mbstring',
        'php8.2-xml',
        'php8.2-intl',
        'nginx-light',
        'supervisor',
        'libvips42',
        'libraw-bin',
        'liblensfun-data-v1',
        'libimage-exiftool-perl',
        'xxhash',
    ];

    private const TEST = [
        'chromium',
        'chromium-driver',
        'exiv2',
        'liblcms2-utils',
        'liblensfun1',
        'libjpeg-turbo-progs',
        'unzip',
        'zip',
        'libxml2-utils',
        'libvips-tools',
        'dropbear-bin',
        'openssh-sftp-server',
        'poppler-utils',
    ];

    public function __construct(private readonly Console $console, private readonly bool $forTests)
    {
    }

    /** @return list<string> */
    public function missing(): array
    {
        $wanted = $this->forTests ? [...self::RUN, ...self::TEST] : self::RUN;
        exec('dpkg-query -W -f=\'${Package} ${db:Status-Status}\n\' 2>/dev/null', $lines);
        $there = [];
        foreach ($lines as $line) {
            [$name, $status] = explode(' ', $line.' ');
            if ($status === 'installed') {
                $there[$name] = true;
            }
        }

        // The full or extra nginx serve as well as the light one.
        $alike = ['nginx-light' => ['nginx-light', 'nginx-full', 'nginx-extras', 'nginx']];

        return array_values(
            array_filter(
                $wanted,
                fn (string $package): bool => array_filter(
                    $alike[$package] ?? [$package],
                    fn (string $name): bool => isset($there[$name]),
                ) === [],
            ),
        );
    }

    public static function line(string ...$packages): string
    {
        return 'apt-get install --no-install-recommends '.implode(' ', $packages);
    }

    public function install(): void
    {
        $missing = $this->missing();
        if ($missing === []) {
            return;
        }
        if (posix_geteuid() !== 0) {
            throw new Failure(
                "Debian packages are missing. Install them as root, then run this again:\n\n    ".
                    self::line(...$missing),
            );
        }
        $this->console->step('Installing '.count($missing).' Debian packages: '.implode(', ', $missing));
        $quiet = ['DEBIAN_FRONTEND' => 'noninteractive'];
        $this->console->quietly('apt-get update', ['apt-get', 'update', '-q'], '/', $quiet);
        $this->console->quietly(
            'apt-get install',
            ['apt-get', 'install', '-y', '-q', '--no-install-recommends', ...$missing],
            '/',
            $quiet,
        );
        $this->startAgain();
    }

    /** PHP loads its extensions when it starts, so this process does not know those that were just installed. */
    private function startAgain(): void
    {
        $arguments = array_values(array_filter((array) ($_SERVER['argv'] ?? []), is_string(...)));
        pcntl_exec(PHP_BINARY, $arguments);
        throw new Failure('The packages are installed. Run the same command again.');
    }
}
