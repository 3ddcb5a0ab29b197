<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

use PHPUnit\Framework\TestCase;

/**
 * Every route that there is, by nginx and php-fpm: with the ids of another studio, as each role, as a guest, without a
 * session, and with everything that may be in a field and should not. Nothing of it is ever a fault of the server.
 *
 * @phpstan-type Route array{method: string, uri: string, name: string|null, middleware: list<string>}
 */
final class DoorsTest extends TestCase
{
    /** Of a route that has more. */
    private const MOST_MUTATIONS = 400;

    private static Visitor $owner;

    private static Visitor $shooter;

    private static Visitor $stranger;

    private static Visitor $nobody;

    /** @var array<string, string> parameter of a route => one of the demo's */
    private static array $own = [];

    private static string $gallery = '';

    private static string $delivery = '';

    private static string $upload = '';

    public static function tearDownAfterClass(): void
    {
        // Nobody after it has to wait for its many wrong tries to sign in.
        GuardedStudio::artisan('cache:clear');
        Demo::leave();
    }

    public static function setUpBeforeClass(): void
    {
        Demo::make();
        self::$owner = Demo::owner();
        self::$shooter = Demo::shooter();
        self::$stranger = GuardedStudio::make('Elsewhere Pictures')->owner();
        self::$nobody = new Visitor(Demo::address());
        $shoot = Demo::shoot();
        self::furnish($shoot);
        $of = fn (string $table): string => (string) Demo::number(
            "SELECT MAX(id) FROM {$table} WHERE shoot_id = {$shoot}",
        );
        $beside = fn (string $table, string $column, string $above): string => (string) Demo::number(
            "SELECT MIN({$table}.id) FROM {$table} JOIN {$above} ON {$above}.id = {$table}.{$column} WHERE ".
                "{$above}.shoot_id = {$shoot}",
        );
        self::$own = [
            'shoot' => (string) $shoot,
            'card' => $of('cards'),
            'frame' => $of('frames'),
            'task' => $of('tasks'),
            'batch' => $of('caption_batches'),
            'tie' => $of('ties'),
            'clock' => $of('clocks'),
            'round' => $of('rounds'),
            'link' => $of('upload_links'),
            'gallery' => $of('galleries'),
            'delivery' => (string) Demo::number("SELECT MIN(id) FROM deliveries WHERE shoot_id = {$shoot}"),
            'handoff' => $of('handoffs'),
            'returned' => $of('returned_files'),
            'bag' => $of('bags'),
            'shipment' => $of('shipments'),
            'set' => $of('sets'),
            'body' => (string) Demo::number("SELECT body_id FROM frames WHERE shoot_id = {$shoot} LIMIT 1"),
            'output' => (string) Demo::number('SELECT MIN(id) FROM outputs WHERE studio_id = '.Demo::studio()),
            'destination' => (string) Demo::number(
                'SELECT MIN(id) FROM destinations WHERE studio_id = '.Demo::studio(),
            ),
            'place' => (string) Demo::number('SELECT MAX(id) FROM places'),
            'pattern' => (string) Demo::number('SELECT MAX(id) FROM name_patterns'),
            'share' => $beside('shares', 'gallery_id', 'galleries'),
            'guest' => $beside('guests', 'gallery_id', 'galleries'),
            'selection' => $beside('selections', 'gallery_id', 'galleries'),
            'recipient' => $beside('recipients', 'delivery_id', 'deliveries'),
            'zip' => $beside('delivery_zips', 'delivery_id', 'deliveries'),
            'file' => $beside('delivery_files', 'delivery_id', 'deliveries'),
            'comment' => (string) Demo::number(
                'SELECT MIN(comments.id) FROM comments JOIN guests ON guests.id = comments.guest_id JOIN galleries ON galleries.id = guests.gallery_id WHERE galleries.shoot_id = '.
                    $shoot,
            ),
            'mail' => (string) Demo::number('SELECT MAX(id) FROM outbox_mails WHERE studio_id = '.Demo::studio()),
            'revision' => '0',
            'number' => '1',
            'ground' => 'ffffff',
            'accent' => '000000',
            'key' => 'aaaaaaaaaaaaaaaaaaaaaa',
            'prefix' => 'nobody',
            'arriving' => '00000000-0000-0000-0000-000000000000',
        ];
        self::$gallery = Demo::token(self::$owner, '/galleries/'.self::$own['gallery'].'/links', 'g');
        self::$delivery = Demo::token(self::$owner, '/deliveries/'.self::$own['delivery'], 'd');
        self::$upload = Demo::token(self::$owner, "/shoots/{$shoot}/ingest", 'u');
    }

