<?php

declare(strict_types=1);

namespace App\Cull;

use App\Ingest\Lanes;
use App\Studio\Shoot;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\Coverage;
use Kanpai\Core\Cull\Round\Source;
use Kanpai\Core\Frames\Verdict;
use stdClass;

/** Kept, dropped, open: in all, along the day, by shooter and body. */
final readonly class CountOfShoot
{
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
        foreach (self::frames($shoot, $round) as $frame) {
            $verdict = Verdict::from((string) $frame->verdict);
            $all[$verdict->value]++;
            $shooters = self::counted($shooters, (string) $frame->shooter ?: 'nobody named', $verdict);
            $bodies = self::counted($bodies, $names[(int) $frame->body_id] ?? '', $verdict);
            $line[] = [(int) $frame->taken_ms, $verdict];
        }
        $coverage = Coverage::of($line);
        $most = $round->plan()->wanted(count($coverage->minutes));

        return new self($all, $coverage, $shooters, $bodies, $most);
    }

    /**
     * @param  array<string, array{keep: int, drop: int, open: int}>  $counts
     * @return array<string, array{keep: int, drop: int, open: int}>
     */
    private static function counted(array $counts, string $of, Verdict $verdict): array
    {
        $counts[$of] ??= self::NOTHING;
        $counts[$of][$verdict->value]++;

        return $counts;
    }

    /**
     * Those that take part in the round, as the culling page counts them; frames that came since do in one of all
     * frames.
     *
     * @return Collection<int, stdClass>
     */
    private static function frames(Shoot $shoot, Round $round): Collection
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
            ->whereRaw('COALESCE(round_frames.is_in, ?) = 1', [$round->source === Source::All ? 1 : 0])
            ->orderBy('taken_ms')
            ->get(['taken_ms', 'frames.verdict', 'body_id', 'cards.shooter']);
    }
}
