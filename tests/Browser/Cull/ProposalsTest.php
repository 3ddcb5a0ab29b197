<?php

declare(strict_types=1);

namespace Tests\Browser\Cull;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\TestCase;
use Tests\Browser\Browser;

/** Proposals that are taken, changed and undone, and people against frames, by keys, mouse and touch. */
final class ProposalsTest extends TestCase
{
    private static Browser $studio;

    private static int $shoot;

    public static function setUpBeforeClass(): void
    {
        self::$studio = Browser::openStudio('Proposing Pictures');
        self::$shoot = self::$studio->openShoot('Regatta', 'ivo');
        self::$studio->visit('/shoots/'.self::$shoot.'/cull')->find('[data-cull][data-ready]', 20);
        self::$studio->click('[data-proposals-button]');
        self::$studio->until(function (): bool {
            // Previews may still be on their way: what has none is asked for again.
            self::$studio->script(
                "const rest = document.querySelector('button[data-measure]'); rest.hidden || rest.click()",
            );
            usleep(400_000);

            return preg_match('/^All \d+ frames are measured/', self::$studio->text('[data-measures]')) === 1;
        }, 'frames are not measured', 240);
    }

    public static function tearDownAfterClass(): void
    {
        self::$studio->close();
    }

    protected function tearDown(): void
    {
        self::assertSame([], self::$studio->complaints());
    }

    private function fresh(): Browser
    {
        self::$studio
            ->visit('/shoots/'.self::$shoot.'/cull/rounds')
            ->choose('#source', 'all')
            ->choose('#doubt', 'nothing')
            ->click('form .btn-next')
            ->find('[data-cull][data-ready]', 20);
        self::$studio->script("document.querySelector('[data-wall]').focus()");
        $this->until(fn (): bool => $this->outlined() > 0, 'nothing is outlined');

        return self::$studio;
    }

    private function outlined(): int
    {
        return (int) self::$studio->script("return document.querySelectorAll('[data-wall] .is-proposed').length");
    }

    private function until(callable $look, string $problem): void
    {
        self::$studio->until($look, $problem, 20);
    }

    private function number(string $selector): int
    {
        return (int) preg_replace('/\D/', '', self::$studio->text($selector));
    }

    public function test_all_that_is_proposed_is_kept_in_one_step_and_undone_in_one(): void
    {
        $studio = $this->fresh();
        self::assertSame(0, $this->number('[data-kept]'));
        $studio->click('[data-proposals-button]');
        $proposed = $this->number('[data-take]');
        self::assertGreaterThan(5, $proposed);
        $studio->click('[data-take]');
        $this->until(fn (): bool => $this->number('[data-kept]') === $proposed, 'they are not kept');
        self::assertSame(0, $this->number('[data-dropped]'));
        $studio->press('backspace');
        $this->until(fn (): bool => $this->number('[data-kept]') === 0, 'one undo does not take them back');
        $studio->click('[data-take-only]');
        $all = $this->number('[data-total]');
        $this->until(
            fn (): bool => $this->number('[data-kept]') === $proposed &&
                $this->number('[data-dropped]') === $all - $proposed,
            'the rest is not dropped',
        );
        $studio->press('backspace');
        $this->until(fn (): bool => $this->number('[data-open]') === $all, 'they are not open again');
    }

    public function test_fewer_and_more_by_the_slider_and_by_a_number(): void
    {
        $studio = $this->fresh();
        $studio->click('[data-proposals-button]');
        $this->slide(50);
        $half = $this->number('[data-take]');
        $this->slide(10);
        $tenth = $this->number('[data-take]');
        self::assertEqualsWithDelta($half, 5 * $tenth, 5);
        $studio->script(
            "const field = document.querySelector('input[data-wanted]'); field.value = 20; ".
                "field.dispatchEvent(new Event('change', { bubbles: true }))",
        );
        $this->until(fn (): bool => abs($this->number('[data-take]') - 20) <= 1, 'the number is not taken');
        // What was chosen is there after a reload.
        $shoot = self::$shoot;
        $this->until(fn (): bool => abs((int) $studio->script(
            "return fetch('/shoots/{$shoot}/cull/proposals').then((answer) => answer.json())".
                '.then(({ share, order }) => Math.round(share / 100 * order.length))',
        ) - 20) <= 1, 'it is not kept');
        $this->fresh();
        self::assertEqualsWithDelta(20, $this->number('[data-proposals-button]'), 1);
    }

