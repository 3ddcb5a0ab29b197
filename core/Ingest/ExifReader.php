<?php

declare(strict_types=1);

namespace Kanpai\Core\Ingest;

use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Imaging\ByteSource;
use Kanpai\Core\Imaging\TiffReader;
use Kanpai\Core\Imaging\UnreadableFile;

/**
 * Reads Exif 2.32 (CIPA DC-008) from JPEG and TIFF-based files and finds the pictures embedded in them.
 *
 * Nothing is decoded: a file costs one or two readings of a few kilobytes.
 *
 * @phpstan-import-type Directory from TiffReader
 */
final class ExifReader
{
    /** Tags that are read, by what they say; of the last only whether it is there. */
    private const WANTED = [
        // Sizes, strips, previews and sub-directories of TIFF.
        0x00FE => true, 0x0100 => true, 0x0101 => true, 0x0103 => true, 0x0111 => true, 0x0117 => true,
        0x014A => true, 0x0201 => true, 0x0202 => true, 0x8769 => true, 0x8825 => true,
        // Maker, model, orientation, change, artist.
        0x010F => true, 0x0110 => true, 0x0112 => true, 0x0132 => true, 0x013B => true,
        // Times of Exif: taken, digitised; distances to UTC; fractions of seconds.
        0x9003 => true, 0x9004 => true, 0x9010 => true, 0x9011 => true, 0x9012 => true, 0x9290 => true,
        0x9291 => true, 0x9292 => true,
        // Exposure: time, aperture, sensitivities, APEX values, bias, widest aperture, focal length.
        0x829A => true, 0x829D => true, 0x8827 => true, 0x8831 => true, 0x8832 => true, 0x8833 => true,
        0x9201 => true, 0x9202 => true, 0x9204 => true, 0x9205 => true, 0x920A => true,
        // Owner, serial number, lens.
        0xA430 => true, 0xA431 => true, 0xA434 => true,
        // Time and date of GPS.
        0x0007 => true, 0x001D => true,
        0x927C => false, // notes of the maker
    ];

    /** Enough of the end to find the end-of-image marker behind what some cameras append. */
    private const TAIL = 65536;

    /**
     * @throws UnreadableFile with the reason the file cannot be a frame
     */
    public function read(ByteSource $source): Exif
    {
        if ($source->size() === 0) {
            throw UnreadableFile::isEmpty();
        }

        return $source->bytes(0, 2) === "\xFF\xD8" ? $this->jpeg($source) : $this->tiff($source);
    }

    /**
     * As `read`, but a file that is not a whole JPEG is refused.
     *
     * @throws UnreadableFile
     */
    public function readJpeg(ByteSource $source): Exif
    {
        if ($source->size() === 0) {
            throw UnreadableFile::isEmpty();
        }
        if ($source->bytes(0, 2) !== "\xFF\xD8") {
            throw UnreadableFile::isNotAJpeg();
        }
        $from = 0;
        $exif = $this->jpeg($source, $from);
        // Inside entropy-coded data FF is always followed by 00 or a restart marker (ITU-T T.81, B.1.1.5), so FF D9
        // after the frame header can only be a true end; before it comes the thumbnail with an end of its own.
        $tail = max($from, $source->size() - self::TAIL);
        if (
            $source->bytes($source->size() - 2, 2) !== "\xFF\xD9" &&
            ! str_contains($source->bytes($tail, self::TAIL), "\xFF\xD9")
        ) {
            throw UnreadableFile::isCutShort();
        }

        return $exif;
    }

    /** @param  int  $from  is set to the position of the frame header, in bytes */
    private function jpeg(ByteSource $source, int &$from = 0): Exif
    {
        $at = 2;
        $exif = null;
        while (true) {
            $head = $source->bytes($at, 10);
            if (strlen($head) < 10 || $head[0] !== "\xFF") {
                throw UnreadableFile::hasNoPicture();
            }
            $marker = ord($head[1]);
            if ($marker === 0xFF) {
                $at++;

                continue;
            }
            $length = self::short($head, 2);
            if ($marker === 0xDA || $marker === 0xD9 || $length < 2) {
                throw UnreadableFile::hasNoPicture();
            }
            if ($marker === 0xE1 && $exif === null && substr($head, 4, 6) === "Exif\0\0") {
                $exif = $this->block($source, $at + 10);
            }
            // Start of frame: C0 to CF without the Huffman, arithmetic and reserved markers.
            if ($marker >= 0xC0 && $marker <= 0xCF && ! in_array($marker, [0xC4, 0xC8, 0xCC], true)) {
                $from = $at;
                $size = $source->bytes($at + 5, 4);
                if (strlen($size) < 4 || in_array("\0\0", str_split($size, 2), true)) {
                    throw UnreadableFile::hasNoPicture();
                }

                return $this->facts(self::short($size, 2), self::short($size, 0), $exif, []);
            }
            $at += 2 + $length;
        }
    }

    private static function short(string $bytes, int $at): int
    {
        return (ord($bytes[$at]) << 8) | ord($bytes[$at + 1]);
    }

