<?php

declare(strict_types=1);

namespace Tests\Browser\Looks;

use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Looks\Finisher;
use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Interactions\WebDriverActions;
use Kanpai\Core\Looks\Look;
use Kanpai\Core\Looks\LookValues;
use PHPUnit\Framework\TestCase;
use Tests\Browser\Browser;
use Tests\Core\Looks\Looks;

/** Looks given by mouse, keys and touch; the page shows what the server makes. */
final class LooksTest extends TestCase
{
    private static Browser $studio;

    private static int $shoot;

    public static function setUpBeforeClass(): void
    {
        self::$studio = Browser::openStudio('Look Pictures');
        self::$shoot = self::$studio->openShoot('Looks', 'mara-long');
        self::$studio->until(
            fn (): bool => count(self::table()['frames']) > 100,
            'the previews are not made',
            180,
        );
    }

    public static function tearDownAfterClass(): void
    {
        self::$studio->close();
    }

    /** @return array<string, mixed> as the server has it */
    private static function table(): array
    {
        $address = '/shoots/'.self::$shoot.'/looks/table';

        return self::$studio->script("return fetch('{$address}').then((answer) => answer.json())");
    }

    private function open(): Browser
    {
        self::$studio->visit('/shoots/'.self::$shoot.'/looks')->find('[data-looks][data-ready]', 30);

        return self::$studio;
    }

    /** @return array<string, mixed> values that are shown */
    private static function shown(): array
    {
        return json_decode(self::$studio->attribute('[data-image]', 'data-values'), true, 16, JSON_THROW_ON_ERROR);
    }

    /** What the server has of the frame that is looked at, once it has it. */
    private function kept(callable $isAsked): void
    {
        self::$studio->until(
            function () use ($isAsked): bool {
                $frame = (int) self::$studio->attribute('[data-looks]', 'data-frame');
                $frames = array_column(self::table()['frames'], null, 'id');

                return $isAsked($frames[$frame]['looks'][1]['values'] ?? $frames[$frame]['looks'][0]['values'] ?? []);
            },
            'the server has not got it',
        );
    }

    /** By keys that each lead to another frame, once that is shown. */
    private function move(string ...$keys): void
    {
        foreach ($keys as $key) {
            $before = self::$studio->attribute('[data-looks]', 'data-frame');
            self::$studio->press($key)->until(
                fn (): bool => self::$studio->attribute('[data-looks]', 'data-frame') !== $before,
                'no other frame is shown',
            );
        }
    }

    private function drag(string $css, int $dx, int $dy): void
    {
        (new WebDriverActions(self::$studio->web))
            ->clickAndHold(self::$studio->find($css))
            ->moveByOffset($dx, $dy)
            ->moveByOffset(1, 0)
            ->release()
            ->perform();
    }

    private function see(string $part, callable $isAsked): void
    {
        self::$studio->until(
            fn (): bool => $isAsked(self::shown()[$part] ?? null),
            "{$part} is not as it was set: ".json_encode(self::shown()),
        );
    }

