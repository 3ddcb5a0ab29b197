<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Caption;

/** How a property is in XMP (ISO 16684-1, 6.3 and 8). */
enum XmpShape
{
    case Text;
    case Languages;
    case Bag;
    case Sequence;
    /** A text inside a structure. */
    case Part;
}
