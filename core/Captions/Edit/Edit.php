<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions\Edit;

use Kanpai\Core\Frames\Caption\Caption;

/** One thing done to the captions of many frames. Done twice, it does no more than once. */
interface Edit
{
    /** @param  array<string, string>  $values  what is in the placeholders for this frame */
    public function of(Caption $caption, array $values): Caption;
}