    public function test_handles_are_dragged_undone_and_redone(): void
    {
        $studio = $this->open();
        $this->drag("[data-zone='dark']", 0, -8);
        $this->see('zones', fn ($zones): bool => ($zones['dark'] ?? 0) > 0.4);
        $this->drag("[data-hue='blue']", -8, 8);
        $this->see('hues', fn ($hues): bool => ($hues['blue']['colour'] ?? 0) > 0.2);
        $this->drag('[data-white-spot]', -50, 0);
        $this->see('kelvin', fn ($kelvin): bool => $kelvin > 3000 && $kelvin < 6000);
        $this->kept(fn (array $values): bool => isset($values['zones'], $values['hues'], $values['kelvin']));
        $studio->script('document.activeElement.blur()');
        $studio->press('b');
        $this->see('greys', fn ($greys): bool => is_array($greys));
        $studio->press('backspace');
        $this->see('greys', fn ($greys): bool => $greys === null);
        $studio->press('backspace', 'backspace');
        $this->see('kelvin', fn ($kelvin): bool => $kelvin === null);
        $this->see('hues', fn ($hues): bool => $hues === null);
        // All steps are there, by their words, and one of them is gone back to.
        $studio->press('h');
        $studio->script("[...document.querySelectorAll('[data-history-list] button')].at(-1).click()");
        $this->see('greys', fn ($greys): bool => is_array($greys));
        self::assertStringContainsString('Tone: dark', $studio->text('[data-history-list]'));
        $studio->script("document.querySelectorAll('[data-history-list] button')[0].click()");
        $this->see('hues', fn ($hues): bool => $hues === null);
        $this->kept(fn (array $values): bool => isset($values['zones']) && ! isset($values['kelvin']));
        self::assertSame([], $studio->complaints());
    }

    public function test_keys_alone_do_it_and_a_reload_keeps_it(): void
    {
        $studio = $this->open();
        $this->move('down', 'right');
        $before = $studio->attribute('[data-looks]', 'data-frame');
        $studio->script("document.querySelector('[data-zone=light]').focus()");
        $studio->press('up', 'up', 'up');
        $this->see('zones', fn ($zones): bool => abs(($zones['light'] ?? 0) - 0.15) < 1e-9);
        $studio->script("document.querySelector('[data-hue=green]').focus()");
        $studio->press('down', 'down');
        $this->see('hues', fn ($hues): bool => abs(($hues['green']['colour'] ?? 0) + 0.1) < 1e-9);
        $studio->script('document.activeElement.blur()');
        $studio->press('c');
        $this->move('right');
        $studio->press('p');
        $this->see('zones', fn ($zones): bool => abs(($zones['light'] ?? 0) - 0.15) < 1e-9);
        self::assertNotSame($before, $studio->attribute('[data-looks]', 'data-frame'));
        $this->kept(fn (array $values): bool => isset($values['zones']));
        $studio->visit('/shoots/'.self::$shoot.'/looks?frame='.$before)->find('[data-looks][data-ready]', 30);
        $this->see('zones', fn ($zones): bool => abs(($zones['light'] ?? 0) - 0.15) < 1e-9);
        self::assertSame([], $studio->violations('Looks'));
    }

    public function test_a_frame_is_cropped_and_levelled_by_hand(): void
    {
        $studio = $this->open();
        $studio->press('down', 'down', 'x');
        $studio->find('[data-corner=se]');
        $this->drag('[data-corner=se]', -120, -10);
        $this->see('crop', fn ($crop): bool => ($crop['width'] ?? 1) < 0.9);
        // In the ratio of the frame.
        $crop = self::shown()['crop'];
        self::assertEqualsWithDelta($crop['width'], $crop['height'], 0.02);
        $studio->choose('[data-ratio]', '1:1');
        $this->see('crop', fn ($crop): bool => abs($crop['width'] * 3 / ($crop['height'] * 2) - 1) < 0.02 ||
            abs($crop['width'] * 2 / ($crop['height'] * 3) - 1) < 0.02);
        $studio->click('[data-level-by-line]');
        $this->drag('[data-level-line]', 200, 10);
        $this->see('level', fn ($level): bool => $level < -1.5 && $level > -4.5);
        $studio->click('[data-crop-off]');
        $this->see('level', fn ($level): bool => $level === null);
        $studio->click('[data-crop-done]');
        self::assertSame([], $studio->complaints());
    }

