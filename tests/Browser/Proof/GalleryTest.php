<?php

declare(strict_types=1);

namespace Tests\Browser\Proof;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use PHPUnit\Framework\TestCase;
use Tests\Browser\Browser;

/** Guests at a desk and with a phone, and the studio that answers them. */
final class GalleryTest extends TestCase
{
    private static ?Browser $studio = null;

    private static ?Browser $desk = null;

    private static ?Browser $phone = null;

    private static int $shoot = 0;

    private static string $link = '';

    public static function setUpBeforeClass(): void
    {
        self::$studio = $studio = Browser::openStudio('Gallery Pictures');
        $studio
            ->click('a.btn-next')
            ->fill('#name', 'Saltmarsh')
            ->script(
                "document.querySelector('#held_on').value = '2026-09-05'; document.querySelector('#zone').value = ".
                    "'Europe/London'",
            );
        $studio->click('.btn-next')->see('Cards in the slots');
        self::$shoot = (int) preg_replace('~.*/shoots/(\d+)/.*~', '$1', $studio->web->getCurrentURL());
        $studio
            ->visit('/shoots/'.self::$shoot.'/ingest')
            ->click("[data-read='ivo']")
            ->find('[data-choose][data-ready]', 30);
        $studio
            ->visit('/shoots/'.self::$shoot.'/ingest')
            ->click("[data-copy='ivo']")
            ->find("[data-card='ivo'][data-state='safe']", 90);
        $studio
            ->visit('/shoots/'.self::$shoot.'/proof?verdict=all')
            ->fill('#title', 'Saltmarsh proofs')
            ->fill('#lists', "Album 2-4\nParents");
        $studio->click('[name="rates"][value="1"]')->choose('#sectioning', 'moment')->click('form .btn-next');
        self::$link = $studio->attribute('[data-link]', 'href', 90);
    }

    public static function tearDownAfterClass(): void
    {
        foreach ([self::$studio, self::$desk, self::$phone] as $browser) {
            $browser?->close();
        }
    }

    private static function atTheDesk(): Browser
    {
        $desk = self::$desk ??= Browser::open(Browser::address());
        $desk->visit(self::$link)->find('[data-ready]');

        return $desk;
    }

    private static function onThePhone(): Browser
    {
        $phone = self::$phone ??= Browser::open(Browser::address(), 500, 800);
        $phone->visit(self::$link)->find('[data-ready]');

        return $phone;
    }

    /** @return array<string, mixed> what the server knows of the guest */
    private function told(Browser $guest): array
    {
        return $guest->script(
            "return fetch(document.querySelector('[data-gallery]').dataset.gallery + '/since').then((answer) => ".
                'answer.json())',
        );
    }

    private function counted(Browser $guest, string $count): void
    {
        $guest->until(fn (): bool => $guest->text('[data-chosen]') === $count, "not {$count} are chosen");
        self::assertSame($count, $guest->text('[data-chosen]'));
    }

    public function test_a_guest_at_a_desk_chooses_for_two_lists_rates_comments_and_draws(): void
    {
        $desk = self::atTheDesk();
        $desk->click("[data-chooses='1']")->click("[data-chooses='2']");
        $this->counted($desk, '2');
        $desk->click("[data-list='Parents']");
        $this->counted($desk, '0');
        $desk->click("[data-chooses='2']");
        $this->counted($desk, '1');
        $desk->click("[data-list='Album']")->click('.proof .open')->find('dialog[open]');
        $desk->press('right', 'right')->press(' ')->press('4');
        $this->waits(
            $desk,
            fn (array $told): bool => ($told['chosen']['Album'] ?? []) === [1, 2, 3] &&
                ($told['ratings'][3] ?? 0) === 4 &&
                ($told['chosen']['Parents'] ?? []) === [2],
        );
        // A circle, an arrow, a line and a word, in pixels of the picture.
        foreach (
            ['circle' => [-80, -40, 60, 40], 'arrow' => [60, 60, -50, -30], 'line' => [-20, 60, 70, 10]] as $tool => [$x, $y, $dx, $dy]
        ) {
            $desk->click("[data-tool='{$tool}']");
            (new WebDriverActions($desk->web))
                ->moveToElement($desk->find('[data-drawing]'), $x, $y)
                ->clickAndHold()
                ->moveByOffset(intdiv($dx, 2), $dy)
                ->moveByOffset(intdiv($dx, 2), 0)
                ->release()
                ->perform();
        }
        $desk->click("[data-tool='word']");
        (new WebDriverActions($desk->web))
            ->moveToElement($desk->find('[data-drawing]'), 20, -70)
            ->click()
            ->perform();
        $desk->find('#word');
        $desk->press('calmer', 'enter');
        $desk->fill('#text', 'Could the sky be calmer?')->click('[data-form] .btn')->see('Could the sky be calmer?');
        $this->waits($desk, fn (array $told): bool => count($told['comments']) === 1);
        $svg = $this->told($desk)['comments'][0]['svg'];
        foreach (['<ellipse', '<path', '<text', 'calmer'] as $part) {
            self::assertStringContainsString($part, $svg);
        }
        $desk->until(
            fn (): bool => count($desk->web->findElements(WebDriverBy::cssSelector('[data-drawn] ellipse'))) === 2,
            'the drawing does not stay on the picture',
        );
        // The circle is where it was drawn, whatever the size of the window.
        preg_match('/viewBox="0 0 (\d+) (\d+)".*?cx="(\d+)" cy="(\d+)"/', $svg, $found);
        $room = $desk->script(
            "const box = document.querySelector('[data-drawing]').getBoundingClientRect(); return [box.width, ".
                'box.height]',
        );
        self::assertEqualsWithDelta(0.5 - 50 / $room[0], (int) $found[3] / (int) $found[1], 0.02);
        self::assertSame([], $desk->violations('large view'));
        $desk->press('escape');
        $desk->until(
            fn (): bool => str_contains($desk->text('[data-grid]'), 'calmer'),
            'the grid does not show the comment',
        );
    }

