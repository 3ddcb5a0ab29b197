<?php

declare(strict_types=1);

namespace Tests\Feature\Ingest;

use App\Copies\Copy;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Ingest\Upload\Arrival;
use App\Ingest\Upload\UploadLink;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/**
 * Cards that come through a browser by tus 1.0.0. What the protocol demands is cited from
 * https://tus.io/protocols/resumable-upload (version 1.0.0, 2016-03-25).
 */
final class UploadTest extends FeatureTestCase
{
    /** @var array<string, string> path => bytes */
    private array $files = [];

    private int $time = 1_788_600_000;

    protected function setUp(): void
    {
        parent::setUp();
        $slot = $this->pushCard('ivo', 3);
        foreach (array_keys($this->tree($slot)) as $path) {
            $this->files[$path] = (string) file_get_contents("{$slot}/{$path}");
        }
        $this->files['DCIM/EMPTY.BIN'] = '';
        exec('rm -rf '.escapeshellarg($slot));
        $this->actingAs($this->member);
    }

    /** @return array<string, mixed> */
    private function announce(?string $address = null, ?array $files = null): array
    {
        $listing = array_map(
            fn (string $path, string $bytes): array => [$path, strlen($bytes), $this->time],
            array_keys($files ?? $this->files),
            array_values($files ?? $this->files),
        );

        return $this->postJson($address ?? "/shoots/{$this->shoot->id}/arrivals", [
            'name' => 'IVO',
            'files' => $listing,
        ])
            ->assertOk()
            ->json();
    }

    /** @param  array<string, string>  $headers */
    private function tus(string $method, string $address, array $headers = [], string $body = ''): TestResponse
    {
        $server = [];
        foreach (['Tus-Resumable' => '1.0.0', ...$headers] as $name => $value) {
            $server[($name === 'Content-Type' ? '' : 'HTTP_').strtoupper(str_replace('-', '_', $name))] = $value;
        }

        return $this->call($method, $address, [], [], [], $server, $body);
    }

    /** @param  array<string, string>  $headers */
    private function create(string $tus, string $path, string $bytes, ?string $hash = null, array $headers = []): string
    {
        $metadata = 'path '.base64_encode($path).',hash '.base64_encode($hash ?? hash('xxh128', $bytes));

        return (string) $this->tus('POST', $tus, [
            'Upload-Length' => (string) strlen($bytes),
            'Upload-Metadata' => $metadata,
            ...$headers,
        ])
            ->assertStatus(201)
            ->headers->get('Location');
    }

    /** @param  array<string, string>  $headers */
    private function send(string $file, int $offset, string $bytes, array $headers = []): TestResponse
    {
        return $this->tus(
            'PATCH',
            $file,
            ['Content-Type' => 'application/offset+octet-stream', 'Upload-Offset' => (string) $offset, ...$headers],
            $bytes,
        );
    }

    public function test_a_card_arrives_is_read_copied_and_verified_and_its_folder_is_freed(): void
    {
        $told = $this->announce();
        self::assertEqualsCanonicalizing(array_keys($this->files), array_column($told['wanted'], 'path'));
        foreach ($this->files as $path => $bytes) {
            $file = $this->create($told['tus'], $path, $bytes);
            foreach (str_split($bytes, 60_000) as $i => $piece) {
                if ($piece !== '') {
                    $this->send($file, $i * 60_000, $piece)
                        ->assertNoContent()
                        ->assertHeader('Upload-Offset', (string) ($i * 60_000 + strlen($piece)))
                        ->assertHeader('Tus-Resumable', '1.0.0');
                }
            }
        }
        $card = Card::query()->findOrFail($told['card']);
        self::assertSame([CardState::Read, 3, 4], [$card->state, $card->frames_count, $card->files_count]);
        self::assertSame(0, $card->files()->whereNull('arrived_hash')->count());
        $folder = $card->slot;
        $card = $this->copyCard($card);
        self::assertSame(CardState::Safe, $card->state);
        foreach ($card->files as $file) {
            self::assertSame(
                $this->files[$file->path],
                file_get_contents("{$this->folder}/backup/{$file->destination}"),
            );
            self::assertSame($this->time, filemtime("{$this->folder}/backup/{$file->destination}"));
        }
        self::assertDirectoryDoesNotExist($folder);

        // The same card again: nothing has to travel. With one more file, only that.
        $again = $this->announce();
        self::assertSame([$told['card'], []], [$again['card'], $again['wanted']]);
        self::assertStringContainsString('nothing new', $again['known']);
        $this->files['DCIM/100CORVD/CRVM9000.JPG'] = (string) reset($this->files);
        self::assertSame(['DCIM/100CORVD/CRVM9000.JPG'], array_column($this->announce()['wanted'], 'path'));
    }

