<?php

declare(strict_types=1);

namespace App\Looks;

use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Moment\Fineness;

/** The state of a shoot's finishing: the revision of its looks, and how finely it is parted into lights. */
final readonly class Finishing
{
    private function __construct(private int $shoot, public int $revision, public Fineness $fineness)
    {
    }

    public static function of(Shoot $shoot): self
    {
        return self::row($shoot, false) ?? new self($shoot->id, 0, Fineness::usual());
    }

    /** The same, held until the transaction ends: whoever changes looks waits for the others. */
    public static function held(Shoot $shoot): self
    {
        $row = self::row($shoot, true);
        if ($row === null) {
            DB::table('finishings')->insertOrIgnore(['shoot_id' => $shoot->id]);
            $row = self::row($shoot, true);
        }

        return $row ?? throw new \LogicException('The finishing of a shoot could not be begun.');
    }

    /** Counts a revision. Only for whoever holds the row. */
    public function next(): self
    {
        DB::table('finishings')->where('shoot_id', $this->shoot)->update(['revision' => $this->revision + 1]);

        return new self($this->shoot, $this->revision + 1, $this->fineness);
    }

    private static function row(Shoot $shoot, bool $held): ?self
    {
        $row = DB::table('finishings')
            ->where('shoot_id', $shoot->id)
            ->when($held, fn ($query) => $query->lockForUpdate())
            ->first();

        return $row === null
            ? null
            : new self($shoot->id, (int) $row->revision, Fineness::of((int) $row->fineness));
    }
}
