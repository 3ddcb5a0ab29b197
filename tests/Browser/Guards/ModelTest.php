<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Browser\Browser;

/**
 * A thousand keys by chance on the culling page, each checked against a model: what is shown, what is marked, and in
 * the end what the server has.
 */
final class ModelTest extends TestCase
{
    private const STEPS = 1000;

    /** Steps after which marks are waited for and the server is asked. */
    private const FLUSH = 200;

    /** Steps that are done in one go; the page answers each at once. */
    private const AT_A_TIME = 20;

    private static Browser $studio;

    private static int $shoot;

    public static function setUpBeforeClass(): void
    {
        self::$studio = Browser::openStudio('Model Pictures');
        self::$shoot = self::$studio->openShoot('By chance', 'mara-wide');
        // Moments are parted once pictures are made, which gives frames another order.
        self::$studio->until(
            fn (): bool => Demo::number('SELECT COUNT(*) FROM jobs') === 0,
            'the workers do not come to rest',
            60,
        );
    }

    public static function tearDownAfterClass(): void
    {
        self::$studio->close();
    }

    /** @return iterable<string, array{int, string}> seed, and what passing an open frame says of it */
    public static function seeds(): iterable
    {
        yield 'plain' => [11, 'nothing'];
        yield 'plain, another way' => [29, 'nothing'];
        yield 'in doubt drop' => [47, 'drop'];
    }

    #[DataProvider('seeds')]
    public function test_the_page_does_what_the_model_does(int $seed, string $doubt): void
    {
        $studio = self::$studio;
        $chance = new Randomizer(new Mt19937((int) (getenv('KANPAI_SEED') ?: $seed)));
        $studio
            ->visit('/shoots/'.self::$shoot.'/cull/rounds')
            ->choose('#source', 'all')
            ->choose('#doubt', $doubt)
            ->click('form .btn-next')
            ->find('[data-cull][data-ready]', 20);
        $studio->script(
            "localStorage.clear(); document.querySelector('[data-says=\"\"]').click(); ".
                "document.querySelector('[data-wall]').focus()",
        );
        $model = new CullModel($this->frames(), $doubt);
        $acts = $this->acts($model, $chance);
        $names = [];
        foreach ($acts as $name => [$often]) {
            array_push($names, ...array_fill(0, $often, $name));
        }
        $way = $expected = $commands = [];
        for ($i = 1; $i <= self::STEPS; $i++) {
            $name = $names[$chance->getInt(0, count($names) - 1)];
            $way[] = $name;
            $commands[] = $acts[$name][1]();
            $expected[] = self::shown($model);
            if ($i % self::AT_A_TIME === 0) {
                $this->assertShown(
                    $commands,
                    $expected,
                    $way,
                    "step {$i} of seed {$seed}; the model looks for “{$model->verdict}” from {$model->least}",
                );
                $expected = $commands = [];
            }
            if ($i % self::FLUSH === 0) {
                $this->assertKept($model, "step {$i} of seed {$seed}");
            }
        }
        self::assertSame([], $studio->complaints());
    }

    /**
     * @return array<string, array{int, callable(): list<string|bool>}>
     *   name => how often, and what does it to the model and says what is done to the page: a key, a chip
     */
    private function acts(CullModel $model, Randomizer $chance): array
    {
        $key = fn (string $key, callable $done, bool $isShift = false): callable => function () use (
            $key,
            $done,
            $isShift,
        ): array {
            $done();

            return ['key', $key, $isShift];
        };

        return [
            'keep' => [14, $key('f', fn () => $model->verdict('keep'))],
            'drop' => [14, $key('d', fn () => $model->verdict('drop'))],
            'open' => [6, $key('s', fn () => $model->verdict('open'))],
            'right' => [14, $key('ArrowRight', fn () => $model->step(1))],
            'left' => [8, $key('ArrowLeft', fn () => $model->step(-1))],
            'undo' => [7, $key('Backspace', fn () => $model->undo())],
            'redo' => [4, $key('Backspace', fn () => $model->redo(), true)],
            'wall' => [2, $key('w', fn () => ($model->isWall = true))],
            'one' => [4, $key('Enter', fn () => ($model->isWall = false))],
            'only' => [2, $key('a', fn () => $model->onlyThis())],
            'keep moment' => [2, $key('F', fn () => $model->wholeMoment('keep'), true)],
            'drop moment' => [2, $key('D', fn () => $model->wholeMoment('drop'), true)],
            'rate' => [
                8,
                function () use ($model, $chance): array {
                    $rating = $chance->getInt(0, 5);
                    $model->rate($rating);

                    return ['key', (string) $rating, false];
                },
            ],
            'rated' => [
                4,
                function () use ($model, $chance): array {
                    $rating = $chance->getInt(1, 5);
                    $model->rateAndKeep($rating);

                    return ['key', (string) $rating, true];
                },
            ],
            'moment' => [
                6,
                function () use ($model, $chance): array {
                    // On the wall these go by rows, whose length is the window's matter.
                    $by = $chance->getInt(0, 1) === 1 ? 1 : -1;
                    $isWall = $model->isWall;
                    $model->moment($by);

                    return $isWall ? ['nothing'] : ['key', $by === 1 ? 'ArrowDown' : 'ArrowUp', false];
                },
            ],
            'filter' => [
                4,
                function () use ($model, $chance): array {
                    $verdict = ['', '', 'open', 'keep', 'drop'][$chance->getInt(0, 4)];
                    $model->filter($verdict, $model->least);

                    return ['chip', "[data-says='{$verdict}']"];
                },
            ],
            'least' => [
                2,
                function () use ($model, $chance): array {
                    $least = [0, 0, 0, 1, 3][$chance->getInt(0, 4)];
                    $model->filter($model->verdict, $least);

                    return ['chip', "[data-least='{$least}']"];
                },
            ],
        ];
    }

