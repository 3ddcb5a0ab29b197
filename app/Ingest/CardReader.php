<?php

declare(strict_types=1);

namespace App\Ingest;

use Illuminate\Support\Facades\DB;
use Kanpai\Core\Card\ByteSource;
use Kanpai\Core\Card\CameraTime;
use Kanpai\Core\Card\DcfName;
use Kanpai\Core\Card\Exif;
use Kanpai\Core\Card\ExifReader;
use Kanpai\Core\Card\FileKind;
use Kanpai\Core\Card\FrameGrouping;
use Kanpai\Core\Card\OrientedThumbnail;
use Kanpai\Core\Card\UnreadableFile;
use Kanpai\Core\Clock\Clock;
use Kanpai\Core\Clock\Zone;

/**
 * Reads what is on a card into the database: frames, files, bodies, and the small pictures the camera embedded.
 *
 * What stands there already is left out, so that reading can be broken off and begun again.
 *
 * @phpstan-import-type CardListing from Slots
 *
 * @phpstan-type Facts array{path: string, size: int, modifiedAt: int}
 */
final class CardReader
{
    private const BATCH = 400;

    /** @var array<string, Body> */
    private array $bodies = [];

    public function __construct(private readonly ExifReader $reader)
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
        $grouped = (new FrameGrouping)->group(array_keys(array_diff_key($facts, $known)));
        $zone = $card->shoot->zone();
        $folder = config('kanpai.pictures').'/'.$card->uuid;
        if (! is_dir($folder)) {
            mkdir($folder, 0700, true);
        }
        $done = count($known);
        foreach (array_chunk($grouped['frames'], self::BATCH) as $groups) {
            $frames = [];
            $rows = [];
            foreach ($groups as $group) {
                $this->frame($card, $group, $facts, $zone, $frames, $rows);
            }
            $this->store($frames, $rows);
            $done += count($rows);
            if (! $goesOn($done)) {
                return false;
            }
        }
        foreach (array_chunk($grouped['loose'], self::BATCH) as $paths) {
            DB::table('files')->insert(array_map(fn (string $path): array => $this->file($card, $facts[$path], $facts[$path]['size'] === 0 ? UnreadableFile::isEmpty()->getMessage() : null), $paths));
            $done += count($paths);
            if (! $goesOn($done)) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param  non-empty-list<string>  $group
     * @param  array<string, Facts>  $facts
     * @param  list<array<string, mixed>>  $frames
     * @param  list<array<string, mixed>>  $rows  files, with the place of their frame in the batch
     */
    private function frame(Card $card, array $group, array $facts, Zone $zone, array &$frames, array &$rows): void
    {
        $main = null;
        $problems = [];
        foreach ($group as $path) {
            $kind = DcfName::of($path)->kind;
            if (! $kind->isPicture()) {
                continue;
            }
            try {
                $source = ByteSource::ofFile($card->slot.'/'.$path);
                $exif = $kind === FileKind::Jpeg ? $this->reader->readJpeg($source) : $this->reader->read($source);
                $main ??= [$path, $exif, $source];
            } catch (UnreadableFile $unreadable) {
                $problems[$path] = $unreadable->getMessage();
            }
        }
        if ($main !== null) {
            $frames[] = $this->frameRow($card, $main[0], $main[1], $main[2], $facts[$main[0]], $zone);
        }
        foreach ($group as $path) {
            $rows[] = [...$this->file($card, $facts[$path], $problems[$path] ?? null), 'frame' => $main === null ? null : count($frames) - 1];
        }
    }

    /**
     * @param  Facts  $facts
     * @return array<string, mixed>
     */
    private function frameRow(Card $card, string $path, Exif $exif, ByteSource $source, array $facts, Zone $zone): array
    {
        $body = $this->body($card, $exif);
        // A camera that did not know the time still had its file dated by somebody.
        $time = $exif->takenAt ?? CameraTime::of($zone->local($facts['modifiedAt'] * 1000));
        [$width, $height] = $exif->uprightSize();

        return [
            'shoot_id' => $card->shoot_id,
            'card_id' => $card->id,
            'body_id' => $body->id,
            'name' => basename($path),
            'camera_ms' => $time->milliseconds,
            'camera_zone' => $time->offsetMinutes,
            'is_dated' => $exif->takenAt !== null,
            'taken_ms' => Clock::asRead()->instant($time, $zone),
            'width' => min(65535, $width),
            'height' => min(65535, $height),
            'exposure' => $exif->exposure,
            'f_number' => $exif->fNumber,
            'iso' => $exif->iso,
            'focal_length' => $exif->focalLength,
            'lens' => $exif->lens === null ? null : mb_substr($exif->lens, 0, 255),
            'small_path' => $this->small($card, $path, $exif, $source),
        ];
    }

    /** Keeps the small picture the camera embedded, and says where. */
    private function small(Card $card, string $path, Exif $exif, ByteSource $source): ?string
    {
        $embedded = $exif->thumbnail ?? ($exif->previews === [] ? null : $exif->previews[count($exif->previews) - 1]);
        $bytes = $embedded?->bytes($source) ?? '';
        if (! str_starts_with($bytes, "\xFF\xD8")) {
            return null;
        }
        $name = $card->uuid.'/'.self::pictureName($path).'-e.jpg';
        file_put_contents(config('kanpai.pictures').'/'.$name, OrientedThumbnail::of($bytes, $exif->orientation));

        return $name;
    }

    /** The same for a file of a card at every reading. */
    public static function pictureName(string $path): string
    {
        return hash('xxh3', $path);
    }

    private function body(Card $card, Exif $exif): Body
    {
        $key = ['make' => mb_substr($exif->make ?? '', 0, 80), 'model' => mb_substr($exif->model ?? '', 0, 80), 'serial' => mb_substr($exif->serial ?? '', 0, 80)];

        return $this->bodies[$card->shoot->studio_id.implode("\0", $key)] ??= Body::query()->createOrFirst(
            ['studio_id' => $card->shoot->studio_id, ...$key],
            ['last_shooter' => mb_substr($exif->owner ?? $exif->artist ?? '', 0, 255)],
        );
    }

    /**
     * @param  Facts  $facts
     * @return array<string, mixed>
     */
    private function file(Card $card, array $facts, ?string $problem): array
    {
        return ['card_id' => $card->id, 'frame_id' => null, 'path' => $facts['path'], 'kind' => DcfName::of($facts['path'])->kind->value, 'size' => $facts['size'], 'modified_at' => $facts['modifiedAt'], 'problem' => $problem];
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
                DB::table('frames')->insert($frames);
                // Rows of one insert get consecutive keys (innodb_autoinc_lock_mode 1), the first of which is told.
                $first = (int) DB::getPdo()->lastInsertId();
            }
            foreach ($rows as &$row) {
                $row['frame_id'] = $row['frame'] === null ? null : $first + $row['frame'];
                unset($row['frame']);
            }
            DB::table('files')->insert($rows);
        });
    }
}
