<?php

declare(strict_types=1);

namespace Tests\Browser\Cull;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\TestCase;
use Tests\Browser\Browser;

/** Culling with keys, mouse and touch, alone and with somebody else, while the server comes and goes. */
final class CullTest extends TestCase
{
    private static Browser $studio;

    private static int $shoot;

    public static function setUpBeforeClass(): void
    {
        self::$studio = Browser::openStudio('Cull Pictures');
        self::$studio
            ->click('a.btn-next')
            ->fill('#name', 'Regatta')
            ->script(
                "document.querySelector('#held_on').value = '2026-09-05'; document.querySelector('#zone').value = ".
                    "'Europe/London'",
            );
        self::$studio->click('.btn-next')->see('Cards in the slots');
        self::$shoot = (int) preg_replace('~.*/shoots/(\d+)/.*~', '$1', self::$studio->web->getCurrentURL());
        foreach (['ivo', 'mara-wide'] as $card) {
            self::$studio
                ->visit('/shoots/'.self::$shoot.'/ingest')
                ->click("[data-read='{$card}']")
                ->find('[data-choose][data-ready]', 30);
        }
        self::$studio
            ->visit('/shoots/'.self::$shoot.'/ingest')
            ->click("[data-copy='ivo']")
            ->find("[data-card='ivo'][data-state='safe']", 90);
        self::$studio->until(fn (): bool => self::told()['all'] === 144, 'the cards are not read', 30);
    }

    public static function tearDownAfterClass(): void
    {
        self::$studio->close();
    }

    protected function setUp(): void
    {
        self::$studio->connect(true);
    }

    /**
     * @return array{all: int, keep: int, drop: int, open: int, verdicts: list<string>, ratings: list<int>, uses: list<int>, names: list<string>}
     *   as the server has it
     */
    private static function told(): array
    {
        $shoot = self::$shoot;
        $rows = self::$studio->script(
            "return fetch('/shoots/{$shoot}/cull/frames').then((answer) => answer.json()).then((table) => ".
                'table.frames.map((row) => [row[4], row[5], row[6], row[10]]))',
        );
        $verdicts = array_column($rows, 0);

        return [
            'all' => count($rows),
            'verdicts' => $verdicts,
            'ratings' => array_column($rows, 1),
            'uses' => array_column($rows, 2),
            'names' => array_column($rows, 3),
            ...array_replace(['keep' => 0, 'drop' => 0, 'open' => 0], array_count_values($verdicts)),
        ];
    }

    private function cull(string $query = '', ?Browser $browser = null): Browser
    {
        $studio = $browser ?? self::$studio;
        $studio->visit('/shoots/'.self::$shoot.'/cull'.$query)->find('[data-cull][data-ready]', 20);
        $studio->script("document.querySelector('[data-wall]').focus()");

        return $studio;
    }

    /** A round of its own for each test: everything open. */
    private function fresh(string $doubt = 'nothing', string $query = ''): Browser
    {
        self::$studio
            ->visit('/shoots/'.self::$shoot.'/cull/rounds')
            ->choose('#source', 'all')
            ->choose('#doubt', $doubt)
            ->click('form .btn-next')
            ->find('[data-cull][data-ready]');

        return $this->cull($query);
    }

    /** The space bar goes down, or up. */
    private function hold(bool $isDown): void
    {
        (new ChromeDevToolsDriver(self::$studio->web))->execute('Input.dispatchKeyEvent', [
            'type' => $isDown ? 'rawKeyDown' : 'keyUp',
            'key' => ' ',
            'code' => 'Space',
            'windowsVirtualKeyCode' => 32,
        ]);
    }

    private function supervisor(string $command): void
    {
        exec(
            'supervisorctl -c '.
                escapeshellarg(dirname(__DIR__, 3).'/storage/instances/test/supervisord.conf').
                ' '.
                $command.
                ' fpm 2>&1',
            $said,
            $code,
        );
        self::assertSame(0, $code, implode("\n", $said));
    }

    private function counted(string $kept, string $dropped): void
    {
        self::$studio->until(
            fn (): bool => [self::$studio->text('[data-kept]'), self::$studio->text('[data-dropped]')] === [
                $kept,
                $dropped,
            ],
            "not {$kept} kept and {$dropped} dropped but ".
                self::$studio->text('.bar').
                ' '.
                self::$studio->script("return document.querySelector('[data-note]').textContent"),
        );
        self::assertSame(
            [$kept, $dropped],
            [self::$studio->text('[data-kept]'), self::$studio->text('[data-dropped]')],
        );
    }

