<?php

declare(strict_types=1);

namespace App\Clocks;

use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\Suggest\Suggestion;
use Kanpai\Core\Studio\Zone;

/** Compares the frames of two bodies; the answer of the task is what they tell. */
final class SuggestClock extends WorkInTurns
{
    public const KIND = 'suggestion';

    public const UNIT = 'bodies';

    public const QUEUE = 'urgent';

    public function __construct(
        int $taskId,
        private readonly int $body,
        private readonly int $other,
        private readonly ?string $zone,
    ) {
        parent::__construct($taskId);
    }

    public static function start(Shoot $shoot, int $body, int $other, ?Zone $zone): Task
    {
        return self::open($shoot, 'Comparing the frames', 2, $body, $other, $zone?->name())->refresh();
    }

    /**
     * @return array{other: int, suggestion: Suggestion, clock: Clock|null}|null
     *   null while it is still being looked for, or when it was not found out
     */
    public static function answer(Task $task): ?array
    {
        $answer = $task->answer === null ? null : unserialize($task->answer);

        return is_array($answer) && isset($answer['other'], $answer['suggestion']) && array_key_exists('clock', $answer)
            ? $answer
            : null;
    }

    protected function turn(Task $task): bool
    {
        $found = app(Suggestions::class)->of(
            Shoot::query()->findOrFail($task->shoot_id),
            $this->body,
            $this->other,
            $this->zone === null ? null : Zone::of($this->zone),
        );
        $task->update(['answer' => serialize(['other' => $this->other, ...$found])]);

        return true;
    }
}
