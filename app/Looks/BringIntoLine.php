<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\Frame;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Verdict;
use Kanpai\Core\Looks\Light\InLine;
use Kanpai\Core\Looks\Light\LightWhite;
use Kanpai\Core\Looks\Light\LineSample;
use Kanpai\Core\Looks\LookValues;
use stdClass;

/**
 * Gives the frames of a light what one of them was given, each as bright as it needs. What belongs to one frame alone,
 * crops, levels and places, stays as it is.
 *
 * @phpstan-import-type StepInput from LookSteps
 */
final readonly class BringIntoLine
{
    private const COLUMNS = [
        'frames.id', 'body_id', 'exposure', 'f_number', 'iso', 'focal_length', 'colours', 'moment', 'ev', 'problem',
    ];

    /** Luminance of a middle grey. */
    private const MIDDLE = 0.18;

    public function __construct(private LookSteps $steps)
    {
    }

    /**
     * @param  list<int>  $others
     * @param  list<string>  $parts  that are carried
     * @return array{step: array<string, mixed>, revision: int,
     *     asked: list<array{frame: int, reason: string, now: array<string, mixed>}>}
     */
    public function apply(
        Shoot $shoot,
        Member $member,
        string $id,
        int $adjusted,
        array $others,
        array $parts,
    ): array {
        $values = self::values($shoot, [$adjusted, ...$others]);
        $lines = self::lines($shoot, $adjusted, $others, $values);
        if (! in_array('stops', $parts, true)) {
            // Nobody is asked about brightness that is not carried.
            $lines = array_map(fn (array $line): array => [...$line, 'reason' => ''], $lines);
        }
        $wanted = self::wanted($shoot, $adjusted, $lines, $values);
        $asked = array_values(array_filter($wanted, fn (array $one): bool => $one['reason'] !== ''));
        $changes = self::changes($wanted, $values, $parts);
        $title = 'Brought '.count($changes).(count($changes) === 1 ? ' frame' : ' frames').' into line';
        $step = ['id' => $id, 'title' => $title, 'changes' => $changes, 'takeBack' => false, 'again' => false];

        return [
            'step' => ['id' => $id, 'title' => $title, 'changes' => array_map(self::forPage(...), $changes)],
            'revision' => $this->steps->apply($shoot, $member, $changes === [] ? [] : [$step])['revision'],
            'asked' => $asked,
        ];
    }

    /**
     * @param  list<array{frame: int, reason: string, now: array<string, mixed>}>  $wanted
     * @param  array<int, array<string, mixed>>  $values
     * @param  list<string>  $parts
     * @return list<array{frame: int, number: int, was: array<string, mixed>, now: array<string, mixed>}> of those that
     *     nobody is asked about, where anything changes
     */
    private static function changes(array $wanted, array $values, array $parts): array
    {
        $changes = [];
        foreach ($wanted as ['frame' => $frame, 'reason' => $reason, 'now' => $now]) {
            $change = self::change($frame, $values[$frame] ?? [], array_intersect_key($now, array_flip($parts)));
            $reason === '' && $change['now'] !== [] && ($changes[] = $change);
        }

        return $changes;
    }

    /**
     * @param  list<int>  $others
     * @param  array<int, array<string, mixed>>  $values
     * @return array<int, array{stops: float, reason: string}> by frame
     */
    private static function lines(Shoot $shoot, int $adjusted, array $others, array $values): array
    {
        $samples = self::samples($shoot, $values);
        $others = array_values(array_intersect($others, array_keys($samples)));

        return isset($samples[$adjusted])
            ? InLine::of(
                $samples[$adjusted],
                array_map(fn (int $frame): LineSample => $samples[$frame], $others),
                array_values($samples),
            )
            : [];
    }

    /**
     * @param  array<int, array{stops: float, reason: string}>  $lines
     * @param  array<int, array<string, mixed>>  $values
     * @return list<array{frame: int, reason: string, now: array<string, mixed>}> what each is to have
     */
    private static function wanted(Shoot $shoot, int $adjusted, array $lines, array $values): array
    {
        $own = $values[$adjusted] ?? [];
        $whites = self::whites($shoot);
        $wanted = [];
        foreach ($lines as $frame => ['stops' => $stops, 'reason' => $reason]) {
            $white = LightWhite::carried($whites[$adjusted] ?? null, $whites[$frame] ?? null, $own);
            $now = [...self::carried($own), ...$white, 'stops' => $stops === 0.0 ? null : $stops];
            $wanted[] = ['frame' => $frame, 'reason' => $reason, 'now' => $now];
        }

        return $wanted;
    }

    /**
     * @param  array{frame: int, number: int, was: array<string, mixed>, now: array<string, mixed>}  $change
     * @return array<string, mixed>
     */
    private static function forPage(array $change): array
    {
        return [...$change, 'was' => (object) $change['was'], 'now' => (object) $change['now']];
    }

    /** @return array<int, float> frame => kelvin that its raw file was shot for; none for other files */
    private static function whites(Shoot $shoot): array
    {
        $whites = array_map(fn (RawOfFrame $raw): ?float => $raw->shotFor(), RawOfFrame::ofShoot($shoot));

        return array_filter($whites, fn (?float $kelvin): bool => $kelvin !== null);
    }

    /**
     * @param  array<string, mixed>  $values
     * @return array<string, mixed> every part that is carried, null where it is not there
     */
    private static function carried(array $values): array
    {
        $parts = [...LookValues::COLOURS, ...LookValues::DETAIL];

        return array_combine($parts, array_map(fn (string $part): mixed => $values[$part] ?? null, $parts));
    }

    /**
     * @param  array<string, mixed>  $values
     * @param  array<string, mixed>  $wanted
     * @return array{frame: int, number: int, was: array<string, mixed>, now: array<string, mixed>}
     */
    private static function change(int $frame, array $values, array $wanted): array
    {
        $isOther = fn (mixed $value, string $part): bool => ! LookValues::isSame($values[$part] ?? null, $value);
        $now = array_filter($wanted, $isOther, ARRAY_FILTER_USE_BOTH);
        $was = array_map(fn (string $part): mixed => $values[$part] ?? null, array_keys($now));

        return [
            'frame' => $frame,
            'number' => FrameLook::FIRST,
            'was' => array_combine(array_keys($now), $was),
            'now' => $now,
        ];
    }

    /**
     * @param  list<int>  $frames
     * @return array<int, array<string, mixed>> frame => values of its look
     */
    private static function values(Shoot $shoot, array $frames): array
    {
        return DB::table('frames')
            ->join('looks', FrameLook::ofThem(...))
            ->where('looks.shoot_id', $shoot->id)
            ->whereIntegerInRaw('looks.frame_id', $frames)
            ->pluck('looks.values', 'looks.frame_id')
            ->map(fn ($values): array => (array) json_decode((string) $values, true))
            ->all();
    }

    /**
     * @param  array<int, array<string, mixed>>  $values
     * @return array<int, LineSample> all of the shoot, by frame
     */
    private static function samples(Shoot $shoot, array $values): array
    {
        $rows = Frame::of($shoot)
            ->toBase()
            ->leftJoin('frame_measures', 'frame_measures.frame_id', '=', 'frames.id')
            ->where('frames.verdict', '<>', Verdict::Drop)
            ->addSelect(['light' => self::faces()])
            ->addSelect(self::COLUMNS)
            ->get();

        return self::sampled($rows, $values);
    }

    /**
     * @param  Collection<int, stdClass>  $rows
     * @param  array<int, array<string, mixed>>  $values
     * @return array<int, LineSample>
     */
    private static function sampled(Collection $rows, array $values): array
    {
        $samples = [];
        foreach ($rows as $row) {
            $stops = $values[(int) $row->id]['stops'] ?? 0.0;
            $samples[(int) $row->id] = new LineSample(
                (int) $row->id,
                (int) $row->body_id,
                Frame::exposureOf($row)->ev100(),
                self::brightness($row),
                is_numeric($stops) ? (float) $stops : 0.0,
                (int) $row->moment,
                $row->light === null ? null : log(max(1e-4, (float) $row->light / self::MIDDLE), 2),
            );
        }

        return $samples;
    }

    /** How light the faces of a frame are, the larger ones counting for more. */
    private static function faces(): Builder
    {
        return DB::table('faces')
            ->whereColumn('faces.frame_id', 'frames.id')
            ->where('light', '>', 0)
            ->selectRaw('SUM(light * width * height) / SUM(width * height)');
    }

    /** As it was measured; before that, by the few colours that are known of each preview. */
    private static function brightness(stdClass $row): ?float
    {
        if ($row->ev !== null && $row->problem === null) {
            return (float) $row->ev;
        }
        $mean = LightsOfShoot::mean($row);

        return $mean === null ? null : log(max(1e-4, (($mean[0] + 16) / 116) ** 3 / 0.18), 2);
    }
}