    public function test_a_hundred_frames_are_decided_by_keys_alone_while_the_server_is_away_for_ten_seconds(): void
    {
        $studio = $this->fresh();
        $studio->press('enter')->find('[data-image]');
        $expected = [];
        for ($n = 0; $n < 100; $n++) {
            if ($n === 40) {
                $this->supervisor('stop');
                $away = microtime(true);
            }
            if ($n === 90) {
                self::assertStringContainsString('kept here until the server answers', $studio->text('[data-waiting]'));
                usleep((int) max(0, 1_000_000 * (10 - (microtime(true) - ($away ?? 0.0)))));
                $this->supervisor('start');
            }
            $expected[] = $n % 3 === 0 ? 'keep' : 'drop';
            $studio->press($n % 3 === 0 ? 'f' : 'd');
        }
        $this->counted('34', '66');
        $studio->until(fn (): bool => self::told()['open'] === 44, 'marks did not arrive', 30);
        self::assertSame($expected, array_slice(self::told()['verdicts'], 0, 100));
        // A reload with the server away keeps them as well, and they can be taken back after it.
        $this->cull('?verdict=open')->press('enter', 'f', 'f');
        $this->counted('36', '66');
        $studio->until(fn (): bool => self::told()['open'] === 42, 'marks did not arrive');
        $this->cull()->press('backspace', 'backspace', 'backspace');
        $this->counted('33', '66');
        $studio->press('s');
        $studio->web->getKeyboard()->sendKeys([WebDriverKeys::SHIFT, WebDriverKeys::BACKSPACE]);
        $studio->until(fn (): bool => self::told()['open'] === 45, 'taking back did not arrive');
    }

    public function test_marks_that_were_not_sent_survive_a_reload(): void
    {
        $studio = $this->fresh();
        $studio->press('enter');
        $studio->connect(false);
        $studio->press('f', 'd', '3', 'd');
        $this->counted('1', '2');
        $studio->see('kept here until the server answers');
        // The window goes before the server comes back.
        $studio->web->get('about:blank');
        $studio->connect(true);
        $this->cull();
        $this->counted('1', '2');
        $studio->until(
            fn (): bool => array_slice(self::told()['verdicts'], 0, 4) === ['keep', 'drop', 'drop', 'open'] &&
                self::told()['ratings'][2] === 3,
            'the marks were lost',
        );
        self::assertSame(1, self::told()['keep']);
    }

    public function test_two_browsers_on_one_shoot_see_each_other_and_overwrite_nothing_unseen(): void
    {
        $studio = $this->fresh();
        $other = Browser::open(Browser::address());
        $cookie = $studio->web->manage()->getCookies();
        $other->visit('/sign-in');
        foreach ($cookie as $one) {
            $other->web
                ->manage()
                ->addCookie(['name' => $one->getName(), 'value' => (string) $one->getValue(), 'path' => '/']);
        }
        $this->cull('', $other);
        $studio->press('enter', 'f');
        $other->until(fn (): bool => $other->text('[data-kept]') === '1', 'the other does not see the mark');
        // Both decide the second frame while they cannot see each other.
        $other->press('enter', 'right');
        $other->connect(false);
        $other->press('d');
        $studio->press('f');
        $studio->until(fn (): bool => self::told()['keep'] === 2, 'the mark did not arrive');
        $other->connect(true);
        $other->see('Use mine', 20);
        self::assertStringContainsString('kept', $other->text('[data-conflicts]'));
        self::assertSame('keep', self::told()['verdicts'][1]);
        $other->click('[data-conflicts] button');
        $studio->until(fn (): bool => self::told()['verdicts'][1] === 'drop', 'mine is not used');
        $studio->until(fn (): bool => $studio->text('[data-dropped]') === '1', 'the first does not see it');
        $other->close();
        self::assertSame('drop', self::told()['verdicts'][1]);
    }