    public function test_what_is_set_is_kept_though_the_page_is_left_at_once(): void
    {
        $studio = $this->fresh();
        $shoot = self::$shoot;
        $kept = fn (): int => (int) $studio->script(
            "return fetch('/shoots/{$shoot}/cull/proposals').then((answer) => answer.json()).then(({ share }) => share)",
        );
        foreach ([37, 22] as $share) {
            $this->slide($share);
            $studio->visit('/shoots/'.self::$shoot.'/clocks');
            $this->until(fn (): bool => $kept() === $share, 'it is lost');
            $studio->visit('/shoots/'.self::$shoot.'/cull')->find('[data-cull][data-ready]', 20);
        }
    }

    public function test_what_the_studio_keeps_is_learned_by_a_button_and_forgotten_by_another(): void
    {
        $studio = $this->fresh();
        $studio->click('[data-proposals-button]');
        $says = fn (string $words): bool => str_contains($studio->text('span[data-taste]'), $words);
        $studio->click('.what-counts summary');
        self::assertTrue($says('can be learned'));
        $studio->click('[data-learn]');
        // There is no finished shoot yet: that is said, and nothing is offered.
        $this->until(fn (): bool => $says('too little to learn from'), 'nothing is said of what was learned');
        self::assertFalse($studio->web->findElement(WebDriverBy::cssSelector('[data-use-taste]'))->isDisplayed());
        $studio->click('[data-forget-taste]');
        $this->until(fn (): bool => $says('can be learned'), 'it is not forgotten');
    }

    public function test_other_work_and_weights_change_what_is_proposed_and_clearing_hides_it(): void
    {
        $studio = $this->fresh();
        $studio->click('[data-proposals-button]');
        $studio->choose('[data-work]', 'details');
        $weight = fn (): string => (string) $studio->script("return document.querySelector('[data-weight=eyes]').value");
        $this->until(fn (): bool => $weight() === '0', 'details weigh eyes');
        $studio->choose('[data-work]', 'people');
        $this->until(fn (): bool => $weight() === '90', 'people weigh eyes less');
        $studio->click('[data-propose]');
        $this->until(fn (): bool => $this->outlined() === 0, 'outlines stay');
        $studio->click('[data-propose]');
        $this->until(fn (): bool => $this->outlined() > 0, 'outlines do not come again');
        self::assertSame(0, $this->number('[data-kept]') + $this->number('[data-dropped]'));
    }

    public function test_a_moment_is_taken_by_a_key_and_the_next_to_decide_is_found(): void
    {
        $studio = $this->fresh();
        // So that every moment has one.
        $this->slide(50);
        $studio->press('enter')->find('[data-image]');
        $this->until(fn (): bool => str_contains($studio->text('.ladder [aria-current]'), 'best'), 'no status');
        $id = fn (): string => $studio->attribute('[data-image]', 'data-id');
        $before = $id();
        (new WebDriverActions($studio->web))
            ->keyDown(null, WebDriverKeys::SHIFT)
            ->sendKeys(null, 'a')
            ->keyUp(null, WebDriverKeys::SHIFT)
            ->perform();
        $this->until(
            fn (): bool => $this->number('[data-kept]') > 0 && $this->number('[data-dropped]') > 0,
            'the moment is not taken',
        );
        $this->until(fn (): bool => ! str_contains($studio->text('.ladder [aria-current]'), 'best'), 'it has a status');
        $studio->press('n');
        $this->until(fn (): bool => $id() !== $before, 'the next to decide is not shown');
        $this->until(fn (): bool => str_contains($studio->text('.ladder [aria-current]'), 'best'), 'it is decided');
    }

