<?php

declare(strict_types=1);

namespace Kanpai\Demo;

use App\Imaging\Picture;
use App\Imaging\PictureWriter;
use Kanpai\Demo\Camera\Body;
use Kanpai\Demo\Camera\Dust;
use Kanpai\Demo\Camera\ImageFiles;
use Kanpai\Demo\Camera\Shot;
use Kanpai\Demo\Scene\Darkroom;
use Kanpai\Demo\Scene\Effects;
use Kanpai\Demo\Scene\Scene;

/**
 * Fills the card rack with the memory cards of the regatta, on all cores, and writes the truth beside them.
 *
 * Safe to kill: each file is written under a temporary name, and what is there already is not made again.
 */
final class CardMaker
{
    private const JPEG_QUALITY = 92;

    /**
     * @param  string  $rack  folder that gets one folder for each card
     * @param  int  $width  pixels of a frame's long side
     * @param  list<string>  $moments  that are drawn; none for all
     */
    public function __construct(
        private readonly string $rack,
        private readonly Regatta $regatta,
        private readonly int $frames,
        private readonly int $width,
        private readonly array $moments = [],
    ) {
    }

    public function isMade(): bool
    {
        return is_file($this->rack.'/truth.json') && file_get_contents($this->rack.'/made') === $this->recipe();
    }

    /** @param  callable(int $done, int $total): void  $progress */
    public function make(int $processes, callable $progress): void
    {
        if (is_file($this->rack.'/made') && file_get_contents($this->rack.'/made') !== $this->recipe()) {
            self::remove($this->rack);
        }
        foreach (Body::all() as $body) {
            self::folder("{$this->rack}/{$body->card}/DCIM");
        }
        file_put_contents($this->rack.'/made', $this->recipe());
        $shots = array_values(array_filter(
            $this->regatta->shots($this->frames),
            fn (Shot $shot): bool => $this->moments === [] || in_array($shot->moment, $this->moments, true),
        ));
        $own = array_values(array_filter($shots, fn (Shot $shot): bool => $shot->copyOf === null));
        $children = [];
        for ($worker = 0; $worker < $processes; $worker++) {
            $pid = pcntl_fork();
            if ($pid === 0) {
                $this->work($own, $worker, $processes);
                // Leave without running the parent's destructors.
                posix_kill(posix_getpid(), SIGKILL);
            }
            $children[$pid] = true;
        }
        while ($children !== []) {
            $gone = pcntl_waitpid(-1, $status, WNOHANG);
            if ($gone > 0) {
                unset($children[$gone]);
            }
            $progress($this->there($own), count($shots));
            usleep(150_000);
        }
        if ($this->there($own) < count($own)) {
            throw new \RuntimeException('The demo frames could not all be drawn; run the command again.');
        }
        $this->repeat($shots, $own, $progress);
        $this->writeTruth($shots);
        $progress(count($shots), count($shots));
    }

    /** @param  list<Shot>  $shots */
    private function there(array $shots): int
    {
        return count(array_filter($shots, fn (Shot $shot): bool => is_file($this->path($shot, $shot->path))));
    }

    /** @param  list<Shot>  $shots */
    private function work(array $shots, int $worker, int $processes): void
    {
        $darkroom = new Darkroom($this->width);
        $files = new ImageFiles();
        // A worker takes whole moments of one body, which share their background.
        $groups = [];
        foreach ($shots as $shot) {
            $groups[$shot->moment.'/'.$shot->body->key][] = $shot;
        }
        foreach (array_values($groups) as $i => $group) {
            if ($i % $processes !== $worker) {
                continue;
            }
            foreach ($group as $shot) {
                if (! is_file($this->path($shot, $shot->path))) {
                    $this->draw($shot, $darkroom, $files);
                }
            }
        }
    }

    private function draw(Shot $shot, Darkroom $darkroom, ImageFiles $files): void
    {
        $hand = Drawing\Random::for($this->regatta->seed, 'hand', $shot->moment, $shot->body->key, $shot->index);
        $scene = new Scene($this->regatta->seed, $shot->moment, $shot->hour, $shot->body->key, $shot->upright);
        $how = [
            'dx' => (int) $hand->normal(0, 24),
            'dy' => (int) $hand->normal(0, 18),
            'handling' => $shot->handling,
            'grain' => 1.2 + 5 * min(1.0, $shot->iso / 6400) ** 0.6,
            'seed' => $hand->int(1, 1_000_000),
            'warm' => $shot->kind === 'supper' ? 1.4 : ($shot->body->key === 'c' ? 0.35 : 0.0),
            'darker' => $shot->raw->darker,
            'card' => $shot->raw->hasCard,
        ];
        $layers = $scene->layers($shot->kind, $shot->with, $shot->index + 100 * ord($shot->body->key));
        $drawn = $darkroom->drawnScene($layers, $shot->upright, $how);
        $stored = $this->stored($shot, $darkroom->finished($drawn, $how));
        $thumbnail = PictureWriter::jpegBytes($stored->within(160), 75);
        $rawPath = $shot->raw->isAlone ? $shot->path : $shot->rawPath;
        if ($rawPath !== null) {
            $preview = $stored->within(min(1616, intdiv(16 * $this->width, 19)))->inMemory();
            // What the sensor saw: before the camera made the picture lighter or warmer, and clipped it.
            $seen = $this->regatta->hasRaws ? $this->stored($shot, $darkroom->seen($drawn, $how)) : $stored;
            $this->write(
                $this->path($shot, $rawPath),
                $files->dng($shot, $seen, PictureWriter::jpegBytes($preview, 84), $preview->width(), $preview->height()),
                $shot,
            );
        }
        if ($shot->raw->isAlone) {
            return;
        }
        $this->write(
            $this->path($shot, $shot->path),
            $files->jpeg($shot, $stored, $thumbnail, self::JPEG_QUALITY),
            $shot,
        );
    }