    public function test_rivals_stand_side_by_side_are_challenged_and_taken_away(): void
    {
        $studio = $this->fresh();
        $studio->press('enter');
        // A moment of several frames.
        $studio->until(
            fn (): bool => $studio
                ->press('down')
                ->script("return document.querySelectorAll('[data-others] .tile').length") >= 5,
            'no moment is large enough',
        );
        $studio->press('r')->find('.rivals figure');
        $names = fn (): array => array_map(
            fn ($figure): string => trim((string) strrchr($figure->getText(), ' ')),
            $studio->web->findElements(WebDriverBy::cssSelector('.rivals figure')),
        );
        $first = $names();
        self::assertCount(2, $first);
        // The second is outlined, and the next challenger comes in its place.
        $studio->press('down', 'right');
        $studio->until(fn (): bool => $names() !== $first, 'no challenger comes');
        self::assertSame($first[0], $names()[0]);
        self::assertNotContains($names()[1], $first);
        $studio->press('d');
        $studio->until(
            fn (): bool => $studio->script("return document.querySelector('[data-cull]').dataset.mode") === 'one',
            'the last one does not stand alone',
        );
        self::assertSame(1, self::$studio->until(fn (): ?int => self::told()['drop'] ?: null, 'not dropped'));
        // Six at most, by highlighting; true pixels in step while space is held.
        $studio->press('x', 'right', 'x', 'right', 'x', 'r');
        self::assertCount(3, $studio->web->findElements(WebDriverBy::cssSelector('.rivals figure')));
        $this->hold(true);
        self::assertCount(3, $studio->web->findElements(WebDriverBy::cssSelector('.rivals .view img')));
        $this->hold(false);
        self::assertSame([], $studio->violations('rivals'));
        $studio->press('e');
        self::assertCount(2, $studio->web->findElements(WebDriverBy::cssSelector('.rivals figure')));
        $studio->press('escape', 'escape');
        // All of the moment is played through, and one is where one was.
        $at = $studio->text('[data-line]');
        $studio->script(
            'window.played = new Set(); new MutationObserver(() => '.
                "window.played.add(document.querySelector('[data-image]').dataset.id)).observe(document.querySelector('[data-image]'), ".
                '{ attributes: true })',
        );
        $studio->press('l');
        $studio->until(fn (): bool => (int) $studio->script('return window.played.size') >= 4, 'nothing is played');
        $studio->until(fn (): bool => $studio->text('[data-line]') === $at, 'it does not come back to where it began');
    }

    public function test_true_pixels_stay_at_the_spot_from_frame_to_frame_and_spots_can_be_pinned(): void
    {
        $this->fresh();
        $studio = $this->cull('?where=body:Corvid');
        $studio->press('enter');
        (new WebDriverActions($studio->web))->moveToElement($studio->find('[data-frame]'), 100, -60)->perform();
        // The large picture comes by itself, at the size of its room.
        $studio->until(
            fn (): bool => $studio->script(
                "const canvas = document.querySelector('[data-image]'); return canvas.width > 500 && canvas.width ".
                    '=== Math.round(canvas.getBoundingClientRect().width * devicePixelRatio)',
            ),
            'the picture stays small',
        );
        self::assertGreaterThan(500, $studio->script("return document.querySelector('[data-image]').width"));
        $this->hold(true);
        $studio->see(': 100 %', 20);
        $placed = fn (): string => (string) $studio->script(
            "const image = document.querySelector('.close-up img'); const pane = image.parentElement; const [x, ".
                'y] = image.style.transform.match(/-?[\\d.]+/g).map(Number); return (x / (pane.clientWidth - '.
                "parseFloat(image.style.width))).toFixed(3) + ' ' + (y / (pane.clientHeight - ".
                'parseFloat(image.style.height))).toFixed(3)',
        );
        $before = $placed();
        $studio->press('right');
        $studio->until(
            fn (): bool => str_contains($studio->text('.close-up'), ': 100 %'),
            'the next frame is not shown whole',
            20,
        );
        self::assertSame($before, $placed());
        self::assertSame(
            $studio->script("return document.querySelector('.close-up img').naturalWidth"),
            (int) $studio->script(
                "return Math.round(parseFloat(document.querySelector('.close-up img').style.width) * devicePixelRatio)",
            ),
            'a pixel of the picture is not one of the screen',
        );
        $this->hold(false);
        $studio->press('p');
        (new WebDriverActions($studio->web))->moveToElement($studio->find('[data-frame]'), -80, 20)->perform();
        $studio->press('p');
        self::assertCount(2, $studio->web->findElements(WebDriverBy::cssSelector('.pins figure')));
        $studio->until(
            fn (): bool => (int) $studio->script(
                "return document.querySelectorAll('.pins figure[data-of]:not([data-of=\"\"])').length",
            ) === 2,
            'the pinned windows stay empty',
            20,
        );
        $of = fn (): string => (string) $studio->script("return document.querySelector('.pins figure').dataset.of");
        $one = $of();
        $studio->press('right');
        $studio->until(fn (): bool => ! in_array($of(), ['', $one], true), 'the pins do not follow', 20);
        // How it was taken stays hidden unless asked, and all but the picture can be hidden.
        self::assertFalse($studio->web->findElement(WebDriverBy::cssSelector('[data-facts]'))->isDisplayed());
        $studio->press('i')->see('Exposure');
        $studio->press('h');
        self::assertFalse($studio->web->findElement(WebDriverBy::cssSelector('.rail'))->isDisplayed());
        $studio->press('escape', 'i');
        self::assertTrue($studio->web->findElement(WebDriverBy::cssSelector('.rail'))->isDisplayed());
    }

