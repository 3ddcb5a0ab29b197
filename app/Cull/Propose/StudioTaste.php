<?php

declare(strict_types=1);

namespace App\Cull\Propose;

use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\Proposal\KindOfWork;
use Kanpai\Core\Cull\Proposal\Learning\CulledMoment;
use Kanpai\Core\Cull\Proposal\Learning\Taste;
use Kanpai\Core\Frames\Verdict;
use stdClass;

/** What a studio keeps, learned on this machine from its finished shoots, and forgotten when somebody says so. */
final class StudioTaste
{
    /** The latest finished shoots that are learned from: taste changes. */
    private const SHOOTS = 12;

    /**
     * @return array{isEnough: bool, isBetter: bool, hits: int, usual: int, shoots: int, moments: int, words: string,
     *     weights: array<string, int>}|null shares in per cent; null where nobody asked to learn
     */
    public static function of(int $studio): ?array
    {
        $row = DB::table('tastes')->where('studio_id', $studio)->first();
        if ($row === null) {
            return null;
        }
        $weights = json_decode((string) $row->weights, true);

        return [
            'isEnough' => is_array($weights),
            'isBetter' => (float) $row->hits > (float) $row->usual,
            'hits' => (int) round(100 * (float) $row->hits),
            'usual' => (int) round(100 * (float) $row->usual),
            'shoots' => (int) $row->shoots,
            'moments' => (int) $row->moments,
            'words' => (string) $row->words,
            'weights' => array_map(intval(...), is_array($weights) ? $weights : []),
        ];
    }

    public static function learn(int $studio): void
    {
        $taste = Taste::learned(
            array_map(self::moments(...), self::finished($studio)),
            KindOfWork::People->weights(),
        );
        $weights = $taste === null ? null : json_encode($taste->weights->values, JSON_THROW_ON_ERROR);
        DB::table('tastes')->upsert(
            [
                'studio_id' => $studio,
                'weights' => $weights,
                'words' => $taste?->inWords() ?? '',
                'hits' => $taste->hits ?? 0,
                'usual' => $taste->usual ?? 0,
                'shoots' => $taste->shoots ?? 0,
                'moments' => $taste->moments ?? 0,
                'learned_at' => now(),
            ],
            ['studio_id'],
        );
    }

    public static function forget(int $studio): void
    {
        DB::table('tastes')->where('studio_id', $studio)->delete();
    }

    /** @return list<Shoot> in which every frame is decided, the latest first */
    private static function finished(int $studio): array
    {
        $ofVerdict = fn (Verdict $verdict) => DB::table('frames')
            ->whereColumn('frames.shoot_id', 'shoots.id')
            ->whereNull('frames.aside_at')
            ->where('frames.verdict', $verdict);
        $shoots = Shoot::query()
            ->where('studio_id', $studio)
            ->whereNotExists($ofVerdict(Verdict::Open))
            ->whereExists($ofVerdict(Verdict::Keep))
            ->whereExists($ofVerdict(Verdict::Drop))
            ->orderByDesc('held_on')
            ->limit(self::SHOOTS)
            ->get();

        return array_values($shoots->all());
    }

    /** @return list<CulledMoment> */
    private static function moments(Shoot $shoot): array
    {
        $kept = DB::table('frames')
            ->where('shoot_id', $shoot->id)
            ->get(['id', 'verdict'])
            ->mapWithKeys(fn (stdClass $row): array => [(int) $row->id => $row->verdict === Verdict::Keep->value])
            ->all();

        return array_map(
            fn (array $frames): CulledMoment => CulledMoment::of($frames, $kept),
            KeptFindings::of($shoot),
        );
    }
}
