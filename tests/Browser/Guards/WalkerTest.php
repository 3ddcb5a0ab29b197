<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

use App\Demo\SeedDemo;
use PHPUnit\Framework\TestCase;
use Tests\Browser\Browser;

/**
 * Goes through the demo as owner, as shooter and as guest, without knowing it. Set KANPAI_SEED to walk the same way
 * again.
 */
final class WalkerTest extends TestCase
{
    private const LEAST_ACTS = 11;

    /** Seconds for looking, and for pressing and filling in; all of it stays below five minutes on a quick machine. */
    private const TIMES = ['owner' => [110, 35], 'shooter' => [100, 15], 'guest' => [12, 20]];

    private static int $seed;

    public static function tearDownAfterClass(): void
    {
        Demo::leave();
    }

    public static function setUpBeforeClass(): void
    {
        Demo::make();
        self::$seed = (int) (getenv('KANPAI_SEED') ?: 20_261);
        fwrite(STDERR, "\nWalking with KANPAI_SEED=".self::$seed."\n");
    }

    public function test_a_guest_finds_every_page_whole_whatever_is_pressed(): void
    {
        $owner = Demo::owner();
        $shoot = Demo::shoot();
        $paths = [];
        foreach (
            [
                'g' => '/galleries/'.Demo::number("SELECT MAX(id) FROM galleries WHERE shoot_id = {$shoot}").'/links',
                'd' => '/deliveries/'.Demo::number("SELECT MIN(id) FROM deliveries WHERE shoot_id = {$shoot}"),
                'u' => "/shoots/{$shoot}/ingest",
            ] as $kind => $page
        ) {
            if ($kind === 'u') {
                $owner->post("/shoots/{$shoot}/upload-links", ['link_shooter' => 'Walker']);
            }
            $paths[] = "/{$kind}/".Demo::token($owner, $page, $kind);
        }
        $browser = Browser::open(Browser::address());
        $browser->visit('/sign-in');
        $this->walk($browser, 'guest', [...$paths, '/sign-in']);
    }

    public function test_a_shooter_finds_every_page_whole_whatever_is_pressed(): void
    {
        $this->walk($this->signedIn('ivo@quill.example'), 'shooter', ['/']);
    }

    public function test_the_owner_finds_every_page_whole_whatever_is_pressed(): void
    {
        $this->walk($this->signedIn(SeedDemo::EMAIL), 'owner', ['/', '/branding', '/outbox']);
    }

    /** @param  list<string>  $from */
    private function walk(Browser $browser, string $who, array $from): void
    {
        [$looking, $acting] = self::TIMES[$who];
        $leastPages = $who === 'guest' ? 4 : 41;
        $walker = new Walker($browser, $who, Browser::address(), self::$seed);
        try {
            $walker->look($from, $looking, $leastPages);
            array_map($walker->lost(...), ['/no-such-page', '/g/no-such-link', '/shoots/999999999/cull']);
            $walker->act($acting, self::LEAST_ACTS);
        } finally {
            $browser->close();
        }
        fwrite(
            STDERR,
            "{$who}: ".
                count($walker->pages).
                " kinds of pages, {$walker->acts} acts".
                ($walker->unseen > 0 ? ", {$walker->unseen} addresses left when the time was over" : '').
                "\n",
        );
        self::assertSame([], array_keys($walker->faults), 'KANPAI_SEED='.self::$seed);
        self::assertGreaterThanOrEqual($leastPages, count($walker->pages), 'most pages were not seen');
        self::assertGreaterThanOrEqual(self::LEAST_ACTS, $walker->acts);
    }

    private function signedIn(string $email): Browser
    {
        return Browser::open(Browser::address())
            ->visit('/sign-in')
            ->fill('#email', $email)
            ->fill('#password', SeedDemo::PASSWORD)
            ->click('.btn-next')
            ->see('to finish');
    }
}
