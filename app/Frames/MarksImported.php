<?php

declare(strict_types=1);

namespace App\Frames;

use App\Studio\Shoot;
use Kanpai\Core\Frames\Marks;

/**
 * Frames took over marks of other software, or got back those they had before. Dispatched inside the transaction.
 */
final readonly class MarksImported
{
    /**
     * @param  int|null  $member  who did it
     * @param  array<int, array{Marks, Marks}>  $frames  frame => before, after
     */
    public function __construct(public Shoot $shoot, public ?int $member, public array $frames)
    {
    }
}
