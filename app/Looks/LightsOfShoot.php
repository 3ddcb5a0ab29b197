<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Moment\HandEdit;
use Kanpai\Core\Imaging\ColourGrid;
use Kanpai\Core\Looks\Light\Lights;
use Kanpai\Core\Looks\Light\LightSample;
use stdClass;

/** The frames of a shoot that are finished, parted by light, as the slider and the hands say. */
final class LightsOfShoot
{
    /**
     * @param  list<stdClass>  $frames  rows of the table `frames`, in the order of time
     * @return list<int> the number of the light of each, from 0
     */
    public static function of(Shoot $shoot, array $frames): array
    {
        $edits = DB::table('light_edits')->where('shoot_id', $shoot->id)->pluck('kind', 'frame_id');
        $byHand = [];
        foreach ($frames as $i => $frame) {
            if ($edits->has((int) $frame->id)) {
                $byHand[$i] = HandEdit::from((string) $edits[(int) $frame->id]);
            }
        }

        return Lights::of(
            Lights::borders(array_map(self::sample(...), $frames)),
            Finishing::of($shoot)->fineness->place,
            $byHand,
        );
    }

    private static function sample(stdClass $frame): LightSample
    {
        $mean = self::mean($frame);

        return new LightSample(
            (int) $frame->taken_ms,
            (int) $frame->moment,
            Frame::exposureOf($frame)->ev100(),
            $mean === null ? null : [$mean[1], $mean[2]],
        );
    }

    /** @return array{float, float, float}|null mean L*, a* and b*; null before there is a picture */
    public static function mean(stdClass $frame): ?array
    {
        $colours = (string) $frame->colours;

        return $colours === '' ? null : ColourGrid::parse($colours)->mean();
    }

    public static function finer(Shoot $shoot, int $fineness): void
    {
        DB::transaction(function () use ($shoot, $fineness): void {
            Finishing::held($shoot);
            DB::table('finishings')->where('shoot_id', $shoot->id)->update(['fineness' => $fineness]);
        });
    }

    /** Says that a light begins at a frame, or does not, whatever the slider says; or with null nothing any more. */
    public static function byHand(Shoot $shoot, int $frame, ?HandEdit $edit): void
    {
        if (Frame::of($shoot)->whereKey($frame)->doesntExist()) {
            return;
        }
        $edit === null
            ? DB::table('light_edits')->where(['frame_id' => $frame, 'shoot_id' => $shoot->id])->delete()
            : DB::table('light_edits')->upsert(
                [['frame_id' => $frame, 'shoot_id' => $shoot->id, 'kind' => $edit->value]],
                ['frame_id'],
                ['kind'],
            );
    }
}
