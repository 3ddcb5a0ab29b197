<?php

declare(strict_types=1);

namespace Tests\Feature\Studio;

use App\Copies\Places;
use App\Ingest\Slots;
use App\Studio\StudioFolders;
use Tests\Feature\FeatureTestCase;

/** Two studios of one installation share neither slots nor rack, places, disks and watched folders. */
final class StudiosApartTest extends FeatureTestCase
{
    public function test_a_second_studio_has_folders_of_its_own(): void
    {
        config(['kanpai.shared' => false, 'kanpai.studios' => $this->folder.'/studios']);
        \App\Studio\Studio::query()->where('id', '<', $this->studio->id)->delete();
        [$second, $stranger, $shoot] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->pushCard('ivo', 1);
        mkdir($this->folder.'/disks/archive');
        mkdir($this->folder.'/watched/exports');
        $own = app(Slots::class)->all($this->studio->id);
        self::assertCount(1, $own);
        self::assertSame([], app(Slots::class)->all($second->id));
        self::assertNotSame([], app(Places::class)->free($this->studio->id));
        self::assertSame([], app(Places::class)->free($second->id));
        self::assertNotSame([], StudioFolders::of($this->studio->id)->watchable());
        self::assertSame([], StudioFolders::of($second->id)->watchable());
        $paths = fn (int $studio): array => app(Places::class)->used($studio)->pluck('path')->all();
        self::assertSame([], array_intersect($paths($this->studio->id), $paths($second->id)));
        self::assertSame(
            [
                "{$this->folder}/studios/{$second->id}/places/work",
                "{$this->folder}/studios/{$second->id}/places/backup",
            ],
            $paths($second->id),
        );

        $this->actingAs($stranger);
        $this->get("/shoots/{$shoot->id}/ingest")
            ->assertOk()
            ->assertDontSee('data-read="ivo"', false)
            ->assertDontSee('Card rack');
        $this->post("/shoots/{$shoot->id}/cards", ['slot' => $own[0]['slot']])->assertSessionHasErrors('slot');
        $this->get('/rack')->assertNotFound();
        $this->post('/rack/ivo', ['do' => 'pull-out'])->assertNotFound();
        $this->post("/shoots/{$shoot->id}/watched", ['watched' => '0/exports'])->assertSessionHasErrors('watched');
        $this->post("/shoots/{$shoot->id}/ingest/places", [
            'place_path' => '0/archive',
            'place_name' => 'mine',
        ])->assertSessionHasErrors('place_path');

        // Its own cards go into its own places.
        mkdir("{$this->folder}/studios/{$second->id}/slots", 0700, true);
        rename("{$this->folder}/rack/ivo", "{$this->folder}/studios/{$second->id}/slots/ivo");
        $this->shoot = $shoot;
        $this->member = $stranger;
        $this->copyCard($this->readCard('ivo'));
        self::assertCount(1, $this->tree("{$this->folder}/studios/{$second->id}/places/work"));
        self::assertSame([], $this->tree($this->folder.'/drive'));
    }

    public function test_an_installation_may_share_its_folders(): void
    {
        config(['kanpai.shared' => true]);
        [$second] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->pushCard('ivo', 1);
        self::assertCount(1, app(Slots::class)->all($second->id));
        self::assertSame(['drive', 'backup'], app(Places::class)->used($second->id)->pluck('name')->all());
    }
}
