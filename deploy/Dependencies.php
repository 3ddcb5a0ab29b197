<?php

declare(strict_types=1);

namespace Kanpai\Deploy;

/** Composer's and npm's packages and the built assets; each step is left out when nothing changed since. */
final class Dependencies
{
    public function __construct(private readonly string $root, private readonly Console $console)
    {
    }

    public function prepare(): void
    {
        foreach (['composer', 'node', 'npm'] as $program) {
            if (trim((string) shell_exec("command -v {$program}")) === '') {
                throw new Failure(
                    "{$program} is not on this machine. Install ".
                        ($program === 'composer' ? 'Composer 2' : 'Node.js 20 or later with npm').
                        ', then run this again.',
                );
            }
        }
        $this->once('vendor', ['composer.json'], 'Composer packages', [
            ['composer', 'install', '--no-interaction', '--no-progress', '--prefer-dist'],
        ]);
        $this->once('node_modules', ['package.json', 'package-lock.json'], 'npm packages', [
            ['npm', 'ci', '--no-audit', '--no-fund'],
        ]);
        $this->once(
            'public/build',
            ['package-lock.json', 'vite.config.js', 'resources'],
            'the pages\' styles and scripts',
            [['npm', 'run', 'build', '--silent']],
        );
    }

    public function areThere(): bool
    {
        return is_file($this->root.'/vendor/autoload.php') && is_file($this->root.'/public/build/manifest.json');
    }

    /** Names the state of the code, so that a change of it restarts what is running. */
    public function release(): string
    {
        return $this->hash([
            'app',
            'bootstrap/app.php',
            'composer.json',
            'config',
            'core',
            'database',
            'demo',
            'deploy',
            'package-lock.json',
            'public/index.php',
            'resources',
            'routes',
            'vite.config.js',
        ]);
    }

    /**
     * @param  list<string>  $sources
     * @param  list<list<string>>  $commands
     */
    private function once(string $result, array $sources, string $what, array $commands): void
    {
        $stamp = "{$this->root}/{$result}/.kanpai";
        $hash = $this->hash($sources);
        if (is_file($stamp) && file_get_contents($stamp) === $hash) {
            return;
        }
        $this->console->step('Preparing '.$what);
        foreach ($commands as $command) {
            $this->console->quietly($what, $command, $this->root, ['COMPOSER_ALLOW_SUPERUSER' => '1']);
        }
        file_put_contents($stamp, $hash);
    }

    /** @param  list<string>  $sources */
    private function hash(array $sources): string
    {
        $hash = hash_init('xxh128');
        foreach ($sources as $source) {
            foreach ($this->files($this->root.'/'.$source) as $file) {
                hash_update($hash, $file.hash_file('xxh128', $file));
            }
        }

        return hash_final($hash);
    }

    /** @return list<string> */
    private function files(string $path): array
    {
        if (! is_dir($path)) {
            return is_file($path) ? [$path] : [];
        }
        $files = [];
        foreach (array_diff(scandir($path) ?: [], ['.', '..']) as $name) {
            array_push($files, ...$this->files($path.'/'.$name));
        }

        return $files;
    }
}
