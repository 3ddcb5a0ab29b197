<?php

declare(strict_types=1);

namespace Kanpai\Deploy;

/** Says what happens, with a bar where it takes longer. */
final class Console
{
    private readonly bool $live;

    private string $lastBar = '';

    public function __construct()
    {
        $this->live = stream_isatty(STDOUT);
    }

    public function say(string $line): void
    {
        echo $line.PHP_EOL;
    }

    public function step(string $what): void
    {
        $this->say('· '.$what);
    }

    public function failure(string $message): void
    {
        fwrite(STDERR, PHP_EOL.$message.PHP_EOL);
    }

    public function usage(string $text, int $code): int
    {
        echo $text;

        return $code;
    }

    public function bar(string $what, int $done, int $total): void
    {
        $share = $total > 0 ? min(1.0, $done / $total) : 1.0;
        $line = sprintf(
            '  %s %s%s %d of %d',
            $what,
            str_repeat('█', (int) round(30 * $share)),
            str_repeat('░', 30 - (int) round(30 * $share)),
            $done,
            $total,
        );
        if ($this->live) {
            echo "\r".$line.($done >= $total ? PHP_EOL : '');
        } elseif ($this->lastBar !== $what && $done >= $total) {
            echo $line.PHP_EOL;
            $this->lastBar = $what;
        }
    }

    /**
     * Runs a program with its output in a log, shown only when it fails.
     *
     * @param  list<string>  $command
     * @param  array<string, string>  $environment
     */
    public function quietly(string $what, array $command, string $directory, array $environment = []): void
    {
        $log = tempnam(sys_get_temp_dir(), 'kanpai');
        $process = proc_open(
            $command,
            [['file', '/dev/null', 'r'], ['file', $log, 'a'], ['file', $log, 'a']],
            $pipes,
            $directory,
            $environment + getenv(),
        );
        $code = $process === false ? 127 : proc_close($process);
        $output = (string) file_get_contents($log);
        unlink($log);
        if ($code !== 0) {
            throw new Failure("{$what} failed:\n".implode("\n", array_slice(explode("\n", trim($output)), -25)));
        }
    }

    /**
     * Runs a program in the open.
     *
     * @param  list<string>  $command
     * @param  array<string, string>  $environment
     */
    public function openly(array $command, string $directory, array $environment = []): int
    {
        // Without descriptors the program inherits ours, in step with the output so far.
        $process = proc_open($command, [], $pipes, $directory, $environment + getenv());

        return $process === false ? 127 : proc_close($process);
    }

    /**
     * Runs a program beside what goes on here. Its output is kept, and shown when it is waited for.
     *
     * @param  list<string>  $command
     * @param  array<string, string>  $environment
     * @return callable(): int says the rest as it comes, and gives the exit code
     */
    public function beside(array $command, string $directory, array $environment = []): callable
    {
        $log = tempnam(sys_get_temp_dir(), 'kanpai');
        $process = proc_open(
            $command,
            [['file', '/dev/null', 'r'], ['file', $log, 'a'], ['file', $log, 'a']],
            $pipes,
            $directory,
            $environment + getenv(),
        );

        return function () use ($process, $log): int {
            $said = fopen($log, 'rb');
            if ($process === false || $said === false) {
                return 127;
            }
            do {
                $status = proc_get_status($process);
                usleep(200_000);
                echo stream_get_contents($said);
            } while ($status['running']);
            unlink($log);

            return $status['exitcode'];
        };
    }
}