    public function test_before_and_after_and_a_grey_spot(): void
    {
        $studio = $this->open();
        $studio->press('down', 'down', 'down', 's');
        $studio->find('[data-split-line]');
        $this->drag('[data-split-line]', -100, 0);
        $studio->press('s', 'g');
        (new WebDriverActions($studio->web))->moveToElement($studio->find('[data-image]'), 5, 60)->click()->perform();
        // It gave a white, or said why there is none.
        self::assertTrue(
            isset(self::shown()['kelvin']) || str_contains($studio->text('[data-note]'), 'This spot'),
        );
        if (isset(self::shown()['kelvin'])) {
            // Its white goes to the others of the light, and the frame leaves when somebody says so.
            $frame = (int) $studio->attribute('[data-looks]', 'data-frame');
            $studio->script("document.querySelectorAll('[data-asked] button')[0].click()");
            $studio->see('brought into line', 20);
            $studio->press('g');
            (new WebDriverActions($studio->web))->moveToElement($studio->find('[data-image]'), 5, 60)->click()->perform();
            $studio->script("[...document.querySelectorAll('[data-asked] button')].at(-2).click()");
            $studio->see('is dropped');
            $studio->until(
                fn (): bool => ! in_array($frame, array_column(self::table()['frames'], 'id'), true),
                'the frame is still there',
            );
        }
        self::assertSame([], $studio->complaints());
    }

    public function test_a_light_is_brought_into_line_and_others_see_it(): void
    {
        $studio = $this->open();
        $this->move('down', 'down', 'down', 'down');
        $others = (int) $studio->script("return document.querySelectorAll('[data-strip] button').length") - 1;
        self::assertGreaterThan(0, $others);
        $studio->script(
            "const line = document.querySelector('[data-slide=contrast]'); line.value = 0.4; ".
                "line.dispatchEvent(new Event('input')); line.dispatchEvent(new Event('change'));",
        );
        $this->kept(fn (array $values): bool => ($values['contrast'] ?? 0) === 0.4);
        $studio->press('i');
        $studio->see('brought into line', 20);
        $light = (int) $studio->script("return Number(document.querySelector('[data-light][aria-current]').dataset.light)");
        $own = array_filter(self::table()['frames'], fn (array $frame): bool => $frame['light'] === $light);
        $contrasts = array_map(fn (array $frame): mixed => array_values($frame['looks'])[0]['values']['contrast'] ?? null, $own);
        self::assertContains(0.4, $contrasts);
        self::assertGreaterThanOrEqual(count($own) - 2, count(array_filter($contrasts)));
        $studio->press('backspace');
        $studio->see('Undone: Brought');
        self::assertSame([], $studio->complaints());
    }

    public function test_it_works_by_touch(): void
    {
        $studio = $this->open();
        $this->move('down', 'down', 'down', 'down', 'down');
        $tools = new ChromeDevToolsDriver($studio->web);
        $touch = fn (string $type, float $x, float $y) => $tools->execute('Input.dispatchTouchEvent', [
            'type' => $type,
            'touchPoints' => $type === 'touchEnd' ? [] : [['x' => $x, 'y' => $y]],
        ]);
        [$x, $y] = $studio->script(
            "const box = document.querySelector('[data-zone=middle]').getBoundingClientRect(); ".
                'return [box.left + box.width / 2, box.top + box.height / 2]',
        );
        $touch('touchStart', $x, $y);
        $touch('touchMove', $x, $y - 4);
        $touch('touchMove', $x, $y - 9);
        $touch('touchEnd', 0, 0);
        $this->see('zones', fn ($zones): bool => ($zones['middle'] ?? 0) > 0.3);
        self::assertSame([], $studio->complaints());
    }

