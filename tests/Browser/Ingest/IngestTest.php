<?php

declare(strict_types=1);

namespace Tests\Browser\Ingest;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use PHPUnit\Framework\TestCase;
use Tests\Browser\Browser;

/**
 * Ingest as people do it: choosing from a card with keys and mouse, a card that comes out, a connection that breaks.
 */
final class IngestTest extends TestCase
{
    private static string $instance;

    private static Browser $studio;

    private static int $shoot;

    private static string $folder;

    /** @var list<string> parts that were there before */
    private static array $older = [];

    public static function setUpBeforeClass(): void
    {
        self::$instance = dirname(__DIR__, 3).'/storage/instances/test';
        self::$folder = sys_get_temp_dir().'/kanpai-ingest-'.bin2hex(random_bytes(5));
        mkdir(self::$folder);
        self::$studio = Browser::openStudio('Ingest Pictures');
        self::$studio
            ->click('a.btn-next')
            ->fill('#name', 'Lantern supper')
            ->script("document.querySelector('#held_on').value = '2026-09-05'");
        self::$studio->click('.btn-next')->see('Cards in the slots');
        self::$shoot = (int) preg_replace('~.*/shoots/(\d+)/.*~', '$1', self::$studio->web->getCurrentURL());
    }

    public static function tearDownAfterClass(): void
    {
        self::rack('mara-wide', 'push-in');
        self::rack('mara-wide', 'make');
        self::$studio->close();
        exec('rm -rf '.escapeshellarg(self::$folder));
    }

    /** @param  array<string, string>  $fields */
    private function hold(bool $isDown): void
    {
        (new ChromeDevToolsDriver(self::$studio->web))->execute('Input.dispatchKeyEvent', [
            'type' => $isDown ? 'rawKeyDown' : 'keyUp',
            'key' => ' ',
            'code' => 'Space',
            'windowsVirtualKeyCode' => 32,
        ]);
    }

    private static function rack(string $card, string $does, array $fields = []): void
    {
        $studio = self::$studio->visit('/rack');
        if ($studio->script("return document.querySelector('[data-rack=\"{$card}\"] [value=\"{$does}\"]') === null")) {
            return;
        }
        foreach (
            ['megabytes' => '', 'failsAt' => '', 'flipsAt' => '', 'pullsOutAt' => '', 'only' => '', ...$fields] as $field => $value
        ) {
            $studio->script("document.querySelector('[data-rack=\"{$card}\"] [name=\"{$field}\"]').value = '{$value}'");
        }
        // Until the answer is there: a page that is asked for meanwhile would be overtaken by it.
        $studio->script('window.isOld = true');
        $studio
            ->click("[data-rack='{$card}'] [value='{$does}']")
            ->until(fn (): bool => $studio->script('return window.isOld === undefined'), 'the rack does not answer');
    }

    private static function ticked(): string
    {
        return self::$studio->text('[data-ticked]');
    }

