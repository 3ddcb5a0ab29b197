<?php

declare(strict_types=1);

namespace Tests\Browser\Captions;

use PHPUnit\Framework\TestCase;
use Tests\Browser\Browser;

/**
 * Captions as people write them: codes and keywords that complete themselves, sheets looked over, done and taken back.
 */
final class CaptionsTest extends TestCase
{
    private static Browser $studio;

    private static string $captions;

    public static function setUpBeforeClass(): void
    {
        self::$studio = Browser::openStudio('Caption Pictures');
        self::$studio
            ->click('a.btn-next')
            ->fill('#name', 'Regatta')
            ->script(
                "document.querySelector('#held_on').value = '2026-09-05'; document.querySelector('#zone').value = ".
                    "'Europe/London'",
            );
        self::$studio->click('.btn-next')->see('Cards in the slots');
        $shoot = (int) preg_replace('~.*/shoots/(\d+)/.*~', '$1', self::$studio->web->getCurrentURL());
        self::$captions = "/shoots/{$shoot}/captions";
        self::$studio->click("[data-read='mara-wide']")->find('[data-choose][data-ready]', 30);
        self::$studio->until(
            fn (): bool => str_contains(
                self::$studio->visit(self::$captions)->text('main'),
                'of 54 frames have a caption',
            ),
            'the card is not read',
            30,
        );
    }

    public static function tearDownAfterClass(): void
    {
        self::$studio->close();
    }

    private function open(string $query = ''): Browser
    {
        self::$studio->visit(self::$captions.$query)->find('[data-captions][data-ready]');

        return self::$studio;
    }

    private function value(string $field): string
    {
        return (string) self::$studio->script("return document.querySelector('#{$field}').value");
    }

    public function test_lists_are_pasted_and_a_bad_one_is_refused_at_its_place(): void
    {
        $studio = self::$studio->visit(self::$captions.'/lists');
        self::assertSame([], $studio->violations('lists'));
        $studio
            ->fill('#roster', "number,name\n7,Ada Fenn\n8")
            ->click('form[action$="/roster"] button')
            ->see('Line 3 has 1 column, the first row has 2');
        self::assertSame(
            "number,name\n7,Ada Fenn\n8",
            str_replace("\r", '', $this->value('roster')),
            'what was pasted is lost',
        );
        $studio
            ->fill(
                '#roster',
                "number,name,team,role,code\n7,Ada Fenn,Saltmarsh,stroke,af\n8,Joss ".
                    "Merle,Saltmarsh,cox,jm\n17,Bea Thorn,Reedmouth,bow,bt",
            )
            ->click('form[action$="/roster"] button')
            ->see('3 people are on the roster');
        $studio
            ->fill('#keywords', "rowing > race > finish\nwater > river")
            ->click('form[action$="/keywords"] button')
            ->see('5 keywords are on the list');
        self::assertStringContainsString('Reedmouth', $studio->text('.plain-table'));
    }

    public function test_codes_become_names_and_keywords_bring_their_broader_terms_while_typing(): void
    {
        $studio = $this->open();
        $studio->fill('#headline', 'Won by @');
        $studio->until(
            fn (): bool => $studio->script("return document.querySelectorAll('.completions li').length") === 3,
            'the roster is not offered',
        );
        $studio->press('down', 'enter');
        self::assertSame('Won by Bea Thorn', $this->value('headline'));
        self::assertSame('Bea Thorn', $this->value('persons'));
        // A whole code turns by itself once something follows it.
        $studio->press(' and @af,');
        $studio->until(
            fn (): bool => $this->value('headline') === 'Won by Bea Thorn and Ada Fenn,',
            'the code does not turn into the name',
        );
        self::assertSame('Bea Thorn, Ada Fenn', $this->value('persons'));
        // By the mouse.
        $studio->press(' @jo')->click('.completions li');
        self::assertSame('Won by Bea Thorn and Ada Fenn, Joss Merle', $this->value('headline'));
        $studio->fill('#keywords', 'dusk, ri');
        $studio->until(
            fn (): bool => str_contains($studio->text('.completions'), 'water > river'),
            'no keyword is offered',
        );
        $studio->press('enter');
        self::assertSame('dusk, water, river', $this->value('keywords'));
        // What IIM takes is told while typing, where it is typed.
        $studio->fill('#city', str_repeat('ö', 17))->see('34 of 32 bytes in IIM: the rest is cut there');
        $studio->until(
            fn (): bool => str_contains($studio->text('#preview'), 'Won by Bea Thorn and Ada Fenn, Joss Merle') &&
                str_contains($studio->text('#preview'), 'dusk, water, river'),
            'the preview does not follow',
        );
        $studio->until(
            fn (): bool => $studio->script("return document.querySelector('#preview del').textContent") === 'ö',
            'what is cut is not struck',
        );
        self::assertStringContainsString('Not on the list of keywords: dusk', $studio->text('#preview'));
        self::assertSame([], $studio->violations('captions'));
        self::assertSame([], $studio->complaints());
    }

