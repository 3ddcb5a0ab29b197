<?php

declare(strict_types=1);

namespace Kanpai\Deploy;

/** MariaDB, php-fpm, nginx and the queue workers of an instance, under supervisor, on loopback. */
final class Services
{
    public function __construct(private readonly Instance $instance, private readonly Console $console)
    {
    }

    public function areUp(): bool
    {
        return $this->supervisor() !== null && $this->answers();
    }

    /** Starts the database and waits for it; an init file makes the database and its user before anyone can connect. */
    public function startDatabase(): void
    {
        $data = $this->instance->path.'/database';
        if (! is_dir($data.'/mysql')) {
            $this->console->step('Making a MariaDB data directory');
            $this->console->quietly(
                'mariadb-install-db',
                [
                    'mariadb-install-db',
                    '--no-defaults',
                    "--datadir={$data}",
                    '--auth-root-authentication-method=normal',
                    '--skip-test-db',
                    ...$this->asUser(),
                ],
                $this->instance->path,
            );
        }
        $this->write();
        if ($this->supervisor() === null) {
            @unlink($this->instance->socket('supervisor'));
            $this->console->quietly(
                'supervisord',
                ['supervisord', '-c', $this->file('supervisord.conf')],
                $this->instance->path,
            );
        } else {
            $this->control('update');
        }
        $this->control('start', 'database');
        $this->wait('MariaDB', fn (): bool => $this->databaseAnswers(), 'log/database.log');
    }

    /** Starts the rest. Settings, routes and pages are read once, here, and not by each request anew. */
    public function startAll(): void
    {
        $caches = [...$this->instance->environment(), ...$this->instance->caches()];
        foreach (['config:cache', 'route:cache', 'event:cache', 'view:cache'] as $command) {
            $this->console->quietly($command, [PHP_BINARY, 'artisan', $command], $this->instance->root, $caches);
        }
        $this->control('start', 'fpm', 'web', 'reader', 'workers:*', 'measurers:*', 'clock');
        $this->wait('the sign-in page', fn (): bool => $this->answers(), 'log/web-error.log');
    }

    public function stopAll(): bool
    {
        $pid = $this->supervisor();
        if ($pid === null) {
            return false;
        }
        posix_kill($pid, SIGTERM);
        for ($i = 0; $i < 300 && $this->supervisor() !== null; $i++) {
            usleep(100_000);
        }

        return true;
    }

    /** @return list<string> what each program is doing, as supervisor says it */
    public function states(): array
    {
        exec('supervisorctl -c '.escapeshellarg($this->file('supervisord.conf')).' status 2>&1', $lines);

        return $lines;
    }

    public function answers(): bool
    {
        $context = stream_context_create(['http' => ['timeout' => 5, 'ignore_errors' => true]]);
        $page = @file_get_contents($this->instance->address().'/sign-in', false, $context);

        return is_string($page) && str_contains($page, 'name="password"');
    }

    /** @return int|null the supervisor's process, when it is alive and ours */
    public function supervisor(): ?int
    {
        $pid = (int) @file_get_contents($this->file('run/supervisord.pid'));
        $command = $pid > 0 ? (string) @file_get_contents("/proc/{$pid}/cmdline") : '';

        return str_contains($command, $this->file('supervisord.conf')) ? $pid : null;
    }

    public function runsAsRoot(): bool
    {
        $pid = $this->supervisor();

        return $pid !== null && fileowner("/proc/{$pid}") === 0;
    }

