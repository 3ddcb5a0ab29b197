<?php

declare(strict_types=1);

namespace Tests\Browser\Archive;

use PHPUnit\Framework\TestCase;
use Tests\Browser\Browser;

/**
 * A retoucher's round through the real interface; then the shoot leaves as a bag, the installation is emptied, and it
 * comes back.
 */
final class ReturnAndArchiveTest extends TestCase
{
    private static ?Browser $studio = null;

    private static ?Browser $retoucher = null;

    private static int $shoot = 0;

    private static string $folder;

    private static string $instance;

    public static function setUpBeforeClass(): void
    {
        self::$instance = dirname(__DIR__, 3).'/storage/instances/test';
        self::$folder = sys_get_temp_dir().'/kanpai-return-'.bin2hex(random_bytes(5));
        mkdir(self::$folder);
        self::$studio = $studio = Browser::openStudio('Return Pictures');
        self::$shoot = $studio->openShoot('Return day', 'mara-wide');
    }

    public static function tearDownAfterClass(): void
    {
        self::$studio?->close();
        self::$retoucher?->close();
        exec('rm -rf '.escapeshellarg(self::$folder));
    }

    public function test_a_retouchers_round(): void
    {
        $studio = self::$studio ?? self::fail('no browser');
        $shoot = self::$shoot;
        $studio->visit("/shoots/{$shoot}/cull")->find('[data-ready]');
        $studio->script("document.querySelector('[data-wall]').focus()");
        $studio->press('f', 'right', 'f');
        $studio->until(
            fn (): bool => str_contains(
                $studio->visit("/shoots/{$shoot}/handoffs")->text('[data-new-handoff]'),
                '2 of ',
            ),
            'the marks do not arrive',
            20,
        );
        self::assertSame([], $studio->violations('handoffs'));
        $studio
            ->fill('#people', 'Robin Saye <robin@test.example>')
            ->fill('#note', 'Straighten the horizon')
            ->click('[data-new-handoff] .btn-next');
        $link = $studio->attribute('[data-recipient] [data-link]', 'href', 60);

        // Without an account: files, notes, and a way back.
        self::$retoucher = $retoucher = Browser::open(Browser::address(), downloads: self::$folder);
        $retoucher->visit($link)->see('Straighten the horizon')->see('2 to do');
        self::assertSame([], $retoucher->violations('a retoucher’s page'));
        $retoucher->click('[data-zip]');
        $zip = self::$folder.'/robin-saye.zip';
        $retoucher->until(fn (): bool => is_file($zip), 'the ZIP does not arrive', 30);
        exec('unzip -q '.escapeshellarg($zip).' -d '.escapeshellarg(self::$folder.'/unpacked'));
        $jpegs = glob(self::$folder.'/unpacked/*.JPG') ?: [];
        self::assertCount(2, $jpegs);
        self::assertFileExists(substr($jpegs[0], 0, -3).'xmp');
        self::assertStringContainsString(
            'Straighten the horizon',
            (string) file_get_contents(self::$folder.'/unpacked/list.csv'),
        );
        $edit = self::$folder.'/'.pathinfo($jpegs[0], PATHINFO_FILENAME).'-edit.jpg';
        exec('djpeg -scale 1/2 '.escapeshellarg($jpegs[0]).' | cjpeg -quality 90 > '.escapeshellarg($edit));
        copy($edit, self::$folder.'/whose is it.jpg');
        $retoucher->chooseFolder('[data-folder]', $edit."\n".self::$folder.'/whose is it.jpg');
        $retoucher
            ->see('files of your choice are here', 30)
            ->see('is version 2 of '.basename($jpegs[0]), 30)
            ->see('the studio will say to which picture it belongs', 30);
        self::assertSame([], $retoucher->complaints());

        // The studio says where the other one belongs, and sends one out once more.
        $studio
            ->visit("/shoots/{$shoot}/handoffs")
            ->click('[data-handoff] a')
            ->see('1 of 2 back')
            ->see('No frame has this name');
        self::assertSame([], $studio->violations('a handoff'));
        $studio->fill('[data-asked] input[name="frame"]', basename($jpegs[1]))->click('[data-asked] .btn-ink');
        $studio->until(
            fn (): bool => str_contains(
                $studio->visit($studio->web->getCurrentURL())->text('[data-handoff]'),
                '2 of 2 back',
            ),
            'the answer is not taken',
            20,
        );
        $frame = $studio->attribute('[data-frame]', 'data-frame');
        $studio->script("document.querySelector('[data-frame] input[type=checkbox]').click()");
        $studio->fill("#note-{$frame}", 'A little warmer')->click('[data-round] .btn-next');
        $retoucher->until(
            fn (): bool => str_contains($retoucher->visit($link)->text('[data-handed]'), 'A little warmer'),
            'the second turn does not come',
            30,
        );
        $retoucher->until(
            fn (): bool => str_contains($retoucher->visit($link)->text('[data-handed]'), 'What is new in round 2'),
            'the second turn is not packed',
            30,
        );
        $studio->complaints();
    }