    public function test_another_studio_and_somebody_without_an_account_come_in_nowhere(): void
    {
        foreach (self::routes() as $route) {
            if (! in_array('auth', $route['middleware'], true) || $route['name'] === 'sign-out') {
                continue;
            }
            $path = $this->path($route);
            $request = [self::method($route), $path, self::$stranger->form([]), []];
            $answer = self::$stranger->all([$request])[0];
            $hasParameters = str_contains($route['uri'], '{');
            self::assertLessThan(500, $answer['status'], "{$path} as somebody of another studio");
            self::assertGreaterThan(0, $answer['status'], $path);
            if ($hasParameters) {
                self::assertContains(
                    $answer['status'],
                    [403, 404, 405],
                    "{$route['method']} {$path} opens to another studio",
                );
            }
            $answer = self::$nobody->all([[$request[0], $path, self::$nobody->form([]), []]])[0];
            self::assertContains(
                $answer['status'],
                [302, 401, 404, 405, 419],
                "{$route['method']} {$path} opens without an account",
            );
        }
    }

    public function test_every_page_answers_its_own_people(): void
    {
        foreach (self::routes() as $route) {
            if (self::method($route) !== 'GET') {
                continue;
            }
            $path = $this->path($route);
            foreach (
                ['owner' => self::$owner, 'shooter' => self::$shooter, 'nobody' => self::$nobody] as $who => $visitor
            ) {
                $answer = $visitor->get($path);
                self::assertLessThan(500, $answer['status'], "{$path} as {$who}");
                self::assertGreaterThan(0, $answer['status'], $path);
                self::assertSame(
                    0,
                    preg_match('~SQLSTATE|\S*/storage/instances/\S*|vendor/laravel~', $answer['body'], $m),
                    "{$path} as {$who} tells ".($m[0] ?? ''),
                );
            }
        }
    }

    public function test_odd_addresses_are_no_fault_of_the_server(): void
    {
        $odd = [
            '0',
            '-1',
            '99999999999999999999',
            '1e3',
            'x',
            '%00',
            '%ff%fe',
            '%27%22',
            str_repeat('9', 300),
            '..%2f..',
            '%E2%80%AE',
        ];
        $query = [
            'where' => ['x', '(', 'set:"', "a\0b", "\xFF", str_repeat('a ', 3000), 'rating>99999999999999999999'],
            'page' => ['-1', 'x', '99999999999999999999'],
            'list' => ["\xFF", str_repeat('x', 5000)],
            'kind' => ['x'],
            'after' => ['x', '-1'],
            'from' => ['99999999999999999999', 'x'],
            'to' => ['x'],
        ];
        $requests = [];
        foreach (self::routes() as $i => $route) {
            if (self::method($route) !== 'GET') {
                continue;
            }
            foreach (
                str_contains($route['uri'], '{') ? array_slice([...$odd, ...$odd], $i % count($odd), 4) : [] as $value
            ) {
                $requests[] = Visitor::got($this->path($route, $value));
            }
            foreach (array_slice([...array_keys($query), ...array_keys($query)], $i % count($query), 3) as $name) {
                foreach ($query[$name] as $value) {
                    $requests[] = Visitor::got($this->path($route).'?'.http_build_query([$name => $value]));
                }
                $requests[] = Visitor::got($this->path($route)."?{$name}[]=1&{$name}[a][b]=2");
            }
        }
        $this->assertNoFault(self::$owner, $requests);
    }

