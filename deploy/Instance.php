<?php

declare(strict_types=1);

namespace Kanpai\Deploy;

/**
 * One running Kanpai: its folder, ports and secrets. `main` is the studio's, `test` is made for the tests.
 *
 * Everything it owns lies in storage/instances/NAME: the database, the originals, the pictures, logs and sockets.
 */
final class Instance
{
    /** @var array<string, string> */
    private array $settings;

    public readonly string $path;

    public function __construct(public readonly string $root, public readonly string $name)
    {
        $this->path = "{$root}/storage/instances/{$name}";
        $this->settings = is_file($this->path.'/env')
            ? self::parse((string) file_get_contents($this->path.'/env'))
            : [];
    }

    public function exists(): bool
    {
        return $this->settings !== [];
    }

    public function get(string $key): string
    {
        return $this->settings[$key] ??
            throw new Failure("The settings in {$this->path}/env lack {$key}. Run ./kanpai up --fresh.");
    }

    public function port(): int
    {
        return (int) $this->get('KANPAI_PORT');
    }

    public function address(): string
    {
        return 'http://127.0.0.1:'.$this->port();
    }

    /** Makes the folders and the settings, keeping what is set already. */
    public function prepare(?int $port): void
    {
        foreach (
            [
                '',
                'run',
                'log',
                'tmp',
                'app',
                'pictures',
                'deliveries',
                'full-sizes',
                'plans',
                'outputs',
                'sheets',
                'sent-out',
                'archive',
                'watched/exports',
                'places/work',
                'places/backup',
                'disks/archive',
                'arrivals',
                'rack',
                'slots',
                'outbox',
                'framework/views',
                'framework/cache',
                'framework/sessions',
            ] as $folder
        ) {
            if (! is_dir($this->path.'/'.$folder)) {
                mkdir($this->path.'/'.$folder, 0700, true);
            }
        }
        $secret = fn (): string => bin2hex(random_bytes(24));
        // The address that was given stays; a port of our own that somebody has taken meanwhile is chosen anew.
        $web = $port ?? (int) ($this->settings['KANPAI_PORT'] ?? self::freePort($this->name === 'main' ? 8480 : 8580));
        $database = (int) ($this->settings['DB_PORT'] ?? 0);
        $this->settings['DB_PORT'] =
            (string) ($database > 0 && self::isFree($database)
                ? $database
                : self::freePort($this->name === 'main' ? 33480 : 33580));
        $this->settings = [
            'APP_NAME' => 'Kanpai',
            'APP_ENV' => $this->name === 'main' ? 'production' : 'testing',
            'APP_KEY' => 'base64:'.base64_encode(random_bytes(32)),
            'APP_DEBUG' => 'false',
            'DB_PASSWORD' => $secret(),
            'KANPAI_PICTURE_SECRET' => $secret(),
            'KANPAI_ROOT_PASSWORD' => $secret(),
            // In tests each studio is a new one, and all of them read the same rack.
            ...$this->name === 'main' ? [] : [
                'KANPAI_SHARED' => '1',
                'KANPAI_FOLDERS_ARE_DISKS' => '1',
                // Tests that need figures ask for them.
                'KANPAI_MEASURES' => '0',
            ],
            ...$this->settings,
            'KANPAI_PORT' => (string) $web,
            'APP_URL' => 'http://127.0.0.1:'.$web,
            'DB_DATABASE' => 'kanpai',
            'DB_USERNAME' => 'kanpai',
        ];
        $lines = '';
        foreach ($this->settings as $key => $value) {
            $lines .= "{$key}={$value}\n";
        }
        file_put_contents($this->path.'/env.part', $lines);
        chmod($this->path.'/env.part', 0600);
        rename($this->path.'/env.part', $this->path.'/env');
    }

    /** The state of the code that was started here last. */
    public function release(): string
    {
        return (string) @file_get_contents($this->path.'/release');
    }

    public function setRelease(string $release): void
    {
        file_put_contents($this->path.'/release', $release);
    }

    /** @return array<string, string> the environment that makes the application this instance */
    public function environment(): array
    {
        return ['KANPAI_INSTANCE' => $this->name];
    }

    /** @return array<string, string> where what the services read once is kept, in variables of the framework */
    public function caches(): array
    {
        return [
            'APP_CONFIG_CACHE' => "{$this->path}/framework/config.php",
            'APP_ROUTES_CACHE' => "{$this->path}/framework/routes.php",
            'APP_EVENTS_CACHE' => "{$this->path}/framework/events.php",
        ];
    }

    /** A socket's path; in the temporary folder where the operating system's limit of 107 bytes would be passed. */
    public function socket(string $name): string
    {
        $path = "{$this->path}/run/{$name}.sock";

        return strlen($path) < 100
            ? $path
            : sys_get_temp_dir().'/kanpai-'.substr(hash('sha256', $path), 0, 16).'.sock';
    }

    public function clear(string ...$folders): void
    {
        foreach ($folders as $folder) {
            self::delete($this->path.'/'.$folder);
        }
    }

    /** All of it but the archive: what has left the desk is not to be lost with it. */
    public function remove(): void
    {
        foreach (is_dir($this->path) ? array_diff(scandir($this->path) ?: [], ['.', '..', 'archive']) : [] as $name) {
            self::delete("{$this->path}/{$name}");
        }
        // Empty folders hold nothing.
        @rmdir("{$this->path}/archive");
        @rmdir($this->path);
        $this->settings = [];
    }

    public static function freePort(int $from): int
    {
        for ($port = $from; $port < $from + 100; $port++) {
            if (self::isFree($port)) {
                return $port;
            }
        }
        throw new Failure("No free port between {$from} and ".($from + 99).' on loopback. Choose one with --port.');
    }

    public static function isFree(int $port): bool
    {
        $server = @stream_socket_server("tcp://127.0.0.1:{$port}");

        return $server !== false && fclose($server);
    }

    /** @return array<string, string> */
    private static function parse(string $text): array
    {
        $settings = [];
        foreach (explode("\n", $text) as $line) {
            if (str_contains($line, '=')) {
                [$key, $value] = explode('=', $line, 2);
                $settings[$key] = $value;
            }
        }

        return $settings;
    }

    private static function delete(string $path): void
    {
        if (is_dir($path) && ! is_link($path)) {
            foreach (array_diff(scandir($path) ?: [], ['.', '..']) as $name) {
                self::delete($path.'/'.$name);
            }
            rmdir($path);
        } elseif (file_exists($path) || is_link($path)) {
            unlink($path);
        }
    }
}
