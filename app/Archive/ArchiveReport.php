<?php

declare(strict_types=1);

namespace App\Archive;

use App\Studio\Shoot;
use App\Studio\Stage;
use App\Studio\StageReport;
use Illuminate\Database\Eloquent\Collection;

final class ArchiveReport implements StageReport
{
    public function stage(): string
    {
        return 'archive';
    }

    public function forShoots(Collection $shoots): array
    {
        $bags = Bag::query()->whereIn('shoot_id', $shoots->modelKeys())->orderBy('id')->get()->groupBy('shoot_id');
        $stages = [];
        foreach ($shoots as $shoot) {
            $stages[$shoot->id] = self::archived($shoot, $bags->get($shoot->id)?->last()?->state);
        }

        return $stages;
    }

    private static function archived(Shoot $shoot, ?BagState $state): Stage
    {
        return match ($state) {
            BagState::Checked => new Stage('archive', 1.0, 'archived'),
            BagState::Damaged => new Stage(
                'archive',
                0.5,
                'damaged',
                'Look at the damaged archive',
                'a file of it is not as it was',
                true,
            ),
            BagState::Made, BagState::Making, BagState::Arriving => new Stage('archive', 0.5, 'under way'),
            // A finished shoot may leave the desk.
            default => $shoot->finished_at === null
                ? new Stage('archive', 0.0)
                : new Stage('archive', 0.0, 'not yet', 'Archive the shoot'),
        };
    }
}
