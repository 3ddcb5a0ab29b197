<?php

declare(strict_types=1);

namespace App\Archive;

use App\Studio\Task;
use App\Studio\WorkInTurns;
use Kanpai\Core\Archive\InvalidBag;

/** Reads a bag again, every file of it, and says whether it is what it was. */
final class CheckBag extends WorkInTurns
{
    public const KIND = 'bag-check';

    protected function turn(Task $task): bool
    {
        $bag = $task->about(Bag::class);
        try {
            $payload = $bag->folder()->isThere() ? $bag->folder()->complete() : throw InvalidBag::noDeclaration();
            $task->begin(count($payload));

            return $this->read($task, $bag, $payload) && $this->whole($bag);
        } catch (InvalidBag $reason) {
            app(Archiving::class)->isDamaged($bag, $reason->getMessage());
            $task->fail($reason->getMessage());

            return false;
        }
    }

    /**
     * @param  array<string, string>  $payload  path => sha512
     * @return bool whether all of it is read
     *
     * @throws InvalidBag
     */
    private function read(Task $task, Bag $bag, array $payload): bool
    {
        $paths = array_map(strval(...), array_keys($payload));
        for ($at = $task->reached('files'); $at < count($paths); $at++) {
            if (! $bag->folder()->isAsItWas($paths[$at], $payload[$paths[$at]])) {
                throw InvalidBag::changed([$paths[$at]]);
            }
            $task->note(['files' => $at + 1]);
            if (! $task->reach($at + 1) || $this->isTurnOver()) {
                return $at + 1 >= count($paths);
            }
        }

        return true;
    }

    private function whole(Bag $bag): bool
    {
        app(Archiving::class)->isWhole($bag);

        return true;
    }
}
