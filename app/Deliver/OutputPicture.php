<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Imaging\Picture;
use App\Imaging\PictureWriter;
use App\Proof\Watermark;
use Kanpai\Core\Deliver\Output\OutputPlan;
use Kanpai\Core\Deliver\Output\QualitySearch;

/**
 * A picture as outputs want it: size, sharpness, mark, colours, quality. It is decoded once and halved as often as the
 * smallest output allows; each output is made from the half that is just larger.
 */
final class OutputPicture
{
    /** @var array<int, Picture> each half as large as the one before */
    private array $halves = [];

    /** @param  Picture  $whole  decoded, upright */
    public function __construct(private readonly Picture $whole)
    {
    }

    /**
     * @param  int  $words  bytes that are kept free for what the file will say of itself
     * @return array{int, int} pixels that were written
     */
    public function save(OutputPlan $plan, ?Watermark $mark, string $path, int $words = 0): array
    {
        [$width, $height] = $plan->size->of($this->whole->width(), $this->whole->height());
        $bare = $this->picture($plan, $mark, $width, $height)->bare();
        $bare = $plan->size->ppi === null ? $bare : $bare->at($plan->size->ppi);
        $profile = $plan->keepsProfile ? $this->whole->profile() : null;
        try {
            $profile === null || file_put_contents("{$path}.icc", $profile);
            $save = self::saver($bare, $path, $plan, $profile === null ? 'srgb' : "{$path}.icc");
            $plan->mostBytes === null
                ? $save($plan->quality)
                : $save(QualitySearch::within($plan->quality, $plan->mostBytes - $words, $save));
        } finally {
            $profile === null || @unlink("{$path}.icc");
        }

        return [$width, $height];
    }

    /** @return callable(int $quality): int that writes the picture in a quality and gives its bytes */
    private static function saver(Picture $picture, string $path, OutputPlan $plan, string $profile): callable
    {
        return function (int $quality) use ($picture, $path, $plan, $profile): int {
            PictureWriter::file($picture, $path, $plan->format->value, max(1, min(100, $quality)), $profile);
            clearstatcache(true, $path);

            return (int) filesize($path);
        };
    }

    private function picture(OutputPlan $plan, ?Watermark $mark, int $width, int $height): Picture
    {
        $source = $this->atLeast(max($width, $height));
        $isSize = [$width, $height] === [$source->width(), $source->height()];
        $picture = $isSize ? $source : $source->resized($width, $height);
        $picture = $plan->keepsProfile ? $picture : $picture->inSrgb();
        $mask = $plan->sharpening->mask($plan->size->ppi ?? 300);
        $picture = $mask === null ? $picture : $picture->sharpened(...$mask);

        return $plan->isMarked && $mark !== null ? $mark->on($picture->inMemory()) : $picture;
    }

    private function atLeast(int $side): Picture
    {
        $half = $this->whole;
        for (
            $i = 0;
            intdiv(max($half->width(), $half->height()), 2) >= $side && min($half->width(), $half->height()) >= 4;
            $i++
        ) {
            $half = $this->halves[$i] ??= $half->halved();
        }

        return $half;
    }
}
