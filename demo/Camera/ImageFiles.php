<?php

declare(strict_types=1);

namespace Kanpai\Demo\Camera;

use App\Imaging\Picture;
use App\Imaging\PictureWriter;

/** Writes a shot as the files a camera would write: JPEG with Exif 2.32, and DNG 1.4 for raw. */
final class ImageFiles
{
    /** XYZ (D65) to a linear sRGB sensor: IEC 61966-2-1. */
    private const SRGB_SENSOR = [3.2405, -1.5371, -0.4985, -0.9693, 1.8760, 0.0416, 0.0556, -0.2040, 1.0572];

    /** @param  int<1, 100>  $quality */
    public function jpeg(Shot $shot, Picture $stored, string $thumbnail, int $quality): string
    {
        $jpeg = PictureWriter::jpegBytes($stored, $quality);

        return $this->withExif($shot, $jpeg, $stored->width(), $stored->height(), $thumbnail);
    }

    /** The pixels of one JPEG under the facts of another shot. */
    public function withExif(
        Shot $shot,
        string $jpeg,
        int $width,
        int $height,
        string $thumbnail,
        string $noise = '',
    ): string {
        $first = new Directory();
        $this->describe($first, $shot);
        $first->child(0x8769, $this->exif($shot, $width, $height));
        $this->locate($first, $shot);
        $first->short(0x0213, 1);
        $second = (new Directory())
            ->short(0x0103, 6)
            ->rational(0x011A, [72, 1])
            ->rational(0x011B, [72, 1])
            ->short(0x0128, 2)
            ->pointAt(0x0201, 0x0202, $thumbnail);
        $block = "Exif\0\0".TiffWriter::write([$first, $second]);
        $comment = $noise === '' ? '' : "\xFF\xFE".pack('n', strlen($noise) + 2).$noise;

        return "\xFF\xD8\xFF\xE1".pack('n', strlen($block) + 2).$block.$comment.substr($jpeg, 2);
    }

    /** @param  string  $preview  a JPEG of the picture, as the camera would embed it */
    public function dng(Shot $shot, Picture $stored, string $preview, int $previewWidth, int $previewHeight): string
    {
        $w = $stored->width() & ~1;
        $h = $stored->height() & ~1;
        $isSensor = $shot->raw->kelvin !== (new SensorTruth())->kelvin;
        $raw = (new Directory())
            ->long(0x00FE, 0)
            ->long(0x0100, $w)
            ->long(0x0101, $h)
            ->short(0x0102, 16)
            ->short(0x0103, 1)
            ->short(0x0106, 32803)
            ->short(0x0115, 1)
            ->long(0x0116, $h)
            ->short(0x011C, 1)
            ->short(0x828D, 2, 2)
            ->bytes(0x828E, "\x00\x01\x01\x02", Directory::BYTE)
            ->short(0xC61A, ...$isSensor ? array_fill(0, 4, Sensor::BLACK) : [0])
            ->long(0xC61D, $isSensor ? Sensor::WHITE : 16383)
            ->pointAt(0x0111, 0x0117, $isSensor ? $this->sensed($shot, $stored, $w, $h) : $this->mosaic($stored, $w, $h));
        if ($isSensor) {
            $raw->short(0xC619, 2, 2);
        }
        $main = (new Directory())
            ->long(0x00FE, 1)
            ->long(0x0100, $previewWidth)
            ->long(0x0101, $previewHeight)
            ->short(0x0102, 8, 8, 8)
            ->short(0x0103, 7)
            ->short(0x0106, 6)
            ->short(0x0115, 3)
            ->long(0x0116, $previewHeight)
            ->short(0x011C, 1)
            ->pointAt(0x0111, 0x0117, $preview);
        $this->describe($main, $shot);
        $main
            ->bytes(0xC612, "\x01\x04\x00\x00", Directory::BYTE)
            ->bytes(0xC613, "\x01\x01\x00\x00", Directory::BYTE)
            ->text(0xC614, $shot->body->make.' '.$shot->body->model)
            ->signedRational(0xC621, ...self::rationals($isSensor ? array_merge(...Sensor::COLOURS) : self::SRGB_SENSOR))
            ->rational(0xC628, ...self::rationals($isSensor ? Sensor::neutral($shot->raw->guessed) : [1.0, 1.0, 1.0]))
            ->short(0xC65A, 21)
            ->text(0xC62F, $shot->body->serial)
            ->child(0x014A, $raw)
            ->child(0x8769, $this->exif($shot, $w, $h));
        if ($isSensor) {
            $main->signedRational(0xC62A, [Sensor::HEADROOM, 1]);
        }
        $this->locate($main, $shot);

        return TiffWriter::write([$main]);
    }