    public function test_what_is_begun_stays_with_its_picture_over_a_reload(): void
    {
        $desk = self::atTheDesk();
        $desk->click('.proof .open')->find('dialog[open]');
        $place = $desk->text('[data-place]');
        $desk->fill('#text', 'half a thought')->click("[data-tool='circle']");
        (new WebDriverActions($desk->web))
            ->moveToElement($desk->find('[data-drawing]'), -40, -30)
            ->clickAndHold()
            ->moveByOffset(60, 40)
            ->release()
            ->perform();
        $desk->click("[data-tool='circle']")->click('[data-on]');
        // On the next picture nothing of it is in the way.
        self::assertSame(
            ['', 0],
            [
                $desk->script("return document.querySelector('#text').value"),
                count($desk->web->findElements(WebDriverBy::cssSelector('[data-drawing] ellipse'))),
            ],
        );
        $desk->fill('#text', 'another');
        $desk->web->navigate()->refresh();
        $desk->find('[data-gallery][data-ready]');
        $desk->click('.proof .open')->find('dialog[open]');
        self::assertSame($place, $desk->text('[data-place]'));
        self::assertSame(
            ['half a thought', 2],
            [
                $desk->script("return document.querySelector('#text').value"),
                count($desk->web->findElements(WebDriverBy::cssSelector('[data-drawing] ellipse'))),
            ],
        );
        $desk->click('[data-on]');
        self::assertSame('another', $desk->script("return document.querySelector('#text').value"));
        foreach ([1, 2] as $_) {
            $desk->script(
                "const text = document.querySelector('#text'); text.value = ''; text.dispatchEvent(new Event('input'))",
            );
            $desk->click('[data-back]');
        }
        $desk->click('[data-undraw]')->click('[data-close]');
    }

    public function test_no_more_than_agreed_and_two_side_by_side(): void
    {
        $desk = self::atTheDesk();
        $desk->click("[data-chooses='4']");
        $this->counted($desk, '4');
        // The word on the picture goes after a moment; what was there is kept for a machine that is slow to look.
        $desk->script(
            'window.stood = []; new MutationObserver(() => '.
                "window.stood.push(...[...document.querySelectorAll('.proof[data-number=\"5\"] .refused')].map((note) ".
                "=> note.textContent))).observe(document.querySelector('[data-grid]'), { childList: true, subtree: ".
                'true })',
        );
        $desk->click("[data-chooses='5']")->see('no more can be');
        self::assertStringContainsString('4 of 4 chosen', implode(' ', $desk->script('return window.stood')));
        $this->counted($desk, '4');
        // What is refused moves the page, and a pointer that was on its way would miss.
        $desk->script("document.querySelector('[data-chooses=\"4\"]').click()");
        $this->counted($desk, '3');
        $desk->click('.proof .open')->find('dialog[open]');
        $desk->press('c');
        $desk->until(
            fn (): bool => count(
                array_filter(
                    $desk->web->findElements(WebDriverBy::cssSelector('.large figure')),
                    fn ($figure): bool => $figure->isDisplayed(),
                ),
            ) === 2,
            'there are not two',
        );
        self::assertStringContainsString('Pictures 1 and 2', $desk->text('[data-place]'));
        self::assertSame([], $desk->violations('two side by side'));
        $desk->press('c', 'escape');
        foreach (['chosen' => 3, 'said' => 1] as $filter => $count) {
            $desk->click("[data-filter='{$filter}']");
            $desk->until(
                fn (): bool => count($desk->web->findElements(WebDriverBy::cssSelector('.proof'))) === $count,
                "not {$count} are {$filter}",
            );
        }
        $desk->click("[data-filter='all']");
    }

