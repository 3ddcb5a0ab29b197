<?php

declare(strict_types=1);

namespace App\Captions;

use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Kanpai\Core\Caption\CaptionSheet;
use Kanpai\Core\Cull\FrameFilter;

/** Fills the sheet in for the frames that are meant, then has the sidecars written. */
final class ApplySheet extends WorkInTurns
{
    /** @param  array<string, int|string>  $filter */
    public function __construct(int $taskId, private readonly array $filter)
    {
        parent::__construct($taskId);
    }

    protected function turn(Task $task): bool
    {
        $shoot = Shoot::query()->findOrFail($task->shoot_id);
        $filter = FrameFilter::ofQuery($this->filter);
        $captioning = app(Captioning::class);
        $task->begin($captioning->frames($shoot, $filter)->count());
        $captioning->apply($shoot, CaptionSheet::of(SheetOfShoot::fieldsFor($shoot)), $filter, function (int $done) use ($task): void {
            $task->reach($done);
        });
        $writing = Task::open($shoot, 'sidecars', 'captions', 'Writing XMP sidecars', 'frames', $task->total);
        WriteCaptions::dispatch($writing->id)->onQueue('default');

        return true;
    }
}
