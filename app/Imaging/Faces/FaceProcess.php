<?php

declare(strict_types=1);

namespace App\Imaging\Faces;

/** A process that answers lines of JSON with lines of JSON. */
final class FaceProcess
{
    /** Bytes after which a line is not an answer any more. */
    private const LONGEST_LINE = 1 << 20;

    /** @var resource */
    private $process;

    /** @var array<int, resource> */
    private array $pipes = [];

    private string $read = '';

    /**
     * @param  list<string>  $command
     *
     * @throws UnableToMeasureFaces when it cannot be started
     */
    public function __construct(array $command)
    {
        // The kernel ends it with its parent from `setpriv` on; a parent that died before is noticed behind it.
        $words = implode(' ', array_map(escapeshellarg(...), $command));
        $guarded = '[ "$PPID" = '.getmypid().' ] && exec '.$words;
        $process = proc_open(
            'exec setpriv --pdeathsig KILL sh -c '.escapeshellarg($guarded),
            [['pipe', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']],
            $this->pipes,
        );
        if ($process === false) {
            throw UnableToMeasureFaces::cannotStart();
        }
        $this->process = $process;
        stream_set_blocking($this->pipes[1], false);
    }

    /** @param  array<string, mixed>  $request */
    public function write(array $request): void
    {
        // One that has died is noticed when it is read from.
        @fwrite($this->pipes[0], json_encode($request, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES)."\n");
    }

    /**
     * @return array<array-key, mixed>|null the next answer; null where none comes in time, or what comes is none
     */
    public function read(float $patience): ?array
    {
        $until = microtime(true) + $patience;
        while (($end = strpos($this->read, "\n")) === false) {
            if (! $this->fill($until)) {
                return null;
            }
        }
        $line = json_decode(substr($this->read, 0, $end), true, 16);
        $this->read = substr($this->read, $end + 1);

        return is_array($line) ? $line : null;
    }

    /** @return bool whether more may come */
    private function fill(float $until): bool
    {
        $left = $until - microtime(true);
        if ($left <= 0 || strlen($this->read) > self::LONGEST_LINE) {
            return false;
        }
        [$readable, $none, $others] = [[$this->pipes[1]], null, null];
        if (@stream_select($readable, $none, $others, (int) $left, (int) (1e6 * fmod($left, 1.0))) === false) {
            return false;
        }
        $bytes = (string) fread($this->pipes[1], 1 << 16);
        $this->read .= $bytes;

        return $bytes !== '' || ! feof($this->pipes[1]);
    }

    public function end(): void
    {
        array_map(fclose(...), $this->pipes);
        proc_terminate($this->process, SIGKILL);
        proc_close($this->process);
    }
}