    public function test_a_clock_that_is_set_meanwhile_puts_the_frames_elsewhere_under_the_eyes(): void
    {
        $body = (string) $this->fresh()->script("return document.querySelector('[data-of-body]').options[1].value");
        $studio = $this->cull("?body={$body}");
        $studio->press('enter')->find('[data-image][data-id]');
        $studio->press('f');
        $studio->until(fn (): bool => self::told()['keep'] === 1, 'the mark did not arrive');
        $line = $studio->text('[data-line]');
        $id = $studio->attribute('[data-image]', 'data-id');
        $set =
            "const form = new URLSearchParams({ direction: 'later', hours: %d }); window.stays = true; fetch('/shoots/".
            self::$shoot.
            "/clocks/{$body}', { method: 'POST', body: form, headers: { 'X-CSRF-TOKEN': ".
                "document.querySelector('meta[name=csrf-token]').content } })";
        $studio->script(sprintf($set, 3));
        $studio->see('all stand in their new order', 20);
        self::assertSame(
            [$id, true],
            [$studio->attribute('[data-image]', 'data-id'), $studio->script('return window.stays')],
        );
        self::assertNotSame($line, $studio->text('[data-line]'));
        self::assertSame(1, self::told()['keep']);
        $studio->script(sprintf($set, 0));
        $studio->until(fn (): bool => $studio->text('[data-line]') === $line, 'the clock is not set back', 20);
    }

    public function test_whole_moments_uses_sets_and_doubt(): void
    {
        $studio = $this->fresh();
        $studio->press('enter');
        $own = $studio->until(
            fn (): ?int => (int) $studio->script("return document.querySelectorAll('[data-others] .tile').length") ?:
            null,
            'no moment',
        );
        $studio->web->getKeyboard()->sendKeys([WebDriverKeys::SHIFT, 'd']);
        $this->counted('0', (string) $own);
        $studio->press('backspace');
        $this->counted('0', '0');
        $studio->press('a');
        $this->counted('1', (string) ($own - 1));
        // Uses: a panel with numbers.
        $studio->press('q')->find('.uses-panel .choice');
        $studio->press('1', '3', 'q');
        $studio->until(fn (): bool => str_contains($studio->text('[data-shown]'), 'album'), 'the use is not shown');
        $studio->until(fn (): bool => in_array(5, self::told()['uses'], true), 'the uses did not arrive');
        // A set, chosen beforehand, and its key.
        $studio
            ->click('[data-more-button]')
            ->fill('#set-name', 'Portfolio '.bin2hex(random_bytes(2)))
            ->click('[data-new-set] button[value="hand"]')
            ->see('has 0 frames');
        $studio->script(
            "const s = document.querySelector('#collects'); s.selectedIndex = s.options.length - 1; ".
                "s.dispatchEvent(new Event('change', { bubbles: true }))",
        );
        usleep(300_000);
        $studio->script("document.querySelector('[data-wall]').focus(); document.activeElement.blur()");
        $studio->press('g')->see('Collected into Portfolio');
        self::assertSame([], $studio->violations('one frame'));
        // In doubt, drop: what is moved past is dropped.
        $studio = $this->fresh('drop');
        $studio->press('enter', 'right', 'f', 'right');
        $this->counted('1', '2');
        $studio->press('left', 'left', 'left', 'right');
        $this->counted('1', '2');
        self::assertStringContainsString('in doubt drop', $studio->text('[data-round]'));
    }

