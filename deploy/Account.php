<?php

declare(strict_types=1);

namespace Kanpai\Deploy;

/**
 * The account that everything runs as. Nothing runs as root: whoever starts Kanpai as root, so that it can install
 * packages, goes on as the owner of the folder, and where that is root too, as a system user made for it.
 */
final class Account
{
    private const NAME = 'kanpai';

    private const HOME = '/var/lib/kanpai';

    /** What is written to below the folder. */
    private const OWN = ['storage', 'bootstrap/cache', '.phpunit.cache', '.phpstan.cache'];

    public function __construct(private readonly string $root, private readonly Console $console)
    {
    }

    /**
     * Goes on as that account, from the beginning of the command; returns where it is that account already.
     *
     * @param  bool  $mayStayRoot  whether to go on as root where the account cannot reach the folder: in tests alone
     *
     * @throws Failure
     */
    public function become(bool $mayStayRoot = false): void
    {
        if (posix_geteuid() !== 0) {
            return;
        }
        $owner = posix_getpwuid((int) fileowner($this->root)) ?: ['uid' => 0];
        try {
            $account = $owner['uid'] === 0 ? $this->made() : $owner;
        } catch (Failure $failure) {
            $mayStayRoot || throw $failure;
            $this->console->step('No user could be made, so the tests run as root');

            return;
        }
        $as = [
            'setpriv',
            "--reuid={$account['uid']}",
            "--regid={$account['gid']}",
            '--init-groups',
            '--inh-caps=-all',
            'env',
            "HOME={$account['dir']}",
            "USER={$account['name']}",
            "LOGNAME={$account['name']}",
        ];
        // Some packages come with files that only their owner may read.
        $this->console->quietly('chmod', ['chmod', '-R', 'a+rX', 'vendor', 'public/build'], $this->root);
        if (! $this->reaches($as)) {
            if ($mayStayRoot) {
                $this->console->step("The user {$account['name']} cannot read {$this->root}, so the tests run as root");

                return;
            }
            throw new Failure(
                "Kanpai does not run as root, and the user {$account['name']} cannot read {$this->root}. Put it ".
                    'where others can read, such as /srv, or run it as a user of its own.',
            );
        }
        foreach (self::OWN as $folder) {
            is_dir("{$this->root}/{$folder}") || mkdir("{$this->root}/{$folder}", 0755, true);
            // What an earlier run as root has left; links are not followed.
            $this->console->quietly(
                'chown',
                [
                    'find',
                    "{$this->root}/{$folder}",
                    '!',
                    '-user',
                    (string) $account['uid'],
                    '-exec',
                    'chown',
                    '-h',
                    "{$account['uid']}:{$account['gid']}",
                    '{}',
                    '+',
                ],
                $this->root,
            );
        }
        $arguments = array_values(array_filter((array) ($_SERVER['argv'] ?? []), is_string(...)));
        $arguments[0] = "{$this->root}/kanpai";
        chdir($this->root);
        pcntl_exec('/usr/bin/'.array_shift($as), [...$as, PHP_BINARY, ...$arguments]);
        throw new Failure("Going on as the user {$account['name']} failed. Run this as a user of its own.");
    }

    /** @return array{name: string, uid: int, gid: int, dir: string} the system user, made if there is none */
    private function made(): array
    {
        if (posix_getpwnam(self::NAME) === false) {
            $this->console->step('Making the system user '.self::NAME.', so that nothing runs as root');
            $this->console->quietly(
                'useradd',
                [
                    '/usr/sbin/useradd',
                    '--system',
                    '--user-group',
                    '--create-home',
                    '--home-dir',
                    self::HOME,
                    '--shell',
                    '/bin/sh',
                    self::NAME,
                ],
                '/',
            );
        }

        return posix_getpwnam(self::NAME) ?:
            throw new Failure('The system user '.self::NAME.' cannot be made. Run Kanpai as a user of its own.');
    }

    /** @param  non-empty-list<string>  $as */
    private function reaches(array $as): bool
    {
        foreach (['kanpai', 'vendor/autoload.php', 'public/index.php'] as $file) {
            $process = proc_open([...$as, 'test', '-r', "{$this->root}/{$file}"], [], $pipes, '/');
            if ($process === false || proc_close($process) !== 0) {
                return false;
            }
        }

        return true;
    }
}
