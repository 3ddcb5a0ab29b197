<?php

declare(strict_types=1);

namespace Kanpai\Demo;

use DateTimeImmutable;
use DateTimeZone;
use Kanpai\Demo\Camera\Body;
use Kanpai\Demo\Camera\Handling;
use Kanpai\Demo\Camera\SensorTruth;
use Kanpai\Demo\Camera\Shot;
use Kanpai\Demo\Drawing\Random;
use Kanpai\Demo\Scene\Light;

/**
 * The Saltmarsh Regatta as it was photographed: every press of the shutter, with its true time and what is wrong
 * with it. Made up from a seed; the same seed gives the same day.
 */
final class Regatta
{
    public const NAME = 'Saltmarsh Regatta';

    public const CLIENT = 'Saltmarsh Rowing Club';

    public const PLACE = 'Saltmarsh Quay';

    public const ZONE = 'Europe/London';

    public const DATE = '2026-09-05';

    /** Kinds of scene in which all wait for the same thing, a gun, a line, a “three!”, and press as one. */
    private const CUED = ['start', 'race', 'crew', 'prize'];

    /** Milliseconds within which people react to a cue, and within which they come to it by themselves. */
    private const AT_THE_CUE = 120;

    private const BY_THEMSELVES = 1400;

    /** Moments: name, local start, kind of scene, what it shows, frames of each body, seconds between frames. */
    private const MOMENTS = [
        ['Mist on the river', '06:42:10', 'river', ['wide' => true], ['b' => 5, 'a' => 2], 14.0],
        ['Oars in the rack', '07:08:40', 'detail', ['detail' => 'oars'], ['a' => 4], 6.0],
        ['First arrivals', '07:26:05', 'pair', ['people' => 2], ['a' => 5, 'c' => 4], 7.0],
        [
            'Red crew at the rail',
            '08:31:20',
            'crew',
            ['people' => 4, 'clothes' => '#a8322c'],
            ['a' => 7, 'b' => 3],
            2.2,
        ],
        ['Club flag', '09:02:15', 'detail', ['detail' => 'flag'], ['a' => 3, 'c' => 2], 3.0],
        ['Heat 1, start', '09:30:02', 'start', ['wide' => true], ['b' => 5, 'c' => 4], 0.9],
        ['Heat 1, bend', '09:32:40', 'race', [], ['a' => 9, 'c' => 5], 0.35],
        ['Heat 1, finish', '09:35:11', 'race', ['wide' => true], ['b' => 4, 'c' => 4], 0.8],
        ['Spectators on the bank', '10:12:30', 'crowd', ['people' => 5], ['a' => 5, 'c' => 4], 8.0],
        ['Heat 2, start', '10:40:58', 'start', ['wide' => true], ['b' => 4, 'c' => 3], 1.0],
        ['Heat 2, bend', '10:43:22', 'race', [], ['a' => 8, 'c' => 6], 0.4],
        ['Picnic', '12:06:55', 'crowd', ['people' => 4], ['c' => 6, 'b' => 4], 9.0],
        [
            'Blue crew on the quay',
            '13:40:10',
            'crew',
            ['people' => 4, 'clothes' => '#2d4f86'],
            ['a' => 7, 'c' => 4],
            2.4,
        ],
        ['Cox and coach', '14:03:11', 'pair', ['people' => 2, 'down' => [1]], ['a' => 6, 'b' => 2], 4.0],
        ['Final, start', '15:05:00', 'start', ['wide' => true], ['b' => 5, 'c' => 5], 0.8],
        ['Final, bend', '15:07:31', 'race', [], ['a' => 12, 'c' => 7], 0.3],
        ['Final, finish', '15:10:04', 'race', ['wide' => true], ['b' => 6, 'a' => 4], 0.5],
        [
            'Winners ashore',
            '15:22:48',
            'crew',
            ['people' => 5, 'clothes' => '#2f6b4c'],
            ['a' => 7, 'c' => 5, 'b' => 2],
            1.8,
        ],
        ['Families', '16:30:20', 'crowd', ['people' => 6, 'laughs' => [1, 4]], ['c' => 5, 'a' => 4], 7.0],
        ['Medals', '17:18:30', 'detail', ['detail' => 'medals'], ['a' => 3, 'c' => 2], 4.0],
        ['Prize-giving', '17:40:05', 'prize', ['people' => 2], ['a' => 8, 'c' => 6, 'b' => 3], 2.0],
        ['Evening light', '18:24:40', 'pair', ['people' => 2, 'kiss' => true], ['a' => 6], 5.0],
        ['Dusk on the river', '19:21:00', 'river', ['wide' => true], ['b' => 5], 18.0],
        ['Lanterns lit', '20:04:30', 'detail', ['detail' => 'lantern'], ['a' => 3, 'c' => 2], 5.0],
        ['Lantern supper', '20:38:15', 'supper', ['people' => 4], ['a' => 6, 'c' => 6, 'b' => 3], 6.0],
        ['The toast', '21:19:50', 'supper', ['people' => 3, 'toast' => true], ['a' => 6, 'c' => 5, 'b' => 3], 1.6],
        ['Songs', '22:05:25', 'supper', ['people' => 5], ['c' => 5, 'a' => 4], 10.0],
    ];

