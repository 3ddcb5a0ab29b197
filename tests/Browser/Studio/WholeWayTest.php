<?php

declare(strict_types=1);

namespace Tests\Browser\Studio;

use PHPUnit\Framework\TestCase;
use Tests\Browser\Browser;

/**
 * The whole way of a shoot through the real interface, in front of nginx, php-fpm, MariaDB and the workers: two cards
 * become a delivered selection.
 */
final class WholeWayTest extends TestCase
{
    private const CARDS = ['ivo', 'mara-long'];

    private static string $address;

    private static string $rack;

    private static string $downloads;

    private static ?Browser $studio = null;

    private static ?Browser $guest = null;

    public static function setUpBeforeClass(): void
    {
        $instance = dirname(__DIR__, 3).'/storage/instances/test';
        self::$address = Browser::address();
        self::$rack = $instance.'/rack';
        self::$downloads = sys_get_temp_dir().'/kanpai-downloads-'.bin2hex(random_bytes(5));
        mkdir(self::$downloads);
        self::$studio = Browser::openStudio('Quay Pictures');
    }

    public static function tearDownAfterClass(): void
    {
        self::$studio?->close();
        self::$guest?->close();
        exec('rm -rf '.escapeshellarg(self::$downloads));
    }

    public function test_two_cards_become_a_delivered_selection(): void
    {
        $studio = self::$studio;
        self::assertNotNull($studio);

        // A shoot.
        $studio
            ->click('a.btn-next')
            ->fill('#name', 'Saltmarsh Regatta')
            ->fill('#client', 'Saltmarsh Rowing Club')
            ->fill('#venue', 'Saltmarsh Quay');
        $studio->script("document.querySelector('#held_on').value = '2026-09-05'");
        $studio->click('.btn-next')->see('Cards in the slots');
        $shoot = (int) preg_replace('~.*/shoots/(\d+)/.*~', '$1', $studio->web->getCurrentURL());

        // Two cards are looked at, copied with proof, and safe only then.
        foreach (self::CARDS as $card) {
            $studio->click("[data-read='{$card}']")->find('[data-choose][data-ready]', 30);
            self::assertGreaterThan(10, $studio->script("return document.querySelectorAll('.tile img').length"));
            $studio->visit("/shoots/{$shoot}/ingest")->find("[data-card='{$card}'][data-state='read']", 30);
            self::assertStringContainsString('Do not format', $studio->text("[data-card='{$card}']"));
        }
        foreach (self::CARDS as $card) {
            $studio->click("[data-copy='{$card}']")->find("[data-card='{$card}'][data-state='safe']", 90);
            self::assertStringContainsString('Safe to format', $studio->text("[data-card='{$card}']"));
        }

        // Clocks: Ivo is 3 min 17 s behind, Mara's long lens gains 2 s a day since six in the morning.
        $studio->visit("/shoots/{$shoot}/clocks");
        $this->chooseBody($studio, 'Corvid M2');
        $studio->fill('#minutes', '3')->fill('#seconds', '17');
        $studio->until(
            fn (): bool => (int) str_replace(',', '', $studio->text('[data-changed]')) > 100,
            'the count of frames that change place does not come',
        );
        self::assertSame('+ 3 min 17 s', $studio->text('[data-words]'));
        $studio->click('[data-use]')->see('the clock is used (+ 3 min 17 s)')->find('[data-clocks][data-ready]');
        $studio->click('.clock-panels summary')->fill('#drift', '2')->fill('#right_at', '2026-09-05 06:00:00');
        $studio->until(fn (): bool => $studio->text('[data-words]') === 'gains 2 s a day', 'the drift is not tried');
        $studio->click('[data-use]')->see('Originals are not touched');
        $frames = $this->frames($studio, $shoot);
        self::assertSame(
            $this->trueOrder(),
            array_map(fn (array $frame): string => self::cameraName($frame['name']), $frames),
            'the merged order is not the true one',
        );
        foreach ($this->truth() as $i => $shot) {
            self::assertEqualsWithDelta($shot['instant'], $frames[$i]['taken'], 1.0, $shot['name']);
        }

        // Captions for all.
        $studio
            ->visit("/shoots/{$shoot}/captions")
            ->fill('#headline', 'Rowing on the tide')
            ->fill('#keywords', 'rowing, {{client}}')
            ->fill('#description', '{{shoot}} by {{shooter}} at {{time}}');
        $studio->until(
            fn (): bool => str_contains($studio->text('#preview'), 'Saltmarsh Regatta by '),
            'the preview does not follow',
        );
        $studio->click('form .btn-next')->see('209 of 209 frames change', 20);
        self::assertStringContainsString('Headline in 209', $studio->text('#summary'));
        $studio->click('[data-apply]')->see('209 of 209 frames have a caption', 40);
        $studio->until(
            fn (): bool => str_contains(
                $studio->visit("/shoots/{$shoot}/captions")->text('main'),
                'All 209 sidecars are up to date',
            ),
            'the sidecars are not written',
            60,
        );

        // Another program writes into a sidecar: the difference is shown, and nothing goes over it until somebody
        // chose. The newest is this shoot's; others may have shoots in the same place.
        $sidecars = glob(dirname(__DIR__, 3).'/storage/instances/test/places/work/*/*/*/*/*/*.xmp') ?: [];
        usort($sidecars, fn (string $a, string $b): int => filemtime($b) <=> filemtime($a));
        $sidecar = $sidecars[0] ?? '';
        file_put_contents(
            $sidecar,
            str_replace('Rowing on the tide', 'Their words', (string) file_get_contents($sidecar)),
        );
        $studio->click('form[action$="/sidecars/look"] button')->see('say something else than we do', 20);
        self::assertStringContainsString('Their words', $studio->text('.look-over'));
        self::assertSame([], $studio->violations('differences'));
        $studio->click('.look-line form:last-child button')->see('None differ');
        $studio->until(
            fn (): bool => str_contains((string) file_get_contents($sidecar), 'Rowing on the tide'),
            'ours is not written',
            20,
        );

        // Culling with the keyboard: keep, drop, rate, take back, only this one.
        $studio->visit("/shoots/{$shoot}/cull")->find('[data-ready]');
        $studio->until(
            fn (): bool => $studio->script("return document.querySelectorAll('.tile img').length") > 10,
            'the wall is empty',
        );
        $studio->script("document.querySelector('[data-wall]').focus()");
        $studio->press('enter')->find('[data-image]');
        $studio->press('f', 'f', 'd', '4', 'f', 'backspace', 'f', 'f');
        $studio->until(
            fn (): bool => [$studio->text('[data-kept]'), $studio->text('[data-dropped]')] === ['4', '1'],
            'the count does not follow',
        );
        $studio->press('d', 'backspace');
        usleep(200_000);
        self::assertSame('1', $studio->text('[data-dropped]'), 'the last mark was not taken back');
        $studio->until(
            fn (): bool => $this->verdicts($studio, $shoot) === ['keep', 'keep', 'drop', 'keep', 'keep', 'open'],
            'the server does not have the marks',
        );
        self::assertSame(4, $this->frames($studio, $shoot)[3]['rating']);
        // With the filter on, a frame that is dropped leaves at once.
        $studio->click("[data-says='keep']");
        $meant = fn (string $count): mixed => $studio->until(
            fn (): bool => $studio->text('[data-meant]') === $count,
            "not {$count} are shown",
        );
        $meant('4');
        $studio->press('d');
        $meant('3');
        $studio->press('backspace');
        $meant('4');
        // What was said survives a reload, and can still be taken back and said again.
        $studio->until(
            fn (): bool => array_count_values(array_column($this->frames($studio, $shoot), 'verdict'))['keep'] === 4,
            'a mark is missing',
        );

        // Publish with watermark and password.
        $studio
            ->visit("/shoots/{$shoot}/proof?verdict=keep")
            ->see('4 of 209 frames')
            ->click('form details:nth-of-type(4) summary')
            ->fill('#password', 'anchor light')
            ->fill('#people', 'Ada Fenn <ada@saltmarsh.example>')
            ->click('form .btn-next');
        $link = $studio->attribute('[data-link]', 'href', 60);
        self::assertMatchesRegularExpression('~/g/[A-Za-z0-9_-]{24}$~', (string) $link);
        self::assertStringContainsString(
            (string) $link.'/me/',
            $studio->visit('/outbox')->click('.lines a')->text('.sheet'),
        );

        // A guest in a second browser.
        $guest = self::$guest = Browser::open(self::$address, 1280, 800, self::$downloads);
        $guest->visit("/shoots/{$shoot}/proof")->find('#email');
        $guest->visit((string) $link)->fill('#password', 'wrong')->click('.btn-next')->see('not the password');
        $guest->fill('#password', 'anchor light')->click('.btn-next')->find('[data-ready]');
        $guest->click("[data-chooses='1']")->click('.proof .open')->find('dialog[open]');
        $guest
            ->press('right', ' ')
            ->fill('#text', 'Could the sky be calmer?')
            ->click('dialog form .btn')
            ->see('Could the sky be calmer?');
        $guest->press('escape');
        $guest->until(fn (): bool => $guest->text('[data-chosen]') === '2', 'two are not chosen');
        // Later again: the choices are there.
        $guest->until(
            fn (): bool => count($this->get($guest, (string) $link.'/frames')['chosen']['Chosen'] ?? []) === 2,
            'the choices did not arrive',
        );
        $guest->visit((string) $link)->find('[data-ready]');
        self::assertSame('2', $guest->text('[data-chosen]'));
        $guest
            ->click('.guest-head .btn-next')
            ->see('Your selection: 2 of 4 pictures')
            ->fill('#name', 'Ada Fenn')
            ->fill('#email', 'ada@saltmarsh.example')
            ->click('form .btn-next')
            ->see('Thank you, Ada Fenn');

        // The studio has a mail and the names, and packs the ZIP.
        self::assertStringContainsString('Ada Fenn chose 2 of 4', $studio->visit('/outbox')->text('.lines'));
        $names = array_column(
            array_slice(
                array_values(
                    array_filter(
                        $this->frames($studio, $shoot),
                        fn (array $frame): bool => $frame['verdict'] === 'keep',
                    ),
                ),
                0,
                2,
            ),
            'name',
        );
        $studio->visit("/shoots/{$shoot}/deliver");
        self::assertSame(implode("\n", $names), $studio->attribute('#names-list', 'value'));
        $studio->click('#ending-without')->choose('#separator', 'spaces');
        $studio->until(
            fn (): bool => $studio->attribute('#names-list', 'value') ===
                implode(' ', array_map(fn (string $name): string => substr($name, 0, -4), $names)),
            'the names do not follow',
        );
        $studio->click('[data-pack]');
        $delivery = $studio->attribute('[data-recipient] [data-link]', 'href', 60);

        // The guest downloads it.
        $guest->visit($delivery)->find('[data-delivered]');
        self::assertSame([], $guest->violations('delivery'));
        $guest->click('[data-zip]');
        $zip = self::$downloads.'/saltmarsh-regatta-ada-fenn.zip';
        $guest->until(fn (): bool => is_file($zip), 'the ZIP does not arrive', 30);
        $this->checkZip($zip, $names);
        $studio
            ->visit("/shoots/{$shoot}/deliver")
            ->click('[data-delivery] h3 a')
            ->see('all of')
            ->see('Ada Fenn');
        self::assertSame([], $studio->violations('a delivery'));

        // The same selection in a way of the studio's own, fetched in two pieces, with a receipt.
        $studio
            ->visit("/shoots/{$shoot}/deliver")
            ->script(
                "[...document.querySelectorAll('.panel a')].find((link) => link.textContent === 'Choose how').click()",
            );
        $studio->find('[data-new-delivery]');
        $studio->script(
            "document.querySelectorAll('.output-line input').forEach((box) => { box.checked = ".
                "box.closest('label').textContent.includes('Blog'); })",
        );
        $studio->fill('#name', 'For the blog')->click('[data-new-delivery] .btn-next');
        $delivery = $studio->attribute('[data-recipient] [data-link]', 'href', 60);
        $this->checkTwoPieces($studio, $guest->visit($delivery)->attribute('[data-zip]', 'href'));
        self::assertSame(
            [],
            array_values(
                array_filter(
                    [...$studio->complaints(), ...$guest->complaints()],
                    fn (string $said): bool => ! str_contains($said, '401') && ! str_contains($said, '/try'),
                ),
            ),
        );
    }

