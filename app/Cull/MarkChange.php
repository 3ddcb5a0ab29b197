<?php

declare(strict_types=1);

namespace App\Cull;

use Kanpai\Core\Frames\Marks;

/** What a step did to one frame. */
final readonly class MarkChange
{
    /**
     * @param  Marks  $before  as the step notes them
     * @param  Marks  $after  as the step notes them
     * @param  Marks  $now  what the frame has afterwards; differs from `$after` where a round had ended
     * @param  bool|null  $collected  whether the frame went into the set of the step or out of it
     */
    public function __construct(
        public int $frame,
        public Marks $before,
        public Marks $after,
        public Marks $now,
        public ?bool $collected,
    ) {
    }
}
