<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Frames\Body;
use App\Frames\Uses;
use App\Imaging\ExifTool;
use App\Ingest\Rack\Rack;
use App\Studio\Studio;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Frames\DcfName;
use Kanpai\Core\Frames\FileKind;
use Kanpai\Core\Frames\Metadata\FileMetadata;
use Kanpai\Core\Frames\Metadata\MetadataReader;
use Kanpai\Core\Frames\Metadata\UnreadableSidecar;
use Kanpai\Core\Frames\Metadata\XmpProperties;
use Kanpai\Core\Frames\Verdict;
use Kanpai\Core\Imaging\ByteSource;
use Kanpai\Core\Imaging\UnreadableFile;
use Kanpai\Core\Ingest\EmbeddedPreview;
use Kanpai\Core\Ingest\Exif;
use Kanpai\Core\Ingest\ExifReader;
use Kanpai\Core\Ingest\Fingerprint;
use Kanpai\Core\Ingest\FrameGrouping;
use Kanpai\Core\Ingest\MakerNotesQuestions;
use Kanpai\Core\Ingest\OrientedThumbnail;

/**
 * Reads what is on a card into the database: frames, files, bodies, and the small pictures the camera embedded.
 *
 * What stands there already is left out, so that reading can be broken off and begun again.
 *
 * @phpstan-import-type CardListing from Slots
 *
 * @phpstan-type Facts array{path: string, size: int, modifiedAt: int}
 * @phpstan-type Seen array{group: non-empty-list<string>, main: string|null, exif: Exif|null, small: string|null,
 *     problems: array<string, string>, said: FileMetadata}
 */
final class CardReader
{
    private const BATCH = 800;

    /** The first frames are to be on the page at once. */
    private const FIRST = 48;

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

    /** @var array<string, int> */
    private array $bodies = [];

    /** @var array<string, int> studio and label => the uses that the label names */
    private array $uses = [];

    private MakerNotesQuestions $questions;

    /**
     * @var array<string, array{Exif, FileMetadata}>
     *   path => what exiftool said, for raw files of the batch at hand that are not laid out as TIFF
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

    /**
     * @param  CardListing  $files
     * @param  callable(int $files): bool  $goesOn  called with the number of files done
     * @return bool whether all was read
     */
    public function read(Card $card, array $files, callable $goesOn): bool
    {
        $known = DB::table('files')->where('card_id', $card->id)->pluck('id', 'path')->all();
        $facts = array_column($files, null, 'path');
        $grouped = (new FrameGrouping())->group(array_map(strval(...), array_keys(array_diff_key($facts, $known))));
        $reading = ReadingOfCard::of($card);
        $this->questions = new MakerNotesQuestions();
        if (! is_dir("{$reading->pictures}/{$reading->uuid}")) {
            mkdir("{$reading->pictures}/{$reading->uuid}", 0700, true);
        }
        $done = count($known);
        $batches = [
            array_slice($grouped['frames'], 0, self::FIRST),
            ...array_chunk(array_slice($grouped['frames'], self::FIRST), self::BATCH),
        ];
        foreach ($batches as $groups) {
            $frames = [];
            $rows = [];
            $this->askExifTool($reading, $groups);
            foreach (
                $this->completed($reading, array_map(fn (array $group): array => $this->look($reading, $group), $groups)) as $seen
            ) {
                $this->frame($reading, $seen, $facts, $frames, $rows);
            }
            $this->keep($frames, $rows);
            $done += count($rows);
            if (! $goesOn($done)) {
                return false;
            }
        }
        foreach (array_chunk($grouped['loose'], self::BATCH) as $paths) {
            $this->keep(
                [],
                array_map(
                    fn (string $path): array => [
                        ...$this->file(
                            $reading,
                            $facts[$path],
                            $facts[$path]['size'] === 0 ? UnreadableFile::isEmpty()->getMessage() : null,
                        ),
                        'frame' => null,
                    ],
                    $paths,
                ),
            );
            $done += count($paths);
            if (! $goesOn($done)) {
                return false;
            }
        }

        return true;
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
        foreach ($groups as $group) {
            // Only where the raw file is the frame's picture; exiftool is told a file on a line of its own.
            if (
                ! str_contains($group[0], "\n") &&
                DcfName::of($group[0])->kind === FileKind::Raw &&
                ! in_array(
                    (string) @file_get_contents($reading->slot.'/'.$group[0], false, null, 0, 4),
                    ["II\x2A\x00", "MM\x00\x2A", ''],
                    true,
                )
            ) {
                $paths[$reading->slot.'/'.$group[0]] = $group[0];
            }
        }
        foreach ($this->exifTool->read(array_keys($paths), self::TAGS) as $file => $said) {
            $exif = isset($paths[$file]) ? ExifByExifTool::of($said) : null;
            if ($exif !== null) {
                $this->foreign[$paths[$file]] = [$exif, ExifByExifTool::metadata($said)];
            }
        }
    }

