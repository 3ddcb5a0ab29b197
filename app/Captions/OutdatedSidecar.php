<?php

declare(strict_types=1);

namespace App\Captions;

use App\Frames\Uses;
use App\Studio\Shoot;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\FileKind;
use Kanpai\Core\Frames\UseList;
use Kanpai\Core\Frames\Verdict;
use stdClass;

/** A frame whose sidecars are out of date, with all that is to be written into them. */
final readonly class OutdatedSidecar
{
    private const COLUMNS = [
        'captions.frame_id', 'captions.fields', 'taken_ms', 'frames.verdict', 'frames.rating', 'frames.uses',
        'frames.other_label',
    ];

    /**
     * @param  string  $fields  the caption as the table holds it
     * @param  list<array{destination: string, kind: string, places: list<string>}>  $files
     */
    private function __construct(
        public int $frame,
        public string $fields,
        public Caption $caption,
        public int $takenMs,
        public Verdict $verdict,
        public int $rating,
        public string $label,
        private array $files,
    ) {
    }

    /** @return list<self> some of a shoot */
    public static function some(Shoot $shoot, int $limit): array
    {
        // Plain rows: there are thousands, and only a few of their columns are wanted.
        $uses = Uses::of($shoot->studio);
        $captions = DB::table('captions')
            ->join('frames', 'frames.id', '=', 'captions.frame_id')
            ->where('captions.shoot_id', $shoot->id)
            ->whereNull('captions.written_at')
            ->limit($limit)
            ->get(self::COLUMNS);
        $files = self::files($captions->pluck('frame_id'));
        $outdated = $captions->map(
            fn (stdClass $row): self => self::ofRow($row, $uses, array_values($files[(int) $row->frame_id] ?? [])),
        );

        return array_values($outdated->all());
    }

    /** @param  list<array{destination: string, kind: string, places: list<string>}>  $files */
    private static function ofRow(stdClass $row, UseList $uses, array $files): self
    {
        return new self(
            (int) $row->frame_id,
            (string) $row->fields,
            Caption::of((array) json_decode((string) $row->fields, true)),
            (int) $row->taken_ms,
            Verdict::from((string) $row->verdict),
            (int) $row->rating,
            self::label($row, $uses),
            $files,
        );
    }

    /**
     * @param  Collection<int, mixed>  $frames
     * @return array<int, array<int, array{destination: string, kind: string, places: list<string>}>> frame => file
     */
    private static function files(Collection $frames): array
    {
        $rows = DB::table('files')
            ->leftJoin('copies', 'copies.file_id', '=', 'files.id')
            ->whereIn('files.frame_id', $frames)
            ->orderBy('files.id')
            ->get(['files.id', 'files.frame_id', 'files.destination', 'files.kind', 'copies.place']);
        $files = [];
        foreach ($rows as $row) {
            $files[(int) $row->frame_id][(int) $row->id] ??= [
                'destination' => (string) $row->destination,
                'kind' => (string) $row->kind,
                'places' => [],
            ];
            if ($row->place !== null) {
                $files[(int) $row->frame_id][(int) $row->id]['places'][] = (string) $row->place;
            }
        }

        return $files;
    }

    /** @return array{fields: array<string, string>, rating: int|null, label: string} */
    public function words(): array
    {
        return ['fields' => $this->caption->values(), 'rating' => $this->xmpRating(), 'label' => $this->label];
    }

    /** Whether a row of frames still says what was written. */
    public function isAs(?stdClass $row, UseList $uses): bool
    {
        return $row !== null &&
            (string) $row->verdict === $this->verdict->value &&
            (int) $row->rating === $this->rating &&
            self::label($row, $uses) === $this->label &&
            (int) $row->taken_ms === $this->takenMs;
    }

    private static function label(stdClass $row, UseList $uses): string
    {
        return $uses->label((int) $row->uses, $row->other_label === null ? null : (string) $row->other_label);
    }

    public function xmpRating(): int
    {
        return $this->verdict->xmpRating(max(0, min(5, $this->rating)));
    }

    /**
     * The sidecar of a frame has the base name of its files, raw and JPEG alike; where the card brought one of that
     * name, ours carries the picture's whole name.
     *
     * @return list<string> below the place
     */
    public function sidecars(string $place): array
    {
        $paths = [];
        // What the card brought is an original, and never written to.
        $originals = array_map(fn (array $file): string => strtolower($file['destination']), $this->files);
        foreach ($this->files as ['destination' => $destination, 'kind' => $kind, 'places' => $places]) {
            if (
                in_array($kind, [FileKind::Jpeg->value, FileKind::Raw->value], true) &&
                in_array($place, $places, true)
            ) {
                $path = preg_replace('/\.[^.\/]+$/', '', $destination).'.xmp';
                $paths[] = in_array(strtolower($path), $originals, true) ? $destination.'.xmp' : $path;
            }
        }

        return array_values(array_unique($paths));
    }
}
