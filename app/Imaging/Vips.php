<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI;
use FFI\CData;

/**
 * The C functions of libvips that Kanpai calls, bound once a process through FFI.
 *
 * Only `Picture` calls it; everything else works with pictures.
 */
final class Vips
{
    private const HEADER = <<<'C'
    typedef struct _VipsImage VipsImage;
    int vips_init(const char *argv0);
    void vips_concurrency_set(int concurrency);
    void vips_cache_set_max(int max);
    void vips_block_untrusted_set(int state);
    void vips_operation_block_set(const char *name, int state);
    const char *vips_error_buffer(void);
    void vips_error_clear(void);
    int vips_jpegload(const char *filename, VipsImage **out, ...);
    int vips_jpegload_buffer(const void *buf, size_t len, VipsImage **out, ...);
    int vips_tiffload(const char *filename, VipsImage **out, ...);
    int vips_svgload_buffer(const void *buf, size_t len, VipsImage **out, ...);
    VipsImage *vips_image_new_from_memory_copy(
        const void *data, size_t size, int width, int height, int bands, int format);
    VipsImage *vips_image_new_from_memory(
        const void *data, size_t size, int width, int height, int bands, int format);
    int vips_image_get_orientation(VipsImage *image);
    VipsImage *vips_image_copy_memory(VipsImage *image);
    void *vips_image_write_to_memory(VipsImage *in, size_t *size);
    int vips_image_get_width(const VipsImage *image);
    int vips_image_get_height(const VipsImage *image);
    int vips_image_get_bands(const VipsImage *image);
    int vips_autorot(VipsImage *in, VipsImage **out, ...);
    int vips_rot(VipsImage *in, VipsImage **out, int angle, ...);
    int vips_similarity(VipsImage *in, VipsImage **out, ...);
    typedef struct _VipsInterpolate VipsInterpolate;
    typedef struct _VipsArea VipsArea;
    VipsInterpolate *vips_interpolate_new(const char *nickname);
    VipsArea *vips_array_int_newv(int n, ...);
    void vips_area_unref(VipsArea *area);
    int vips_affine(VipsImage *in, VipsImage **out, double a, double b, double c, double d, ...);
    int vips_embed(VipsImage *in, VipsImage **out, int x, int y, int width, int height, ...);
    int vips_zoom(VipsImage *in, VipsImage **out, int xfac, int yfac, ...);
    int vips_mapim(VipsImage *in, VipsImage **out, VipsImage *index, ...);
    int vips_image_get_format(const VipsImage *image);
    int vips_shrink(VipsImage *in, VipsImage **out, double hshrink, double vshrink, ...);
    int vips_reduce(VipsImage *in, VipsImage **out, double hshrink, double vshrink, ...);
    int vips_resize(VipsImage *in, VipsImage **out, double scale, ...);
    int vips_gaussblur(VipsImage *in, VipsImage **out, double sigma, ...);
    int vips_composite2(VipsImage *base, VipsImage *overlay, VipsImage **out, int mode, ...);
    int vips_flatten(VipsImage *in, VipsImage **out, ...);
    int vips_colourspace(VipsImage *in, VipsImage **out, int space, ...);
    int vips_extract_area(VipsImage *in, VipsImage **out, int left, int top, int width, int height, ...);
    int vips_extract_band(VipsImage *in, VipsImage **out, int band, ...);
    int vips_linear(VipsImage *in, VipsImage **out, const double *a, const double *b, int n, ...);
    int vips_gaussnoise(VipsImage **out, int width, int height, ...);
    int vips_add(VipsImage *left, VipsImage *right, VipsImage **out, ...);
    int vips_multiply(VipsImage *left, VipsImage *right, VipsImage **out, ...);
    VipsImage *vips_image_new_matrix_from_array(int width, int height, const double *array, int size);
    void vips_image_set_double(VipsImage *image, const char *name, double value);
    int vips_maplut(VipsImage *in, VipsImage **out, VipsImage *table, ...);
    int vips_conv(VipsImage *in, VipsImage **out, VipsImage *mask, ...);
    int vips_rank(VipsImage *in, VipsImage **out, int width, int height, int index, ...);
    int vips_moreeq_const1(VipsImage *in, VipsImage **out, double c, ...);
    int vips_andimage(VipsImage *left, VipsImage *right, VipsImage **out, ...);
    int vips_convsep(VipsImage *in, VipsImage **out, VipsImage *mask, ...);
    int vips_subtract(VipsImage *left, VipsImage *right, VipsImage **out, ...);
    int vips_divide(VipsImage *left, VipsImage *right, VipsImage **out, ...);
    int vips_bandjoin(VipsImage **in, VipsImage **out, int n, ...);
    int vips_ifthenelse(VipsImage *cond, VipsImage *in1, VipsImage *in2, VipsImage **out, ...);
    int vips_insert(VipsImage *main, VipsImage *sub, VipsImage **out, int x, int y, ...);
    int vips_msb(VipsImage *in, VipsImage **out, ...);
    int vips_hist_find(VipsImage *in, VipsImage **out, ...);
    int vips_deviate(VipsImage *in, double *out, ...);
    int vips_cast(VipsImage *in, VipsImage **out, int format, ...);
    VipsImage *vips_image_new_from_file(const char *name, ...);
    VipsImage *vips_image_new_from_buffer(const void *buf, size_t len, const char *options, ...);
    int vips_find_trim(VipsImage *in, int *left, int *top, int *width, int *height, ...);
    int vips_copy(VipsImage *in, VipsImage **out, ...);
    int vips_tiffsave(VipsImage *in, const char *filename, ...);
    int vips_webpsave(VipsImage *in, const char *filename, ...);
    int vips_icc_transform(VipsImage *in, VipsImage **out, const char *output_profile, ...);
    int vips_sharpen(VipsImage *in, VipsImage **out, ...);
    size_t vips_image_get_typeof(const VipsImage *image, const char *name);
    int vips_image_get_blob(const VipsImage *image, const char *name, const char **data, size_t *length);
    int vips_pngsave(VipsImage *in, const char *filename, ...);
    int vips_jpegsave(VipsImage *in, const char *filename, ...);
    int vips_jpegsave_buffer(VipsImage *in, void **buf, size_t *len, ...);
    void g_object_unref(void *object);
    void g_free(void *memory);
    C;

