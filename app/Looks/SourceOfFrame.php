<?php

declare(strict_types=1);

namespace App\Looks;

use App\Copies\VerifiedPicture;
use App\Frames\Frame;

/**
 * Which file of a frame is finished: a version that came back; else its raw file or its JPEG, as the studio wants it
 * where there are both. A raw file that cannot be developed is taken only where there is nothing else.
 */
final class SourceOfFrame
{
    public static function of(Frame $frame): ?VerifiedPicture
    {
        if ($frame->version_id !== null) {
            return VerifiedPicture::of($frame);
        }
        $isRawFirst = RawFirst::of($frame->shoot->studio_id) && ! Raws::isUnusable($frame);

        return $isRawFirst
            ? VerifiedPicture::rawOf($frame) ?? VerifiedPicture::of($frame)
            : VerifiedPicture::of($frame) ?? VerifiedPicture::rawOf($frame);
    }
}
