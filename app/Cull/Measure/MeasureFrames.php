<?php

declare(strict_types=1);

namespace App\Cull\Measure;

use App\Cull\Propose\KeptFindings;
use App\Imaging\Faces\FaceModels;
use App\Imaging\Faces\FaceWorker;
use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Imaging\UnableToMakePicture;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Generator;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Imaging\Faces\Face;
use Kanpai\Core\Imaging\Faces\UnreadableFace;
use stdClass;

/**
 * Measures the frames of a shoot from their previews, when nothing else is to do: first those that somebody looks at.
 * Several workers share one shoot. A frame is written at once with all that was measured of it.
 *
 * @phpstan-import-type Answer from FaceWorker
 */
final class MeasureFrames extends WorkInTurns
{
    public const KIND = 'measures';

    public const UNIT = 'frames';

    public const QUEUE = 'measures';

    /** How often a frame is written that another worker's writing stood in the way of. */
    private const TRIES = 5;

    /** Frames that are looked at for one that no other worker has taken. */
    private const AHEAD = 24;

    /** Seconds for which it is known well enough what is left, and what is looked at. */
    private const FRESH = 1.0;

    /**
     * Frames in hand.
     *
     * @var array<int, array{columns: array<string, mixed>, width: positive-int, height: positive-int}> what was
     *     measured of the picture, until its faces are known
     */
    private array $pictures = [];

    /** @var array<int, stdClass> frames that may be free */
    private array $ahead = [];

    private float $asked = 0.0;

    private int $left = 0;

    private float $counted = 0.0;

    public function __construct(int $taskId, private readonly int $hand = 0)
    {
        parent::__construct($taskId);
    }

    /** Begins, or goes on, where there is something to measure. */
    public static function ofShoot(Shoot $shoot): void
    {
        DB::transaction(function () use ($shoot): void {
            if (self::due($shoot)->doesntExist()) {
                return;
            }
            $task = self::latest($shoot);
            if ($task?->isUnderWay() !== true) {
                $task = Task::open($shoot, self::KIND, 'Measuring frames', self::UNIT, self::total($shoot));
            }
            for ($hand = 0; $hand < max(1, (int) config('kanpai.workers')); $hand++) {
                self::dispatch($task->id, $hand)->onQueue(self::QUEUE);
            }
        });
    }

    protected function hand(): int
    {
        return $this->hand;
    }

    protected function turn(Task $task): bool
    {
        $shoot = $task->about(Shoot::class);
        $task->begin(self::total($shoot));
        try {
            foreach ($this->measured($shoot) as $frame => $answer) {
                $this->store($frame, $answer);
                if (! $task->reach(max(0, $task->total - $this->left($shoot)))) {
                    return false;
                }
            }
        } finally {
            array_map(fn (int $frame) => Measurement::lock($frame)->free(), array_keys($this->pictures));
            $this->pictures = [];
        }

        return self::due($shoot)->doesntExist() ? true : $this->waitFor($this->isTurnOver() ? 0 : 1);
    }

    /** Frames that are left to all workers. */
    private function left(Shoot $shoot): int
    {
        if (microtime(true) - $this->counted > self::FRESH) {
            $this->left = self::due($shoot)->count();
            $this->counted = microtime(true);
        }

        return $this->left;
    }

    protected function over(Task $task): void
    {
        $shoot = Shoot::query()->find($task->shoot_id);
        if ($shoot !== null) {
            SharpnessReach::refresh($shoot);
            // So that nobody waits for it who opens the page then.
            KeptFindings::refresh($shoot);
            LookCloser::ofShoot($shoot);
        }
    }

    /** @return Generator<int, Answer> frame => its faces */
    private function measured(Shoot $shoot): Generator
    {
        $pictures = $this->pictures($shoot);
        if (FaceModels::missing() === null) {
            yield from app(FaceWorker::class)->measured($pictures);

            return;
        }
        foreach ($pictures as $frame => $picture) {
            yield $frame => [];
        }
    }

    /** @return Generator<int, Picture> frames that are in hand from here on => their previews */
    private function pictures(Shoot $shoot): Generator
    {
        while (! $this->isTurnOver() && ($row = $this->take($shoot)) !== null) {
            $picture = $this->picture($row);
            if ($picture !== null) {
                yield (int) $row->id => $picture;
            } else {
                Measurement::lock((int) $row->id)->free();
            }
        }
    }

