<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\Frame;
use App\Studio\PictureAddress;
use App\Studio\Shoot;
use Illuminate\Database\Query\Builder;
use Illuminate\Database\Query\JoinClause;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Verdict;
use Kanpai\Core\Looks\Lens\UnusableLens;
use Kanpai\Core\Looks\Suggest\CropByFaces;
use stdClass;

/**
 * What the page of looks knows of a shoot: the frames that are finished, with their lights and looks. Those are the
 * kept ones; all but the dropped as long as nothing is kept.
 */
final class LookTable
{
    /** Frames that are shown where nothing is kept yet. */
    public const MOST = 2_000;

    private const PIECE = 500;

    private const COLUMNS = [
        'id', 'taken_ms', 'body_id', 'name', 'width', 'height', 'small_path', 'large_path', 'focal_length', 'exposure',
        'f_number', 'iso', 'moment', 'colours', 'verdict', 'version_id', 'orientation', 'lens',
    ];

    /** Quarters by which a file is turned clockwise to stand upright; one that is mirrored as the nearest. */
    private const QUARTERS = [3 => 2, 4 => 2, 5 => 1, 6 => 1, 7 => 3, 8 => 3];

    public function __construct(private readonly Lenses $lenses)
    {
    }

    /** @return array<string, mixed> */
    public function of(Shoot $shoot): array
    {
        $finishing = Finishing::of($shoot);
        $rows = array_values($this->rows($shoot)->all());
        $lights = LightsOfShoot::of($shoot, $rows);
        $looks = self::looks($shoot);
        $raws = $this->raws($shoot) + self::waiting($shoot);
        $pictures = new PictureAddress();
        $faces = self::faces($rows);
        $frame = fn (stdClass $row, int $light): array => [
            ...$this->frame($shoot, $row, $pictures),
            'light' => $light,
            'crops' => self::crops($row, $faces),
            'looks' => $looks[$row->id.' '.(int) $row->version_id] ?? [],
            'raw' => $row->version_id === null ? $raws[(int) $row->id] ?? null : null,
        ];

        return [
            'revision' => $finishing->revision,
            'fineness' => $finishing->fineness->place,
            'frames' => array_map($frame, $rows, $lights),
            'isCut' => count($rows) === self::MOST,
            'saved' => SavedLook::forPage($shoot->studio_id),
        ];
    }

    /**
     * @param  array<int, list<array{left: float, top: float, width: float, height: float}>>  $faces
     * @return array<string, mixed>
     */
    private static function crops(stdClass $row, array $faces): array
    {
        [$width, $height] = [max(1, (int) $row->width), max(1, (int) $row->height)];

        return CropByFaces::of($faces[(int) $row->id] ?? [], $width, $height);
    }

    /**
     * @param  list<stdClass>  $rows  of frames
     * @return array<int, list<array{left: float, top: float, width: float, height: float}>> frame => boxes
     */
    private static function faces(array $rows): array
    {
        $boxes = [];
        foreach (array_chunk(array_map(fn (stdClass $row): int => (int) $row->id, $rows), self::PIECE) as $some) {
            $faces = DB::table('faces')->whereIntegerInRaw('frame_id', $some);
            foreach ($faces->get(['frame_id', 'left', 'top', 'width', 'height']) as $face) {
                $boxes[(int) $face->frame_id][] = [
                    'left' => (float) $face->left,
                    'top' => (float) $face->top,
                    'width' => (float) $face->width,
                    'height' => (float) $face->height,
                ];
            }
        }

        return $boxes;
    }

    /** @return array<int, array<string, null>> frames whose raw file is finished, and not developed yet */
    private static function waiting(Shoot $shoot): array
    {
        return DevelopRaws::left($shoot)
            ->pluck('frames.id')
            ->mapWithKeys(fn ($id): array => [(int) $id => ['problem' => null, 'picture' => null, 'source' => null]])
            ->all();
    }

    /** @return array<int, int> frame => number of its light */
    public function lights(Shoot $shoot): array
    {
        $rows = array_values($this->rows($shoot)->all());

        return array_combine(
            array_map(fn (stdClass $row): int => (int) $row->id, $rows),
            LightsOfShoot::of($shoot, $rows),
        );
    }

    /** @return array<int, array<string, mixed>> frame => what the page develops its raw file from */
    public function raws(Shoot $shoot): array
    {
        $pictures = new PictureAddress();
        $raws = [];
        foreach (RawOfFrame::ofShoot($shoot) as $frame => $raw) {
            $raws[$frame] = self::raw($raw, $pictures);
        }

        return $raws;
    }