    public function test_a_broken_upload_goes_on_at_the_byte_where_it_broke(): void
    {
        $told = $this->announce();
        $path = (string) array_key_first($this->files);
        $bytes = $this->files[$path];
        $file = $this->create($told['tus'], $path, $bytes);
        $this->send($file, 0, substr($bytes, 0, 40_000))->assertNoContent();
        // The browser was closed, and the same folder is chosen again.
        $told = $this->announce();
        self::assertSame(40_000, array_column($told['wanted'], 'offset', 'path')[$path]);
        self::assertSame($file, $this->create($told['tus'], $path, $bytes));
        $this->tus('HEAD', $file)
            ->assertOk()
            ->assertHeader('Upload-Offset', '40000')
            ->assertHeader('Upload-Length', (string) strlen($bytes))
            ->assertHeader('Cache-Control', 'no-store, private');
        $this->send($file, 0, $bytes)->assertStatus(409);
        $this->send($file, 40_000, substr($bytes, 40_000))->assertNoContent();
        self::assertNotContains($path, array_column($this->announce()['wanted'], 'path'));
        self::assertSame(1, Card::query()->count());
    }

    public function test_a_file_that_went_bad_between_arrival_and_copy_is_asked_for_again(): void
    {
        $told = $this->announce();
        foreach ($this->files as $path => $bytes) {
            $file = $this->create($told['tus'], $path, $bytes);
            $bytes === '' ?: $this->send($file, 0, $bytes);
        }
        $card = Card::query()->findOrFail($told['card']);
        $path = (string) array_key_first($this->files);
        $spoilt = $this->files[$path];
        $spoilt[30_000] = chr(ord($spoilt[30_000]) ^ 4);
        file_put_contents("{$card->slot}/{$path}", $spoilt);
        touch("{$card->slot}/{$path}", $this->time);
        $card = $this->copyCard($card);
        self::assertSame(CardState::Read, $card->state);
        self::assertStringContainsString('not what the browser sent', (string) CopyCard::latest($card)?->problem);
        $again = $this->announce();
        self::assertSame([$card->id, [$path]], [$again['card'], array_column($again['wanted'], 'path')]);
        $this->send(
            $this->create($again['tus'], $path, $this->files[$path]),
            0,
            $this->files[$path],
        )->assertNoContent();
        self::assertSame(CardState::Safe, $this->copyCard($card->refresh())->state);
    }

    public function test_a_file_that_changed_on_its_way_is_thrown_away_and_sent_again(): void
    {
        $told = $this->announce();
        $path = (string) array_key_first($this->files);
        $bytes = $this->files[$path];
        $file = $this->create($told['tus'], $path, $bytes);
        $spoilt = $bytes;
        $spoilt[30_000] = chr(ord($spoilt[30_000]) ^ 4);
        $this->send($file, 0, $spoilt)->assertStatus(460);
        self::assertNull(Arrival::query()->where('path', $path)->firstOrFail()->arrived_at);
        $this->tus('HEAD', $file)->assertHeader('Upload-Offset', '0');
        $this->send($file, 0, $bytes)->assertNoContent();
        self::assertNotNull(Arrival::query()->where('path', $path)->firstOrFail()->arrived_at);
    }

