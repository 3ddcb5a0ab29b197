<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Captions\Batch;
use App\Copies\Place;
use App\Frames\Frame;
use App\Imaging\ExifTool;
use App\Ingest\Card;
use App\Studio\Member;
use App\Studio\Shoot;
use App\Studio\Studio;
use Illuminate\Foundation\Testing\RefreshDatabase;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;

/**
 * A studio with a member and a shoot, and folders of its own for cards, copies and pictures. Queued work runs at once.
 */
abstract class FeatureTestCase extends TestCase
{
    use RefreshDatabase;

    /** Console output is not looked at, so nothing needs to stand in for it. */
    public $mockConsoleOutput = false;

    /** As in a worker, one for all that is done: starting it takes longer than most tests. */
    private static ?ExifTool $exifTool = null;

    protected string $folder;

    protected Studio $studio;

    protected Member $member;

    protected Shoot $shoot;

    protected function setUp(): void
    {
        parent::setUp();
        $this->app?->instance(ExifTool::class, self::$exifTool ??= new ExifTool());
        $this->folder = sys_get_temp_dir().'/kanpai-test-'.bin2hex(random_bytes(6));
        foreach (
            [
                'rack',
                'disks',
                'arrivals',
                'drive',
                'backup',
                'pictures',
                'deliveries',
                'outputs',
                'outbox',
                'sent-out',
                'watched',
                'sheets',
                'archive',
            ] as $name
        ) {
            mkdir("{$this->folder}/{$name}", 0700, true);
        }
        config([
            'kanpai.shared' => true,
            'kanpai.folders_are_disks' => true,
            'kanpai.roots' => [$this->folder.'/rack'],
            'kanpai.arrivals' => $this->folder.'/arrivals',
            'kanpai.place_roots' => [$this->folder.'/disks'],
            'kanpai.places' => ['drive' => $this->folder.'/drive', 'backup' => $this->folder.'/backup'],
            'kanpai.pictures' => $this->folder.'/pictures',
            'kanpai.deliveries' => $this->folder.'/deliveries',
            'kanpai.outputs' => $this->folder.'/outputs',
            'kanpai.outbox' => $this->folder.'/outbox',
            'kanpai.archive' => $this->folder.'/archive',
            'kanpai.sheets' => $this->folder.'/sheets',
            'kanpai.plans' => $this->folder.'/plans',
            'kanpai.full_sizes' => $this->folder.'/full-sizes',
            'kanpai.watch_roots' => [$this->folder.'/watched'],
            'kanpai.sent_out' => $this->folder.'/sent-out',
            'kanpai.fetch_log' => $this->folder.'/fetched.log',
        ]);
        [$this->studio, $this->member, $this->shoot] = $this->newStudio('Quay Pictures', 'owner@quay.example');
    }

    protected function tearDown(): void
    {
        exec('chmod -R u+rwX '.escapeshellarg($this->folder).'; rm -rf '.escapeshellarg($this->folder));
        parent::tearDown();
    }

    /** @return array{Studio, Member, Shoot} */
    protected function newStudio(string $name, string $email): array
    {
        $studio = Studio::query()->create(['name' => $name]);
        $member = $studio
            ->members()
            ->create(['name' => 'Owner', 'email' => $email, 'password' => 'a good password', 'role' => 'owner']);
        $shoot = $studio
            ->shoots()
            ->create([
                'name' => 'Harbour day',
                'client' => 'Harbour Office',
                'venue' => 'North Quay',
                'zone' => 'Europe/London',
                'held_on' => '2026-09-05',
            ]);

        return [$studio, $member, $shoot];
    }

    /** A card with some frames of the demo, under the name `ivo`, `mara-long` or `mara-wide`. */
    protected function pushCard(string $card, int $frames, int $from = 0): string
    {
        $source = storage_path("cards/{$card}");
        $slot = "{$this->folder}/rack/{$card}";
        foreach (array_slice(glob("{$source}/DCIM/*/*.JPG") ?: [], $from, $frames) as $jpeg) {
            foreach ([$jpeg, substr($jpeg, 0, -3).'DNG'] as $file) {
                if (is_file($file)) {
                    $target = $slot.substr($file, strlen($source));
                    if (! is_dir(dirname($target))) {
                        mkdir(dirname($target), 0700, true);
                    }
                    copy($file, $target);
                    touch($target, (int) filemtime($file));
                }
            }
        }

        return $slot;
    }

    protected function readCard(string $card): Card
    {
        $this->actingAs($this->member)
            ->post("/shoots/{$this->shoot->id}/cards", ['slot' => '0/'.$card])
            ->assertRedirect();

        return Card::query()->where('shoot_id', $this->shoot->id)->orderByDesc('id')->firstOrFail();
    }

    protected function copyCard(Card $card, string $shooter = 'Ivo Tarn'): Card
    {
        $this->actingAs($this->member)
            ->post("/cards/{$card->id}/copy", ['shooter' => $shooter])
            ->assertRedirect();

        return $card->refresh();
    }

    /**
     * Writes the sheet of the shoot and does to the frames that are meant what was looked over.
     *
     * @param  array<string, mixed>  $fields
     */
    protected function caption(array $fields, string $query = ''): Batch
    {
        $this->actingAs($this->member)
            ->post("/shoots/{$this->shoot->id}/captions{$query}", $fields)
            ->assertSessionHasNoErrors()
            ->assertRedirect();
        $batch = Batch::query()->where('shoot_id', $this->shoot->id)->orderByDesc('id')->firstOrFail();
        $this->post("/shoots/{$this->shoot->id}/captions/steps/{$batch->id}")->assertRedirect();

        return $batch->refresh();
    }

