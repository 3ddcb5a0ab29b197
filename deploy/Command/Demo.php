<?php

declare(strict_types=1);

namespace Kanpai\Deploy\Command;

use Kanpai\Demo\CardMaker;
use Kanpai\Demo\Regatta;
use Kanpai\Deploy\Console;
use Kanpai\Deploy\Dependencies;
use Kanpai\Deploy\Failure;
use Kanpai\Deploy\Options;
use Kanpai\Deploy\Packages;

/** Makes the regatta's memory cards in a folder of one's own choice. */
final class Demo
{
    public function __construct(private readonly string $root, private readonly Console $console)
    {
    }

    /** @param  list<string>  $arguments */
    public function run(array $arguments): int
    {
        $folder =
            array_shift($arguments) ??
            throw new Failure('Say where: ./kanpai demo DIR [--frames N] [--width PX] [--seed N]');
        $options = Options::of($arguments, ['frames' => true, 'width' => true, 'seed' => true]);
        (new Packages($this->console, forTests: false))->install();
        (new Dependencies($this->root, $this->console))->prepare();
        require_once $this->root.'/vendor/autoload.php';
        $maker = new CardMaker(
            $folder,
            new Regatta($options->number('seed') ?? 5),
            $options->number('frames') ?? 0,
            $options->number('width') ?? 2400,
        );
        if (! $maker->isMade()) {
            $maker->make(
                max(1, (int) shell_exec('nproc')),
                fn (int $done, int $total) => $this->console->bar('Drawing the frames', $done, $total),
            );
        }
        $this->console->say("The cards are in {$folder}.");

        return 0;
    }
}
