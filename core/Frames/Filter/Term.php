<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Filter;

/** A filter, or a part of one: what must hold for a frame. */
interface Term
{
    /** As it is written, so that it can be read again. */
    public function __toString(): string;
}