    private readonly Mishaps $mishaps;

    /** @param  bool  $hasRaws  whether half of the day is in raw files alone, with grey cards and lights to be finished */
    public function __construct(public readonly int $seed = 5, public readonly bool $hasRaws = false)
    {
        $this->mishaps = new Mishaps($seed);
    }

    /** The instant (UTC milliseconds) at which the drifting clock was right. */
    public function setRight(): int
    {
        return $this->instant('06:00:00');
    }

    /**
     * All presses of the shutter in order of their true time.
     *
     * @param  int  $frames  at least this many; beyond the day's own number, pixels are repeated under new names and times
     * @return list<Shot>
     */
    public function shots(int $frames = 0): array
    {
        $plans = [];
        foreach (self::MOMENTS as $number => [$name, $start, $kind, $with, $bodies, $gap]) {
            $best = $this->mishaps->best($number, $bodies);
            $random = Random::for($this->seed, 'plan', $number);
            foreach ($bodies as $key => $count) {
                $isCued = in_array($kind, self::CUED, true) || ($with['toast'] ?? false);
                $time =
                    (float) $this->instant($start) +
                    $random->between(0, $isCued ? self::AT_THE_CUE : self::BY_THEMSELVES);
                for ($i = 0; $i < $count; $i++) {
                    $plans[] = [
                        'key' => $key,
                        'moment' => $name,
                        'kind' => $kind,
                        'with' => $with,
                        'count' => $count,
                        'i' => $i,
                        'isBest' => $best === [$key, $i],
                        'instant' => (int) round($time),
                        'words' => ['frame', $number, $key, $i],
                    ];
                    $time += 1000 * $gap * $random->between(0.75, 1.5);
                }
            }
        }
        $plans = $this->apart($plans);
        $own = count($plans);
        if ($frames > $own) {
            $plans = $this->repeated($plans, $frames);
        }
        $numbers = array_map(fn (Body $body): int => $body->firstNumber, Body::all());
        $folders = array_map(fn (): int => 100, Body::all());
        $shots = [];
        foreach ($plans as $plan) {
            $body = Body::all()[$plan['key']];
            $number = $numbers[$plan['key']]++;
            if ($numbers[$plan['key']] > 9999) {
                $numbers[$plan['key']] = 1;
            }
            if ($number === 1) {
                $folders[$plan['key']]++;
            }
            $shots[] = $this->shot(
                $plan,
                $body,
                $number,
                sprintf('DCIM/%03d%s/%s%04d', $folders[$plan['key']], $body->folder, $body->prefix, $number),
            );
        }

        return $shots;
    }

    /**
     * No two frames within 25 ms, so that the true order has no ties.
     *
     * @param  list<array<string, mixed>>  $plans
     * @return list<array<string, mixed>>
     */
    private function apart(array $plans): array
    {
        usort($plans, fn (array $a, array $b): int => $a['instant'] <=> $b['instant']);
        $last = 0;
        foreach ($plans as &$plan) {
            $plan['instant'] = max($plan['instant'], $last + 25);
            $last = $plan['instant'];
        }

        return $plans;
    }

    /**
     * @param  list<array<string, mixed>>  $plans
     * @return list<array<string, mixed>>
     */
    private function repeated(array $plans, int $frames): array
    {
        $own = count($plans);
        $all = $plans;
        for ($n = $own; $n < $frames; $n++) {
            $copy = $plans[$n % $own];
            $copy['copy'] = $n % $own;
            $copy['instant'] += 1300 * intdiv($n, $own) + ($n % 7) * 40;
            $all[] = $copy;
        }

        return $this->apart($all);
    }