    /** What was sent and what arrived are two things; the receipt tells the second. */
    public function test_a_client_that_breaks_off_at_every_megabyte_gets_it_whole(): void
    {
        [$studio, $shoot] = $this->atTheShoot();
        $studio->visit("/shoots/{$shoot}/deliveries/new?verdict=all")->find('[data-new-delivery]');
        $studio->script(
            "document.querySelectorAll('.output-line input').forEach((box) => { box.checked = box.value === ".
                "'originals'; })",
        );
        $studio->fill('#name', 'All originals')->click('[data-new-delivery] .btn-next');
        $link = $studio->attribute('[data-recipient] [data-link]', 'href', 90);
        exec('curl -s '.escapeshellarg($link), $page);
        preg_match('~href="([^"]+/zips/\d+)"~', implode("\n", $page), $found);
        $zip = escapeshellarg(html_entity_decode($found[1] ?? self::fail('no ZIP')));
        exec("curl -sI {$zip}", $head);
        $size = (int) preg_replace('/\D/', '', implode('', preg_grep('/^content-length/i', $head) ?: []));
        self::assertGreaterThan(5 << 20, $size);
        $part = self::$downloads.'/megabytes.zip';
        for ($pieces = 0; ! is_file($part) || filesize($part) < $size; $pieces++) {
            $from = is_file($part) ? (int) filesize($part) : 0;
            exec("curl -s -r {$from}- {$zip} 2>/dev/null | head -c 1048576 >> ".escapeshellarg($part));
            clearstatcache();
            self::assertGreaterThan($from, filesize($part));
        }
        self::assertSame((int) ceil($size / (1 << 20)), $pieces);
        exec('unzip -tq '.escapeshellarg($part), $said, $code);
        self::assertSame(0, $code, implode("\n", $said));
        $studio->until(
            fn (): bool => str_contains(
                $studio->visit($studio->web->getCurrentURL())->text('[data-arrived]'),
                "in {$pieces} pieces",
            ),
            'the receipt does not come',
        );
        self::assertStringContainsString('all of', $studio->text('[data-arrived]'));
    }