    public function test_frames_are_ticked_with_keys_and_mouse_and_a_card_that_comes_out_goes_on(): void
    {
        $studio = self::$studio;
        $studio
            ->visit('/shoots/'.self::$shoot.'/ingest')
            ->click("[data-read='mara-wide']")
            ->find('[data-choose][data-ready]', 30);
        $chooser = $studio->web->getCurrentURL();
        self::assertSame('54 of 54', self::ticked());
        self::assertSame('1', $studio->text('[data-highlighted]'));

        // A range by shift and arrows, one tick for all of it.
        $studio->script("document.querySelector('[data-wall]').focus()");
        $studio->press('shift', 'right', 'right', 'right', 'right');
        self::assertSame('5', $studio->text('[data-highlighted]'));
        $studio->press('t');
        self::assertSame('49 of 54', self::ticked());
        $studio->press('t');
        self::assertSame('54 of 54', self::ticked());
        // One of them large, with all its pixels while space is held; a key acts on what is seen.
        $studio->press('escape', 'enter')->find('[data-large]:not([hidden])');
        $pixels = fn (string $image): int => (int) $studio->script(
            "return document.querySelector('[data-large] {$image}').naturalWidth",
        );
        $studio->until(fn (): bool => $pixels('[data-image]') > 800, 'the frame is not shown large');
        $word = $studio->text('[data-word]');
        $studio->press('right');
        self::assertNotSame($word, $studio->text('[data-word]'));
        $this->hold(true);
        $studio->until(
            fn (): bool => $pixels('.close-up img') === $pixels('[data-image]') &&
                str_contains($studio->text('.close-up'), '100 %'),
            'its pixels are not shown',
        );
        $this->hold(false);
        $gone = fn (string $selector) => $studio->until(
            fn (): bool => (bool) $studio->script("return document.querySelector('{$selector}').hidden"),
            "{$selector} stays",
        );
        $gone('.close-up');
        $studio->press('t');
        self::assertSame(['53 of 54', '1'], [self::ticked(), $studio->text('[data-highlighted]')]);
        self::assertSame([], $studio->violations('a frame large'));
        $studio->press('t', 'escape');
        $gone('[data-large]');
        self::assertSame('54 of 54', self::ticked());
        // A range by mouse.
        $studio->script(
            "const tiles = [...document.querySelectorAll('.tile')]; const at = (i, shift) => ".
                "tiles[i].dispatchEvent(new MouseEvent('click', { bubbles: true, shiftKey: shift })); at(2, false); ".
                'at(9, true)',
        );
        self::assertSame('8', $studio->text('[data-highlighted]'));
        $studio->click('[data-tick]');
        self::assertSame('46 of 54', self::ticked());
        self::assertSame(8, $studio->script("return document.querySelectorAll('.tile.is-unticked').length"));
        self::assertSame(
            8,
            $studio->script("return document.querySelectorAll('.tile.is-highlighted').length"),
            'highlighted and ticked are two things',
        );
        // Verdicts before the copy; the dropped are unticked together.
        $studio->press('escape', 'f', 'd', 'd');
        $studio->click('[data-untick-dropped]');
        $studio->until(
            fn (): bool => self::ticked() === '46 of 54' ||
                self::ticked() === '45 of 54' ||
                self::ticked() === '44 of 54',
            'the dropped are ticked still',
        );
        $left = self::ticked();
        // It is all there after a reload.
        $studio->until(
            fn (): bool => $studio->visit($chooser)->find('[data-choose][data-ready]', 30) && self::ticked() === $left,
            'the ticks did not reach the server',
        );
        $verdicts = array_count_values(
            array_column(
                $studio->script(
                    "return (await (await fetch('/shoots/".
                        self::$shoot.
                        "/cull/frames')).json()).frames.map((row) => [row[4]])",
                ),
                0,
            ),
        );
        self::assertSame([1, 2], [$verdicts['keep'] ?? 0, $verdicts['drop'] ?? 0]);

        // The card comes out in the middle of the copy.
        self::rack('mara-wide', 'make', ['pullsOutAt' => '2500000', 'megabytes' => '3']);
        $studio->visit($chooser)->find('[data-choose][data-ready]', 30);
        $studio->fill('#shooter', 'Mara Quill')->click('[data-copy]')->see('The card was pulled out at', 30);
        self::assertStringContainsString('Do not format', $studio->text("[data-card='mara-wide']"));
        self::rack('mara-wide', 'push-in');
        self::rack('mara-wide', 'make');
        $studio->visit('/shoots/'.self::$shoot.'/ingest');
        self::assertStringContainsString('Go on copying', $studio->text("[data-copy='mara-wide']"));
        $studio->click("[data-copy='mara-wide']")->find("[data-card='mara-wide'][data-state='chosen']", 60);
        self::assertStringContainsString(
            'were left out or have fewer verified copies',
            $studio->text("[data-card='mara-wide']"),
        );

        // The rest as well.
        $studio->visit($chooser)->find('[data-choose][data-ready]', 30);
        $studio->click("[data-only='unticked']");
        $studio->script("document.querySelector('[data-wall]').focus()");
        $studio->press('control', 'a');
        $studio->click('[data-tick]');
        self::assertSame('54 of 54', self::ticked());
        $studio->click('[data-copy]')->find("[data-card='mara-wide'][data-state='safe']", 60);
        self::assertStringContainsString(
            'Safe to format: all 54 files have verified copies in 2 places',
            $studio->text("[data-card='mara-wide']"),
        );
        self::assertSame([], $studio->complaints());
    }

