<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

enum ReturnState: string
{
    /** Here, not looked at yet. */
    case New = 'new';

    /** It lies beside the files of its frame. */
    case Taken = 'taken';

    /** Somebody has to say to which frame it belongs. */
    case Asked = 'asked';

    /** It is no picture that can be read, or no place took it. */
    case Refused = 'refused';

    /** Somebody decided that it belongs nowhere. */
    case Left = 'left';
}
