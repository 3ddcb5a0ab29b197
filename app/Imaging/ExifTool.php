<?php

declare(strict_types=1);

namespace App\Imaging;

/**
 * One running exiftool that takes commands one after another, so that starting it is paid once.
 */
final class ExifTool
{
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

    /** @param  list<string>  $lines */
    private function ask(array $lines): string
    {
        if ($this->process === null) {
            // At the end of its input exiftool waits for more; it has to end with a worker that was killed.
            $process = proc_open('exec setpriv --pdeathsig KILL exiftool -stay_open True -@ - 2>&1', [['pipe', 'r'], ['pipe', 'w']], $this->pipes);
            $this->process = $process === false ? throw UnableToWriteMetadata::because('', 'exiftool cannot be started') : $process;
        }
        $this->number++;
        fwrite($this->pipes[0], implode("\n", $lines)."\n-execute{$this->number}\n");
        fflush($this->pipes[0]);
        $answer = '';
        while (($line = fgets($this->pipes[1])) !== false) {
            if (trim($line) === "{ready{$this->number}}") {
                return $answer;
            }
            $answer .= $line;
        }
        $this->process = null;
        throw UnableToWriteMetadata::because('', 'exiftool ended: '.$answer);
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
