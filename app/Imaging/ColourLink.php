<?php

declare(strict_types=1);

namespace App\Imaging;

use FFI;
use FFI\CData;

/**
 * A three-dimensional table of colours as a device link (ICC.1:2001-04, class `link`, one A2B0 tag), which littlecms2
 * applies by tetrahedral interpolation. Version 2 of the standard, since only its tables keep 16 bits as they are.
 */
final class ColourLink
{
    private const VERSION = 2.1;

    private const CLASS_LINK = 0x6C69_6E6B;

    private const RGB = 0x5247_4220;

    private const A2B0 = 0x4132_4230;

    private const AT_THE_END = 1;

    /**
     * Three channels of eight bits, and of sixteen. What goes in is called cyan, magenta and yellow: of red, green and
     * blue with eight bits the library moves the nodes of a table that is steep somewhere, and is up to 22 of 255 steps
     * off in between. A table does not ask what its channels are called.
     */
    private const CMY = 0x434D_5920;

    private const THREE_OF_EIGHT = 0x5_0019;

    private const THREE_OF_SIXTEEN = 0x5_001A;

    private const RGB8 = 0x4_0019;

    /** Nothing is kept from pixel to pixel, and white is not repaired: a look may tint it. */
    private const FLAGS = 0x40 | 0x04;

    /** Where the grid of the table is named in the flags, or the library makes one of its own. */
    private const GRID = 16;

    private function __construct(private readonly CData $profile, private readonly int $grid)
    {
    }

    public function __destruct()
    {
        LittleCms::library()->cmsCloseProfile($this->profile);
    }

    /**
     * @param  int  $grid  nodes along each side
     * @param  string  $nodes  red, green and blue of each in 16 bits, little-endian; blue runs fastest, red slowest
     *
     * @throws UnableToMakePicture
     */
    public static function of(int $grid, string $nodes): self
    {
        $library = LittleCms::library();
        $pipeline = self::pipeline($grid, $nodes);
        $profile = self::profile();
        $isTaken = $library->cmsWriteTag($profile, self::A2B0, $library->cast('void*', $pipeline));
        $library->cmsPipelineFree($pipeline);

        return $isTaken !== 0
            ? new self($profile, $grid)
            : throw UnableToMakePicture::because('make a table of colours', 'littlecms2 would not take it');
    }

    private static function profile(): CData
    {
        $library = LittleCms::library();
        $profile = self::given($library->cmsCreateProfilePlaceholder(null));
        $library->cmsSetProfileVersion($profile, self::VERSION);
        $library->cmsSetDeviceClass($profile, self::CLASS_LINK);
        $library->cmsSetColorSpace($profile, self::CMY);
        $library->cmsSetPCS($profile, self::RGB);

        return $profile;
    }

    private static function pipeline(int $grid, string $nodes): CData
    {
        $library = LittleCms::library();
        $table = self::memory('uint16_t['.intdiv(strlen($nodes), 2).']');
        FFI::memcpy($table, $nodes, strlen($nodes));
        $pipeline = self::given($library->cmsPipelineAlloc(null, 3, 3));
        $stage = self::given($library->cmsStageAllocCLut16bit(null, $grid, 3, 3, FFI::addr($table[0])));
        $library->cmsPipelineInsertStage($pipeline, self::AT_THE_END, $stage);

        return $pipeline;
    }

    /**
     * What pixels are changed by: three channels go in, three of eight bits come out.
     *
     * @param  bool  $isDeep  whether what goes in has sixteen bits
     */
    public function transform(bool $isDeep): ColourTransform
    {
        $library = LittleCms::library();
        $profiles = self::memory('cmsHPROFILE[1]');
        $profiles[0] = $this->profile;
        $transform = self::given($library->cmsCreateMultiprofileTransform(
            FFI::addr($profiles[0]),
            1,
            $isDeep ? self::THREE_OF_SIXTEEN : self::THREE_OF_EIGHT,
            self::RGB8,
            0,
            self::FLAGS | ($this->grid << self::GRID),
        ));

        return new ColourTransform($transform);
    }

    private static function memory(string $type): CData
    {
        return self::given(LittleCms::library()->new($type));
    }

    private static function given(?CData $thing): CData
    {
        return $thing ?? throw UnableToMakePicture::because('make a table of colours', 'littlecms2 gave none');
    }
}
