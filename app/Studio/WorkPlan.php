<?php

declare(strict_types=1);

namespace App\Studio;

use RuntimeException;

/**
 * What a task has to do, written once in its order, a line for each step. A turn goes on at the byte at which the last
 * one stopped, so that a shoot of thirty thousand costs each turn no more than one of thirty.
 */
final readonly class WorkPlan
{
    private function __construct(private string $path)
    {
    }

    public static function of(Task $task): self
    {
        return new self(config('kanpai.plans')."/{$task->id}.jsonl");
    }

    public function isMade(): bool
    {
        return is_file($this->path);
    }

    /**
     * Writes the plan; it has its name only when it is whole.
     *
     * @param  iterable<array<string, mixed>>  $steps
     * @return int how many there are
     */
    public function make(iterable $steps): int
    {
        is_dir(dirname($this->path)) || @mkdir(dirname($this->path), 0700, true);
        $file =
            fopen("{$this->path}.part", 'wb') ?: throw new RuntimeException('The plan of the work cannot be written.');
        $count = 0;
        foreach ($steps as $step) {
            fwrite($file, json_encode($step, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES)."\n");
            $count++;
        }
        fclose($file);
        rename("{$this->path}.part", $this->path);

        return $count;
    }

    /**
     * The steps from a byte on, each with the byte behind it.
     *
     * @return \Generator<int, array<string, mixed>> byte behind the step => step
     */
    public function from(int $byte): \Generator
    {
        $file = @fopen($this->path, 'rb');
        if ($file === false) {
            return;
        }
        try {
            fseek($file, $byte);
            while (($line = fgets($file)) !== false) {
                $step = json_decode($line, true);
                if (is_array($step)) {
                    yield (int) ftell($file) => $step;
                }
            }
        } finally {
            fclose($file);
        }
    }

    public function remove(): void
    {
        @unlink($this->path);
    }
}
