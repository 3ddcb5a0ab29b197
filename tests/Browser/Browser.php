<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteExecuteMethod;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverDimension;
use Facebook\WebDriver\WebDriverKeys;
use RuntimeException;

/** A headless Chromium of its own, without a session from anywhere else. */
final class Browser
{
    /** @var resource|null */
    private static $driver = null;

    private static int $port = 0;

    private function __construct(
        public readonly RemoteWebDriver $web,
        private readonly string $profile,
        private readonly string $base,
    ) {
    }

    public static function open(string $base, int $width = 1280, int $height = 800, string $downloads = ''): self
    {
        self::startDriver();
        $profile = sys_get_temp_dir().'/kanpai-browser-'.bin2hex(random_bytes(6));
        mkdir($profile);
        $options = (new ChromeOptions())->addArguments([
            '--headless=new',
            '--no-sandbox',
            '--disable-gpu',
            '--disable-quic',
            '--no-first-run',
            '--disable-background-networking',
            '--disable-component-update',
            '--disable-sync',
            '--hide-scrollbars',
            '--disable-dev-shm-usage',
            "--user-data-dir={$profile}",
            "--window-size={$width},{$height}",
        ]);
        if ($downloads !== '') {
            $options->setExperimentalOption('prefs', [
                'download.default_directory' => $downloads,
                'download.prompt_for_download' => false,
            ]);
        }
        $web = RemoteWebDriver::create(
            'http://127.0.0.1:'.self::$port,
            DesiredCapabilities::chrome()
                ->setCapability(ChromeOptions::CAPABILITY, $options)
                ->setCapability('unhandledPromptBehavior', 'accept'),
            30_000,
            120_000,
        );
        // The window counts its frame; the page is to be as large as asked.
        $inner = $web->executeScript('return [window.innerWidth, window.innerHeight]');
        $web->manage()
            ->window()
            ->setSize(new WebDriverDimension(2 * $width - (int) $inner[0], 2 * $height - (int) $inner[1]));

        return new self($web, $profile, $base);
    }

    /** The address of the tests' own instance. */
    public static function address(): string
    {
        preg_match(
            '/^APP_URL=(.+)$/m',
            (string) file_get_contents(dirname(__DIR__, 2).'/storage/instances/test/env'),
            $m,
        );

        return $m[1] ?? '';
    }

    /** A browser in which the owner of a new studio is signed in. */
    public static function openStudio(string $name): self
    {
        $email = 'owner-'.bin2hex(random_bytes(4)).'@test.example';
        exec(
            'DB_DATABASE=kanpai KANPAI_INSTANCE=test php '.
                escapeshellarg(dirname(__DIR__, 2).'/artisan').
                ' kanpai:studio '.
                implode(' ', array_map(escapeshellarg(...), [$name, 'Mara Quill', $email, 'a good password'])).
                ' 2>&1',
            $said,
            $code,
        );
        if ($code !== 0) {
            throw new RuntimeException(implode("\n", $said));
        }

        return self::open(self::address())->signIn($email, 'a good password');
    }

    /**
     * Signs in; where others have tried too often from this address, as soon as the page says that it may be tried
     * again.
     */
    private function signIn(string $email, string $password): self
    {
        do {
            $this->visit('/sign-in')->fill('#email', $email)->fill('#password', $password)->click('.btn-next');
            $wait = $this->until(
                fn (): ?int => $this->web->executeScript(<<<'JS'
                    const text = document.body.innerText;
                    const wait = text.match(/Please wait (\d+) seconds?/);
                    return wait ? Number(wait[1]) : text.includes('shoots to finish') ? 0 : null;
                    JS),
                "{$email} could not sign in",
            );
            sleep($wait === 0 ? 0 : $wait + 1);
        } while ($wait > 0);

        return $this;
    }

