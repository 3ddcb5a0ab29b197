<?php

declare(strict_types=1);

namespace Tests\Feature\Studio;

use App\Studio\Task;
use Tests\Feature\FeatureTestCase;

/** Everything of a studio is closed to everyone else. */
final class ClosedDoorsTest extends FeatureTestCase
{
    public function test_pages_send_strangers_to_the_sign_in(): void
    {
        foreach (
            [
                '/',
                '/outbox',
                '/shoots/new',
                "/shoots/{$this->shoot->id}/cull",
                "/shoots/{$this->shoot->id}/cull/frames",
                "/shoots/{$this->shoot->id}/deliver",
            ] as $path
        ) {
            $this->get($path)->assertRedirect('/sign-in');
        }
        $this->post("/shoots/{$this->shoot->id}/cull/marks", [])->assertRedirect('/sign-in');
    }

    public function test_another_studios_shoot_does_not_exist(): void
    {
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->pushCard('ivo', 1);
        $card = $this->readCard('ivo');
        $task = Task::query()->firstOrFail();
        $this->actingAs($stranger);
        foreach (['ingest', 'clocks', 'captions', 'cull', 'cull/frames', 'proof', 'deliver'] as $page) {
            $this->get("/shoots/{$this->shoot->id}/{$page}")->assertNotFound();
        }
        $this->post("/shoots/{$this->shoot->id}/cards", ['slot' => '0/ivo'])->assertNotFound();
        $this->post("/shoots/{$this->shoot->id}/finish")->assertNotFound();
        $this->post("/cards/{$card->id}/copy", ['shooter' => 'x'])->assertNotFound();
        $this->get("/cards/{$card->id}/pictures")->assertNotFound();
        $this->get("/tasks/{$task->id}")->assertNotFound();
        $this->post("/tasks/{$task->id}/stop")->assertNotFound();
        $this->get('/')
            ->assertOk()
            ->assertDontSee('data-shoot="'.$this->shoot->id.'"', false);
    }

    public function test_sign_in_is_slowed_down_after_five_wrong_passwords(): void
    {
        for ($i = 0; $i < 5; $i++) {
            $this->post('/sign-in', ['email' => $this->member->email, 'password' => 'wrong'])->assertSessionHasErrors(
                'email',
            );
        }
        $this->post('/sign-in', ['email' => $this->member->email, 'password' => 'a good password'])->assertStatus(429);
        $this->assertGuest();
    }

    public function test_the_right_password_opens(): void
    {
        $this->post('/sign-in', ['email' => $this->member->email, 'password' => 'a good password'])->assertRedirect(
            '/',
        );
        $this->assertAuthenticatedAs($this->member);
        $this->get('/')->assertOk()->assertSee('One shoot to finish')->assertSee('Read the first card');
        $this->post('/sign-out')->assertRedirect('/sign-in');
        $this->assertGuest();
    }

    public function test_no_page_lets_inline_script_or_style_run(): void
    {
        $response = $this->get('/sign-in');
        $policy = (string) $response->headers->get('Content-Security-Policy');
        self::assertStringContainsString("default-src 'self'", $policy);
        self::assertStringNotContainsString("'unsafe-inline'", $policy);
        self::assertStringNotContainsString("'unsafe-eval'", $policy);
        self::assertDoesNotMatchRegularExpression(
            '/<script(?![^>]*src=)|\son\w+=|\sstyle=/',
            (string) $response->getContent(),
        );
    }

    public function test_a_shoot_is_made_finished_and_put_back(): void
    {
        $this->actingAs($this->member);
        $this->post('/shoots', [
            'name' => '',
            'zone' => 'Moon/Base',
            'held_on' => '5.9.2026',
            'promised_on' => '',
        ])->assertSessionHasErrors(['name', 'zone', 'held_on']);
        $this->post('/shoots', [
            'name' => 'Ferry bridge',
            'zone' => 'Europe/London',
            'held_on' => '2026-09-03',
            'promised_on' => '2026-09-01',
        ])->assertSessionHasErrors('promised_on');
        $this->post('/shoots', [
            'name' => 'Ferry bridge',
            'zone' => 'Europe/London',
            'held_on' => '2026-09-03',
            'promised_on' => '2026-09-10',
        ])->assertRedirect();
        // The promised one comes before the one without a promise.
        $this->get('/')->assertSeeInOrder(['Two shoots to finish', 'Ferry bridge', 'Harbour day']);
        $this->post("/shoots/{$this->shoot->id}/finish")->assertRedirect('/');
        $this->get('/')->assertSee('One shoot to finish')->assertSee('1 finished');
        $this->get('/?finished=1')->assertSee('Harbour day');
        $this->post("/shoots/{$this->shoot->id}/reopen");
        $this->get('/')->assertSee('Two shoots to finish');
    }
}
