<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Imaging\Picture;
use App\Proof\Watermark;
use Kanpai\Core\Deliver\Output\OutputPlan;
use Kanpai\Core\Deliver\Output\QualitySearch;

/** A picture as an output wants it: size, sharpness, mark, colours, quality. What the file says of itself comes after. */
final class OutputPicture
{
    /**
     * @param  Picture  $whole  decoded, upright
     * @param  int  $words  bytes that are kept free for what the file will say of itself
     * @return array{int, int} pixels that were written
     */
    public static function save(Picture $whole, OutputPlan $plan, ?Watermark $mark, string $path, int $words = 0): array
    {
        [$width, $height] = $plan->size->of($whole->width(), $whole->height());
        $picture = $plan->keepsProfile ? $whole : $whole->inSrgb();
        $picture = [$width, $height] === [$whole->width(), $whole->height()] ? $picture : $picture->resized($width, $height);
        $mask = $plan->sharpening->mask($plan->size->ppi ?? 300);
        $picture = ($mask === null ? $picture : $picture->sharpened(...$mask))->inMemory();
        $picture = $plan->isMarked && $mark !== null ? $mark->on($picture) : $picture;
        $profile = $plan->keepsProfile ? $whole->profile() : null;
        $profilePath = $profile === null ? 'srgb' : $path.'.icc';
        try {
            $profile === null || file_put_contents($profilePath, $profile);
            $save = function (int $quality) use ($picture, $path, $plan, $profilePath): int {
                $picture->save($path, $plan->format->value, max(1, min(100, $quality)), $profilePath);
                clearstatcache(true, $path);

                return (int) filesize($path);
            };
            $plan->mostBytes === null ? $save($plan->quality) : $save(QualitySearch::within($plan->quality, $plan->mostBytes - $words, $save));
        } finally {
            $profile === null || @unlink($profilePath);
        }

        return [$width, $height];
    }
}
