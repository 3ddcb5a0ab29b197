<?php

declare(strict_types=1);

namespace App\Cull;

use App\Studio\Revised;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Moment\Fineness;

/**
 * The state of a shoot's culling: the round that goes on, the revision of its marks, how finely it is
 * parted into moments, and the revision of the order of its frames. Whoever changes verdicts holds this
 * row, so that revisions follow one another without gaps.
 */
final readonly class Culling
{
    private function __construct(
        public int $shoot,
        public int $round,
        public int $revision,
        public Fineness $fineness,
        public int $arrangement,
    ) {
    }

    public static function of(Shoot $shoot): self
    {
        return self::row($shoot, false) ?? DB::transaction(fn (): self => self::held($shoot));
    }

    /** The same, held until the transaction ends. The first to come begins the first round. */
    public static function held(Shoot $shoot): self
    {
        Revised::Frames->hold($shoot->id);
        $row = self::row($shoot, true);
        if ($row === null) {
            DB::table('culls')->insertOrIgnore(['shoot_id' => $shoot->id]);
            // The row is ours from here on, so that two who come first together begin one round.
            DB::table('culls')->where('shoot_id', $shoot->id)->lockForUpdate()->first();
            if (DB::table('culls')->where('shoot_id', $shoot->id)->whereNull('round_id')->exists()) {
                DB::table('culls')
                    ->where('shoot_id', $shoot->id)
                    ->update(['round_id' => Round::first($shoot)->id]);
            }
            $row = self::row($shoot, true);
        }

        return $row ?? throw new \LogicException('The culling of a shoot could not be begun.');
    }

    /** Counts a revision. Only for whoever holds the row. */
    public function next(): self
    {
        DB::table('culls')
            ->where('shoot_id', $this->shoot)
            ->update(['revision' => $this->revision + 1]);

        return new self($this->shoot, $this->round, $this->revision + 1, $this->fineness, $this->arrangement);
    }

    private static function row(Shoot $shoot, bool $held): ?self
    {
        $row = DB::table('culls')
            ->where('shoot_id', $shoot->id)
            ->whereNotNull('round_id')
            ->when($held, fn ($query) => $query->lockForUpdate())
            ->first();

        return $row === null
            ? null
            : new self(
                $shoot->id,
                (int) $row->round_id,
                (int) $row->revision,
                Fineness::of((int) $row->fineness),
                (int) $row->arrangement,
            );
    }
}