    /**
     * What the makers' notes have to say of frames, asked of exiftool once for many of them.
     *
     * @param  list<Seen>  $seen
     * @return list<Seen>
     */
    private function completed(ReadingOfCard $reading, array $seen): array
    {
        $asked = $paths = [];
        foreach ($seen as $i => ['main' => $main, 'exif' => $exif]) {
            $asked[$i] = $main === null || $exif === null ? [] : $this->questions->of($main, $exif);
            foreach ($asked[$i] as $question) {
                // exiftool is told a file on a line of its own.
                if ($main !== null && ! str_contains($main, "\n") && $this->questions->isOpen($question)) {
                    $paths[$question] ??= "{$reading->slot}/{$main}";
                }
            }
        }
        $said = $this->exifTool->readNotes(array_values(array_unique($paths)), ExifByExifTool::NOTES);
        foreach ($paths as $question => $path) {
            $this->questions->answer($question, ExifByExifTool::notes($said[$path] ?? []));
        }
        foreach ($asked as $i => $questions) {
            $exif = $seen[$i]['exif'];
            $seen[$i]['exif'] = $exif === null ? null : $this->questions->complete($exif, $questions);
        }

        return $seen;
    }

    /**
     * @param  non-empty-list<string>  $group
     * @return Seen
     */
    private function look(ReadingOfCard $reading, array $group): array
    {
        $main = $mainExif = $small = null;
        $problems = [];
        $sidecar = $said = FileMetadata::nothing();
        foreach ($group as $path) {
            $kind = DcfName::of($path)->kind;
            if ($kind === FileKind::Sidecar) {
                try {
                    $sidecar = $this->said($reading, $path)->before($sidecar);
                } catch (UnreadableSidecar $unreadable) {
                    $problems[$path] = $unreadable->getMessage();
                }
            }
            if (! $kind->isPicture()) {
                continue;
            }
            try {
                $source = ByteSource::ofFile($this->rack->address($reading->slot, $path));
                $exif =
                    $this->foreign[$path][0] ??
                    ($kind === FileKind::Jpeg ? $this->reader->readJpeg($source) : $this->reader->read($source));
                if ($main === null) {
                    [$main, $mainExif, $small] = [$path, $exif, $this->small($reading, $path, $exif, $source)];
                }
                // Of a raw file and its JPEG either may be the one that was written to; the frame's picture comes
                // first.
                $said = $said->before($this->foreign[$path][1] ?? MetadataReader::picture($source));
            } catch (UnreadableFile $unreadable) {
                $problems[$path] = $unreadable->getMessage();
            }
        }

        // A sidecar is newer than the picture it stands beside.
        return [
            'group' => $group,
            'main' => $main,
            'exif' => $mainExif,
            'small' => $small,
            'problems' => $problems,
            'said' => $sidecar->before($said),
        ];
    }

    /**
     * @param  Seen  $seen
     * @param  array<string, Facts>  $facts
     * @param  list<array<string, mixed>>  $frames
     * @param  list<array<string, mixed>>  $rows  files, with the place of their frame in the batch
     */
    private function frame(ReadingOfCard $reading, array $seen, array $facts, array &$frames, array &$rows): void
    {
        ['main' => $main, 'exif' => $exif, 'said' => $said] = $seen;
        $isFrame = $main !== null && $exif !== null;
        if ($isFrame) {
            $frames[] = [
                ...$this->frameRow($reading, $main, $exif, $facts[$main]),
                'small_path' => $seen['small'],
                ...$this->marks($reading, $said),
                'said' => $said->caption->values(),
            ];
        }
        foreach ($seen['group'] as $path) {
            $rows[] = [
                ...$this->file($reading, $facts[$path], $seen['problems'][$path] ?? null),
                'is_main' => $main === $path,
                'frame' => $isFrame ? count($frames) - 1 : null,
            ];
        }
    }

    /** @throws UnreadableSidecar */
    private function said(ReadingOfCard $reading, string $path): FileMetadata
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

    /**
     * The marks that other software gave.
     *
     * @return array{rating: int, verdict: string, label: string, uses: int}
     */
    private function marks(ReadingOfCard $reading, FileMetadata $said): array
    {
        $verdict = match (true) {
            $said->rating === -1 => Verdict::Drop,
            $said->isGood === true => Verdict::Keep,
            default => Verdict::Open,
        };

        $label = mb_substr($said->label, 0, 120);
        $key = "{$reading->studio} {$label}";

        return [
            'rating' => max(0, $said->rating ?? 0),
            'verdict' => $verdict->value,
            'label' => $label,
            'uses' => $label === ''
                    ? 0
                    : ($this->uses[$key] ??= Uses::ofLabel(Studio::query()->findOrFail($reading->studio), $label)),
        ];
    }

