<?php

declare(strict_types=1);

namespace App\Frames;

use App\Studio\Shoot;
use Kanpai\Core\Frames\Sort;

/**
 * An order of frames by what another room knows about them. The room binds it in its service provider under the name
 * that `FrameQuery::order` gives the sort.
 */
interface FrameOrder
{
    /** What to order by, as SQL on the table `frames`; frames that do not have the value come last. */
    public function sql(Sort $sort, Shoot $shoot): string;
}
