<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI\CData;

/** A table of colours made ready for pixels by littlecms2. */
final class ColourTransform
{
    /** Takes over a transform of the library; it is freed with this. */
    public function __construct(private readonly CData $transform)
    {
    }

    public function __destruct()
    {
        LittleCms::library()->cmsDeleteTransform($this->transform);
    }

    /**
     * @param  CData  $from  three channels for each pixel
     * @param  CData  $to  three of eight
     */
    public function apply(CData $from, CData $to, int $pixels): void
    {
        LittleCms::library()->cmsDoTransform($this->transform, $from, $to, $pixels);
    }
}
