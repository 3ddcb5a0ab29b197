<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

/** What took the sharpness of a frame away. */
enum Blur: string
{
    case None = 'none';
    case Defocus = 'defocus';
    case Motion = 'motion';

    public function inWords(): string
    {
        return match ($this) {
            self::None => 'sharp',
            self::Defocus => 'out of focus',
            self::Motion => 'blurred by movement',
        };
    }
}
