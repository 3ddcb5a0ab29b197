<?php

declare(strict_types=1);

namespace App\Studio;

use Illuminate\Database\Eloquent\Collection;

/** What one stage has to say about shoots. Later rooms write theirs; the list of shoots only asks. */
interface StageReport
{
    /** The name of the stage, as in its address. */
    public function stage(): string;

    /**
     * In as many queries as there are kinds of facts, not shoots.
     *
     * @param  Collection<int, Shoot>  $shoots
     * @return array<int, Stage> shoot => how it is
     */
    public function forShoots(Collection $shoots): array;
}
