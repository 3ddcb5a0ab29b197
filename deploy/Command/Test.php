<?php

declare(strict_types=1);

namespace Kanpai\Deploy\Command;

use Kanpai\Deploy\Account;
use Kanpai\Deploy\Console;
use Kanpai\Deploy\Dependencies;
use Kanpai\Deploy\Instance;
use Kanpai\Deploy\Packages;
use Kanpai\Deploy\Services;

/**
 * Prepares an instance of its own, then runs PHPUnit in the browser and beside it Pint, PHPStan and the rest of
 * PHPUnit.
 */
final class Test
{
    /** Small pictures: the tests judge marks, names, times and bytes, not beauty. */
    public const WIDTH = '900';

    /** Tools that look at the code and the scripts: step => command. */
    private const CHECKS = [
        'ESLint' => ['node', 'node_modules/eslint/bin/eslint.js', 'resources/js', 'tests/Scripts'],
        'Prettier' => [
            'node',
            'node_modules/prettier/bin/prettier.cjs',
            '--check',
            '--log-level=warn',
            'resources/js',
            'resources/css',
            'tests/Scripts',
        ],
    ];

    public function __construct(private readonly string $root, private readonly Console $console)
    {
    }

    /** @param  list<string>  $arguments */
    public function run(array $arguments): int
    {
        (new Packages($this->console, forTests: true))->install();
        (new Dependencies($this->root, $this->console))->prepare();
        $instance = new Instance($this->root, 'test');
        $services = new Services($instance, $this->console);
        $services->stopAll();
        (new Account($this->root, $this->console))->become(mayStayRoot: true);
        // Everything but the drawn cards, which take longest to make.
        $instance->clear('places', 'disks', 'arrivals', 'pictures', 'deliveries', 'outbox');
        $instance->prepare(null);
        $this->console->step('Starting the services of the tests');
        $services->startDatabase();
        $environment = $instance->environment();
        $this->console->quietly(
            'migrate',
            [PHP_BINARY, 'artisan', 'migrate:fresh', '--force'],
            $this->root,
            $environment,
        );
        $services->startAll();
        try {
            $code = $this->console->openly(
                ['./kanpai', 'demo', $instance->path.'/rack', '--width', self::WIDTH],
                $this->root,
                $environment,
            );
            $this->linkCards($instance->path);
            if ($arguments !== []) {
                $this->console->step('PHPUnit');

                return max(
                    $code,
                    $this->console->openly(
                        [PHP_BINARY, 'vendor/bin/phpunit', ...$arguments],
                        $this->root,
                        $environment,
                    ),
                );
            }
            // The browser waits for pages most of the time; what only computes goes on beside it and gives way.
            $this->console->step('PHPUnit in the browser, beside what follows');
            $browser = $this->console->beside(
                [
                    PHP_BINARY,
                    'vendor/bin/phpunit',
                    '--testsuite',
                    'browser',
                    '--exclude-group',
                    'alone',
                    '--do-not-cache-result',
                ],
                $this->root,
                $environment,
            );
            $this->console->step('Pint');
            // What it keeps is its own, whoever has run it before on this machine.
            $own = "{$this->root}/.phpunit.cache";
            is_dir($own) || mkdir($own);
            $code = max(
                $code,
                $this->console->openly(['nice', PHP_BINARY, 'vendor/bin/pint', '--test'], $this->root, [
                    'TMPDIR' => $own,
                ]),
            );
            $scripts = glob("{$this->root}/tests/Scripts/*/*.test.js") ?: [];
            $checks = [...self::CHECKS, 'Scripts' => ['node', '--test', '--test-reporter=dot', ...$scripts]];
            foreach ($checks as $name => $check) {
                $this->console->step($name);
                $code = max($code, $this->console->openly(['nice', ...$check], $this->root));
            }
            foreach (['phpstan-core.neon', 'phpstan.neon'] as $rules) {
                $this->console->step("PHPStan by {$rules}");
                $code = max(
                    $code,
                    $this->console->openly(
                        [
                            'nice',
                            PHP_BINARY,
                            '-d',
                            'memory_limit=2G',
                            'vendor/bin/phpstan',
                            'analyse',
                            '--no-progress',
                            '-c',
                            $rules,
                        ],
                        $this->root,
                    ),
                );
            }
            $this->console->step('PHPUnit without a browser');
            $code = max(
                $code,
                $this->console->openly(
                    [
                        'nice',
                        PHP_BINARY,
                        'vendor/bin/paratest',
                        '--processes=2',
                        '--testsuite=core,reference,feature',
                        '--exclude-group=alone',
                    ],
                    $this->root,
                    $environment,
                ),
            );
            $this->console->step('PHPUnit in the browser');

            $code = max($code, $browser());
            $this->console->step('PHPUnit where nothing else may go on');

            return max(
                $code,
                $this->console->openly(
                    [PHP_BINARY, 'vendor/bin/phpunit', '--group', 'alone'],
                    $this->root,
                    $environment,
                ),
            );
        } finally {
            $services->stopAll();
        }
    }

    /** The same cards in a folder of their own: in the rack the browser pulls them out while others read them. */
    private function linkCards(string $path): void
    {
        $this->console->quietly('the cards', ['sh', '-c', 'rm -rf cards && cp -al rack cards'], $path);
    }
}
