<?php

declare(strict_types=1);

namespace App\Frames;

use App\Studio\Shoot;
use Kanpai\Core\Frames\Filter\Subject;
use Kanpai\Core\Frames\Filter\Test;

/**
 * What another room knows about frames, as a condition on the table `frames`.
 *
 * The room binds it in its service provider under the name that `FrameQuery::condition` gives the subject.
 *
 * @see Subject
 */
interface FrameCondition
{
    /** @return array{string, list<int|float|string>} SQL and the values of its placeholders */
    public function sql(Test $test, Shoot $shoot): array;
}
