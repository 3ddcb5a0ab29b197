<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver\Output;

/** By what the size of a written picture is set. */
enum SizeRule: string
{
    case Full = 'full';
    case Longest = 'longest';
    case Shortest = 'shortest';
    case Within = 'within';
    case Print = 'print';
    case Percent = 'percent';
    case Megapixels = 'megapixels';
}
