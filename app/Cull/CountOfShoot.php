<?php

declare(strict_types=1);

namespace App\Cull;

use App\Ingest\Lanes;
use App\Studio\KeptFigures;
use App\Studio\Revised;
use App\Studio\Shoot;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\Coverage;
use Kanpai\Core\Cull\Round\Source;
use Kanpai\Core\Frames\Verdict;

/** Kept, dropped, open: in all, along the day, by shooter and body. */
final readonly class CountOfShoot
{
    private const MINUTE = 60_000;

    private const NOTHING = ['keep' => 0, 'drop' => 0, 'open' => 0];

    /**
     * @param  array{keep: int, drop: int, open: int}  $all
     * @param  array<string, array{keep: int, drop: int, open: int}>  $shooters
     * @param  array<string, array{keep: int, drop: int, open: int}>  $bodies
     */
    private function __construct(
        public array $all,
        public Coverage $coverage,
        public array $shooters,
        public array $bodies,
        public ?int $wanted,
    ) {
    }

    public static function of(Shoot $shoot, Round $round): self
    {
        $names = Lanes::of($shoot)->names;
        $all = self::NOTHING;
        $shooters = $bodies = $line = [];
        foreach (self::groups($shoot, $round) as [$minute, $verdict, $body, $shooter, $count]) {
            $all[$verdict] += $count;
            $shooters = self::counted($shooters, $shooter === '' ? 'nobody named' : $shooter, $verdict, $count);
            $bodies = self::counted($bodies, $names[$body] ?? '', $verdict, $count);
            $line[] = [self::MINUTE * $minute, Verdict::from($verdict), $count];
        }
        $coverage = Coverage::of($line);
        $most = $round->plan()->wanted(count($coverage->minutes));

        return new self($all, $coverage, $shooters, $bodies, $most);
    }

    /**
     * @param  array<string, array{keep: int, drop: int, open: int}>  $counts
     * @param  'keep'|'drop'|'open'  $verdict
     * @return array<string, array{keep: int, drop: int, open: int}>
     */
    private static function counted(array $counts, string $of, string $verdict, int $count): array
    {
        $counts[$of] ??= self::NOTHING;
        $counts[$of][$verdict] += $count;

        return $counts;
    }

    /**
     * Those that take part in the round, as the culling page counts them; frames that came since do in one of all
     * frames. Who takes part is fixed when a round begins.
     *
     * @return list<array{int, 'keep'|'drop'|'open', int, string, int}> minute, verdict, body, shooter, frames; in order
     */
    private static function groups(Shoot $shoot, Round $round): array
    {
        $kept = KeptFigures::from([$shoot->id], Revised::Frames, Revised::Cards)->get(
            "round {$round->id}",
            fn (): array => [$shoot->id => self::counts($shoot, $round)],
        );

        return $kept[$shoot->id] ?? [];
    }

    /** @return list<array{int, 'keep'|'drop'|'open', int, string, int}> */
    private static function counts(Shoot $shoot, Round $round): array
    {
        $rows = self::frames($shoot, $round)
            ->groupBy('minute', 'frames.verdict', 'body_id', 'cards.shooter')
            ->orderBy('minute')
            ->selectRaw('taken_ms DIV ? AS minute', [self::MINUTE])
            ->selectRaw('frames.verdict, body_id, cards.shooter, COUNT(*) AS n')
            ->get();

        $groups = [];
        foreach ($rows as $row) {
            $groups[] = [
                (int) $row->minute,
                Verdict::from((string) $row->verdict)->value,
                (int) $row->body_id,
                (string) $row->shooter,
                (int) $row->n,
            ];
        }

        return $groups;
    }

    private static function frames(Shoot $shoot, Round $round): Builder
    {
        return DB::table('frames')
            ->join('cards', 'cards.id', '=', 'frames.card_id')
            ->leftJoin(
                'round_frames',
                fn ($own) => $own
                    ->on('round_frames.frame_id', '=', 'frames.id')
                    ->where('round_frames.round_id', $round->id),
            )
            ->where('frames.shoot_id', $shoot->id)
            ->whereNull('aside_at')
            ->whereRaw('COALESCE(round_frames.is_in, ?) = 1', [$round->source === Source::All ? 1 : 0]);
    }
}
