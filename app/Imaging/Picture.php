<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI;
use FFI\CData;

/**
 * Pixels in the hands of libvips. Immutable: each change returns a new picture.
 *
 * PictureReader makes pictures, PictureMeasures looks at them, PictureWriter writes them. Sides and offsets are pixels.
 * Every change throws UnableToMakePicture with the library's reason.
 */
final class Picture
{
    private const BLEND_OVER = 2;

    private const KERNEL_LINEAR = 1;

    private const KERNEL_LANCZOS2 = 4;

    private const KERNEL_LANCZOS3 = 5;

    private const FORMAT_UCHAR = 0;

    private const GREY = 1;

    private const SRGB = 22;

    private const MILLIMETRES_AN_INCH = 25.4;

    /** Rows that go through a table of colours at once. */
    private const ROWS = 512;

    /** The weights of libvips have six bits: made smaller than this in one go, a picture darkens. */
    private const MOST_TIMES = 8.0;

    /** @param  CData|string|null  $buffer  the bytes that libvips still reads from */
    private function __construct(private readonly CData $image, private readonly CData|string|null $buffer)
    {
    }

    public function __destruct()
    {
        Vips::library()->g_object_unref(Vips::library()->cast('void*', $this->image));
    }

    /**
     * Takes over an image of libvips; it is freed with the picture.
     *
     * @param  string|null  $buffer  bytes that libvips reads from later
     */
    public static function of(CData $image, ?string $buffer = null): self
    {
        return new self($image, $buffer);
    }

    /** The image of libvips, for functions that this class does not have. */
    public function image(): CData
    {
        return $this->image;
    }

    public function width(): int
    {
        return Vips::library()->vips_image_get_width($this->image);
    }

    public function height(): int
    {
        return Vips::library()->vips_image_get_height($this->image);
    }

    public function bands(): int
    {
        return Vips::library()->vips_image_get_bands($this->image);
    }

    /**
     * One function of libvips done to the picture.
     *
     * @param  callable(CData $image, CData $out): int  $call  gives what the function returned
     */
    public function changed(string $doing, callable $call): self
    {
        $out = Vips::out();
        Vips::check($call($this->image, FFI::addr($out)), $doing);

        return new self($out, $this->buffer);
    }

    /** The changes so far carried out, the pixels held in memory. */
    public function inMemory(): self
    {
        $image = Vips::library()->vips_image_copy_memory($this->image);

        return new self(Vips::given($image, 'decode the picture'), null);
    }

    /** The same pixels with the longest side at most `$side`, by averaging; never enlarged. */
    public function within(int $side): self
    {
        return $this->smaller(max($this->width(), $this->height()) / $side);
    }

    /** Half as large in both directions. */
    public function halved(): self
    {
        return $this->smaller(2.0)->inMemory();
    }

    /** So many times smaller, each pixel a mean of its place weighted by a triangle; itself where that is none. */
    private function smaller(float $times): self
    {
        if ($times > self::MOST_TIMES) {
            return $this->smaller(self::MOST_TIMES / 2)->inMemory()->smaller($times / (self::MOST_TIMES / 2));
        }
        if ($times <= 1.0) {
            return $this;
        }

        // In one go: vips_shrink, and vips_resize, which begins with it, take two to eight times as long.
        return $this->changed('make smaller', fn (CData $image, CData $out): int => Vips::library()
            ->vips_reduce($image, $out, $times, $times, 'kernel', self::KERNEL_LINEAR, null));
    }

    /** With other sides, which the shape of the picture need not match to the last pixel. */
    public function resized(int $width, int $height): self
    {
        // Made smaller, two lobes of the sinc are within two of 255 steps of three, and take three quarters of the
        // time.
        $kernel = $width < $this->width() ? self::KERNEL_LANCZOS2 : self::KERNEL_LANCZOS3;
        // C takes what is no fraction for another kind of number.
        $across = (float) ($width / $this->width());
        $down = (float) ($height / $this->height());

        return $this->changed('scale', fn (CData $image, CData $out): int => Vips::library()
            ->vips_resize($image, $out, $across, 'vscale', $down, 'kernel', $kernel, null));
    }

