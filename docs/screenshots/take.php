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
$studio->visit('/shoots/1/captions?verdict=keep')->find('[data-captions][data-ready]');
$take($studio, 'captions');
$studio->visit('/shoots/1/cull')->find('[data-ready]');
$studio->click('[data-proposals-button]');
$take($studio, 'cull-wall');
$studio->click('[data-proposals-button]');
$studio->script("document.querySelector('[data-wall]').focus()");
$studio->press(...array_fill(0, 25, 'right'));
$studio->press('enter')->find('[data-faces] canvas[data-whole]', 20);
$take($studio, 'cull-one');
if ($shown('cull-people')) {
    $studio->press('v')->find('.face-cell');
    $take($studio, 'cull-people');
    $studio->press('v');
}
if ($shown('cull-rivals')) {
    $studio->press('x', 'right', 'right', 'x', 'right', 'x', 'r')->find('.rivals figure');
    $take($studio, 'cull-rivals');
}
$take($studio->visit('/shoots/1/proof'), 'proof');
$take($studio->visit('/galleries/1'), 'proof-said');
$take($studio->visit('/shoots/1/deliver'), 'deliver');
if ($shown('outputs')) {
    $studio->visit('/shoots/1/outputs?verdict=keep')->script("document.querySelectorAll('.output-line input').forEach((box, i) => { box.checked = i > 0 && i < 5; }); document.querySelector('.field-group:nth-of-type(5)').open = true");
    $take($studio, 'outputs');
}
$take($studio->visit('/handoffs/1'), 'handoff');
if ($shown('archive')) {
    $studio->visit('/shoots/1/archive');
    if (! str_contains($studio->text('main'), 'read and found whole')) {
        $studio->click('.panel .btn-next')->find("[data-bag][data-state='checked']", 120);
    }
    $take($studio, 'archive');
}
$delivery = $studio->visit('/deliveries/1')->attribute('[data-link]', 'href');
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
$take($guest->visit($delivery), 'delivery');
$guest->close();

$phone = Browser::open($address, 500, 800);
$phone->visit($gallery)->find('[data-ready]');
$take($phone, 'gallery-phone');
$phone->close();
