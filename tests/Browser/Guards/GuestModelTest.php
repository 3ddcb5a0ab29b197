<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Browser\Browser;

/**
 * A thousand acts by chance in a guest's gallery, while connections are lost before the server has heard, or after it
 * has answered; each checked against a model on the page, and in the end what the server has.
 */
final class GuestModelTest extends TestCase
{
    private const STEPS = 1000;

    /** Steps after which the connection holds until everything has arrived. */
    private const FLUSH = 250;

    private const AT_A_TIME = 25;

    /** Pictures that are acted upon: those at the top, which are always in the page. */
    private const TOP = 10;

    private const LISTS = ['Album' => 4, 'Parents' => null];

    private static Browser $studio;

    private static string $gallery = '';

    public static function setUpBeforeClass(): void
    {
        self::$studio = Browser::openStudio('Guest Model Pictures');
        $shoot = self::$studio->openShoot('By guests', 'mara-wide');
        self::$gallery = "/shoots/{$shoot}/proof?verdict=all";
    }

    public static function tearDownAfterClass(): void
    {
        self::$studio->close();
    }

    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        yield 'one way' => [5];
        yield 'another' => [17];
        yield 'a third' => [41];
    }

    #[DataProvider('seeds')]
    public function test_a_gallery_does_what_the_model_does_whatever_the_connection(int $seed): void
    {
        $seed = (int) (getenv('KANPAI_SEED') ?: $seed);
        $chance = new Randomizer(new Mt19937($seed));
        self::$studio
            ->visit(self::$gallery)
            ->fill('#title', "Model {$seed}")
            ->fill('#lists', "Album 1-4\nParents")
            ->click('[name="rates"][value="1"]')
            ->click('form .btn-next');
        $link = self::$studio->attribute('[data-link]', 'href', 90);
        $guest = Browser::open(Browser::address());
        try {
            $guest->visit($link)->find('[data-ready]');
            $this->unreliable($guest);
            $model = new GuestModel(
                (int) $guest->script("return Number(document.querySelector('[data-filter=\"all\"] span').textContent)"),
                self::LISTS,
            );
            $this->walk($guest, $model, $chance, $link, $seed);
        } finally {
            $guest->close();
        }
    }

    private function walk(Browser $guest, GuestModel $model, Randomizer $chance, string $link, int $seed): void
    {
        $names = [
            'choose',
            'choose',
            'choose',
            'choose',
            'rate',
            'rate',
            'say',
            'list',
            'filter',
            'filter',
            'connection',
            'connection',
        ];
        $way = $commands = $expected = [];
        for ($i = 1; $i <= self::STEPS; $i++) {
            $act = $names[$chance->getInt(0, count($names) - 1)];
            [$way[], $commands[]] = $this->act($act, $model, $chance, $i);
            $expected[] = $model->counts();
            $where = "step {$i} of seed {$seed}";
            if ($i % self::AT_A_TIME === 0) {
                $this->assertShown($guest, $commands, $expected, $way, $where);
                $commands = $expected = [];
            }
            if ($i % self::FLUSH === 0) {
                $this->assertKept($guest, $model, $where);
            } elseif ($i % self::AT_A_TIME === 0 && $chance->getInt(0, 3) === 0) {
                // Opened anew with steps that may not have arrived: they are on the page nevertheless.
                $guest->visit($link)->find('[data-ready]');
                $this->unreliable($guest);
                [$model->filter, $model->list] = ['all', (string) array_key_first($model->lists)];
                $model->laid = $model->meeting('all');
                $way[] = 'reload';
                $this->assertShown($guest, [['nothing']], [$model->counts()], $way, $where);
            }
        }
        self::assertSame(
            [],
            array_values(array_filter($guest->complaints(), fn (string $said): bool => ! str_contains($said, '502'))),
        );
    }

    /** @return array{string, list<string|int>} in words, and what is done to the page */
    private function act(string $act, GuestModel $model, Randomizer $chance, int $step): array
    {
        $there = array_values(array_filter($model->standing(), fn (int $number): bool => $number <= self::TOP));
        $number = $there === [] ? 0 : $there[$chance->getInt(0, count($there) - 1)];
        if ($number === 0 && in_array($act, ['choose', 'rate', 'say'], true)) {
            $act = 'filter';
        }
        switch ($act) {
            case 'choose':
                $model->choose($number);

                return ["choose {$number} for {$model->list}", ['click', "[data-chooses='{$number}']"]];
            case 'rate':
                $rating = $chance->getInt(0, 5);
                $model->rate($number, $rating);

                return ["rate {$number} {$rating}", ['rate', $number, (string) $rating]];
            case 'say':
                $model->say($number, "step {$step}");

                return ["say something of {$number}", ['say', $number, "step {$step}"]];
            case 'list':
                $list = array_keys($model->lists)[$chance->getInt(0, count($model->lists) - 1)];
                $model->look($model->filter, $list);

                return ["list {$list}", ['click', "[data-list='{$list}']"]];
            case 'filter':
                // Mostly all: elsewhere there is little to do.
                $filter = ['all', 'all', 'all', 'chosen', 'not', 'said'][$chance->getInt(0, 5)];
                $model->look($filter, $model->list);

                return ["filter {$filter}", ['click', "[data-filter='{$filter}']"]];
            default:
                $state = ['well', 'well', 'down', 'lost', 'bad', 'slow'][$chance->getInt(0, 5)];

                return ["connection {$state}", ['connection', $state]];
        }
    }

    /**
     * From here on the connection does what it is told: nothing arrives, the answer is lost, a gateway answers, or all
     * takes its time.
     */
    private function unreliable(Browser $guest): void
    {
        $guest->script("
            const real = window.fetch.bind(window);
            window.connection ??= 'well';
            window.fetch = async (...asked) => {
                const state = window.connection;
                if (state === 'down') throw new TypeError('nothing is sent');
                if (state === 'bad') return new Response('a gateway', { status: 502 });
                const answer = await real(...asked);
                if (state === 'slow') await new Promise((done) => { setTimeout(done, 700); });
                if (state === 'lost') throw new TypeError('the answer is lost');
                return answer;
            };
        ");
    }

    /**
     * @param  list<list<string|int>>  $commands
     * @param  list<array<string, string>>  $expected  after each of them
     * @param  list<string>  $way
     */
    private function assertShown(Browser $guest, array $commands, array $expected, array $way, string $where): void
    {
        $shown = $guest->web->executeScript(
            "
            const all = (name) => [...document.querySelectorAll('[data-' + name + ']')].map((button) => [name + ' ' + button.dataset[name], button.querySelector('span').textContent]);
            const large = document.querySelector('[data-large]');
            return arguments[0].map(([kind, what, more]) => {
                if (kind === 'click') {
                    const one = document.querySelector(what);
                    if (one === null) return what + ' is not there';
                    one.click();
                } else if (kind === 'connection') {
                    window.connection = what;
                } else if (kind === 'rate' || kind === 'say') {
                    const tile = document.querySelector('.proof[data-number=\"' + what + '\"] .open');
                    if (tile === null) return 'picture ' + what + ' is not there';
                    tile.click();
                    if (kind === 'rate') {
                        large.dispatchEvent(new KeyboardEvent('keydown', { key: more, bubbles: true }));
                    } else {
                        const field = large.querySelector('#text');
                        field.value = more;
                        field.dispatchEvent(new Event('input', { bubbles: true }));
                        large.querySelector('[data-form]').requestSubmit();
                    }
                    large.close();
                }
                return Object.fromEntries([...all('list'), ...all('filter')]);
            });
        ",
            [$commands],
        );
        foreach ($expected as $i => $one) {
            self::assertEquals(
                $one,
                $shown[$i],
                "{$where}. Just before it differed: ".
                    implode(', ', array_slice($way, 0, count($way) - count($expected) + $i + 1)),
            );
        }
    }

    /** Once the connection holds, the server has what the model has, each step once. */
    private function assertKept(Browser $guest, GuestModel $model, string $where): void
    {
        $guest->script("window.connection = 'well'; window.dispatchEvent(new Event('online'))");
        $guest->until(
            fn (): bool => $guest->script(
                "return Object.keys(localStorage).every((name) => ! name.startsWith('kanpai-steps-'))",
            ),
            "{$where}: the steps do not arrive",
            30,
        );
        $told = $guest->script(
            "return fetch(document.querySelector('[data-gallery]').dataset.gallery + '/since').then((answer) => ".
                'answer.json())',
        );
        foreach ($model->lists as $name => $most) {
            self::assertEqualsCanonicalizing(
                array_values($model->chosen[$name]),
                $told['chosen'][$name] ?? [],
                "{$where}: the server has others for {$name}",
            );
        }
        self::assertEquals($model->ratings, array_filter($told['ratings']), "{$where}: the server has other ratings");
        self::assertSame(
            $model->comments,
            array_map(fn (array $comment): array => [$comment['number'], $comment['text']], $told['comments']),
            "{$where}: the server has other comments",
        );
    }
}
