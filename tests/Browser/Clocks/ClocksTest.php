<?php

declare(strict_types=1);

namespace Tests\Browser\Clocks;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\TestCase;
use Tests\Browser\Browser;

/**
 * Two bodies brought in step: dragging and nudging a lane, tying frames and times, what the frames tell, taking back.
 */
final class ClocksTest extends TestCase
{
    private static Browser $studio;

    private static int $shoot;

    public static function setUpBeforeClass(): void
    {
        self::$studio = Browser::openStudio('Clock Pictures');
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
        $shoot = self::$shoot;
        self::$studio->until(
            fn (): bool => self::$studio->script(
                "return fetch('/shoots/{$shoot}/clocks/frames').then((answer) => answer.json()).then((table) => ".
                    'table.lanes.reduce((sum, lane) => sum + lane.frames.length, 0))',
            ) === 144,
            'the cards are not read',
            30,
        );
    }

    public static function tearDownAfterClass(): void
    {
        self::$studio->close();
    }

    private function open(string $body): Browser
    {
        $studio = self::$studio->visit('/shoots/'.self::$shoot.'/clocks');
        $studio->find('[data-clocks][data-ready]');
        foreach ($studio->web->findElements(WebDriverBy::cssSelector('[data-lane-name]')) as $lane) {
            if (str_contains($lane->getText(), $body)) {
                $lane->click();
                break;
            }
        }
        $studio->see("{$body} needs")->find('[data-clocks][data-ready]');

        return $studio;
    }

    /** The offset in the form, in milliseconds. */
    private function offset(): int
    {
        return (int) round(
            self::$studio->script(
                "const f = document.querySelector('[data-clock]').elements; return (f.direction.value === ".
                    "'earlier' ? -1 : 1) * 1000 * (f.days.value * 86400 + f.hours.value * 3600 + f.minutes.value * 60 ".
                    '+ Number(f.seconds.value))',
            ),
        );
    }

    private function words(string $words): void
    {
        self::$studio->until(
            fn (): bool => self::$studio->text('[data-words]') === $words,
            "the clock does not read {$words} but ".self::$studio->text('[data-words]'),
        );
    }

    /** Clicks the frame of a name where it is in its lane, after it was brought into sight. */
    private function hold(string $lane, int $place): string
    {
        $studio = self::$studio;
        $studio->script("document.querySelector('[data-drawing]').focus()");
        $studio->press('escape');
        $lanes = array_map(
            fn ($one): string => $one->getText(),
            $studio->web->findElements(WebDriverBy::cssSelector('[data-lane-name]')),
        );
        $row = (int) array_key_first(array_filter($lanes, fn (string $text): bool => str_contains($text, $lane)));
        $x = $studio->script(
            "return Math.round(document.querySelector('[data-drawing]').clientWidth * {$place} / 100)",
        );
        $this->at($x, $row * 62 + 50)
            ->click()
            ->perform();

        return (string) $studio->until(
            fn (): ?string => preg_match('/^(\S+) is held/', $studio->text('[data-tie-words]'), $m) === 1 ? $m[1] : null,
            'nothing is held',
        );
    }

    private function at(int $x, int $y): WebDriverActions
    {
        $studio = self::$studio;
        $drawing = $studio->find('[data-drawing]');
        $width = $studio->script("return document.querySelector('[data-drawing]').clientWidth");
        $height = $studio->script("return document.querySelector('[data-drawing]').clientHeight");

        return (new WebDriverActions($studio->web))->moveToElement(
            $drawing,
            (int) ($x - $width / 2),
            (int) ($y - $height / 2),
        );
    }