    public function test_a_filter_is_typed_saved_and_stands_in_the_address(): void
    {
        $studio = $this->fresh();
        $studio->press('/')->fill('#where', 'body:corvid and not (name:CORV or iso<100)')->press('enter');
        $studio->until(
            fn (): bool => str_contains($studio->web->getCurrentURL(), 'where='),
            'the address does not carry it',
        );
        $meant = $studio->text('[data-meant]');
        self::assertNotSame('144', $meant);
        $this->cull('?'.parse_url($studio->web->getCurrentURL(), PHP_URL_QUERY));
        self::assertSame($meant, $studio->text('[data-meant]'));
        $studio->fill('#where', 'rating:9')->click('.find .btn-ink')->see('cannot be “9”');
        $studio->fill('#where', 'colour:red')->click('.find .btn-ink')->see('A filter cannot ask about “colour”');
        self::assertSame($meant, $studio->text('[data-meant]'));
        self::assertSame([], $studio->violations('the wall'));
        $studio->fill('#where', '')->click('.find .btn-ink');
        $studio->until(fn (): bool => $studio->text('[data-meant]') === '144', 'the filter is not lifted');
    }

    public function test_moments_follow_the_slider_and_keys_are_ones_own(): void
    {
        $studio = $this->fresh();
        $studio->press('enter');
        $moments = fn (): int => (int) $studio->text('[data-moments]');
        $usual = $studio->until(fn (): ?int => $moments() ?: null, 'no moments');
        $slide = function (int $to) use ($studio): void {
            $studio->script(
                "const s = document.querySelector('#fineness'); s.value = {$to}; s.dispatchEvent(new ".
                    "Event('input', { bubbles: true }))",
            );
        };
        $slide(100);
        self::assertSame(144, $moments());
        $slide(20);
        self::assertLessThan($usual, $moments());
        $slide(50);
        self::assertSame($usual, $moments());
        $studio->press('right', 'j');
        $studio->until(fn (): bool => $moments() === $usual + 1, 'the moment is not split');
        usleep(700_000);
        // The page comes back where it was left.
        $this->cull()->press('j');
        $studio->until(fn (): bool => $moments() === $usual, 'the moments are not joined again');
        // Another key for keep; a clash is refused by its name.
        $studio->press('?')->find('dialog[open]');
        $studio->click('#key-keep');
        $studio->press('j');
        $studio->click('dialog .btn-ink')->see('already means');
        $studio->click('#key-keep');
        $studio->press('k');
        $studio->click('dialog .btn-ink')->see('Your keys are kept');
        $studio->press('k');
        $this->counted('1', '0');
        $studio->press('?')->find('dialog[open]');
        $studio->click('#key-keep');
        $studio->press('f');
        $studio->click('dialog .btn-ink')->see('Your keys are kept');
    }

    public function test_it_works_by_touch(): void
    {
        $studio = $this->fresh();
        $studio->press('enter')->find('[data-image]');
        $tools = new ChromeDevToolsDriver($studio->web);
        [$x, $y] = $studio->script(
            "const box = document.querySelector('[data-view]').getBoundingClientRect(); return ".
                '[Math.round(box.left + box.width / 2), Math.round(box.top + box.height / 2)]',
        );
        $touch = function (string $type, int $x, int $y) use ($tools): void {
            $tools->execute('Input.dispatchTouchEvent', [
                'type' => $type,
                'touchPoints' => $type === 'touchEnd' ? [] : [['x' => $x, 'y' => $y]],
            ]);
        };
        $touch('touchStart', $x + 120, $y);
        $touch('touchMove', $x, $y);
        $touch('touchMove', $x - 120, $y);
        $touch('touchEnd', 0, 0);
        $studio->until(
            fn (): bool => str_starts_with($studio->text('[data-line]'), '2 of'),
            'a swipe does not bring the next',
        );
        $touch('touchStart', $x, $y);
        $studio->until(
            fn (): bool => (bool) $studio->script("return !document.querySelector('.close-up').hidden"),
            'holding does not show true pixels',
            3,
        );
        $touch('touchEnd', 0, 0);
        $studio->until(
            fn (): bool => (bool) $studio->script("return document.querySelector('.close-up').hidden"),
            'it stays',
            3,
        );
        // The buttons that are there for fingers.
        $studio->script(
            "document.querySelector('.touch [data-does=keep]').click(); document.querySelector('.touch ".
                "[data-does=drop]').click()",
        );
        $this->counted('1', '1');
    }

