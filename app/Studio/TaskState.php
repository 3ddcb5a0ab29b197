<?php

declare(strict_types=1);

namespace App\Studio;

enum TaskState: string
{
    case Waiting = 'waiting';
    case Running = 'running';
    case Done = 'done';
    case Failed = 'failed';
    case Stopped = 'stopped';

    public function isOver(): bool
    {
        return $this === self::Done || $this === self::Failed || $this === self::Stopped;
    }
}
