<?php

declare(strict_types=1);

namespace Kanpai\Deploy\Command;

use Kanpai\Deploy\Account;
use Kanpai\Deploy\Console;
use Kanpai\Deploy\Dependencies;
use Kanpai\Deploy\Instance;
use Kanpai\Deploy\Models;
use Kanpai\Deploy\Packages;
use Kanpai\Deploy\Services;

/** Runs the benchmarks of bench/ against the tests' own database. */
final class Bench
{
    public function __construct(private readonly string $root, private readonly Console $console)
    {
    }

    /** @param  list<string>  $arguments */
    public function run(array $arguments): int
    {
        (new Packages($this->console, forTests: true))->install();
        (new Dependencies($this->root, $this->console))->prepare();
        (new Models($this->root, $this->console))->prepare();
        $instance = new Instance($this->root, 'test');
        $services = new Services($instance, $this->console);
        $services->runsAsRoot() && $services->stopAll();
        (new Account($this->root, $this->console))->become(mayStayRoot: true);
        $wasUp = $services->supervisor() !== null;
        if (! $wasUp) {
            $instance->prepare(null);
            $services->startDatabase();
            $this->console->quietly(
                'migrate',
                [PHP_BINARY, 'artisan', 'migrate:fresh', '--force'],
                $this->root,
                $instance->environment(),
            );
            $services->startAll();
        }
        try {
            // Some benchmarks take their pictures from the cards of the tests.
            $this->console->openly(
                ['./kanpai', 'demo', $instance->path.'/rack', '--width', Test::WIDTH],
                $this->root,
                $instance->environment(),
            );

            return $this->console->openly(
                [PHP_BINARY, 'bench/run.php', ...$arguments],
                $this->root,
                $instance->environment(),
            );
        } finally {
            if (! $wasUp) {
                $services->stopAll();
            }
        }
    }
}