    public function test_a_guessed_picture_address_is_refused_before_php_and_a_foreign_host_is_too(): void
    {
        [$studio, $shoot] = $this->atTheShoot();
        $good = $this->frames($studio, $shoot)[0]['large'];
        self::assertSame(200, $this->answer($good));
        [, , $signature, $ends, $path] = explode('/', $good, 5);
        $other = $signature[0] === 'A' ? 'B' : 'A';
        foreach (
            [
                'another signature' => ["/pictures/{$other}".substr($signature, 1)."/{$ends}/{$path}", 403],
                'another picture' => ["/pictures/{$signature}/{$ends}/".substr($path, 0, -5).'x.jpg', 403],
                'a later end' => ["/pictures/{$signature}/".((int) $ends + 86_400)."/{$path}", 403],
                'the path alone' => ["/pictures/{$path}", 404],
                'the originals' => ['/storage/instances/test/env', 404],
                'a delivery by its hidden name' => ['/hidden/deliveries/x/zips/1-all-1.zip', 404],
            ] as $what => [$address, $status]
        ) {
            self::assertSame($status, $this->answer($address), $what);
        }
        $secret = [];
        preg_match(
            '/^KANPAI_PICTURE_SECRET=(.+)$/m',
            (string) file_get_contents(dirname(self::$rack).'/env'),
            $secret,
        );
        $past = time() - 10;
        $signed = rtrim(strtr(base64_encode(md5("{$past}/{$path} {$secret[1]}", true)), '+/', '-_'), '=');
        self::assertSame(410, $this->answer("/pictures/{$signed}/{$past}/{$path}"), 'an ended address');
        self::assertSame(421, $this->answer('/sign-in', 'elsewhere.example'));
    }

