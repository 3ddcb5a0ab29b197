<?php

declare(strict_types=1);

namespace App\Imaging;

/**
 * One running exiftool that takes commands one after another, so that starting it is paid once.
 */
final class ExifTool
{
    /** Seconds that one command may take; a batch of many files has some hundred. */
    private const PATIENCE = 60;

    /** Bytes of address space for a file that is out of its mind. */
    private const MEMORY = 2_000_000_000;

    /** Seconds for one embedded picture. */
    private const SECONDS_FOR_ONE = 20;

    /** @var resource|null */
    private $process = null;

    /** @var array<int, resource> */
    private array $pipes = [];

    private int $number = 0;

    /**
     * Writes tags into a file in place.
     *
     * @param  list<array{string, string}>  $tags  name and value; a name given several times makes a list
     *
     * @throws UnableToWriteMetadata
     */
    public function write(string $path, array $tags): void
    {
        // Values come with the escapes of C (-ec), so that one may have lines of its own.
        $lines = ['-overwrite_original', '-m', '-ec', '-charset', 'iptc=UTF8', '-codedcharacterset=utf8'];
        foreach ($tags as [$name, $value]) {
            $lines[] = '-'.$name.'='.addcslashes($value, "\\\n\r\t");
        }
        $lines[] = $path;
        $answer = $this->ask($lines);
        if (! str_contains($answer, '1 image files updated')) {
            throw UnableToWriteMetadata::because($path, $answer);
        }
    }

    /**
     * What a camera wrote of a picture, into a file that was made from it: exposure, lens, body, time, place. Not how
     * it is turned, which pixels it has, and small pictures.
     *
     * @throws UnableToWriteMetadata
     */
    public function carry(string $from, string $to): void
    {
        $answer = $this->ask([
            '-overwrite_original',
            '-m',
            '-q',
            '-TagsFromFile',
            $from,
            '-IFD0:Make',
            '-IFD0:Model',
            '-ExifIFD:all',
            '-GPS:all',
            '--ExifImageWidth',
            '--ExifImageHeight',
            '--MakerNotes:all',
            $to,
        ]);
        if (str_contains($answer, 'Error')) {
            throw UnableToWriteMetadata::because($to, $answer);
        }
    }

    /**
     * Reads tags of files, by exiftool's names of them; numbers come as numbers, whole blocks as text or in base 64.
     *
     * @param  list<string>  $paths
     * @param  list<string>  $tags
     * @return array<string, array<string, mixed>> path => tag => value; a file that cannot be read is missing
     *
     * @throws UnableToWriteMetadata
     */
    public function read(array $paths, array $tags): array
    {
        return $this->table(['-n', '-b', '-fast2'], $paths, $tags);
    }

    /**
     * As `read`, with makers' notes and in words: a lens by its name, not its number. A tag with # behind comes as a
     * number.
     *
     * @param  list<string>  $paths
     * @param  list<string>  $tags
     * @return array<string, array<string, mixed>> path => tag => value
     *
     * @throws UnableToWriteMetadata
     */
    public function readNotes(array $paths, array $tags): array
    {
        return $this->table(['-fast'], $paths, $tags);
    }

    /**
     * @param  list<string>  $how
     * @param  list<string>  $paths
     * @param  list<string>  $tags
     * @return array<string, array<string, mixed>>
     *
     * @throws UnableToWriteMetadata
     */
    private function table(array $how, array $paths, array $tags): array
    {
        if ($paths === []) {
            return [];
        }
        $answer = $this->ask([
            '-json',
            ...$how,
            '-q',
            '-charset',
            'filename=utf8',
            ...array_map(fn (string $tag): string => '-'.$tag, $tags),
            ...$paths,
        ]);
        $from = strpos($answer, '[{');
        $to = strrpos($answer, '}]');
        $rows =
            $from === false || $to === false
                ? null
                : json_decode(substr($answer, $from, $to + 2 - $from), true, 16, JSON_INVALID_UTF8_SUBSTITUTE);
        $read = [];
        foreach (is_array($rows) ? $rows : [] as $row) {
            if (is_array($row) && is_string($row['SourceFile'] ?? null)) {
                $read[$row['SourceFile']] = $row;
            }
        }

        return $read;
    }

    /**
     * The bytes of one tag, such as an embedded preview; empty when the file has none.
     *
     * A process of its own: binary answers do not go well with the markers between commands.
     */
    public static function binary(string $path, string $tag): string
    {
        $process = proc_open(
            [
                'prlimit',
                '--as='.self::MEMORY,
                'timeout',
                '-k',
                '2',
                (string) self::SECONDS_FOR_ONE,
                'exiftool',
                '-b',
                '-'.$tag,
                '-q',
                '-q',
                $path,
            ],
            [['file', '/dev/null', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']],
            $pipes,
        );
        if ($process === false) {
            return '';
        }
        $bytes = (string) stream_get_contents($pipes[1]);
        fclose($pipes[1]);
        proc_close($process);

        return $bytes;
    }

    /** @param  list<string>  $lines */
    private function ask(array $lines): string
    {
        $this->process ??= $this->start();
        $this->number++;
        fwrite($this->pipes[0], implode("\n", $lines)."\n-execute{$this->number}\n");
        fflush($this->pipes[0]);

        return $this->answer() ?? throw $this->givenUp();
    }

    /**
     * At the end of its input exiftool waits for more, so it has to end with a worker that was killed: it would go on
     * holding the worker's connection to the database, and with it the lock of the worker's task. The kernel watches
     * over the parent from `setpriv` on; a parent that died before is noticed behind it.
     *
     * @return resource
     */
    private function start()
    {
        $process = proc_open(
            'exec prlimit --as='.self::MEMORY.' setpriv --pdeathsig KILL sh -c '.
                escapeshellarg('[ "$PPID" = '.getmypid().' ] && exec exiftool -stay_open True -@ - 2>&1'),
            [['pipe', 'r'], ['pipe', 'w']],
            $this->pipes,
        );

        return $process === false ? throw UnableToWriteMetadata::because('', 'exiftool cannot be started') : $process;
    }

    /** @return string|null null where it ended, or takes longer than anybody waits */
    private function answer(): ?string
    {
        stream_set_blocking($this->pipes[1], false);
        $end = microtime(true) + self::PATIENCE;
        $answer = '';
        $mark = "{ready{$this->number}}";
        while (($left = $end - microtime(true)) > 0) {
            [$readable, $none, $others] = [[$this->pipes[1]], null, null];
            if (@stream_select($readable, $none, $others, (int) $left, 100_000) === false) {
                return null;
            }
            $bytes = (string) fread($this->pipes[1], 1 << 16);
            $answer .= $bytes;
            $at = strpos($answer, $mark, max(0, strlen($answer) - strlen($bytes) - strlen($mark)));
            if ($at !== false) {
                return substr($answer, 0, $at);
            }
            if ($bytes === '' && feof($this->pipes[1])) {
                return null;
            }
        }

        return null;
    }

    /** The next command gets a process of its own. */
    private function givenUp(): UnableToWriteMetadata
    {
        if ($this->process !== null) {
            proc_terminate($this->process, SIGKILL);
            proc_close($this->process);
        }
        $this->process = null;

        return UnableToWriteMetadata::because('', 'exiftool took too long or ended before it had answered');
    }

    public function __destruct()
    {
        if ($this->process !== null) {
            @fwrite($this->pipes[0], "-stay_open\nFalse\n");
            fclose($this->pipes[0]);
            proc_close($this->process);
        }
    }
}