    /**
     * The page and the server make the same pictures: twenty looks on ten frames, at most two of 255 steps apart in any
     * sample, and 0.3 in the mean.
     */
    public function test_the_page_shows_what_the_server_makes(): void
    {
        $finisher = new Finisher();
        $looks = array_chunk(Looks::twenty(), 10);
        foreach ($looks as $some) {
            $frames = array_slice(self::table()['frames'], 20, count($some));
            $this->give($frames, $some);
            self::$studio
                ->visit('/shoots/'.self::$shoot."/looks?frame={$frames[0]['id']}")
                ->find('[data-looks][data-ready]', 30);
            foreach ($frames as $i => $frame) {
                self::shows($frame);
                [$most, $mean] = self::apart(
                    self::canvas(),
                    $finisher->finish(PictureReader::bytes(self::fetched($frame['large'])), Look::of($some[$i])),
                );
                self::assertLessThanOrEqual(2, $most, json_encode($some[$i], JSON_THROW_ON_ERROR));
                self::assertLessThan(0.3, $mean, json_encode($some[$i], JSON_THROW_ON_ERROR));
                self::$studio->press('right');
            }
        }
    }

    /** @param  array<string, mixed>  $frame */
    private static function shows(array $frame): void
    {
        self::$studio->until(
            fn (): bool => (bool) self::$studio->script(
                "return document.querySelector('[data-looks]').dataset.frame === '{$frame['id']}' && ".
                    "document.querySelector('[data-image]').dataset.shows === '{$frame['id']}'",
            ),
            "{$frame['name']} is not shown",
            20,
        );
    }

    /**
     * @param  list<array<string, mixed>>  $frames
     * @param  list<array<string, mixed>>  $looks
     */
    private function give(array $frames, array $looks): void
    {
        $changes = [];
        foreach ($frames as $i => $frame) {
            $now = [...array_fill_keys(LookValues::parts(), null), ...$looks[$i]];
            // What is empty is a group all the same.
            $now = array_map(fn (mixed $value): mixed => $value === [] ? (object) [] : $value, $now);
            $changes[] = ['frame' => $frame['id'], 'number' => 1, 'was' => (object) [], 'now' => $now];
        }
        $body = json_encode(['steps' => [['id' => self::uuid(), 'title' => 'x', 'changes' => $changes]]], JSON_THROW_ON_ERROR);
        $status = self::$studio->script(
            "return fetch('/shoots/".self::$shoot."/looks/steps', { method: 'POST', headers: { 'Content-Type': ".
                "'application/json', Accept: 'application/json', 'X-CSRF-TOKEN': ".
                "document.querySelector('meta[name=csrf-token]').content }, body: ".
                json_encode($body, JSON_THROW_ON_ERROR).' }).then((answer) => answer.status)',
        );
        self::assertSame(200, $status);
    }

    private static function uuid(): string
    {
        return vsprintf('%s%s-%s-4%.3s-8%.3s-%s%s%s', str_split(bin2hex(random_bytes(18)), 4));
    }

    private static function fetched(string $address): string
    {
        return (string) base64_decode(self::$studio->script(
            "return fetch('{$address}').then((answer) => answer.blob()).then((blob) => new Promise((done) => { ".
                'const reader = new FileReader(); reader.onload = () => done(reader.result.split(",")[1]); '.
                'reader.readAsDataURL(blob); }))',
        ));
    }

    private static function canvas(): Picture
    {
        $data = self::$studio->script("return document.querySelector('[data-image]').toDataURL().split(',')[1]");

        return PictureReader::bytes((string) base64_decode($data))->flat();
    }

    /** @return array{int, float} the largest difference of two samples, and the mean of all */
    private static function apart(Picture $one, Picture $other): array
    {
        self::assertSame([$one->width(), $one->height()], [$other->width(), $other->height()]);
        [$a, $b] = [unpack('C*', $one->samples()) ?: [], unpack('C*', $other->samples()) ?: []];
        self::assertSame(count($a), count($b));
        $most = $sum = 0;
        foreach ($a as $i => $value) {
            $difference = abs($value - $b[$i]);
            $sum += $difference;
            $most = max($most, $difference);
        }

        return [$most, $sum / max(1, count($a))];
    }

