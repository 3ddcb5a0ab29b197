<?php

declare(strict_types=1);

namespace App\Studio;

/** What a member does in the studio. */
enum Role: string
{
    case Owner = 'owner';
    case Shooter = 'shooter';
    case Editor = 'editor';
    case Retoucher = 'retoucher';
}