    public function test_what_no_guest_can_have_done_is_refused_before_php(): void
    {
        $link =
            '/g/'.
            Demo::token(
                self::$owner,
                '/galleries/'.
                    Demo::number(
                        'SELECT MAX(galleries.id) FROM galleries JOIN shoots ON shoots.id = galleries.shoot_id WHERE shoots.studio_id = '.
                            Demo::studio(),
                    ).
                    '/links',
                'g',
            );
        self::assertSame(
            413,
            (new Visitor(Demo::address()))->json("{$link}/steps", [
                'steps' => [
                    [
                        'kind' => 'comment',
                        'number' => 1,
                        'drawing' => [['kind' => 'line', 'points' => array_fill(0, 200_000, [1, 1])]],
                    ],
                ],
            ])['status'],
        );
    }

    public function test_no_field_of_any_form_is_a_fault_of_the_server_whatever_stands_in_it(): void
    {
        $requests = [];
        $covered = [];
        foreach ($this->forms() as $form) {
            $names = array_keys($form->fields);
            $covered[$this->routeOf($form->verb(), $form->action)] = true;
            foreach ($names as $i => $name) {
                foreach ($this->values($i) as $value) {
                    // Deep names are in brackets, as forms have them.
                    parse_str(http_build_query(array_diff_key($form->fields, [$name => 1])), $fields);
                    $wrong = is_array($value)
                        ? http_build_query([rtrim($name, '[]') => $value])
                        : rawurlencode($name).'='.rawurlencode($value);
                    $requests[] = ['POST', $form->action, self::$owner->form($fields).'&'.$wrong, []];
                }
            }
        }
        foreach (HostileBodies::all(self::$own) as $name => [$path, $body]) {
            $covered[$name] = true;
            array_push(
                $requests,
                ...array_map(
                    fn (mixed $wrong): array => self::$owner->jsonRequest($this->guestPath($path), $wrong),
                    HostileBodies::mutated($body, $this->values(...)),
                ),
            );
        }
        $this->assertNoFault(self::$owner, $requests);
        $missing = array_diff(
            array_map(
                fn (array $route): string => (string) $route['name'],
                array_filter(
                    self::routes(),
                    fn (array $route): bool => ! in_array(self::method($route), ['GET', 'HEAD'], true) &&
                        $route['name'] !== null,
                ),
            ),
            array_keys($covered),
            self::BY_OTHERS,
        );
        self::assertSame(
            [],
            array_values($missing),
            'routes that take something and are tried with nothing wrong: give each a body in HostileBodies, or '.
                'show its form on a page of the demo',
        );
    }

    /** Tried by tests of their own, or of the same form with another address. */
    private const BY_OTHERS = [
        'sign-out',
        'tus.create',
        'return.tus',
        'gallery.password.prefixed',
        'gallery.steps.prefixed',
        'gallery.send.prefixed',
        'gallery.keep.prefixed',
        'gallery.password',
        'delivery.password',
    ];

    /** @param  list<array{string, string, string, list<string>}>  $requests */
    private function assertNoFault(Visitor $visitor, array $requests): void
    {
        $faults = [];
        foreach ($visitor->all($requests) as $i => $answer) {
            if ($answer['status'] >= 500 || $answer['status'] === 0) {
                $faults[] =
                    "{$answer['status']} {$requests[$i][0]} ".
                    mb_scrub(
                        substr($answer['url'], 0, 200).'  '.substr(urldecode($requests[$i][2]), 50, 300),
                        'UTF-8',
                    );
            }
        }
        self::assertSame([], array_slice($faults, 0, 60), count($faults).' of '.count($requests).' requests');
    }

    /**
     * Some of what may be in a field and should not; all of it over the fields of a form.
     *
     * @return list<mixed>
     */
    private function values(int $i): array
    {
        $all = [
            ['a' => 'b'],
            [['deep']],
            "nul\0nul",
            "\xFF\xFE\xC3\x28",
            '-5',
            '99999999999999999999',
            '0',
            '1e309',
            '',
            str_repeat('long ', 200_000),
            "\u{202E}rtl\u{200F}",
            "'\"><b>",
            '2026-99-99',
            '=1+1',
            '../../etc',
            'NaN',
            'null',
            "line\nline",
            '🚣',
            '-99:99',
        ];

        return [$all[0], $all[2], $all[3], ...array_slice([...$all, ...$all], ($i * 4) % count($all), 4)];
    }

