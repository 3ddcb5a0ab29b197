<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Exception\WebDriverException;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Browser\Browser;

/**
 * Somebody who knows nothing of the pages: follows every link, presses every button twice, and fills every form in
 * with what should not be there. It says what went wrong on the way.
 */
final class Walker
{
    private const WIDTHS = [390 => 844, 1024 => 768, 1280 => 800, 1920 => 1080];

    /** Pages of one kind that are looked at. */
    private const OF_A_KIND = 1;

    private const WRONG = [
        '',
        '-5',
        '0',
        '99999999999999999999',
        'x',
        '=1+1',
        "'\"><b>",
        '2026-99-99',
        '-99:99',
        'שלום עולם',
        '🚣🏽',
        '{{nothing}}',
        'set:"',
        '../../etc',
        'Wordwithoutanyspacewhatsoever_Wordwithoutanyspacewhatsoever_Wordwithoutanyspacewhatsoever_Wordwithoutanyspacewhatsoever',
    ];

    /** @var array<string, true> what went wrong => true */
    public array $faults = [];

    /** @var array<string, list<string>> kind of page => addresses of such pages */
    public array $pages = [];

    public int $acts = 0;

    private readonly Randomizer $chance;

    private readonly ChromeDevToolsDriver $tools;

    public function __construct(
        private readonly Browser $browser,
        private readonly string $who,
        private readonly string $base,
        int $seed,
    ) {
        $this->chance = new Randomizer(new Mt19937($seed));
        $this->tools = new ChromeDevToolsDriver($browser->web);
    }

    /**
     * Goes from some pages by links to all others; each has to be there, whole, and no wider than the window.
     *
     * @param  list<string>  $from
     * @param  int  $least  kinds of pages that are seen however slow the machine is
     */
    public function look(array $from, float $seconds, int $least): void
    {
        $end = microtime(true) + $seconds;
        $waiting = $from;
        while ($waiting !== [] && (count($this->pages) < $least || microtime(true) < $end)) {
            $path = array_shift($waiting);
            $kind = self::kind($path);
            if (
                in_array($path, $this->pages[$kind] ?? [], true) ||
                count($this->pages[$kind] ?? []) >= self::OF_A_KIND
            ) {
                continue;
            }
            $this->pages[$kind][] = $path;
            $this->browser->complaints();
            if (! $this->open($path)) {
                continue;
            }
            $this->notice($path, mayRefuse: false);
            foreach (self::WIDTHS as $width => $height) {
                $this->resize($width, $height);
                $this->measure($path, $width);
            }
            array_push(
                $waiting,
                ...array_values(
                    array_filter(
                        $this->links(),
                        fn (string $link): bool => count($this->pages[self::kind($link)] ?? []) < self::OF_A_KIND,
                    ),
                ),
            );
        }
        if (
            $waiting !== [] &&
            array_filter($waiting, fn (string $path): bool => ! isset($this->pages[self::kind($path)])) !== []
        ) {
            $this->unseen = count($waiting);
        }
    }

    /** Where nothing is: a page all the same. */
    public function lost(string $path): void
    {
        $this->browser->complaints();
        $this->browser->visit($path);
        $this->settle();
        $this->notice($path, mayRefuse: true);
        foreach (self::WIDTHS as $width => $height) {
            $this->resize($width, $height);
            $this->measure($path, $width);
        }
    }

    /** Pages that were left when the time was over. */
    public int $unseen = 0;