    /** Places set by mouse, keys and brush; the page and the server give them the same reach, tone and colour. */
    public function test_places_are_set_moved_and_painted_as_the_server_makes_them(): void
    {
        $frame = self::table()['frames'][44];
        $this->give([$frame], [[]]);
        $studio = self::$studio->visit('/shoots/'.self::$shoot."/looks?frame={$frame['id']}");
        $studio->find('[data-looks][data-ready]', 30);
        self::shows($frame);
        $studio->press('l')->click("[data-add-place='ring']");
        $this->see('places', fn ($places): bool => $places[0]['kind'] === 'ring');
        $this->drag("[data-place-handle='0']", 60, -30);
        $this->see('places', fn ($places): bool => $places[0]['middle'][0] > 0.55 && $places[0]['middle'][1] < 0.48);
        $studio->script("document.querySelector(\"[data-place-handle='1']\").focus()");
        $studio->press('right', 'right', 'right');
        $this->see('places', fn ($places): bool => $places[0]['radii'][0] > 0.2);
        $studio->click("[data-add-place='brush']");
        $this->drag('[data-place-box]', 70, 40);
        $this->see('places', fn ($places): bool => count($places[1]['strokes'][0]['points'] ?? []) >= 2);
        $this->slide('warmth', 0.8);
        $this->slide('stops', -0.8);
        $this->see('places', fn ($places): bool => $places[1]['warmth'] === 0.8 && $places[1]['stops'] === -0.8);
        self::assertSame([], $studio->violations('places'));
        $this->kept(fn (array $values): bool => ($values['places'][1]['stops'] ?? 0) === -0.8);
        // Not shown in colour, and the fine table: what the server makes of it.
        $studio->press('escape')->until(
            fn (): bool => $studio->script("return document.querySelector('[data-image]').dataset.shows") === (string) $frame['id'],
            'the picture has not come to rest',
        );
        [$most, $mean] = self::apart(
            self::canvas(),
            (new Finisher())->finish(PictureReader::bytes(self::fetched($frame['large'])), Look::of(self::shown())),
        );
        self::assertLessThanOrEqual(4, $most);
        self::assertLessThan(0.3, $mean);
        // Removed one by one, and back by undo.
        $studio->press('l')->press('delete', 'delete');
        $this->see('places', fn ($places): bool => $places === null);
        $studio->press('backspace', 'backspace');
        $this->see('places', fn ($places): bool => count($places ?? []) === 2);
        self::assertSame([], $studio->complaints());
    }

    private function slide(string $part, float $value): void
    {
        self::$studio->script(
            "const input = document.querySelector('[data-place-slide={$part}]'); input.value = {$value};".
                "input.dispatchEvent(new Event('input')); input.dispatchEvent(new Event('change'))",
        );
    }

    public function test_spots_are_healed_by_a_click_and_taken_back_by_another(): void
    {
        $studio = $this->open();
        $studio->press('d')->until(
            fn (): bool => str_contains($studio->text('[data-dust-words]'), 'dust'),
            'nothing is said of dust',
            60,
        );
        $studio->click('[data-spot-box]');
        $this->see('spots', fn ($spots): bool => count($spots ?? []) === 1 && abs($spots[0]['middle'][0] - 0.5) < 0.02);
        $this->kept(fn (array $values): bool => count($values['spots'] ?? []) === 1);
        $studio->click('.spot');
        $this->see('spots', fn ($spots): bool => $spots === null);
        $studio->press('backspace');
        $this->see('spots', fn ($spots): bool => count($spots ?? []) === 1);
        $studio->click('[data-spots-clear]');
        $this->see('spots', fn ($spots): bool => $spots === null);
        self::assertSame([], $studio->complaints());
    }