    public function test_a_lane_is_nudged_by_keys_and_dragged_by_hand_and_nothing_is_kept_until_somebody_says_so(): void
    {
        $studio = $this->open('Corvid M2');
        $this->words('0 s');
        $studio->script("document.querySelector('[data-drawing]').focus()");
        $keys = $studio->web->switchTo()->activeElement();
        // Shift alone a second, with Ctrl ten, with Alt a tenth.
        $keys->sendKeys(
            WebDriverKeys::SHIFT.
                WebDriverKeys::ARROW_RIGHT.
                WebDriverKeys::ARROW_RIGHT.
                WebDriverKeys::ARROW_LEFT.
                WebDriverKeys::NULL,
        );
        $keys->sendKeys(
            WebDriverKeys::SHIFT.WebDriverKeys::CONTROL.WebDriverKeys::ARROW_RIGHT.WebDriverKeys::NULL,
        );
        $keys->sendKeys(WebDriverKeys::SHIFT.WebDriverKeys::ALT.WebDriverKeys::ARROW_LEFT.WebDriverKeys::NULL);
        $this->words('+ 10.9 s');
        $studio->click("[data-nudge='0.1']");
        $this->words('+ 11 s');
        self::assertMatchesRegularExpression('/^90 of 90$/', $studio->text('[data-moved]'));
        // A hundred pixels of the whole day are some minutes.
        $row = str_contains($studio->script("return document.querySelector('[data-lane-name]').innerText"), 'Corvid')
            ? 0
            : 1;
        $span = $studio->script(
            "return new URLSearchParams(location.hash.slice(1)).get('to') - new ".
                "URLSearchParams(location.hash.slice(1)).get('from')",
        );
        $width = $studio->script("return document.querySelector('[data-drawing]').clientWidth");
        $this->at(400, $row * 62 + 20)
            ->clickAndHold()
            ->moveByOffset(60, 0)
            ->moveByOffset(40, 0)
            ->release()
            ->perform();
        $studio->until(
            fn (): bool => abs($this->offset() - 11_000 - (100 * $span) / $width) < (2 * $span) / $width,
            'dragging does not move the lane',
        );
        // The wheel goes closer; the ground of another lane goes along; Home shows the whole day again.
        $studio->script(
            "document.querySelector('[data-drawing]').dispatchEvent(new WheelEvent('wheel', { deltaY: -100, ".
                'clientX: 600, clientY: 420, cancelable: true }))',
        );
        $studio->until(
            fn (): bool => $studio->script(
                "return new URLSearchParams(location.hash.slice(1)).get('to') - new ".
                    "URLSearchParams(location.hash.slice(1)).get('from')",
            ) <
                0.85 * $span,
            'the wheel does not go closer',
        );
        $from = (float) $studio->script("return new URLSearchParams(location.hash.slice(1)).get('from')");
        $this->at(400, (1 - $row) * 62 + 20)
            ->clickAndHold()
            ->moveByOffset(50, 0)
            ->moveByOffset(50, 0)
            ->release()
            ->perform();
        $studio->until(
            fn (): bool => (float) $studio->script("return new URLSearchParams(location.hash.slice(1)).get('from')") <
                $from,
            'the ground does not go along',
        );
        // In to a second and no further.
        $studio->script("document.querySelector('[data-drawing]').focus()");
        $studio->press(...array_fill(0, 24, '+'));
        $studio->until(
            fn (): bool => abs(
                $studio->script(
                    "return new URLSearchParams(location.hash.slice(1)).get('to') - new ".
                        "URLSearchParams(location.hash.slice(1)).get('from')",
                ) - 1000,
            ) < 3,
            'a second does not fill the lanes',
        );
        self::assertMatchesRegularExpression(
            '/\d\d:\d\d:\d\d\.\d/',
            $studio->script("return document.querySelector('[data-drawing]').textContent"),
        );
        $studio->press(WebDriverKeys::HOME);
        self::assertSame([], $studio->violations('clocks'));
        $studio->visit('/shoots/'.self::$shoot.'/clocks')->see('None yet');
        self::assertSame([], $studio->complaints());
    }

    public function test_frames_held_with_the_mouse_are_tied_the_clock_is_used_and_taken_back(): void
    {
        $studio = $this->open('Halden 6');
        // The first frames of the day of both: the left end of each lane.
        $first = $this->hold('Halden 6', 2);
        self::assertStringStartsWith('HLDB', $first);
        $row = str_contains($studio->script("return document.querySelector('[data-lane-name]').innerText"), 'Corvid')
            ? 0
            : 1;
        $this->at(10, $row * 62 + 50)
            ->click()
            ->perform();
        $studio->until(
            fn (): bool => preg_match('/HLDB\d+\.JPG and CRVM\d+\.JPG are held/', $studio->text('[data-tie-words]')) ===
                1,
            'two are not held',
        );
        self::assertCount(2, $studio->web->findElements(WebDriverBy::cssSelector('[data-near] [data-held]')));
        $studio->script("document.querySelector('[data-drawing]').focus()");
        $studio->press('t');
        $studio->until(
            fn (): bool => str_contains($studio->text('[data-ties]'), 'One tie gives the offset'),
            'there is no tie',
        );
        $studio->until(
            fn (): bool => $this->offset() !== 0 &&
                str_contains($studio->text('[data-ties]'), 'Take '.$studio->text('[data-words]')),
            'the tie is not tried',
        );
        $said = $studio->text('[data-words]');
        $studio->click('[data-use]')->see("the clock is used ({$said}");
        $this->open('Halden 6');
        $this->words($said);
        // From the other body it asks for nothing.
        $this->open('Corvid M2');
        $studio->until(
            fn (): bool => str_contains($studio->text('[data-ties]'), 'Take right as it is'),
            'the tie is not seen from the other body',
        );
        $studio->click('form[action$="/back"] button')->see('Undone');
        $this->open('Halden 6');
        $this->words('0 s');
        $studio->click('[data-untie]')->see('Hold a frame of this body');
    }