    private function tiff(ByteSource $source): Exif
    {
        $block = $this->block($source, 0);
        [$width, $height, $previews] = [0, 0, []];
        foreach ($block['all'] as $directory) {
            $preview = self::previewIn($directory) ?? self::stripIn($source, $directory);
            if ($preview !== null) {
                $previews[] = self::measured($source, $preview);
            } elseif (self::int($directory, 0x0100) > $width) {
                $width = self::int($directory, 0x0100);
                $height = self::int($directory, 0x0101);
            }
        }
        usort($previews, fn (EmbeddedPreview $a, EmbeddedPreview $b): int => $b->length <=> $a->length);
        if ($width === 0 && $previews !== []) {
            [$width, $height] = [$previews[0]->width, $previews[0]->height];
        }
        if ($width <= 0 || $height <= 0) {
            throw UnreadableFile::hasNoPicture();
        }

        return $this->facts($width, $height, $block, $previews);
    }

    /**
     * @return array{main: Directory, exif: Directory, gps: Directory, thumbnail: EmbeddedPreview|null,
     *     all: list<Directory>}
     */
    private function block(ByteSource $source, int $base): array
    {
        $reader = TiffReader::at($source, $base, self::WANTED);
        $all = $reader->chain();
        $main = $all[0] ?? [];
        $subs = $main[0x014A] ?? [];
        foreach (is_array($subs) ? $subs : [$subs] as $offset) {
            if (is_int($offset)) {
                $all[] = $reader->directory($offset);
            }
        }
        $exif = isset($main[0x8769]) && is_int($main[0x8769]) ? $reader->directory($main[0x8769]) : [];
        $thumbnail = isset($all[1]) ? self::previewIn($all[1]) : null;

        return [
            'main' => $main,
            'exif' => $exif,
            'gps' => isset($main[0x8825]) && is_int($main[0x8825]) ? $reader->directory($main[0x8825]) : [],
            'thumbnail' => $thumbnail === null
                    ? null
                    : new EmbeddedPreview(
                        $reader->absolute($thumbnail->offset),
                        $thumbnail->length,
                        $thumbnail->width,
                        $thumbnail->height,
                    ),
            'all' => $all,
        ];
    }

    /**
     * A JPEG named by JPEGInterchangeFormat, or standing as the one strip of a reduced image.
     *
     * @param  Directory  $directory
     */
    private static function previewIn(array $directory): ?EmbeddedPreview
    {
        $isReduced = (self::int($directory, 0x00FE) & 1) === 1 && in_array(self::int($directory, 0x0103), [6, 7], true);
        [$width, $height] = [self::int($directory, 0x0100), self::int($directory, 0x0101)];
        foreach ([[0x0201, 0x0202], ...$isReduced ? [[0x0111, 0x0117]] : []] as [$from, $bytes]) {
            [$offset, $length] = [self::int($directory, $from), self::int($directory, $bytes)];
            if ($offset > 0 && $length > 0) {
                return new EmbeddedPreview($offset, $length, $width, $height);
            }
        }

        return null;
    }

    /**
     * A JPEG that is the one strip of an image which does not call itself reduced. The raw pixels themselves may be
     * as lossless JPEG (ITU-T T.81, process 14, marker C3), which is no picture to look at.
     *
     * @param  Directory  $directory
     */
    private static function stripIn(ByteSource $source, array $directory): ?EmbeddedPreview
    {
        $offset = self::int($directory, 0x0111);
        $length = self::int($directory, 0x0117);
        if (
            ! in_array(self::int($directory, 0x0103), [6, 7], true) ||
            is_array($directory[0x0111] ?? null) ||
            $offset <= 0 ||
            $length <= 0
        ) {
            return null;
        }

        return self::isShowable($source->bytes($offset, min($length, 65536)))
            ? new EmbeddedPreview($offset, $length, self::int($directory, 0x0100), self::int($directory, 0x0101))
            : null;
    }

    /** Whether bytes begin as a JPEG whose frame is baseline, extended or progressive (markers C0 to C2). */
    private static function isShowable(string $bytes): bool
    {
        for ($at = 2; str_starts_with($bytes, "\xFF\xD8") && strlen($bytes) > $at + 3 && $bytes[$at] === "\xFF";) {
            $marker = ord($bytes[$at + 1]);
            if ($marker >= 0xC0 && $marker <= 0xCF && ! in_array($marker, [0xC4, 0xC8, 0xCC], true)) {
                return $marker <= 0xC2;
            }
            $at += 2 + ((ord($bytes[$at + 2]) << 8) | ord($bytes[$at + 3]));
        }

        return false;
    }

    /** With its size read from its own header where the directory does not say it. */
    private static function measured(ByteSource $source, EmbeddedPreview $preview): EmbeddedPreview
    {
        if ($preview->width > 0) {
            return $preview;
        }
        try {
            $inner = (new self())->read(
                ByteSource::ofString($source->bytes($preview->offset, min($preview->length, 65536))),
            );
        } catch (UnreadableFile) {
            return $preview;
        }

        return new EmbeddedPreview($preview->offset, $preview->length, $inner->width, $inner->height);
    }

