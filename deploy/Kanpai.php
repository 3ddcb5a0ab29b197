<?php

declare(strict_types=1);

namespace Kanpai\Deploy;

/** Finds the command that was asked for and says its failures in one sentence. */
final class Kanpai
{
    private const USAGE = <<<'TEXT'
    Kanpai

      ./kanpai up [--port N] [--no-demo] [--fresh]   install what is missing, start everything, print the address
      ./kanpai down                                  stop what `up` started
      ./kanpai doctor                                name what is missing or wrong, and the mend
      ./kanpai test [PHPUnit arguments]              run all checks and tests
      ./kanpai bench [name]                          measure, each beside its reference
      ./kanpai demo DIR [--frames N] [--width PX]    make the demo's memory cards in a folder

    TEXT;

    /** @param  list<string>  $arguments */
    public static function run(string $root, array $arguments): int
    {
        $name = array_shift($arguments) ?? 'help';
        $console = new Console();
        try {
            return match ($name) {
                'up' => (new Command\Up($root, $console))->run(
                    Options::of($arguments, ['port' => true, 'no-demo' => false, 'fresh' => false]),
                ),
                'down' => (new Command\Down($root, $console))->run(),
                'doctor' => (new Command\Doctor($root, $console))->run(),
                'test' => (new Command\Test($root, $console))->run($arguments),
                'bench' => (new Command\Bench($root, $console))->run($arguments),
                'demo' => (new Command\Demo($root, $console))->run($arguments),
                default => $console->usage(self::USAGE, $name === 'help' || $name === '--help' ? 0 : 2),
            };
        } catch (Failure $failure) {
            $console->failure($failure->getMessage());

            return 1;
        }
    }
}
