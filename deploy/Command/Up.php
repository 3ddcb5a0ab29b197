<?php

declare(strict_types=1);

namespace Kanpai\Deploy\Command;

use Kanpai\Deploy\Account;
use Kanpai\Deploy\Console;
use Kanpai\Deploy\Dependencies;
use Kanpai\Deploy\Failure;
use Kanpai\Deploy\Instance;
use Kanpai\Deploy\Models;
use Kanpai\Deploy\Options;
use Kanpai\Deploy\Packages;
use Kanpai\Deploy\Services;

/** From a fresh machine to a running Kanpai; on a running one it only says where it is. */
final class Up
{
    public function __construct(private readonly string $root, private readonly Console $console)
    {
    }

    public function run(Options $options): int
    {
        $instance = new Instance($this->root, 'main');
        $services = new Services($instance, $this->console);
        $dependencies = new Dependencies($this->root, $this->console);
        if (posix_geteuid() === 0) {
            (new Packages($this->console, forTests: false))->install();
            $dependencies->prepare();
            (new Models($this->root, $this->console))->prepareIfPossible();
            // What still runs as root from before is not this account's to stop.
            $services->runsAsRoot() && $services->stopAll();
            (new Account($this->root, $this->console))->become();
        }
        if ($options->has('fresh')) {
            $services->stopAll();
            $this->console->step('Removing the old database, originals and pictures of this installation');
            $instance->remove();
        }
        $port = $options->number('port');
        $isMoved = $port !== null && $instance->exists() && $instance->port() !== $port;
        if (
            ! $isMoved &&
            $instance->exists() &&
            $services->areUp() &&
            $instance->release() === $dependencies->release()
        ) {
            return $this->ready($instance, $options);
        }
        $services->stopAll();
        (new Packages($this->console, forTests: false))->install();
        $dependencies->prepare();
        (new Models($this->root, $this->console))->prepareIfPossible();
        $address = $port ?? ($instance->exists() ? $instance->port() : null);
        if ($address !== null && ! Instance::isFree($address)) {
            throw new Failure(
                "Port {$address} is taken by another program. Stop that program, or choose another port with --port.",
            );
        }
        $instance->prepare($port);
        $services->startDatabase();
        $artisan = [PHP_BINARY, 'artisan'];
        $this->console->quietly('migrate', [...$artisan, 'migrate', '--force'], $this->root, $instance->environment());
        $this->console->quietly('queue', [...$artisan, 'kanpai:release'], $this->root, $instance->environment());
        $services->startAll();
        $instance->setRelease($dependencies->release());

        return $this->ready($instance, $options);
    }

    private function ready(Instance $instance, Options $options): int
    {
        if ($options->has('no-demo')) {
            touch($instance->path.'/no-demo');
        }
        if (! is_file($instance->path.'/no-demo')) {
            $code = $this->console->openly(
                [PHP_BINARY, 'artisan', 'kanpai:demo'],
                $this->root,
                $instance->environment(),
            );
            if ($code !== 0) {
                throw new Failure('The demo could not be made. Run ./kanpai up again to go on, or use --no-demo.');
            }
        }
        $this->console->say('');
        $this->console->say('Kanpai is ready:  '.$instance->address());
        $code = $this->console->openly(
            [PHP_BINARY, 'artisan', 'kanpai:welcome'],
            $this->root,
            $instance->environment(),
        );
        $this->console->say('Stop it with      ./kanpai down');

        return $code;
    }
}