    /** @param  array<string, mixed>  $plan */
    private function shot(array $plan, Body $body, int $number, string $stem): Shot
    {
        // Drawn anew from the same words, so that a repeated frame is the same in everything but its time.
        $random = Random::for($this->seed, ...$plan['words']);
        $i = $plan['i'];
        $kind = $plan['kind'];
        $with = $plan['with'];
        $hour = ($plan['instant'] - $this->instant('00:00:00')) / 3_600_000;
        $isRace = $kind === 'race' || $kind === 'start';
        if ($isRace) {
            $with['progress'] = $plan['count'] > 1 ? $i / ($plan['count'] - 1) : 0.5;
            $with['phase'] = fmod($i * 0.137 + ($plan['key'] === 'c' ? 0.06 : 0.0), 1.0);
        }
        if (isset($with['people']) && in_array($kind, ['crew', 'pair', 'prize', 'supper', 'crowd'], true)) {
            for ($p = 0; $p < $with['people']; $p++) {
                if ($random->chance($kind === 'crew' ? 0.14 : 0.08)) {
                    $with['blinking'][] = $p;
                }
            }
        }
        $with = $this->mishaps->people($kind, $plan['isBest'], $plan['words'], $i, $plan['count'], $with);
        $light = Light::at($hour);
        $ev = $kind === 'supper' || ($with['detail'] ?? '') === 'lantern' ? 5.0 : $light->ev;
        $stops = $random->chance(0.06) ? $random->pick([-2.0, -1.6, 1.5, 1.8]) : round($random->normal(0, 0.12), 2);
        $defocus = $random->chance(0.07) ? $random->between(5, 11) : 0.0;
        $handling = $this->mishaps->handling(
            $kind,
            $plan['isBest'],
            $plan['words'],
            new Handling($stops, $defocus),
        );
        [$exposure, $iso] = $this->exposure($ev - $handling->stops, $body->aperture, $isRace ? 1 / 1000 : 1 / 200);
        $upright =
            ! $isRace &&
            $kind !== 'river' &&
            $kind !== 'crew' &&
            $kind !== 'crowd' &&
            $random->chance($kind === 'pair' ? 0.7 : 0.25);
        if ($upright) {
            $with['people'] = min($with['people'] ?? 0, 3);
        }
        $isPair = $body->key === 'a' && $kind === 'crew' && ! isset($plan['copy']);
        $raw = $this->hasRaws && ! isset($plan['copy'])
            ? SensorTruth::of($body->key, $kind, $plan['moment'], $i, $hour, $isPair)
            : new SensorTruth();
        if ($raw->isMeantDark) {
            $handling = $handling->exposed(SensorTruth::MEANT_DARK);
            [$exposure, $iso] = $this->exposure($ev - $handling->stops, $body->aperture, 1 / 200);
        }
        if ($this->hasRaws) {
            // As the camera's thirds of a stop have it, so that what is written of the exposure is true.
            $set = log($body->aperture ** 2 / $exposure, 2) - log($iso / 100, 2);
            $handling = $handling->exposed(round($ev - $set, 3));
        }

        return new Shot(
            $body,
            $number,
            $stem.($raw->isAlone ? '.DNG' : '.JPG'),
            $isPair ? $stem.'.DNG' : null,
            $plan['moment'],
            $i,
            $kind,
            $with,
            $hour,
            $upright,
            $plan['instant'],
            $body->reading($plan['instant'], $this->setRight()),
            $exposure,
            $body->aperture,
            $iso,
            $handling,
            $plan['isBest'],
            isset($plan['copy']) ? 'copy' : null,
            $body->hasGps ? $this->fix($plan['instant']) : null,
            $raw,
        );
    }

    /** The last fix that the body had: some seconds old, and cut to whole seconds. */
    private function fix(int $instant): int
    {
        return intdiv($instant - (int) Random::for($this->seed, 'fix', $instant)->between(0, 3000), 1000) * 1000;
    }

    /**
     * Shutter and sensitivity in thirds of a stop for an exposure value at ISO 100 (APEX: EV = log2(N²/t) −
     * log2(S/100)).
     *
     * @return array{float, int}
     */
    private function exposure(float $ev, float $aperture, float $longest): array
    {
        $sensitivities = [
            100,
            125,
            160,
            200,
            250,
            320,
            400,
            500,
            640,
            800,
            1000,
            1250,
            1600,
            2000,
            2500,
            3200,
            4000,
            5000,
            6400,
        ];
        $speeds = [
            8000,
            6400,
            5000,
            4000,
            3200,
            2500,
            2000,
            1600,
            1250,
            1000,
            800,
            640,
            500,
            400,
            320,
            250,
            200,
            160,
            125,
            100,
            80,
            60,
        ];
        foreach ($sensitivities as $iso) {
            $time = (($aperture ** 2 / 2 ** $ev) * 100) / $iso;
            if ($time <= $longest * 1.12) {
                usort($speeds, fn (int $a, int $b): int => abs(log($a * $time)) <=> abs(log($b * $time)));

                return [1 / $speeds[0], $iso];
            }
        }

        return [1 / 125, 6400];
    }

    private function instant(string $localTime): int
    {
        return (new DateTimeImmutable(self::DATE.' '.$localTime, new DateTimeZone(self::ZONE)))->getTimestamp() *
            1000;
    }
}
