<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Frames\Body;
use App\Frames\Uses;
use App\Studio\Studio;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Frames\DcfName;
use Kanpai\Core\Frames\FileKind;
use Kanpai\Core\Frames\Metadata\FileMetadata;
use Kanpai\Core\Frames\Verdict;
use Kanpai\Core\Imaging\UnreadableFile;
use Kanpai\Core\Ingest\EmbeddedPreview;
use Kanpai\Core\Ingest\Exif;
use Kanpai\Core\Ingest\Fingerprint;
use Kanpai\Core\Ingest\FrameGrouping;

/**
 * Reads what is on a card into the database: frames, files, bodies, and the small pictures the camera embedded.
 *
 * What is there already is left out, so that reading can be broken off and begun again.
 *
 * @phpstan-import-type CardListing from Slots
 * @phpstan-import-type ReadGroup from GroupReader
 *
 * @phpstan-type Facts array{path: string, size: int, modifiedAt: int}
 */
final class CardReader
{
    private const BATCH = 800;

    /** Pixels that the record holds of a side. */
    private const WIDEST = 65_535;

    /** The first frames are to be on the page at once. */
    private const FIRST = 48;

    /** @var array<string, int> */
    private array $bodies = [];

    /** @var array<string, array{int, string|null}> studio and label => the uses that it names, and what is kept of it */
    private array $labels = [];

    public function __construct(private readonly GroupReader $groups, private readonly FrameStore $store)
    {
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
        $this->groups->begin($reading);
        $done = count($known);
        foreach (self::batches($grouped['frames']) as $groups) {
            $done += $this->readGroups($reading, $groups, $facts);
            if (! $goesOn($done)) {
                return false;
            }
        }
        $loose = array_values(array_intersect_key($facts, array_flip($grouped['loose'])));

        return $this->readLoose($reading, $loose, $done, $goesOn);
    }

    /**
     * @param  list<non-empty-list<string>>  $groups
     * @return list<list<non-empty-list<string>>> a small one first, so that something is seen at once
     */
    private static function batches(array $groups): array
    {
        return [array_slice($groups, 0, self::FIRST), ...array_chunk(array_slice($groups, self::FIRST), self::BATCH)];
    }

    /**
     * @param  list<non-empty-list<string>>  $groups
     * @param  array<string, Facts>  $facts  by path
     * @return int files that were read
     */
    private function readGroups(ReadingOfCard $reading, array $groups, array $facts): int
    {
        $frames = $rows = [];
        foreach ($this->groups->read($reading, $groups) as $seen) {
            $this->frame($reading, $seen, $facts, $frames, $rows);
        }
        $this->store->keep($frames, $rows);

        return count($rows);
    }

    /**
     * Files that belong to no frame.
     *
     * @param  list<Facts>  $files
     * @param  callable(int): bool  $goesOn
     */
    private function readLoose(ReadingOfCard $reading, array $files, int $done, callable $goesOn): bool
    {
        $empty = UnreadableFile::isEmpty()->getMessage();
        foreach (array_chunk($files, self::BATCH) as $some) {
            $this->store->keep(
                [],
                array_map(
                    fn (array $facts): array => [
                        ...$this->file($reading, $facts, $facts['size'] === 0 ? $empty : null),
                        'frame' => null,
                    ],
                    $some,
                ),
            );
            $done += count($some);
            if (! $goesOn($done)) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param  ReadGroup  $seen
     * @param  array<string, Facts>  $facts
     * @param  list<array<string, mixed>>  $frames
     * @param  list<array<string, mixed>>  $rows  files, with the place of their frame in the batch
     */
    private function frame(ReadingOfCard $reading, array $seen, array $facts, array &$frames, array &$rows): void
    {
        ['main' => $main, 'exif' => $exif, 'metadata' => $metadata] = $seen;
        $isFrame = $main !== null && $exif !== null;
        if ($isFrame) {
            $frames[] = [
                ...$this->frameRow($reading, $main, $exif, $facts[$main]),
                'small_path' => $seen['small'],
                ...$this->marks($reading, $metadata),
                'metadata' => $metadata->caption->values(),
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

    /**
     * The marks that other software gave.
     *
     * @return array{rating: int, verdict: string, uses: int, other_label: string|null}
     */
    private function marks(ReadingOfCard $reading, FileMetadata $metadata): array
    {
        $verdict = match (true) {
            $metadata->rating === -1 => Verdict::Drop,
            $metadata->isGood === true => Verdict::Keep,
            default => Verdict::Open,
        };

        $key = "{$reading->studio} {$metadata->label}";
        [$uses, $label] =
            $metadata->label === ''
                ? [0, null]
                : ($this->labels[$key] ??= Uses::import(
                    Studio::query()->findOrFail($reading->studio),
                    $metadata->label,
                ));

        return [
            'rating' => max(0, $metadata->rating ?? 0),
            'verdict' => $verdict->value,
            'uses' => $uses,
            'other_label' => $label,
        ];
    }

    /**
     * @param  Facts  $facts
     * @return array<string, mixed>
     */
    private function frameRow(ReadingOfCard $reading, string $path, Exif $exif, array $facts): array
    {
        // A camera that did not know the time still had its file dated by somebody.
        $time = $exif->takenAt ?? CameraTime::of($reading->zone->local($facts['modifiedAt'] * 1000));

        return [
            'shoot_id' => $reading->shoot,
            'card_id' => $reading->card,
            'body_id' => $this->body($reading, $exif),
            'name' => mb_substr(DcfName::displayable($path), 0, 255),
            'camera_ms' => $time->milliseconds,
            'camera_zone' => $time->offsetMinutes,
            'is_dated' => $exif->takenAt !== null,
            'gps_ms' => $exif->gpsAt,
            'taken_ms' => $time->instant($reading->zone),
            'best_px' => min(self::WIDEST, self::bestPixels($path, $exif)),
            ...self::picture($exif),
        ];
    }

    /** @return array<string, mixed> */
    private static function picture(Exif $exif): array
    {
        [$width, $height] = $exif->uprightSize();

        return [
            'width' => min(self::WIDEST, $width),
            'height' => min(self::WIDEST, $height),
            'exposure' => $exif->exposure,
            'f_number' => $exif->fNumber,
            'iso' => $exif->iso,
            'focal_length' => $exif->focalLength,
            'lens' => $exif->lens === null ? null : mb_substr($exif->lens, 0, 255),
            'orientation' => $exif->orientation,
        ];
    }

    /** Pixels of the long side of the best picture that can be shown: of a raw file, the largest it embeds. */
    private static function bestPixels(string $path, Exif $exif): int
    {
        if (DcfName::of($path)->kind !== FileKind::Raw) {
            return max($exif->uprightSize());
        }
        $sides = array_map(
            fn (EmbeddedPreview $preview): int => max($preview->width, $preview->height),
            $exif->previews,
        );

        return max([0, ...$sides]);
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
}