    /** A mark made is a mark kept, even when the server goes away for a while. */
    public function test_marks_made_without_a_server_arrive_when_it_is_back(): void
    {
        [$studio, $shoot] = $this->atTheShoot();
        $studio->visit("/shoots/{$shoot}/cull?verdict=open")->find('[data-ready]');
        $studio->script("document.querySelector('[data-wall]').focus()");
        $studio->press('enter')->find('[data-image]');
        usleep(200_000);
        $kept = (int) $studio->text('[data-kept]');
        $this->server('stop');
        $studio->press('f', 'f', 'f', 'd');
        $studio->see('4 marks are kept here until the server answers');
        self::assertSame(
            $kept + 3,
            (int) $studio->text('[data-kept]'),
            'the marks are not shown while the server is away',
        );
        $counts = fn (): array => array_count_values(array_column($this->frames($studio, $shoot), 'verdict'));
        $this->server('start');
        $studio->until(fn (): bool => $counts()['keep'] === $kept + 3, 'the marks did not arrive', 20);
        $studio->until(fn (): bool => ! str_contains($studio->text('.cull'), 'kept here until'), 'the note stays');
        // The page itself may go away too: what it had not sent comes with the next one.
        $this->server('stop');
        $studio->press('f');
        $studio->see('1 mark is kept here until the server answers');
        $studio->visit('about:blank');
        $this->server('start');
        $studio->visit("/shoots/{$shoot}/cull")->find('[data-ready]');
        $studio->until(fn (): bool => $counts()['keep'] === $kept + 4, 'a mark was lost with the page', 20);
        $studio->complaints();
    }

