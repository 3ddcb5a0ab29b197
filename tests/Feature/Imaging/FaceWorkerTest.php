<?php

declare(strict_types=1);

namespace Tests\Feature\Imaging;

use App\Imaging\Faces\FaceWorker;
use App\Imaging\Picture;
use App\Imaging\PictureReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What becomes of pictures when the process that measures faces is not well. */
final class FaceWorkerTest extends TestCase
{
    private string $marker;

    protected function setUp(): void
    {
        $this->marker = sys_get_temp_dir().'/kanpai-fake-'.bin2hex(random_bytes(6));
    }

    protected function tearDown(): void
    {
        @unlink($this->marker);
    }

    /** @return iterable<string, array{string, string|null}> what it does, and what is said of each picture */
    public static function illnesses(): iterable
    {
        $silent = 'Faces were not measured: the face worker ended or was silent for too long.';
        yield 'none' => ['answers', null];
        yield 'it dies with each picture' => ['dies', $silent];
        yield 'it dies before the first' => ['dies at once', $silent];
        yield 'it died once' => ['dies once', null];
        yield 'it hangs' => ['hangs', $silent];
        yield 'it hung once' => ['hangs once', null];
        yield 'it prints something else' => ['no JSON', $silent];
        yield 'it prints without end' => ['no line', $silent];
        yield 'its answer has no faces' => ['no faces', 'Faces were not measured: the answer cannot be read.'];
        yield 'it has an error' => ['an error', 'Faces were not measured: out of memory.'];
        yield 'it answers what nobody asked' => ['what nobody asked', null];
    }

    #[DataProvider('illnesses')]
    public function test_every_picture_gets_an_answer(string $what, ?string $problem): void
    {
        $worker = $this->worker($what);
        $answers = iterator_to_array($worker->measured($this->pictures(5)));
        ksort($answers);
        $expected = $problem === null ? ['faces' => []] : ['problem' => $problem];
        self::assertSame(array_fill(1, 5, $expected), $answers);
        self::assertSame([], self::leftBehind());
    }

    public function test_whoever_stops_asking_gets_no_old_answers_later(): void
    {
        $worker = $this->worker('answers');
        foreach ($worker->measured($this->pictures(5)) as $id => $answer) {
            self::assertSame(1, $id);
            break;
        }
        self::assertSame([], self::leftBehind());
        self::assertSame([1, 2], array_keys(iterator_to_array($worker->measured($this->pictures(2)))));
    }

    private function worker(string $what): FaceWorker
    {
        return new FaceWorker([PHP_BINARY, __DIR__.'/fake-face-worker.php', $what, $this->marker], 1.0);
    }

    /** @return iterable<int, Picture> */
    private function pictures(int $count): iterable
    {
        for ($id = 1; $id <= $count; $id++) {
            yield $id => PictureReader::svg("<svg xmlns='http://www.w3.org/2000/svg' width='8' height='8'/>")->flat();
        }
    }

    /** @return list<string> pixels of this process's own that nobody removed */
    private static function leftBehind(): array
    {
        $size = 8 * 8 * 3;

        return array_values(array_filter(
            glob('/dev/shm/kanpai-faces-*') ?: [],
            fn (string $path): bool => @filesize($path) === $size,
        ));
    }
}