    /**
     * @param  Facts  $facts
     * @return array<string, mixed>
     */
    private function frameRow(ReadingOfCard $reading, string $path, Exif $exif, array $facts): array
    {
        $body = $this->body($reading, $exif);
        // A camera that did not know the time still had its file dated by somebody.
        $time = $exif->takenAt ?? CameraTime::of($reading->zone->local($facts['modifiedAt'] * 1000));
        [$width, $height] = $exif->uprightSize();

        return [
            'shoot_id' => $reading->shoot,
            'card_id' => $reading->card,
            'body_id' => $body,
            'name' => mb_substr(DcfName::displayable($path), 0, 255),
            'camera_ms' => $time->milliseconds,
            'camera_zone' => $time->offsetMinutes,
            'is_dated' => $exif->takenAt !== null,
            'gps_ms' => $exif->gpsAt,
            'taken_ms' => $time->instant($reading->zone),
            'width' => min(65535, $width),
            'height' => min(65535, $height),
            'exposure' => $exif->exposure,
            'f_number' => $exif->fNumber,
            'iso' => $exif->iso,
            'focal_length' => $exif->focalLength,
            'lens' => $exif->lens === null ? null : mb_substr($exif->lens, 0, 255),
            'best_px' => min(
                65535,
                DcfName::of($path)->kind === FileKind::Raw
                    ? max([
                        0,
                        ...array_map(
                            fn (EmbeddedPreview $preview): int => max($preview->width, $preview->height),
                            $exif->previews,
                        ),
                    ])
                    : max($width, $height),
            ),
        ];
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

    private function body(ReadingOfCard $reading, Exif $exif): int
    {
        $key = [
            'make' => mb_substr($exif->make ?? '', 0, 80),
            'model' => mb_substr($exif->model ?? '', 0, 80),
            'serial' => mb_substr($exif->serial ?? '', 0, 80),
        ];

        return $this->bodies[$reading->studio.implode("\0", $key)] ??= Body::query()->createOrFirst(
            ['studio_id' => $reading->studio, ...$key],
            ['last_shooter' => mb_substr($exif->owner ?? ($exif->artist ?? ''), 0, 255)],
        )->id;
    }

    /**
     * @param  Facts  $facts
     * @return array<string, mixed>
     */
    private function file(ReadingOfCard $reading, array $facts, ?string $problem): array
    {
        return [
            'card_id' => $reading->card,
            'frame_id' => null,
            'path' => $facts['path'],
            'kind' => DcfName::of($facts['path'])->kind->value,
            'size' => $facts['size'],
            'modified_at' => $facts['modifiedAt'],
            'problem' => $problem,
            'is_main' => false,
            'fingerprint' => Fingerprint::of($facts),
            'name_key' => Fingerprint::ofName($facts['path'], $facts['size']),
        ];
    }

    /**
     * Stores a batch; where the database refuses it, frame by frame, and what it refuses then as a file without a
     * frame. One damaged file never costs the others.
     *
     * @param  list<array<string, mixed>>  $frames
     * @param  list<array<string, mixed>>  $rows
     */
    private function keep(array $frames, array $rows): void
    {
        try {
            $this->store($frames, $rows);
        } catch (QueryException $reason) {
            report($reason);
            foreach ($rows as $row) {
                $groups[$row['frame'] ?? 'file '.$row['fingerprint'].$row['name_key']][] = $row;
            }
            foreach ($groups ?? [] as $place => $own) {
                $this->keepOne(is_int($place) ? $frames[$place] : null, $own);
            }
        }
    }

    /**
     * @param  array<string, mixed>|null  $frame
     * @param  list<array<string, mixed>>  $rows  its files
     */
    private function keepOne(?array $frame, array $rows): void
    {
        try {
            $this->store(
                $frame === null ? [] : [$frame],
                array_map(fn (array $row): array => [...$row, 'frame' => $frame === null ? null : 0], $rows),
            );
        } catch (QueryException) {
            $this->store(
                [],
                array_map(
                    fn (array $row): array => [
                        ...$row,
                        'frame' => null,
                        'is_main' => false,
                        'problem' => $row['problem'] ?? UnreadableFile::hasImpossibleFacts()->getMessage(),
                    ],
                    $rows,
                ),
            );
        }
    }

    /**
     * @param  list<array<string, mixed>>  $frames
     * @param  list<array<string, mixed>>  $rows
     */
    private function store(array $frames, array $rows): void
    {
        DB::transaction(function () use ($frames, $rows): void {
            $first = 0;
            if ($frames !== []) {
                DB::table('frames')->insert(
                    array_map(fn (array $frame): array => array_diff_key($frame, ['said' => true]), $frames),
                );
                // Rows of one insert get consecutive keys (innodb_autoinc_lock_mode 1), the first of which is told.
                $first = (int) DB::getPdo()->lastInsertId();
                $said = [];
                foreach ($frames as $i => $frame) {
                    if (is_array($frame['said']) && $frame['said'] !== []) {
                        $said[] = [
                            'frame_id' => $first + $i,
                            'fields' => json_encode(
                                $frame['said'],
                                JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
                            ),
                        ];
                    }
                }
                DB::table('frame_metadata')->insert($said);
            }
            foreach ($rows as &$row) {
                $row['frame_id'] = $row['frame'] === null ? null : $first + $row['frame'];
                unset($row['frame']);
            }
            DB::table('files')->insert($rows);
        });
    }
}