    /**
     * Presses and fills in, on the pages seen before, by chance.
     *
     * @param  int  $least  acts that are tried however slow the machine is
     */
    public function act(float $seconds, int $least): void
    {
        $end = microtime(true) + $seconds;
        $pages = array_values(array_map(fn (array $paths): string => $paths[0], $this->pages));
        $tried = [];
        $round = 0;
        while (($this->acts < $least || microtime(true) < $end) && $pages !== []) {
            $page = $pages[$this->chance->getInt(0, count($pages) - 1)];
            $width = $this->chance->pickArrayKeys(self::WIDTHS, 1)[0];
            $this->resize((int) $width, self::WIDTHS[$width]);
            if (! $this->open($page, isKnown: false)) {
                continue;
            }
            $this->browser->complaints();
            foreach ($this->things() as $thing) {
                $key = self::kind($page).' '.$thing['said'];
                if ($this->acts >= $least && microtime(true) > $end) {
                    break;
                }
                // What was never tried comes first; the second time round all is tried again, elsewhere.
                if (($tried[$key] ?? 0) > intdiv($round, 2 * count($pages))) {
                    continue;
                }
                $tried[$key] = ($tried[$key] ?? 0) + 1;
                $this->acts++;
                $before = $this->address();
                if (! $this->touch($thing)) {
                    continue;
                }
                $this->notice("{$page} after {$thing['said']}", mayRefuse: true);
                $this->measure("{$page} after {$thing['said']}", (int) $width);
                if ($this->address() !== $before && ! $this->open($page, isKnown: false)) {
                    break;
                }
            }
            $round++;
        }
    }

    private function resize(int $width, int $height): void
    {
        $this->tools->execute('Emulation.setDeviceMetricsOverride', [
            'width' => $width,
            'height' => $height,
            'deviceScaleFactor' => 1,
            'mobile' => false,
        ]);
    }

    /** Whether it is a page; a file that is fetched is none. */
    private function open(string $path, bool $isKnown = true): bool
    {
        $answer = $this->browser->web->executeAsyncScript(
            "const done = arguments[1]; fetch(arguments[0], { headers: { Accept: 'text/html' } }).then((answer) ".
                "=> done([answer.status, answer.headers.get('Content-Type') ?? '', ".
                "answer.headers.get('Content-Disposition') ?? '']), (reason) => done([0, String(reason), '']))",
            [$path],
        );
        // A link that was withdrawn says so, and one that got a password meanwhile asks for it.
        if (
            $answer[0] >= 500 ||
            $answer[0] === 0 ||
            ($isKnown && $answer[0] >= 400 && ! in_array($answer[0], [401, 410], true))
        ) {
            $this->faults["{$this->who}: {$path} answers {$answer[0]} {$answer[1]}"] = true;
        }
        if ($answer[0] >= 400 || ! str_starts_with($answer[1], 'text/html') || $answer[2] !== '') {
            return false;
        }
        $this->browser->complaints();
        $this->browser->visit($path);
        $this->settle();

        return true;
    }

    /** Waits until nothing is under way; pages that ask again and again are not waited for for long. */
    private function settle(): void
    {
        $end = microtime(true) + 2;
        do {
            usleep(40_000);
            try {
                $isReady = $this->browser->script(
                    "return document.readyState === 'complete' && document.querySelector('.htmx-request') === null",
                );
            } catch (WebDriverException) {
                $isReady = false;
            }
        } while ($isReady !== true && microtime(true) < $end);
    }

    /** What the page complains of, and what the server answered it. */
    private function notice(string $where, bool $mayRefuse): void
    {
        foreach ($this->browser->complaints() as $complaint) {
            $isRefused = preg_match('~the server responded with a status of 4\d\d~', $complaint) === 1;
            if (! $isRefused || ! $mayRefuse) {
                $this->faults["{$this->who}: {$where} complains: ".mb_substr($complaint, 0, 300)] = true;
            }
        }
        $status = $this->browser->script(
            "return [...performance.getEntriesByType('navigation'), ".
                "...performance.getEntriesByType('resource')].filter((entry) => entry.responseStatus >= ".
                "500).map((entry) => entry.responseStatus + ' ' + entry.name)",
        );
        foreach ($status as $fault) {
            $this->faults["{$this->who}: {$where}: {$fault}"] = true;
        }
    }