    private function write(): void
    {
        $isRoot = posix_geteuid() === 0;
        $cores = max(1, (int) shell_exec('nproc'));
        $values = [
            '{path}' => $this->instance->path,
            '{root}' => $this->instance->root,
            '{name}' => $this->instance->name,
            '{port}' => (string) $this->instance->port(),
            '{db_port}' => $this->instance->get('DB_PORT'),
            '{db_socket}' => $this->instance->socket('database'),
            '{fpm_socket}' => $this->instance->socket('fpm'),
            '{supervisor_socket}' => $this->instance->socket('supervisor'),
            '{picture_secret}' => $this->instance->get('KANPAI_PICTURE_SECRET'),
            '{php}' => PHP_BINARY,
            '{workers}' => (string) $cores,
            '{mariadb_user}' => $isRoot ? '--user=root' : '',
            '{supervisor_caches}' => implode(
                '',
                array_map(
                    fn (string $key, string $path): string => ",{$key}=\"{$path}\"",
                    array_keys($this->instance->caches()),
                    $this->instance->caches(),
                ),
            ),
            '{fpm_caches}' => implode(
                "\n",
                array_map(
                    fn (string $key, string $path): string => "env[{$key}] = {$path}",
                    array_keys($this->instance->caches()),
                    $this->instance->caches(),
                ),
            ),
            '{fpm_root}' => $isRoot ? '-R' : '',
            '{fpm_user}' => $isRoot ? "user = root\ngroup = root" : '',
            '{nginx_user}' => $isRoot ? 'user root;' : '',
        ];
        foreach (['supervisord.conf', 'nginx.conf', 'php-fpm.conf'] as $name) {
            file_put_contents(
                $this->file($name),
                strtr((string) file_get_contents("{$this->instance->root}/deploy/templates/{$name}"), $values),
            );
            chmod($this->file($name), 0600);
        }
        $password = $this->instance->get('DB_PASSWORD');
        $root = $this->instance->get('KANPAI_ROOT_PASSWORD');
        $names =
            $this->instance->name === 'test'
                ? ['kanpai', 'kanpai_feature', 'kanpai_feature_1', 'kanpai_feature_2', 'kanpai_bench']
                : ['kanpai'];
        $sql =
            "ALTER USER 'root'@'localhost' IDENTIFIED BY '{$root}';\nCREATE USER IF NOT EXISTS 'kanpai'@'127.0.0.1' ".
            "IDENTIFIED BY '{$password}';\nALTER USER 'kanpai'@'127.0.0.1' IDENTIFIED BY '{$password}';\n";
        foreach ($names as $name) {
            $sql .= "CREATE DATABASE IF NOT EXISTS {$name} CHARACTER SET utf8mb4 COLLATE ".
                "utf8mb4_unicode_ci;\nGRANT ALL ON {$name}.* TO 'kanpai'@'127.0.0.1';\n";
        }
        file_put_contents($this->file('run/init.sql'), $sql);
        chmod($this->file('run/init.sql'), 0600);
    }

    private function databaseAnswers(): bool
    {
        mysqli_report(MYSQLI_REPORT_OFF);
        $link = @mysqli_connect(
            '127.0.0.1',
            'kanpai',
            $this->instance->get('DB_PASSWORD'),
            'kanpai',
            (int) $this->instance->get('DB_PORT'),
        );

        if ($link === false) {
            return false;
        }
        mysqli_close($link);

        return true;
    }

    /** @param  callable(): bool  $isThere */
    private function wait(string $what, callable $isThere, string $log): void
    {
        for ($i = 0; $i < 600; $i++) {
            if ($isThere()) {
                return;
            }
            usleep(100_000);
        }
        $tail = implode("\n", array_slice(explode("\n", trim((string) @file_get_contents($this->file($log)))), -8));
        throw new Failure("Waited a minute for {$what}. The last lines of its log:\n{$tail}\nRun ./kanpai doctor.");
    }

    private function control(string ...$words): void
    {
        exec(
            'supervisorctl -c '.
                escapeshellarg($this->file('supervisord.conf')).
                ' '.
                implode(' ', array_map(escapeshellarg(...), $words)).
                ' 2>&1',
        );
    }

    private function file(string $name): string
    {
        return $this->instance->path.'/'.$name;
    }

    /** @return list<string> */
    private function asUser(): array
    {
        return posix_geteuid() === 0 ? ['--user=root'] : [];
    }
}