    /**
     * One step of culling as a browser sends it.
     *
     * @param  array<int, array<string, mixed>>  $marks  frame => what is said of it
     * @param  array<string, mixed>  $more
     * @return array<string, mixed> what the server answered, with the step's `id`
     */
    protected function step(array $marks, array $more = []): array
    {
        $id = is_string($more['id'] ?? null) ? $more['id'] : (string) Str::uuid();
        $step = [
            'id' => $id,
            'title' => 'A mark',
            'marks' => array_map(
                fn (int $frame, array $said): array => ['frame' => $frame, ...$said],
                array_keys($marks),
                $marks,
            ),
            ...$more,
        ];

        return [
            ...$this->postJson("/shoots/{$this->shoot->id}/cull/marks", ['steps' => [$step]])
                ->assertOk()
                ->json(),
            'id' => $id,
        ];
    }

    /** The link of the gallery that was published last. */
    protected function link(): string
    {
        return \App\Proof\Share::query()->orderByDesc('id')->firstOrFail()->path();
    }

    /**
     * Steps of a guest as a browser sends them.
     *
     * @param  list<array<string, mixed>>  $steps  without their ids, or with
     */
    protected function guestSays(string $link, array $steps): TestResponse
    {
        return $this->postJson("{$link}/steps", [
            'steps' => array_map(fn (array $step): array => ['id' => (string) Str::uuid(), ...$step], $steps),
        ]);
    }

    /** @return array<string, mixed> */
    protected static function choice(int $number, bool $on = true, ?string $list = null): array
    {
        return ['kind' => 'choose', 'number' => $number, 'on' => $on, 'list' => $list];
    }

    /** The next requests come from the browser that got this answer. */
    protected function asGuest(TestResponse $answer): void
    {
        $this->withCredentials();
        foreach ($answer->headers->getCookies() as $cookie) {
            if (str_starts_with($cookie->getName(), 'kanpai_guest_')) {
                $this->withCookie($cookie->getName(), (string) $answer->getCookie($cookie->getName())?->getValue());
            }
        }
    }

    /** The next requests come from a browser that was never here. */
    protected function asNobody(): void
    {
        $this->defaultCookies = $this->unencryptedCookies = [];
    }

    /** @return \Illuminate\Database\Eloquent\Collection<int, Frame> */
    protected function frames(): \Illuminate\Database\Eloquent\Collection
    {
        return Frame::inOrder($this->shoot)->get();
    }

    /**
     * Runs code in processes of its own, all at the same moment, with the settings of this test. What is in the
     * database so far is kept, so that they see it; the next test begins with an empty one.
     *
     * @param  list<string>  $codes
     * @param  (callable(): mixed)|null  $hold  takes a lock that all of them wait for
     * @return list<string> what each said
     */
    protected function atOnce(array $codes, ?callable $hold = null): array
    {
        \Illuminate\Foundation\Testing\RefreshDatabaseState::$migrated = false;
        \Illuminate\Support\Facades\DB::commit();
        $boot =
            'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; '.
                '$app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); config(json_decode($argv[1], '.
                'true)); ';
        $settings = json_encode(
            [
                'queue.default' => 'sync',
                ...\Illuminate\Support\Arr::dot([
                    'kanpai' => array_filter(
                        (array) config('kanpai'),
                        fn (mixed $value): bool => is_string($value) || is_bool($value),
                    ),
                ]),
                'kanpai.places' => config('kanpai.places'),
            ],
            JSON_THROW_ON_ERROR,
        );
        \Illuminate\Support\Facades\DB::beginTransaction();
        $hold === null || $hold();
        $running = $pipes = [];
        foreach ($codes as $i => $code) {
            $running[$i] =
                proc_open(
                    [PHP_BINARY, '-r', $boot.$code, $settings],
                    [1 => ['pipe', 'w'], 2 => ['pipe', 'w']],
                    $pipes[$i],
                    base_path(),
                    [
                        ...getenv(),
                        'DB_DATABASE' => (string) config('database.connections.mariadb.database'),
                        'KANPAI_INSTANCE' => 'test',
                    ],
                ) ?:
                self::fail('no process');
        }
        $hold === null || usleep(1_500_000);
        \Illuminate\Support\Facades\DB::commit();
        $said = [];
        foreach ($running as $i => $process) {
            $said[] = stream_get_contents($pipes[$i][1]).stream_get_contents($pipes[$i][2]);
            proc_close($process);
        }
        \Illuminate\Support\Facades\DB::beginTransaction();

        return $said;
    }

    /** @return array<string, string> path => what it holds and when it was changed; without the marks of places */
    protected function tree(string $folder): array
    {
        $tree = [];
        foreach (
            new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS)) as $file
        ) {
            assert($file instanceof \SplFileInfo);
            if ($file->getFilename() === Place::MARKER || $file->isLink()) {
                continue;
            }
            $tree[substr($file->getPathname(), strlen($folder) + 1)] =
                hash_file('xxh128', $file->getPathname()).' '.$file->getMTime();
        }
        ksort($tree);

        return $tree;
    }

    /** A page as a browser reads it: space is space, however the view breaks its lines; but not where people write. */
    protected function createTestResponse($response, $request): TestResponse
    {
        $answer = parent::createTestResponse($response, $request);
        $content = $answer->baseResponse->getContent();
        if (is_string($content) && str_contains((string) $answer->headers->get('Content-Type'), 'text/html')) {
            $parts = preg_split('~(<textarea.*?</textarea>|<br />\n)~s', $content, -1, PREG_SPLIT_DELIM_CAPTURE) ?: [];
            foreach ($parts as $i => $part) {
                $parts[$i] = $i % 2 === 1 ? $part : preg_replace('/[ \t\r\n]+/', ' ', $part);
            }
            $answer->baseResponse->setContent(implode('', $parts));
        }

        return $answer;
    }
}
