<?php

declare(strict_types=1);

namespace App\Copies\Verify;

use RuntimeException;

/** A process that proves copies in the order in which it is given them. It ends with the one that started it. */
final class Verifier
{
    /** @var resource|null */
    private $process = null;

    /** @var array<int, resource> */
    private array $pipes = [];

    /** @var list<int> */
    private array $asked = [];

    /** @param  string  $path  the name that a closed file is to have */
    public function prove(int $id, string $path): void
    {
        $this->start();
        $this->asked[] = $id;
        @fwrite($this->pipes[0], base64_encode($path)."\n");
    }

    /**
     * @param  bool  $all  whether to wait until everything is verified
     * @return array<int, string> id => checksum of what is there now, empty where something failed
     */
    public function answers(bool $all): array
    {
        $answers = [];
        while ($this->asked !== [] && ($all || $this->hasAnswer())) {
            $line = fgets($this->pipes[1]);
            if ($line === false) {
                // The process is gone; what it had in hand is not verified.
                $answers += array_fill_keys($this->asked, '');
                $this->asked = [];
                $this->end();
                break;
            }
            $id = array_shift($this->asked);
            $answers[$id] = trim($line) === '!' ? '' : trim($line);
        }

        return $answers;
    }

    public function __destruct()
    {
        $this->end();
    }

    private function hasAnswer(): bool
    {
        $read = [$this->pipes[1]];
        $none = null;

        return (int) @stream_select($read, $none, $none, 0) > 0;
    }

    private function start(): void
    {
        if ($this->process !== null) {
            return;
        }
        $process = proc_open(
            ['setpriv', '--pdeathsig', 'KILL', PHP_BINARY, __DIR__.'/verify.php'],
            [['pipe', 'r'], ['pipe', 'w']],
            $this->pipes,
        );
        $this->process =
            $process === false
                ? throw new RuntimeException('The process that proves copies cannot be started.')
                : $process;
    }

    private function end(): void
    {
        if ($this->process !== null) {
            array_map(fclose(...), $this->pipes);
            proc_close($this->process);
            $this->process = null;
        }
    }
}
