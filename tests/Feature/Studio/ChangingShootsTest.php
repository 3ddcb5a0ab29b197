<?php

declare(strict_types=1);

namespace Tests\Feature\Studio;

use Tests\Feature\FeatureTestCase;

/** Shoots are found, put in order and changed. */
final class ChangingShootsTest extends FeatureTestCase
{
    public function test_a_shoot_is_changed_and_its_zone_only_while_no_frame_was_read_by_it(): void
    {
        $path = "/shoots/{$this->shoot->id}";
        $facts = [
            'name' => 'Quay day',
            'client' => 'Harbour Office',
            'venue' => '',
            'zone' => 'Europe/Lisbon',
            'held_on' => '2026-09-06',
            'promised_on' => '2026-09-20',
        ];
        $this->actingAs($this->member)
            ->get("{$path}/edit")
            ->assertOk()
            ->assertSee('value="Harbour day"', false)
            ->assertSee('value="2026-09-05"', false);
        $this->post($path, $facts)->assertRedirect('/');
        $this->shoot->refresh();
        self::assertSame(
            ['Quay day', '', 'Europe/Lisbon', '2026-09-06', '2026-09-20'],
            [
                $this->shoot->name,
                $this->shoot->venue,
                $this->shoot->zone,
                $this->shoot->held_on->format('Y-m-d'),
                $this->shoot->promised_on?->format('Y-m-d'),
            ],
        );
        foreach ([['name' => ''], ['promised_on' => '2026-01-01'], ['zone' => 'Nowhere/Land']] as $wrong) {
            $this->post($path, [...$facts, ...$wrong])->assertSessionHasErrors(array_keys($wrong));
        }
        $this->pushCard('ivo', 1);
        $this->readCard('ivo');
        $this->post($path, [...$facts, 'zone' => 'Europe/London'])->assertSessionHasErrors('zone');
        $this->post($path, [...$facts, 'name' => 'Quay day two'])->assertSessionHasNoErrors();
        $this->get("{$path}/edit")->assertSee('Frames have been read by it');
        [, $stranger] = $this->newStudio('Elsewhere', 'elsewhere@quay.example');
        $this->actingAs($stranger)
            ->get("{$path}/edit")
            ->assertNotFound();
        $this->post($path, $facts)->assertNotFound();
    }

    public function test_shoots_are_found_by_words_and_put_in_order(): void
    {
        foreach (
            [
                ['Autumn ball', 'Ostler & Daughter', '2026-10-01', null],
                ['50% rowing', 'Clubhouse', '2026-08-01', null],
                ['Ball of spring', 'Ostler & Daughter', '2026-03-01', '2026-04-01'],
            ] as [$name, $client, $day, $finished]
        ) {
            $this->studio
                ->shoots()
                ->create([
                    'name' => $name,
                    'client' => $client,
                    'venue' => 'Hall',
                    'zone' => 'Europe/London',
                    'held_on' => $day,
                    'finished_at' => $finished,
                ]);
        }
        $this->actingAs($this->member);
        $this->get('/?sort=name')
            ->assertSeeInOrder(['50% rowing', 'Autumn ball', 'Harbour day'])
            ->assertDontSee('Ball of spring');
        $this->get('/?sort=oldest')->assertSeeInOrder(['50% rowing', 'Harbour day', 'Autumn ball']);
        $this->get('/?sort=newest')->assertSeeInOrder(['Autumn ball', 'Harbour day', '50% rowing']);
        $this->get('/?sort=client')->assertSeeInOrder(['50% rowing', 'Harbour day', 'Autumn ball']);
        $this->get('/?find=ball+ostler')
            ->assertSeeInOrder(['Two shoots found', 'Autumn ball', 'Ball of spring', 'Put it back on the list'])
            ->assertDontSee('Harbour day');
        // Signs that a search gives a meaning of their own stand for themselves.
        $this->get('/?find=50%25')->assertSee('One shoot found')->assertSee('50% rowing')->assertDontSee('Autumn ball');
        $this->get('/?find=nowhere')->assertSee('No shoot has these words');
        $this->get('/?sort=nonsense')->assertOk();
    }
}