    public function test_a_shooter_without_an_account_sends_a_card_over_a_connection_that_breaks(): void
    {
        $card = self::$folder.'/SAMS CARD';
        mkdir("{$card}/DCIM/100CORVD", 0700, true);
        foreach (array_slice(glob(self::$instance.'/rack/ivo/DCIM/*/*.JPG') ?: [], 20, 4) as $frame) {
            copy($frame, "{$card}/DCIM/100CORVD/".basename($frame));
        }
        // Large enough that it is on its way for seconds; no two pieces of it are the same.
        $film = fopen("{$card}/DCIM/CLIP0001.MP4", 'wb');
        self::assertNotFalse($film);
        for ($i = 0; $i < 100; $i++) {
            fseek($film, $i * 4_000_000);
            fwrite($film, random_bytes(1000));
        }
        ftruncate($film, 400_000_000);
        fclose($film);
        file_put_contents("{$card}/DCIM/EMPTY.BIN", '');

        $studio = self::$studio->visit('/shoots/'.self::$shoot.'/ingest')->fill('#link_shooter', 'Sam Reed');
        $studio->script("document.querySelector('#link_shooter').form.requestSubmit()");
        $link = $studio->attribute('[data-upload-link]', 'href');
        $sam = Browser::open(Browser::address(), 1000, 800);
        try {
            $sam->visit($link)->see('Sam Reed, send the cards')->see('None yet');
            self::$older = array_values(glob(self::$instance.'/arrivals/*/.parts/*') ?: []);
            $sam->chooseFolder('[data-folder]', $card);
            $part = $this->part(8_000_000);
            // The network is away for a moment: it goes on by itself.
            $sam->connect(false);
            usleep(900_000);
            clearstatcache();
            $stopped = (int) filesize($part);
            self::assertLessThan(390_000_000, $stopped, 'the file was here before the network went away');
            self::assertStringContainsString(' of 6 files', $sam->text('[data-upload-progress]'));
            $sam->connect(true);
            $this->part($stopped + 1);
            // It breaks again, and the page is closed: the same folder goes on where it was.
            $sam->connect(false);
            $sam->visit('about:blank');
            usleep(300_000);
            clearstatcache();
            self::assertFileExists($part, 'the file was here before the page was closed');
            $there = (int) filesize($part);
            $inode = fileinode($part);
            $sam->connect(true);
            $sam->visit($link)->see('files are here. Choose the same folder again');
            $sam->chooseFolder('[data-folder]', $card)->see(
                'files of SAMS CARD are here and the same as they were sent',
                300,
            );
            $sam->see('The studio has not copied them to its places yet');
            $arrived = dirname($part, 2).'/DCIM/CLIP0001.MP4';
            self::assertSame($inode, fileinode($arrived), 'the film was sent anew');
            self::assertGreaterThan($stopped, $there);
            foreach (['DCIM/CLIP0001.MP4', 'DCIM/EMPTY.BIN'] as $path) {
                self::assertSame(
                    hash_file('xxh128', "{$card}/{$path}"),
                    hash_file('xxh128', dirname($arrived, 2).'/'.$path),
                );
            }
            // The studio copies it, and the shooter sees that.
            $studio
                ->visit('/shoots/'.self::$shoot.'/ingest')
                ->find("[data-card='SAMS CARD'][data-state='read']", 20);
            self::assertStringContainsString('1 film clip', $studio->text("[data-card='SAMS CARD']"));
            $studio->click("[data-copy='SAMS CARD']")->find("[data-card='SAMS CARD'][data-state='safe']", 30);
            $sam->see('Safe to format: all 6 files', 10);
            // What a cut connection and a closed page leave in a browser's log is no complaint.
            self::assertSame(
                [],
                array_values(
                    array_filter(
                        $sam->complaints(),
                        fn (string $said): bool => preg_match(
                            '/ERR_INTERNET_DISCONNECTED|status of 409|beforeunload|htmx:(afterRequest|sendError)/',
                            $said,
                        ) !== 1,
                    ),
                ),
            );
        } finally {
            $sam->close();
        }
    }

