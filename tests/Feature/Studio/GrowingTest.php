<?php

declare(strict_types=1);

namespace Tests\Feature\Studio;

use App\Cull\Propose\KeptFindings;
use Illuminate\Support\Facades\DB;
use Kanpai\Bench\SeededStudio;
use Tests\Feature\FeatureTestCase;

/** Pages ask the database as often for a day of 20,000 frames as for a small one, and keep little of it in memory. */
final class GrowingTest extends FeatureTestCase
{
    /** Bytes that an answer may take. */
    private const MEMORY = 64 << 20;

    public function test_every_page_asks_as_often_for_twenty_thousand_frames_as_for_sixty(): void
    {
        $seeded = new SeededStudio();
        $this->actingAs($seeded->member);
        $asked = [];
        foreach ([60, 6_000, 20_000] as $frames) {
            $shoot = $seeded->shoot($frames, "{$frames} frames");
            $seeded->measures($shoot);
            KeptFindings::refresh($shoot);
            foreach ([...SeededStudio::pages($shoot), ...SeededStudio::tables($shoot)] as $page) {
                $asked[preg_replace('/\d+/', '…', $page)][$frames] = $this->queries($page);
            }
        }
        foreach ($asked as $page => $queries) {
            self::assertLessThanOrEqual($queries[60], $queries[6_000], "{$page} at 6,000 frames");
            self::assertLessThanOrEqual($queries[60], $queries[20_000], "{$page} at 20,000 frames");
        }
    }

    /** A page of many frames says that it counts, and what it asks for then has the figures. */
    public function test_what_is_summed_beside_a_page_comes_there(): void
    {
        $seeded = new SeededStudio();
        $this->actingAs($seeded->member);
        $shoot = $seeded->shoot(3_000);
        $id = fn (string $table): int => (int) DB::table($table)->where('shoot_id', $shoot->id)->min('id');
        DB::table('frames')->where(['shoot_id' => $shoot->id, 'verdict' => 'keep'])->limit(5)->update(['verdict' => 'drop']);
        $below = "/shoots/{$shoot->id}";
        $pattern = 'verdict=all&folder=picked&file='.urlencode('{{name}}');
        foreach (
            [
                ['/archive', '/archive/disks?page=1', '167.6 GB'],
                ["{$below}/archive", "{$below}/archive/places", '6,000 files'],
                ["{$below}/archive", "{$below}/archive/used", 'Originals, backup'],
                ["{$below}/originals?verdict=all", "{$below}/originals/preview?{$pattern}", '6,000 files'],
                ["/galleries/{$id('galleries')}", "/galleries/{$id('galleries')}/changes", 'Publish again'],
            ] as [$page, $beside, $figure]
        ) {
            $path = explode('?', $beside)[0];
            $this->get($page)->assertOk()->assertSee($path, false)->assertDontSee($figure);
            $this->get($beside)->assertOk()->assertSee($figure);
        }
        $this->get("/deliveries/{$id('deliveries')}")->assertOk()->assertSee('/changed', false);
        $this->get("/deliveries/{$id('deliveries')}/changed")->assertOk();
    }

    private function queries(string $page): int
    {
        gc_collect_cycles();
        DB::flushQueryLog();
        DB::enableQueryLog();
        memory_reset_peak_usage();
        $before = memory_get_usage();
        $this->get($page)->assertOk();
        self::assertLessThan(self::MEMORY, memory_get_peak_usage() - $before, "memory of {$page}");
        DB::disableQueryLog();

        return count(DB::getQueryLog());
    }
}
