<?php

declare(strict_types=1);

namespace App\Studio;

use Illuminate\Database\Eloquent\Collection;

/** All stages of shoots, in the order of the work. */
final class Stages
{
    /**
     * @param  Collection<int, Shoot>  $shoots
     * @return array<int, list<Stage>> shoot => stages
     */
    public function of(Collection $shoots): array
    {
        $stages = [];
        foreach ((array) config('kanpai.stages') as $class) {
            $report = app($class);
            assert($report instanceof StageReport);
            $reported = $report->forShoots($shoots);
            foreach ($shoots as $shoot) {
                $stages[$shoot->id][] = $reported[$shoot->id] ?? new Stage($report->stage(), 0.0);
            }
        }

        return $stages;
    }

    /**
     * The one thing to do next: danger first, then the earliest stage that asks for something.
     *
     * @param  list<Stage>  $stages
     */
    public static function next(array $stages): ?Stage
    {
        $asking = array_values(array_filter($stages, fn (Stage $stage): bool => $stage->next !== ''));

        return array_values(array_filter($asking, fn (Stage $stage): bool => $stage->isDanger))[0] ??
            ($asking[0] ?? null);
    }
}
