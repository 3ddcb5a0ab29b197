<?php

declare(strict_types=1);

namespace App\Looks;

use App\Imaging\ColourLink;
use App\Imaging\LocalChanges;
use App\Imaging\Picture;
use Kanpai\Core\Looks\ColourSource;
use Kanpai\Core\Looks\ColourTable;
use Kanpai\Core\Looks\Detail;
use Kanpai\Core\Looks\Framing;
use Kanpai\Core\Looks\GainField;
use Kanpai\Core\Looks\Look;

/**
 * Makes of a decoded picture what its look says, in this order: turned, levelled and cropped; made lighter and darker
 * by places; the table of colours; sharpened. One that works through many frames keeps its last table.
 */
final class Finisher
{
    /** Counted when pictures are made otherwise, so that files made before are out of date. */
    public const VERSION = 1;

    /** Nodes along each side of a table: raws hold light beyond white, which needs closer steps. */
    private const GRID = 33;

    private const GRID_OF_RAWS = 49;

    /** How much of a difference full sharpening adds, and the levels that a full mask leaves. */
    private const SHARPENING = 2.0;

    private const MASK = 24.0;

    private string $key = '';

    private ?ColourLink $link = null;

    /** @param  ColourSource|null  $raw  what the values of a raw file mean; null for a picture in sRGB */
    public function finish(Picture $picture, Look $look, ?ColourSource $raw = null): Picture
    {
        $framed = self::lit(self::framed($picture, $look->framing), $look->detail);
        $finished = $framed->through($this->link($look, $raw));

        return $look->detail->sharpening === 0.0
            ? $finished
            : LocalChanges::sharpened(
                $finished,
                self::SHARPENING * $look->detail->sharpening,
                self::MASK * $look->detail->mask,
            );
    }

    private static function lit(Picture $picture, Detail $detail): Picture
    {
        if (! $detail->hasGains()) {
            return $picture;
        }
        [$green, $columns] = LocalChanges::cells($picture, GainField::SIDE);

        return LocalChanges::lightened(
            $picture,
            GainField::of($green, $columns, $detail->local, $detail->vignette),
            $columns,
        );
    }

    private static function framed(Picture $picture, Framing $framing): Picture
    {
        if ($framing->isPlain()) {
            return $picture;
        }
        [$width, $height] = [$picture->width(), $picture->height()];
        [$across, $down] = $framing->size($width, $height);
        if ($framing->level === 0.0) {
            return self::cropped($picture, $framing, $across, $down);
        }
        [[$a, $b, $c], [$d, $e, $f]] = $framing->source($width, $height);

        return LocalChanges::drawnFrom($picture, [
            [$a * $width / $across, $b * $width / $down, $c * $width],
            [$d * $height / $across, $e * $height / $down, $f * $height],
        ], $across, $down);
    }

    /** Whole pixels stay what they are. */
    private static function cropped(Picture $picture, Framing $framing, int $across, int $down): Picture
    {
        $turned = LocalChanges::turned($picture, $framing->turns);
        $box = $framing->box($picture->width(), $picture->height());
        $left = min($turned->width() - $across, (int) round($box['left'] * $turned->width()));
        $top = min($turned->height() - $down, (int) round($box['top'] * $turned->height()));

        return $turned->cropped(max(0, $left), max(0, $top), $across, $down)->inMemory();
    }

    private function link(Look $look, ?ColourSource $raw): ColourLink
    {
        $key = hash('xxh128', serialize([$look, $raw]));
        if ($this->link === null || $this->key !== $key) {
            $grid = $raw === null ? self::GRID : self::GRID_OF_RAWS;
            $table = ColourTable::of($look, $grid, $raw, ColourCubes::find($look->cube));
            [$this->link, $this->key] = [ColourLink::of($table->grid, $table->nodes), $key];
        }

        return $this->link;
    }
}
