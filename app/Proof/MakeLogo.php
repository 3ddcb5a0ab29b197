<?php

declare(strict_types=1);

namespace App\Proof;

use App\Copies\Disk;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Imaging\UnableToMakePicture;
use App\Studio\Studio;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Illuminate\Support\Facades\Cache;
use Throwable;

/** Makes a studio's logo of whatever file was sent for it. */
final class MakeLogo implements ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    /** What is kept under `key` while a worker is at it; afterwards nothing, or why it could not be done. */
    public const WAITING = 'waiting';

    /** Pixels of the longer side. */
    private const LARGEST = 800;

    private const PROBLEM = 'This is no picture that can be read. A PNG with transparent ground does best.';

    /** Seconds for which a problem is shown. */
    private const SHOWN = 600;

    public int $tries = 2;

    public function __construct(private readonly int $studioId, private readonly string $name)
    {
    }

    public static function folder(): string
    {
        return (string) config('kanpai.pictures').'/logos-on-their-way';
    }

    public static function key(int $studio): string
    {
        return "logo-{$studio}";
    }

    public function handle(): void
    {
        $studio = Studio::query()->find($this->studioId);
        $source = self::folder()."/{$this->name}";
        if ($studio === null || ! is_file($source)) {
            return;
        }
        try {
            $studio->update(['logo_path' => self::keep((string) file_get_contents($source))]);
            Cache::forget(self::key($studio->id));
        } catch (UnableToMakePicture) {
            Cache::put(self::key($studio->id), self::PROBLEM, self::SHOWN);
        }
        @unlink($source);
    }

    /**
     * @return string path below the folder of pictures
     *
     * @throws UnableToMakePicture
     */
    private static function keep(string $bytes): string
    {
        $path = 'marks/'.hash('xxh128', $bytes).'.png';
        $target = config('kanpai.pictures')."/{$path}";
        $picture = PictureReader::bytes($bytes)->within(self::LARGEST);
        Disk::makeFolder(dirname($target), 0700);
        PictureWriter::png($picture, $target);

        return $path;
    }

    public function failed(?Throwable $reason): void
    {
        Cache::put(self::key($this->studioId), self::PROBLEM, self::SHOWN);
    }
}
