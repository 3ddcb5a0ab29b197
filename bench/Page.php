<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use RuntimeException;
use Tests\Browser\Browser;

/**
 * A card of 6,000 frames in the real application, in headless Chromium: the seconds from the click on “Read this card”
 * to its first picture on the page, or to all of its frames, against the seconds that were promised.
 */
final class Page implements Benchmark
{
    private const FRAMES = 6000;

    private string $rack = '';

    /** @var array<string, float> */
    private array $last = [];

    public function __construct(private readonly string $what, private readonly float $promised)
    {
    }

    public function name(): string
    {
        return 'page-'.$this->what;
    }

    public function goal(): float
    {
        return 1.0;
    }

    public function unit(): string
    {
        return 's until '.
            ($this->what === 'first' ? 'the first' : 'the last of '.self::FRAMES).
            ' frames of a card is on the page';
    }

    public function prepare(string $folder): void
    {
        $this->rack = dirname($folder).'/instances/test/slots/of-6000';
        exec('rm -rf '.escapeshellarg($this->rack).' && mkdir -p '.escapeshellarg($this->rack));
        // One card with the frames of all three bodies; hard links cost nothing.
        exec('cp -al '.escapeshellarg($folder).'/scan/*/DCIM '.escapeshellarg($this->rack).'/ 2>/dev/null');
        exec('cat '.escapeshellarg($this->rack).'/DCIM/*/* > /dev/null');
    }

    public function ours(): float
    {
        $this->read();

        return $this->last[$this->what];
    }

    public function reference(): float
    {
        return $this->promised;
    }

    private function read(): void
    {
        $browser = Browser::openStudio('Benchmark');
        try {
            $browser
                ->click('a.btn-next')
                ->fill('#name', 'Benchmark')
                ->script("document.querySelector('#held_on').value = '2026-09-05'");
            $browser->click('.btn-next')->find("[data-read='of-6000']", 20);
            $start = (float) $browser->script(
                "document.querySelector('[data-read=\"of-6000\"]').click(); return performance.timeOrigin + ".
                    'performance.now()',
            );
            $browser->find('[data-choose]', 20);
            // The page notes the instants itself; a driver that asks would be answered late, and slow the
            // work.
            $browser->web->executeAsyncScript(
                'const done = arguments[0]; new PerformanceObserver((marks) => '.
                    "marks.getEntriesByName('kanpai-all-frames').length && done()).observe({ type: 'mark', buffered: ".
                    'true })',
            );
            foreach (['first' => 'kanpai-first-picture', 'all' => 'kanpai-all-frames'] as $what => $mark) {
                $this->last[$what] =
                    ((float) $browser->script(
                        "return performance.timeOrigin + performance.getEntriesByName('{$mark}')[0].startTime",
                    ) -
                        $start) /
                    1000;
            }
            $count = (string) $browser->text('[data-ticked]');
            if ($count !== '6,000 of 6,000') {
                throw new RuntimeException("{$count} frames are on the page.");
            }
        } finally {
            $browser->close();
        }
    }
}