    /** @return list<Form> */
    private function forms(): array
    {
        $forms = [];
        foreach (self::routes() as $route) {
            if (self::method($route) !== 'GET') {
                continue;
            }
            foreach (Form::on(self::$owner->get($this->path($route))['body']) as $form) {
                if ($form->method === 'POST' && ! str_contains($form->action, 'sign-out')) {
                    $forms[$form->kind()] ??= $form;
                }
            }
        }

        return array_values($forms);
    }

    private function routeOf(string $method, string $action): string
    {
        $path = ltrim((string) strtok($action, '?'), '/');
        foreach (self::routes() as $route) {
            $quoted = preg_quote((string) preg_replace('~\{[a-z_]+\??\}~', 'PART', $route['uri']), '~');
            $pattern = str_replace('PART', '[^/]*', $quoted);
            if (self::method($route) === $method && preg_match("~^{$pattern}/?$~", $path) === 1) {
                return (string) $route['name'];
            }
        }

        return '';
    }

    /** @param  Route  $route */
    private function path(array $route, ?string $instead = null): string
    {
        $path = preg_replace_callback(
            '~\{([a-z_]+)\??\}~',
            fn (array $m): string => $m[1] === 'token'
                ? $this->token($route['uri'], $instead)
                : $instead ?? (self::$own[$m[1]] ?? '1'),
            $route['uri'],
        );

        return '/'.ltrim((string) $path, '/');
    }

    private function token(string $uri, ?string $instead): string
    {
        $kind = preg_match('~(?:^|/)([gdu])/\{token\}~', $uri, $m) === 1 ? $m[1] : '';

        // With a good token only one of the others is odd.
        return $instead !== null && ! str_contains(str_replace('{token}', '', $uri), '{')
            ? $instead
            : ['g' => self::$gallery, 'd' => self::$delivery, 'u' => self::$upload][$kind] ?? 'x';
    }

    private function guestPath(string $path): string
    {
        return strtr($path, ['{g}' => self::$gallery, '{d}' => self::$delivery, '{u}' => self::$upload]);
    }

    /** @param  Route  $route */
    private static function method(array $route): string
    {
        return explode('|', $route['method'])[0];
    }

    /** @return list<Route> */
    private static function routes(): array
    {
        static $routes = null;

        return $routes ??= array_values(
            array_filter(
                json_decode(GuardedStudio::artisan('route:list', '--json'), true),
                fn (array $route): bool => ! str_starts_with($route['uri'], 'storage'),
            ),
        );
    }

    /** What the demo does not have: one of everything else that has an address. */
    private static function furnish(int $shoot): void
    {
        $owner = self::$owner;
        $owner->post("/shoots/{$shoot}/upload-links", ['link_shooter' => 'Guard']);
        $owner->post("/shoots/{$shoot}/destinations", ['name' => 'Guard drop', 'kind' => 'drop']);
        $owner->post("/shoots/{$shoot}/cull/sets", ['name' => 'Guard set', 'rule' => '']);
        $owner->post("/shoots/{$shoot}/cull/rounds", ['source' => 'kept', 'doubt' => 'drop', 'start' => 'open']);
        $owner->post("/shoots/{$shoot}/sheets", [
            'title' => 'Guard sheet',
            'columns' => '4',
            'rows' => '5',
            'paper' => 'a4',
        ]);
        $owner->get("/shoots/{$shoot}/outputs");
        $output = Demo::number('SELECT MIN(id) FROM outputs WHERE studio_id = '.Demo::studio());
        $owner->post("/shoots/{$shoot}/sent-out", [
            'destination' => (string) Demo::number('SELECT MIN(id) FROM destinations'),
            'output' => (string) $output,
        ]);
        $owner->post("/shoots/{$shoot}/ingest/pattern", [
            'folder' => '{{year}}/{{shoot}}',
            'file' => '{{original}}',
            'name' => 'Guard pattern',
            'save' => '1',
        ]);
        $owner->post("/shoots/{$shoot}/archive", []);
    }
}
