<?php

declare(strict_types=1);

namespace App\Ingest;

enum CardState: string
{
    case Reading = 'reading';
    case Read = 'read';
    case Safe = 'safe';
}
