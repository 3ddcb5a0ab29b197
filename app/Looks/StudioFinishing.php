<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Verdict;
use Kanpai\Core\Looks\Colour\WhitePoint;
use Kanpai\Core\Looks\Learn\FinishedLight;
use Kanpai\Core\Looks\Learn\FinishingHabit;
use Kanpai\Core\Looks\Light\Lights;
use Kanpai\Core\Looks\ToneCurve;
use stdClass;

/**
 * What a studio makes of its lights, learned on this machine from its finished shoots, and forgotten when somebody says
 * so.
 *
 * @phpstan-import-type Features from FinishedLight
 * @phpstan-import-type Made from FinishedLight
 *
 * @phpstan-type Proposal array{frame: int, now: array<string, mixed>, apart: array<string, float>, alike: int}
 */
final class StudioFinishing
{
    /** The latest shoots that are learned from: taste changes. */
    private const SHOOTS = 15;

    /** Share of the kept frames that have a look in a finished shoot. */
    private const FINISHED = 0.5;

    /** Mired below which a white is not worth moving. */
    private const LEAST_MOVE = 3.0;

    /** Hours after which is learned anew. */
    private const FRESH = 20;

    private const COLUMNS = [
        'frames.id', 'frames.taken_ms', 'frames.moment', 'frames.exposure', 'frames.f_number', 'frames.iso',
        'frames.focal_length', 'frames.colours', 'frame_measures.ev',
    ];

    /** Asks for what was learned to be kept up to date; one look at a row. */
    public function refresh(int $studio): void
    {
        $row = DB::table('finishing_habits')->where('studio_id', $studio)->first();
        if ($row === null || (! $row->is_off && now()->subHours(self::FRESH)->greaterThan((string) $row->learned_at))) {
            LearnFinishing::dispatch($studio);
        }
    }

    public function isOff(int $studio): bool
    {
        return DB::table('finishing_habits')->where(['studio_id' => $studio, 'is_off' => true])->exists();
    }

    public function learn(int $studio): void
    {
        $lights = [];
        foreach ($this->finished($studio) as $shoot) {
            array_push($lights, ...$this->lights($shoot));
        }
        $habit = FinishingHabit::learned($lights);
        DB::table('finishing_habits')->upsert(
            [
                'studio_id' => $studio,
                'lights' => json_encode($lights, JSON_THROW_ON_ERROR),
                'better' => json_encode($habit?->better() ?? [], JSON_THROW_ON_ERROR),
                'shoots' => $habit?->shoots() ?? 0,
                'is_off' => false,
                'learned_at' => now(),
            ],
            ['studio_id'],
        );
    }

    /** Throws away what was learned; nothing is learned again until somebody asks for it. */
    public function forget(int $studio): void
    {
        DB::table('finishing_habits')->upsert(
            ['studio_id' => $studio, 'lights' => '[]', 'better' => '[]', 'is_off' => true, 'learned_at' => now()],
            ['studio_id'],
        );
    }

    /**
     * What is proposed for the lights of a shoot.
     *
     * @return array{shoots: int, lights: array<int, Proposal>} by light: the first of its frames; parts of a look for
     *     that frame; by how much lights like it are apart from them; how many such lights there are
     */
    public function proposals(Shoot $shoot): array
    {
        $row = DB::table('finishing_habits')->where('studio_id', $shoot->studio_id)->first();
        $better = $row === null ? [] : json_decode((string) $row->better, true);
        if ($row === null || ! is_array($better) || $better === []) {
            return ['shoots' => 0, 'lights' => []];
        }
        $others = array_values(array_filter(
            self::read((string) $row->lights),
            fn (FinishedLight $light): bool => $light->shoot !== $shoot->id,
        ));
        $habit = FinishingHabit::learned($others);

        return [
            'shoots' => (int) $row->shoots,
            'lights' => $habit === null || $habit->better() === [] ? [] : $this->ofLights($shoot, $habit),
        ];
    }

    /** @return array<int, Proposal> */
    private function ofLights(Shoot $shoot, FinishingHabit $habit): array
    {
        $whites = self::whites($shoot);
        $proposals = [];
        foreach ($this->byLight($shoot) as $light => $rows) {
            $features = self::features($rows, $whites);
            $proposed = $habit->proposed($features);
            $proposals[$light] = [
                'frame' => (int) $rows[0]->id,
                'now' => self::parts($proposed['made'], $features),
                'apart' => $proposed['apart'],
                'alike' => $proposed['lights'],
            ];
        }

        return $proposals;
    }

    /** @return list<Shoot> of which most kept frames have a look, the latest first */
    private function finished(int $studio): array
    {
        $kept = DB::table('frames')
            ->leftJoin('looks', FrameLook::ofThem(...))
            ->join('shoots', 'shoots.id', '=', 'frames.shoot_id')
            ->where('shoots.studio_id', $studio)
            ->where('frames.verdict', Verdict::Keep)
            ->groupBy('frames.shoot_id')
            ->havingRaw('SUM(looks.large_path IS NOT NULL) >= ? * COUNT(*)', [self::FINISHED])
            ->pluck('frames.shoot_id');

        return array_values(
            Shoot::query()->whereIn('id', $kept)->orderByDesc('held_on')->limit(self::SHOOTS)->get()->all(),
        );
    }

    /** @return list<FinishedLight> those of which most frames have a look */
    private function lights(Shoot $shoot): array
    {
        $whites = self::whites($shoot);
        $lights = [];
        foreach ($this->byLight($shoot) as $rows) {
            $done = array_values(array_filter($rows, fn (stdClass $row): bool => $row->values !== null));
            if (count($done) >= self::FINISHED * count($rows)) {
                $lights[] = new FinishedLight($shoot->id, self::features($rows, $whites), self::made($done, $whites));
            }
        }

        return $lights;
    }