    /** @return iterable<string, array{string, array<string, string>, string, int}> method, headers, body, status */
    public static function protocol(): iterable
    {
        $piece = ['Content-Type' => 'application/offset+octet-stream', 'Upload-Offset' => '0'];
        yield 'another version (412)' => ['PATCH', ['Tus-Resumable' => '0.2.2', ...$piece], 'x', 412];
        yield 'HEAD in another version (412)' => ['HEAD', ['Tus-Resumable' => ''], '', 412];
        yield 'another type (415)' => ['PATCH', ['Content-Type' => 'text/plain', 'Upload-Offset' => '0'], 'x', 415];
        yield 'beyond what is there (409)' => ['PATCH', ['Upload-Offset' => '7'] + $piece, 'x', 409];
        yield 'no offset (400)' => ['PATCH', ['Content-Type' => 'application/offset+octet-stream'], 'x', 400];
        yield 'a negative offset (400)' => ['PATCH', ['Upload-Offset' => '-1'] + $piece, 'x', 400];
        yield 'more than was announced (413)' => ['PATCH', $piece, str_repeat('x', 5_000_000), 413];
        yield 'a checksum that is wrong (460)' => [
            'PATCH',
            $piece + ['Upload-Checksum' => 'sha1 '.base64_encode(str_repeat("\0", 20))],
            'x',
            460,
        ];
        yield 'a checksum nobody knows (400)' => ['PATCH', $piece + ['Upload-Checksum' => 'crc7 AAAA'], 'x', 400];
        yield 'a checksum that is right (204)' => [
            'PATCH',
            $piece + ['Upload-Checksum' => 'sha1 '.base64_encode(sha1('x', true))],
            'x',
            204,
        ];
        yield 'given up (204)' => ['DELETE', [], '', 204];
    }

    /** @param  array<string, string>  $headers */
    #[DataProvider('protocol')]
    public function test_the_protocol_is_kept(string $method, array $headers, string $body, int $status): void
    {
        $told = $this->announce();
        $path = (string) array_key_first($this->files);
        $file = $this->create($told['tus'], $path, $this->files[$path]);
        $this->tus($method, $file, $headers, $body)->assertStatus($status)->assertHeader('Tus-Resumable', '1.0.0');
        self::assertSame(
            $status === 204 && $method === 'PATCH' ? 1 : 0,
            Arrival::query()->where('path', $path)->firstOrFail()->offset(),
            'a refused piece left bytes behind',
        );
    }

    public function test_the_server_says_what_it_can_and_takes_only_what_was_announced(): void
    {
        $told = $this->announce();
        $this->tus('OPTIONS', $told['tus'])
            ->assertNoContent()
            ->assertHeader('Tus-Version', '1.0.0')
            ->assertHeader('Tus-Extension', 'creation,checksum,termination');
        $this->tus('POST', $told['tus'], [
            'Upload-Length' => '5',
            'Upload-Metadata' => 'path '.base64_encode('DCIM/OTHER.JPG'),
        ])->assertNotFound();
        $path = (string) array_key_first($this->files);
        $this->tus('POST', $told['tus'], [
            'Upload-Length' => '5',
            'Upload-Metadata' => 'path '.base64_encode($path),
        ])->assertStatus(400);
        $this->tus('HEAD', $told['tus'].'/00000000-0000-4000-8000-000000000000')->assertNotFound();
    }

    /** @return iterable<string, array{string}> */
    public static function paths(): iterable
    {
        yield 'climbing' => ['../../etc/passwd'];
        yield 'climbing inside' => ['DCIM/../../x'];
        yield 'from the root' => ['/etc/passwd'];
        yield 'hidden' => ['DCIM/.htaccess'];
        yield 'our own parts' => ['.parts/x'];
        yield 'an empty name' => ['DCIM//x'];
        yield 'too long' => ['DCIM/'.str_repeat('x', 256)];
    }

    #[DataProvider('paths')]
    public function test_paths_that_lead_elsewhere_are_refused_before_a_byte_comes(string $path): void
    {
        $this->postJson("/shoots/{$this->shoot->id}/arrivals", ['name' => 'X', 'files' => [[$path, 3, 1]]])
            ->assertStatus(422)
            ->assertJsonStructure(['problem']);
        self::assertSame(0, Card::query()->count());
    }

    public function test_listings_that_make_no_sense_are_refused_with_a_sentence(): void
    {
        $address = "/shoots/{$this->shoot->id}/arrivals";
        $this->postJson($address, ['name' => 'X', 'files' => []])
            ->assertStatus(422)
            ->assertJson(['problem' => 'There is no file.']);
        $this->postJson($address, ['name' => 'X', 'files' => [['DCIM/A.JPG', -1, 0]]])->assertStatus(422);
        $this->postJson($address, ['name' => 'X', 'files' => ['DCIM/A.JPG']])->assertStatus(422);
        $this->postJson($address, ['name' => 'X', 'files' => [["DCIM/a\0b", 3, 1]]])
            ->assertStatus(422)
            ->assertJsonValidationErrors('files');
        $this->postJson($address, ['name' => 'X', 'files' => [['DCIM/A.MOV', PHP_INT_MAX, 0]]])->assertStatus(422);
        $this->postJson($address, ['name' => 'X', 'files' => [['DCIM/A.MOV', 3, PHP_INT_MAX]]])->assertStatus(422);
        $this->postJson($address, ['name' => 'X', 'files' => [['DCIM/A.MOV', 10 * 1024 ** 4, 0]]])
            ->assertStatus(507)
            ->assertSee('Nothing was sent');
        self::assertSame(0, Arrival::query()->count());
    }

