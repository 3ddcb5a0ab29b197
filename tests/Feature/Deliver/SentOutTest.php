<?php

declare(strict_types=1);

namespace Tests\Feature\Deliver;

use App\Deliver\Out\Destination;
use App\Deliver\Out\DestinationClient;
use App\Deliver\Out\SendingOut;
use App\Deliver\Out\SendOut;
use App\Deliver\Out\Shipment;
use App\Deliver\Out\ShippedFile;
use App\Deliver\Out\UnableToSendOut;
use App\Deliver\Output;
use App\Deliver\OutputFile;
use App\Studio\TaskState;
use Tests\Feature\FeatureTestCase;

/**
 * Pictures out to hosts and print desks: once each, with a manifest, again after trouble, replaced when asked. SFTP is
 * checked against dropbear with OpenSSH's sftp-server (Debian), S3 against s3rver (npm).
 */
final class SentOutTest extends FeatureTestCase
{
    /** @var list<resource> */
    private array $servers = [];

    private Output $web;

    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('mara-long', 4);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
        $this->caption(['headline' => 'Quarter final', 'copyright' => '© 2026 Mara Quill']);
        $this->get("/shoots/{$this->shoot->id}/sent-out?verdict=")
            ->assertOk()
            ->assertSee('Web host drop')
            ->assertSee('4 of 4 frames');
        $this->web = Output::ofStudio($this->studio)->where('name', 'Web 2,400 px')->firstOrFail();
    }

    protected function tearDown(): void
    {
        foreach ($this->servers as $server) {
            proc_terminate($server, 9);
            proc_close($server);
        }
        parent::tearDown();
    }

    private function destination(string $kind): Destination
    {
        return Destination::query()->where('kind', $kind)->firstOrFail();
    }

    /** @param  array<string, mixed>  $said */
    private function sendTo(Destination $to, array $said = [], string $query = '?verdict='): Shipment
    {
        $this->post("/shoots/{$this->shoot->id}/sent-out{$query}", [
            'destination' => $to->id,
            'output' => $this->web->id,
            ...$said,
        ])
            ->assertSessionHasNoErrors()
            ->assertRedirect();

        return Shipment::query()->orderByDesc('id')->firstOrFail();
    }

    private function work(Shipment $shipment): void
    {
        (new SendOut($shipment->task()->id ?? 0))->handle();
    }

    /** @return array<string, mixed> */
    private function said(string $path): array
    {
        return json_decode((string) file_get_contents($path), true, 16, JSON_THROW_ON_ERROR);
    }

    public function test_a_host_gets_each_frame_once_with_a_manifest_that_says_what_stands_there(): void
    {
        $drop = $this->destination('drop');
        $shipment = $this->sendTo($drop, [], '?verdict=');
        self::assertNotNull($shipment->done_at, (string) $shipment->task()?->problem);
        $folder = $drop->standIn()->folder().'/'.$shipment->folder();
        $manifest = $this->said("{$folder}/manifest.json");
        self::assertSame(
            ['Quay Pictures', 'Harbour day', 4],
            [$manifest['studio'], $manifest['shoot']['name'], count($manifest['pictures'])],
        );
        foreach ($manifest['pictures'] as $i => $picture) {
            self::assertSame(
                [$picture['bytes'], $picture['xxh128']],
                [filesize("{$folder}/{$picture['name']}"), hash_file('xxh128', "{$folder}/{$picture['name']}")],
            );
            self::assertSame(
                ['Quarter final', $this->shoot->zone()->format($this->frames()[$i]->taken_ms, 'Y-m-d\TH:i:s.vP')],
                [$picture['headline'], $picture['taken']],
            );
        }
        self::assertSame(5, count(glob("{$folder}/*") ?: []));
        $inodes = array_map(fileinode(...), glob("{$folder}/*.jpg") ?: []);
        $again = $this->sendTo($drop);
        clearstatcache();
        self::assertSame(
            $inodes,
            array_map(fileinode(...), glob("{$folder}/*.jpg") ?: []),
            'what stood there was sent again',
        );
        self::assertSame(4, ShippedFile::query()->count());
        self::assertNotNull($again->done_at);
    }

    public function test_what_is_out_of_date_shows_and_is_replaced_under_its_name(): void
    {
        $drop = $this->destination('drop');
        $shipment = $this->sendTo($drop);
        $folder = $drop->standIn()->folder().'/'.$shipment->folder();
        $this->get("/shoots/{$this->shoot->id}/sent-out")->assertDontSee('out of date');
        $this->frames()[1]->update(['rating' => 5]);
        $name = ShippedFile::query()
            ->where('frame_id', $this->frames()[1]->id)
            ->firstOrFail()->name;
        $before = (string) hash_file('xxh128', "{$folder}/{$name}");
        $this->get("/shoots/{$this->shoot->id}/sent-out")
            ->assertSee("1 out of date there: {$name}")
            ->assertSee('Replace 1 there');
        $this->post("/shipments/{$shipment->id}/replace")->assertRedirect();
        self::assertNotSame($before, hash_file('xxh128', "{$folder}/{$name}"));
        self::assertSame('5', trim((string) shell_exec('exiftool -s3 -Rating '.escapeshellarg("{$folder}/{$name}"))));
        self::assertCount(4, glob("{$folder}/*.jpg") ?: []);
        self::assertSame(
            hash_file('xxh128', "{$folder}/{$name}"),
            $this->said("{$folder}/manifest.json")['pictures'][1]['xxh128'],
        );
        $this->get("/shoots/{$this->shoot->id}/sent-out")->assertDontSee('out of date');
    }

    public function test_a_frame_that_was_dropped_since_is_taken_away_when_asked(): void
    {
        $drop = $this->destination('drop');
        $shipment = $this->sendTo($drop);
        $folder = $drop->standIn()->folder().'/'.$shipment->folder();
        $this->frames()[2]->update(['verdict' => 'drop']);
        $this->frames()[3]->update(['rating' => 2]);
        $name = ShippedFile::query()
            ->where('frame_id', $this->frames()[2]->id)
            ->firstOrFail()->name;
        $this->get("/shoots/{$this->shoot->id}/sent-out")
            ->assertSee('2 out of date there, 1 of them dropped since')
            ->assertSee('Replace 1 and take 1 away there');
        // Sending others takes nothing away.
        $this->sendTo($drop);
        self::assertFileExists("{$folder}/{$name}");
        $this->post('/shipments/'.Shipment::query()->max('id').'/replace')->assertRedirect();
        $this->post("/shipments/{$shipment->id}/replace")->assertRedirect();
        self::assertFileDoesNotExist("{$folder}/{$name}");
        self::assertCount(3, glob("{$folder}/*.jpg") ?: []);
        self::assertNotContains($name, array_column($this->said("{$folder}/manifest.json")['pictures'], 'name'));
        $this->get("/shoots/{$this->shoot->id}/sent-out")->assertDontSee('out of date');
    }

    public function test_a_print_desk_gets_orders_each_of_its_own(): void
    {
        $print = Output::query()->where('name', 'Print 8 × 10 in')->firstOrFail();
        $desk = $this->destination('desk');
        $first = $this->sendTo($desk, ['output' => $print->id, 'copies' => '2', 'note' => 'matt, please']);
        $second = $this->sendTo($desk, ['output' => $print->id]);
        self::assertNotSame($first->folder(), $second->folder());
        $order = $this->said($desk->standIn()->folder().'/'.$first->folder().'/order.json');
        self::assertSame(
            [$first->id, 'matt, please', 2, 8, 4],
            [$order['order'], $order['note'], $order['copies'], $order['prints'], count($order['pictures'])],
        );
        self::assertStringContainsString('8 × 10 in', $order['size']);
        self::assertCount(4, glob($desk->standIn()->folder().'/'.$second->folder().'/*.jpg') ?: []);
        $this->frames()[0]->update(['rating' => 1]);
        $this->get("/shoots/{$this->shoot->id}/sent-out")->assertDontSee('out of date');
    }

    public function test_a_host_that_is_away_is_tried_again_and_then_said_to_be(): void
    {
        $drop = $this->destination('drop');
        $this->post("/shoots/{$this->shoot->id}/destinations/{$drop->id}/mood", ['mood' => 'away'])->assertRedirect();
        $shipment = $this->sendTo($drop);
        self::assertStringContainsString('the host does not answer', (string) $shipment->task()?->problem);
        self::assertStringContainsString('tried again in 2 s', (string) $shipment->task()?->problem);
        for ($i = 0; $i < 3; $i++) {
            $this->work($shipment);
        }
        self::assertTrue($shipment->task()?->isUnderWay());
        $drop->standIn()->make([]);
        // On a busy machine it takes more than one turn.
        for ($i = 0; $i < 20 && $shipment->refresh()->done_at === null; $i++) {
            $this->work($shipment);
        }
        self::assertNotNull($shipment->done_at);
        self::assertSame(4, ShippedFile::query()->count());
        $drop->standIn()->make(['is_away' => true]);
        $this->frames()[0]->update(['rating' => 3]);
        $late = $this->sendTo($drop);
        for ($i = 0; $i < 6; $i++) {
            $this->work($late);
        }
        self::assertSame(TaskState::Failed, $late->task()?->state);
        $this->get("/shoots/{$this->shoot->id}/sent-out")
            ->assertSee('It was tried 6 times')
            ->assertSee('Send the rest');
        $drop->standIn()->make([]);
        $this->post("/shipments/{$late->id}/go-on");
        self::assertNotNull($late->refresh()->done_at);
    }

    public function test_a_host_that_is_full_keeps_what_fits_and_gets_the_rest_when_there_is_room(): void
    {
        $drop = $this->destination('drop');
        $this->sendTo($this->destination('desk'));
        $sizes = OutputFile::query()
            ->where('output_id', $this->web->id)
            ->orderBy('path')
            ->pluck('bytes')
            ->map(fn ($bytes): int => (int) $bytes);
        $drop->standIn()->make(['room' => $sizes[0] + $sizes[1] + intdiv($sizes[2], 2)]);
        $shipment = $this->sendTo($drop);
        self::assertStringContainsString('no space left on the host', (string) $shipment->task()?->problem);
        self::assertSame(2, ShippedFile::query()->where('destination_id', $drop->id)->count());
        $folder = $drop->standIn()->folder().'/'.$shipment->folder();
        self::assertCount(2, glob("{$folder}/*.jpg") ?: [], 'half a file has its name');
        $drop->standIn()->make([]);
        $inodes = array_map(fileinode(...), glob("{$folder}/*.jpg") ?: []);
        $this->work($shipment);
        self::assertNotNull($shipment->refresh()->done_at);
        clearstatcache();
        self::assertSame([], array_diff($inodes, array_map(fileinode(...), glob("{$folder}/*.jpg") ?: [])));
        self::assertCount(4, glob("{$folder}/*.jpg") ?: []);
        self::assertSame([], glob("{$folder}/*.part") ?: []);
    }

    public function test_a_slow_host_takes_its_time_and_gets_all(): void
    {
        $drop = $this->destination('drop');
        $this->sendTo($this->destination('desk'));
        $drop->standIn()->make(['bytes_per_second' => 1_000_000]);
        $began = microtime(true);
        $shipment = $this->sendTo($drop);
        self::assertNotNull($shipment->done_at);
        self::assertGreaterThan(
            (0.9 * (int) ShippedFile::query()->where('destination_id', $drop->id)->sum('bytes')) / 1e6,
            microtime(true) - $began,
        );
    }

    public function test_a_worker_killed_after_sending_and_before_noting_sends_nothing_twice(): void
    {
        $drop = $this->destination('drop');
        $shipment = $this->sendTo($drop);
        $folder = $drop->standIn()->folder().'/'.$shipment->folder();
        $last = ShippedFile::query()->orderByDesc('id')->firstOrFail();
        $last->delete();
        $inode = fileinode("{$folder}/{$last->name}");
        $this->sendTo($drop);
        clearstatcache();
        self::assertSame($inode, fileinode("{$folder}/{$last->name}"));
        self::assertCount(4, glob("{$folder}/*.jpg") ?: []);
        self::assertSame(4, ShippedFile::query()->count());
    }

    public function test_the_same_goes_to_an_sftp_server(): void
    {
        $port = self::freePort();
        exec('dropbearkey -t ed25519 -f '.escapeshellarg("{$this->folder}/host-key").' 2>&1', $said);
        self::assertSame(1, preg_match('/^ssh-ed25519 (\S+)/m', implode("\n", $said), $public), implode("\n", $said));
        config(['kanpai.private_hosts' => ['127.0.0.1']]);
        $home = "{$this->folder}/home";
        mkdir("{$home}/.ssh", 0700, true);
        $key = \phpseclib3\Crypt\EC::createKey('Ed25519');
        // dropbear looks for keys in the account's own folder, so that they are put beside what is there for a moment.
        $account = posix_getpwuid(posix_geteuid()) ?: self::fail('no account');
        $keys = $account['dir'].'/.ssh/authorized_keys';
        is_dir(dirname($keys)) || mkdir(dirname($keys), 0700);
        $before = is_file($keys) ? (string) file_get_contents($keys) : null;
        file_put_contents(
            $keys,
            $before.$key->getPublicKey()->toString('OpenSSH', ['comment' => 'kanpai-test'])."\n",
        );
        chmod($keys, 0600);
        try {
            $this->servers[] =
                proc_open(
                    [
                        'dropbear',
                        '-F',
                        '-s',
                        '-r',
                        "{$this->folder}/host-key",
                        '-p',
                        "127.0.0.1:{$port}",
                        '-P',
                        "{$this->folder}/dropbear.pid",
                    ],
                    [1 => ['file', '/dev/null', 'w'], 2 => ['file', "{$this->folder}/dropbear.log", 'w']],
                    $pipes,
                ) ?:
                self::fail('no server');
            self::awaits($port);
            mkdir("{$this->folder}/out-there");
            $this->post("/shoots/{$this->shoot->id}/destinations", [
                'which' => 'new',
                'to_name' => 'Club server',
                'kind' => 'sftp',
                'host' => '127.0.0.1',
                'port' => (string) $port,
                'user' => $account['name'],
                'key' => $key->toString('OpenSSH'),
                'fingerprint' => 'SHA256:'.
                    rtrim(base64_encode(hash('sha256', (string) base64_decode($public[1], true), true)), '='),
                'in_folder' => "{$this->folder}/out-there",
            ])->assertSessionHasNoErrors();
            $shipment = $this->sendTo($this->destination('sftp'));
            self::assertNotNull(
                $shipment->done_at,
                (string) $shipment->task()?->problem.file_get_contents("{$this->folder}/dropbear.log"),
            );
            $this->assertStandsAt("{$this->folder}/out-there/{$shipment->folder()}");
            $this->frames()[1]->update(['rating' => 5]);
            $this->post("/shipments/{$shipment->id}/replace");
            $this->assertStandsAt("{$this->folder}/out-there/{$shipment->folder()}");
            // With another fingerprint it is another host, and gets no secret.
            $club = $this->destination('sftp');
            $club->update(['settings' => ['fingerprint' => 'SHA256:'.str_repeat('A', 43)] + $club->settings]);
            try {
                DestinationClient::to($club)->has('x', 1);
                self::fail('the host was trusted');
            } catch (UnableToSendOut $reason) {
                self::assertStringContainsStringIgnoringCase('authenticity', $reason->getMessage());
            }
        } finally {
            $before === null ? unlink($keys) : file_put_contents($keys, $before);
        }
    }

    public function test_the_same_goes_to_an_s3_storage(): void
    {
        $port = self::freePort();
        mkdir("{$this->folder}/s3/pictures", 0700, true);
        config(['kanpai.private_hosts' => ['127.0.0.1']]);
        $this->servers[] =
            proc_open(
                [
                    'node',
                    base_path('node_modules/s3rver/bin/s3rver.js'),
                    '-a',
                    '127.0.0.1',
                    '-p',
                    (string) $port,
                    '-d',
                    "{$this->folder}/s3",
                    '--silent',
                    '--configure-bucket',
                    'pictures',
                ],
                [1 => ['file', '/dev/null', 'w'], 2 => ['file', "{$this->folder}/s3.log", 'w']],
                $pipes,
            ) ?:
            self::fail('no server');
        self::awaits($port);
        $this->post("/shoots/{$this->shoot->id}/destinations", [
            'which' => 'new',
            'to_name' => 'Bucket',
            'kind' => 's3',
            'host' => "http://127.0.0.1:{$port}",
            'user' => 'S3RVER',
            'password' => 'S3RVER',
            'bucket' => 'pictures',
            'in_folder' => 'best',
        ])->assertSessionHasNoErrors();
        $shipment = $this->sendTo($this->destination('s3'));
        self::assertNotNull(
            $shipment->done_at,
            (string) $shipment->task()?->problem.file_get_contents("{$this->folder}/s3.log"),
        );
        foreach (ShippedFile::query()->get() as $file) {
            $found = array_values(
                array_filter(
                    glob("{$this->folder}/s3/pictures/best/{$shipment->folder()}/*") ?: [],
                    fn (string $path): bool => is_file($path) && hash_file('xxh128', $path) === $file->hash,
                ),
            );
            self::assertCount(1, $found, $file->name);
        }
    }

    public function test_a_host_that_is_not_there_is_an_error_in_words(): void
    {
        $nowhere = Destination::query()->create([
            'studio_id' => $this->studio->id,
            'name' => 'Nowhere',
            'kind' => 'sftp',
            'settings' => [
                'host' => '127.0.0.1',
                'port' => (string) self::freePort(),
                'user' => 'x',
                'password' => 'y',
            ],
        ]);
        config(['kanpai.private_hosts' => ['127.0.0.1']]);
        $this->expectException(UnableToSendOut::class);
        $this->expectExceptionMessageMatches('/refused|connect/i');
        DestinationClient::to($nowhere)->has('x', 1);
    }

    public function test_bad_words_are_answered_beside_their_field_and_secrets_stay_secret(): void
    {
        $print = 'SHA256:'.str_repeat('A', 43);
        foreach (
            [
                [['to_name' => ''], 'to_name'],
                [['host' => ''], 'host'],
                [['user' => ''], 'user'],
                [['fingerprint' => ''], 'fingerprint'],
                [['fingerprint' => 'nonsense'], 'fingerprint'],
                [['host' => '127.0.0.1'], 'host'],
                [['host' => '10.0.0.8'], 'host'],
                [['host' => '::1'], 'host'],
                [['kind' => 's3', 'bucket' => 'b', 'host' => 'http://169.254.169.254/latest'], 'host'],
                [['host' => 'a b'], 'host'],
                [['port' => '70000'], 'port'],
                [['kind' => 's3', 'bucket' => ''], 'bucket'],
                [['kind' => 's3', 'bucket' => '../x'], 'bucket'],
                [['in_folder' => 'a/../../b'], 'in_folder'],
                [['to_name' => 'Print desk'], 'to_name'],
            ] as [$said, $field]
        ) {
            $this->post("/shoots/{$this->shoot->id}/destinations", [
                'which' => 'new',
                'to_name' => 'Mine',
                'kind' => 'sftp',
                'host' => 'host.example',
                'user' => 'u',
                'fingerprint' => $print,
                ...$said,
            ])->assertSessionHasErrors($field);
        }
        $this->post("/shoots/{$this->shoot->id}/destinations", [
            'which' => 'new',
            'to_name' => 'Mine',
            'kind' => 'sftp',
            'host' => 'host.example',
            'user' => 'u',
            'password' => 'hushhush',
            'fingerprint' => $print,
        ])->assertSessionHasNoErrors();
        $mine = Destination::query()->where('name', 'Mine')->firstOrFail();
        $this->get("/shoots/{$this->shoot->id}/sent-out")->assertDontSee('hushhush');
        self::assertStringNotContainsString(
            'hushhush',
            (string) \Illuminate\Support\Facades\DB::table('destinations')->where('id', $mine->id)->value('settings'),
        );
        $change = fn (array $said) => $this->post("/shoots/{$this->shoot->id}/destinations/{$mine->id}", [
            'which' => (string) $mine->id,
            'to_name' => 'Mine',
            'kind' => 'sftp',
            'host' => 'host.example',
            'user' => 'u',
            'fingerprint' => $print,
            ...$said,
        ]);
        $change(['in_folder' => 'best'])->assertSessionHasNoErrors();
        self::assertSame(['best', 'hushhush'], [$mine->refresh()->setting('folder'), $mine->setting('password')]);
        // A secret that was typed for one host, port and user goes to no other.
        foreach ([['host' => 'other.example'], ['port' => '2222'], ['user' => 'v']] as $other) {
            $change($other)->assertSessionHasErrors('password');
            self::assertSame(
                ['host.example', 'hushhush'],
                [$mine->refresh()->setting('host'), $mine->setting('password')],
            );
        }
        $change(['host' => 'other.example', 'password' => 'another'])->assertSessionHasNoErrors();
        self::assertSame(['other.example', 'another'], [$mine->refresh()->setting('host'), $mine->setting('password')]);
        $shooter = $this->studio
            ->members()
            ->create([
                'name' => 'Sam',
                'email' => 'sam@quay.example',
                'password' => 'a good password',
                'role' => 'shooter',
            ]);
        $this->actingAs($shooter);
        $change(['host' => 'third.example', 'password' => 'x'])->assertForbidden();
        $this->delete("/shoots/{$this->shoot->id}/destinations/{$mine->id}")->assertForbidden();
        $this->actingAs($this->member);
        $this->post("/shoots/{$this->shoot->id}/sent-out?verdict=drop", [
            'destination' => $mine->id,
            'output' => $this->web->id,
        ])->assertSessionHasErrors('destination');
        $this->post("/shoots/{$this->shoot->id}/sent-out?verdict=", [
            'destination' => $mine->id,
            'output' => '999999',
        ])->assertSessionHasErrors('output');
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $shipment = $this->sendTo($this->destination('drop'));
        $this->actingAs($stranger)
            ->post("/shipments/{$shipment->id}/replace")
            ->assertNotFound();
        $this->delete("/shoots/{$this->shoot->id}/destinations/{$mine->id}")->assertNotFound();
    }

    private function assertStandsAt(string $folder): void
    {
        foreach (ShippedFile::query()->get() as $file) {
            self::assertSame($file->hash, hash_file('xxh128', "{$folder}/{$file->name}"));
        }
        self::assertCount(5, glob("{$folder}/*") ?: []);
        self::assertCount(4, $this->said("{$folder}/".SendingOut::MANIFEST)['pictures']);
    }

    private static function freePort(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0') ?: self::fail('no port');
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
        fclose($socket);

        return $port;
    }

    private static function awaits(int $port): void
    {
        for ($i = 0; $i < 100; $i++) {
            $socket = @fsockopen('127.0.0.1', $port, $code, $said, 0.2);
            if ($socket !== false) {
                fclose($socket);

                return;
            }
            usleep(100_000);
        }
        self::fail('The server does not start.');
    }
}
