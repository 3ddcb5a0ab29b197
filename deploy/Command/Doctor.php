<?php

declare(strict_types=1);

namespace Kanpai\Deploy\Command;

use Kanpai\Deploy\Console;
use Kanpai\Deploy\Dependencies;
use Kanpai\Deploy\Instance;
use Kanpai\Deploy\Models;
use Kanpai\Deploy\Packages;
use Kanpai\Deploy\Services;

/** Looks at everything Kanpai needs and names what is missing or wrong, with the mend. */
final class Doctor
{
    private int $wrong = 0;

    public function __construct(private readonly string $root, private readonly Console $console)
    {
    }

    public function run(): int
    {
        $this->check('PHP 8.2 or later', version_compare(PHP_VERSION, '8.2.0', '>='), 'Install php8.2-cli.');
        foreach (['FFI', 'exif', 'mbstring', 'pdo_mysql', 'zip', 'pcntl', 'mysqli'] as $extension) {
            $this->check(
                "PHP extension {$extension}",
                extension_loaded($extension),
                'Install it: '.
                    Packages::line(
                        'php8.2-'.
                            match ($extension) {
                                'pdo_mysql', 'mysqli' => 'mysql',
                                'FFI', 'exif', 'pcntl' => 'cli',
                                default => strtolower($extension),
                            },
                    ),
            );
        }
        $missing = (new Packages($this->console, forTests: false))->missing();
        $this->check('Debian packages', $missing === [], Packages::line(...$missing));
        foreach (['composer' => 'Composer 2', 'node' => 'Node.js 20', 'npm' => 'npm'] as $program => $name) {
            $isThere = trim((string) shell_exec("command -v {$program}")) !== '';
            $this->check($program, $isThere, "Install {$name}.");
        }
        $this->check(
            'Composer packages and built pages',
            (new Dependencies($this->root, $this->console))->areThere(),
            'Run ./kanpai up.',
        );
        $this->check(
            'Models for faces',
            (new Models($this->root, $this->console))->areThere(),
            'Run ./kanpai up while the npm registry can be reached. Everything but faces works without.',
        );
        $free = (int) (disk_free_space($this->root) / 2 ** 30);
        $this->check(
            "Room on the disk ({$free} GiB free)",
            $free >= 5,
            'Make room: originals are copied twice, and previews need about a tenth more.',
        );
        $this->check(
            'The folder storage/ can be written',
            is_writable($this->root.'/storage'),
            'chown the checkout to the user who runs ./kanpai.',
        );
        $instance = new Instance($this->root, 'main');
        $this->check('Kanpai was set up here', $instance->exists(), 'Run ./kanpai up.');
        if ($instance->exists()) {
            $services = new Services($instance, $this->console);
            $this->check('The supervisor runs', $services->supervisor() !== null, 'Run ./kanpai up.');
            $this->check(
                'Nothing runs as root',
                ! $services->runsAsRoot(),
                'Run ./kanpai up: it goes on as the owner of the folder, or as a user made for it.',
            );
            if ($services->supervisor() !== null) {
                foreach ($services->states() as $line) {
                    $this->check(
                        'Program '.preg_replace('/\s+/', ' ', $line),
                        str_contains($line, 'RUNNING'),
                        "Read the logs in {$instance->path}/log, then ./kanpai down and ./kanpai up.",
                    );
                }
                $this->check(
                    'The sign-in page answers at '.$instance->address(),
                    $services->answers(),
                    "Read {$instance->path}/log/web-error.log and laravel.log.",
                );
            }
            foreach (['work', 'backup'] as $place) {
                $this->check(
                    "The place “{$place}” can be written",
                    is_writable("{$instance->path}/places/{$place}"),
                    "Check {$instance->path}/places/{$place}.",
                );
            }
        }
        $this->console->say('');
        $this->console->say($this->wrong === 0 ? 'All is well.' : "{$this->wrong} to mend.");

        return $this->wrong === 0 ? 0 : 1;
    }

    private function check(string $what, bool $isWell, string $mend): void
    {
        $this->console->say(($isWell ? '  well   ' : '  WRONG  ').$what.($isWell ? '' : "\n         → {$mend}"));
        $this->wrong += $isWell ? 0 : 1;
    }
}