    public function test_a_shooter_without_an_account_sends_a_card_by_a_private_link(): void
    {
        $this->post("/shoots/{$this->shoot->id}/upload-links", ['link_shooter' => ''])->assertSessionHasErrors(
            'link_shooter',
        );
        $this->post("/shoots/{$this->shoot->id}/upload-links", ['link_shooter' => 'Sam Reed'])->assertRedirect();
        $link = UploadLink::query()->firstOrFail();
        $this->get("/shoots/{$this->shoot->id}/ingest")->assertSee($link->address());
        auth()->logout();
        $path = (string) parse_url($link->address(), PHP_URL_PATH);
        $this->get($path)->assertOk()->assertSee('Sam Reed')->assertSee('Harbour day')->assertDontSee('Harbour Office');
        $this->postJson("/shoots/{$this->shoot->id}/arrivals", ['name' => 'X', 'files' => []])->assertUnauthorized();

        $told = $this->announce($path.'/arrivals');
        self::assertNull($told['page']);
        $by = ['Kanpai-Upload-Link' => $link->token];
        $this->tus('POST', $told['tus'], ['Upload-Length' => '1'])->assertNotFound();
        foreach ($this->files as $name => $bytes) {
            $file = $this->create($told['tus'], $name, $bytes, null, $by);
            if ($bytes !== '') {
                $this->send($file, 0, $bytes)->assertNotFound();
                $this->send($file, 0, $bytes, $by)->assertNoContent();
            }
        }
        $card = Card::query()->firstOrFail();
        self::assertSame(
            [CardState::Read, 'Sam Reed', $link->id],
            [$card->state, $card->shooter, $card->upload_link_id],
        );
        $this->get($path.'/cards')->assertSee('do not format.');
        $this->copyCard($card, 'Sam Reed');
        auth()->logout();
        $this->get($path.'/cards')->assertSee('Safe to format');
        $this->get("/cards/{$card->id}")->assertRedirect('/sign-in');

        // Withdrawn, ended, guessed.
        $this->actingAs($this->member)->post("/upload-links/{$link->id}/withdraw");
        auth()->logout();
        $this->get($path)->assertStatus(410)->assertSee('does not lead anywhere');
        $this->postJson($path.'/arrivals', ['name' => 'X', 'files' => []])->assertStatus(410);
        $this->tus('HEAD', $told['tus'].'/'.Arrival::query()->firstOrFail()->uuid, $by)->assertNotFound();
        $this->get('/u/'.str_repeat('x', 24))->assertNotFound();
    }

    public function test_a_card_that_is_being_copied_from_a_slot_is_not_taken_over(): void
    {
        $told = $this->announce();
        $card = Card::query()->findOrFail($told['card']);
        $card->update(['state' => CardState::Reading, 'slot' => '/a/slot']);
        $again = $this->announce();
        self::assertSame([], $again['wanted']);
        self::assertSame([CardState::Reading, '/a/slot'], [$card->refresh()->state, $card->slot]);
    }

    public function test_the_same_card_sent_by_two_people_at_once_is_one_card(): void
    {
        $one = $this->announce();
        $path = (string) array_key_first($this->files);
        $file = $this->create($one['tus'], $path, $this->files[$path]);
        $this->send($file, 0, substr($this->files[$path], 0, 1000))->assertNoContent();
        $second = $this->studio
            ->members()
            ->create([
                'name' => 'Sam',
                'email' => 'sam@quay.example',
                'password' => 'a good password',
                'role' => 'shooter',
            ]);
        $this->actingAs($second);
        $two = $this->announce();
        self::assertSame([$one['card'], $one['tus']], [$two['card'], $two['tus']]);
        self::assertSame(count($this->files), Arrival::query()->count());
        self::assertSame(0, Copy::query()->count());
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->actingAs($stranger);
        $this->send($file, 1000, 'x')->assertNotFound();
    }
}
