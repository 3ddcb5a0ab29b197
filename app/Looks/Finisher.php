<?php

declare(strict_types=1);

namespace App\Looks;

use App\Imaging\Arithmetic;
use App\Imaging\ColourLink;
use App\Imaging\LocalChanges;
use App\Imaging\NoiseReduction;
use App\Imaging\Picture;
use Kanpai\Core\Looks\Colour\WhitePoint;
use Kanpai\Core\Looks\ColourSource;
use Kanpai\Core\Looks\ColourTable;
use Kanpai\Core\Looks\Detail;
use Kanpai\Core\Looks\Framing;
use Kanpai\Core\Looks\GainField;
use Kanpai\Core\Looks\Lens\LensCorrection;
use Kanpai\Core\Looks\Lens\LensDarkening;
use Kanpai\Core\Looks\Look;
use Kanpai\Core\Looks\Noise;
use Kanpai\Core\Looks\Place\Cells;
use Kanpai\Core\Looks\Place\Place;

/**
 * Makes of a decoded picture what its look says, in this order: spots healed; turned, levelled and cropped, with what
 * its lens bent put straight; noise taken out; made lighter and darker where it is; the table of colours, and those of
 * places with a look of their own; sharpened. One that works through many frames keeps its last tables.
 */
final class Finisher
{
    /** Counted when pictures are made otherwise, so that files made before are out of date. */
    public const VERSION = 2;

    /** Nodes along each side of a table: raws hold light beyond white, which needs closer steps. */
    private const GRID = 33;

    private const GRID_OF_RAWS = 49;

    /** How much of a difference full sharpening adds, and the levels that a full mask leaves. */
    private const SHARPENING = 2.0;

    private const MASK = 24.0;

    /** @var array<string, ColourLink> key => table, of the last look and its places */
    private array $kept = [];

    /**
     * @param  ColourSource|null  $raw  what the values of a raw file mean; null for a picture in sRGB
     * @param  LensCorrection|null  $lens  how the picture is put right that its lens made; null where it is not known
     */
    public function finish(
        Picture $picture,
        Look $look,
        ?ColourSource $raw = null,
        ?LensCorrection $lens = null,
    ): Picture {
        // A grey picture may be tinted.
        $picture = $picture->bands() < 3 ? Arithmetic::joined(array_fill(0, 3, $picture->channel(0))) : $picture;
        $lens = $look->detail->asksForLens() ? $lens?->only(...$look->detail->lens) : null;
        $sides = [$picture->width(), $picture->height()];
        $framed = self::framed(HealedPicture::of($picture, $look->spots), $look->framing, $lens);
        $lit = self::lit(self::quiet($framed, $look->detail), $look, $lens, $sides);

        return self::sharpened($this->placed($lit, $look, $raw, $sides), $look->detail);
    }

    /** Makes the tables of colours that finishing a picture will need: while a raw file is developed. */
    public function prepare(Look $look, ?ColourSource $raw): void
    {
        $this->links($look, $raw);
    }

    private static function sharpened(Picture $picture, Detail $detail): Picture
    {
        return $detail->sharpening === 0.0
            ? $picture
            : LocalChanges::sharpened(
                $picture,
                self::SHARPENING * $detail->sharpening,
                self::MASK * $detail->mask,
            );
    }

    /**
     * Through the table of the look, and through those of its places where they are.
     *
     * @param  array{int, int}  $sides  of the whole picture
     */
    private function placed(Picture $lit, Look $look, ?ColourSource $raw, array $sides): Picture
    {
        $links = $this->links($look, $raw);
        $finished = $lit->through($links[0]);
        $cells = $look->places === [] ? null : Cells::of($look->framing, ...$sides);
        foreach ($look->places as $i => $place) {
            assert($cells !== null);
            $shares = $place->over($cells);
            if ($shares !== [] && max($shares) > 0.0) {
                $finished = LocalChanges::blended($finished, $lit->through($links[$i + 1]), $shares, $cells->columns);
            }
        }

        return $finished;
    }

    private static function quiet(Picture $picture, Detail $detail): Picture
    {
        $quiet = $detail->colourNoise === 0.0
            ? $picture
            : NoiseReduction::ofColours($picture, Noise::colourVariance($detail->colourNoise), Noise::COLOUR_RADIUS);

        return $detail->lightNoise === 0.0
            ? $quiet
            : NoiseReduction::ofLight($quiet, Noise::lightVariance($detail->lightNoise), Noise::LIGHT_RADIUS);
    }

    /** @param  array{int, int}  $sides  of the whole picture */
    private static function lit(Picture $picture, Look $look, ?LensCorrection $lens, array $sides): Picture
    {
        $isDarkened = $lens?->hasDarkening() === true;
        if (! $look->detail->hasGains() && ! $isDarkened) {
            return $picture;
        }
        [$green, $columns] = LocalChanges::cells($picture, GainField::SIDE);
        $rows = max(1, intdiv(count($green), $columns));
        $own = $isDarkened ? LensDarkening::over($lens, $look->framing, ...$sides, columns: $columns, rows: $rows) : [];

        return LocalChanges::lightened(
            $picture,
            GainField::of($green, $columns, $look->detail->local, $look->detail->vignette, $own),
            $columns,
        );
    }

    private static function framed(Picture $picture, Framing $framing, ?LensCorrection $lens): Picture
    {
        if ($lens?->isStraight() === false) {
            return LensPicture::straight($picture, $framing, $lens);
        }
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

    /** @return list<ColourLink> tables of the look and of its places, which are kept for the next picture */
    private function links(Look $look, ?ColourSource $raw): array
    {
        $asShot = WhitePoint::nearest(($raw ?? ColourSource::srgb())->asShot);
        $looks = [$look, ...array_map(fn (Place $place): Look => $place->look($asShot), $look->places)];
        $keys = array_map(fn (Look $look): string => hash('xxh128', serialize([$look->colours(), $raw])), $looks);
        $kept = [];
        foreach ($looks as $i => $look) {
            $kept[$keys[$i]] ??= $this->kept[$keys[$i]] ?? self::made($look, $raw);
        }
        $this->kept = $kept;

        return array_map(fn (string $key): ColourLink => $kept[$key], $keys);
    }

    private static function made(Look $look, ?ColourSource $raw): ColourLink
    {
        $grid = $raw === null ? self::GRID : self::GRID_OF_RAWS;
        $table = ColourTable::of($look, $grid, $raw, ColourCubes::find($look->cube));

        return ColourLink::of($table->grid, $table->nodes);
    }
}