    /** The next frame that nobody has in hand. */
    private function take(Shoot $shoot): ?stdClass
    {
        if ($this->ahead === [] || microtime(true) - $this->asked > self::FRESH) {
            $this->ahead = self::due($shoot)->limit(self::AHEAD)->get()->all();
            $this->asked = microtime(true);
        }
        while (($row = array_shift($this->ahead)) !== null) {
            $frame = (int) $row->id;
            // A lock that this process has already is given to it once more.
            if (isset($this->pictures[$frame]) || ! Measurement::lock($frame)->take()) {
                continue;
            }
            if (self::due($shoot)->where('frames.id', $frame)->exists()) {
                return $row;
            }
            Measurement::lock($frame)->free();
        }

        return null;
    }

    /** @return Picture|null null where it cannot be read, which is kept */
    private function picture(stdClass $row): ?Picture
    {
        try {
            $picture = PictureReader::jpeg(config('kanpai.pictures').'/'.$row->large_path);
            $this->pictures[(int) $row->id] = [
                'columns' => Measurement::ofPicture($picture),
                'width' => max(1, $picture->width()),
                'height' => max(1, $picture->height()),
            ];

            return $picture;
        } catch (UnableToMakePicture $reason) {
            $this->keep((int) $row->id, ['problem' => mb_substr($reason->getMessage(), 0, 255)], []);

            return null;
        }
    }

    /** @param  Answer  $answer */
    private function store(int $frame, array $answer): void
    {
        ['columns' => $columns, 'width' => $width, 'height' => $height] = $this->pictures[$frame];
        $columns['problem'] = $answer['problem'] ?? null;
        $faces = [];
        try {
            $faces = array_map(
                fn (array $face): Face => Face::ofAnswer($face, $width, $height),
                $answer['faces'] ?? [],
            );
        } catch (UnreadableFace $reason) {
            $columns['problem'] = $reason->getMessage();
        }
        if ($answer !== []) {
            $columns['faces_version'] = FaceModels::VERSION;
        }
        $this->keep($frame, [...$columns, ...Measurement::counts($faces)], $faces);
        unset($this->pictures[$frame]);
        Measurement::lock($frame)->free();
    }

    /**
     * @param  array<string, mixed>  $columns
     * @param  list<Face>  $faces
     */
    private function keep(int $frame, array $columns, array $faces): void
    {
        DB::transaction(function () use ($frame, $columns, $faces): void {
            // One that was deleted meanwhile has nothing to be kept of.
            $shoot = DB::table('frames')->where('id', $frame)->sharedLock()->value('shoot_id');
            if ($shoot === null) {
                return;
            }
            // Asked for first: to delete what is not there would hold the place where others insert.
            if (DB::table('faces')->where('frame_id', $frame)->exists()) {
                DB::table('faces')->where('frame_id', $frame)->delete();
            }
            DB::table('frame_measures')->upsert(
                [
                    'frame_id' => $frame,
                    'shoot_id' => $shoot,
                    'version' => Measurement::VERSION,
                    'closer_version' => 0,
                    'measured_at' => now(),
                    ...$columns,
                ],
                ['frame_id'],
            );
            DB::table('faces')->insert(Measurement::rows($frame, $faces));
        }, self::TRIES);
    }

    /** Frames with a preview that were not measured, or by older ways, those first that somebody looked at last. */
    private static function due(Shoot $shoot): Builder
    {
        return DB::table('frames')
            ->leftJoin('frame_measures', 'frame_measures.frame_id', '=', 'frames.id')
            ->where('frames.shoot_id', $shoot->id)
            ->whereNotNull('frames.large_path')
            ->where(function (Builder $query): void {
                $query->whereNull('frame_measures.frame_id')->orWhere('version', '<', Measurement::VERSION);
                if (FaceModels::missing() === null) {
                    // Of a picture that cannot be read, no faces either.
                    $query->orWhereRaw(
                        'COALESCE(faces_version, 0) < ? AND frame_measures.sharpness IS NOT NULL',
                        [FaceModels::VERSION],
                    );
                }
            })
            ->orderByRaw('frames.requested_at IS NULL, frames.requested_at DESC, frames.taken_ms')
            ->select('frames.id', 'frames.large_path');
    }

    private static function total(Shoot $shoot): int
    {
        return DB::table('frames')->where('shoot_id', $shoot->id)->whereNotNull('large_path')->count();
    }
}
