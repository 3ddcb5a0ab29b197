<?php

declare(strict_types=1);

namespace Tests\Feature\Studio;

use App\Studio\Member;
use App\Studio\Role;
use App\Studio\Studio;
use Tests\Feature\FeatureTestCase;

/** The page that opens the first studio of an installation, and is gone afterwards. */
final class FirstStartTest extends FeatureTestCase
{
    private const SAID = [
        'studio' => 'Lantern Row',
        'name' => 'Ada Fenn',
        'email' => 'ada@lantern.example',
        'password' => 'supper by lanterns',
        'password_confirmation' => 'supper by lanterns',
    ];

    public function test_where_nobody_has_an_account_the_first_who_comes_opens_the_studio(): void
    {
        $this->empty();
        $this->get('/')->assertRedirect('/sign-in');
        $this->get('/sign-in')->assertRedirect('/first-start');
        $this->get('/first-start')->assertOk()->assertSee('Nobody has an account here yet');
        foreach (
            [
                ['studio' => ''],
                ['name' => ''],
                ['email' => 'ada'],
                ['password' => 'short', 'password_confirmation' => 'short'],
                ['password_confirmation' => 'another one'],
            ] as $wrong
        ) {
            $this->post('/first-start', [...self::SAID, ...$wrong])->assertSessionHasErrors();
        }
        self::assertSame(0, Member::query()->count());
        $this->travel(2)->minutes();
        $this->post('/first-start', self::SAID)->assertRedirect('/shoots/new');
        $this->get('/shoots/new')->assertOk()->assertSee('Lantern Row is open');
        self::assertSame(Role::Owner, Member::query()->sole()->role);
        $this->post('/sign-out');
        $this->post('/sign-in', ['email' => self::SAID['email'], 'password' => self::SAID['password']])->assertRedirect(
            '/',
        );
    }

    public function test_afterwards_nobody_opens_another(): void
    {
        $this->get('/sign-in')->assertOk();
        $this->get('/first-start')->assertRedirect('/sign-in');
        $this->post('/first-start', self::SAID)->assertNotFound();
        self::assertSame(1, Member::query()->count());
    }

    private function empty(): void
    {
        Studio::query()->delete();
        self::assertSame(0, Member::query()->count());
    }
}
