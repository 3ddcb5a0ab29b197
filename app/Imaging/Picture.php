<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI;
use FFI\CData;

/**
 * Pixels in the hands of libvips. Immutable: each step returns a new picture.
 *
 * Sides and offsets are pixels. Every step throws UnableToMakePicture with the library's reason.
 */
final class Picture
{
    private const FORMAT_UCHAR = 0;

    private const INTERPRETATION_GREY = 1;

    private const BLEND_OVER = 2;

    private const KERNEL_LINEAR = 1;

    private const KERNEL_LANCZOS2 = 4;

    private const KERNEL_LANCZOS3 = 5;

    private const TIFF_LZW = 5;

    private const GREY = 1;

    private const SRGB = 22;

    private const FAIL_ON_TRUNCATED = 3;

    /** What a header may claim; the largest cameras have 150 million. */
    public const MOST_PIXELS = 200_000_000;

    /** The weights of libvips have six bits: made smaller than this in one go, a picture darkens. */
    private const MOST_TIMES = 8.0;

    private function __construct(private readonly CData $image, private readonly ?string $buffer = null)
    {
    }

    public function __destruct()
    {
        Vips::library()->g_object_unref(Vips::library()->cast('void*', $this->image));
    }

    /**
     * Decodes a JPEG, upright as its Exif orientation says.
     *
     * @param  1|2|4|8  $shrink  division done inside the DCT, at almost no cost
     *
     * @throws UnableToMakePicture when the file is broken or cut short
     */
    public static function fromJpeg(string $path, int $shrink = 1): self
    {
        $out = Vips::out();
        Vips::check(Vips::library()->vips_jpegload($path, FFI::addr($out), 'shrink', $shrink, 'fail_on', self::FAIL_ON_TRUNCATED, null), 'read the JPEG '.basename($path));

        return (new self($out))->ofSensibleSize($shrink)->upright()->inMemory();
    }

    /**
     * @param  1|2|4|8  $shrink
     */
    public static function fromJpegBytes(string $bytes, int $shrink = 1): self
    {
        $out = Vips::out();
        Vips::check(Vips::library()->vips_jpegload_buffer($bytes, strlen($bytes), FFI::addr($out), 'shrink', $shrink, 'fail_on', self::FAIL_ON_TRUNCATED, null), 'read the JPEG');

        return (new self($out, $bytes))->ofSensibleSize($shrink)->upright()->inMemory();
    }

    public static function fromSvg(string $svg, float $scale = 1.0): self
    {
        $out = Vips::out();
        Vips::check(Vips::library()->vips_svgload_buffer($svg, strlen($svg), FFI::addr($out), 'scale', $scale, 'unlimited', 1, null), 'draw the SVG');

        return (new self($out, $svg))->inMemory();
    }

    /** Any kind of picture that is known: PNG, JPEG, WebP, SVG. */
    public static function fromBytes(string $bytes): self
    {
        $image = Vips::library()->vips_image_new_from_buffer($bytes, strlen($bytes), '', null);
        if ($image === null) {
            Vips::check(-1, 'read the picture');
        }

        return (new self($image, $bytes))->ofSensibleSize()->upright()->inMemory();
    }

    /**
     * Any kind of picture file that is known, upright, with eight bits a sample.
     *
     * @throws UnableToMakePicture
     */
    public static function fromFile(string $path): self
    {
        // libvips takes what stands in brackets in a name for options, so that it is given a name without.
        $name = sys_get_temp_dir().'/kanpai-'.bin2hex(random_bytes(8));
        symlink((string) realpath($path), $name);
        try {
            $image = Vips::library()->vips_image_new_from_file($name, 'access', 0, 'fail_on', self::FAIL_ON_TRUNCATED, null);
            if ($image === null) {
                Vips::check(-1, 'read the picture');
            }
            $picture = (new self($image))->ofSensibleSize()->upright()->inMemory();
        } finally {
            @unlink($name);
        }

        return $picture->step('bring it to eight bits', fn (CData $out): int => Vips::library()->vips_colourspace($picture->image, FFI::addr($out), $picture->bands() < 3 ? self::GREY : self::SRGB, null))->flat()->inMemory();
    }