    public function test_a_sheet_is_looked_over_done_and_taken_back(): void
    {
        $studio = $this->open();
        $studio
            ->fill('#headline', 'Heat at {{nobody}}')
            ->click('[data-sheet] .btn-next')
            ->see('There is no placeholder {{nobody}}');
        self::assertSame('Heat at {{nobody}}', $this->value('headline'), 'what was typed is lost');
        $studio
            ->fill('#headline', 'Heat at {{time}}')
            ->fill('#keywords', 'race')
            ->choose('[name="mode[keywords]"]', 'add')
            ->click('[data-sheet] .btn-next')
            ->see('54 of 54 frames change', 20);
        self::assertSame([], $studio->violations('looking over'));
        self::assertSame(30, $studio->script("return document.querySelectorAll('.look-line').length"));
        $studio->click('.look-over nav a')->see('31 to 54 of 54');
        $studio->click('[data-apply]')->see('54 of 54 frames have a caption', 20);
        // A task that ends while somebody types takes nothing away.
        $studio->fill('#find', 'Heat');
        $studio->until(fn (): bool => ! str_contains($studio->text('main'), 'Stop'), 'the work does not end', 20);
        self::assertSame('Heat', $this->value('find'));
        // Find and replace, only where it is found.
        $studio
            ->fill('#find', 'Heat')
            ->fill('#with', 'Race')
            ->click('form[action*="/replace"] button')
            ->see('54 of 54 frames change', 20);
        self::assertStringContainsString('Race at', $studio->text('.look-over'));
        $studio->click('[data-apply]')->see('Last steps');
        $studio->until(
            fn (): bool => str_contains($this->open()->text('main'), 'Replacing “Heat” by “Race”') &&
                ! str_contains($studio->text('main'), 'Stop'),
            'it is not done',
            20,
        );
        $studio->click('form[action$="/undo"] button')->see('undone');
        $studio->until(
            fn (): bool => str_contains($studio->visit(self::$captions.'?verdict=open')->text('#preview'), 'Heat at'),
            'the step is not taken back',
            20,
        );
    }

    public function test_a_frame_has_words_of_its_own_and_gives_them_to_others(): void
    {
        $studio = $this->open();
        $studio->click('#preview a')->find('form[action*="/captions/frames/"]');
        $studio
            ->fill('#headline', 'The one frame')
            ->fill('#persons', 'Ada Fenn')
            ->click('form[action*="/captions/frames/"] .btn-next')
            ->see('sheets leave what you changed as it is');
        $studio->until(
            fn (): bool => str_contains(
                $studio->visit($studio->web->getCurrentURL())->text('main'),
                'Headline, Person Shown',
            ),
            'the frame has no words of its own',
            20,
        );
        self::assertSame([], $studio->violations('one frame'));
        $studio
            ->click('[name="fields[]"][value="persons"]')
            ->click('form[action*="/paste"] button')
            ->see('53 of 54 frames change', 20);
        self::assertStringContainsString('Pasting 1 field', $studio->text('h2'));
        $studio->click('a[href*="/captions"].plain, .look-head a')->find('[data-captions][data-ready]');
        // Nothing was done: it was only looked over.
        self::assertStringNotContainsString('Pasting', $studio->text('main'));
        self::assertSame([], $studio->visit(self::$captions.'/sidecars')->violations('sidecars'));
    }

