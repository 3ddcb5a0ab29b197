<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI;

/** The C functions of littlecms2 that Kanpai calls, bound once a process through FFI. It comes with libvips. */
final class LittleCms
{
    private const HEADER = <<<'C'
    typedef void* cmsHPROFILE;
    typedef void* cmsHTRANSFORM;
    typedef void* cmsContext;
    typedef struct _p cmsPipeline;
    typedef struct _s cmsStage;
    cmsPipeline* cmsPipelineAlloc(cmsContext context, uint32_t in, uint32_t out);
    void cmsPipelineFree(cmsPipeline* pipeline);
    int cmsPipelineInsertStage(cmsPipeline* pipeline, int place, cmsStage* stage);
    cmsStage* cmsStageAllocCLut16bit(
        cmsContext context, uint32_t grid, uint32_t in, uint32_t out, const uint16_t* table);
    cmsHPROFILE cmsCreateProfilePlaceholder(cmsContext context);
    void cmsSetDeviceClass(cmsHPROFILE profile, int signature);
    void cmsSetColorSpace(cmsHPROFILE profile, int signature);
    void cmsSetPCS(cmsHPROFILE profile, int signature);
    void cmsSetProfileVersion(cmsHPROFILE profile, double version);
    int cmsWriteTag(cmsHPROFILE profile, int signature, const void* data);
    int cmsCloseProfile(cmsHPROFILE profile);
    cmsHTRANSFORM cmsCreateMultiprofileTransform(
        cmsHPROFILE profiles[], uint32_t n, uint32_t in, uint32_t out, uint32_t intent, uint32_t flags);
    void cmsDeleteTransform(cmsHTRANSFORM transform);
    void cmsDoTransform(cmsHTRANSFORM transform, const void* in, void* out, uint32_t pixels);
    C;

    private static ?FFI $library = null;

    public static function library(): FFI
    {
        return self::$library ??= FFI::cdef(self::HEADER, 'liblcms2.so.2');
    }
}