    private static ?FFI $library = null;

    public static function library(): FFI
    {
        if (self::$library === null) {
            // What went wrong is thrown as an exception; it need not be printed as well.
            putenv('VIPS_WARNING=0');
            self::$library = FFI::cdef(self::HEADER, 'libvips.so.42');
            self::$library->vips_init('kanpai');
            // One worker runs on each core, so a picture takes one thread.
            self::$library->vips_concurrency_set(1);
            self::$library->vips_cache_set_max(0);
            // Loaders that libvips itself does not trust with strange files are closed; drawings are our own.
            self::$library->vips_block_untrusted_set(1);
            self::$library->vips_operation_block_set('VipsForeignLoadSvg', 0);
        }

        return self::$library;
    }

    /** A C variable of a type. */
    public static function fresh(string $type): CData
    {
        return self::library()->new($type) ?? throw UnableToMakePicture::because('take memory', "none for a {$type}");
    }

    /** A fresh `VipsImage*` to be filled in by a call. */
    public static function out(): CData
    {
        return self::fresh('VipsImage*');
    }

    /**
     * An image that a call gave.
     *
     * @throws UnableToMakePicture when it gave none
     */
    public static function given(?CData $image, string $doing): CData
    {
        if ($image === null) {
            self::check(-1, $doing);
        }

        return $image ?? throw UnableToMakePicture::because($doing, 'no reason given');
    }

    /**
     * @throws UnableToMakePicture when the call reported a failure
     */
    public static function check(int $status, string $doing): void
    {
        if ($status !== 0) {
            $reason = trim((string) self::library()->vips_error_buffer());
            self::library()->vips_error_clear();
            throw UnableToMakePicture::because($doing, $reason);
        }
    }
}
