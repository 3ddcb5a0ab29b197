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

/**
 * Prepares an instance of its own, then runs PHPUnit in the browser and beside it Pint, PHPStan and the rest
 * of PHPUnit.
 */
final class Test
{
    /** Small pictures: the tests judge marks, names, times and bytes, not beauty. */
    public const WIDTH = '900';

    /** Tools that look at the code and the scripts: step => command. */
    private const CHECKS = [
        'Pint' => [PHP_BINARY, 'vendor/bin/pint', '--test'],
        'PHP_CodeSniffer' => [PHP_BINARY, 'vendor/bin/phpcs', '-q'],
        'ESLint' => ['node', 'node_modules/eslint/bin/eslint.js', 'resources/js', 'app/Imaging', 'tests/Scripts'],
        'Prettier' => [
            'node',
            'node_modules/prettier/bin/prettier.cjs',
            '--check',
            '--log-level=warn',
            'resources/js',
            'resources/css',
            'app/Imaging/**/*.mjs',
            'tests/Scripts',
        ],
    ];

    private const PHPUNIT = ['vendor/bin/phpunit'];

    private const PARATEST = [
        'vendor/bin/paratest',
        '--processes=2',
        '--testsuite=core,reference,feature',
        '--exclude-group=alone',
    ];

    private const PHPSTAN = ['-d', 'memory_limit=2G', 'vendor/bin/phpstan', 'analyse', '--no-progress'];

    /** @var array<string, string> */
    private array $environment = [];

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
        $services->stopAll();
        (new Account($this->root, $this->console))->become(mayStayRoot: true);
        // Everything but the drawn cards, which take longest to make.
        $instance->clear('places', 'disks', 'arrivals', 'pictures', 'deliveries', 'outbox');
        $instance->prepare(null);
        $this->environment = $instance->environment();
        $this->console->step('Starting the services of the tests');
        $services->startDatabase();
        $migrate = [PHP_BINARY, 'artisan', 'migrate:fresh', '--force'];
        $this->console->quietly('migrate', $migrate, $this->root, $this->environment);
        $services->startAll();
        try {
            $code = $this->openly(['./kanpai', 'demo', $instance->path.'/rack', '--width', self::WIDTH]);
            $this->linkCards($instance->path);

            return max($code, $arguments === [] ? $this->everything() : $this->phpUnit('PHPUnit', $arguments));
        } finally {
            $services->stopAll();
        }
    }

    private function everything(): int
    {
        // The browser waits for pages most of the time; what only computes goes on beside it and gives way.
        $this->console->step('PHPUnit in the browser, beside what follows');
        $browser = $this->console->beside(
            [PHP_BINARY, ...self::PHPUNIT, '--testsuite=browser', '--exclude-group=alone', '--do-not-cache-result'],
            $this->root,
            $this->environment,
        );
        $code = max($this->style(), $this->types());
        $this->console->step('PHPUnit without a browser');
        $code = max($code, $this->openly(['nice', PHP_BINARY, ...self::PARATEST]));
        $this->console->step('PHPUnit in the browser');
        $code = max($code, $browser());

        return max($code, $this->phpUnit('PHPUnit where nothing else may go on', ['--group', 'alone']));
    }

    /** How the code and the scripts are written, and the tests of the scripts. */
    private function style(): int
    {
        // What Pint and PHP_CodeSniffer keep is their own, whoever has run them before on this machine.
        $own = "{$this->root}/.phpunit.cache";
        is_dir($own) || mkdir($own);
        $scripts = glob("{$this->root}/tests/Scripts/*/*.test.js") ?: [];
        $checks = [...self::CHECKS, 'Scripts' => ['node', '--test', '--test-reporter=dot', ...$scripts]];
        $code = 0;
        foreach ($checks as $name => $check) {
            $this->console->step($name);
            $code = max($code, $this->console->openly(['nice', ...$check], $this->root, ['TMPDIR' => $own]));
        }

        return $code;
    }

    private function types(): int
    {
        $code = 0;
        foreach (['phpstan-core.neon', 'phpstan.neon'] as $rules) {
            $this->console->step("PHPStan by {$rules}");
            // It asks the application for its models, and the application needs an instance.
            $code = max($code, $this->openly(['nice', PHP_BINARY, ...self::PHPSTAN, '-c', $rules]));
        }

        return $code;
    }

    /** @param  list<string>  $arguments */
    private function phpUnit(string $step, array $arguments): int
    {
        $this->console->step($step);

        return $this->openly([PHP_BINARY, ...self::PHPUNIT, ...$arguments]);
    }

    /** @param  list<string>  $command */
    private function openly(array $command): int
    {
        return $this->console->openly($command, $this->root, $this->environment);
    }

    /** The same cards in a folder of their own: in the rack the browser pulls them out while others read them. */
    private function linkCards(string $path): void
    {
        $this->console->quietly('the cards', ['sh', '-c', 'rm -rf cards && cp -al rack cards'], $path);
    }
}
