<?php

declare(strict_types=1);

namespace App\Imaging\Faces;

use RuntimeException;

final class UnableToMeasureFaces extends RuntimeException
{
    public static function cannotStart(): self
    {
        return new self('The face worker cannot be started.');
    }
}