    /**
     * @param  array<float>  $values
     * @return list<array{int, int}> in 10,000ths
     */
    private static function rationals(array $values): array
    {
        return array_values(array_map(fn (float $value): array => [(int) round(10_000 * $value), 10_000], $values));
    }

    private function sensed(Shot $shot, Picture $seen, int $w, int $h): string
    {
        return Sensor::mosaic($seen, $w, $h, $shot->raw->kelvin, $shot->handling->stops - $shot->raw->darker);
    }

    private function describe(Directory $directory, Shot $shot): void
    {
        $time = $this->time($shot->reading);
        $directory
            ->text(0x010F, $shot->body->make)
            ->text(0x0110, $shot->body->model)
            ->short(0x0112, $shot->upright ? 8 : 1)
            ->rational(0x011A, [72, 1])
            ->rational(0x011B, [72, 1])
            ->short(0x0128, 2)
            ->text(0x0131, $shot->body->model.' 1.20')
            ->text(0x0132, $time)
            ->text(0x013B, $shot->body->shooter)
            ->text(0x8298, '');
        unset($directory->entries[0x8298]);
    }

    private function exif(Shot $shot, int $width, int $height): Directory
    {
        $time = $this->time($shot->reading);
        $sub = sprintf('%03d', $shot->reading % 1000);
        $shutter =
            $shot->exposure >= 0.3 ? [(int) round($shot->exposure * 10), 10] : [1, (int) round(1 / $shot->exposure)];

        return (new Directory())
            ->rational(0x829A, $shutter)
            ->rational(0x829D, [(int) round($shot->aperture * 10), 10])
            ->short(0x8822, 3)
            ->short(0x8827, $shot->iso)
            ->short(0x8830, 2)
            ->bytes(0x9000, '0232')
            ->text(0x9003, $time)
            ->text(0x9004, $time)
            ->text(0x9010, $shot->body->zone)
            ->text(0x9011, $shot->body->zone)
            ->text(0x9012, $shot->body->zone)
            ->bytes(0x9101, "\1\2\3\0")
            ->signedRational(0x9204, $shot->raw->isMeantDark ? [(int) round(10 * SensorTruth::MEANT_DARK), 10] : [0, 3])
            ->short(0x9207, 5)
            ->short(0x9209, 16)
            ->rational(0x920A, [$shot->body->focalLength * 10, 10])
            ->text(0x9290, $sub)
            ->text(0x9291, $sub)
            ->text(0x9292, $sub)
            ->bytes(0xA000, '0100')
            ->short(0xA001, 1)
            ->long(0xA002, $width)
            ->long(0xA003, $height)
            ->short(0xA402, 0)
            ->short(0xA403, 0)
            ->short(0xA406, 0)
            ->text(0xA420, md5($shot->body->serial.$shot->number.$shot->reading))
            ->text(0xA430, $shot->body->shooter)
            ->text(0xA431, $shot->body->serial)
            ->text(0xA434, $shot->body->lens);
    }

    /** The time of the last fix; the place is nobody's business. */
    private function locate(Directory $directory, Shot $shot): void
    {
        if ($shot->fix !== null) {
            $second = intdiv($shot->fix, 1000);
            $directory->child(
                0x8825,
                (new Directory())
                    ->bytes(0x0000, "\2\3\0\0", Directory::BYTE)
                    ->rational(
                        0x0007,
                        [(int) gmdate('G', $second), 1],
                        [(int) gmdate('i', $second), 1],
                        [(int) gmdate('s', $second), 1],
                    )
                    ->text(0x001D, gmdate('Y:m:d', $second)),
            );
        }
    }

    private function time(int $reading): string
    {
        return gmdate('Y:m:d H:i:s', intdiv($reading, 1000));
    }

    /** Sixteen-bit linear values behind a red-green/green-blue filter. */
    private function mosaic(Picture $picture, int $w, int $h): string
    {
        $samples = $picture->samples();
        $stride = $picture->width() * 3;
        $linear = [];
        for ($v = 0; $v < 256; $v++) {
            $c = $v / 255;
            $linear[chr($v)] = pack(
                'v',
                (int) round(16383 * ($c <= 0.04045 ? $c / 12.92 : (($c + 0.055) / 1.055) ** 2.4)),
            );
        }
        $out = '';
        for ($y = 0; $y < $h; $y++) {
            $row = $y * $stride;
            // Even rows: red, green. Odd rows: green, blue.
            $left = $row + ($y % 2 === 0 ? 0 : 1);
            $right = $row + 3 + ($y % 2 === 0 ? 1 : 2);
            for ($x = 0; $x < $w; $x += 2) {
                $out .= $linear[$samples[$left]].$linear[$samples[$right]];
                $left += 6;
                $right += 6;
            }
        }

        return $out;
    }
}
