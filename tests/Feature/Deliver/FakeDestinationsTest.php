<?php

declare(strict_types=1);

namespace Tests\Feature\Deliver;

use App\Deliver\Out\FakeDestination;
use League\Flysystem\Config;
use League\Flysystem\Filesystem;
use League\Flysystem\FilesystemException;
use PHPUnit\Framework\TestCase;

/**
 * The folders that play services: what Flysystem (the library behind the real ones) asks of every kind of storage, and
 * their moods.
 */
final class FakeDestinationsTest extends TestCase
{
    private string $folder;

    private FakeDestination $standIn;

    private Filesystem $files;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/kanpai-standin-'.bin2hex(random_bytes(5));
        $this->standIn = FakeDestination::at($this->folder);
        $this->files = new Filesystem($this->standIn);
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->folder).'*');
    }

    /** @return resource */
    private function stream(string $bytes)
    {
        $file = fopen('php://memory', 'w+b') ?: self::fail('no memory');
        fwrite($file, $bytes);
        rewind($file);

        return $file;
    }

    public function test_what_is_written_is_read_moved_and_taken_away(): void
    {
        $this->files->writeStream('a/b/picture.jpg.part', $this->stream(str_repeat('x', 100_000)));
        $this->files->move('a/b/picture.jpg.part', 'a/b/picture.jpg');
        self::assertSame(
            [true, false, 100_000],
            [
                $this->files->fileExists('a/b/picture.jpg'),
                $this->files->fileExists('a/b/picture.jpg.part'),
                $this->files->fileSize('a/b/picture.jpg'),
            ],
        );
        $this->files->write('a/manifest.json', '{}');
        $this->files->move('a/manifest.json', 'a/b/picture.jpg');
        self::assertSame('{}', $this->files->read('a/b/picture.jpg'), 'a file is not replaced');
        $this->files->delete('a/b/picture.jpg');
        self::assertFalse($this->files->fileExists('a/b/picture.jpg'));
    }

    public function test_it_is_well_until_somebody_says_otherwise(): void
    {
        self::assertSame(['is_away' => false, 'bytes_per_second' => null, 'room' => null], $this->standIn->mood());
        file_put_contents("{$this->folder}.mood", 'nonsense');
        self::assertSame(['is_away' => false, 'bytes_per_second' => null, 'room' => null], $this->standIn->mood());
    }

    public function test_away_it_answers_nothing(): void
    {
        $this->files->write('x', 'y');
        $this->standIn->make(['is_away' => true]);
        foreach (
            [
                fn () => $this->files->fileExists('x'),
                fn () => $this->files->write('z', 'y'),
                fn () => $this->files->writeStream('z', $this->stream('y')),
            ] as $ask
        ) {
            try {
                $ask();
                self::fail('it answers');
            } catch (FilesystemException $reason) {
                self::assertStringContainsString('does not answer', $reason->getMessage());
            }
        }
        $this->standIn->make([]);
        self::assertTrue($this->files->fileExists('x'));
        self::assertFalse($this->files->fileExists('z'));
    }

    public function test_full_it_takes_what_fits_and_no_more(): void
    {
        $this->standIn->make(['room' => 50_000]);
        $this->standIn->writeStream('fits', $this->stream(str_repeat('x', 40_000)), new Config());
        $this->expectException(FilesystemException::class);
        $this->expectExceptionMessage('no space left');
        $this->standIn->writeStream('does not', $this->stream(str_repeat('x', 20_000)), new Config());
    }

    public function test_slow_it_takes_its_time(): void
    {
        $this->standIn->make(['bytes_per_second' => 400_000]);
        $began = microtime(true);
        $this->files->writeStream('slow', $this->stream(str_repeat('x', 120_000)));
        self::assertGreaterThan(0.28, microtime(true) - $began);
        self::assertSame(120_000, $this->files->fileSize('slow'));
    }
}