    /** Another look beside the first: named, for a use, back after a reload, removed, and back again. */
    public function test_a_frame_has_another_look_for_a_use(): void
    {
        $frame = self::table()['frames'][48];
        $this->give([$frame], [['stops' => 0.2]]);
        $open = function () use ($frame): Browser {
            self::$studio->visit('/shoots/'.self::$shoot."/looks?frame={$frame['id']}")->find('[data-looks][data-ready]', 30);

            return self::$studio;
        };
        $studio = $open()->click('[data-look-add]');
        $studio->press('b');
        $this->see('greys', fn ($greys): bool => is_array($greys));
        $studio->script(
            "const name = document.querySelector('[data-look-name]'); name.value = 'Silver'; name.dispatchEvent(new Event('change'));".
                "[...document.querySelectorAll('[data-look-uses] label')].find((label) => label.textContent.includes('print')).click()",
        );
        $studio->see('Silver')->see('for print');
        $second = fn (): array => (array) (array_column(self::table()['frames'], null, 'id')[$frame['id']]['looks'][2]['values'] ?? []);
        $studio->until(fn (): bool => ($second()['uses'] ?? []) === ['print'] && isset($second()['greys']), 'it is not kept');
        $studio = $open();
        $this->see('greys', fn ($greys): bool => $greys === null);
        $studio->script("document.querySelector('[data-look-tabs] [data-number=\"2\"]').click()");
        $this->see('greys', fn ($greys): bool => is_array($greys));
        $studio->click('[data-look-remove]');
        $studio->until(fn (): bool => $second() === [], 'it is still there');
        $this->see('greys', fn ($greys): bool => $greys === null);
        $studio->press('backspace');
        $this->see('greys', fn ($greys): bool => is_array($greys));
        self::assertSame([], $studio->complaints());
    }

    /** The ends of the tone are offered, taken, and not offered again. */
    public function test_a_suggestion_is_taken(): void
    {
        $frame = self::table()['frames'][52];
        $this->give([$frame], [['zones' => ['deep' => 1.0, 'bright' => -1.0]]]);
        $studio = self::$studio->visit('/shoots/'.self::$shoot."/looks?frame={$frame['id']}");
        $studio->find('[data-looks][data-ready]', 30);
        $studio->see('Full tones');
        $studio->script("[...document.querySelectorAll('[data-suggested-list] button')].find((own) => own.textContent === 'Full tones').click()");
        $this->see('zones', fn ($zones): bool => $zones['deep'] < 0.9 && $zones['bright'] > -0.9);
        $studio->until(
            fn (): bool => ! str_contains($studio->script("return document.querySelector('[data-suggested-list]').textContent"), 'Full tones'),
            'it is offered again',
        );
        self::assertSame([], $studio->complaints());
    }

    /** Culling by frames as they were finished: one key, and back; what is cropped is shown cropped. */
    public function test_culling_shows_looks_by_one_key(): void
    {
        $frame = self::table()['frames'][0];
        $this->give([$frame], [['crop' => ['left' => 0.3, 'top' => 0.0, 'width' => 0.4, 'height' => 1.0]]]);
        $studio = self::$studio->visit('/shoots/'.self::$shoot.'/cull');
        $studio->find('[data-cull][data-ready], [data-cull]');
        $studio->find('[data-wall] .tile', 30);
        $studio->script("document.querySelector('[data-wall] .tile[data-id=\"{$frame['id']}\"]').click()");
        $studio->press('enter')->find('[data-image][data-id]');
        $ratio = fn (): float => (float) $studio->script(
            "const image = document.querySelector('[data-image]'); return image.dataset.picture === 'there' ? image.width / image.height : 0",
        );
        $plain = $frame['width'] / $frame['height'];
        $studio->until(fn (): bool => abs($ratio() - $plain) < 0.02, 'the frame is not shown', 20);
        $studio->press('z')->until(fn (): bool => abs($ratio() - 0.4 * $plain) < 0.02, 'its look is not shown', 40);
        $studio->press('z')->until(fn (): bool => abs($ratio() - $plain) < 0.02, 'it is not as shot again', 20);
        self::assertSame([], $studio->complaints());
    }
}