    /** A shoot with the frames of one card of the rack, copied and safe. @return int its number */
    public function openShoot(string $name, string $card): int
    {
        $this->click('a.btn-next')
            ->fill('#name', $name)
            ->script(
                "document.querySelector('#held_on').value = '2026-09-05'; document.querySelector('#zone').value = ".
                    "'Europe/London'",
            );
        $this->click('.btn-next')->see('Cards in the slots');
        $shoot = (int) preg_replace('~.*/shoots/(\d+)/.*~', '$1', $this->web->getCurrentURL());
        $this->visit("/shoots/{$shoot}/ingest")
            ->click("[data-read='{$card}']")
            ->find('[data-choose][data-ready]', 30);
        $this->visit("/shoots/{$shoot}/ingest")
            ->click("[data-copy='{$card}']")
            ->find("[data-card='{$card}'][data-state='safe']", 90);

        return $shoot;
    }

    public function visit(string $path): self
    {
        $address = preg_match('/^(http|about)/', $path) === 1 ? $path : $this->base.$path;
        $before = $this->web->getCurrentURL();
        $this->web->get($address);
        // A form that was still on its way may have brought the page before it once more.
        for ($tries = 0; $tries < 3 && $before !== $address && $this->web->getCurrentURL() === $before; $tries++) {
            $this->web->get($address);
        }

        return $this;
    }

    /** Waits until an element is there and seen. */
    public function find(string $selector, float $seconds = 10): RemoteWebElement
    {
        // Asked of the page itself, in one question: the machine has more to do than to answer those who wait.
        return $this->until(
            function () use ($selector): ?RemoteWebElement {
                $found = $this->web->executeScript(
                    '
                const isSeen = (one) => one.checkVisibility({ opacityProperty: true, visibilityProperty: true }) && [...one.getClientRects()].some((box) => box.width > 0 && box.height > 0);
                return [...document.querySelectorAll(arguments[0])].find((one) => isSeen(one.closest("select") ?? one)) ?? null;
            ',
                    [$selector],
                );

                return is_array($found)
                    ? new RemoteWebElement(new RemoteExecuteMethod($this->web), (string) reset($found), true)
                    : null;
            },
            "{$selector} is not on the page",
            $seconds,
        );
    }

    public function click(string $selector): self
    {
        $this->until(function () use ($selector): bool {
            $this->find($selector)->click();

            return true;
        }, "{$selector} could not be clicked");

        return $this;
    }

    public function fill(string $selector, string $text): self
    {
        $this->until(function () use ($selector, $text): bool {
            $field = $this->find($selector);
            $field->clear();
            $field->sendKeys($text);

            return true;
        }, "{$selector} could not be filled in");

        return $this;
    }

    public function choose(string $selector, string $value): self
    {
        return $this->click("{$selector} option[value='{$value}']");
    }

    public function attribute(string $selector, string $name, float $seconds = 10): string
    {
        return $this->until(
            fn (): string => (string) $this->find($selector, $seconds)->getAttribute($name),
            "{$selector} cannot be read",
            $seconds,
        );
    }

    public function press(string ...$keys): self
    {
        $this->web->switchTo()->activeElement()->sendKeys(
            implode(
                '',
                array_map(
                    fn (string $key): string => match ($key) {
                        'right' => WebDriverKeys::ARROW_RIGHT,
                        'left' => WebDriverKeys::ARROW_LEFT,
                        'down' => WebDriverKeys::ARROW_DOWN,
                        'up' => WebDriverKeys::ARROW_UP,
                        'enter' => WebDriverKeys::ENTER,
                        'backspace' => WebDriverKeys::BACKSPACE,
                        'delete' => WebDriverKeys::DELETE,
                        'escape' => WebDriverKeys::ESCAPE,
                        'shift' => WebDriverKeys::SHIFT,
                        'control' => WebDriverKeys::CONTROL,
                        default => $key,
                    },
                    $keys,
                ),
            ),
        );

        return $this;
    }

    public function text(string $selector): string
    {
        // A page may come anew between finding and reading.
        return $this->until(fn (): string => $this->find($selector)->getText(), "{$selector} cannot be read");
    }

    public function see(string $text, float $seconds = 10): self
    {
        $this->until(
            fn (): bool => (bool) $this->web->executeScript(
                "return document.body.innerText.replaceAll('\u00A0', ' ').includes(arguments[0])",
                [$text],
            ),
            "“{$text}” does not come up",
            $seconds,
        );

        return $this;
    }

