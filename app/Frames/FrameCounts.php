<?php

declare(strict_types=1);

namespace App\Frames;

use App\Studio\KeptFigures;
use App\Studio\Revised;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Verdict;
use WeakMap;

/**
 * How many frames shoots have, by what was decided: kept, and counted anew over an index that holds all it asks for.
 * The reports of one list of shoots share one count.
 */
final class FrameCounts
{
    /** @var WeakMap<Collection<int, Shoot>, self>|null */
    private static ?WeakMap $known = null;

    /** @var array<int, array<string, int>> shoot => verdict => frames that are in the shoot */
    private array $counts = [];

    /** @var array<int, int> shoot => frames, those that are set aside among them */
    private array $taken = [];

    /** @var array<int, int> shoot => frames that are not dropped, those that are set aside among them */
    private array $notDropped = [];

    /** @var array<int, array<int, bool>> shoot => body => true */
    private array $bodies = [];

    /** @param  Collection<int, Shoot>  $shoots */
    private function __construct(Collection $shoots)
    {
        $ids = array_values(array_map(intval(...), $shoots->modelKeys()));
        $kept = KeptFigures::from($ids, Revised::Frames, Revised::Cards);
        foreach ($kept->get('frames', self::counted(...)) as $shoot => $rows) {
            foreach ($rows as [$body, $verdict, $taken, $there]) {
                $this->add($shoot, $body, $verdict, $taken, $there);
            }
        }
    }

    /**
     * @param  list<int>  $shoots
     * @return array<int, list<array{int, string, int, int}>> shoot => body, verdict, frames, those that are not set
     *     aside
     */
    private static function counted(array $shoots): array
    {
        $rows = DB::table('frames')
            ->whereIn('shoot_id', $shoots)
            ->groupBy('shoot_id', 'body_id', 'verdict')
            ->selectRaw('shoot_id, body_id, verdict, COUNT(*) AS n, SUM(aside_at IS NULL) AS there');
        $counted = [];
        foreach ($rows->get() as $row) {
            $counted[(int) $row->shoot_id][] = [
                (int) $row->body_id,
                (string) $row->verdict,
                (int) $row->n,
                (int) $row->there,
            ];
        }

        return $counted;
    }

    private function add(int $shoot, int $body, string $verdict, int $taken, int $there): void
    {
        $this->counts[$shoot][$verdict] = ($this->counts[$shoot][$verdict] ?? 0) + $there;
        $this->taken[$shoot] = ($this->taken[$shoot] ?? 0) + $taken;
        $this->bodies[$shoot][$body] = true;
        if ($verdict !== Verdict::Drop->value) {
            $this->notDropped[$shoot] = ($this->notDropped[$shoot] ?? 0) + $taken;
        }
    }

    /** @param  Collection<int, Shoot>  $shoots */
    public static function of(Collection $shoots): self
    {
        self::$known ??= new WeakMap();

        return self::$known[$shoots] ??= new self($shoots);
    }

    /** Frames that are in the shoot; those that are set aside are not. */
    public function all(Shoot $shoot): int
    {
        return array_sum($this->counts[$shoot->id] ?? []);
    }

    /** All frames, those that are set aside among them. */
    public function taken(Shoot $shoot): int
    {
        return $this->taken[$shoot->id] ?? 0;
    }

    public function decided(Shoot $shoot, Verdict $verdict): int
    {
        return $this->counts[$shoot->id][$verdict->value] ?? 0;
    }

    public function notDropped(Shoot $shoot): int
    {
        return $this->notDropped[$shoot->id] ?? 0;
    }

    public function bodies(Shoot $shoot): int
    {
        return count($this->bodies[$shoot->id] ?? []);
    }
}
