<?php

declare(strict_types=1);

namespace App\Cull\Propose;

use App\Cull\Culling;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\Proposal\KindOfWork;
use Kanpai\Core\Cull\Proposal\Weights;

/** What is proposed of a shoot: whether at all, what it is of, what counts how much, and how many frames. */
final readonly class ProposalSettings
{
    public const LEAST_SHARE = 10;

    public const MOST_SHARE = 50;

    /** @param  int  $share  of a hundred frames */
    private function __construct(
        public bool $isOn,
        public KindOfWork $work,
        public Weights $weights,
        public int $share,
    ) {
    }

    public static function of(Shoot $shoot): self
    {
        // The row is there once somebody has opened the culling of the shoot.
        Culling::of($shoot);
        $row = DB::table('culls')->where('shoot_id', $shoot->id)->first(['proposes', 'work', 'weights', 'share']);
        $work = KindOfWork::tryFrom((string) ($row->work ?? '')) ?? KindOfWork::People;
        $weights = json_decode((string) ($row->weights ?? ''), true);

        return new self(
            (bool) ($row->proposes ?? true),
            $work,
            is_array($weights) ? Weights::of($weights) : $work->weights(),
            (int) ($row->share ?? 25),
        );
    }

    /** How many of so many measured frames are proposed. */
    public function proposed(int $frames): int
    {
        return (int) round(($this->share * $frames) / 100);
    }

    /** @param  array{isOn?: bool, work?: string, weights?: array<string, int>|null, share?: int}  $changes */
    public static function change(Shoot $shoot, array $changes): self
    {
        Culling::of($shoot);
        $columns = [];
        if (isset($changes['isOn'])) {
            $columns['proposes'] = $changes['isOn'];
        }
        if (isset($changes['work'])) {
            // Other work begins with its own weights.
            $columns['work'] = $changes['work'];
            $columns['weights'] = null;
        }
        if (isset($changes['weights'])) {
            $columns['weights'] = json_encode(Weights::of($changes['weights'])->values, JSON_THROW_ON_ERROR);
        }
        if (isset($changes['share'])) {
            $columns['share'] = max(self::LEAST_SHARE, min(self::MOST_SHARE, $changes['share']));
        }
        if ($columns !== []) {
            DB::table('culls')->where('shoot_id', $shoot->id)->update($columns);
        }

        return self::of($shoot);
    }
}
