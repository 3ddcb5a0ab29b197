<?php

declare(strict_types=1);

namespace Tests\Reference;

use FFI;
use Kanpai\Core\Looks\Colour\WhitePoint;
use PHPUnit\Framework\TestCase;

/** The line of daylight beside littlecms2, which comes with libvips. */
final class LightsTest extends TestCase
{
    public function test_daylight_is_that_of_littlecms(): void
    {
        $cms = FFI::cdef(
            'typedef struct { double x; double y; double Y; } cmsCIExyY; '.
                'int cmsWhitePointFromTemp(cmsCIExyY* white, double kelvin);',
            'liblcms2.so.2',
        );
        $white = $cms->new('cmsCIExyY');
        foreach ([5000, 5003, 5500, 6504, 7000, 7500, 10_000, 25_000] as $kelvin) {
            self::assertSame(1, $cms->cmsWhitePointFromTemp(FFI::addr($white), (float) $kelvin));
            $ours = WhitePoint::of((float) $kelvin);
            self::assertEqualsWithDelta([$white->x, $white->y], [$ours->x, $ours->y], 1e-12, "{$kelvin} K");
        }
    }
}