    /** @return Collection<int, stdClass> */
    private function rows(Shoot $shoot): Collection
    {
        $all = fn (): Builder => Frame::inOrder($shoot)
            ->toBase()
            ->leftJoin('captions', 'captions.frame_id', '=', 'frames.id')
            ->leftJoin('frame_measures', self::ofSound(...))
            ->select(array_map(fn (string $column): string => "frames.{$column}", self::COLUMNS))
            ->join('bodies', 'bodies.id', '=', 'frames.body_id')
            ->addSelect('frame_measures.ev', 'frame_measures.tilt', 'bodies.make', 'bodies.model')
            ->selectRaw("JSON_VALUE(captions.fields, '$.headline') AS headline")
            ->whereNotNull('frames.large_path');
        $kept = $all()->where('frames.verdict', Verdict::Keep)->get();

        return $kept->isNotEmpty()
            ? $kept
            : $all()->where('frames.verdict', '<>', Verdict::Drop)->limit(self::MOST)->get();
    }

    /** Measures of frames that could be read. */
    private static function ofSound(JoinClause $join): void
    {
        $join->on('frame_measures.frame_id', '=', 'frames.id')->whereNull('frame_measures.problem');
    }

    /** @return array<string, mixed> */
    private function frame(Shoot $shoot, stdClass $row, PictureAddress $pictures): array
    {
        $exposure = Frame::exposureOf($row);

        return [
            'id' => (int) $row->id,
            'taken' => (int) $row->taken_ms,
            'time' => $shoot->zone()->format((int) $row->taken_ms, 'H:i:s'),
            'body' => (int) $row->body_id,
            'name' => (string) $row->name,
            'headline' => (string) $row->headline,
            'width' => (int) $row->width,
            'height' => (int) $row->height,
            'small' => $pictures->to($row->small_path),
            'large' => $pictures->to($row->large_path),
            'lens' => $row->version_id === null ? $this->lens($row) : null,
            'turned' => self::QUARTERS[(int) $row->orientation] ?? 0,
            'exposure' => (string) $exposure,
            'ev' => $exposure->ev100(),
            ...self::measured($row),
        ];
    }

    /** @return array<string, mixed>|null what the lens is called, and how it is put right, or why it cannot be */
    private function lens(stdClass $row): ?array
    {
        $name = (string) $row->lens;
        try {
            $correction = $this->lenses->of(
                $name,
                $row->focal_length === null ? null : (float) $row->focal_length,
                $row->f_number === null ? null : (float) $row->f_number,
                "{$row->make} {$row->model}",
                (int) $row->width,
                (int) $row->height,
            );

            return $correction === null ? null : ['name' => $name, ...$correction->toArray()];
        } catch (UnusableLens $reason) {
            return ['name' => $name, 'problem' => $reason->getMessage()];
        }
    }

    /** @return array{brightness: float|null, tilt: float|null} */
    private static function measured(stdClass $row): array
    {
        return [
            'brightness' => $row->ev === null ? null : (float) $row->ev,
            'tilt' => $row->tilt === null ? null : (float) $row->tilt,
        ];
    }

    /** @return array<string, array<int, mixed>> frame and version => number => look */
    private static function looks(Shoot $shoot): array
    {
        $looks = [];
        foreach (DB::table('looks')->where('shoot_id', $shoot->id)->cursor() as $look) {
            assert($look instanceof stdClass);
            $looks["{$look->frame_id} {$look->version}"][(int) $look->number] = [
                'values' => (object) json_decode((string) $look->values, true),
            ];
        }

        return $looks;
    }

    /** @return array<string, mixed> what the page develops a raw file from */
    private static function raw(RawOfFrame $own, PictureAddress $pictures): array
    {
        return [
            'problem' => $own->problem,
            'picture' => $own->path === null ? null : $pictures->to($own->path),
            'source' => $own->source()?->toArray(),
        ];
    }

    /** @return list<array<string, mixed>> looks that changed since a revision */
    public function since(Shoot $shoot, int $revision): array
    {
        $rows = DB::table('looks')
            ->join('frames', 'frames.id', '=', 'looks.frame_id')
            ->where('looks.shoot_id', $shoot->id)
            ->where('looks.revision', '>', $revision)
            ->whereRaw('looks.version = COALESCE(frames.version_id, 0)')
            ->get(['looks.frame_id', 'looks.number', 'looks.values']);

        return array_values($rows->map(fn (stdClass $look): array => [
            'frame' => (int) $look->frame_id,
            'number' => (int) $look->number,
            'values' => (object) json_decode((string) $look->values, true),
        ])->all());
    }
}
