<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Moment;

/** What somebody decided about the border before a frame, whatever the slider gives. */
enum HandEdit: string
{
    case Split = 'split';
    case Join = 'join';
}
