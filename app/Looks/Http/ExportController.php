<?php

declare(strict_types=1);

namespace App\Looks\Http;

use App\Frames\Frame;
use App\Looks\ColourCubes;
use App\Looks\FrameLook;
use App\Studio\Shoot;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use Kanpai\Core\Looks\ColourTable;
use Kanpai\Core\Looks\CubeFile;
use Kanpai\Core\Looks\DeviceLink;
use Kanpai\Core\Looks\Look;

/** The look of a frame as other programs read it: what is done to colours, for a picture in sRGB. */
final class ExportController
{
    private const GRID = 33;

    public function profile(Request $request, Shoot $shoot, int $frame): Response
    {
        [$table, $name] = self::table($shoot, $frame, $request->integer('number', FrameLook::FIRST));

        return self::file(DeviceLink::of($table, $name), 'application/vnd.iccprofile', "{$name}.icc");
    }

    public function cube(Request $request, Shoot $shoot, int $frame): Response
    {
        [$table, $name] = self::table($shoot, $frame, $request->integer('number', FrameLook::FIRST));

        return self::file(CubeFile::of($table, $name), 'text/plain; charset=UTF-8', "{$name}.cube");
    }

    /** @return array{ColourTable, string} the table, and what it is called */
    private static function table(Shoot $shoot, int $frame, int $number): array
    {
        $found = Frame::of($shoot)->findOrFail($frame);
        $look = FrameLook::numbered($found, $number)?->look() ?? Look::plain();

        return [
            ColourTable::of($look, self::GRID, null, ColourCubes::find($look->cube)),
            Str::slug(pathinfo($found->name, PATHINFO_FILENAME)).'-look',
        ];
    }

    private static function file(string $bytes, string $type, string $name): Response
    {
        return response($bytes, 200, [
            'Content-Type' => $type,
            'Content-Disposition' => "attachment; filename=\"{$name}\"",
            'Cache-Control' => 'no-store',
        ]);
    }
}