    public function test_only_this_one_keeps_a_frame_and_drops_the_rest_of_its_moment_and_is_taken_back_as_one(): void
    {
        [$studio, $shoot] = $this->atTheShoot();
        $studio->visit("/shoots/{$shoot}/cull")->find('[data-ready]');
        $studio->script("document.querySelector('[data-wall]').focus()");
        $studio->press('enter')->find('[data-image]');
        $studio->press('down', 'down', 'down', 'right');
        usleep(300_000);
        $before = [$studio->text('[data-kept]'), $studio->text('[data-dropped]')];
        $others = (int) $studio->script("return document.querySelectorAll('[data-others] .tile').length");
        self::assertGreaterThan(2, $others);
        $studio->press('a');
        $studio->until(
            fn (): bool => (int) $studio->text('[data-dropped]') > (int) $before[1] + 1,
            'the others were not dropped',
        );
        $studio->press('backspace');
        usleep(300_000);
        self::assertSame($before, [$studio->text('[data-kept]'), $studio->text('[data-dropped]')]);
        $studio->press('w')->find('[data-wall]');
        $studio->script("document.querySelector('[data-wall]').focus()");
        $studio->press('?')->find('dialog[open]');
        $studio->press('escape');
    }

    public function test_a_form_without_the_sessions_token_is_refused(): void
    {
        exec(
            'curl -s -o /dev/null -w "%{http_code}" -d "email=x@y.example&password=z" '.
                escapeshellarg(self::$address.'/sign-in'),
            $said,
        );
        self::assertSame('419', $said[0] ?? '');
    }