    public function test_the_wall_comes_whole_from_one_frame_and_from_rivals(): void
    {
        $studio = $this->fresh();
        $tiles = fn (): int => (int) $studio->script(
            "return [...document.querySelectorAll('[data-wall] .tile')].filter((tile) => ".
                'tile.getBoundingClientRect().width > 100).length',
        );
        $all = $tiles();
        self::assertGreaterThan(10, $all);
        $studio->press('enter')->find('[data-image][data-id]');
        $studio->press('w');
        self::assertSame($all, $tiles(), 'from one frame the wall is empty');
        // The first moment with rivals.
        $studio->press('enter')->find('[data-image][data-id]');
        for (
            $i = 0;
            $i < 20 && $studio->script("return document.querySelector('[data-cull]').dataset.mode") !== 'rivals';
            $i++
        ) {
            $studio->press('r', 'right');
        }
        $studio->find('.rivals figure');
        $studio->press('w');
        self::assertGreaterThan(10, $tiles(), 'from rivals the wall is empty');
    }

    public function test_keys_act_on_what_is_seen_and_say_so_where_it_is_several(): void
    {
        $studio = $this->fresh();
        $studio->press('x', 'right', 'x', 'right', 'x');
        $studio->until(
            fn (): bool => str_contains($studio->text('[data-several]'), 'D drops 3'),
            'it is not said that three are dropped',
        );
        // In one frame the others are not seen, so that they are not meant.
        $studio->press('enter')->find('[data-image][data-id]');
        $studio->until(
            fn (): bool => ! $studio->web->findElement(WebDriverBy::cssSelector('[data-several]'))->isDisplayed(),
            'several are meant in one frame',
        );
        $studio->press('d');
        $this->counted('0', '1');
        $studio->press('w', 'f');
        $this->counted('3', '0');
        $studio->press('backspace');
        $studio->press('escape');
    }

    public function test_a_rating_stays_on_its_frame_and_one_key_rates_and_keeps(): void
    {
        $studio = $this->fresh();
        $studio->press('enter', '3', 'f')->find('[data-image][data-id]');
        $this->counted('1', '0');
        $studio->web->getKeyboard()->sendKeys([WebDriverKeys::SHIFT, '5']);
        $studio->web->getKeyboard()->releaseKey(WebDriverKeys::SHIFT);
        $studio->until(
            fn (): bool => array_slice(self::told()['ratings'], 0, 2) === [3, 5] &&
                array_slice(self::told()['verdicts'], 0, 2) === ['keep', 'keep'],
            'rating and verdict are not on one frame',
        );
        // Who likes it otherwise has it so.
        $studio->script("document.querySelector('[data-more]').hidden = false");
        $studio->click('input[data-rating-moves-on]');
        $studio->press('2', 'd');
        $studio->until(
            fn (): bool => self::told()['ratings'][2] === 2 && self::told()['verdicts'][3] === 'drop',
            'the rating does not move on: '.
                json_encode([array_slice(self::told()['ratings'], 0, 5), array_slice(self::told()['verdicts'], 0, 5)]),
        );
        $studio->click('input[data-rating-moves-on]');
    }

    public function test_with_moving_on_switched_off_an_arrow_in_doubt_marks_and_moves(): void
    {
        $studio = $this->fresh('drop');
        $studio->script("document.querySelector('[data-more]').hidden = false");
        $studio->click('input[data-moves-on]');
        $studio->press('enter', 'right', 'right')->find('[data-image][data-id]');
        $studio->until(fn (): bool => str_starts_with($studio->text('[data-line]'), '3 of'), 'the arrows do not move');
        $this->counted('0', '2');
        $studio->click('input[data-moves-on]');
        $studio->until(fn (): bool => self::told()['drop'] === 2, 'the marks did not arrive');
    }