    public function test_people_against_frames_by_keys(): void
    {
        $studio = $this->fresh();
        $this->goToPeople();
        $studio->press('v');
        $this->until(fn (): bool => $this->cells() > 3, 'no people');
        $title = fn (): string => $studio->text('[data-people-title]');
        $first = $title();
        $studio->press('right');
        $this->until(fn (): bool => $title() !== $first, 'an arrow does not move through frames');
        $row = fn (): string => $studio->attribute('.face-cell[aria-current]', 'data-person');
        $person = $row();
        $studio->press('down');
        $this->until(fn (): bool => $row() !== $person, 'an arrow does not move through people');
        $this->hold(true);
        $studio->find('.people-close img');
        $this->hold(false);
        $this->until(
            fn (): bool => $studio->script("return document.querySelector('.people-close') === null"),
            'true pixels stay',
        );
        $columns = (int) $studio->script("return document.querySelectorAll('.people-head').length");
        $studio->press('a');
        $this->until(
            fn (): bool => $this->number('[data-kept]') === 1 && $this->number('[data-dropped]') === $columns - 1,
            'one is not kept and the rest not dropped',
        );
        $studio->press('v');
        $this->until(
            fn (): bool => $studio->attribute('[data-cull]', 'data-mode') === 'one',
            'the key does not lead back',
        );
    }

    public function test_people_against_frames_by_touch(): void
    {
        $studio = $this->fresh();
        $this->goToPeople();
        $studio->press('v');
        $this->until(fn (): bool => $this->cells() > 3, 'no people');
        $touch = fn (string $type, int $cell) => $studio->script(
            "document.querySelectorAll('.face-cell')[{$cell}].dispatchEvent(new PointerEvent('{$type}', ".
                "{ pointerType: 'touch', bubbles: true }))",
        );
        $touch('pointerdown', 2);
        $studio->find('.people-close img');
        $touch('pointerup', 2);
        $this->until(
            fn (): bool => $studio->script("return document.querySelector('.people-close') === null"),
            'true pixels stay under a finger that has left',
        );
        $frame = $studio->script("return document.querySelectorAll('.face-cell')[1].dataset.frame");
        $studio->script("document.querySelectorAll('.face-cell')[1].click()");
        $this->until(
            fn (): bool => $studio->attribute('.people-head[aria-current]', 'data-frame') === $frame,
            'a tap does not choose a frame',
        );
    }

    public function test_faces_lie_under_the_frame_with_a_word_and_a_reason(): void
    {
        $studio = $this->fresh();
        $this->goToPeople();
        $studio->find('[data-faces] figure canvas');
        self::assertNotSame('', $studio->text('[data-faces] figcaption'));
        $this->until(fn (): bool => str_contains($studio->text('.why'), 'eyes'), 'no reason');
        $this->until(
            fn (): bool => (bool) $studio->script(
                "return document.querySelector('[data-faces] canvas').dataset.whole !== undefined",
            ),
            'true pixels do not come',
        );
        self::assertLessThanOrEqual(
            6,
            $studio->script("return document.querySelectorAll('[data-faces] figure').length"),
        );
    }

    public function test_frames_are_found_by_what_was_measured(): void
    {
        $studio = $this->fresh();
        $studio->press('/');
        $studio->fill('input[data-where]', 'eyes:closed and faces>=2');
        $studio->click('[data-find] .btn-ink');
        $all = $this->number('[data-total]');
        $this->until(fn (): bool => $this->number('[data-meant]') > 0 && $studio->script(
            "return Number(document.querySelector('[data-meant]').textContent) < {$all}",
        ), 'the filter finds all or none');
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

    private function cells(): int
    {
        return (int) self::$studio->script("return document.querySelectorAll('.face-cell').length");
    }

    private function slide(int $to): void
    {
        self::$studio->script(
            "const slider = document.querySelector('[data-share]'); slider.value = {$to}; ".
                "slider.dispatchEvent(new Event('input', { bubbles: true }))",
        );
    }

    /** One frame, of a moment that shows people from near. */
    private function goToPeople(): void
    {
        $shoot = self::$shoot;
        $found = self::$studio->script(
            "return fetch('/shoots/{$shoot}/cull/meeting?where=' + encodeURIComponent('faces>=4 and eyes:open'))".
                '.then((answer) => answer.json()).then(({ frames }) => frames[0])',
        );
        self::$studio->press('enter')->find('[data-image]');
        for ($i = 0; $i < 200 && self::$studio->attribute('[data-image]', 'data-id') !== (string) $found; $i++) {
            self::$studio->press('right');
        }
        self::assertSame((string) $found, self::$studio->attribute('[data-image]', 'data-id'));
    }
}