    /** WCAG 2.2 AA as far as axe-core finds it, on every page. */
    public function test_axe_finds_nothing_to_complain_about(): void
    {
        [$studio, $shoot] = $this->atTheShoot();
        $found = [];
        foreach (
            [
                '/',
                '/shoots/new',
                '/outbox',
                ...array_map(fn (string $page): string => "/shoots/{$shoot}/{$page}", [
                    'ingest',
                    'clocks',
                    'captions',
                    'cull',
                    'proof',
                    'deliver',
                    'deliveries/new',
                ]),
            ] as $page
        ) {
            $studio->visit($page)->find('body');
            array_push($found, ...$studio->violations($page));
        }
        if (self::$guest !== null) {
            self::$guest
                ->visit($studio->visit("/shoots/{$shoot}/proof")->attribute('[data-link]', 'href'))
                ->find('[data-ready]');
            array_push($found, ...self::$guest->violations('gallery'));
        }
        self::assertSame([], $found);
    }

    /** Stops or starts what answers pages, as an update or a crash would. */
    private function server(string $verb): void
    {
        exec(
            'supervisorctl -c '.escapeshellarg(dirname(self::$rack).'/supervisord.conf')." {$verb} fpm 2>&1",
            $said,
            $code,
        );
        self::assertSame(0, $code, implode("\n", $said));
        usleep(300_000);
    }

    /** @return array{Browser, int} */
    private function atTheShoot(): array
    {
        $studio = self::$studio;
        self::assertNotNull($studio);
        $studio->visit('/')->click('.shoot h2 a');

        return [$studio, (int) preg_replace('~.*/shoots/(\d+)/.*~', '$1', $studio->web->getCurrentURL())];
    }

    private function chooseBody(Browser $studio, string $label): void
    {
        foreach ($studio->web->findElements(\Facebook\WebDriver\WebDriverBy::cssSelector('.lanes a')) as $lane) {
            if (str_contains($lane->getText(), $label)) {
                $lane->click();
                $studio->see("{$label} needs")->find('[data-clocks][data-ready]');

                return;
            }
        }
        self::fail("There is no lane of {$label}.");
    }

    /** A shoot of the same name leaves a number behind the names of the next one's copies. */
    private static function cameraName(string $name): string
    {
        return (string) preg_replace('/-\d+(?=\.)/', '', $name);
    }

    /** @param  list<string>  $names */
    private function checkZip(string $zip, array $names): void
    {
        $folder = self::$downloads.'/unzipped';
        exec('unzip -tq '.escapeshellarg($zip), $said, $code);
        self::assertSame(0, $code, implode("\n", $said));
        exec('unzip -q '.escapeshellarg($zip).' -d '.escapeshellarg($folder));
        $files = array_map(basename(...), glob("{$folder}/*.jpg") ?: []);
        self::assertSame(
            array_map(
                fn (int $i, string $name): string => sprintf(
                    'saltmarsh-regatta-%03d-%s.jpg',
                    $i + 1,
                    substr($name, 0, -4),
                ),
                array_keys($names),
                $names,
            ),
            $files,
        );
        exec('cd '.escapeshellarg($folder).' && xxhsum -c checksums.xxh128 2>&1', $checked, $code);
        self::assertSame(0, $code, implode("\n", $checked));
        $truth = array_column($this->truth(), null, 'name');
        foreach ($files as $i => $file) {
            $facts = json_decode(
                (string) shell_exec('exiftool -json -G0 '.escapeshellarg("{$folder}/{$file}")),
                true,
            )[0];
            $true = $truth[self::cameraName($names[$i])];
            $shooter = $true['shooter'];
            $local = gmdate('H:i:s', intdiv($true['instant'], 1000) + 3600);
            self::assertSame("Saltmarsh Regatta by {$shooter} at {$local}", $facts['XMP:Description']);
            self::assertSame($facts['XMP:Description'], $facts['IPTC:Caption-Abstract']);
            self::assertSame($facts['XMP:Description'], $facts['EXIF:ImageDescription']);
            self::assertSame(['rowing', 'Saltmarsh Rowing Club'], $facts['IPTC:Keywords']);
            self::assertSame("2026:09:05 {$local}", $facts['EXIF:DateTimeOriginal']);
            self::assertStringContainsString(
                'Rowing on the tide',
                (string) shell_exec('exiv2 -PIXkt '.escapeshellarg("{$folder}/{$file}")),
            );
        }
    }