    public function test_a_guest_who_is_offline_goes_on_and_loses_nothing_over_a_reload(): void
    {
        $phone = self::onThePhone();
        self::assertLessThanOrEqual(500, $phone->script('return document.documentElement.scrollWidth'));
        $phone->connect(false);
        $phone->click("[data-chooses='2']")->click("[data-chooses='6']")->see('have not reached the studio yet');
        $this->counted($phone, '2');
        $phone->connect(true);
        $phone->visit(self::$link)->find('[data-ready]');
        $this->counted($phone, '2');
        $this->waits($phone, fn (array $told): bool => ($told['chosen']['Album'] ?? []) === [2, 6]);
        self::assertSame([], $phone->violations('gallery on a phone'));
        // A swipe turns the picture.
        $phone->click('.proof .open')->find('dialog[open]');
        $phone->script(
            "const view = document.querySelector('.large .view'); const touch = (type, x) => ".
                "view.dispatchEvent(new PointerEvent(type, { pointerType: 'touch', clientX: x, bubbles: true })); ".
                "touch('pointerdown', 400); touch('pointerup', 200)",
        );
        self::assertStringContainsString('Picture 2', $phone->text('[data-place]'));
        self::assertSame([], $phone->violations('large view on a phone'));
        $phone->press('escape');
        // Text twice as large leaves half the room: a desk of 640 pixels, a phone of 320 (WCAG 2.2, 1.4.4 and 1.4.10).
        $tools = new ChromeDevToolsDriver($phone->web);
        foreach ([640 => 400, 320 => 640] as $width => $height) {
            $tools->execute('Emulation.setDeviceMetricsOverride', [
                'width' => $width,
                'height' => $height,
                'deviceScaleFactor' => 2,
                'mobile' => false,
            ]);
            foreach (['' => '[data-ready]', '/send' => 'form .btn-next'] as $page => $there) {
                $phone->visit(self::$link.$page)->find($there);
                self::assertSame(
                    [$width, []],
                    [
                        $phone->script('return Math.max(innerWidth, document.documentElement.scrollWidth)'),
                        $phone->violations("{$page} with large text, {$width} px"),
                    ],
                );
            }
        }
        $tools->execute('Emulation.clearDeviceMetricsOverride');
        $phone->visit(self::$link)->find('[data-ready]');
    }

    public function test_both_send_and_the_studio_answers_publishes_again_and_loses_nothing(): void
    {
        foreach (
            [
                [self::onThePhone(), 'Joss Merle', 'joss@saltmarsh.example', 2],
                [self::atTheDesk(), 'Ada Fenn', 'ada@saltmarsh.example', 3],
            ] as [$guest, $name, $email, $count]
        ) {
            $guest->click('[data-send]')->see("Your selection: {$count} of");
            self::assertSame([], $guest->violations('look over'));
            $guest
                ->fill('#name', $name)
                ->fill('#email', $email)
                ->fill('#message', 'Thank you')
                ->click('form .btn-next')
                ->see("Thank you, {$name}");
            self::assertFalse($guest->web->findElement(WebDriverBy::cssSelector('[data-send]'))->isDisplayed());
        }
        $studio = self::$studio;
        $studio
            ->visit('/shoots/'.self::$shoot.'/proof')
            ->click('[data-gallery] h3 a')
            ->see('Who wants what');
        $gallery = $studio->web->getCurrentURL();
        self::assertStringContainsString('all agree 1', (string) preg_replace('/\s+/', ' ', $studio->text('main')));
        self::assertSame([], $studio->violations('what guests said'));
        $studio
            ->visit("{$gallery}?kind=noted")
            ->click('.note-of-guest summary')
            ->fill('.note-of-guest textarea', 'It will be calm.')
            ->click('.note-of-guest .btn-ink')
            ->see('The answer stands beside the picture');
        $studio
            ->visit("{$gallery}?kind=noted")
            ->click('.note-of-guest form:last-child button')
            ->see('Ticked off');
        $desk = self::atTheDesk();
        $desk->find('.said-here');
        $desk->script("document.querySelector('.said-here').parentElement.querySelector('.open').click()");
        $desk->see('It will be calm.');
        $desk->press('escape');
        // Dropped, captioned, and published again.
        $studio->visit('/shoots/'.self::$shoot.'/cull')->find('[data-cull][data-ready]');
        $studio->script("document.querySelector('[data-wall]').focus()");
        $studio->press('d')->until(fn (): bool => $studio->text('[data-dropped]') === '1', 'nothing was dropped');
        $studio->until(
            fn (): bool => str_contains($studio->visit($gallery)->text('main'), '1 dropped since'),
            'it is not out of date',
            20,
        );
        $studio->click('main .btn-next')->see('Published again');
        $told = $this->told(self::atTheDesk());
        self::assertSame(
            [[1, 2, 3], [2], 1, 'It will be calm.', true, true],
            [
                $told['chosen']['Album'],
                $told['chosen']['Parents'],
                count($told['comments']),
                $told['comments'][0]['answer'],
                $told['comments'][0]['isDone'],
                $told['isSent'],
            ],
        );
        self::assertStringContainsString('left the gallery', $studio->text('main'));
        // Opened again, the guest can go on.
        $studio->visit($gallery)->click('[data-selection] form[action*="/open"] button')->see('can choose again');
        $desk = self::atTheDesk();
        $desk->find('[data-send]');
        self::assertSame([], $studio->complaints());
    }