    public function test_a_sheet_is_saved_by_name_and_taken_again(): void
    {
        $studio = $this->open();
        $studio
            ->fill('#headline', 'Kept for all shoots')
            ->fill('#save-name', 'Club days')
            ->click('[data-save-as] button')
            ->see('is saved for all shoots');
        self::assertNotSame('Kept for all shoots', $this->value('headline'), 'the sheet of the shoot was changed');
        foreach ($studio->web->findElements(\Facebook\WebDriver\WebDriverBy::linkText('Club days')) as $link) {
            $link->click();
        }
        $studio->until(
            fn (): bool => $this->value('headline') === 'Kept for all shoots',
            'the saved sheet is not taken',
        );
    }

    public function test_frames_that_were_chosen_by_tile_stay_chosen_when_something_is_refused(): void
    {
        $studio = $this->open('?verdict=all');
        $studio->complaints();
        $studio->click('[data-tiles] summary')->click('[data-tick-frame]');
        // With shift all of the row, up to the fourth.
        $studio->script(
            "document.querySelectorAll('[data-tick-frame]')[3].dispatchEvent(new MouseEvent('click', { bubbles: ".
                'true, cancelable: true, shiftKey: true }))',
        );
        $studio->see('4 frames')->click('[data-tiles] li:nth-child(2) [data-tick-frame]')->see('Review 3 frames');
        self::assertSame([], $studio->violations('chosen frames'));
        $studio
            ->fill('#headline', 'Chosen {{nobody}}')
            ->click('[data-sheet] .btn-next')
            ->see('There is no placeholder {{nobody}}')
            ->see('Review 3 frames');
        $studio->until(
            fn (): bool => $studio->script("return document.querySelectorAll('[data-tick-frame]:checked').length") === 3,
            'the tiles are not chosen any more',
        );
        $studio->complaints();
        $studio
            ->fill('#headline', 'Chosen alone')
            ->click('[data-sheet] .btn-next')
            ->see('2 of 3 frames change, 1 stay as they are', 20);
        $studio->visit(self::$captions)->find('[data-captions][data-ready]');
        self::assertSame([], $studio->complaints());
    }

    public function test_text_that_is_not_kept_yet_survives_a_filter_and_is_taken_back_on_wish(): void
    {
        $studio = $this->open('?verdict=all');
        // Those before typed what is refused.
        $studio->complaints();
        $kept = $this->value('city');
        $studio->fill('#city', 'Half a wo')->click("a[href*='rating=1']")->find('[data-captions][data-ready]');
        self::assertSame('Half a wo', $this->value('city'));
        $studio
            ->see('What you had typed here and not kept yet')
            ->visit(self::$captions.'?verdict=all')
            ->find('[data-draft-note]');
        $studio->click('[data-draft-note] button');
        self::assertSame($kept, $this->value('city'));
        $this->open('?verdict=all');
        self::assertSame($kept, $this->value('city'));
        self::assertFalse($studio->script("return document.querySelector('[data-draft-note]').checkVisibility()"));
        self::assertSame([], $studio->complaints());
        // What was refused is not lost either.
        $studio
            ->fill('#city', 'In {{nowhere}}')
            ->click('[data-sheet] .btn-next')
            ->see('There is no placeholder {{nowhere}}');
        $this->open('?verdict=all&rating=2');
        self::assertSame('In {{nowhere}}', $this->value('city'));
        // What is kept leaves nothing behind.
        $this->open('?verdict=all');
        $studio->fill('#city', 'Saltmarsh')->click('[data-sheet] .btn-next')->see('Back, change nothing');
        $this->open('?verdict=all');
        self::assertSame('Saltmarsh', $this->value('city'));
        self::assertFalse($studio->script("return document.querySelector('[data-draft-note]').checkVisibility()"));
    }
}
