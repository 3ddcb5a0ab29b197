<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Proof\Publishing;
use App\Proof\Share;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\FrameFilter;
use Kanpai\Core\Proof\Rights;
use RuntimeException;
use Tests\Browser\Browser;

/**
 * Guests of a gallery of 1,000 pictures. `pages`: fifty at once, each opening it and then choosing, rating and looking for
 * news once a second; milliseconds within which 95 % of the answers are there. `first`: the largest paint of the gallery in
 * headless Chromium (Largest Contentful Paint). Against what was promised.
 */
final class Gallery implements Benchmark
{
    private const FRAMES = 1000;

    private const GUESTS = 50;

    private const ACTIONS = 8;

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
        return $this->what === 'pages' ? 'ms within which 95 % of the answers to '.self::GUESTS.' guests at once are there' : 's until the largest paint of a gallery of '.self::FRAMES.' pictures';
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
            $gallery = app(Publishing::class)->publish($shoot, FrameFilter::all(), ['title' => 'Benchmark', 'sectioning' => 'hour'], Rights::of(Rights::lists('Album'), rates: true));
            DB::update('UPDATE gallery_frames JOIN frames ON frames.id = gallery_frames.frame_id SET gallery_frames.small_path = frames.small_path, gallery_frames.large_path = frames.large_path, plain_small_path = frames.small_path, plain_large_path = frames.large_path, picture = frames.large_path WHERE gallery_id = ?', [$gallery->id]);
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

            return (float) $browser->web->executeAsyncScript("const done = arguments[0]; new PerformanceObserver((list) => done(list.getEntries().at(-1).startTime)).observe({ type: 'largest-contentful-paint', buffered: true })") / 1000;
        } finally {
            $browser->close();
        }
    }

    /** Fifty guests by curl, each with cookies of its own, each doing one thing after another. */
    private function pages(): float
    {
        $multi = curl_multi_init();
        $address = Browser::address().self::$link;
        $times = $guests = $running = [];
        $begin = microtime(true);
        for ($n = 0; $n < self::GUESTS; $n++) {
            $share = curl_share_init();
            curl_share_setopt($share, CURLSHOPT_SHARE, CURL_LOCK_DATA_COOKIE);
            $guests[$n] = ['share' => $share, 'step' => 0, 'due' => $begin + $n / self::GUESTS, 'token' => ''];
        }
        do {
            $isOpen = false;
            foreach ($guests as $n => $guest) {
                $isOpen = $isOpen || $guest['step'] < self::ACTIONS + 2;
                if (! isset($running[$n]) && $guest['step'] < self::ACTIONS + 2 && microtime(true) >= $guest['due']) {
                    $running[$n] = $this->ask($address, $guest, $n);
                    curl_multi_add_handle($multi, $running[$n]);
                }
            }
            curl_multi_exec($multi, $active);
            curl_multi_select($multi, 0.005);
            while (($done = curl_multi_info_read($multi)) !== false) {
                $n = (int) curl_getinfo($done['handle'], CURLINFO_PRIVATE);
                if (curl_getinfo($done['handle'], CURLINFO_RESPONSE_CODE) !== 200) {
                    throw new RuntimeException('A guest was answered '.curl_getinfo($done['handle'], CURLINFO_RESPONSE_CODE).'.');
                }
                $times[] = 1000 * (float) curl_getinfo($done['handle'], CURLINFO_TOTAL_TIME);
                if ($guests[$n]['step'] === 0 && preg_match('/csrf-token" content="([^"]+)/', (string) curl_multi_getcontent($done['handle']), $found) === 1) {
                    $guests[$n]['token'] = $found[1];
                }
                $guests[$n]['step']++;
                $guests[$n]['due'] = microtime(true) + ($guests[$n]['step'] === 1 ? 0.0 : 1.0);
                curl_multi_remove_handle($multi, $done['handle']);
                unset($running[$n]);
            }
        } while ($isOpen || $running !== []);
        sort($times);

        return $times[(int) floor(count($times) * 0.95)];
    }

    /** @param  array{share: \CurlShareHandle, step: int, due: float, token: string}  $guest */
    private function ask(string $address, array $guest, int $n): \CurlHandle
    {
        $handle = curl_init();
        curl_setopt_array($handle, [CURLOPT_RETURNTRANSFER => true, CURLOPT_SHARE => $guest['share'], CURLOPT_COOKIEFILE => '', CURLOPT_PRIVATE => (string) $n, CURLOPT_ENCODING => '']);
        $what = $guest['step'] < 2 ? ['', '/frames'][$guest['step']] : ($guest['step'] % 3 === 0 ? '/since' : '/steps');
        curl_setopt($handle, CURLOPT_URL, $address.$what);
        if ($what === '/steps') {
            $step = ['id' => sprintf('%08x-0000-4000-8000-%012x', random_int(0, 0x7FFFFFFF), random_int(0, 0x7FFFFFFF)), 'number' => random_int(1, self::FRAMES)];
            curl_setopt($handle, CURLOPT_POSTFIELDS, json_encode(['steps' => [$guest['step'] % 3 === 1 ? [...$step, 'kind' => 'rate', 'rating' => 4] : [...$step, 'kind' => 'choose', 'on' => true]]]));
            curl_setopt($handle, CURLOPT_HTTPHEADER, ['Content-Type: application/json', 'Accept: application/json', "X-CSRF-TOKEN: {$guest['token']}"]);
        }

        return $handle;
    }
}
