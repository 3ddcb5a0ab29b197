<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/** Where a watermark is. */
enum WatermarkPlace: string
{
    case Middle = 'middle';
    case TopLeft = 'top left';
    case TopRight = 'top right';
    case BottomLeft = 'bottom left';
    case BottomRight = 'bottom right';
    case Bottom = 'bottom';
    case Tiled = 'tiled';
}
