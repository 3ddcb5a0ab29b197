<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Looks\BringIntoLine;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Looks\LookValues;
use RuntimeException;
use Tests\Browser\Browser;

/**
 * The page of looks with 1,700 kept frames in the real application: a light of all of them brought into line, its
 * values stored; the moves of a slider in headless Chromium, drawn in software, 95 % of them; and within how long the
 * pictures on the screen show it.
 */
final class LooksPage implements Benchmark
{
    private const FRAMES = 1_700;

    private const MOVES = 100;

    private static ?Browser $browser = null;

    private static int $shoot = 0;

    /** @param  'line'|'screen'|'slider'  $what */
    public function __construct(private readonly string $what, private readonly float $promised)
    {
    }

    public function name(): string
    {
        return "looks-{$this->what}";
    }

    public function goal(): float
    {
        return 1.0;
    }

    public function unit(): string
    {
        return match ($this->what) {
            'line' => 's until '.number_format(self::FRAMES).' frames are brought into line',
            'screen' => 's from there until the strip on the screen shows it',
            'slider' => 'ms for a slider’s move, 95 % of '.self::MOVES,
        };
    }

    public function prepare(string $folder): void
    {
        self::$browser ??= Browser::openStudio('Benchmark of looks');
        if (self::$shoot === 0) {
            self::$shoot = SeededShoot::of('Benchmark of looks', self::FRAMES, $folder)->id;
            SeededShoot::within('kanpai', function (): void {
                DB::table('frames')->where('shoot_id', self::$shoot)->update(['verdict' => 'keep']);
                DB::table('finishings')->upsert(['shoot_id' => self::$shoot, 'fineness' => 0], ['shoot_id']);
            });
        }
    }

    public function ours(): float
    {
        return match ($this->what) {
            'line' => SeededShoot::within('kanpai', $this->line(...)),
            'screen' => $this->screen($this->page()),
            'slider' => $this->slider($this->page()),
        };
    }

    public function reference(): float
    {
        return $this->promised;
    }

    private function line(): float
    {
        $shoot = Shoot::query()->findOrFail(self::$shoot);
        $member = Member::query()->where('studio_id', $shoot->studio_id)->firstOrFail();
        $frames = DB::table('frames')->where('shoot_id', $shoot->id)->orderBy('taken_ms')->pluck('id');
        $ids = array_values($frames->map(fn ($id): int => (int) $id)->all());
        $parts = [...LookValues::COLOURS, ...LookValues::DETAIL];
        // Another look each time, so that all of them change.
        $values = ['stops' => 0.4, 'contrast' => mt_rand(1, 90) / 100, 'zones' => ['dark' => 0.3]];
        DB::table('looks')->upsert([[
            'frame_id' => $ids[0], 'shoot_id' => $shoot->id, 'version' => 0, 'number' => 1,
            'values' => json_encode($values, JSON_THROW_ON_ERROR),
        ]], ['frame_id', 'version', 'number'], ['values']);
        $start = microtime(true);
        $answer = app(BringIntoLine::class)
            ->apply($shoot, $member, (string) Str::uuid(), $ids[0], array_slice($ids, 1), $parts);
        $time = microtime(true) - $start;
        $changed = count($answer['step']['changes'] ?? []) + count($answer['asked']);

        return $changed === self::FRAMES - 1 ? $time : throw new RuntimeException("Only {$changed} frames changed.");
    }

    private function page(): Browser
    {
        $browser = self::$browser ?? throw new RuntimeException('Not prepared.');
        $browser->visit('/shoots/'.self::$shoot.'/looks')->find('[data-looks][data-ready]', 60);
        $browser->until(
            fn (): bool => (bool) $browser->script("return document.querySelector('[data-image]').dataset.shows"),
            'no picture',
            30,
        );

        return $browser;
    }

    /** Drags the line of contrast by events, one after another, each drawn before the next. */
    private function slider(Browser $browser): float
    {
        $moves = self::MOVES;
        $times = $browser->web->executeAsyncScript(<<<JS
            const done = arguments[0];
            const input = document.querySelector('[data-slide=contrast]');
            const image = document.querySelector('[data-image]');
            const times = [];
            (async () => {
                for (let i = 1; i <= {$moves}; i++) {
                    const before = image.dataset.drawn;
                    const began = performance.now();
                    input.value = -0.9 + (1.8 * i) / {$moves};
                    input.dispatchEvent(new Event('input'));
                    while (image.dataset.drawn === before) {
                        await new Promise((go) => requestAnimationFrame(go));
                    }
                    times.push(performance.now() - began);
                }
                done(times);
            })();
            JS);
        sort($times);

        return (float) $times[(int) (0.95 * self::MOVES)];
    }

    /** From the click on “Bring … into line” until the pictures of the strip that are seen have the look. */
    private function screen(Browser $browser): float
    {
        $browser->script(
            "const input = document.querySelector('[data-slide=contrast]'); input.value = ".(mt_rand(20, 90) / 100).
                "; input.dispatchEvent(new Event('input')); input.dispatchEvent(new Event('change'))",
        );
        usleep(1_500_000);
        $time = $browser->web->executeAsyncScript(<<<'JS'
            const done = arguments[0];
            const seen = () => [...document.querySelectorAll('[data-strip] canvas')].filter((canvas) => {
                const { left, right } = canvas.getBoundingClientRect();

                return right > 0 && left < innerWidth;
            });
            const isDrawn = (canvas) => canvas.getContext('2d').getImageData(0, 0, 1, 1).data[3] === 255;
            document.querySelector('button[data-line]').click();
            let answered = 0;
            (async () => {
                for (;;) {
                    await new Promise((go) => requestAnimationFrame(go));
                    const own = seen();
                    const note = document.querySelector('[data-note]').textContent;
                    if (answered === 0 && note.includes('brought into line')) {
                        answered = performance.now();
                    }
                    if (answered > 0 && own.every(isDrawn)) {
                        done(performance.now() - answered);
                        return;
                    }
                }
            })();
            JS);

        return (float) $time / 1000;
    }
}
