<?php

declare(strict_types=1);

namespace App\Proof;

use App\Frames\FrameCounts;
use App\Studio\Stage;
use App\Studio\StageReport;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Verdict;

final class ProofReport implements StageReport
{
    public function stage(): string
    {
        return 'proof';
    }

    public function forShoots(Collection $shoots): array
    {
        $of = DB::table('galleries')
            ->whereIn('shoot_id', $shoots->modelKeys())
            ->groupBy('shoot_id')
            ->selectRaw('shoot_id, COUNT(*) AS n');
        $galleries = $of->clone()->pluck('n', 'shoot_id');
        $sent = $of->join('selections', 'selections.gallery_id', '=', 'galleries.id')->pluck('n', 'shoot_id');
        $counts = FrameCounts::of($shoots);
        $stages = [];
        foreach ($shoots as $shoot) {
            $stages[$shoot->id] = $this->of(
                (int) ($galleries[$shoot->id] ?? 0),
                (int) ($sent[$shoot->id] ?? 0),
                $counts->decided($shoot, Verdict::Keep),
            );
        }

        return $stages;
    }

    private function of(int $out, int $sent, int $kept): Stage
    {
        return match (true) {
            $sent > 0 => new Stage('proof', 1.0, $sent === 1 ? '1 selection' : "{$sent} selections"),
            $out > 0 => new Stage('proof', 0.5, $out === 1 ? '1 out' : "{$out} out", '', 'waiting for the guest'),
            $kept > 0 => new Stage('proof', 0.0, 'none out', 'Publish '.number_format($kept).' kept frames'),
            default => new Stage('proof', 0.0),
        };
    }
}
