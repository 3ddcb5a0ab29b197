<?php

declare(strict_types=1);

namespace Tests\Browser\Deliver;

use PHPUnit\Framework\TestCase;
use Tests\Browser\Browser;

/** From frames on the desk to files in the studio's own ways of writing, with workers in between. */
final class OutputsTest extends TestCase
{
    private static ?Browser $studio = null;

    private static int $shoot = 0;

    public static function setUpBeforeClass(): void
    {
        self::$studio = $studio = Browser::openStudio('Output Pictures');
        self::$shoot = $studio->openShoot('Quay day', 'mara-wide');
    }

    public static function tearDownAfterClass(): void
    {
        self::$studio?->close();
    }

    public function test_what_comes_of_originals_follows_every_field(): void
    {
        $studio = self::$studio;
        $studio->visit('/shoots/'.self::$shoot.'/originals?verdict=all');
        $all = $studio->text('#put');
        self::assertGreaterThan(20, (int) $all);
        // A card of JPEGs alone.
        $studio->choose('#kind', 'raw')->see('no such file is copied yet');
        self::assertSame('0 files', $studio->text('#put'));
        $studio->choose('#kind', 'jpeg')->see("{$all}, ");
        self::assertSame($all, $studio->text('#put'));
        $studio->fill('#folder', 'chosen')->fill('#file', '{{number:3}}')->see('chosen/001.JPG');
        $studio->click('.btn-next')->see('Copying '.(int) $all.' originals');
        self::assertSame([], $studio->complaints());
    }

    public function test_an_output_of_ones_own_is_saved_run_and_not_run_twice(): void
    {
        $studio = self::$studio;
        $studio
            ->visit('/shoots/'.self::$shoot.'/outputs?verdict=all')
            ->script("document.querySelector('[data-new-output]').closest('details').open = true");
        $studio
            ->fill('#name-new', 'Tiny')
            ->fill('#width-new', '0')
            ->script("document.querySelector('[data-new-output]').requestSubmit()");
        $studio->see('A side has 1 to 65,535 pixels');
        self::assertSame('Tiny', $studio->attribute('#name-new', 'value'), 'what was typed is lost');
        $studio->fill('#width-new', '160')->script("document.querySelector('[data-new-output]').requestSubmit()");
        $studio->see('“Tiny” is saved for all shoots');
        self::assertSame([], $studio->violations('outputs'));
        $studio
            ->visit('/shoots/'.self::$shoot.'/outputs?verdict=all')
            ->script(
                "[...document.querySelectorAll('.output-line')].find((line) => ".
                    "line.textContent.includes('Tiny')).click()",
            );
        $studio->click('[data-run] .btn-next');
        $studio->until(fn (): bool => str_contains($studio->text('main'), 'Last run'), 'the run does not end', 60);
        $frames = (int) preg_replace('/\D/', '', explode(' of ', $studio->text('[data-run-task]'))[0]);
        self::assertGreaterThan(20, $frames);
        $files = fn (): array => glob(
            dirname(__DIR__, 3).'/storage/instances/test/outputs/*/quay-day-'.self::$shoot.'/*.jpg',
        ) ?:
        [];
        self::assertCount($frames, $files());
        self::assertSame(160, max(array_slice(getimagesize($files()[0]) ?: [], 0, 2)));
        $before = array_map(fileinode(...), $files());
        $studio
            ->visit('/shoots/'.self::$shoot.'/outputs?verdict=all')
            ->script(
                "[...document.querySelectorAll('.output-line')].find((line) => ".
                    "line.textContent.includes('Tiny')).click()",
            );
        $studio->click('[data-run] .btn-next');
        $studio->until(fn (): bool => str_contains($studio->text('main'), 'Last run'), 'the run does not end', 60);
        clearstatcache();
        self::assertSame($before, array_map(fileinode(...), $files()));
        self::assertSame([], $studio->complaints());
    }
}
