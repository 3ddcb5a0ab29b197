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
if ($shown('looks') || $shown('looks-grey') || $shown('looks-crop')) {
    $studio->visit('/shoots/1/looks')->find('[data-looks][data-ready]', 30);
    $studio->script("document.querySelectorAll('[data-light]')[3].click()");
    $studio->find('[data-strip] button');
    $set = function (string $part, float $value) use ($studio): void {
        $studio->script(
            "const line = document.querySelector('[data-slide=\"{$part}\"]'); line.value = {$value}; ".
                "line.dispatchEvent(new Event('input')); line.dispatchEvent(new Event('change'));",
        );
        usleep(400_000);
    };
    $set('stops', 0.35);
    $set('local', 0.3);
    foreach (['dark' => 'up', 'bright' => 'down'] as $zone => $key) {
        $studio->script("document.querySelector('[data-zone={$zone}]').focus()");
        $studio->press(...array_fill(0, 8, $key));
    }
    $studio->script("document.querySelector('[data-hue=teal]').focus()");
    $studio->press('down', 'down', 'down', 'down');
    $studio->script("document.querySelector('[data-white-spot]').focus()");
    $studio->press('right', 'right', 'right');
    $studio->script('document.activeElement.blur()');
    $studio->press('i')->see('into line', 20);
    $studio->press('s');
    $take($studio, 'looks');
    $studio->press('s', 'right', 'b');
    $set('contrast', 0.3);
    $studio->script('document.activeElement.blur()');
    $studio->press('l')->click("[data-add-place='ring']");
    usleep(400_000);
    (new WebDriverActions($studio->web))->clickAndHold($studio->find("[data-place-handle='0']"))->moveByOffset(-90, -40)->release()->perform();
    $take($studio, 'looks-grey');
    $studio->script('document.activeElement.blur()');
    $studio->press('escape', 'right', 'x')->find('[data-corner=se]');
    (new WebDriverActions($studio->web))->clickAndHold($studio->find('[data-corner=se]'))->moveByOffset(-180, -20)->release()->perform();
    $take($studio, 'looks-crop');
}
$take($studio->visit('/shoots/1/proof'), 'proof');
$take($studio->visit('/galleries/1'), 'proof-said');
$take($studio->visit('/shoots/1/deliver'), 'deliver');
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
