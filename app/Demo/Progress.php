<?php

declare(strict_types=1);

namespace App\Demo;

use App\Studio\Task;
use Illuminate\Console\OutputStyle;
use RuntimeException;
use Symfony\Component\Console\Helper\ProgressBar;

/** Shows how far long work has come. */
final readonly class Progress
{
    public function __construct(private OutputStyle $output)
    {
    }

    /** Waits for a task that workers do. */
    public function wait(?Task $task): void
    {
        $bar = null;
        while ($task !== null && ! $task->refresh()->state->isOver()) {
            $bar ??= $this->bar($task->title, max(1, $task->total));
            $bar->setMaxSteps(max(1, $task->total));
            $bar->setProgress(min($task->done, max(1, $task->total)));
            usleep(200_000);
        }
        if ($task?->problem !== null) {
            throw new RuntimeException($task->problem);
        }
        if ($bar !== null) {
            $bar->finish();
            $this->output->newLine();
        }
    }

    public function bar(string $what, int $steps): ProgressBar
    {
        $bar = $this->output->createProgressBar($steps);
        $bar->setFormat('  '.str_pad($what, 38).' [%bar%] %percent:3s% %');
        $bar->minSecondsBetweenRedraws($this->output->isDecorated() ? 0.1 : 5.0);
        $bar->start();

        return $bar;
    }
}