    /** @return array<int, non-empty-list<stdClass>> light => its kept frames, with their looks */
    private function byLight(Shoot $shoot): array
    {
        $rows = array_values($this->rows($shoot)->all());
        $lights = [];
        foreach (LightsOfShoot::of($shoot, $rows) as $i => $light) {
            $lights[$light][] = $rows[$i];
        }

        return $lights;
    }

    /** @return Collection<int, stdClass> */
    private function rows(Shoot $shoot): Collection
    {
        return Frame::inOrder($shoot)
            ->toBase()
            ->leftJoin('looks', FrameLook::ofThem(...))
            ->leftJoin('frame_measures', 'frame_measures.frame_id', '=', 'frames.id')
            ->where('frames.verdict', Verdict::Keep)
            ->whereNotNull('frames.large_path')
            ->limit(LookTable::MOST)
            ->get([...self::COLUMNS, 'looks.values']);
    }

    /** @return array<int, float> frame => kelvin that its raw file was shot for; none for other files */
    private static function whites(Shoot $shoot): array
    {
        $whites = array_map(fn (RawOfFrame $raw): ?float => $raw->shotFor(), RawOfFrame::ofShoot($shoot));

        return array_filter($whites, fn (?float $kelvin): bool => $kelvin !== null);
    }

    /**
     * @param  non-empty-list<stdClass>  $rows
     * @param  array<int, float>  $whites
     * @return Features
     */
    private static function features(array $rows, array $whites): array
    {
        $features = array_map(fn (stdClass $row): array => self::featuresOf($row, $whites), $rows);
        $medians = [];
        foreach (['ev', 'brightness', 'lightness', 'a', 'b', 'raw', 'mired'] as $name) {
            $medians[$name] = (float) (Lights::median(array_column($features, $name)) ?? 0.0);
        }

        /** @var Features $medians */
        return $medians;
    }

    /**
     * @param  array<int, float>  $whites
     * @return array<string, float|null>
     */
    private static function featuresOf(stdClass $row, array $whites): array
    {
        [$lightness, $a, $b] = LightsOfShoot::mean($row) ?? [null, null, null];
        $white = $whites[(int) $row->id] ?? null;

        return [
            'ev' => Frame::exposureOf($row)->ev100(),
            'brightness' => $row->ev === null ? null : (float) $row->ev,
            'lightness' => $lightness,
            'a' => $a,
            'b' => $b,
            'raw' => $white === null ? 0.0 : 1.0,
            'mired' => 1e6 / ($white ?? WhitePoint::D65),
        ];
    }

    /**
     * @param  list<stdClass>  $rows  with looks
     * @param  array<int, float>  $whites
     * @return Made
     */
    private static function made(array $rows, array $whites): array
    {
        $looks = array_map(fn (stdClass $row): array => self::madeOf(
            (array) json_decode((string) $row->values, true),
            $whites[(int) $row->id] ?? WhitePoint::D65,
        ), $rows);
        $made = [];
        foreach (array_keys(FinishedLight::SCALES) as $name) {
            $made[$name] = (float) (Lights::median(array_column($looks, $name)) ?? 0.0);
        }

        /** @var Made $made */
        return $made;
    }

    /**
     * @param  array<array-key, mixed>  $values  of a look
     * @return array<string, float>
     */
    private static function madeOf(array $values, float $shotFor): array
    {
        $zones = is_array($values['zones'] ?? null) ? $values['zones'] : [];
        $kelvin = self::number($values['kelvin'] ?? null);
        $made = ['warmer' => $kelvin > 0.0 ? 1e6 / $shotFor - 1e6 / $kelvin : 0.0];
        foreach (['stops', 'beside', 'contrast'] as $part) {
            $made[$part] = self::number($values[$part] ?? null);
        }
        foreach (array_keys(ToneCurve::ZONES) as $zone) {
            $made[$zone] = self::number($zones[$zone] ?? null);
        }

        return $made;
    }

    private static function number(mixed $value): float
    {
        return is_numeric($value) ? (float) $value : 0.0;
    }

    /**
     * @param  array<string, float>  $made
     * @param  Features  $features
     * @return array<string, mixed> parts of a look
     */
    private static function parts(array $made, array $features): array
    {
        $parts = [];
        isset($made['stops']) && ($parts['stops'] = round($made['stops'], 2));
        isset($made['contrast']) && ($parts['contrast'] = round($made['contrast'], 2));
        $parts += self::white($made, $features['mired']);
        $zones = array_intersect_key($made, array_flip(['deep', 'dark', 'middle', 'light', 'bright']));
        $zones === [] || ($parts['zones'] = array_map(fn (float $value): float => round($value, 2), $zones));

        return $parts;
    }

    /**
     * @param  array<string, float>  $made
     * @return array<string, float> nothing where a white is hardly moved
     */
    private static function white(array $made, float $mired): array
    {
        return isset($made['warmer'], $made['beside']) && hypot($made['warmer'], $made['beside']) >= self::LEAST_MOVE
            ? [
                'kelvin' => round(1e6 / max(40.0, min(500.0, $mired - $made['warmer']))),
                'beside' => round($made['beside']),
            ]
            : [];
    }

    /** @return list<FinishedLight> */
    private static function read(string $lights): array
    {
        $read = [];
        foreach ((array) json_decode($lights, true) as $light) {
            if (is_array($light) && is_array($light['features'] ?? null) && is_array($light['made'] ?? null)) {
                /** @var Features $features */
                $features = array_map(self::number(...), $light['features']);
                /** @var Made $made */
                $made = array_map(self::number(...), $light['made']);
                $read[] = new FinishedLight((int) $light['shoot'], $features, $made);
            }
        }

        return $read;
    }
}
