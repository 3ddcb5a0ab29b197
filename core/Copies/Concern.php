<?php

declare(strict_types=1);

namespace Kanpai\Core\Copies;

/** What a failure to copy is about, and so what can go on: other files, other places, or nothing. */
enum Concern
{
    case File;
    case Place;
    case Room;
    case Card;
    case Wish;
}
