<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Imaging\ExifTool;
use App\Ingest\Rack\Rack;
use Kanpai\Core\Frames\DcfName;
use Kanpai\Core\Frames\FileKind;
use Kanpai\Core\Frames\Metadata\FileMetadata;
use Kanpai\Core\Frames\Metadata\MetadataReader;
use Kanpai\Core\Frames\Metadata\UnreadableSidecar;
use Kanpai\Core\Frames\Metadata\XmpProperties;
use Kanpai\Core\Imaging\ByteSource;
use Kanpai\Core\Imaging\UnreadableFile;
use Kanpai\Core\Ingest\Exif;
use Kanpai\Core\Ingest\ExifReader;
use Kanpai\Core\Ingest\MakerNotesQuestions;
use Kanpai\Core\Ingest\OrientedThumbnail;

/**
 * Reads the files of frames: what they say of the exposure and of themselves, and the small pictures they embed.
 *
 * @phpstan-type ReadGroup array{group: non-empty-list<string>, main: string|null, exif: Exif|null, small: string|null,
 *     problems: array<string, string>, metadata: FileMetadata}
 */
final class GroupReader
{
    /** What exiftool is asked about raw files that are not laid out as TIFF. */
    private const TAGS = [
        'Make',
        'Model',
        'SerialNumber',
        'OwnerName',
        'Artist',
        'DateTimeOriginal',
        'SubSecTimeOriginal',
        'OffsetTimeOriginal',
        'ImageWidth',
        'ImageHeight',
        'Orientation',
        'GPSDateStamp',
        'GPSTimeStamp',
        'ExposureTime',
        'FNumber',
        'ISO',
        'FocalLength',
        'LensModel',
        'ImageDescription',
        'Copyright',
        'XMP',
        'IPTC',
        'Warning',
        'Error',
    ];

    private MakerNotesQuestions $questions;

    /**
     * @var array<string, array{Exif, FileMetadata}>
     *     path => output of exiftool, for raw files of the batch at hand that are not laid out as TIFF
     */
    private array $foreign = [];

    private readonly Rack $rack;

    public function __construct(
        private readonly ExifReader $reader,
        private readonly ExifTool $exifTool,
        private readonly EmbeddedPictures $pictures,
    ) {
        $this->rack = Rack::installed();
        $this->questions = new MakerNotesQuestions();
    }

    public function begin(ReadingOfCard $reading): void
    {
        $this->questions = new MakerNotesQuestions();
        $folder = "{$reading->pictures}/{$reading->uuid}";
        is_dir($folder) || mkdir($folder, 0700, true);
    }

    /**
     * @param  list<non-empty-list<string>>  $groups  the files of each frame
     * @return list<ReadGroup>
     */
    public function read(ReadingOfCard $reading, array $groups): array
    {
        $this->askExifTool($reading, $groups);
        $seen = array_map(fn (array $group): array => $this->look($reading, $group), $groups);

        return $this->completed($reading, $seen);
    }

    /**
     * Raw files that our own reader does not know are asked about together.
     *
     * @param  list<non-empty-list<string>>  $groups
     */
    private function askExifTool(ReadingOfCard $reading, array $groups): void
    {
        $this->foreign = [];
        $paths = [];
        foreach ($groups as [$path]) {
            // Only where the raw file is the frame's picture; exiftool takes each file on a line of its own.
            if (! str_contains($path, "\n") && self::isForeign($reading, $path)) {
                $paths["{$reading->slot}/{$path}"] = $path;
            }
        }
        foreach ($this->exifTool->read(array_keys($paths), self::TAGS) as $file => $metadata) {
            $exif = isset($paths[$file]) ? ExifByExifTool::of($metadata) : null;
            if ($exif !== null) {
                $this->foreign[$paths[$file]] = [$exif, ExifByExifTool::metadata($metadata)];
            }
        }
    }

    /** Whether a raw file is not laid out as TIFF. */
    private static function isForeign(ReadingOfCard $reading, string $path): bool
    {
        return DcfName::of($path)->kind === FileKind::Raw &&
            ! in_array(
                (string) @file_get_contents("{$reading->slot}/{$path}", false, null, 0, 4),
                ["II\x2A\x00", "MM\x00\x2A", ''],
                true,
            );
    }

