<?php

declare(strict_types=1);

namespace App\Deliver;

/** For what somebody gets files. */
enum DeliveryKind: string
{
    /** To have them. */
    case Pictures = 'pictures';

    /** To work on them and send them back. */
    case Handoff = 'handoff';
}