    public function test_frame_view_and_filter_are_kept_over_a_reload_and_the_end_of_a_pass_is_a_page(): void
    {
        $studio = $this->fresh();
        $studio->click("[data-says='open']")->press('enter', 'right', 'right', 'right')->find('[data-image][data-id]');
        $id = $studio->attribute('[data-image]', 'data-id');
        usleep(600_000);
        $this->cull();
        $studio->until(
            fn (): bool => $studio->attribute('[data-image]', 'data-id') === $id,
            'another frame stands there',
        );
        self::assertSame(
            ['one', 'true'],
            [
                $studio->script("return document.querySelector('[data-cull]').dataset.mode"),
                $studio->attribute("[data-says='open']", 'aria-pressed'),
            ],
        );
        // Every frame is decided: the open ones are none, and the page says what was done.
        $studio->press('w');
        $studio->script("document.querySelectorAll('[data-wall] .tile')[0].click()");
        $studio->web->getKeyboard()->sendKeys(['x']);
        // In one go: the wall comes back to its frame when it is drawn once more.
        $studio->until(
            fn (): bool => (bool) $studio->script(
                "const wall = document.querySelector('[data-wall]'); wall.scrollTop = 1e6; ".
                    "const last = [...wall.querySelectorAll('.tile')].find((tile) => tile.textContent === '144'); ".
                    "last?.dispatchEvent(new MouseEvent('click', { shiftKey: true, bubbles: true })); return Boolean(last)",
            ),
            'the last frame is not on the wall',
        );
        $studio
            ->press('d')
            ->see('is done: 144 frames decided')
            ->see('Begin the next round')
            ->see('Look at the dropped');
        self::assertSame([], $studio->violations('the end of a pass'));
        $studio->until(fn (): bool => self::told()['drop'] === 144, 'the marks did not arrive', 30);
        $studio->click("[data-pass-shows='']")->press('backspace');
        $this->counted('0', '0');
    }

    public function test_a_live_set_is_saved_from_the_chips_and_a_new_set_is_collected_into(): void
    {
        $studio = $this->fresh();
        $studio->press('enter', 'f', 'f');
        $this->counted('2', '0');
        $studio->until(fn (): bool => self::told()['keep'] === 2, 'the marks did not arrive');
        $name = 'Chips '.bin2hex(random_bytes(3));
        $studio
            ->click("[data-says='keep']")
            ->click('[data-more-button]')
            ->fill('#set-name', $name)
            ->click('[data-new-set] button[value="live"]')
            ->see("“{$name}” is always what “verdict:keep” means: 2 frames now");
        $hand = 'Hand '.bin2hex(random_bytes(3));
        $studio
            ->fill('#set-name', $hand)
            ->click('[data-new-set] button[value="hand"]')
            ->see("“{$hand}” has 0 frames");
        $studio->script('document.activeElement.blur()');
        $studio->press('g')->see("Collected into {$hand}");
        $studio->visit('/sets')->see($name)->see($hand);
        self::assertSame([], $studio->violations('the shelf'));
    }

    public function test_rivals_are_put_in_another_order(): void
    {
        $studio = $this->fresh();
        $studio->press('x', 'right', 'x', 'right', 'x', 'r')->find('.rivals figure');
        $order = fn (): array => $studio->script(
            "return [...document.querySelectorAll('.rivals figure')].map((figure) => figure.dataset.id)",
        );
        [$a, $b, $c] = $order();
        $studio->web->getKeyboard()->sendKeys([WebDriverKeys::SHIFT, WebDriverKeys::ARROW_RIGHT]);
        $studio->web->getKeyboard()->releaseKey(WebDriverKeys::SHIFT);
        self::assertSame([$b, $a, $c], $order());
        $studio->script(
            "const data = new DataTransfer(); const [one, , three] = document.querySelectorAll('.rivals figure'); ".
                "one.dispatchEvent(new DragEvent('dragstart', { bubbles: true, dataTransfer: data })); ".
                "three.dispatchEvent(new DragEvent('drop', { bubbles: true, dataTransfer: data }))",
        );
        self::assertSame([$a, $c, $b], $order());
    }
}
