<?php

declare(strict_types=1);

namespace App\Archive;

enum BagState: string
{
    case Making = 'making';

    /** Written, not read again yet. */
    case Made = 'made';

    /** Read from the disk, and found whole. */
    case Checked = 'checked';

    case Damaged = 'damaged';

    /** Being taken in. */
    case Arriving = 'arriving';

    case Refused = 'refused';
}