    public function test_archived_emptied_and_taken_in_again(): void
    {
        $studio = self::$studio ?? self::fail('no browser');
        $shoot = self::$shoot;
        $studio
            ->visit("/shoots/{$shoot}/archive")
            ->click('.panel .btn-next')
            ->find("[data-bag][data-state='checked']", 90);
        self::assertSame([], $studio->violations('the archive of a shoot'));
        $studio
            ->visit("/shoots/{$shoot}/archive")
            ->click("[data-free] input[value='work']")
            ->fill('#free-name', 'Return day')
            ->click('[data-free] .btn-ink');
        $studio->until(
            fn (): bool => ! str_contains($studio->visit("/shoots/{$shoot}/archive")->text('[data-free]'), 'work '),
            'the working copy does not go',
            30,
        );
        $bag = (glob(self::$instance.'/archive/*/return-day-*') ?: self::fail('no bag'))[0];
        exec(
            'cd '.
                escapeshellarg($bag).
                ' && sha512sum -c --quiet --strict manifest-sha512.txt tagmanifest-sha512.txt 2>&1',
            $said,
            $code,
        );
        self::assertSame(0, $code, implode("\n", $said));
        $frames = $this->frames($studio, $shoot);
        self::assertGreaterThan(20, count($frames));

        // Everything goes: the database, the places, the pictures.
        $studio->close();
        exec('cp -a '.escapeshellarg($bag).' '.escapeshellarg(self::$folder.'/bag'));
        $this->emptyInstallation();
        self::$studio = $studio = Browser::openStudio('New Pictures');
        self::assertStringContainsString('No shoots to finish', $studio->text('body'));
        $studio->visit('/archive')->see('No shoot is archived yet');
        preg_match('~/archive/(\d+)\.~', $studio->text('#bags'), $found);
        mkdir(self::$instance."/archive/{$found[1]}", 0700, true);
        rename(self::$folder.'/bag', self::$instance."/archive/{$found[1]}/the-bag");
        $studio->visit('/archive')->click("[data-unknown='the-bag'] .btn-ink");
        $studio->find("[data-bag][data-state='checked']", 90);
        self::assertSame([], $studio->violations('the archive'));
        $studio->click('[data-bag] a');
        $back = (int) preg_replace(
            '~.*/shoots/(\d+)/.*~',
            '$1',
            $studio->until(
                fn (): ?string => str_contains($studio->web->getCurrentURL(), '/shoots/')
                    ? $studio->web->getCurrentURL()
                    : null,
                'the shoot does not open',
            ),
        );
        $after = $this->frames($studio, $back);
        $bare = fn (array $rows): array => array_map(
            fn (array $row): array => array_intersect_key($row, [
                'name' => 1,
                'taken' => 1,
                'verdict' => 1,
                'rating' => 1,
            ]),
            $rows,
        );
        self::assertSame($bare($frames), $bare($after));
        $studio->visit("/shoots/{$back}/ingest")->find("[data-state='safe']", 10);
        $studio
            ->visit("/shoots/{$back}/handoffs")
            ->see('Robin Saye')
            ->see('round 2');
        $studio->visit("/shoots/{$back}/cull")->find('[data-ready] img');
        $studio->until(
            fn (): bool => (bool) $studio->script(
                "return [...document.querySelectorAll('[data-ready] img')].filter((image) => image.complete && ".
                    'image.naturalWidth > 0).length > 5',
            ),
            'the pictures do not show',
            10,
        );
        self::assertSame([], $studio->complaints());
    }

    /** As on the first day, while everything keeps running. */
    private function emptyInstallation(): void
    {
        $code =
            'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; '.
                '$app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); DB::statement("SET '.
                'FOREIGN_KEY_CHECKS = 0"); foreach (DB::select("SHOW TABLES") as $row) { $table = '.
                'array_values((array) $row)[0]; $table === "migrations" || DB::table($table)->delete(); } echo '.
                'DB::table("frames")->count();';
        exec(
            'cd '.
                escapeshellarg(dirname(__DIR__, 3)).
                ' && DB_DATABASE=kanpai KANPAI_INSTANCE=test php -r '.
                escapeshellarg($code).
                ' 2>&1',
            $said,
            $status,
        );
        self::assertSame('0', implode("\n", $said));
        foreach (['places', 'pictures', 'deliveries', 'outputs', 'archive', 'sheets', 'sent-out'] as $name) {
            exec('rm -rf '.escapeshellarg(self::$instance.'/'.$name).'/*');
        }
    }

    /** @return list<array<string, mixed>> */
    private function frames(Browser $browser, int $shoot): array
    {
        $table = json_decode(
            (string) $browser->web->executeAsyncScript(
                "const done = arguments[1]; fetch(arguments[0], { headers: { Accept: 'application/json' } ".
                    '}).then((answer) => answer.text()).then(done);',
                ["/shoots/{$shoot}/cull/frames"],
            ),
            true,
            512,
            JSON_THROW_ON_ERROR,
        );

        return array_map(fn (array $row): array => array_combine($table['columns'], $row), $table['frames']);
    }
}