    /**
     * @param  array{main: Directory, exif: Directory, gps: Directory, thumbnail: EmbeddedPreview|null,
     *     all: list<Directory>}|null  $block
     * @param  list<EmbeddedPreview>  $previews
     */
    private function facts(int $width, int $height, ?array $block, array $previews): Exif
    {
        if ($block === null) {
            return new Exif($width, $height);
        }
        ['main' => $main, 'exif' => $exif] = $block;
        $orientation = self::int($main, 0x0112);

        return new Exif(
            width: $width,
            height: $height,
            make: self::text($main, 0x010F),
            model: self::text($main, 0x0110),
            serial: self::text($exif, 0xA431),
            owner: self::text($exif, 0xA430),
            artist: self::text($main, 0x013B),
            lens: self::text($exif, 0xA434),
            takenAt: self::takenAt($main, $exif),
            exposure: self::float($exif, 0x829A) ?? self::apex($exif, 0x9201, -1.0),
            fNumber: self::float($exif, 0x829D) ?? self::apex($exif, 0x9202, 0.5),
            iso: self::sensitivity($exif),
            bias: self::float($exif, 0x9204),
            focalLength: self::float($exif, 0x920A),
            orientation: $orientation >= 1 && $orientation <= 8 ? $orientation : 1,
            thumbnail: $block['thumbnail'],
            previews: $previews,
            gpsAt: self::gpsAt($block['gps']),
            maxAperture: self::float($exif, 0x9205),
            hasMakerNotes: isset($exif[0x927C]),
        );
    }

    /**
     * DateTimeOriginal, else DateTimeDigitized, else DateTime, each with its parts of a second and its offset.
     *
     * @param  Directory  $main
     * @param  Directory  $exif
     */
    private static function takenAt(array $main, array $exif): ?CameraTime
    {
        $read = fn (?string $time, int $fraction, int $offset): ?CameraTime => CameraTime::fromExif(
            $time,
            self::text($exif, $fraction),
            self::text($exif, $offset),
        );

        return $read(self::text($exif, 0x9003), 0x9291, 0x9011) ??
            ($read(self::text($exif, 0x9004), 0x9292, 0x9012) ?? $read(self::text($main, 0x0132), 0x9290, 0x9010));
    }

    /**
     * ApertureValue or ShutterSpeedValue, which are given in APEX (Exif 2.32, annex C): N = 2^(Av/2), t = 2^-Tv.
     *
     * @param  Directory  $exif
     */
    private static function apex(array $exif, int $tag, float $power): ?float
    {
        $value = self::float($exif, $tag);

        return $value === null || abs($value) > 60 ? null : 2 ** ($value * $power);
    }

    /**
     * PhotographicSensitivity; where it is missing, or says by 65535 that it is too small a field, recommended exposure
     * index, standard output sensitivity or ISO speed (Exif 2.32, 4.6.5).
     *
     * @param  Directory  $exif
     */
    private static function sensitivity(array $exif): ?int
    {
        $short = self::int($exif, 0x8827);
        foreach ($short > 0 && $short < 65535 ? [] : [0x8832, 0x8831, 0x8833] as $tag) {
            if (self::int($exif, $tag) > 0) {
                return self::int($exif, $tag);
            }
        }

        return $short ?: null;
    }

    /**
     * GPSDateStamp with GPSTimeStamp, both UTC.
     *
     * @param  Directory  $gps
     */
    private static function gpsAt(array $gps): ?int
    {
        $time = $gps[0x0007] ?? null;
        $date = self::text($gps, 0x001D);
        if (
            $date === null ||
            ! is_array($time) ||
            count($time) !== 3 ||
            ! ($time[0] >= 0 && $time[0] < 24 && $time[1] >= 0 && $time[1] < 60 && $time[2] >= 0 && $time[2] < 61)
        ) {
            return null;
        }
        $midnight = CameraTime::fromExif("{$date} 00:00:00");

        return $midnight === null
            ? null
            : $midnight->milliseconds + (int) round(1000 * (3600 * $time[0] + 60 * $time[1] + $time[2]));
    }

    /** @param  Directory  $directory */
    private static function int(array $directory, int $tag): int
    {
        $value = $directory[$tag] ?? 0;
        if (is_array($value)) {
            $value = $value[0] ?? 0;
        }

        return is_string($value) || (is_float($value) && ! (abs($value) < PHP_INT_MAX)) ? 0 : (int) $value;
    }

    /** @param  Directory  $directory */
    private static function float(array $directory, int $tag): ?float
    {
        $value = $directory[$tag] ?? null;

        return is_int($value) || is_float($value) ? (float) $value : null;
    }

    /** @param  Directory  $directory */
    private static function text(array $directory, int $tag): ?string
    {
        $value = $directory[$tag] ?? null;
        if (! is_string($value)) {
            return null;
        }
        // Exif says ASCII; cameras also write UTF-8 and Latin-1.
        $value = mb_check_encoding($value, 'UTF-8') ? $value : mb_convert_encoding($value, 'UTF-8', 'ISO-8859-1');
        $value = trim((string) preg_replace('/\p{Cc}+/u', ' ', $value));

        return $value === '' ? null : $value;
    }
}
