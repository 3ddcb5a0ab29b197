<?php

declare(strict_types=1);

namespace App\Cull;

use App\Studio\Shoot;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Verdict;

/** The verdicts of a round that is not the current one. */
final readonly class EarlierRound
{
    private function __construct(private int $shoot, private int $round)
    {
    }

    public static function of(Shoot $shoot, int $round): self
    {
        return new self($shoot->id, $round);
    }

    /** Replaces the verdict of a frame. @return Verdict|null the one before, or null when the frame is not in the round */
    public function replace(int $frame, Verdict $verdict): ?Verdict
    {
        $before = $this->frame($frame)->value('verdict');
        $this->frame($frame)->update(['verdict' => $verdict->value]);

        return $before === null ? null : Verdict::from((string) $before);
    }

    private function frame(int $frame): Builder
    {
        $ofShoot = DB::table('rounds')
            ->where(['id' => $this->round, 'shoot_id' => $this->shoot])
            ->select('id');

        return DB::table('round_frames')->whereIn('round_id', $ofShoot)->where('frame_id', $frame);
    }
}