    /** @return array{int, string, int, string}|null frame, verdict, rating, and where */
    private static function shown(CullModel $model): ?array
    {
        $current = $model->current();

        return $current === null
            ? null
            : [$current['id'], $current['verdict'], $current['rating'], $model->isWall ? 'wall' : 'one'];
    }

    /**
     * @param  list<list<string|bool>>  $commands
     * @param  list<array{int, string, int, string}|null>  $expected  after each of them
     * @param  list<string>  $way  all that was done so far
     */
    private function assertShown(array $commands, array $expected, array $way, string $where): void
    {
        $shown = self::$studio->web->executeScript(
            "
            const root = document.querySelector('[data-cull]'), part = (name) => root.querySelector('[data-' + name + ']');
            const look = () => {
                if (!part('none').hidden || !part('pass').hidden) return null;
                const tile = part('wall').querySelector('[aria-current]'), mode = root.dataset.mode;
                const [id, said] = mode === 'wall' ? [tile?.dataset.id, tile?.getAttribute('aria-label').replace(/^[\\d,]+ [^,]*, /, '')] : [part('image').dataset.id, part('shown').getAttribute('aria-label')];
                const told = /^(\\w+), rating (\\d)/.exec(said ?? '');
                return told === null ? [id, said] : [Number(id), told[1], Number(told[2]), mode];
            };
            return arguments[0].map(([kind, what, shiftKey]) => {
                if (kind === 'key') {
                    window.document.body.dispatchEvent(new KeyboardEvent('keydown', { key: what, code: /^\\d$/.test(what) ? 'Digit' + what : '', shiftKey, bubbles: true, cancelable: true }));
                } else if (kind === 'chip') {
                    root.querySelector(what).click();
                }
                return look();
            });
        ",
            [$commands],
        );
        foreach ($expected as $i => $one) {
            self::assertSame(
                $one,
                $shown[$i],
                "{$where}. Just before it differed: ".
                    implode(', ', array_slice($way, 0, count($way) - count($expected) + $i + 1)),
            );
        }
    }

    private function assertKept(CullModel $model, string $where): void
    {
        $expected = array_map(
            fn (array $frame): array => [$frame['id'], $frame['verdict'], $frame['rating']],
            $model->frames,
        );
        $kept = [];
        $end = microtime(true) + 10;
        do {
            $kept = array_map(
                fn (array $frame): array => [$frame['id'], $frame['verdict'], $frame['rating']],
                $this->frames(),
            );
        } while ($kept !== $expected && microtime(true) < $end);
        self::assertSame($expected, $kept, "{$where}: the server has something else");
        self::$studio->until(
            fn (): bool => array_map(fn (string $name): string => self::$studio->text("[data-{$name}]"), [
                'kept',
                'dropped',
                'open',
                'meant',
            ]) ===
                array_map(number_format(...), [
                    $model->count('keep'),
                    $model->count('drop'),
                    $model->count('open'),
                    count($model->view),
                ]),
            "{$where}: the counts are others",
        );
    }

    /** @return list<array{id: int, moment: int, verdict: string, rating: int}> as the server has them, in order */
    private function frames(): array
    {
        $shoot = self::$shoot;
        [$rows, $byHand, $least] = self::$studio->script(
            "return fetch('/shoots/{$shoot}/cull/frames').then((answer) => answer.json()).then((table) => ".
                '[table.frames.map((row) => [row[0], row[4], row[5], row[19]]), table.byHand, '.
                'table.leasts[table.fineness]])',
        );
        $frames = [];
        $moment = 0;
        foreach ($rows as $i => [$id, $verdict, $rating, $border]) {
            $hand = $byHand[$i] ?? null;
            $moment += $i > 0 && ($hand === 'split' || ($hand !== 'join' && $border >= $least)) ? 1 : 0;
            $frames[] = ['id' => $id, 'moment' => $moment, 'verdict' => $verdict, 'rating' => $rating];
        }

        return $frames;
    }
}
