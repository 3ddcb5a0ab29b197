<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Proof\Publishing;
use App\Proof\Share;
use CurlHandle;
use CurlShareHandle;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Core\Proof\Rights;
use RuntimeException;
use Tests\Browser\Browser;

/**
 * Guests of a gallery of 1,000 pictures. `pages`: fifty at once, all come within three seconds, and then choosing,
 * rating or looking for news every two; milliseconds within which 95 % of the answers are there. `first`: the largest
 * paint of the gallery in headless Chromium (Largest Contentful Paint). Against what was promised.
 */
final class Gallery implements Benchmark
{
    private const FRAMES = 1000;

    private const GUESTS = 50;

    private const ACTIONS = 8;

    /** Seconds in which all have come, and between two things that one of them does. */
    private const ARRIVING = 3.0;

    private const PAUSE = 2.0;

    private static string $link = '';

    public function __construct(private readonly string $what, private readonly float $promised)
    {
    }

    public function name(): string
    {
        return "gallery-{$this->what}";
    }

    public function goal(): float
    {
        return 1.0;
    }

    public function unit(): string
    {
        return $this->what === 'pages'
            ? 'ms within which 95 % of the answers to '.self::GUESTS.' guests at once are there'
            : 's until the largest paint of a gallery of '.self::FRAMES.' pictures';
    }

    public function prepare(string $folder): void
    {
        if (self::$link !== '') {
            return;
        }
        Browser::openStudio('Benchmark of galleries')->close();
        $shoot = SeededShoot::of('Benchmark of galleries', self::FRAMES, $folder);
        self::$link = SeededShoot::within('kanpai', function () use ($shoot): string {
            config(['queue.default' => 'null']);
            $gallery = app(Publishing::class)->publish(
                $shoot,
                FrameFilter::all(),
                ['title' => 'Benchmark', 'sectioning' => 'hour'],
                Rights::of(Rights::lists('Album'), rates: true),
            );
            DB::update(
                'UPDATE gallery_frames JOIN frames ON frames.id = gallery_frames.frame_id SET '.
                    'gallery_frames.small_path = frames.small_path, gallery_frames.large_path = frames.large_path, '.
                    'plain_small_path = frames.small_path, plain_large_path = frames.large_path, picture = '.
                    'frames.large_path WHERE gallery_id = ?',
                [$gallery->id],
            );
            $gallery->update(['published_at' => now()]);

            return Share::query()->where('gallery_id', $gallery->id)->firstOrFail()->path();
        });
    }

    public function ours(): float
    {
        return $this->what === 'pages' ? $this->pages() : $this->first();
    }

    public function reference(): float
    {
        return $this->promised;
    }

    private function first(): float
    {
        $browser = Browser::open(Browser::address());
        try {
            $browser->visit(self::$link)->find('[data-ready]', 20);
            usleep(1_500_000);

            return (float) $browser->web->executeAsyncScript(
                'const done = arguments[0]; new PerformanceObserver((list) => '.
                    "done(list.getEntries().at(-1).startTime)).observe({ type: 'largest-contentful-paint', buffered: ".
                    'true })',
            ) / 1000;
        } finally {
            $browser->close();
        }
    }

    /** Fifty guests by curl, each with cookies of its own, each doing one thing after another. */
    private function pages(): float
    {
        $multi = curl_multi_init();
        $address = Browser::address().self::$link;
        $begin = microtime(true);
        $times = $running = [];
        $shares = array_map(function (): CurlShareHandle {
            $share = curl_share_init();
            curl_share_setopt($share, CURLSHOPT_SHARE, CURL_LOCK_DATA_COOKIE);

            return $share;
        }, range(1, self::GUESTS));
        $steps = array_fill(0, self::GUESTS, 0);
        $tokens = array_fill(0, self::GUESTS, '');
        $due = array_map(
            fn (int $n): float => $begin + (self::ARRIVING * $n) / self::GUESTS,
            range(0, self::GUESTS - 1),
        );
        while (($left = array_filter($steps, fn (int $step): bool => $step < self::ACTIONS + 2)) !== []) {
            foreach (array_diff_key($left, $running) as $n => $step) {
                if (microtime(true) >= $due[$n]) {
                    $running[$n] = $this->ask($address, $shares[$n], $step, $tokens[$n], $n);
                    curl_multi_add_handle($multi, $running[$n]);
                }
            }
            curl_multi_exec($multi, $active);
            curl_multi_select($multi, 0.005);
            while (($done = curl_multi_info_read($multi)) !== false) {
                $n = (int) curl_getinfo($done['handle'], CURLINFO_PRIVATE);
                if (curl_getinfo($done['handle'], CURLINFO_RESPONSE_CODE) !== 200) {
                    throw new RuntimeException(
                        'A guest was answered '.curl_getinfo($done['handle'], CURLINFO_RESPONSE_CODE).'.',
                    );
                }
                $times[] = 1000 * (float) curl_getinfo($done['handle'], CURLINFO_TOTAL_TIME);
                if (
                    $steps[$n] === 0 &&
                    preg_match(
                        '/csrf-token" content="([^"]+)/',
                        (string) curl_multi_getcontent($done['handle']),
                        $found,
                    ) === 1
                ) {
                    $tokens[$n] = $found[1];
                }
                $steps[$n]++;
                $due[$n] = microtime(true) + ($steps[$n] === 1 ? 0.0 : self::PAUSE);
                curl_multi_remove_handle($multi, $done['handle']);
                unset($running[$n]);
            }
        }
        sort($times);

        return $times[(int) floor(count($times) * 0.95)];
    }

    private function ask(string $address, CurlShareHandle $share, int $step, string $token, int $n): CurlHandle
    {
        $handle = curl_init();
        curl_setopt_array($handle, [
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_SHARE => $share,
            CURLOPT_COOKIEFILE => '',
            CURLOPT_PRIVATE => (string) $n,
            CURLOPT_ENCODING => '',
        ]);
        $what = $step < 2 ? ['', '/frames'][$step] : ($step % 3 === 0 ? '/since' : '/steps');
        curl_setopt($handle, CURLOPT_URL, ($address ?: throw new RuntimeException('No address.')).$what);
        if ($what === '/steps') {
            $said = [
                'id' => sprintf('%08x-0000-4000-8000-%012x', random_int(0, 0x7FFFFFFF), random_int(0, 0x7FFFFFFF)),
                'number' => random_int(1, self::FRAMES),
            ];
            curl_setopt(
                $handle,
                CURLOPT_POSTFIELDS,
                json_encode(
                    [
                        'steps' => [
                            $step % 3 === 1
                                ? [...$said, 'kind' => 'rate', 'rating' => 4]
                                : [...$said, 'kind' => 'choose', 'on' => true],
                        ],
                    ],
                    JSON_THROW_ON_ERROR,
                ),
            );
            curl_setopt($handle, CURLOPT_HTTPHEADER, [
                'Content-Type: application/json',
                'Accept: application/json',
                "X-CSRF-TOKEN: {$token}",
            ]);
        }

        return $handle;
    }
}
