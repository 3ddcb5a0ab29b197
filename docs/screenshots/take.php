<?php

declare(strict_types=1);

/*
 * Takes the pictures of this folder from a running demo: php docs/screenshots/take.php ADDRESS GALLERY [NAME …]
 */

require __DIR__.'/../../vendor/autoload.php';

use Facebook\WebDriver\Interactions\WebDriverActions;
use Tests\Browser\Browser;

[, $address, $gallery] = [...$argv, '', ''];
$wanted = array_slice($argv, 3);
$studio = Browser::open($address);
$shown = fn (string $name): bool => $wanted === [] || in_array($name, $wanted, true);
$take = function (Browser $browser, string $name) use ($shown): void {
    if ($shown($name)) {
        usleep(900_000);
        $browser->picture(__DIR__."/{$name}.png");
        foreach ($browser->complaints() as $complaint) {
            echo "{$name}: {$complaint}\n";
        }
    }
};

$studio->visit('/sign-in')->fill('#email', 'mara@quill.example')->fill('#password', 'lantern supper')->click('button')->find('.shoots');
$take($studio, 'shoots');
$take($studio->visit('/shoots/1/ingest'), 'ingest');
$take($studio->visit('/cards/1/report'), 'ledger');
if ($shown('choose')) {
    // A card in the second shoot that nobody has copied.
    $studio->visit('/shoots/2/ingest')->click("[data-read='mara-long'], [data-card='mara-long'] h2 a")->find('[data-choose][data-ready]', 30);
    $studio->script("document.querySelector('[data-wall]').focus()");
    $studio->press('right', 'right', 'f', 'd', 'shift', 'right', 'right', 'right');
    $studio->press('t');
    $studio->press('down', 'right', 'shift', 'right', 'right');
    $take($studio, 'choose');
}
$studio->visit('/shoots/1/clocks');
$studio->find('[data-clocks][data-ready]');
$take($studio, 'clocks');
if ($shown('clocks-tie')) {
    // Two frames of one instant are held, the last shooter's body two seconds off.
    $studio->script("document.querySelector('.compare button').click()");
    $studio->find('#suggestion li')->click();
    $studio->script("document.querySelectorAll('[data-nudge]')[4].click(); document.querySelectorAll('[data-nudge]')[4].click(); window.scrollTo(0, 0)");
    $take($studio, 'clocks-tie');
}
$studio->visit('/shoots/1/captions?verdict=keep')->find('[data-captions][data-ready]');
$take($studio, 'captions');
if ($shown('captions-batch')) {
    $studio->fill('#headline', '{{moment}}, {{time}}')->click('[data-sheet] .btn-next')->see('frames change', 20);
    $take($studio, 'captions-batch');
}
$studio->visit('/shoots/1/cull')->find('[data-ready]');
$take($studio, 'cull-wall');
$studio->script("document.querySelector('[data-wall]').focus()");
$studio->press(...array_fill(0, 21, 'right'));
$studio->press('enter')->find('[data-image]');
$take($studio, 'cull-one');
if ($shown('cull-rivals')) {
    $studio->press('x', 'right', 'right', 'x', 'right', 'x', 'r')->find('.rivals figure');
    $take($studio, 'cull-rivals');
}
$take($studio->visit('/shoots/1/cull/rounds'), 'cull-count');
$take($studio->visit('/shoots/1/proof'), 'proof');
$take($studio->visit('/galleries/1'), 'proof-said');
$take($studio->visit('/shoots/1/deliver'), 'deliver');
$studio->close();

$guest = Browser::open($address);
$guest->visit($gallery)->find('[data-ready]');
$guest->script("document.querySelectorAll('.proof .ring').forEach((ring, i) => { if ([0, 1, 4, 7].includes(i)) ring.click(); })");
$take($guest, 'gallery');
$guest->click('.proof[data-number="6"] .open')->find('dialog[open]');
$guest->click("[data-tool='circle']");
(new WebDriverActions($guest->web))->moveToElement($guest->find('[data-drawing]'), -220, -60)->clickAndHold()->moveByOffset(60, 80)->moveByOffset(60, 60)->release()->perform();
$guest->fill('#text', 'Could his eyes be a little brighter?');
$take($guest, 'gallery-large');
$guest->press('escape');
if ($shown('gallery-send')) {
    $guest->click('[data-send]')->see('Your selection');
    $take($guest, 'gallery-send');
}
$guest->close();

$phone = Browser::open($address, 500, 800);
$phone->visit($gallery)->find('[data-ready]');
$take($phone, 'gallery-phone');
$phone->close();