    /** Stood up as the Exif orientation says. */
    public function upright(): self
    {
        if (Vips::library()->vips_image_get_orientation($this->image) <= 1) {
            return $this;
        }

        return $this->changed('turn upright', fn (CData $image, CData $out): int => Vips::library()
            ->vips_autorot($image, $out, null));
    }

    public function cropped(int $left, int $top, int $width, int $height): self
    {
        return $this->changed('crop', fn (CData $image, CData $out): int => Vips::library()
            ->vips_extract_area($image, $out, $left, $top, $width, $height, null));
    }

    /** Sharpened by an unsharp mask on lightness. */
    public function sharpened(float $radius, float $strength): self
    {
        return $this->changed('sharpen', fn (CData $image, CData $out): int => Vips::library()
            ->vips_sharpen($image, $out, 'sigma', $radius, 'm1', 0.0, 'm2', 3.0 * $strength, null));
    }

    /** The colour profile that the file brought along; null where it has none. */
    public function profile(): ?string
    {
        $library = Vips::library();
        if ($library->vips_image_get_typeof($this->image, 'icc-profile-data') === 0) {
            return null;
        }
        $data = Vips::fresh('const char*');
        $length = Vips::fresh('size_t');
        $result = $library->vips_image_get_blob($this->image, 'icc-profile-data', FFI::addr($data), FFI::addr($length));
        Vips::check($result, 'read the profile');

        return FFI::string($data, $length->cdata);
    }

    /** The colours as sRGB shows them; as they are where the file has no profile. */
    public function inSrgb(): self
    {
        if ($this->profile() === null) {
            return $this;
        }

        return $this->changed('turn into sRGB', fn (CData $image, CData $out): int => Vips::library()
            ->vips_icc_transform($image, $out, 'srgb', 'embedded', 1, null));
    }

    /** With eight bits a sample, in sRGB or grey, without transparency. */
    public function inEightBits(): self
    {
        $space = $this->bands() < 3 ? self::GREY : self::SRGB;

        return $this->changed('bring it to eight bits', fn (CData $image, CData $out): int => Vips::library()
            ->vips_colourspace($image, $out, $space, null))->flat();
    }

    /** Whether samples have more than eight bits. */
    public function isDeep(): bool
    {
        return Vips::library()->vips_image_get_format($this->image) !== self::FORMAT_UCHAR;
    }

    /** Sixteen bits a sample as eight, whatever they mean. */
    public function shallow(): self
    {
        return $this->changed('bring it to eight bits', fn (CData $image, CData $out): int => Vips::library()
            ->vips_msb($image, $out, null));
    }

    /** This picture with another one, with its transparency, laid over it at a place. */
    public function under(self $overlay, int $left = 0, int $top = 0): self
    {
        return $this->changed('lay a picture over', fn (CData $image, CData $out): int => Vips::library()
            ->vips_composite2($image, $overlay->image, $out, self::BLEND_OVER, 'x', $left, 'y', $top, null))->flat();
    }

    /** Without transparency. */
    public function flat(): self
    {
        if ($this->bands() < 4) {
            return $this;
        }

        return $this->changed('flatten', fn (CData $image, CData $out): int => Vips::library()
            ->vips_flatten($image, $out, null));
    }

    /**
     * Each channel as `gain × value + offset`, 0 to 255.
     *
     * @param  list<float>  $gains
     * @param  list<float>  $offsets
     */
    public function toned(array $gains, array $offsets): self
    {
        $n = count($gains);
        $a = Vips::fresh("double[{$n}]");
        $b = Vips::fresh("double[{$n}]");
        foreach ($gains as $i => $gain) {
            $a[$i] = $gain;
            $b[$i] = $offsets[$i];
        }

        return $this->changed('change the tone', fn (CData $image, CData $out): int => Vips::library()
            ->vips_linear($image, $out, $a, $b, $n, 'uchar', 1, null));
    }