    public function test_frames_come_in_by_themselves_while_the_guest_looks(): void
    {
        $studio = self::$studio;
        $studio
            ->visit('/shoots/'.self::$shoot.'/proof?rating=5')
            ->fill('#title', 'As it happens')
            ->fill('#lists', 'Chosen');
        $studio->script("document.querySelector('#live').closest('details').open = true");
        $studio
            ->fill('#live', 'rating>=4')
            ->script(
                "document.querySelector('form.panel').requestSubmit(document.querySelector('form.panel ".
                    ".btn-next')) ?? 0",
            );
        $studio->until(
            fn (): bool => str_contains($studio->text('main'), 'goes along with'),
            'the gallery is not there',
            20,
        );
        $link = $studio->attribute('[data-gallery]:first-of-type [data-link]', 'href', 60);
        $desk = self::$desk ??= Browser::open(Browser::address());
        $desk->visit($link)->find('[data-ready]');
        self::assertCount(0, $desk->web->findElements(WebDriverBy::cssSelector('.proof')));
        $studio->visit('/shoots/'.self::$shoot.'/cull')->find('[data-cull][data-ready]');
        $studio->script("document.querySelector('[data-wall]').focus()");
        $start = microtime(true);
        $studio->press('right', '5');
        $desk->until(
            fn (): bool => count($desk->web->findElements(WebDriverBy::cssSelector('.proof'))) === 1,
            'the frame does not come',
            30,
        );
        self::assertLessThan(20, microtime(true) - $start);
        // What guests choose shows while culling.
        $desk->click('.proof .ring');
        $studio->see('Guests chose or said something of 1 frame', 20);
        $studio->press('enter');
        $studio->until(
            fn (): bool => str_contains($studio->text('[data-shown]'), 'guest'),
            'culling does not show who wants it',
        );
    }

    public function test_closed_doors_can_be_read_by_everybody_too(): void
    {
        $studio = self::$studio;
        $links = $studio
            ->visit('/shoots/'.self::$shoot.'/proof')
            ->attribute('[data-gallery] .spread .btn-line', 'href');
        $open = function (array $facts) use ($studio, $links): string {
            $studio
                ->visit($links)
                ->script("document.querySelectorAll('details').forEach((part) => { part.open = true; })");
            foreach ($facts as $field => $value) {
                $value === true ? $studio->click("[name='{$field}']") : $studio->fill($field, $value);
            }
            $studio->script("document.querySelector('form[action$=\"/shares\"]').requestSubmit()");
            $studio->see('works');

            return $studio->attribute('[data-share]:last-of-type [data-link]', 'href');
        };
        $guest = self::$phone ??= Browser::open(Browser::address(), 500, 800);
        $locked = $open(['#password' => 'anchor light']);
        self::assertSame([], $guest->visit($locked)->violations('password'));
        $guest->fill('#password', 'wrong')->click('.btn-next')->see('not the password');
        self::assertSame([], $guest->violations('wrong password'));
        $named = $open(['#people' => 'Noor Hale <noor@saltmarsh.example>', 'is_named' => true]);
        self::assertSame([], $guest->visit($named)->see('link of their own')->violations('named people'));
        $studio->click('[data-share]:last-of-type form .btn-line')->see('does not work any more');
        self::assertSame([], $guest->visit($named)->see('This link has ended')->violations('an ended link'));
        self::assertSame([], $studio->violations('links'));
    }

    /** @param  callable(array<string, mixed>): bool  $is */
    private function waits(Browser $guest, callable $is): void
    {
        $guest->until(
            fn (): bool => $is($this->told($guest)),
            'the server does not have it: '.json_encode($this->told($guest)),
            15,
        );
        self::assertTrue($is($this->told($guest)));
    }
}