    /**
     * @template T
     *
     * @param  callable(): T  $look
     * @return T
     */
    public function until(callable $look, string $problem, float $seconds = 10): mixed
    {
        $end = microtime(true) + $seconds;
        $last = null;
        do {
            try {
                $found = $look();
                if ($found !== null && $found !== false) {
                    return $found;
                }
            } catch (\Facebook\WebDriver\Exception\WebDriverException $last) {
            }
            usleep(80_000);
        } while (microtime(true) < $end);
        $text = mb_substr((string) $this->web->executeScript('return document.body.innerText'), 0, 1500);
        throw new RuntimeException(
            "{$problem} after {$seconds} s at {$this->web->getCurrentURL()}. ".
                ($last?->getMessage() ?? '').
                "\n{$text}\n".
                $this->lastErrors(),
        );
    }

    /** What the application noted last as its own faults: a page that failed does not say them. */
    private function lastErrors(): string
    {
        $lines = preg_grep(
            '/^\[.{19}\] \w+\.ERROR: /',
            @file(dirname(__DIR__, 2).'/storage/instances/test/log/laravel.log') ?: [],
        );

        return implode(
            '',
            array_map(fn (string $line): string => mb_substr($line, 0, 600)."\n", array_slice($lines ?: [], -3)),
        );
    }

    public function script(string $code): mixed
    {
        return $this->web->executeScript($code);
    }

    public function picture(string $path): void
    {
        $this->web->takeScreenshot($path);
    }

    /** @return list<string> what axe-core finds on the page against WCAG 2.2 AA */
    public function violations(string $page): array
    {
        $this->script((string) file_get_contents(dirname(__DIR__, 2).'/node_modules/axe-core/axe.min.js'));

        return array_values(
            array_map(
                fn (array $violation): string => "{$page}: {$violation['id']} at ".
                    implode(
                        ', ',
                        array_slice(
                            array_map(fn (array $node): string => implode(' ', $node['target']), $violation['nodes']),
                            0,
                            3,
                        ),
                    ),
                $this->web->executeAsyncScript(
                    "const done = arguments[arguments.length - 1]; axe.run(document, { runOnly: ['wcag2a', ".
                        "'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] }).then((result) => done(result.violations), ".
                        '(reason) => done([{ id: String(reason), nodes: [] }]));',
                ),
            ),
        );
    }

    /** Cuts the connection, or gives it back. */
    public function connect(bool $isThere): void
    {
        $tools = new ChromeDevToolsDriver($this->web);
        $tools->execute('Network.enable');
        $tools->execute('Network.emulateNetworkConditions', [
            'offline' => ! $isThere,
            'latency' => 0,
            'downloadThroughput' => -1,
            'uploadThroughput' => -1,
        ]);
    }

    /** Chooses a folder, as a person does in the dialog of the system. */
    public function chooseFolder(string $selector, string $folder): self
    {
        $this->web->findElement(WebDriverBy::cssSelector($selector))->sendKeys($folder);

        return $this;
    }

    /** @return list<string> what the page complained about */
    public function complaints(): array
    {
        return array_values(
            array_filter(
                array_map(
                    fn (array $entry): string => $entry['level'].' '.$entry['message'],
                    $this->web->manage()->getLog('browser'),
                ),
                fn (string $entry): bool => str_starts_with($entry, 'SEVERE'),
            ),
        );
    }

    public function close(): void
    {
        $this->web->quit();
        exec('rm -rf '.escapeshellarg($this->profile));
    }

    private static function startDriver(): void
    {
        if (self::$driver !== null) {
            return;
        }
        $server = stream_socket_server('tcp://127.0.0.1:0');
        self::$port =
            $server === false
                ? 9515
                : (int) substr((string) strrchr((string) stream_socket_get_name($server, false), ':'), 1);
        if ($server !== false) {
            fclose($server);
        }
        $process = proc_open(
            ['chromedriver', '--port='.self::$port, '--silent'],
            [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']],
            $pipes,
        );
        self::$driver = $process === false ? throw new RuntimeException('ChromeDriver cannot be started.') : $process;
        for ($i = 0; $i < 100 && ! @fsockopen('127.0.0.1', self::$port); $i++) {
            usleep(100_000);
        }
        register_shutdown_function(function (): void {
            if (self::$driver !== null) {
                proc_terminate(self::$driver);
            }
        });
    }
}