    private function measure(string $where, int $width): void
    {
        $seen = $this->browser->web->executeAsyncScript("
            const done = arguments[0], end = performance.now() + 1500, look = () => {
            const main = document.querySelector('main');
            const wide = document.documentElement.scrollWidth > document.documentElement.clientWidth + 1
                ? [...document.querySelectorAll('body *')].filter((one) => one.getBoundingClientRect().right > document.documentElement.clientWidth + 1).slice(-1).map((one) => one.tagName + '.' + one.className + ' ' + Math.round(one.getBoundingClientRect().right))[0] ?? 'something'
                : '';
            const isEmpty = main === null || main.getBoundingClientRect().height < 20 || (main.innerText.trim() === '' && main.querySelector('img, svg, canvas, input, video') === null);
            if ((wide === '' && !isEmpty) || performance.now() > end) { done([wide, isEmpty]); } else { setTimeout(look, 60); } };
            // Pages lay out anew once the window has changed.
            requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(look)));
        ");
        if ($seen[0] !== '') {
            $this->faults["{$this->who}: {$where} is wider than {$width} px: {$seen[0]}"] = true;
        }
        if ($seen[1] === true) {
            $this->faults["{$this->who}: {$where} is empty at {$width} px"] = true;
        }
    }

    /** @return list<string> paths of this installation that the page leads to */
    private function links(): array
    {
        $found = $this->browser->script(
            "return [...new Set([...document.querySelectorAll('a[href]')].filter((link) => link.origin === ".
                "location.origin && !link.hasAttribute('download')).map((link) => link.pathname + link.search))]",
        );

        return $this->chance->shuffleArray($found);
    }

    /** @return list<array{kind: string, at: int, said: string}> buttons and forms, mixed */
    private function things(): array
    {
        $things = $this->browser->script("
            const seen = (one) => one.offsetParent !== null || one.closest('details') !== null;
            const buttons = [...document.querySelectorAll('button, summary, input[type=checkbox], input[type=radio]')].map((one, at) => ({ kind: 'button', at, said: 'pressing ' + (one.innerText || one.getAttribute('aria-label') || one.name || one.className).trim().replace(/\\d+/g, 'N').slice(0, 40), isSeen: seen(one), isOut: one.closest('form')?.action.endsWith('/sign-out') ?? false }));
            const forms = [...document.forms].map((one, at) => ({ kind: 'form', at, said: 'sending wrong things to ' + (one.getAttribute('action') ?? '').replace(/^https?:\\/\\/[^/]+/, '').replace(/\\d+/g, 'N').slice(0, 60), isSeen: seen(one), isOut: one.action.endsWith('/sign-out') }));
            return [...buttons, ...forms].filter((one) => one.isSeen && !one.isOut).map(({ kind, at, said }) => ({ kind, at, said }));
        ");

        return $this->chance->shuffleArray($things);
    }

    /** @param  array{kind: string, at: int, said: string}  $thing */
    private function touch(array $thing): bool
    {
        try {
            if ($thing['kind'] === 'button') {
                $this->browser->web->executeScript(
                    "const one = document.querySelectorAll('button, summary, input[type=checkbox], ".
                        "input[type=radio]')[arguments[0]]; if (one && !one.disabled) { one.click(); one.click(); }",
                    [$thing['at']],
                );
            } else {
                $wrong = array_map(
                    fn (): string => self::WRONG[$this->chance->getInt(0, count(self::WRONG) - 1)],
                    range(1, 12),
                );
                $this->browser->web->executeScript(
                    "
                    const form = document.forms[arguments[0]], wrong = arguments[1];
                    if (!form) return;
                    form.noValidate = true;
                    [...form.elements].filter((one) => one.matches('input:not([type=hidden],[type=checkbox],[type=radio],[type=file],[type=submit]), textarea')).forEach((one, i) => { one.value = wrong[i % wrong.length]; });
                    form.requestSubmit();
                ",
                    [$thing['at'], $wrong],
                );
            }
        } catch (WebDriverException) {
            return false;
        }
        $this->settle();

        return true;
    }

    private function address(): string
    {
        return str_replace($this->base, '', $this->browser->web->getCurrentURL());
    }

    private static function kind(string $path): string
    {
        $kind = (string) preg_replace(['~#.*$~', '~/[A-Za-z0-9_-]{20,}~', '~\d+~'], ['', '/T', 'N'], $path);

        // A filter or a page further on is the same kind of page.
        return (string) preg_replace('~=[^&]*~', '', $kind);
    }
}