    /** @param  string  $bytes  eight-bit samples, row by row */
    public static function fromSamples(string $bytes, int $width, int $height, int $bands): self
    {
        $image = Vips::library()->vips_image_new_from_memory_copy($bytes, strlen($bytes), $width, $height, $bands, self::FORMAT_UCHAR);
        if ($image === null) {
            throw UnableToMakePicture::because('take the samples', 'their number does not fit the size');
        }

        return new self($image);
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

    /** As many times smaller, each pixel a mean of its place weighted by a triangle; itself where that is none. */
    private function smaller(float $times): self
    {
        if ($times > self::MOST_TIMES) {
            return $this->smaller(self::MOST_TIMES / 2)->inMemory()->smaller($times / (self::MOST_TIMES / 2));
        }

        // In one go: vips_shrink and vips_resize, which begins with it, take two to eight times as long.
        return $times <= 1.0 ? $this : $this->step('make smaller', fn (CData $out): int => Vips::library()->vips_reduce($this->image, FFI::addr($out), $times, $times, 'kernel', self::KERNEL_LINEAR, null));
    }

    /** Scaled with a windowed sinc; slower and finer than `within`. */
    public function scaled(float $factor): self
    {
        return $this->step('scale', fn (CData $out): int => Vips::library()->vips_resize($this->image, FFI::addr($out), $factor, null));
    }

    public function upright(): self
    {
        return $this->step('turn upright', fn (CData $out): int => Vips::library()->vips_autorot($this->image, FFI::addr($out), null));
    }

    /** @param  0|1|2|3  $quarters  clockwise quarter turns */
    public function turned(int $quarters): self
    {
        return $this->step('turn', fn (CData $out): int => Vips::library()->vips_rot($this->image, FFI::addr($out), $quarters, null));
    }

    /** @param  float  $sigma  standard deviation in pixels */
    public function blurred(float $sigma): self
    {
        return $sigma < 0.3 ? $this : $this->step('blur', fn (CData $out): int => Vips::library()->vips_gaussblur($this->image, FFI::addr($out), $sigma, null));
    }

    public function cropped(int $left, int $top, int $width, int $height): self
    {
        return $this->step('crop', fn (CData $out): int => Vips::library()->vips_extract_area($this->image, FFI::addr($out), $left, $top, $width, $height, null));
    }

    /** In other sides, which the shape of the picture need not have to the last pixel. */
    public function resized(int $width, int $height): self
    {
        // Made smaller, two lobes of the sinc are within two of 255 steps of three, and take three quarters of the time.
        $kernel = $width < $this->width() ? self::KERNEL_LANCZOS2 : self::KERNEL_LANCZOS3;

        return $this->step('scale', fn (CData $out): int => Vips::library()->vips_resize($this->image, FFI::addr($out), $width / $this->width(), 'vscale', $height / $this->height(), 'kernel', $kernel, null));
    }

    /** Sharpened by an unsharp mask on lightness. */
    public function sharpened(float $radius, float $strength): self
    {
        return $this->step('sharpen', fn (CData $out): int => Vips::library()->vips_sharpen($this->image, FFI::addr($out), 'sigma', $radius, 'm1', 0.0, 'm2', 3.0 * $strength, null));
    }

    /** The colour profile that the file brought along; null where it said nothing. */
    public function profile(): ?string
    {
        if (Vips::library()->vips_image_get_typeof($this->image, 'icc-profile-data') === 0) {
            return null;
        }
        $data = Vips::fresh('const char*');
        $length = Vips::fresh('size_t');
        Vips::check(Vips::library()->vips_image_get_blob($this->image, 'icc-profile-data', FFI::addr($data), FFI::addr($length)), 'read the profile');

        return FFI::string($data, $length->cdata);
    }

    /** The colours as sRGB shows them; as they are where the file says nothing of them. */
    public function inSrgb(): self
    {
        return $this->profile() === null ? $this : $this->step('turn into sRGB', fn (CData $out): int => Vips::library()->vips_icc_transform($this->image, FFI::addr($out), 'srgb', 'embedded', 1, null));
    }

    /** This picture with another one, with its transparency, laid over it at a place. */
    public function under(self $overlay, int $left = 0, int $top = 0): self
    {
        return $this->step('lay a picture over', fn (CData $out): int => Vips::library()->vips_composite2($this->image, $overlay->image, FFI::addr($out), self::BLEND_OVER, 'x', $left, 'y', $top, null))->step('flatten', null);
    }

    /** Without transparency, in eight-bit sRGB. */
    public function flat(): self
    {
        if ($this->bands() < 4) {
            return $this;
        }

        return $this->step('flatten', fn (CData $out): int => Vips::library()->vips_flatten($this->image, FFI::addr($out), null));
    }

    /**
     * Each channel as `gain × value + offset`.
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

        return $this->step('change the tone', fn (CData $out): int => Vips::library()->vips_linear($this->image, FFI::addr($out), $a, $b, $n, 'uchar', 1, null));
    }

    /** With grain: normally distributed noise, the same in all channels. */
    public function grained(float $sigma, int $seed): self
    {
        $noise = $this->step('make noise', fn (CData $out): int => Vips::library()->vips_gaussnoise(FFI::addr($out), $this->width(), $this->height(), 'mean', 0.0, 'sigma', $sigma, 'seed', $seed, null));
        $sum = $this->step('add noise', fn (CData $out): int => Vips::library()->vips_add($this->image, $noise->image, FFI::addr($out), null));

        return $sum->step('cast', fn (CData $out): int => Vips::library()->vips_cast($sum->image, FFI::addr($out), self::FORMAT_UCHAR, null));
    }

    /** Multiplied by a one-channel mask, 255 leaving a pixel as it is. */
    public function shaded(self $mask): self
    {
        $share = $mask->step('scale the mask', function (CData $out) use ($mask): int {
            $a = Vips::fresh('double[1]');
            $b = Vips::fresh('double[1]');
            $a[0] = 1 / 255;

            return Vips::library()->vips_linear($mask->image, FFI::addr($out), $a, $b, 1, null);
        });
        $product = $this->step('shade', fn (CData $out): int => Vips::library()->vips_multiply($this->image, $share->image, FFI::addr($out), null));

        return $product->step('cast', fn (CData $out): int => Vips::library()->vips_cast($product->image, FFI::addr($out), self::FORMAT_UCHAR, null));
    }

    public function grey(): self
    {
        return $this->step('make grey', fn (CData $out): int => Vips::library()->vips_colourspace($this->image, FFI::addr($out), self::INTERPRETATION_GREY, null));
    }

    public function channel(int $band): self
    {
        return $this->step('take a channel', fn (CData $out): int => Vips::library()->vips_extract_band($this->image, FFI::addr($out), $band, null));
    }

    /**
     * Grey values averaged down to a small grid, for hashes.
     *
     * @return list<int> width × height values of 0–255, row by row
     */
    public function greyGrid(int $width, int $height): array
    {
        $small = $this->within(64)->grey();

        return ($small->bands() > 1 ? $small->channel(0) : $small)->grid($width, $height);
    }

    /**
     * Colours averaged down to a small grid.
     *
     * @return list<int> width × height values of red, green and blue, 0–255, row by row
     */
    public function colourGrid(int $width, int $height): array
    {
        $small = $this->within(64)->inMemory();
        $bands = array_map(fn (int $band): array => $small->channel($small->bands() > 2 ? $band : 0)->grid($width, $height), [0, 1, 2]);

        return array_merge(...array_map(null, ...$bands));
    }

    /**
     * How sharp the picture is: the variance of its Laplacian (Pech-Pacheco 2000), as the square of levels of 0–255.
     * Only pictures of one size can be compared.
     *
     * Of green alone, which is most of lightness (0.72 of it in sRGB, IEC 61966-2-1) and what a sensor has most sites
     * for: to weigh the three costs more than all the rest.
     */
    public function sharpness(): float
    {
        $green = $this->bands() > 2 ? $this->channel(1) : $this->channel(0);
        $laplacian = Vips::fresh('double[9]');
        foreach ([0.0, 1.0, 0.0, 1.0, -4.0, 1.0, 0.0, 1.0, 0.0] as $i => $weight) {
            $laplacian[$i] = $weight;
        }
        $mask = new self(Vips::library()->vips_image_new_matrix_from_array(3, 3, $laplacian, 9) ?? throw UnableToMakePicture::because('measure the sharpness', 'no mask could be made'));
        $edges = $green->step('find edges', fn (CData $out): int => Vips::library()->vips_conv($green->image, FFI::addr($out), $mask->image, null));
        $deviation = Vips::fresh('double');
        Vips::check(Vips::library()->vips_deviate($edges->image, FFI::addr($deviation), null), 'measure the sharpness');

        return (float) $deviation->cdata ** 2;
    }

    /** @return list<int> of a picture of one band, width × height mean values of 0–255, row by row */
    private function grid(int $width, int $height): array
    {
        [$w, $h, $samples] = [$this->width(), $this->height(), $this->samples()];
        $values = [];
        for ($y = 0; $y < $height; $y++) {
            [$top, $bottom] = [intdiv($y * $h, $height), max(intdiv($y * $h, $height) + 1, intdiv(($y + 1) * $h, $height))];
            for ($x = 0; $x < $width; $x++) {
                [$left, $right] = [intdiv($x * $w, $width), max(intdiv($x * $w, $width) + 1, intdiv(($x + 1) * $w, $width))];
                $sum = 0;
                for ($row = $top; $row < $bottom; $row++) {
                    $sum += array_sum(unpack('C*', substr($samples, $row * $w + $left, $right - $left)) ?: []);
                }
                $values[] = intdiv((int) $sum, ($bottom - $top) * ($right - $left));
            }
        }

        return $values;
    }

    /**
     * Where a picture with transparency shows anything.
     *
     * @return array{int, int, int, int} left, top, width, height in pixels; all of it where nothing shows
     */
    public function opaque(): array
    {
        $alpha = $this->channel($this->bands() - 1)->toned([-1.0], [255.0]);
        [$left, $top, $width, $height] = [Vips::fresh('int'), Vips::fresh('int'), Vips::fresh('int'), Vips::fresh('int')];
        Vips::check(Vips::library()->vips_find_trim($alpha->image, FFI::addr($left), FFI::addr($top), FFI::addr($width), FFI::addr($height), null), 'find what shows');

        return $width->cdata > 0 && $height->cdata > 0 ? [$left->cdata, $top->cdata, $width->cdata, $height->cdata] : [0, 0, $this->width(), $this->height()];
    }

    /**
     * Writes a file of a kind, with a colour profile; for one with nothing else, of bare pixels.
     *
     * @param  'jpeg'|'tiff'|'webp'  $format
     * @param  int<1, 100>  $quality
     * @param  string  $profile  the name of one that is built in, or a path
     */
    public function save(string $path, string $format, int $quality, string $profile = 'srgb'): void
    {
        $library = Vips::library();
        Vips::check(match ($format) {
            'jpeg' => $library->vips_jpegsave($this->image, $path, 'Q', $quality, 'optimize_coding', 1, 'profile', $profile, null),
            'webp' => $library->vips_webpsave($this->image, $path, 'Q', $quality, 'profile', $profile, null),
            'tiff' => $library->vips_tiffsave($this->image, $path, 'compression', self::TIFF_LZW, 'profile', $profile, null),
        }, 'write '.basename($path));
    }

    /** The pixels and nothing that they came with. */
    public function bare(): self
    {
        $size = Vips::fresh('size_t');
        $memory = Vips::library()->vips_image_write_to_memory($this->image, FFI::addr($size));
        if ($memory === null) {
            Vips::check(-1, 'read the samples');
        }
        $image = Vips::library()->vips_image_new_from_memory_copy($memory, $size->cdata, $this->width(), $this->height(), $this->bands(), self::FORMAT_UCHAR);
        Vips::library()->g_free($memory);
        if ($image === null) {
            Vips::check(-1, 'take the samples');
        }
        $out = Vips::out();
        Vips::check(Vips::library()->vips_copy($image, FFI::addr($out), 'interpretation', $this->bands() < 3 ? self::GREY : self::SRGB, null), 'say what the samples are');
        Vips::library()->g_object_unref(Vips::library()->cast('void*', $image));

        return new self($out);
    }

    /**
     * The same pixels, said to be so many an inch.
     *
     * libvips counts by the millimetre.
     */
    public function at(int $ppi): self
    {
        return $this->step('say the resolution', fn (CData $out): int => Vips::library()->vips_copy($this->image, FFI::addr($out), 'xres', $ppi / 25.4, 'yres', $ppi / 25.4, null));
    }

    public function savePng(string $path): void
    {
        Vips::check(Vips::library()->vips_pngsave($this->image, $path, 'strip', 1, null), 'write '.basename($path));
    }

    /** Eight-bit samples, row by row. */
    public function samples(): string
    {
        $size = Vips::fresh('size_t');
        $memory = Vips::library()->vips_image_write_to_memory($this->image, FFI::addr($size));
        if ($memory === null) {
            Vips::check(-1, 'read the samples');
        }
        $bytes = FFI::string($memory, $size->cdata);
        Vips::library()->g_free($memory);

        return $bytes;
    }

    /**
     * @param  int<1, 100>  $quality
     */
    public function saveJpeg(string $path, int $quality = 82): void
    {
        Vips::check(Vips::library()->vips_jpegsave($this->image, $path, 'Q', $quality, 'strip', 1, 'optimize_coding', 0, null), 'write '.basename($path));
    }

    /**
     * @param  int<1, 100>  $quality
     */
    public function jpegBytes(int $quality = 82): string
    {
        $buffer = Vips::fresh('void*');
        $length = Vips::fresh('size_t');
        Vips::check(Vips::library()->vips_jpegsave_buffer($this->image, FFI::addr($buffer), FFI::addr($length), 'Q', $quality, 'strip', 1, null), 'write a JPEG');
        $bytes = FFI::string($buffer, $length->cdata);
        Vips::library()->g_free($buffer);

        return $bytes;
    }

    /**
     * Itself, as long as its header does not claim more than any camera has: nothing is decoded before.
     *
     * @throws UnableToMakePicture
     */
    private function ofSensibleSize(int $shrink = 1): self
    {
        [$width, $height] = [$shrink * $this->width(), $shrink * $this->height()];
        if ($width * $height > self::MOST_PIXELS) {
            throw UnableToMakePicture::because('read the picture', number_format($width).' × '.number_format($height).' pixels are more than the '.number_format(self::MOST_PIXELS).' that are read');
        }

        return $this;
    }

    /** The steps so far carried out, the pixels held in memory. */
    public function inMemory(): self
    {
        $image = Vips::library()->vips_image_copy_memory($this->image);
        if ($image === null) {
            Vips::check(-1, 'decode the picture');
        }

        return new self($image);
    }

    /** @param  (callable(CData): int)|null  $call */
    private function step(string $doing, ?callable $call): self
    {
        if ($call === null) {
            return $this->flat();
        }
        $out = Vips::out();
        Vips::check($call($out), $doing);

        return new self($out, $this->buffer);
    }
}