    /**
     * A download that was broken off goes on where it stopped (RFC 9110, range requests), and the receipt says how far
     * it was.
     */
    private function checkTwoPieces(Browser $studio, string $zip): void
    {
        $folder = self::$downloads.'/pieces';
        mkdir($folder);
        $part = escapeshellarg("{$folder}/part.zip");
        exec('curl -s -r 0-4095 -o '.$part.' '.escapeshellarg($zip));
        $studio->web->navigate()->refresh();
        $studio->see('4.0 KB of');
        exec("curl -s -C - -o {$part} -w '%{http_code}' ".escapeshellarg($zip), $code);
        self::assertSame('206', $code[0] ?? '');
        exec("unzip -tq {$part}", $said, $code);
        self::assertSame(0, $code, implode("\n", $said));
        exec("unzip -Z1 {$part}", $names);
        self::assertCount(2, preg_grep('/\.webp$/', $names) ?: []);
        $studio->until(
            fn (): bool => str_contains(
                $studio->visit($studio->web->getCurrentURL())->text('[data-arrived]'),
                'in 2 pieces',
            ),
            'the receipt does not come',
        );
        self::assertStringContainsString('all of', $studio->text('[data-arrived]'));
        self::assertStringContainsString(
            ' '.rtrim(number_format(filesize("{$folder}/part.zip") / 1024, 1)).' KB',
            $studio->text('[data-arrived]'),
        );
    }

    /** @return list<array{name: string, taken: int, verdict: string, rating: int, large: string}> */
    private function frames(Browser $studio, int $shoot): array
    {
        $table = $this->get($studio, "/shoots/{$shoot}/cull/frames");

        return array_map(fn (array $row): array => array_combine($table['columns'], $row), $table['frames']);
    }

    /** @return list<string> */
    private function verdicts(Browser $studio, int $shoot): array
    {
        return array_slice(array_column($this->frames($studio, $shoot), 'verdict'), 0, 6);
    }

    /** @return array<string, mixed> */
    private function get(Browser $browser, string $address): array
    {
        return json_decode(
            (string) $browser->web->executeAsyncScript(
                "const done = arguments[1]; fetch(arguments[0], { headers: { Accept: 'application/json' } ".
                    "}).then((answer) => answer.text()).then(done, (reason) => done('{}'));",
                [$address],
            ),
            true,
            512,
            JSON_THROW_ON_ERROR,
        );
    }

    private function answer(string $address, string $host = ''): int
    {
        exec(
            'curl -s -o /dev/null -w "%{http_code}" '.
                ($host === '' ? '' : '-H '.escapeshellarg("Host: {$host}").' ').
                escapeshellarg(self::$address.$address),
            $said,
        );

        return (int) ($said[0] ?? 0);
    }

    /** @return list<string> */
    private function trueOrder(): array
    {
        return array_column($this->truth(), 'name');
    }

    /**
     * What the generator knows of the two cards, in the order of the true time. @return list<array{name: string,
     * instant: int, shooter: string}>
     */
    private function truth(): array
    {
        $shots = array_filter(
            json_decode((string) file_get_contents(self::$rack.'/truth.json'), true)['frames'],
            fn (array $shot): bool => in_array($shot['card'], self::CARDS, true),
        );
        $true = array_map(
            fn (array $shot): array => [
                'name' => basename($shot['path']),
                'instant' => (int) (new \DateTimeImmutable($shot['instant']))->format('Uv'),
                'shooter' => $shot['shooter'],
            ],
            $shots,
        );
        usort($true, fn (array $a, array $b): int => $a['instant'] <=> $b['instant']);

        return $true;
    }
}
