<?php

declare(strict_types=1);

namespace App\Imaging\Faces;

use App\Imaging\Picture;
use Generator;

/**
 * One process that measures faces (`worker/main.mjs` says how it is spoken to). It is started with the first picture,
 * ended when it is silent for too long, and started again; it dies with the worker that started it.
 *
 * Nothing by which a person could be known again is asked for, computed or kept.
 *
 * @phpstan-type Answer array{faces?: list<array<string, mixed>>, problem?: string}
 */
final class FaceWorker
{
    /** Pictures it has at once, so that it never waits for the next. */
    private const IN_FLIGHT = 2;

    /** How often a picture is tried that the process died or fell silent on. */
    private const TRIES = 2;

    /** Seconds after which pixels that a killed worker left are removed. */
    private const LEFT_BEHIND = 600;

    private const PREFIX = 'kanpai-faces-';

    private ?FaceProcess $process = null;

    /** @var array<int, array{path: string, width: int, height: int, tries: int}> id => picture on its way */
    private array $flying = [];

    /**
     * @param  list<string>  $command  that starts the process
     * @param  float  $patience  seconds without an answer after which it is ended
     */
    public function __construct(private readonly array $command, private readonly float $patience = 30.0)
    {
    }

    public function __destruct()
    {
        $this->forget();
        $this->end();
    }

    /**
     * The faces of pictures, in the order of the answers.
     *
     * @param  iterable<int, Picture>  $pictures  by numbers of their own; the next is asked for when there is room
     * @return Generator<int, Answer> `faces` as the process answers them, or why there are none
     */
    public function measured(iterable $pictures): Generator
    {
        try {
            foreach ($pictures as $id => $picture) {
                $this->take($id, $picture);
                while (count($this->flying) >= self::IN_FLIGHT) {
                    yield from $this->answers();
                }
            }
            while ($this->flying !== []) {
                yield from $this->answers();
            }
        } finally {
            $this->forget();
        }
    }

    /** Whoever stops asking gets no answers later: the process that still works on them is ended. */
    private function forget(): void
    {
        if ($this->flying !== []) {
            $this->end();
        }
        foreach ($this->flying as $job) {
            @unlink($job['path']);
        }
        $this->flying = [];
    }

    private function take(int $id, Picture $picture): void
    {
        $path = self::folder().'/'.self::PREFIX.bin2hex(random_bytes(8));
        file_put_contents($path, $picture->samples());
        $this->flying[$id] = [
            'path' => $path,
            'width' => $picture->width(),
            'height' => $picture->height(),
            'tries' => 0,
        ];
        $this->send($id);
    }

    private function send(int $id): void
    {
        $this->process ??= $this->start();
        $job = $this->flying[$id];
        $this->flying[$id] = [...$job, 'tries' => $job['tries'] + 1];
        $this->process->write([
            'id' => $id,
            'pixels' => $job['path'],
            'width' => $job['width'],
            'height' => $job['height'],
        ]);
    }

    /** @return Generator<int, Answer> the next answer, or what became of all pictures of a process that gave none */
    private function answers(): Generator
    {
        $line = $this->process?->read($this->patience);
        if ($line === null) {
            yield from $this->startAgain();

            return;
        }
        $id = $line['id'] ?? null;
        if (! is_int($id) || ! isset($this->flying[$id])) {
            return;
        }
        yield $id => $this->landed($id, self::answer($line));
    }

    /**
     * @param  Answer  $answer
     * @return Answer
     */
    private function landed(int $id, array $answer): array
    {
        @unlink($this->flying[$id]['path']);
        unset($this->flying[$id]);

        return $answer;
    }

    /**
     * @param  array<array-key, mixed>  $line
     * @return Answer
     */
    private static function answer(array $line): array
    {
        $faces = $line['faces'] ?? null;
        if (! is_array($faces) || array_filter($faces, is_array(...)) !== $faces) {
            $reason = is_string($line['error'] ?? null) ? $line['error'] : 'the answer cannot be read';

            return ['problem' => "Faces were not measured: {$reason}."];
        }

        return ['faces' => array_values($faces)];
    }

    /** @return Generator<int, Answer> pictures that were tried often enough */
    private function startAgain(): Generator
    {
        $this->end();
        foreach ($this->flying as $id => $job) {
            if ($job['tries'] >= self::TRIES) {
                yield $id => $this->landed($id, [
                    'problem' => 'Faces were not measured: the face worker ended or was silent for too long.',
                ]);
            }
        }
        foreach (array_keys($this->flying) as $id) {
            $this->send($id);
        }
    }

    private function start(): FaceProcess
    {
        foreach (glob(self::folder().'/'.self::PREFIX.'*') ?: [] as $left) {
            if (@filemtime($left) < time() - self::LEFT_BEHIND) {
                @unlink($left);
            }
        }

        return new FaceProcess($this->command);
    }

    private function end(): void
    {
        $this->process?->end();
        $this->process = null;
    }

    /** In memory, where the machine has a place for it. */
    private static function folder(): string
    {
        return is_writable('/dev/shm') ? '/dev/shm' : sys_get_temp_dir();
    }
}
