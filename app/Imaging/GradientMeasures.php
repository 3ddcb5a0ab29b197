<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI\CData;
use Kanpai\Core\Imaging\FocusTiles;
use Kanpai\Core\Imaging\GradientGrid;
use Kanpai\Core\Imaging\Patch;
use Kanpai\Core\Imaging\Sharpness;
use Kanpai\Core\Imaging\Tensor;
use Kanpai\Core\Imaging\Tilt;

/**
 * What the gradients of a picture tell: sharpness, movement, a leaning horizon. They are taken of the whole picture at
 * half and at a quarter of its size, and in all pixels only where it may be sharpest.
 */
final readonly class GradientMeasures
{
    /** Tiles along the long side. */
    private const TILES = 36;

    /** The sum of both derivatives, and the scale (32 · √2) that makes one of a slope of one level a pixel aslant. */
    private const ASLANT = [6, 10, 0, 10, 0, -10, 0, -10, -6];

    private const SCALE_ASLANT = 45;

    private const SCALE = 32;

    /** The level that stands for no slope. */
    private const NONE = 128;

    private const WHOLE_NUMBERS = 0;

    private const FRACTIONS = 1;

    private const FORMAT_USHORT = 2;

    /** Pixels of the side of a part that is looked at closely: it is halved twice. */
    private const CLOSELY = 40;

    private function __construct(public Sharpness $sharpness, public ?float $tilt)
    {
    }

    public static function of(Picture $picture): self
    {
        // Green, as for the sharpness of previews: most of lightness, and what a sensor has most sites for.
        $full = $picture->channel($picture->bands() > 2 ? 1 : 0)->inMemory();
        $half = $full->halved();
        $columns = max(1, (int) round(self::TILES * min(1.0, $full->width() / $full->height())));
        $roughly = new GradientGrid($columns, self::roughly($half));
        $exactly = new GradientGrid($columns, self::exactly($half->halved()));
        $closely = fn (int $tile): Patch => self::closely($full, $roughly, $tile);

        return new self(
            Sharpness::of(
                array_map($closely, FocusTiles::sharpest($roughly, $exactly)),
                array_map($closely, FocusTiles::quiet($roughly)),
            ),
            Tilt::of($exactly),
        );
    }

    /**
     * In bytes, a middle level standing for no slope: to a level exact, which is enough to find where there is much to
     * see, and several times as quick as with fractions.
     *
     * @return non-empty-list<Tensor> tile by tile
     */
    private static function roughly(Picture $grey): array
    {
        $energies = array_map(
            fn (array $kernel): array => self::means(self::squares($grey, ...$kernel), 'v*'),
            [[Tensor::ACROSS, self::SCALE], [Tensor::DOWN, self::SCALE], [self::ASLANT, self::SCALE_ASLANT]],
        );

        // Of both derivatives together the square is (xx + yy) / 2 + xy.
        return array_map(
            fn (float $xx, float $yy, float $slant): Tensor => new Tensor($xx, $yy, $slant - ($xx + $yy) / 2),
            ...$energies,
        ) ?: [new Tensor(0.0, 0.0, 0.0)];
    }

    /** @return non-empty-list<Tensor> with fractions, as directions of edges need them, tile by tile */
    private static function exactly(Picture $grey): array
    {
        $across = self::convolved($grey, self::kernel(Tensor::ACROSS, Tensor::SCALE), self::FRACTIONS);
        $down = self::convolved($grey, self::kernel(Tensor::DOWN, Tensor::SCALE), self::FRACTIONS);
        $product = fn (Picture $one, Picture $other): array => self::means(
            $one->changed('measure gradients', fn (CData $image, CData $out): int => Vips::library()
                ->vips_multiply($image, $other->image(), $out, null)),
            'g*',
        );

        return array_map(
            fn (float $xx, float $yy, float $xy): Tensor => new Tensor($xx, $yy, $xy),
            $product($across, $across),
            $product($down, $down),
            $product($across, $down),
        ) ?: [new Tensor(0.0, 0.0, 0.0)];
    }

    /** @param  list<int>  $weights */
    private static function squares(Picture $grey, array $weights, int $scale): Picture
    {
        $kernel = self::kernel($weights, 1.0);
        Vips::library()->vips_image_set_double($kernel->image(), 'scale', (float) $scale);
        Vips::library()->vips_image_set_double($kernel->image(), 'offset', (float) self::NONE);
        $table = self::tableOfSquares();

        return self::convolved($grey, $kernel, self::WHOLE_NUMBERS)
            ->changed('measure gradients', fn (CData $image, CData $out): int => Vips::library()
                ->vips_maplut($image, $out, $table->image(), null));
    }

    /** The square of what each level stands for. */
    private static function tableOfSquares(): Picture
    {
        $levels = pack('v*', ...array_map(fn (int $level): int => ($level - self::NONE) ** 2, range(0, 255)));
        $table = Vips::library()
            ->vips_image_new_from_memory_copy($levels, strlen($levels), 256, 1, 1, self::FORMAT_USHORT);

        return Picture::of(Vips::given($table, 'measure gradients'));
    }

    /** @param  list<int>  $weights */
    private static function kernel(array $weights, float $scale): Picture
    {
        $values = Vips::fresh('double[9]');
        foreach ($weights as $i => $weight) {
            $values[$i] = $weight / $scale;
        }
        $matrix = Vips::library()->vips_image_new_matrix_from_array(3, 3, $values, 9);

        return Picture::of(Vips::given($matrix, 'measure gradients'));
    }

    private static function convolved(Picture $grey, Picture $kernel, int $precision): Picture
    {
        return $grey->changed('measure gradients', fn (CData $image, CData $out): int => Vips::library()
            ->vips_conv($image, $out, $kernel->image(), 'precision', $precision, null))->inMemory();
    }

    /**
     * @param  'g*'|'v*'  $format  of a value
     * @return list<float> the mean of each tile
     */
    private static function means(Picture $values, string $format): array
    {
        $means = unpack($format, $values->inMemory()->within(self::TILES)->samples());

        return $means === false ? [] : array_values(array_map(floatval(...), $means));
    }

    /** A tile in all its pixels, with a little around it. */
    private static function closely(Picture $full, GradientGrid $grid, int $tile): Patch
    {
        $side = min(self::CLOSELY, $full->width(), $full->height());
        $x = (int) ((($tile % $grid->columns) + 0.5) * ($full->width() / $grid->columns) - $side / 2);
        $y = (int) ((intdiv($tile, $grid->columns) + 0.5) * ($full->height() / $grid->rows()) - $side / 2);
        $part = $full->cropped(
            max(0, min($full->width() - $side, $x)),
            max(0, min($full->height() - $side, $y)),
            $side,
            $side,
        );

        return Patch::of($part->samples(), max(1, $side));
    }
}
