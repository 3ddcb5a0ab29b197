<?php

declare(strict_types=1);

namespace Tests\Core\Deploy;

use Kanpai\Deploy\Failure;
use Kanpai\Deploy\Instance;
use Kanpai\Deploy\Options;
use Kanpai\Deploy\Packages;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class LauncherTest extends TestCase
{
    private const KNOWN = ['port' => true, 'fresh' => false];

    private string $root;

    protected function setUp(): void
    {
        $this->root = sys_get_temp_dir().'/kanpai-launcher-'.bin2hex(random_bytes(5));
        mkdir($this->root);
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->root));
    }

    public function test_options_are_read_in_both_ways_of_writing(): void
    {
        foreach ([['--port', '8500', '--fresh'], ['--fresh', '--port=8500']] as $arguments) {
            $options = Options::of($arguments, self::KNOWN);
            self::assertSame(8500, $options->number('port'));
            self::assertTrue($options->has('fresh'));
        }
        self::assertNull(Options::of([], self::KNOWN)->number('port'));
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function wrong(): iterable
    {
        yield 'unknown' => [['--prot', '1'], 'Unknown argument --prot'];
        yield 'no option at all' => [['8500'], 'Unknown argument 8500'];
        yield 'without a value' => [['--port'], '--port needs a value'];
        yield 'not a number' => [['--port', 'web'], 'whole number'];
        yield 'below zero' => [['--port=-1'], 'whole number'];
    }

    /** @param  list<string>  $arguments */
    #[DataProvider('wrong')]
    public function test_wrong_arguments_are_refused_in_words(array $arguments, string $words): void
    {
        $this->expectException(Failure::class);
        $this->expectExceptionMessage($words);
        Options::of($arguments, self::KNOWN)->number('port');
    }

    public function test_an_instance_keeps_its_secrets_and_ports_when_it_is_prepared_again(): void
    {
        $first = new Instance($this->root, 'main');
        self::assertFalse($first->exists());
        $first->prepare(null);
        $again = new Instance($this->root, 'main');
        $again->prepare(null);
        foreach (['APP_KEY', 'DB_PASSWORD', 'DB_PORT', 'KANPAI_PICTURE_SECRET', 'KANPAI_PORT'] as $key) {
            self::assertSame($first->get($key), $again->get($key), $key);
        }
        self::assertGreaterThanOrEqual(48, strlen($first->get('DB_PASSWORD')));
        self::assertSame(
            '0600',
            substr(sprintf('%o', fileperms($first->path.'/env')), -4),
            'secrets are for the owner alone',
        );

        $moved = new Instance($this->root, 'main');
        $moved->prepare(18_123);
        self::assertSame('http://127.0.0.1:18123', (new Instance($this->root, 'main'))->address());
        self::assertSame($first->get('DB_PASSWORD'), $moved->get('DB_PASSWORD'));
    }

    public function test_two_instances_share_nothing(): void
    {
        $main = new Instance($this->root, 'main');
        $test = new Instance($this->root, 'test');
        $main->prepare(null);
        $test->prepare(null);
        foreach (['APP_KEY', 'DB_PASSWORD', 'KANPAI_PICTURE_SECRET', 'DB_PORT', 'KANPAI_PORT'] as $key) {
            self::assertNotSame($main->get($key), $test->get($key), $key);
        }
        $test->remove();
        self::assertDirectoryDoesNotExist($test->path);
        self::assertDirectoryExists($main->path);
        mkdir($main->path.'/archive/1/a-bag', 0700, true);
        $main->remove();
        self::assertSame(
            ['archive'],
            array_values(array_diff(scandir($main->path) ?: [], ['.', '..'])),
            'what was archived goes with the installation',
        );
    }

    public function test_a_socket_fits_into_what_the_operating_system_allows(): void
    {
        $deep = new Instance($this->root.'/'.str_repeat('a-rather-long-folder-name/', 6), 'main');
        self::assertLessThan(104, strlen($deep->socket('database')));
        self::assertNotSame($deep->socket('database'), $deep->socket('fpm'));
    }

    public function test_a_port_that_is_taken_is_passed_over(): void
    {
        $server = stream_socket_server('tcp://127.0.0.1:0');
        self::assertNotFalse($server);
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($server, false), ':'), 1);
        self::assertGreaterThan($port, Instance::freePort($port));
    }

    public function test_the_one_line_to_install_names_every_package(): void
    {
        self::assertSame('apt-get install --no-install-recommends a b', Packages::line('a', 'b'));
    }

    public function test_the_command_says_how_it_is_used_and_fails_with_a_sentence(): void
    {
        $kanpai = escapeshellarg(dirname(__DIR__, 3).'/kanpai');
        exec("{$kanpai} help", $help, $code);
        self::assertSame(0, $code);
        foreach (['up', 'down', 'doctor', 'test', 'bench', 'demo'] as $verb) {
            self::assertStringContainsString("./kanpai {$verb}", implode("\n", $help));
        }
        exec("{$kanpai} brew 2>&1", $said, $code);
        self::assertSame(2, $code);
        exec("{$kanpai} up --tea 2>&1", $refused, $code);
        self::assertSame(1, $code);
        self::assertStringContainsString('Unknown argument --tea', implode("\n", $refused));
    }
}
