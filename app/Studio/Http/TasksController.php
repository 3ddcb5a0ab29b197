<?php

declare(strict_types=1);

namespace App\Studio\Http;

use App\Studio\Task;
use Illuminate\Contracts\View\View;
use Illuminate\Http\Response;

final class TasksController
{
    /** The bar of one task; once it is over, the page is asked to come anew. */
    public function show(Task $task): Response
    {
        $response = response()->view('studio.task', ['task' => $task]);
        if ($task->state->isOver()) {
            $response->header('HX-Refresh', 'true');
        }

        return $response;
    }

    public function stop(Task $task): View
    {
        $task->stop();

        return view('studio.task', ['task' => $task]);
    }
}