    public function test_what_comes_out_of_a_pattern_is_seen_while_it_is_typed(): void
    {
        $studio = self::$studio->visit('/shoots/'.self::$shoot.'/ingest')->click("[data-read='ivo']");
        $studio->find('[data-choose][data-ready]', 30);
        $where = '/shoots/'.self::$shoot.'/ingest/where';
        $studio->visit($where)->fill('#folder', '{{client}}{{year}}/{{shooter}}')->fill('#file', '{{date}}-{{number}}');
        $studio->until(fn (): bool => str_contains($studio->text('#tree'), '2026-09-05-'), 'the tree does not follow');
        self::assertStringContainsString('90 files wait to be copied', $studio->text('#tree'));
        $studio->fill('#file', '{{shoot}}');
        $studio->until(
            fn (): bool => str_contains($studio->text('#tree'), '89 names are taken'),
            'the clashes are not shown',
        );
        $studio->fill('#file', '{{shoots}}');
        $studio->until(
            fn (): bool => str_contains($studio->text('#tree'), 'There is no placeholder “shoots”'),
            'the error is not shown',
        );
        $studio->click('form .btn-ink')->see('There is no placeholder “shoots”');
        self::assertStringContainsString('is-invalid', $studio->attribute('#file', 'class'));
        $studio
            ->fill('#file', '{{number}}')
            ->fill('#name', 'By number')
            ->click('form .btn-ink')
            ->see('Saved as “By number”');
        self::assertStringContainsString('{{number}}', $studio->attribute('#file', 'value'));

        // A third disk, and a check of one.
        $disk = self::$instance.'/disks/shelf-'.bin2hex(random_bytes(4));
        mkdir($disk);
        $studio
            ->visit($where)
            ->choose('#place_path', '0/'.basename($disk))
            ->fill('#place_name', 'shelf')
            ->script("document.querySelector('#place_name').form.requestSubmit()");
        $studio->see('shelf');
        $studio
            ->visit('/shoots/'.self::$shoot.'/ingest')
            ->fill("[data-card='ivo'] [name='shooter']", 'Ivo Tarn')
            ->click("[data-copy='ivo']");
        $studio->find("[data-card='ivo'][data-state='safe']", 60);
        $studio->visit($where)->click("[data-check='shelf']")->see('are being read again');
        $studio->until(
            fn (): bool => ! str_contains(
                $studio->visit('/shoots/'.self::$shoot.'/ingest')->text('main'),
                'Reading the copies of card',
            ),
            'the check does not end',
            30,
        );
        self::assertStringContainsString('Safe to format', $studio->text("[data-card='ivo']"));
    }

    /** WCAG 2.2 AA as far as axe-core finds it. */
    public function test_axe_finds_nothing_on_the_pages_of_ingest(): void
    {
        $studio = self::$studio->visit('/shoots/'.self::$shoot.'/ingest');
        $found = $studio->violations('ingest');
        $report = $studio->attribute("a[href$='/report']", 'href');
        $chooser = $studio->attribute('.strip', 'href');
        $link = $studio->attribute('[data-upload-link]', 'href');
        foreach (['/shoots/'.self::$shoot.'/ingest/where', '/rack', $report, $link] as $page) {
            array_push($found, ...$studio->visit($page)->violations($page));
        }
        $studio->visit($chooser)->find('[data-choose][data-ready]', 30);
        array_push($found, ...$studio->violations('choose'));
        self::assertSame([], $found);
    }

    /** Waits until so much of a file has arrived. */
    private function part(int $bytes): string
    {
        for ($i = 0; $i < 4000; $i++) {
            clearstatcache();
            foreach (array_diff(glob(self::$instance.'/arrivals/*/.parts/*') ?: [], self::$older) as $part) {
                if (filesize($part) >= $bytes) {
                    return $part;
                }
            }
            usleep(3_000);
        }
        self::fail("{$bytes} bytes of a file did not arrive");
    }
}
