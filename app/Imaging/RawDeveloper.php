<?php

declare(strict_types=1);

namespace App\Imaging;

/**
 * Raw files as pictures, by LibRaw's own programs: what is damaged kills a process of its own, and nothing else.
 *
 * Pictures come in the colours of the sensor, white as it was shot, nothing clipped, sixteen bits, encoded as sRGB is.
 *
 * @throws UnableToMakePicture
 */
final class RawDeveloper
{
    /** Bytes of address space (61 megapixels take 1.5 GB in full size), and seconds. */
    private const LIMITS = ['prlimit', '--as=4000000000', 'timeout', '-k', '2', '120'];

    /** Seconds after which nobody can be at work in a folder any more. */
    private const LEFT = 3600;

    /**
     * White as shot (-w), the file's own brightness (-W), 16 bits (-6), nothing clipped (-H 1), colours of the sensor
     * (-o 0), no guess at how bright the brightest is (-c 0, or a bright frame becomes up to 16 % brighter), the curve
     * of sRGB (-g), as TIFF (-T).
     */
    private const HOW = ['-w', '-W', '-6', '-H', '1', '-o', '0', '-c', '0', '-g', '2.4', '12.92', '-T'];

    public function __construct(private readonly ExifTool $exifTool)
    {
    }

    public function facts(string $path): RawFacts
    {
        [$said, $problem] = self::run(['raw-identify', '-v', (string) realpath($path)], '/');
        if (str_contains($problem, 'Cannot') || ! str_contains($said, 'sRGB Matrix')) {
            $reason = str_contains($problem, 'Unsupported') ? 'LibRaw does not know this kind' : 'it is damaged';
            throw UnableToMakePicture::because('develop the raw file', $reason);
        }
        $tags = $this->exifTool->read([$path], ['BaselineExposure'])[$path] ?? [];
        $stops = $tags['BaselineExposure'] ?? 0.0;

        return RawFacts::of($said, is_numeric($stops) ? (float) $stops : 0.0);
    }

    /**
     * @param  bool  $isHalf  half as large in both directions, for a third of the time
     * @param  (callable(): void)|null  $meanwhile  what can be done while LibRaw is at work
     */
    public function develop(string $path, bool $isHalf, ?callable $meanwhile = null): Picture
    {
        self::tidy();
        $folder = sys_get_temp_dir().'/kanpai-raw-'.bin2hex(random_bytes(8));
        mkdir($folder, 0700);
        try {
            // The program writes beside what it reads, so that it is given a name in a folder of its own.
            symlink((string) realpath($path), "{$folder}/frame.raw");

            return self::developed($folder, [...self::HOW, ...$isHalf ? ['-h'] : []], $meanwhile);
        } finally {
            array_map(unlink(...), glob("{$folder}/*") ?: []);
            @rmdir($folder);
        }
    }

    /**
     * @param  list<string>  $how
     * @param  (callable(): void)|null  $meanwhile
     */
    private static function developed(string $folder, array $how, ?callable $meanwhile): Picture
    {
        $names = ['-Z', "{$folder}/frame.tiff", "{$folder}/frame.raw"];
        [, $problem] = self::run(['dcraw_emu', ...$how, ...$names], $folder, $meanwhile);
        if (! is_file("{$folder}/frame.tiff") || $problem !== '') {
            throw UnableToMakePicture::because('develop the raw file', self::reason($problem));
        }

        return PictureReader::deepFile("{$folder}/frame.tiff");
    }

    /** Takes away what a killed worker left. */
    private static function tidy(): void
    {
        foreach (glob(sys_get_temp_dir().'/kanpai-raw-*', GLOB_ONLYDIR) ?: [] as $folder) {
            if (@filemtime($folder) < time() - self::LEFT) {
                array_map(unlink(...), glob("{$folder}/*") ?: []);
                @rmdir($folder);
            }
        }
    }

    private static function reason(string $problem): string
    {
        return $problem === '' ? 'it is damaged, or takes too long' : (string) preg_replace('~^[^:]*: ~', '', $problem);
    }

    /**
     * @param  list<string>  $command
     * @param  (callable(): void)|null  $meanwhile
     * @return array{string, string} what it printed, and what it complained of
     */
    private static function run(array $command, string $folder, ?callable $meanwhile = null): array
    {
        $process = proc_open(
            [...self::LIMITS, ...$command],
            [['file', '/dev/null', 'r'], ['pipe', 'w'], ['pipe', 'w']],
            $pipes,
            $folder,
            ['PATH' => (string) getenv('PATH'), 'OMP_NUM_THREADS' => '1', 'LC_ALL' => 'C'],
        );
        if ($process === false) {
            throw UnableToMakePicture::because('develop the raw file', 'LibRaw cannot be started');
        }
        try {
            $meanwhile === null || $meanwhile();

            return [(string) stream_get_contents($pipes[1]), trim((string) stream_get_contents($pipes[2]))];
        } finally {
            proc_close($process);
        }
    }
}