    /** As the sensor holds it: upright frames lie on their side; with its dust, where a sensor has some. */
    private function stored(Shot $shot, Picture $picture): Picture
    {
        $stored = $shot->upright ? Effects::turned($picture, 1)->inMemory() : $picture;

        return $this->regatta->hasRaws && $shot->body->key === Dust::BODY ? Dust::on($stored) : $stored;
    }

    /**
     * @param  list<Shot>  $shots
     * @param  list<Shot>  $own
     * @param  callable(int, int): void  $progress
     */
    private function repeat(array $shots, array $own, callable $progress): void
    {
        $sources = [];
        foreach ($own as $shot) {
            $sources[$shot->moment.'/'.$shot->body->key.'/'.$shot->index] = $shot;
        }
        $files = new ImageFiles();
        foreach ($shots as $n => $shot) {
            $target = $this->path($shot, $shot->path);
            if ($shot->copyOf === null || is_file($target)) {
                continue;
            }
            $source = $sources[$shot->moment.'/'.$shot->body->key.'/'.$shot->index];
            $jpeg = (string) file_get_contents($this->path($source, $source->path));
            $exif = (int) (unpack('n', $jpeg, 4)[1] ?? 0);
            $size = getimagesizefromstring($jpeg);
            $thumbnail = (string) @exif_thumbnail($this->path($source, $source->path));
            $noise = Drawing\Random::for($this->regatta->seed, 'noise', $n);
            $this->write(
                $target,
                $files->withExif(
                    $shot,
                    "\xFF\xD8".substr($jpeg, 4 + $exif),
                    $size[0] ?? 0,
                    $size[1] ?? 0,
                    $thumbnail,
                    pack('V*', ...array_map(fn (): int => $noise->int(0, 0x7FFFFFFF), range(1, 16))),
                ),
                $shot,
            );
            if ($n % 50 === 0) {
                $progress($n, count($shots));
            }
        }
    }

    /** @param  list<Shot>  $shots */
    private function writeTruth(array $shots): void
    {
        $clocks = [];
        foreach (Body::all() as $body) {
            $clocks[$body->serial] = [
                'offset_ms' => -$body->offset,
                'drift_seconds_a_day' => -$body->drift,
                'zone' => $body->zone,
                'right_at' => gmdate('Y-m-d\TH:i:s\Z', intdiv($this->regatta->setRight(), 1000)),
            ];
        }
        file_put_contents(
            $this->rack.'/truth.json.part',
            json_encode(
                [
                    'zone' => Regatta::ZONE,
                    'clocks' => $clocks,
                    'frames' => array_map(fn (Shot $shot): array => $shot->truth(), $shots),
                ],
                JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
            ),
        );
        rename($this->rack.'/truth.json.part', $this->rack.'/truth.json');
    }

    private function path(Shot $shot, string $path): string
    {
        return "{$this->rack}/{$shot->body->card}/{$path}";
    }

    private function write(string $path, string $bytes, Shot $shot): void
    {
        self::folder(dirname($path));
        file_put_contents($path.'.part', $bytes);
        // A card's file system dates a file by the camera's clock.
        touch($path.'.part', intdiv($shot->reading, 1000));
        rename($path.'.part', $path);
    }

    /** Says what was made, so that a change of the drawing makes the cards anew. */
    private function recipe(): string
    {
        $code = '';
        foreach ([...glob(__DIR__.'/*.php') ?: [], ...glob(__DIR__.'/*/*.php') ?: []] as $file) {
            $code .= hash_file('xxh128', $file);
        }

        return implode(' ', [
            $this->regatta->seed,
            (int) $this->regatta->hasRaws,
            $this->frames,
            $this->width,
            hash('xxh128', $code),
        ]);
    }

    private static function folder(string $path): void
    {
        if (! is_dir($path)) {
            @mkdir($path, 0755, true);
        }
    }

    private static function remove(string $path): void
    {
        foreach (array_diff(scandir($path) ?: [], ['.', '..']) as $name) {
            is_dir($path.'/'.$name) && ! is_link($path.'/'.$name)
                ? self::remove($path.'/'.$name)
                : unlink($path.'/'.$name);
        }
        rmdir($path);
    }
}
