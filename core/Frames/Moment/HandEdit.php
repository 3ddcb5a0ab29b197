<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Moment;

/** What somebody has said about the border before a frame, whatever the slider says. */
enum HandEdit: string
{
    case Split = 'split';
    case Join = 'join';
}
