<?php

declare(strict_types=1);

namespace Kanpai\Deploy\Command;

use Kanpai\Deploy\Console;
use Kanpai\Deploy\Instance;
use Kanpai\Deploy\Services;

/** Stops what `up` started, and nothing else. */
final class Down
{
    public function __construct(private readonly string $root, private readonly Console $console)
    {
    }

    public function run(): int
    {
        $stopped = (new Services(new Instance($this->root, 'main'), $this->console))->stopAll();
        $this->console->say($stopped ? 'Kanpai is stopped. Nothing was removed.' : 'Kanpai was not running.');

        return 0;
    }
}