    public function grey(): self
    {
        return $this->changed('make grey', fn (CData $image, CData $out): int => Vips::library()
            ->vips_colourspace($image, $out, self::GREY, null));
    }

    public function channel(int $band): self
    {
        return $this->changed('take a channel', fn (CData $image, CData $out): int => Vips::library()
            ->vips_extract_band($image, $out, $band, null));
    }

    /**
     * Each colour as a table has it, three channels of eight or sixteen bits becoming three of eight.
     *
     * Some rows at a time, so that they stay in the processor's cache.
     */
    public function through(ColourLink $link): self
    {
        if ($this->bands() !== 3) {
            throw UnableToMakePicture::because('look up colours', "it has {$this->bands()} channels");
        }
        [$width, $height] = [$this->width(), $this->height()];
        $samples = Vips::fresh('uint8_t['.(3 * $width * $height).']');
        $transform = $link->transform($this->isDeep());
        for ($top = 0; $top < $height; $top += self::ROWS) {
            $part = $this->cropped(0, $top, $width, min(self::ROWS, $height - $top));
            $part->lookedUp($transform, FFI::addr($samples[3 * $width * $top]));
        }

        return self::around($samples, $width, $height);
    }

    /** A picture of three channels whose pixels stay where they are. */
    private static function around(CData $samples, int $width, int $height): self
    {
        $image = Vips::library()
            ->vips_image_new_from_memory($samples, 3 * $width * $height, $width, $height, 3, self::FORMAT_UCHAR);
        $own = new self(Vips::given($image, 'take the samples'), $samples);

        return $own->changed('name the colours', fn (CData $image, CData $out): int => Vips::library()
            ->vips_copy($image, $out, 'interpretation', self::SRGB, null));
    }

    private function lookedUp(ColourTransform $transform, CData $to): void
    {
        $size = Vips::fresh('size_t');
        $memory = Vips::library()->vips_image_write_to_memory($this->image, FFI::addr($size));
        $memory ??= Vips::given(null, 'decode the picture');
        $transform->apply($memory, $to, $this->width() * $this->height());
        Vips::library()->g_free($memory);
    }

    /** The pixels and nothing that they came with. */
    public function bare(): self
    {
        return self::ofSamples($this->samples(), $this->width(), $this->height(), $this->bands());
    }

    /** Samples of eight bits, row by row, in sRGB or grey. */
    private static function ofSamples(string $samples, int $width, int $height, int $bands): self
    {
        $image = Vips::library()->vips_image_new_from_memory_copy(
            $samples,
            $width * $height * $bands,
            $width,
            $height,
            $bands,
            self::FORMAT_UCHAR,
        );
        $bare = self::of(Vips::given($image, 'take the samples'));
        $space = $bands < 3 ? self::GREY : self::SRGB;

        return $bare->changed('name the colours', fn (CData $image, CData $out): int => Vips::library()
            ->vips_copy($image, $out, 'interpretation', $space, null));
    }

    /** The same pixels at so many an inch. libvips counts by the millimetre. */
    public function at(int $ppi): self
    {
        $resolution = $ppi / self::MILLIMETRES_AN_INCH;

        return $this->changed('set the resolution', fn (CData $image, CData $out): int => Vips::library()
            ->vips_copy($image, $out, 'xres', $resolution, 'yres', $resolution, null));
    }

    /** Eight-bit samples, row by row. */
    public function samples(): string
    {
        $size = Vips::fresh('size_t');
        $memory = Vips::library()->vips_image_write_to_memory($this->image, FFI::addr($size));
        if ($memory === null) {
            Vips::check(-1, 'read the samples');
        }
        $samples = FFI::string($memory, $size->cdata);
        Vips::library()->g_free($memory);

        return $samples;
    }
}