    public function test_the_time_that_a_frame_shows_is_typed_and_nonsense_is_told_at_the_field(): void
    {
        $studio = $this->open('Halden 6');
        $this->hold('Halden 6', 2);
        $studio->fill('[data-tie-time]', 'noon')->click('[data-tie-typed]')->see('“noon” is no time');
        // The camera said 05:42 and something; it was an hour later.
        $said = $studio->script(
            "return document.querySelector('[data-near] [data-held] figcaption span:last-child').title.slice(-21)",
        );
        $studio->fill('[data-tie-time]', '06'.substr($said, 13))->press('enter');
        $studio->until(fn (): bool => $this->offset() !== 0, 'the tie is not tried');
        self::assertEqualsWithDelta(3_600_000, $this->offset(), 100);
        $studio->click('[data-untie]')->see('Hold a frame of this body');
    }

    public function test_a_clock_for_a_span_is_set_changed_and_taken_away(): void
    {
        $studio = $this->open('Corvid M2');
        $studio
            ->click('.clock-panels summary')
            ->fill('#from', '12:00:00')
            ->fill('#to', '11:00:00')
            ->see('The span ends before it begins');
        self::assertFalse($studio->find('[data-use]')->isEnabled(), 'a clock that cannot be used is offered');
        $studio->fill('#to', '2026-09-05 20:00:00')->fill('#minutes', '3')->fill('#seconds', '17');
        $studio->until(
            fn (): bool => $studio->find('[data-use]')->isEnabled() && $studio->text('[data-words]') === '+ 3 min 17 s',
            'the clock is not tried',
        );
        // Only the frames of the span move.
        self::assertMatchesRegularExpression('/^[1-8]\d of 90$/', $studio->text('[data-moved]'));
        $studio->click('[data-use]')->see('the clock is used (+ 3 min 17 s)');
        $this->open('Corvid M2');
        $this->words('0 s');
        $studio
            ->see('readings 2026-09-05 12:00:00 to 2026-09-05 20:00:00')
            ->click('.clock-panels a[href*="clock="]')
            ->find('[data-clocks][data-ready]');
        $this->words('+ 3 min 17 s');
        self::assertSame('2026-09-05 12:00:00', $studio->script("return document.querySelector('#from').value"));
        $studio
            ->click('.clock-panels input[value="DELETE"] + button, form[action*="/clocks/set/"] button')
            ->see('The clock was taken away');
        $this->open('Corvid M2')->see('None yet. “Use this clock”');
    }

    public function test_a_drift_that_no_clock_has_and_a_zone_that_does_not_exist_are_told_while_typing(): void
    {
        $studio = $this->open('Corvid M2');
        $studio->click('.clock-panels summary')->fill('#drift', '90')->see('More than 60 is no clock');
        $studio
            ->fill('#drift', '0')
            ->fill('#zone', 'Moon/Tranquility')
            ->see('There is no time zone “Moon/Tranquility”');
        $studio->fill('#zone', '')->fill('#days', '800')->see('would send 90 frames to 2028; the shoot was in 2026');
        $studio->fill('#days', '0');
        $studio->until(fn (): bool => $studio->find('[data-use]')->isEnabled(), 'the clock cannot be used any more');
        $studio->script("document.querySelector('[data-drawing]').focus()");
        $studio->press('?')->see('Back to the lanes');
        $studio->click('dialog[open] button');
        self::assertSame(0, $this->offset());
    }

    public function test_what_the_frames_tell_is_taken_and_looked_at(): void
    {
        $studio = $this->open('Halden 6');
        $studio
            ->click('.compare button')
            ->until(fn (): bool => str_contains($studio->text('#suggestion'), 'in step with'), 'nothing is told', 20);
        self::assertSame(0, $this->offset(), 'a suggestion was tried unasked');
        $studio->click('#suggestion [data-fill]');
        // An hour and 3 min 17 s: 56 min 43 s between them.
        $studio->until(fn (): bool => abs($this->offset() - 3_403_000) < 1000, 'what is told is not tried');
        $studio
            ->click('#suggestion li')
            ->until(
                fn (): bool => count($studio->web->findElements(WebDriverBy::cssSelector('[data-near] [data-held]'))) ===
                    2,
                'the pair is not shown',
            );
        self::assertSame([], $studio->violations('clocks'));
    }
}