    /**
     * What the makers' notes have to say of frames, asked of exiftool once for many of them.
     *
     * @param  list<ReadGroup>  $seen
     * @return list<ReadGroup>
     */
    private function completed(ReadingOfCard $reading, array $seen): array
    {
        $asked = $paths = [];
        foreach ($seen as $i => ['main' => $main, 'exif' => $exif]) {
            $asked[$i] = $main === null || $exif === null ? [] : $this->questions->of($main, $exif);
            foreach ($asked[$i] as $question) {
                // exiftool takes each file on a line of its own.
                if ($main !== null && ! str_contains($main, "\n") && $this->questions->isOpen($question)) {
                    $paths[$question] ??= "{$reading->slot}/{$main}";
                }
            }
        }
        $this->ask($paths);
        foreach ($asked as $i => $questions) {
            $exif = $seen[$i]['exif'];
            $seen[$i]['exif'] = $exif === null ? null : $this->questions->complete($exif, $questions);
        }

        return $seen;
    }

    /** @param  array<string, string>  $paths  question => file that may answer it */
    private function ask(array $paths): void
    {
        $metadata = $this->exifTool->readNotes(array_values(array_unique($paths)), ExifByExifTool::NOTES);
        foreach ($paths as $question => $path) {
            $this->questions->answer($question, ExifByExifTool::notes($metadata[$path] ?? []));
        }
    }

    /**
     * @param  non-empty-list<string>  $group
     * @return ReadGroup
     */
    private function look(ReadingOfCard $reading, array $group): array
    {
        $seen = ['group' => $group, 'main' => null, 'exif' => null, 'small' => null, 'problems' => []];
        $sidecar = $metadata = FileMetadata::nothing();
        foreach ($group as $path) {
            $kind = DcfName::of($path)->kind;
            try {
                if ($kind === FileKind::Sidecar) {
                    $sidecar = $this->metadata($reading, $path)->before($sidecar);
                } elseif ($kind->isPicture()) {
                    $source = ByteSource::ofFile($this->rack->address($reading->slot, $path));
                    $seen = $this->lookAtPicture($reading, $path, $source, $seen);
                    // Of a raw file and its JPEG either may be the one that was written to; the frame's picture comes
                    // first.
                    $metadata = $metadata->before($this->foreign[$path][1] ?? MetadataReader::picture($source));
                }
            } catch (UnreadableFile|UnreadableSidecar $unreadable) {
                $seen['problems'][$path] = $unreadable->getMessage();
            }
        }

        // A sidecar is newer than the picture it is beside.
        return [...$seen, 'metadata' => $sidecar->before($metadata)];
    }

    /**
     * @param  array{group: non-empty-list<string>, main: string|null, exif: Exif|null, small: string|null,
     *     problems: array<string, string>}  $seen
     * @return array{group: non-empty-list<string>, main: string|null, exif: Exif|null, small: string|null,
     *     problems: array<string, string>}
     *
     * @throws UnreadableFile
     */
    private function lookAtPicture(ReadingOfCard $reading, string $path, ByteSource $source, array $seen): array
    {
        $exif = $this->exif($path, DcfName::of($path)->kind, $source);

        return $seen['main'] !== null
            ? $seen
            : [
                ...$seen,
                'main' => $path,
                'exif' => $exif,
                'small' => $this->small($reading, $path, $exif, $source),
            ];
    }

    /** @throws UnreadableFile */
    private function exif(string $path, FileKind $kind, ByteSource $source): Exif
    {
        return $this->foreign[$path][0] ??
            ($kind === FileKind::Jpeg ? $this->reader->readJpeg($source) : $this->reader->read($source));
    }

    /** @throws UnreadableSidecar */
    private function metadata(ReadingOfCard $reading, string $path): FileMetadata
    {
        $xml = @file_get_contents(
            $this->rack->address($reading->slot, $path),
            false,
            null,
            0,
            XmpProperties::MOST_BYTES + 1,
        );

        return MetadataReader::sidecar($xml === false ? '' : $xml);
    }

    /** Keeps the small picture the camera embedded, and says where. */
    private function small(ReadingOfCard $reading, string $path, Exif $exif, ByteSource $source): ?string
    {
        $embedded = $exif->thumbnail ?? ($exif->previews === [] ? null : $exif->previews[count($exif->previews) - 1]);
        $bytes = isset($this->foreign[$path])
            ? $this->pictures->small($reading->slot.'/'.$path)
            : $embedded?->bytes($source) ?? '';
        if (! str_starts_with($bytes, "\xFF\xD8")) {
            return null;
        }
        $name = $reading->uuid.'/'.self::pictureName($path).'-e.jpg';
        file_put_contents($reading->pictures.'/'.$name, OrientedThumbnail::of($bytes, $exif->orientation));

        return $name;
    }

    /** The same for a file of a card at every reading. */
    public static function pictureName(string $path): string
    {
        return hash('xxh3', $path);
    }
}
